using System.Text.Json.Nodes;

namespace OneWhole.Core.Workings;

/// <summary>The table of calculated columns behind a figure, with its readings and its proofs.</summary>
public sealed record WorkingsResult(
    Division Division,
    IReadOnlyList<WorkingColumn> Columns,
    JsonObject Readings,
    IReadOnlyList<TieOutLine> TieOut)
{
    public int RowCount => Division.RowCount;

    public WorkingColumn? Find(string key) => Columns.FirstOrDefault(column => column.Key == key);

    public WorkingColumn this[string key] => Find(key) ?? throw new KeyNotFoundException($"The workings have no column \"{key}\".");

    /// <summary>What the form has computed for its own use.</summary>
    public required object Computed { get; init; }
}
