using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using DocumentFormat.OpenXml.Validation;
using OneWhole.Core.Charts;
using OneWhole.Core.Studies;
using OneWhole.Core.Tests;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using C = DocumentFormat.OpenXml.Drawing.Charts;
using Table = OneWhole.Core.Tables.Table;

namespace OneWhole.Formats.Tests.Office;

/// <summary>The workbook of every form: valid by the open-format SDK, whole part by part, and its chart shows the workings.</summary>
[Trait("Speed", "Slow")]
public sealed class WorkbookTests
{
    /// <summary>Not every route has every kind, and some have two rows of one.</summary>
    private const string Rows =
        "Kind: Strongly disagree | Disagree | Neutral | Agree | Strongly agree | Strongly disagree | Disagree | Neutral | Agree | "
        + "Strongly disagree | Disagree | Strongly agree;Route: Hallin | Hallin | Hallin | Hallin | Hallin | Oskery | Oskery | Oskery | "
        + "Oskery | Tarn Holm | Tarn Holm | Tarn Holm;Fares: 10.5 | 3 | 3 | 2.25 | 3 | 1 | 4 | 6 | 7 | 2 | 9 | 8;Trips: 1 | 2 | "
        + "3 | 4 | 5 | 6 | 7 | 8 | 9 | 10 | 11 | 12";

    internal const string Stacked =
        """{"format": "onewhole.study/1", "parts": {"column": "Kind"}, "groups": {"column": "Route"}, "value": {"sum": "Fares"}, """
        + """ "order": {"parts": ["Strongly disagree", "Disagree", "Neutral", "Agree", "Strongly agree"]}, "form": {"kind": "stacked"}}""";

    public static TheoryData<string> Each() =>
        EveryShape.Studies(
            study => IsDrawn(study, TableOf.Columns(Rows.Split(';'))),
            """{"whole": {"of": "part"}}""",
            """{"whole": {"given": 100}}""",
            """{"fold": {"keep": 2}}""",
            """{"finish": {"labels": "both", "trimZeros": true}}""",
            """{"each": {"column": "Route"}}""",
            """{"where": [{"column": "Kind", "is": []}]}"""
        );

    /// <summary>Whether a study can be drawn of a table.</summary>
    internal static bool IsDrawn(Study study, Table table)
    {
        try
        {
            return new HandedStudy("", study, WorkingsSet.Run(table, study)).Draw(640, 400).Marks.Count > 0;
        }
        catch (StudyException)
        {
            return false;
        }
    }

    internal static HandedStudy Handed(string study, string rows = Rows)
    {
        Study read = StudyFormat.Standard.Read(study);
        return new HandedStudy("=SUM(1) what it is", read, WorkingsSet.Run(TableOf.Columns(rows.Split(';')), read));
    }

    private static SpreadsheetDocument Written(HandedStudy study) =>
        SpreadsheetDocument.Open(new MemoryStream(HandOver.Find("figure.xlsx").ToBytes(study, new HandingSize(960, 600))), false);

    [Theory]
    [MemberData(nameof(Each))]
    public void The_open_format_SDK_finds_nothing_wrong(string study)
    {
        using SpreadsheetDocument document = Written(Handed(study));
        ValidationErrorInfo[] findings = [.. new OpenXmlValidator(FileFormatVersions.Microsoft365).Validate(document)];
        Assert.True(
            findings.Length == 0,
            string.Join('\n', findings.Take(5).Select(finding => $"{finding.Part?.Uri} {finding.Path?.XPath}: {finding.Description}"))
        );
        AssertWhole(document);
    }

    /// <summary>Every relationship has its part, every sheet its id, and nothing reaches outside or can run.</summary>
    internal static void AssertWhole(OpenXmlPackage document)
    {
        OpenXmlPart[] parts = [.. document.GetAllParts()];
        Assert.All(parts, part =>
        {
            Assert.Empty(part.ExternalRelationships);
            Assert.Empty(part.HyperlinkRelationships);
            Assert.DoesNotContain("macro", part.ContentType, StringComparison.OrdinalIgnoreCase);
            Assert.DoesNotContain("vba", part.ContentType, StringComparison.OrdinalIgnoreCase);
        });
        if (document is SpreadsheetDocument { WorkbookPart: { } workbook })
        {
            Sheet[] sheets = [.. workbook.Workbook!.Sheets!.Elements<Sheet>()];
            Assert.Equal(sheets.Length, workbook.WorksheetParts.Count());
            Assert.Equal(sheets.Length, sheets.Select(sheet => sheet.Id!.Value).Distinct().Count());
            Assert.All(sheets, sheet => Assert.IsType<WorksheetPart>(workbook.GetPartById(sheet.Id!.Value!)));
        }
    }

