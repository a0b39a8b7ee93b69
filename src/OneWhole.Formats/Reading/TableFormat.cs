namespace OneWhole.Formats.Reading;

/// <summary>A format that tables are read from: one class, and one line in <see cref="TableFile"/>.</summary>
internal abstract class TableFormat
{
    /// <summary>"workbook (.xlsx)".</summary>
    public abstract string Name { get; }

    /// <summary>With their dots, in lower case.</summary>
    public abstract IReadOnlyList<string> Extensions { get; }

    /// <summary>Whether a file is of this format, by its first bytes, and by its name where they don't tell.</summary>
    public abstract bool Recognises(ReadOnlySpan<byte> head, string extension);

    /// <summary>Opens the rows of the part that the settings choose, or of the first that has rows.</summary>
    /// <param name="stream">Seekable, at its start; it stays open.</param>
    /// <param name="settings">What is settled already.</param>
    /// <param name="cancel">Stops what takes long before the first row, a query for instance.</param>
    /// <returns>The rows, and how they are read.</returns>
    /// <exception cref="ReadException">The file is damaged, or has no such part.</exception>
    public abstract (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings, CancellationToken cancel);

    /// <summary>Whether a query can be asked of the file.</summary>
    public virtual bool TakesQuery => false;

    /// <summary>The parts that can be chosen: sheets, or tables.</summary>
    public virtual IReadOnlyList<string> SectionsOf(Stream stream) => [];
}
