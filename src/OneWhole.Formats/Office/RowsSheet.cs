using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

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

    /// <summary>
    /// More rows than this, and what is counted once a value is told and not found again: each row is compared with all before it.
    /// </summary>
    public const int MostDistinct = 2_000;

    /// <summary>
    /// Whether distinct counts are found from the rows: a cell beside each has the number of its value. Counts of folded parts are sums
    /// over
    /// parts that have no number here.
    /// </summary>
    public static bool FindsDistinct(Division division) =>
        division.Study.Value is Measure.Distinct
        && UsedRows.Most(division) <= MostDistinct
        && division.Parts.All(part => part.Kind != EntryKind.Folded)
        && division.Groups?.Any(group => group.Kind == EntryKind.Folded) != true;

    /// <summary>
    /// The columns besides what is counted that columns of the workings are made of. Of a wide table a row stands once for each of its
    /// cells, and where amounts are left out or turned rows are as well, which means and quotients don't follow: there are none.
    /// </summary>
    public static IReadOnlyList<string> MoreColumns(WorkingsResult workings) =>
        workings.Division.Study is not { Parts: Axis.Labels or Axis.Bands, Negatives: Negatives.Keep } study || study.Groups is Axis.Columns
            ? []
            : [.. workings.Columns.Select(column => column.Rule).OfType<Rule.OfRows>().SelectMany(rule => rule.Columns).Distinct()];

    /// <summary>The column of one of those, from 1.</summary>
    public static int? ColumnOf(WorkingsResult workings, string name) =>
        MoreColumns(workings).ToList().IndexOf(name) is >= 0 and var at ? FirstMore + at : null;

    /// <summary>After row, part no., group no., used, amount, part and group.</summary>
    private const int FirstMore = 8;

    /// <summary>Why the rows can't stand there, in words; null where they can.</summary>
    private static string? WhyNot(Division division) =>
        division.Study.Trials.Length > 0 ? "Some amounts are tried and not counted, so that rows would not add up to them"
        : division.Table.Source is { } source
            ? source.Words
                + (
                    division.AsOf is { } asOf
                        ? ", asked as of "
                            + asOf.ToLocalTime().ToString("yyyy-MM-dd HH:mm", System.Globalization.CultureInfo.InvariantCulture)
                        : ""
                )
        : division.Before is not null ? "They are the rows of two wholes"
        : UsedRows.Most(division) > MostRows
            ? $"{NumberText.Count(division.Rows.Used)} rows are used, and at most {NumberText.Count(MostRows)} stand here"
        : null;

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
            sheet.Text(
                HeadRow,
                at + 1,
                heads[at],
                new CellStyle
                {
                    Bold = true,
                    Ruled = true,
                    Right = at < 5,
                }
            );
            sheet.Widths[at + 1] = at < 5 ? 10 : 26;
        }
        var amount = new CellStyle($"#,##0{(division.Scale == 0 ? "" : "." + new string('0', Math.Min(4, division.Scale)))}");
        Func<int, int>? valueOf = FindsDistinct(division) ? UsedRows.ValueOf(division) : null;
        (int Column, NumberView Numbers)[] more =
        [
            .. MoreColumns(workings).Select(name => (ColumnOf(workings, name)!.Value, division.Table.Find(name)!.Numbers)),
        ];
        foreach (
            (int at, string name) in (IEnumerable<(int, string)>)
                [
                    .. valueOf is null ? [] : ((int, string)[])[(FirstMore, "value no.")],
                    .. MoreColumns(workings).Select(name => (ColumnOf(workings, name)!.Value, name)),
                ]
        )
        {
            sheet.Text(
                HeadRow,
                at,
                name,
                new CellStyle
                {
                    Bold = true,
                    Ruled = true,
                    Right = true,
                }
            );
            sheet.Widths[at] = 12;
        }
        int line = HeadRow;
        foreach (UsedRow row in UsedRows.Of(division))
        {
            line++;
            foreach ((int column, NumberView numbers) in more)
            {
                if (row.IsUsed && numbers.At(row.Row) is { } beside)
                {
                    sheet.Number(line, column, new Fraction(beside, ExactInt.PowerOfTen(numbers.Scale)).ToDouble());
                }
            }
            sheet.Number(line, 1, row.Row + 1);
            sheet.Number(line, 2, row.Part + 1);
            sheet.Number(line, 3, row.Group + 1);
            sheet.Number(line, 4, row.IsUsed ? 1 : 0);
            if (valueOf is null)
            {
                sheet.Number(line, 5, row.Amount.ToDouble(), amount);
            }
            else
            {
                WriteDistinct(sheet, line, valueOf(row.Row), row.Amount.ToDouble(), amount);
            }
            sheet.Text(line, 6, division.Parts[row.Part].Label);
            if (division.HasGroups)
            {
                sheet.Text(line, 7, division.Groups![row.Group].Label);
            }
        }
        return sheet;
    }

    /// <summary>A value counts in the first used row of its part and group.</summary>
    private static void WriteDistinct(Sheet sheet, int line, int value, double amount, CellStyle style)
    {
        if (value >= 0)
        {
            sheet.Number(line, FirstMore, value + 1);
        }
        string UpTo(int column) => $"{Sheet.Letter(column)}${HeadRow + 1}:{Sheet.Letter(column)}{line}";
        string Cell(int column) => Sheet.Place(line, column);
        string here = string.Join(',', ((int[])[2, 3, FirstMore]).Select(column => $"{UpTo(column)},{Cell(column)}"));
        sheet.Formula(line, 5, $"IF(OR({Cell(FirstMore)}=\"\",{Cell(4)}<>1),0,IF(COUNTIFS({here},{UpTo(4)},1)=1,1,0))", amount, style);
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
