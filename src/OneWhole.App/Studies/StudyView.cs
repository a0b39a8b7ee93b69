using System.Text.Json.Nodes;
using OneWhole.App.Elsewhere;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Tables;

namespace OneWhole.App.Studies;

/// <summary>A kind of file that a study can leave as.</summary>
/// <param name="PixelRatios">For pictures of pixels, in which sizes; else one.</param>
public sealed record HandOverKind(string Kind, string Name, string Detail, IReadOnlyList<int> PixelRatios)
{
    /// <summary>The papers that it can be laid out on; none where it has no pages.</summary>
    public required IReadOnlyList<PaperKind> Papers { get; init; }
}

/// <summary>An amount that would reach a goal.</summary>
/// <param name="Text">The goal, the amount, and by how much it differs.</param>
/// <param name="Amount">The amount, to be tried.</param>
public sealed record ReachView(string Text, string Amount);

/// <summary>A way to ask what changed.</summary>
/// <param name="Text">From what to what.</param>
/// <param name="Detail">Where the two are from.</param>
/// <param name="Bridge">The study that answers it.</param>
public sealed record ChangeView(string Text, string Detail, LikelyStudy Bridge);

/// <summary>What the charts of workbooks and slides do not show of a figure.</summary>
/// <param name="Words">In a sentence; null where nothing is missing.</param>
public sealed record ChartLimits(string? Words);

/// <summary>A sheet of paper by its name.</summary>
public sealed record PaperKind(string Kind, string Name);

/// <summary>What is said to who looks for something that is not there, and the shape that is offered instead.</summary>
public sealed record AnswerView(string Text, string Form, string Shape);

/// <summary>Small figures.</summary>
/// <param name="Column">Of what there is one for each value.</param>
/// <param name="Values">The values, in the order of the figures.</param>
/// <param name="Shown">Whose workings are shown, from 0.</param>
/// <param name="Remarks">Proofs of all values that are not simply fulfilled, each with its value.</param>
public sealed record PanelsView(string Column, IReadOnlyList<string> Values, int Shown, IReadOnlyList<string> Remarks);

/// <summary>A part or a group that is put elsewhere by hand.</summary>
/// <param name="Label">Which one.</param>
/// <param name="Groups">Whether it is a group.</param>
/// <param name="To">Into whose place; null to move it by so many places.</param>
/// <param name="By">By how many places, earlier ones below 0.</param>
public sealed record LabelMove(string Label, bool Groups = false, string? To = null, int By = 0);

/// <summary>Parts or groups that are left out, or alone left in.</summary>
/// <param name="Labels">Which ones.</param>
/// <param name="Groups">Whether they are groups.</param>
/// <param name="Only">Whether all others go.</param>
public sealed record NarrowedLabels(IReadOnlyList<string> Labels, bool Groups = false, bool Only = false)
{
    /// <summary>"Fog left out".</summary>
    internal string Words => $"{(Labels.Count == 1 ? Labels[0] : $"{Labels.Count} of them")} {(Only ? "only" : "left out")}";
}

/// <summary>The settings of looks that act, and the names of those that would change nothing now.</summary>
public sealed record SettingsView(IReadOnlyList<Setting> Settings, IReadOnlyList<string> Idle);

/// <summary>A study as it is listed, with a small figure.</summary>
public sealed record StudySummary(
    string Id,
    long Revision,
    string Title,
    string Statement,
    string TableId,
    string TableName,
    string Changed,
    Figure? Figure,
    string? Problem
)
{
    /// <summary>Its title, with a number where an older study has the same one: no two studies have one name.</summary>
    public string Name { get; init; } = "";
}

/// <summary>How a new table is understood, and what is likely to be asked of it.</summary>
/// <param name="Shape">Long or wide.</param>
/// <param name="Words">"Read as wide: Men and Women stand side by side."</param>
/// <param name="Together">The columns that stand side by side.</param>
/// <param name="LeftOut">Columns that are neither counted nor parts, each with the reason.</param>
/// <param name="CanBeWide">Whether it has two columns of amounts that could be taken together.</param>
/// <param name="Studies">The likeliest first.</param>
public sealed record LikelyView(
    TableShape Shape,
    string Words,
    IReadOnlyList<string> Together,
    IReadOnlyList<string> LeftOut,
    bool CanBeWide,
    IReadOnlyList<LikelyStudy> Studies
);

/// <summary>A study that is proposed for a table.</summary>
/// <param name="Title">"Takings by product".</param>
/// <param name="Statement">The whole sentence.</param>
/// <param name="Study">The document.</param>
/// <param name="Figure">Small; null where it can't be drawn.</param>
public sealed record LikelyStudy(string Title, string Statement, JsonObject Study, Figure? Figure);

/// <summary>Everything that the study screen shows.</summary>
public sealed record StudyView
{
    public required string Id { get; init; }

    public required long Revision { get; init; }

    public required bool CanUndo { get; init; }

    public required bool CanRedo { get; init; }

    /// <summary>What its last change was, in words or as the place that was set: what an undo takes back.</summary>
    public required string LastChange { get; init; }

    public required string TableId { get; init; }

    public required string TableName { get; init; }

