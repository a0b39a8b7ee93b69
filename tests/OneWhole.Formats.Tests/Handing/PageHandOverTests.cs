using System.IO.Compression;
using System.Text;
using DocumentFormat.OpenXml.Packaging;
using OneWhole.Core.Briefings;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Tests;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>A page of several studies as it leaves: read back by readers that are not ours.</summary>
public sealed class PageHandOverTests
{
    private static readonly Table Fares = TableOf.Columns(
        "Kind: Single | Return | Group | Single | Return | Group",
        "Season: Summer | Summer | Summer | Winter | Winter | Winter",
        "Money: 123456.5 | 432198 | 77725.25 | 234575.75 | 87613 | 54250.5"
    );

    private static Study Read(string title, string form, string more = "") =>
        StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "title": "{{title}}", "parts": {"column": "Kind"}, "value": """
                + $$"""{"sum": "Money"}, "form": {{form}}{{more}} }"""
        );

    private static ComputedBlock Block(
        string key,
        Study study,
        BlockShow show = BlockShow.Figure,
        IReadOnlyList<Clause>? filter = null,
        int span = 1,
        Table? table = null
    )
    {
        (Study laid, IReadOnlyList<string> remarks) = SharedFilter.Apply(study, table ?? Fares, filter ?? []);
        return new ComputedBlock(
            new BriefingBlock(key)
            {
                Kind = BlockKind.Study,
                Study = key,
                Show = show,
                Span = span,
            },
            new HandedStudy(study.Title, laid, WorkingsSet.Run(table ?? Fares, laid)),
            remarks,
            null
        );
    }

    private static ComputedBlock Words(string key, string text) =>
        new(new BriefingBlock(key) { Kind = BlockKind.Text, Text = text }, null, [], null);

    private static Clause Only(string column, string label) => new(column) { Is = [label] };

    private static HandedBriefing Page(int columns = 2, bool sharesOnly = false, params Clause[] filter) =>
        HandedBriefing.Of(
            new Briefing { Title = "The fares of the year", Columns = columns },
            filter,
            [
                Block("b1", Read("What tickets bring in", """{"kind": "pie", "hole": 0.6}"""), BlockShow.Both, filter),
                Words("b2", "In all [[b1.whole]], and the largest is [[b1.largest]]."),
                Block(
                    "b3",
                    Read("By season", """{"kind": "stacked"}""", """, "groups": {"column": "Season"} """),
                    BlockShow.Figure,
                    filter
                ),
                Block("b4", Read("Largest first", """{"kind": "pareto"}"""), BlockShow.Workings, filter),
            ],
            sharesOnly
        );

    private static string TextOf(Page page) => string.Join(' ', page.GetWords().Select(word => word.Text));

    [Fact]
    public void Its_PDF_has_the_papers_size_the_filter_and_every_title_as_text_with_fonts_inside()
    {
        foreach (Paper paper in Paper.All)
        {
            using PdfDocument pdf = PdfDocument.Open(
                BriefingHandOver.Find("pdf").ToBytes(Page(2, false, Only("Season", "Summer")), new BriefingPaper(paper, 15))
            );
            Assert.All(pdf.GetPages(), page =>
            {
                Assert.Equal(paper.Width / 25.4 * 72, page.Width, 0.5);
                Assert.Equal(paper.Height / 25.4 * 72, page.Height, 0.5);
                double margin = 15 / 25.4 * 72 - 1;
                // Nothing stands in the margins.
                Assert.All(page.GetWords(), word =>
                    Assert.True(
                        word.BoundingBox.Left >= margin
                            && word.BoundingBox.Right <= page.Width - margin
                            && word.BoundingBox.Bottom >= margin,
                        $"{paper.Kind}: \"{word.Text}\" at {word.BoundingBox}"
                    )
                );
                Assert.All(page.Letters, letter => Assert.NotNull(letter.FontName));
            });
            string text = string.Join(' ', pdf.GetPages().Select(TextOf));
            foreach (
                string said in (string[])
                    [
                        "The fares of the year",
                        "only season is Summer",
                        "What tickets bring in",
                        "By season",
                        "In all 633,379.75 money, and the largest is Return.",
                        "Kind",
                        "432,198",
                    ]
            )
            {
                Assert.True(text.Contains(said, StringComparison.OrdinalIgnoreCase), $"{paper.Kind} lacks \"{said}\": {text}");
            }
        }
    }

    [Fact]
    public void Rows_of_a_page_that_do_not_fit_go_to_the_next_sheet_whole()
    {
        HandedBriefing long_ = new(
            "Many",
            1,
            "",
            [
                .. Enumerable
                    .Range(0, 7)
                    .Select(at => Block($"b{at}", Read($"Figure number {at}", """{"kind": "sharebars"}""")))
                    .Select(block => HandedBriefing.BlockOf(block, 1, new Dictionary<string, string>())),
            ]
        );
        using PdfDocument pdf = PdfDocument.Open(BriefingHandOver.Find("pdf").ToBytes(long_));
        string[] sheets = [.. pdf.GetPages().Select(TextOf)];
        Assert.InRange(sheets.Length, 3, 7);
        for (int at = 0; at < 7; at++)
        {
            // A figure's title and its proof are on one sheet.
            string sheet = Assert.Single(sheets, sheet => sheet.Contains($"Figure number {at}", StringComparison.Ordinal));
            Assert.Contains("adds up", sheet);
        }
    }

    [Fact]
    public void As_shares_only_no_amount_is_in_any_file_and_readings_are_shares()
    {
        HandedBriefing page = Page(2, sharesOnly: true);
        Assert.Equal("In all 100 %, and the largest is Return.", page.Blocks[1].Text);
        foreach (BriefingHandOver kind in BriefingHandOver.Standard)
        {
            string text = SharesOnlyTests.TextOf(kind.ToBytes(page));
            foreach (
                string amount in (string[])
                    [
                        "123456",
                        "123,456",
                        "432198",
                        "432,198",
                        "77725",
                        "77,725",
                        "234575",
                        "234,575",
                        "54250",
                        "54,250",
                        "1009819",
                        "1,009,819",
                        "519811",
                        "519,811",
                        "358032",
                        "358,032",
                        "131975",
                        "131,975",
                    ]
            )
            {
                int at = text.IndexOf(amount, StringComparison.Ordinal);
                Assert.True(at < 0, $"{kind.Name} has {amount}: {(at < 0 ? "" : text[Math.Max(0, at - 40)..(at + 10)])}");
            }
        }
    }

    [Fact]
    public void A_study_that_reads_other_amounts_is_left_out_of_shares_and_says_why()
    {
        Table widths = TableOf.Columns("Kind: a | b | a | b", "Season: x | x | y | y", "Money: 3 | 4 | 5 | 6", "Width: 10 | 10 | 20 | 20");
        Study mekko = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "title": "Wide", "parts": {"column": "Kind"}, "groups": """
                + """{"column": "Season"}, "value": {"sum": "Money"}, "form": {"kind": "mekko", "height": {"mean": "Width"} } }"""
        );
        ComputedBlock block = Block("b1", mekko, table: widths).AsShares();
        Assert.Null(block.Study);
        Assert.Contains("can't be handed over as shares only", block.Problem);
        string html = Encoding.UTF8.GetString(
            BriefingHandOver
                .Find("html")
                .ToBytes(new HandedBriefing("Wide", 1, "", [HandedBriefing.BlockOf(block, 1, new Dictionary<string, string>())]))
        );
        Assert.Contains("can&#39;t be handed over as shares only", html);
    }

    /// <summary>
    /// As wide as the page and as high as it comes out, valid, with each block where the page has it and the title as a title.
    /// </summary>
    [Fact]
    public void A_page_leaves_as_one_slide_that_looks_like_it()
    {
        using PresentationDocument slides = PresentationDocument.Open(
            new MemoryStream(BriefingHandOver.Find("slide.pptx").ToBytes(Page(2, false, Only("Season", "Winter")))),
            false
        );
        Assert.Empty(
            new DocumentFormat.OpenXml.Validation.OpenXmlValidator(DocumentFormat.OpenXml.FileFormatVersions.Office2013)
                .Validate(slides)
                .Select(fault => fault.Description)
        );
        SlidePart slide = Assert.Single(slides.PresentationPart!.SlideParts);
        DocumentFormat.OpenXml.Presentation.GroupShape[] blocks =
        [
            .. slide.Slide!.Descendants<DocumentFormat.OpenXml.Presentation.GroupShape>(),
        ];
        Assert.True(blocks.Length >= 4);
        long width = slides.PresentationPart.Presentation!.SlideSize!.Cx!.Value,
            height = slides.PresentationPart.Presentation.SlideSize.Cy!.Value;
        Assert.All(blocks, block =>
        {
            DocumentFormat.OpenXml.Drawing.TransformGroup place = block.GroupShapeProperties!.TransformGroup!;
            Assert.InRange(place.Offset!.X!.Value, 0, width - place.Extents!.Cx!.Value);
            Assert.InRange(place.Offset.Y!.Value, 0, height - place.Extents.Cy!.Value);
        });
        Assert.Contains("only season is Winter", slide.Slide.InnerText);
        uint[] ids =
        [
            .. slide.Slide.Descendants<DocumentFormat.OpenXml.Presentation.NonVisualDrawingProperties>().Select(named => named.Id!.Value),
        ];
        Assert.Equal(ids.Length, ids.Distinct().Count());
    }

    [Fact]
    public void Each_slide_states_the_filter_and_text_stands_beside_the_figure_before_it()
    {
        using PresentationDocument slides = PresentationDocument.Open(
            new MemoryStream(BriefingHandOver.Find("pptx").ToBytes(Page(2, false, Only("Season", "Winter")))),
            false
        );
        string[] texts =
        [
            .. slides
                .PresentationPart!.Presentation!.SlideIdList!.Elements<DocumentFormat.OpenXml.Presentation.SlideId>()
                .Select(id => ((SlidePart)slides.PresentationPart.GetPartById(id.RelationshipId!.Value!)).Slide!.InnerText),
        ];
        // Three figures, and the workings of two of them.
        Assert.Equal(5, texts.Length);
        Assert.All(texts, text => Assert.Contains("only season is Winter", text));
        Assert.Contains("In all 376,439.25 money", texts[0]);
        Assert.DoesNotContain("In all", string.Concat(texts[1..]));
    }

    [Fact]
    public void A_filter_says_where_it_does_not_act_and_where_it_leaves_nothing()
    {
        Study study = Read("Fares", """{"kind": "sharebars"}""");
        Assert.Equal(
            ["not filtered by vessel, hall: its table has no such column"],
            Block("b1", study, filter: [Only("Vessel", "Ada"), Only("Hall", "x")]).Remarks
        );
        Assert.Equal(
            ["season is never Autumn or Spring in its table"],
            Block("b1", study, filter: [new Clause("Season") { Is = ["Autumn", "Spring"] }]).Remarks
        );
        Assert.Empty(Block("b1", study, filter: [new Clause("Season") { Is = ["Autumn", "Summer"] }]).Remarks);
        var dates = new Clause("Money")
        {
            From = new RangeEnd.Date("2026-01-01", new DateTime(2026, 1, 1, 0, 0, 0, DateTimeKind.Unspecified), false),
        };
        Assert.Equal(["not filtered by money: its column holds no dates"], Block("b1", study, filter: [dates]).Remarks);
    }

    [Fact]
    public void A_page_without_figures_still_leaves()
    {
        HandedBriefing page = new(
            "Only words",
            1,
            "",
            [HandedBriefing.BlockOf(Words("b1", "Nothing to see.\n\nNot yet."), 1, new Dictionary<string, string>())]
        );
        using PdfDocument pdf = PdfDocument.Open(BriefingHandOver.Find("pdf").ToBytes(page));
        Assert.Contains("Nothing to see. Not yet.", TextOf(pdf.GetPages().Single()));
        using PresentationDocument slides = PresentationDocument.Open(new MemoryStream(BriefingHandOver.Find("pptx").ToBytes(page)), false);
        Assert.Contains("Nothing to see.", slides.PresentationPart!.SlideParts.Single().Slide!.InnerText);
        Assert.Contains("<p class=\"text\">Not yet.</p>", Encoding.UTF8.GetString(BriefingHandOver.Find("html").ToBytes(page)));
        using var zip = new ZipArchive(new MemoryStream(BriefingHandOver.Find("pptx").ToBytes(page)));
        Assert.DoesNotContain(zip.Entries, entry => entry.FullName.Contains("chart", StringComparison.Ordinal));
    }
}
