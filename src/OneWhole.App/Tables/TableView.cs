using System.Text.Json.Nodes;
using OneWhole.App.Elsewhere;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.App.Tables;

/// <summary>A table as it is listed.</summary>
public sealed record TableSummary(string Id, long Revision, string Name, string Source, long RowCount, int ColumnCount, string Changed)
{
    /// <summary>The named source that it is read from, or null.</summary>
    public string? SourceId { get; init; }

    /// <summary>The engine that its rows stay in, or null.</summary>
    public string? LeftIn { get; init; }

    /// <summary>Why it can't be opened, or null.</summary>
    public string? Problem { get; init; }
}

/// <summary>A table with its columns.</summary>
public sealed record TableView(
    string Id,
    long Revision,
    bool CanUndo,
    bool CanRedo,
    string Name,
    string Source,
    long RowCount,
    IReadOnlyList<ColumnDocument> Columns,
    IReadOnlyList<ReadNote> Notes
)
{
    /// <summary>What its last change was, in words: what an undo takes back.</summary>
    public string LastChange { get; init; } = "";

    /// <summary>Lines that stood above the headings.</summary>
    public IReadOnlyList<string> Titles { get; init; } = [];

    /// <summary>Lines that stood below the rows.</summary>
    public IReadOnlyList<string> Below { get; init; } = [];

    /// <summary>The preparing steps, each with how it went.</summary>
    public IReadOnlyList<StepView> Steps { get; init; } = [];

    /// <summary>The named source that it is read from, or null.</summary>
    public string? SourceId { get; init; }

    /// <summary>Where its rows are, when they stay there; null for rows that are here.</summary>
    public LeftLink? Left { get; init; }

    /// <summary>As of when its cells are, where it is a copy of those of a table elsewhere.</summary>
    public DateTime? KeptAsOf { get; init; }

    /// <summary>How many of the steps these rows and columns stand after: 0 as they were read.</summary>
    public int Stage { get; init; }

    /// <summary>Cells and rows that were typed by hand since the rows were read.</summary>
    public int Typed { get; init; }
}

/// <summary>One preparing step as shown: its document, its words, what it touched. One that was not reached has no report.</summary>
public sealed record StepView(JsonObject Step, StepReport? Report);

/// <summary>A kind of step, as it is chosen and filled in.</summary>
public sealed record StepKindView(string Kind, string Name, IReadOnlyList<StepField> Fields);

/// <summary>What a step would do.</summary>
/// <param name="Suggested">Members that would suit its column, or null.</param>
/// <param name="Rows">Rows that it would touch.</param>
/// <param name="Cells">Cells that it would touch.</param>
/// <param name="Note">What there is to tell besides.</param>
/// <param name="Problem">Why it can't be done as it is.</param>
public sealed record StepTrial(JsonObject? Suggested, long Rows, long Cells, string? Note, string? Problem)
{
    /// <summary>The column of labels that it would make, or null.</summary>
    public string? Column { get; init; }

    /// <summary>That column's labels with their rows, in natural order.</summary>
    public IReadOnlyList<LabelCount> Labels { get; init; } = [];
}

/// <summary>One label with its rows.</summary>
public sealed record LabelCount(string Label, int Count);

/// <summary>A run of rows as text.</summary>
public sealed record RowSlice(int First, IReadOnlyList<IReadOnlyList<string>> Rows);

/// <summary>A cell that its column's type can't read.</summary>
public sealed record UnreadableCell(int Row, string Column, string Text);

/// <summary>What is changed of a column; null leaves it.</summary>
public sealed record ColumnChange
{
    public string? Name { get; init; }

    public ColumnType? Type { get; init; }

    public bool? DecimalComma { get; init; }

    public DateOrder? Dates { get; init; }

    public string? Unit { get; init; }

    /// <summary>In what the numbers are counted ("thousand"); empty for ones.</summary>
    public string? Multiplier { get; init; }
}
