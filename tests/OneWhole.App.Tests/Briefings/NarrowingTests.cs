using System.Text.Json.Nodes;
using OneWhole.Formats.Reading;

namespace OneWhole.App.Tests;

/// <summary>Parts are left out where they stand, remarks offer what can be done, tables are called and read otherwise.</summary>
public sealed class NarrowingTests : AppTest
{
    private const string Csv =
        "Stop,Kind,Boardings,Landings\nHallin,Adult,812,790\nOskery,Adult,598,610\nTarn Holm,Child,301,320\nBig Wick,Child,90,81\n";

    private string Names(StudyView view) => string.Join(' ', view.Workings!.Rows.Select(row => row.Name));

    private StudyView Narrow(StudyView view, bool only, bool groups, params string[] labels) =>
        Studies.Narrow(view.Id, view.Revision, new NarrowedLabels(labels, groups, only), 700, 460);

    [Fact]
    public void A_part_is_left_out_or_alone_left_in_and_undone_in_one_step()
    {
        StudyView all = Start(BringIn(Csv).Id);
        StudyView without = Narrow(Narrow(all, false, false, "Hallin"), false, false, "Big Wick");
        Assert.Equal("Oskery Tarn Holm", Names(without));
        Assert.Equal("""[{"column":"Stop","isNot":["Hallin","Big Wick"]}]""", without.Study["where"]!.ToJsonString());
        StudyView only = Narrow(without, true, false, "Oskery");
        Assert.Equal(("Oskery", """[{"column":"Stop","is":["Oskery"]}]"""), (Names(only), only.Study["where"]!.ToJsonString()));
        Assert.Equal("Oskery Tarn Holm", Names(Studies.Undo(only.Id, only.Revision, 700, 460)));
    }

    [Fact]
    public void A_column_of_a_wide_table_is_left_out_as_a_part_and_the_last_one_is_not()
    {
        StudyView view = Start(BringIn(Csv).Id);
        view = Studies.Shape(view.Id, view.Revision, "stacked", "amount", 700, 460);
        Assert.Equal("""{"columns":["Boardings","Landings"]}""", view.Study["parts"]!.ToJsonString());
        view = Narrow(view, false, false, "Landings");
        Assert.Equal("""{"columns":["Boardings"]}""", view.Study["parts"]!.ToJsonString());
        Assert.Equal("nothing-left", Assert.Throws<AppException>(() => Narrow(view, false, false, "Boardings")).Code);
        view = Narrow(view, false, true, "Hallin", "Oskery");
        Assert.Equal(2, view.Workings!.RowCount);
    }

    [Fact]
    public void What_stands_beside_is_remarked_and_a_total_among_the_parts_is_left_out_by_its_remark()
    {
        StudyView beside = Start(BringIn(Csv).Id);
        Assert.Contains(beside.Remarks, remark =>
            remark.Id == "beside" && remark.Text.StartsWith("Landings stands beside Boardings", StringComparison.Ordinal)
        );
        StudyView doubled = Start(
            BringIn(
                "Stop,Kind,On\nHallin,Adult,812\nHallin,Child,100\nOskery,Adult,598\nTarn,Adult,301\nAll,Adult,1711\nAll,Child,100\n",
                "all.csv"
            ).Id
        );
        RemarkView all = Assert.Single(doubled.Remarks, remark => remark.Id == "part-is-all");
        StudyView mended = Studies.ApplyRemedy(doubled.Id, doubled.Revision, all.Id, 700, 460);
        Assert.DoesNotContain(mended.Remarks, remark => remark.Id == "part-is-all");
        Assert.Equal("1811", mended.Workings!.Readings["whole"]!.ToJsonString());
    }

    [Fact]
    public void A_rate_that_is_summed_by_hand_is_remarked_with_what_could_be_counted()
    {
        TableView table = BringIn("Stop,Average price,Tickets\nHallin,3.2,812\nOskery,2.9,598\nHallin,3.1,790\n");
        StudyView view = Studies.StartOn(table.Id, "Average price", 700, 460);
        RemarkView summed = Assert.Single(view.Remarks);
        Assert.Equal(("summed", "count Tickets instead"), (summed.Id, summed.Remedy));
        Assert.Empty(Studies.ApplyRemedy(view.Id, view.Revision, "summed", 700, 460).Remarks);
    }

    [Fact]
    public void A_table_is_called_and_read_otherwise()
    {
        TableView table = BringIn(Csv, "stops.csv");
        BringIn(Csv, "piers.csv");
        Assert.Equal("name-taken", Assert.Throws<AppException>(() => Tables.Rename(table.Id, table.Revision, "piers")).Code);
        table = Tables.Rename(table.Id, table.Revision, "Stops of the line");
        Assert.Equal(("Stops of the line", Core.Tables.TableShape.Wide), (table.Name, Studies.Understand(table.Id, 200, 140).Shape));
        table = Tables.Say(table.Id, table.Revision, Core.Tables.TableShape.Long, []);
        StudyView view = Studies.Shape(Start(table.Id).Id, 1, "stacked", "amount", 700, 460);
        Assert.Equal(("Kind", "Boardings"), ((string?)view.Study["groups"]!["column"], (string?)view.Study["value"]!["sum"]));
        Assert.Empty(view.Remarks);
        table = Tables.Undo(table.Id, table.Revision);
        Assert.Equal(Core.Tables.TableShape.Wide, Studies.Understand(table.Id, 200, 140).Shape);
    }

    [Fact]
    public void Rows_without_headings_keep_their_first_row_until_it_is_said_that_it_holds_them()
    {
        TableView table = BringIn("April,1710\nMay,1822\nJune,2075\n");
        Assert.Equal(3, table.RowCount);
        ReadNote asked = Assert.Single(table.Notes, note => note.Ask);
        Assert.Contains("“April | 1710”", asked.Text, StringComparison.Ordinal);
        TableView headed = Steps.Answer(table.Id, table.Revision, table.Notes.ToList().IndexOf(asked), 1);
        Assert.Equal((2, "April"), (headed.RowCount, headed.Columns[0].Name));
        var steps = new JsonArray([.. headed.Steps.Select(step => step.Step.DeepClone()), new JsonObject { ["do"] = "headings-are-data" }]);
        TableView back = Steps.Set(headed.Id, headed.Revision, steps);
        Assert.Equal((3, "Column 1"), (back.RowCount, back.Columns[0].Name));
    }
}
