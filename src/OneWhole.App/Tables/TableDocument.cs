using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using OneWhole.App.Elsewhere;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.App.Tables;

/// <summary>What is stored of a table besides its cells. A change makes a new revision; the cells are shared.</summary>
public sealed record TableDocument
{
    public required string Name { get; init; }

    /// <summary>The file it came from.</summary>
    public required string Source { get; init; }

    public required long RowCount { get; init; }

    public required IReadOnlyList<ColumnDocument> Columns { get; init; }

    /// <summary>The named source that it came from, and can be read from again; null for a file that was brought in by hand.</summary>
    public SourceLink? From { get; init; }

    /// <summary>Where its rows are, when they stay there; then only its first rows are kept here. Null for rows that are here.</summary>
    public LeftLink? Left { get; init; }

    /// <summary>The cells that it has, where it is a copy of those of a table elsewhere; null where it has rows.</summary>
    public IReadOnlyList<KeptAnswer>? Kept { get; init; }

    /// <summary>How it was read, so that fresh rows are read alike; null for tables from before that was kept.</summary>
    public JsonObject? Reading { get; init; }

    /// <summary>Cells and rows that were typed by hand since the rows were read; fresh rows don't have them.</summary>
    public int Typed { get; init; }

    /// <summary>The preparing steps, as a document; null where there are none.</summary>
    public JsonObject? Steps { get; init; }

    /// <summary>How the steps went.</summary>
    public IReadOnlyList<StepReport> Reports { get; init; } = [];

    /// <summary>The columns after the steps; null where there are none.</summary>
    public IReadOnlyList<ColumnDocument>? Prepared { get; init; }

    /// <summary>The rows after the steps.</summary>
    public long PreparedRows { get; init; }

    /// <summary>What was said of its shape; null where it is found from its columns.</summary>
    public SaidShape? Said { get; init; }

    /// <summary>The columns as studies see them: after the steps, where there are some.</summary>
    [JsonIgnore]
    public IReadOnlyList<ColumnDocument> Shown => Prepared ?? Columns;

    [JsonIgnore]
    public long ShownRows => Prepared is null ? RowCount : PreparedRows;

    /// <summary>
    /// By column (after the steps, by its id), the labels that it has had since its rows were first replaced, in the order of their
    /// colours.
    /// </summary>
    public IReadOnlyDictionary<string, IReadOnlyList<string>>? EarlierLabels { get; init; }

    /// <summary>What there was to tell when it was read.</summary>
    public IReadOnlyList<ReadNote> Notes { get; init; } = [];

    /// <summary>Lines that stood above the headings; offered as a title.</summary>
    public IReadOnlyList<string> Titles { get; init; } = [];

    /// <summary>Lines that stood below the rows; offered as a source line.</summary>
    public IReadOnlyList<string> Below { get; init; } = [];
}

/// <summary>Whether a table is long or wide, as it was said.</summary>
/// <param name="Shape">Long or wide.</param>
/// <param name="Columns">The ids of the columns that stand side by side; none for all that hold amounts.</param>
public sealed record SaidShape(TableShape Shape, IReadOnlyList<string> Columns);

/// <summary>Which of a source's files holds a table's rows.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Item">In a folder a file's name, with a star for its changing digits; in an engine a table's name; else null.</param>
/// <param name="Seen">What the file was when it was last read, to tell whether it is another one now.</param>
public sealed record SourceLink(string Source, string? Item, string? Seen)
{
    /// <summary>The query whose rows it has, where it is of an engine and one was written.</summary>
    public string? Query { get; init; }
}
