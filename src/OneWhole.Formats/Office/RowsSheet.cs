using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Office;

/// <summary>
/// The rows used, one under the other: its number in the table, the numbers of its part and group, whether it is used, and what it adds.
/// Sums go by those numbers, because conditional sums over text take *, ? and > for patterns and ignore case.
/// </summary>
internal static class RowsSheet
{
    /// <summary>More rows than this are left out, and amounts stand as values.</summary>
    public const int MostRows = 20_000;

    private const int HeadRow = 4;

    /// <summary>Why the rows can't stand there, in words; null where they can.</summary>
    private static string? WhyNot(Division division) =>
        division.Study.Trials.Length > 0 ? "Some amounts are tried and not counted, so that rows would not add up to them"
        : division.Before is not null ? "They are the rows of two wholes"
        : UsedRows.Most(division) > MostRows ? $"{NumberText.Count(division.Rows.Used)} rows are used, and at most {NumberText.Count(MostRows)} stand here" : null;

    /// <returns>Null where the rows can't stand there.</returns>
    public static Sheet? Write(WorkingsResult workings, string number)
    {
        Division division = workings.Division;
        if (WhyNot(division) is not null)
        {
            return null;
        }
        Sheet sheet = Named(number);
        sheet.FrozenRows = HeadRow;
        sheet.Text(1, 1, $"The rows of {division.Table.Name} that are counted", new CellStyle { Large = true });
        sheet.Text(2, 1, "Set used to 0 to leave a row out; change an amount, and everything follows.", new CellStyle { Quiet = true });
        string[] heads = ["row", "part no.", "group no.", "used", "amount", "part", "group"];
        for (int at = 0; at < heads.Length - (division.HasGroups ? 0 : 1); at++)
        {
            sheet.Text(HeadRow, at + 1, heads[at], new CellStyle { Bold = true, Ruled = true, Right = at < 5 });
            sheet.Widths[at + 1] = at < 5 ? 10 : 26;
        }
        var amount = new CellStyle($"#,##0{(division.Scale == 0 ? "" : "." + new string('0', Math.Min(4, division.Scale)))}");
        int line = HeadRow;
        foreach (UsedRow row in UsedRows.Of(division))
        {
            line++;
            sheet.Number(line, 1, row.Row + 1);
            sheet.Number(line, 2, row.Part + 1);
            sheet.Number(line, 3, row.Group + 1);
            sheet.Number(line, 4, row.IsUsed ? 1 : 0);
            sheet.Number(line, 5, row.Amount.ToDouble(), amount);
            sheet.Text(line, 6, division.Parts[row.Part].Label);
            if (division.HasGroups)
            {
                sheet.Text(line, 7, division.Groups![row.Group].Label);
            }
        }
        return sheet;
    }

    private static Sheet Named(string number) => new($"Rows{(number.Length > 0 ? " " : "")}{number}");

    /// <summary>A sheet that says why there are no rows.</summary>
    public static Sheet WriteNone(WorkingsResult workings, string number)
    {
        Sheet sheet = Named(number);
        sheet.Text(1, 1, $"The rows of {workings.Division.Table.Name} are left out", new CellStyle { Large = true });
        sheet.Text(2, 1, $"{WhyNot(workings.Division)}: the amounts of the workings are values, and everything else is a formula on them.");
        return sheet;
    }
}
