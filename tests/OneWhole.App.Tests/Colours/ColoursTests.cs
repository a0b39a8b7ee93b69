using System.Text.Json.Nodes;

namespace OneWhole.App.Tests;

/// <summary>A part has one colour in all studies of a table.</summary>
public sealed class ColoursTests : AppTest
{
    private const string Csv = "Route,Type,Revenue\nNorth,Cars,10\nNorth,Foot,30\nSouth,Cars,20\nSouth,Foot,5\n";

    private StudyView Study(string tableId, string form) =>
        Studies.Get(
            Studies.Add(
                tableId,
                $$"""{"format": "onewhole.study/1", "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "groups": """
                    + $$"""{"column": "Route"}, "form": {"kind": "{{form}}"} }"""
            ),
            700,
            460
        );

    private string? ColourOf(string id, string part) => (string?)Studies.Get(id, 700, 460).Study["finish"]?["colours"]?[part];

    [Fact]
    public void A_colour_goes_to_all_studies_of_the_table_and_comes_back_with_undo()
    {
        string table = BringIn(Csv, "rows.csv").Id,
            other = BringIn(Csv, "others.csv").Id;
        StudyView first = Study(table, "stacked"),
            second = Study(table, "mekko"),
            elsewhere = Study(other, "mekko");
        first = Studies.Change(first.Id, first.Revision, "finish.colours", new JsonObject { ["Cars"] = "#aa3311" }, 700, 460);
        Assert.Equal("#aa3311", ColourOf(second.Id, "Cars"));
        Assert.Null(ColourOf(elsewhere.Id, "Cars"));
        Assert.Contains(Studies.Get(second.Id, 700, 460).Figure!.Marks.OfType<Core.Drawing.RectMark>(), mark => mark.Fill == "#aa3311");

        // One that is started later has it as well, and so has a copy.
        Assert.Equal("#aa3311", ColourOf(Study(table, "nested").Id, "Cars"));

        first = Studies.Undo(first.Id, first.Revision, 700, 460);
        Assert.Null(ColourOf(first.Id, "Cars"));
        Assert.Null(ColourOf(second.Id, "Cars"));
        first = Studies.Redo(first.Id, first.Revision, 700, 460);
        Assert.Equal("#aa3311", ColourOf(second.Id, "Cars"));

        // Taken back in the one, it is taken back in all; another part's stays.
        StudyView now = Studies.Get(second.Id, 700, 460);
        now = Studies.Change(
            now.Id,
            now.Revision,
            "finish.colours",
            new JsonObject { ["Cars"] = "#aa3311", ["Foot"] = "#114455" },
            700,
            460
        );
        Studies.Change(now.Id, now.Revision, "finish.colours", new JsonObject { ["Foot"] = "#114455" }, 700, 460);
        Assert.Null(ColourOf(first.Id, "Cars"));
        Assert.Equal("#114455", ColourOf(first.Id, "Foot"));
    }

    [Fact]
    public void Other_looks_stay_those_of_their_study()
    {
        string table = BringIn(Csv, "rows.csv").Id;
        StudyView first = Study(table, "stacked"),
            second = Study(table, "mekko");
        Studies.Change(first.Id, first.Revision, "finish.source", "the ledger", 700, 460);
        Assert.Equal(second.Revision, Studies.Get(second.Id, 700, 460).Revision);
    }
}
