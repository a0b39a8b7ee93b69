using System.Text;
using System.Text.Json.Nodes;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Validation;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;

namespace OneWhole.App.Tests;

/// <summary>Pages of several studies: their filter, what is picked, their text, their colours, and how they leave.</summary>
public sealed class BriefingTests : AppTest
{
    private const string Revenue =
        "Season,Route,Type,Revenue\nSummer,North,Cars,10\nSummer,North,Foot,30\nSummer,South,Cars,20\nWinter,South,Foot,"
        + "5\nWinter,North,Cars,35\n";
    private const string Survey = "Route,Answer\nNorth,good\nNorth,good\nSouth,poor\n";

    private readonly string _table;
    private readonly string _second;

    public BriefingTests()
    {
        _table = BringIn(Revenue, "revenue.csv").Id;
        _second = BringIn(Survey, "survey.csv").Id;
    }

    private string Study(string table, string rest) => Studies.Add(table, $$"""{"format": "onewhole.study/1", {{rest}} }""");

    private BriefingView Page() =>
        Briefings.Start(
            "The month",
            [
                Study(
                    _table,
                    """ "title": "Who pays", "parts": {"column": "Type"}, "value": {"sum": "Revenue"}, "form": {"kind": "pie"} """
                ),
                Study(
                    _table,
                    """ "title": "Where", "parts": {"column": "Type"}, "groups": {"column": "Route"}, "value": """
                        + """{"sum": "Revenue"}, "form": {"kind": "stacked"} """
                ),
                Study(_second, """ "title": "How it was", "parts": {"column": "Answer"}, "form": {"kind": "pareto"} """),
            ]
        );

    private BriefingView Change(BriefingView page, Action<JsonObject> change, BriefingPick? pick = null)
    {
        var document = (JsonObject)page.Document.DeepClone();
        change(document);
        return Briefings.Change(page.Id, page.Revision, document.ToJsonString(), "changed", pick);
    }

    private static string ReadingOf(BriefingView page, string block, string name) =>
        page.Blocks.Single(each => each.Key == block).Study!.Readings.Single(reading => reading.Name == name).Text;

    private static JsonArray Only(string column, params string[] labels) =>
        [new JsonObject { ["column"] = column, ["is"] = new JsonArray([.. labels.Select(label => JsonValue.Create(label))]) }];

    [Fact]
    public void A_filter_acts_on_each_study_whose_table_has_the_column_and_is_told_where_it_does_not()
    {
        BriefingView page = Page();
        Assert.Equal("100 revenue", ReadingOf(page, "b1", "whole"));
        page = Change(page, document => document["filter"] = Only("Season", "Summer"));
        Assert.Equal(["only season is Summer"], page.Filter.Select(clause => clause.Text));
        Assert.Equal("60 revenue", ReadingOf(page, "b1", "whole"));
        Assert.Contains("100 % is all revenue in these rows: 60.", page.Blocks[0].Study!.Statement);
        Assert.Equal("3 rows", ReadingOf(page, "b3", "whole"));
        Assert.Equal(["", "", "not filtered by season: its table has no such column"], page.Blocks.Select(block => block.Study!.Remark));
        Assert.Equal("Season", page.FilterColumns.Single(column => column.Column == "Season").Column);
        Assert.Equal(3, page.FilterColumns.Single(column => column.Column == "Route").Studies);
        page = Briefings.Undo(page.Id, page.Revision, null);
        Assert.Equal("100 revenue", ReadingOf(page, "b1", "whole"));
    }

    /// <summary>Figures are laid out for the room that the page has; columns stand side by side where each can be read.</summary>
    [Theory]
    [InlineData(null, 2, 608)]
    [InlineData(1240.0, 2, 608)]
    [InlineData(5000.0, 2, 608)]
    [InlineData(700.0, 2, 338)]
    [InlineData(640.0, 1, 640)]
    [InlineData(296.0, 1, 296)]
    [InlineData(1.0, 1, 260)]
    [InlineData(double.NaN, 2, 608)]
    [InlineData(double.PositiveInfinity, 2, 608)]
    public void A_page_fits_the_room_that_it_has(double? width, int sideBySide, double figure)
    {
        BriefingView page = Briefings.Get(Page().Id, null, width);
        Assert.Equal(sideBySide, page.SideBySide);
        Assert.Equal(2, page.Columns);
        Assert.All(page.Blocks, block => Assert.Equal(figure, block.Study!.Figure!.Width));
    }

    [Fact]
    public void What_is_picked_narrows_the_page_and_is_not_stored()
    {
        BriefingView page = Page();
        BriefingView picked = Briefings.Get(page.Id, new BriefingPick("Route", "North"));
        Assert.Equal("only route is North", picked.Picked);
        Assert.Equal("75 revenue", ReadingOf(picked, "b1", "whole"));
        Assert.Equal("2 rows", ReadingOf(picked, "b3", "whole"));
        Assert.Equal(page.Revision, picked.Revision);
        Assert.Equal("100 revenue", ReadingOf(Briefings.Get(page.Id, null), "b1", "whole"));
    }

