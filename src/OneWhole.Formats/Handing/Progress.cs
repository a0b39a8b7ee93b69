namespace OneWhole.Formats.Handing;

/// <summary>How far a file is written, told now and then; and whether it is still wanted.</summary>
/// <param name="tell">Is told the part that is done, 0 to 1, growing; null where nobody listens.</param>
/// <param name="cancel">Stops the writing.</param>
public sealed class Progress(Action<double>? tell, CancellationToken cancel)
{
    private const int Between = 4096;

    private long _all = 1;
    private long _done;

    /// <summary>Nobody listens, nobody stops.</summary>
    public static Progress None { get; } = new(null, CancellationToken.None);

    /// <summary>Says how many rows will be written in all.</summary>
    public Progress Expect(long rows)
    {
        if (tell is not null)
        {
            _all = Math.Max(1, rows);
        }
        return this;
    }

    /// <summary>Each of some things, told one by one.</summary>
    /// <exception cref="OperationCanceledException">The file is not wanted any more.</exception>
    public IEnumerable<T> Through<T>(IReadOnlyCollection<T> things)
    {
        foreach ((int at, T thing) in things.Index())
        {
            cancel.ThrowIfCancellationRequested();
            tell?.Invoke((double)at / things.Count);
            yield return thing;
        }
    }

    /// <summary>The numbers 0 to <paramref name="count"/> - 1, each a row that is written before the next is asked for.</summary>
    /// <exception cref="OperationCanceledException">The file is not wanted any more.</exception>
    public IEnumerable<int> Rows(int count)
    {
        for (int row = 0; row < count; row++)
        {
            if (row % Between == 0)
            {
                cancel.ThrowIfCancellationRequested();
                tell?.Invoke(Math.Min(1, (double)(_done + row) / _all));
            }
            yield return row;
        }
        if (tell is not null)
        {
            _done += count;
        }
    }
}