    [Theory]
    [MemberData(nameof(Each))]
    public void The_charts_points_are_the_workings(string study)
    {
        HandedStudy handed = Handed(study);
        using SpreadsheetDocument document = Written(handed);
        WorkingsResult workings = handed.Workings.Values[0].Workings;
        NativeChart? chart = handed.Workings.Column is null ? workings.Division.Study.Form.Form.Chart(workings) : null;
        DrawingsPart drawing = document.WorkbookPart!.WorksheetParts.Select(part => part.DrawingsPart).OfType<DrawingsPart>().Single();
        if (chart is null)
        {
            Assert.Empty(drawing.ChartParts);
            Assert.Contains(drawing.WorksheetDrawing!.Descendants<DocumentFormat.OpenXml.Drawing.Spreadsheet.Shape>(), _ => true);
            return;
        }
        C.ChartSpace space = drawing.ChartParts.Single().ChartSpace!;
        OpenXmlElement[] series = [.. space.Descendants().Where(element => element.LocalName == "ser")];
        Assert.Equal(chart.Series.Count, series.Length);
        foreach ((int at, ChartSeries own) in chart.Series.Index())
        {
            Dictionary<uint, double> points = series[at]
                .Descendants<C.NumberingCache>()
                .Single()
                .Elements<C.NumericPoint>()
                .ToDictionary(
                    point => point.Index!.Value,
                    point => double.Parse(point.NumericValue!.Text, System.Globalization.CultureInfo.InvariantCulture)
                );
            for (uint category = 0; category < chart.Categories.Count; category++)
            {
                double? expected = own.At((int)category) is { IsAbsent: false } number ? number.Value.ToDouble() : null;
                Assert.Equal(expected, points.TryGetValue(category, out double value) ? value : null);
            }
        }
        // A spacer is laid out, not drawn, and has no entry in the key.
        uint[] hidden = [.. space.Descendants<C.LegendEntry>().Select(entry => entry.Index!.Val!.Value)];
        Assert.All(chart.Series.Index().Where(own => own.Item.Fill is null && chart.HasKey), own =>
        {
            Assert.Contains((uint)own.Index, hidden);
            Assert.NotNull(
                series[own.Index].GetFirstChild<C.ChartShapeProperties>()!.GetFirstChild<DocumentFormat.OpenXml.Drawing.NoFill>()
            );
        });
    }

    [Fact]
    public void Labels_that_begin_like_formulas_stay_text()
    {
        HandedStudy handed = Handed(Stacked, "Kind: =1+1 | +a | -b | @c;Route: =x | =x | y | y;Fares: 1 | 2 | 3 | 4");
        using SpreadsheetDocument document = Written(handed);
        CellFormats formats = document.WorkbookPart!.WorkbookStylesPart!.Stylesheet!.CellFormats!;
        Cell[] cells =
        [
            .. document
                .WorkbookPart.WorksheetParts.SelectMany(part => part.Worksheet!.Descendants<Cell>())
                .Where(cell => cell.InlineString?.InnerText is [('=' or '+' or '-' or '@'), ..]),
        ];
        Assert.NotEmpty(cells);
        Assert.All(cells, cell =>
        {
            Assert.Null(cell.CellFormula);
            Assert.True(((CellFormat)formats.ElementAt((int)cell.StyleIndex!.Value)).QuotePrefix?.Value);
        });
    }

    [Fact]
    public void More_rows_than_are_kept_leave_amounts_as_values_and_say_so()
    {
        string[] numbers = [.. Enumerable.Range(1, 20_001).Select(i => $"{i % 7}")];
        Study read = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "form": {"kind": "pareto"}}"""
        );
        var table = new Table("many", [TableOf.Column("Part", numbers.Select(number => $"p{number}"))]);
        using SpreadsheetDocument document = Written(new HandedStudy("many", read, WorkingsSet.Run(table, read)));
        string[] texts =
        [
            .. document
                .WorkbookPart!.WorksheetParts.SelectMany(part => part.Worksheet!.Descendants<Cell>())
                .Select(cell => cell.InlineString?.InnerText ?? ""),
        ];
        Assert.Contains(texts, text => text.StartsWith("20,001 rows are used, and at most 20,000 stand here", StringComparison.Ordinal));
        Assert.DoesNotContain(
            document.WorkbookPart.WorksheetParts.SelectMany(part => part.Worksheet!.Descendants<CellFormula>()),
            formula => formula.Text.Contains("SUMIFS", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void What_no_program_opens_in_good_time_is_refused_with_what_to_do()
    {
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"count": "rows"}, "form": {"kind": "sharebars"} }"""
        );
        var table = new Core.Tables.Table("many", [TableOf.Column("Part", Enumerable.Range(0, 100_001).Select(part => $"p {part}"))]);
        var many = new HandedStudy("Many", study, WorkingsSet.Run(table, study));
        StudyException refused = Assert.Throws<StudyException>(() => HandOver.Find("figure.xlsx").ToBytes(many, new HandingSize(960, 600)));
        Assert.Contains("100,001 rows; a workbook holds at most 100,000", refused.Message);
        // Slides and pages of it are drawn all the same, and say what they leave to other files.
        Assert.NotEmpty(HandOver.Find("figure.pptx").ToBytes(many, new HandingSize(960, 600)));
        Assert.Contains(
            "and 95,001 rows more",
            System.Text.Encoding.UTF8.GetString(HandOver.Find("page.html").ToBytes(many, new HandingSize(960, 600)))
        );
    }
}