    [Fact]
    public void Readings_in_the_text_follow_the_numbers_and_a_missing_one_is_told()
    {
        BriefingView page = Change(Page(), document => ((JsonArray)document["blocks"]!).Add(
                new JsonObject
                {
                    ["key"] = "b4",
                    ["kind"] = "text",
                    ["text"] = "We took [[b1.whole]], [[b3.cut-1]]; [[b9.whole]].",
                }
            ));
        string Text(BriefingView view) => string.Concat(view.Blocks[3].Segments.Select(segment => segment.Text));
        Assert.Equal("We took 100 revenue, 2 of 2 answers make 80 %; –.", Text(page));
        Assert.True(page.Blocks[3].Segments.Single(segment => segment.Reading == "b9.whole").Problem);
        page = Change(page, document => document["filter"] = Only("Season", "Winter"));
        Assert.Equal("We took 40 revenue, 2 of 2 answers make 80 %; –.", Text(page));
    }

    [Fact]
    public void A_part_has_one_colour_on_the_page_also_when_others_are_filtered_away()
    {
        BriefingView page = Page();
        string? ColourOf(BriefingView view, int block, string part) =>
            view.Blocks[block]
                .Study!.Figure!.Marks.Where(mark => mark.Role == MarkRole.Bar && mark.Part == part)
                .Select(mark =>
                    mark switch
                    {
                        RectMark rect => rect.Fill,
                        PathMark path => path.Fill,
                        _ => null,
                    }
                )
                .FirstOrDefault();
        string foot = ColourOf(page, 0, "Foot")!;
        Assert.Equal(foot, ColourOf(page, 1, "Foot"));
        Assert.NotEqual(foot, ColourOf(page, 1, "Cars"));
        Assert.Equal(foot, ColourOf(Briefings.Get(page.Id, new BriefingPick("Type", "Foot")), 1, "Foot"));
    }

    [Fact]
    public void A_page_is_refused_that_is_none_and_a_study_that_is_gone_is_told()
    {
        BriefingView page = Page();
        Assert.Equal(
            "blocks[0].kind",
            Assert.Throws<StudyException>(() => Change(page, document => document["blocks"]![0]!["kind"] = "picture")).Place
        );
        Assert.Throws<StudyException>(() => Change(page, document => document["blocks"]![1]!["key"] = "b1"));
        Assert.Equal(page.Revision, Briefings.Get(page.Id, null).Revision);
        Studies.Remove(page.Blocks[0].Study!.Id);
        BriefingView left = Briefings.Get(page.Id, null);
        Assert.StartsWith("There is no such study", left.Blocks[0].Problem);
        Assert.NotNull(left.Blocks[1].Study!.Figure);
    }

    [Fact]
    public void It_leaves_as_a_page_as_paper_and_as_slides_with_the_filter_that_it_was_made_with()
    {
        BriefingView page = Change(Page(), document =>
        {
            document["filter"] = Only("Season", "Summer");
            document["blocks"]![1]!["show"] = "both";
            ((JsonArray)document["blocks"]!).Insert(
                0,
                new JsonObject
                {
                    ["key"] = "b0",
                    ["kind"] = "text",
                    ["text"] = "In all [[b1.whole]] <now>.",
                }
            );
        });
        string html = Encoding.UTF8.GetString(Briefings.HandOver(page.Id, "html", null).Bytes());
        Assert.Contains("In all 60 revenue &lt;now&gt;.", html);
        Assert.Contains("only season is Summer", html);
        Assert.Contains("not filtered by season", html);
        Assert.Equal(3, html.Split("<figure ").Length - 1);
        Assert.Equal(1, html.Split("<table>").Length - 1);

        LeavingFile file = Briefings.HandOver(page.Id, "pdf", null);
        (byte[] bytes, string type, string name) = (file.Bytes(), file.Type, file.Name);
        Assert.Equal(("application/pdf", "the-month.pdf"), (type, name));
        Assert.Equal("%PDF", Encoding.ASCII.GetString(bytes, 0, 4));

        using PresentationDocument slides = PresentationDocument.Open(
            new MemoryStream(Briefings.HandOver(page.Id, "pptx", new BriefingPick("Route", "North")).Bytes()),
            false
        );
        Assert.Empty(new OpenXmlValidator(DocumentFormat.OpenXml.FileFormatVersions.Microsoft365).Validate(slides));
        // The opening text, three figures, and the workings of one.
        Assert.Equal(5, slides.PresentationPart!.SlideParts.Count());
        Assert.All(slides.PresentationPart.SlideParts, slide =>
            Assert.Contains("only season is Summer, only route is North", slide.Slide!.InnerText)
        );
    }
}
