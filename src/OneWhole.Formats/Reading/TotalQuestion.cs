using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Reading;

/// <summary>Tells of rows that add up others and would count everything twice, and compares them with what they add up.</summary>
public static class TotalQuestion
{
    /// <summary>The kind of its note.</summary>
    public const string Code = "total-row";

    private const int MostCompared = 4;

    /// <returns>The question whether to leave them out, and the number of each column in the row that is the total of all; null where no
    /// row is a total.</returns>
    public static (ReadNote Note, IReadOnlyDictionary<string, ExactDecimal> Numbers)? Of(Table table)
    {
        IReadOnlyList<TotalRow> totals = TotalRows.Find(table);
        TotalRow[] sure = [.. totals.Where(total => total.IsSure)];
        if (sure.Length > 1)
        {
            string rows =
                string.Join(", ", sure.Take(6).Select(total => NumberText.Count(total.Row + 1)))
                + (sure.Length > 6 ? $" and {sure.Length - 6} more" : "");
            return (
                Question(
                    $"Rows {rows} add up the rows beside them and would count them again{NamesOf(table, sure)}.",
                    true,
                    LeaveOut(table, sure)
                ),
                NumbersOf(table, sure[^1].Row)
            );
        }
        int last = table.RowCount - 1;
        // One that only says that it is a total is asked about where it stands last.
        bool saysTotal = table.RowCount >= 3 && LabelsOf(table, last) is [var only] && TotalRows.SaysTotal(only.Label);
        int row =
            sure.Length > 0 ? sure[0].Row
            : saysTotal ? last
            : totals.Count > 0 && WorthAsking(table, totals[0].Row) ? totals[0].Row
            : -1;
        if (row < 0 || NumbersOf(table, row) is not { Count: > 0 } numbers)
        {
            return null;
        }
        RowLabel[] labels = LabelsOf(table, row);
        string named = labels.Length == 1 ? $", “{labels[0].Label}”," : "",
            place = row == last ? "The last row"
            : row == 0 ? "The first row"
            : $"Row {NumberText.Count(row + 1)}";
        string[] compared = [.. numbers.Select(pair => Compared(table.Find(pair.Key)!, row))];
        string shown =
            string.Join("; ", compared.Take(MostCompared))
            + (compared.Length > MostCompared ? $"; and {compared.Length - MostCompared} more" : "");
        JsonObject step =
            sure.Length > 0 ? LeaveOut(table, sure)
            : labels.Length > 0
                ? new JsonObject
                {
                    ["do"] = "leave-out",
                    ["where"] = new JsonArray(new JsonObject { ["column"] = labels[0].Column, ["is"] = new JsonArray(labels[0].Label) }),
                }
            : new JsonObject { ["do"] = "skip-rows", [row == 0 ? "first" : "last"] = 1 };
        return (Question($"{place}{named} looks like a total and would count everything twice: {shown}.", sure.Length > 0, step), numbers);
    }

    /// <summary>One number of two digits may be the sum of others by chance, and nobody would be helped by the question.</summary>
    private static bool WorthAsking(Table table, int row) =>
        (row == 0 || row == table.RowCount - 1)
        && NumbersOf(table, row).Values.Sum(number => Math.Log10(1 + Math.Abs(number.ToDouble()))) >= 2.5;

    /// <summary>The step that leaves totals out: found by their numbers, and by what they are called now.</summary>
    private static JsonObject LeaveOut(Table table, IReadOnlyList<TotalRow> totals)
    {
        var step = new JsonObject { ["do"] = "leave-out-totals" };
        if (TotalRows.NamesOf(table, [.. totals.Select(total => total.Row)]) is var (column, labels))
        {
            step["column"] = column;
            step["labels"] = new JsonArray([.. labels.Select(label => JsonValue.Create(label))]);
        }
        return step;
    }

    private static ReadNote Question(string text, bool leaves, JsonObject step) =>
        new(Code, text, Ask: true)
        {
            Answers = [new ReadAnswer("count it", !leaves), new ReadAnswer("leave it out", leaves) { Step = step }],
        };

    /// <summary>What a row is called in a column of labels.</summary>
    private sealed record RowLabel(string Column, string Label);

    private static RowLabel[] LabelsOf(Table table, int row) =>
        [
            .. table
                .Columns.Where(column => column.Info.Type != ColumnType.Quantity)
                .Select(column => new RowLabel(column.Name, column.Cells.TextAt(row).Trim()))
                .Where(label => label.Label.Length > 0),
        ];

    private static string NamesOf(Table table, TotalRow[] totals) =>
        string.Join(
            ", ",
            totals
                .Select(total => LabelsOf(table, total.Row).Select(label => label.Label).FirstOrDefault())
                .OfType<string>()
                .Distinct()
                .Take(3)
                .Select(label => $"“{label}”")
        )
            is { Length: > 0 } names
            ? $": {names}{(totals.Length > 3 ? " …" : "")}"
            : "";

    private static Dictionary<string, ExactDecimal> NumbersOf(Table table, int row) =>
        table
            .Columns.Where(column => column.Info.Type == ColumnType.Quantity && column.Numbers.At(row) is not null)
            .ToDictionary(column => column.Name, column => new ExactDecimal(column.Numbers.At(row)!.Value, column.Numbers.Scale));

    private static string Compared(Column column, int row)
    {
        ExactInt total = column.Numbers.At(row)!.Value,
            sum = default;
        for (int other = 0; other < column.Count; other++)
        {
            sum += other == row ? default : column.Numbers.At(other) ?? default;
        }
        string Text(ExactInt units) => NumberText.Exact(new ExactDecimal(units, column.Numbers.Scale));
        return sum == total
            ? $"{column.Name} {Text(total)}, as its rows"
            : $"{column.Name} {Text(total)}, {Text((total - sum).Abs())} {(total > sum ? "more" : "less")} than its rows";
    }
}
