using System.Globalization;
using System.Net;
using System.Text;
using System.Text.RegularExpressions;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tests;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>
/// A share is one number wherever it is printed: label, note at the pointer, workings, reading, table that is handed over, workbook.
/// </summary>
[Trait("Speed", "Slow")]
public sealed partial class OneShareTests
{
    private static readonly Core.Tables.Table Table = TableOf.Columns(
        "Part: a | b | c | d | e | a | b | c | d | e | a | b | c | d | e",
        "Group: x | x | x | x | x | y | y | y | y | y | z | z | z | z | z",
        "Amount: 1 | 1 | 1 | 0.002 | 7 | 2 | 2 | 2.5 | 30 | 0.4 | 3 | 9 | 9 | 9 | 1"
    );

    public static TheoryData<string, int, bool, bool> Cases()
    {
        var cases = new TheoryData<string, int, bool, bool>();
        foreach (Form form in FormList.Standard.Forms)
        {
            foreach (int decimals in (int[])[0, 1, 3])
            {
                cases.Add(form.Kind, decimals, false, false);
                cases.Add(form.Kind, decimals, true, false);
                cases.Add(form.Kind, decimals, false, true);
                cases.Add(form.Kind, decimals, true, true);
            }
        }
        return cases;
    }

    [GeneratedRegex(@"<?[−+]?\d[\d,]*(\.\d+)?(?=[ \u00a0]%)")]
    private static partial Regex Percents();

