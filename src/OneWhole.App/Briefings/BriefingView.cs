using System.Text.Json.Nodes;
using OneWhole.App.Refreshing;
using OneWhole.Core.Briefings;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;

namespace OneWhole.App.Briefings;

/// <summary>A briefing in the list.</summary>
public sealed record BriefingSummary(string Id, string Title, int Studies, string Changed)
{
    /// <summary>Why it can't be opened, or null.</summary>
    public string? Problem { get; init; }
}

/// <summary>A table as it stands on a page.</summary>
public sealed record BriefingTable(
    IReadOnlyList<string> Heads,
    IReadOnlyList<bool> Numbers,
    IReadOnlyList<IReadOnlyList<string>> Rows,
    int RowCount
);

/// <summary>A study as it stands on a page.</summary>
/// <param name="Id">The study.</param>
/// <param name="Title">Its title.</param>
/// <param name="Statement">What is shown, and what 100 % is.</param>
public sealed record BriefingStudy(string Id, string Title, string Statement)
{
    public string TableId { get; init; } = "";

    public Figure? Figure { get; init; }

    public BriefingTable? Table { get; init; }

    /// <summary>The column of its parts, and of its groups; null where they are columns themselves, or there are none.</summary>
    public string? Parts { get; init; }

    public string? Groups { get; init; }

    /// <summary>By row of the figure, what stands there: its part and its group.</summary>
    public required IReadOnlyList<BriefingRow> Rows { get; init; }

    /// <summary>What running text can have of it.</summary>
    public required IReadOnlyList<NamedReading> Readings { get; init; }

    /// <summary>Which columns of the page's filter do not act on it, in words; empty where all do.</summary>
    public required string Remark { get; init; }

    public bool AddsUp { get; init; }
}

/// <summary>A row of a figure on a page.</summary>
/// <param name="Lines">What is said of it at the pointer, its name first.</param>
public sealed record BriefingRow(int Row, string? Part, string? Group, IReadOnlyList<string> Lines);

/// <summary>A block of a page.</summary>
public sealed record BlockView(string Key, string Kind, int Span, string Show)
{
    /// <summary>The text as it is written, with the names of its readings.</summary>
    public required string Text { get; init; }

    /// <summary>The text as it is read.</summary>
    public required IReadOnlyList<TextSegment> Segments { get; init; }

    public BriefingStudy? Study { get; init; }

    /// <summary>What is wrong with it.</summary>
    public string? Problem { get; init; }
}

/// <summary>A clause of the page's filter, in words.</summary>
public sealed record FilterWords(string Column, string Text);

/// <summary>A column that the page can be filtered by.</summary>
/// <param name="Labels">Its labels, the first ones.</param>
/// <param name="Studies">How many studies of the page have it.</param>
public sealed record BriefingFilterColumn(string Column, IReadOnlyList<string> Labels, int Studies);

/// <summary>A table of the page whose source has something newer.</summary>
public sealed record NewerTable(string Id, string Name);

/// <summary>What taking newer rows moved.</summary>
public sealed record BriefingRefresh(string Table, int RowsBefore, int RowsAfter, string? Problem, IReadOnlyList<StudyChange> Studies);

/// <summary>A briefing as it is shown.</summary>
public sealed record BriefingView(string Id, long Revision, string Title, int Columns)
{
    public bool CanUndo { get; init; }

    public bool CanRedo { get; init; }

    /// <summary>What its last change was, in words: what an undo takes back.</summary>
    public string LastChange { get; init; } = "";

    public string Changed { get; init; } = "";

    /// <summary>How many of its columns stand side by side in the room that it has.</summary>
    public int SideBySide { get; init; }

    /// <summary>The document.</summary>
    public required JsonObject Document { get; init; }

    public required IReadOnlyList<FilterWords> Filter { get; init; }

    /// <summary>What was picked on the page, in words; null where nothing is.</summary>
    public string? Picked { get; init; }

    public required IReadOnlyList<BlockView> Blocks { get; init; }

    public required IReadOnlyList<BriefingFilterColumn> FilterColumns { get; init; }
}
