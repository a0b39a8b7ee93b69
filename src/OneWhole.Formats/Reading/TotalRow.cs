using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Reading;

/// <summary>Recognises a total as the last row, which would count everything twice, and compares it with the rows above it.</summary>
internal static class TotalRow
{
    private static readonly string[] Words = ["total", "totals", "grand total", "sum", "all", "overall", "total:", "sum:"];

    /// <returns>The question whether to leave it out, and its number of each column; null where the last row is no total.</returns>
    public static (ReadNote Note, IReadOnlyDictionary<string, ExactDecimal> Numbers)? Find(Table table)
    {
        int last = table.RowCount - 1;
        if (last < 2)
        {
            return null;
        }
        // One label that says so, or none at all; every other label is blank.
        (string Column, string Label)[] labels = [.. table.Columns.Where(column => column.Info.Type != ColumnType.Quantity).Select(column => (column.Name, column.Cells.TextAt(last).Trim())).Where(label => label.Item2.Length > 0)];
        bool named = labels.Length == 1 && Words.Contains(labels[0].Label.ToLowerInvariant());
        var compared = new List<string>();
        var found = new Dictionary<string, ExactDecimal>();
        int equal = 0, numbers = 0;
        foreach (Column column in table.Columns.Where(column => column.Info.Type == ColumnType.Quantity))
        {
            if (column.Numbers.At(last) is not { } total)
            {
                continue;
            }
            numbers++;
            found[column.Name] = new ExactDecimal(total, column.Numbers.Scale);
            ExactInt sum = default;
            for (int row = 0; row < last; row++)
            {
                sum += column.Numbers.At(row) ?? default;
            }
            equal += sum == total ? 1 : 0;
            string Text(ExactInt units) => NumberText.Exact(new ExactDecimal(units, column.Numbers.Scale));
            compared.Add(sum == total ? $"{column.Name} {Text(total)}, as its rows" : $"{column.Name} {Text(total)}, {Text((total - sum).Abs())} {(total > sum ? "more" : "less")} than its rows");
        }
        if (numbers == 0 || !(named || (labels.Length == 0 && equal == numbers)))
        {
            return null;
        }
        string shown = string.Join("; ", compared.Take(4)) + (compared.Count > 4 ? $"; and {compared.Count - 4} more" : "");
        // By its label where it has one: fresh rows may come without a total.
        JsonObject step = named
            ? new JsonObject { ["do"] = "leave-out", ["where"] = new JsonArray(new JsonObject { ["column"] = labels[0].Column, ["is"] = new JsonArray(labels[0].Label) }) }
            : new JsonObject { ["do"] = "skip-rows", ["last"] = 1 };
        return (new ReadNote("total-row", $"The last row{(named ? $", “{labels[0].Label}”," : "")} looks like a total and would count everything twice: {shown}.", Ask: true)
        {
            Answers = [new ReadAnswer("keep it as a row", true), new ReadAnswer("leave it out", false) { Step = step }],
        }, found);
    }
}