    [Theory]
    [MemberData(nameof(Cases))]
    public void Each_print_of_a_share_has_the_same_digits(string kind, int decimals, bool fold, bool reconcile)
    {
        Form form = FormList.Standard.Find(kind, "kind");
        string where =
            form.PartsWanted == 2 ? """, "where": [{"column": "Part", "is": ["a", "e"]}]"""
            : form.GroupsWanted == 2 ? """, "where": [{"column": "Group", "is": ["x", "y"]}]"""
            : "";
        foreach (string groups in (string[])["", """, "groups": {"column": "Group"}"""])
        {
            if (groups.Length == 0 && form.Groups == GroupUse.Required)
            {
                continue;
            }
            Study study = StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}{{groups}}, "value": """
                    + $$"""{"sum": "Amount"}{{where}}{{(fold ? ", \"fold\": {\"keep\": 3}" : "")}}, "rounding": """
                    + $$"""{"decimals": {{decimals}}, "reconcile": {{(reconcile ? "true" : "false")}} }, "finish": """
                    + $$"""{"labels": "share"}, "form": {"kind": "{{kind}}"} }"""
            );
            WorkingsResult workings = Calculator.Run(Table, study);
            if (workings.Find("shownShare") is { } shown)
            {
                string what = $"{kind}, {decimals} decimals{(fold ? ", folded" : "")}{(reconcile ? ", reconciled" : "")}{groups}";
                Compare(workings, shown, what);
                CompareFiles(new HandedStudy("t", study, WorkingsSet.Of(workings)), workings, shown, what);
            }
        }
    }

    private static void Compare(WorkingsResult workings, WorkingColumn shown, string what)
    {
        Division division = workings.Division;
        Figure figure = FigureDrawer.Draw(workings, 1600, 1000, TextMeasurer.Shared);
        var table = new WorkingsTable(workings);
        int place = workings.Columns.ToList().IndexOf(shown),
            labels = 0;
        for (int row = 0; row < workings.RowCount; row++)
        {
            if (shown.Exact(row) is not { } percent)
            {
                continue;
            }
            string printed = ShareText.Of(workings, row);
            Assert.Equal(printed[..^2], ShareText.Number(percent, division.Amount(row).IsZero, division.Study.Rounding.Decimals));
            string note = string.Join("; ", PointedReading.Of(workings, row));
            Assert.True(note.Contains(printed, StringComparison.Ordinal), $"{what}: the note \"{note}\" does not say {printed}");
            Assert.Equal(printed, table.Row(row)[place]);
            foreach (
                TextMark label in figure
                    .Marks.OfType<TextMark>()
                    .Where(mark => mark.Role == MarkRole.Label && mark.Row == row && mark.Text.Any(char.IsDigit))
            )
            {
                // A Pareto's labels print the number alone: its axis says percent.
                string number = Percents().Match(label.Text) is { Success: true } found ? found.Value : label.Text;
                Assert.True(
                    number == printed[..^2] || label.Id.StartsWith("amount-", StringComparison.Ordinal),
                    $"{what}: the label says {label.Text}, the workings {printed}"
                );
                labels++;
            }
        }
        Assert.True(labels > 0, $"{what}: no label was compared");
        if (!division.HasGroups && NamedReading.Of(workings).FirstOrDefault(reading => reading.Name == "largest-share") is { } largest)
        {
            int first = Enumerable
                .Range(0, workings.RowCount)
                .First(row => division.Parts[row].Label == NamedReading.Of(workings).First(reading => reading.Name == "largest").Text);
            Assert.Equal(ShareText.Of(workings, first), largest.Text);
        }
    }

    /// <summary>
    /// What is handed over says the same: pages and pictures in the same digits, tables and workbooks in the number that they are made of.
    /// </summary>
    private static void CompareFiles(HandedStudy handed, WorkingsResult workings, WorkingColumn shown, string what)
    {
        var size = new HandingSize(1600, 1000);
        string Text(string kind) => WebUtility.HtmlDecode(Encoding.UTF8.GetString(HandOver.Find(kind).ToBytes(handed, size)));
        string page = Text("page.html"),
            plain = Text("workings.md");
        string[] csv = Text("workings.csv").Split("\r\n");
        int place = Array.IndexOf(csv[0].Split(','), "shownShare");
        double[] cells = [.. ShownCells(handed, size)];
        int at = 0;
        for (int row = 0; row < workings.RowCount; row++)
        {
            string cell = csv[row + 1].Split(',')[place];
            if (shown.Number(row) is not { } number)
            {
                Assert.Equal("", cell);
                continue;
            }
            string printed = ShareText.Of(workings, row);
            Assert.True(page.Contains(printed, StringComparison.Ordinal), $"{what}: the page does not say {printed}");
            Assert.True(plain.Contains(printed, StringComparison.Ordinal), $"{what}: the plain table does not say {printed}");
            Assert.Equal(number, double.Parse(cell, CultureInfo.InvariantCulture));
            Assert.True(
                at < cells.Length && Math.Abs(cells[at] - number) < 1e-9,
                $"{what}: the workbook has {(at < cells.Length ? cells[at] : null)} in row {row}, the workings {number}"
            );
            at++;
        }
    }

    /// <summary>
    /// The numbers under the heading "shown share" on the workbook's sheet of workings, subtotals and what stands below aside.
    /// </summary>
    private static IEnumerable<double> ShownCells(HandedStudy handed, HandingSize size)
    {
        using SpreadsheetDocument document = SpreadsheetDocument.Open(
            new MemoryStream(HandOver.Find("figure.xlsx").ToBytes(handed, size)),
            false
        );
        WorkbookPart book = document.WorkbookPart!;
        Sheet sheet = book.Workbook!.Sheets!.Elements<Sheet>()
            .Single(found => found.Name!.Value!.StartsWith("Workings", StringComparison.Ordinal));
        Row[] rows = [.. ((WorksheetPart)book.GetPartById(sheet.Id!.Value!)).Worksheet!.Descendants<Row>()];
        string TextOf(Cell cell) => cell.InlineString?.InnerText ?? cell.CellValue?.Text ?? "";
        string Letter(Cell cell) => cell.CellReference!.Value!.TrimEnd([.. "0123456789"]);
        Cell heading = rows.SelectMany(row => row.Elements<Cell>()).First(cell => TextOf(cell) == "shown share");
        Cell part = rows.SelectMany(row => row.Elements<Cell>()).First(cell => TextOf(cell) == "part no.");
        foreach (Row row in rows)
        {
            Cell[] all = [.. row.Elements<Cell>()];
            // A row of the workings has the number of its part; a subtotal has none.
            bool isRow = all.Any(cell =>
                Letter(cell) == Letter(part) && double.TryParse(TextOf(cell), NumberStyles.Float, CultureInfo.InvariantCulture, out _)
            );
            if (
                isRow
                && all.FirstOrDefault(cell => Letter(cell) == Letter(heading)) is { } cell
                && double.TryParse(TextOf(cell), NumberStyles.Float, CultureInfo.InvariantCulture, out double number)
            )
            {
                yield return number;
            }
        }
    }
}