    /// <summary>When it was saved, ISO 8601.</summary>
    public required string Changed { get; init; }

    /// <summary>The title, or the heading that stands for it.</summary>
    public required string Title { get; init; }

    public required JsonObject Study { get; init; }

    public required IReadOnlyList<Phrase> Statement { get; init; }

    /// <summary>Clauses that can be added to the statement.</summary>
    public required IReadOnlyList<Offer> Offers { get; init; }

    /// <summary>The settings of looks.</summary>
    public required IReadOnlyList<Setting> Settings { get; init; }

    /// <summary>Where there are small figures, of what, and whose workings are shown; else null.</summary>
    public PanelsView? Panels { get; init; }

    /// <summary>What is said to who looks for something that is not there.</summary>
    public required IReadOnlyList<AnswerView> Answers { get; init; }

    /// <summary>Null where the study does not fit its table (any more).</summary>
    public WorkingsView? Workings { get; init; }

    /// <summary>What should be known of the study, and is no proof.</summary>
    public IReadOnlyList<RemarkView> Remarks { get; init; } = [];

    public Figure? Figure { get; init; }

    /// <summary>What is wrong, where there are no workings or no figure.</summary>
    public string? Problem { get; init; }

    /// <summary>The problem's kind: "wrong-password", "engine-lost", "engine", "stopped" of rows elsewhere; else the study's own.</summary>
    public string? ProblemCode { get; init; }

    /// <summary>The one change that lets the form be drawn, where there is one.</summary>
    public string? Remedy { get; init; }

    /// <summary>Where the table's rows are, when they stay there; null for rows that are here.</summary>
    public LeftLink? Left { get; init; }

    /// <summary>The source that they are of, whose password may be asked for.</summary>
    public string? SourceId { get; init; }

    /// <summary>When the cells of rows elsewhere were asked for, in UTC.</summary>
    public DateTime? AsOf { get; init; }
}

/// <summary>One column of the workings as shown.</summary>
public sealed record WorkingsColumnView(string Key, string Label, string Unit, bool Quiet, bool Text, string Rule)
{
    /// <summary>Whether it is the same for all rows of a group.</summary>
    public bool OfGroup { get; init; }
}

/// <summary>A group's row of subtotals.</summary>
public sealed record GroupRowView(string Label, IReadOnlyList<string> Cells);

/// <summary>One row as shown.</summary>
/// <param name="Key">The part's key.</param>
/// <param name="Fill">The colour of its bar.</param>
public sealed record WorkingsRowView(int Row, string Key, IReadOnlyList<string> Cells, string? Fill)
{
    /// <summary>The part, the group, or both.</summary>
    public required string Name { get; init; }

    public string? Group { get; init; }
}

/// <summary>One proof as shown.</summary>
public sealed record TieOutView(string Id, string Status, string Text, string? Remedy, IReadOnlyList<string> Names);

/// <summary>A remark as shown, with the words of what can be done about it.</summary>
public sealed record RemarkView(string Id, string Text, string? Remedy);

/// <summary>The workings as shown.</summary>
public sealed record WorkingsView
{
    public required IReadOnlyList<WorkingsColumnView> Columns { get; init; }

    public required int RowCount { get; init; }

    /// <summary>
    /// What tells these workings from others of the study: rows that are asked for later come with the same, or not at all.
    /// </summary>
    public string Stamp { get; init; } = "";

    /// <summary>A row of subtotals before the rows of each group, which are equally many; none where rows are not grouped.</summary>
    public required IReadOnlyList<GroupRowView> Groups { get; init; }

    /// <summary>The first rows; more are asked for by page.</summary>
    public required IReadOnlyList<WorkingsRowView> Rows { get; init; }

    /// <summary>The whole under the double rule, one cell a column.</summary>
    public required IReadOnlyList<string> Whole { get; init; }

    public required IReadOnlyList<TieOutView> TieOut { get; init; }

    public required JsonObject Readings { get; init; }

    public string? Verdict { get; init; }
}

/// <summary>One shape of a form in the strip.</summary>
/// <param name="Why">Why it does not suit, or null.</param>
public sealed record StripItem(string Form, string Shape, string Name, bool Chosen, Figure? Figure, string? Why, string? Remedy)
{
    /// <summary>Other words by which it is looked for.</summary>
    public string Also { get; init; } = "";

    /// <summary>Whether the figure is of invented amounts, because these rows can't be drawn so.</summary>
    public bool IsSample { get; init; }
}

/// <summary>One value of a filter's list with its amount.</summary>
public sealed record FilterValue(string Label, string Amount, double Share, bool Chosen);

/// <summary>The values of a column that a clause looks at.</summary>
public sealed record FilterList(string Column, string Noun, ColumnType Type, IReadOnlyList<FilterValue> Values, int Count);

/// <summary>What several selected rows make together.</summary>
public sealed record SelectionReading(string Text)
{
    /// <summary>A form in which what is selected compares better, and its shape; null where there is none.</summary>
    public string? Form { get; init; }

    public string? Shape { get; init; }

    public string? FormText { get; init; }
}

/// <summary>What a filter by least amount would leave.</summary>
public sealed record LeastPreview(string Text, int Parts, JsonObject Clause);
