namespace OneWhole.Formats.Reading;

/// <summary>
/// The rows of a file, one at a time, as text. Every format is taken apart into this; what the columns are is found out
/// afterwards, once for all of them. A format that holds numbers and days of its own writes them plainly: 1204.5,
/// 2026-03-09, 21% for a cell that is shown as a percentage.
/// </summary>
internal abstract class RowSource : IDisposable
{
    /// <summary>Goes to the next row.</summary>
    /// <returns>False at the end.</returns>
    /// <exception cref="ReadException">The file is damaged.</exception>
    public abstract bool Next();

    /// <summary>How many cells the row has.</summary>
    public abstract int Count { get; }

    /// <summary>A cell of the row at hand; valid until the next row.</summary>
    public abstract ReadOnlySpan<char> this[int cell] { get; }

    /// <summary>The unit with which a format of its own shows a cell's number; null where it has none.</summary>
    public virtual string? UnitOf(int cell) => null;

    /// <summary>Whether nothing stands on the row.</summary>
    public virtual bool IsEmpty
    {
        get
        {
            for (int cell = 0; cell < Count; cell++)
            {
                if (!this[cell].IsWhiteSpace())
                {
                    return false;
                }
            }
            return true;
        }
    }

    /// <summary>How far the reading has come, 0 to 1.</summary>
    public virtual double Done => 0;

    /// <summary>The headings, where the format names its columns; null where they stand in a row.</summary>
    public virtual IReadOnlyList<string>? Names => null;

    /// <summary>Whether titles may stand above the headings and notes below the rows, as on a sheet.</summary>
    public virtual bool IsSheet => false;

    /// <summary>Whether a comma is the likelier decimal mark where both would do.</summary>
    public virtual bool CommaIsLikely => false;

    /// <summary>Whether numbers and days are written plainly, so that their marks need not be found.</summary>
    public virtual bool IsPlain => false;

    /// <summary>What there is to tell of the file once its rows were read.</summary>
    public virtual IEnumerable<ReadNote> Told => [];

    public virtual void Dispose() { }
}
