using System.Text.Json.Nodes;

namespace OneWhole.Core.Workings;

/// <summary>The table of calculated columns behind a figure, with its readings and its proofs.</summary>
public sealed record WorkingsResult(
    Division Division,
    IReadOnlyList<WorkingColumn> Columns,
    JsonObject Readings,
    IReadOnlyList<TieOutLine> TieOut) : Tables.IMeasured
{
    /// <summary>Whether a row stands for a group alone, not for a group and a part (or for a part).</summary>
    public bool RowsAreGroups { get; init; }

    public int RowCount => !RowsAreGroups ? Division.RowCount : Division.IsEmpty ? 0 : Division.GroupCount;

    /// <summary>The part of a row, or null where rows are groups.</summary>
    public Entry? PartOf(int row) => RowsAreGroups ? null : Division.Parts[Division.PartOf(row)];

    /// <summary>The group of a row, or null without groups.</summary>
    public Entry? GroupOf(int row) => Division.Groups?[RowsAreGroups ? row : Division.GroupOf(row)];

    /// <summary>What a row is called: its part, its group, or both.</summary>
    public string NameOf(int row) => (GroupOf(row), PartOf(row)) switch
    {
        (null, { } part) => part.Label,
        ({ } group, null) => group.Label,
        ({ } group, { } part) => $"{part.Label}, {group.Label}",
        _ => "",
    };

    /// <summary>Columns that only labels need: on the screen and in hand-overs after the others, not in the command's workings.</summary>
    public IReadOnlyList<WorkingColumn> LabelColumns { get; init; } = [];

    /// <summary>The amounts, and a little a row: columns are worked out from the amounts as they are asked.</summary>
    public void Measure(Tables.MemoryCount count)
    {
        Division.Measure(count);
        count.Add(this, 2000 + 16L * RowCount);
    }

    public WorkingColumn? Find(string key) => Columns.FirstOrDefault(column => column.Key == key) ?? LabelColumns.FirstOrDefault(column => column.Key == key);

    public WorkingColumn this[string key] => Find(key) ?? throw new KeyNotFoundException($"The workings have no column \"{key}\".");

    /// <summary>What the form has computed for its own use.</summary>
    public required object Computed { get; init; }
}
