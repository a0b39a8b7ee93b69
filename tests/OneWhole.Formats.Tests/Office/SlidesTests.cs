using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Presentation;
using DocumentFormat.OpenXml.Spreadsheet;
using DocumentFormat.OpenXml.Validation;
using OneWhole.Formats.Handing;
using A = DocumentFormat.OpenXml.Drawing;
using C = DocumentFormat.OpenXml.Drawing.Charts;

namespace OneWhole.Formats.Tests.Office;

/// <summary>The slides of every form: valid, whole, and what they show is bound to the workbook inside them.</summary>
[Trait("Speed", "Slow")]
public sealed class SlidesTests
{
    public static TheoryData<string> Each() => WorkbookTests.Each();

    private static PresentationDocument Written(HandedStudy study, HandingSize? size = null) =>
        PresentationDocument.Open(new MemoryStream(HandOver.Find("figure.pptx").ToBytes(study, size ?? new HandingSize(960, 600))), false);

    [Theory]
    [MemberData(nameof(Each))]
    public void The_open_format_SDK_finds_nothing_wrong_in_slides_and_their_workbooks(string study)
    {
        using PresentationDocument document = Written(WorkbookTests.Handed(study));
        var validator = new OpenXmlValidator(FileFormatVersions.Microsoft365);
        ValidationErrorInfo[] findings = [.. validator.Validate(document)];
        Assert.True(
            findings.Length == 0,
            string.Join('\n', findings.Take(5).Select(finding => $"{finding.Part?.Uri} {finding.Path?.XPath}: {finding.Description}"))
        );
        WorkbookTests.AssertWhole(document);
        foreach (ChartPart chart in document.PresentationPart!.SlideParts.SelectMany(slide => slide.ChartParts))
        {
            Assert.Equal(chart.ChartSpace!.GetFirstChild<C.ExternalData>()!.Id!.Value, chart.GetIdOfPart(chart.EmbeddedPackagePart!));
            using SpreadsheetDocument workbook = SpreadsheetDocument.Open(chart.EmbeddedPackagePart!.GetStream(), false);
            Assert.Empty(validator.Validate(workbook));
            AssertBound(chart.ChartSpace, workbook);
        }
    }

    /// <summary>Each reference of the chart leads to cells of the workbook that have what the chart has of them.</summary>
    private static void AssertBound(C.ChartSpace chart, SpreadsheetDocument workbook)
    {
        var sheets = workbook
            .WorkbookPart!.Workbook!.Sheets!.Elements<Sheet>()
            .ToDictionary(
                sheet => sheet.Name!.Value!,
                sheet =>
                    ((WorksheetPart)workbook.WorkbookPart.GetPartById(sheet.Id!.Value!))
                        .Worksheet!.Descendants<Cell>()
                        .ToDictionary(cell => cell.CellReference!.Value!)
            );
        string? At(string reference, int at)
        {
            string[] parts = reference.Split('!');
            string[] ends = parts[1].Replace("$", "", StringComparison.Ordinal).Split(':');
            string letters = string.Concat(ends[0].TakeWhile(char.IsLetter));
            Cell? cell = sheets[parts[0].Trim('\'')]
                .GetValueOrDefault(
                    $"{letters}{int.Parse(ends[0][letters.Length..], System.Globalization.CultureInfo.InvariantCulture) + at}"
                );
            return cell?.InlineString?.InnerText ?? cell?.CellValue?.Text;
        }
        foreach (C.NumberReference numbers in chart.Descendants<C.NumberReference>())
        {
            Assert.All(numbers.NumberingCache!.Elements<C.NumericPoint>(), point =>
                Assert.Equal(At(numbers.Formula!.Text, (int)point.Index!.Value), point.NumericValue!.Text)
            );
        }
        foreach (C.StringReference texts in chart.Descendants<C.StringReference>())
        {
            Assert.All(texts.StringCache!.Elements<C.StringPoint>(), point =>
                Assert.Equal(At(texts.Formula!.Text, (int)point.Index!.Value), point.NumericValue!.Text)
            );
        }
        Assert.NotEmpty(chart.Descendants<C.NumberReference>());
    }

