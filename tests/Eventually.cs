using System.Diagnostics;

namespace OneWhole.Tests;

/// <summary>
/// Waits for what others are about to do: as long as a machine may take on which much else runs, and no longer than it needs.
/// </summary>
internal static class Eventually
{
    /// <summary>Whatever is still not so by then has failed.</summary>
    public static TimeSpan Longest { get; } = TimeSpan.FromSeconds(60);

    private static readonly TimeSpan Between = TimeSpan.FromMilliseconds(5);

    /// <summary>Waits until something holds.</summary>
    /// <exception cref="TimeoutException">It does not.</exception>
    public static void Holds(Func<bool> holds) => Of(holds, held => held);

    /// <summary>Waits until what is looked at is as wanted.</summary>
    /// <returns>What was seen then.</returns>
    /// <exception cref="TimeoutException">It never is; the last that was seen is told.</exception>
    public static T Of<T>(Func<T> look, Func<T, bool> wanted) => OfAsync(() => Task.FromResult(look()), wanted).GetAwaiter().GetResult();

    /// <inheritdoc cref="Holds"/>
    public static Task HoldsAsync(Func<bool> holds) => OfAsync(() => Task.FromResult(holds()), held => held);

    /// <inheritdoc cref="Of"/>
    public static async Task<T> OfAsync<T>(Func<Task<T>> look, Func<T, bool> wanted)
    {
        var clock = Stopwatch.StartNew();
        for (T seen = await look().ConfigureAwait(false); ; seen = await look().ConfigureAwait(false))
        {
            if (wanted(seen))
            {
                return seen;
            }
            if (clock.Elapsed > Longest)
            {
                throw new TimeoutException($"It takes too long; the last that was seen is {seen}.");
            }
            await Task.Delay(Between).ConfigureAwait(false);
        }
    }
}
