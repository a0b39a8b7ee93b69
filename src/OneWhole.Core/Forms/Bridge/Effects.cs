using OneWhole.Core.Numbers;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>
/// How much of a change is volume (had all grown alike), rate (its own rate changed) and mix (it became more or less of
/// everything). Common practice, as price, volume and mix.
/// </summary>
/// <param name="Volume">a0 · (N1/N0 − 1).</param>
/// <param name="Mix">What is left of the change.</param>
/// <param name="Rate">a1 − n1 · a0/n0; 0 where n0 is 0.</param>
internal readonly record struct Effects(Fraction Volume, Fraction Mix, Fraction Rate)
{
    public static Effects operator +(Effects a, Effects b) => new(a.Volume + b.Volume, a.Mix + b.Mix, a.Rate + b.Rate);
}

/// <summary>One part of a bridge between two wholes: what it was and is, an absent amount null, and its volumes.</summary>
internal readonly record struct BridgePart(Fraction? Before, Fraction? After, Fraction VolumeBefore, Fraction VolumeAfter)
{
    public Fraction Change => (After ?? Fraction.Zero) - (Before ?? Fraction.Zero);

    public static BridgePart operator +(BridgePart a, BridgePart b) =>
        new(Sum(a.Before, b.Before), Sum(a.After, b.After), a.VolumeBefore + b.VolumeBefore, a.VolumeAfter + b.VolumeAfter);

    private static Fraction? Sum(Fraction? a, Fraction? b) =>
        a is null ? b
        : b is null ? a
        : a + b;

    /// <param name="growth">N1/N0.</param>
    public Effects Effects(Fraction growth)
    {
        Fraction before = Before ?? Fraction.Zero;
        Fraction volume = before * (growth - Fraction.One);
        Fraction rate = VolumeBefore.Sign == 0 ? Fraction.Zero : (After ?? Fraction.Zero) - VolumeAfter * before / VolumeBefore;
        return new Effects(volume, Change - volume - rate, rate);
    }
}