    [Fact]
    public void A_title_is_a_title_the_speaker_has_statement_and_proofs_and_long_workings_go_on_over_slides()
    {
        string rows = string.Join('\n', Enumerable.Range(1, 45).Select(row => $"cause {row},{1000 - row}"));
        Core.Tables.Table table = Formats
            .Reading.TableFile.Read(
                new MemoryStream(System.Text.Encoding.UTF8.GetBytes($"Cause,Minutes\n{rows}\n")),
                "delays.csv",
                Formats.Reading.ReadSettings.Found
            )
            .Table;
        Core.Studies.Study study = Core.Studies.StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "title": "Delays", "parts": {"column": "Cause"}, "value": """
                + """{"sum": "Minutes"}, "form": {"kind": "sharebars"}}"""
        );
        using PresentationDocument document = Written(new HandedStudy("Delays", study, Core.Workings.WorkingsSet.Run(table, study)));
        SlidePart[] slides =
        [
            .. document
                .PresentationPart!.Presentation!.SlideIdList!.Elements<SlideId>()
                .Select(id => (SlidePart)document.PresentationPart.GetPartById(id.RelationshipId!.Value!)),
        ];
        Assert.Equal(4, slides.Length);
        Assert.All(slides, slide =>
            Assert.Single(slide.Slide!.Descendants<PlaceholderShape>(), place => place.Type?.Value == PlaceholderValues.Title)
        );
        Assert.Equal([21, 21, 6], slides.Skip(1).Select(slide => slide.Slide!.Descendants<A.TableRow>().Count()));
        Assert.Contains("cause 45", slides[3].Slide!.InnerText, StringComparison.Ordinal);
        string notes = slides[0].NotesSlidePart!.NotesSlide!.InnerText;
        Assert.Contains("100 % is all minutes", notes, StringComparison.Ordinal);
        Assert.Contains("45 causes add up to the whole", notes, StringComparison.Ordinal);
    }

    [Fact]
    public void A_slide_has_its_title_caption_and_tie_out_an_alternative_text_and_the_workings_as_a_table()
    {
        using PresentationDocument document = Written(WorkbookTests.Handed(WorkbookTests.Stacked));
        SlidePart[] slides =
        [
            .. document
                .PresentationPart!.Presentation!.SlideIdList!.Elements<SlideId>()
                .Select(id => (SlidePart)document.PresentationPart.GetPartById(id.RelationshipId!.Value!)),
        ];
        Assert.Equal(2, slides.Length);
        string[] texts = [.. slides[0].Slide!.Descendants<A.Text>().Select(text => text.Text)];
        Assert.Equal("=SUM(1) what it is", texts[0]);
        Assert.Contains("100 % is each route: three wholes.", texts[1], StringComparison.Ordinal);
        Assert.Contains("adds up", texts[2], StringComparison.Ordinal);
        Assert.StartsWith(
            "Stacked.",
            slides[0].Slide!.Descendants<NonVisualDrawingProperties>().Single(named => named.Name == "figure").Description!.Value,
            StringComparison.Ordinal
        );
        Assert.Equal(16, slides[1].Slide!.Descendants<A.TableRow>().Count());
        Assert.Equal(
            16.0 / 9,
            (double)document.PresentationPart.Presentation.SlideSize!.Cx! / document.PresentationPart.Presentation.SlideSize.Cy!,
            3
        );
        using PresentationDocument narrow = Written(
            WorkbookTests.Handed(WorkbookTests.Stacked.Replace("stacked", "mekko", StringComparison.Ordinal)),
            new HandingSize(800, 600)
        );
        Assert.Equal(
            4.0 / 3,
            (double)narrow.PresentationPart!.Presentation!.SlideSize!.Cx! / narrow.PresentationPart.Presentation.SlideSize.Cy!,
            3
        );
        // A form without a chart of its kind is a group of named shapes.
        Assert.Contains(narrow.PresentationPart.SlideParts.SelectMany(slide => slide.Slide!.Descendants<GroupShape>()), group =>
            group
                .Descendants<Shape>()
                .Any(shape =>
                    shape.NonVisualShapeProperties!.NonVisualDrawingProperties!.Name!.Value!.StartsWith("bar-", StringComparison.Ordinal)
                )
        );
    }

    [Fact]
    public void The_workings_follow_on_a_slide_of_their_own_where_they_are_wanted()
    {
        HandedStudy study = WorkbookTests.Handed(WorkbookTests.Stacked);
        using PresentationDocument both = Written(study),
            alone = Written(study, new HandingSize(960, 600) { HasWorkings = false });
        Assert.Equal((2, 1), (both.PresentationPart!.SlideParts.Count(), alone.PresentationPart!.SlideParts.Count()));
        Assert.Empty(alone.PresentationPart.SlideParts.Single().Slide!.Descendants<A.Table>());
    }
}
