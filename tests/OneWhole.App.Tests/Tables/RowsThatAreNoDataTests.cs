using OneWhole.Formats.Reading;

namespace OneWhole.App.Tests;

/// <summary>Totals, lonely amounts and other cells of a file: what is left out is said, and comes back in one answer.</summary>
public sealed class RowsThatAreNoDataTests : AppTest
{
    private TableView Bring(string rows, string name = "stops.xlsx") =>
        Importing.Import(new MemoryStream(SmallWorkbook.Of(rows)), name, ReadSettings.Found);

    private TableView Answer(TableView table, string code, string answer)
    {
        int note = table.Notes.ToList().FindIndex(other => other.Code == code);
        return Steps.Answer(table.Id, table.Revision, note, table.Notes[note].Answers.ToList().FindIndex(other => other.Text == answer));
    }

    [Fact]
    public void A_lonely_amount_under_the_rows_is_asked_about_and_left_out_meanwhile()
    {
        TableView table = Bring("Stop|Boardings\nHallin|812\nOskery|640\nTarn Holm|259\n\n|95\nSource: the harbour office");
        ReadNote note = Assert.Single(table.Notes);
        Assert.Equal(("lonely-row", "Row 4 stands alone after the others, with 95 and nothing else."), (note.Code, note.Text));
        Assert.Equal((3, "Source: the harbour office"), (table.RowCount, Assert.Single(table.Below)));
        table = Answer(table, "lonely-row", "count it");
        Assert.Equal((4, 0, 0), (table.RowCount, table.Steps.Count, table.Notes.Count));
        table = Tables.Undo(table.Id, table.Revision);
        Assert.Equal((3, 1), (table.RowCount, table.Steps.Count));
    }

    [Fact]
    public void A_lonely_amount_that_adds_up_the_rows_is_a_total()
    {
        TableView table = Bring("Stop|Boardings\nHallin|812\nOskery|640\nTarn Holm|259\n\n|1711");
        Assert.Equal(TotalQuestion.Code, Assert.Single(table.Notes).Code);
        Assert.Equal(3, table.RowCount);
    }

    private const string Blocks =
        "North line|||South line|\nStop|Boardings||Stop|Boardings\nHallin|812||Big Wick|310\nOskery|640||Sule "
        + "Bank|77\nTarn Holm|259||Little Wick|98\nTotal|1711||Ness|45\n|||Total|530";

    [Fact]
    public void Each_of_the_tables_that_blocks_become_leaves_its_total_out()
    {
        TableView table = Bring(Blocks, "lines.xlsx");
        table = Answer(table, "blocks", "2 tables");
        Assert.Equal((3, TotalQuestion.Code), (table.RowCount, Assert.Single(table.Notes).Code));
        TableView other = TableAnswers.Get(Tables.List().Single(known => known.Id != table.Id).Id);
        Assert.Equal((4, TotalQuestion.Code), (other.RowCount, Assert.Single(other.Notes).Code));
        Assert.Equal(5, Answer(other, TotalQuestion.Code, "count it").RowCount);
    }

    [Fact]
    public void One_table_of_blocks_leaves_the_total_of_each_out()
    {
        TableView table = Answer(Bring(Blocks, "lines.xlsx"), "blocks", "one table, the block in a column");
        Assert.Equal(
            ["stack-blocks", "leave-out-totals"],
            table.Steps.Select(step => (string?)step.Step["do"]).Where(step => step != "leave-out-empty")
        );
        Assert.Equal(7, table.RowCount);
        Assert.Equal("2,241", Whole(table.Id));
    }

    private string Whole(string tableId) =>
        Computing
            .Compute(
                tableId,
                StudyStore.Format.Read(
                    """{"format":"onewhole.study/1","value":{"sum":"Boardings"},"parts":{"column":"Stop"},"form":{"kind":"sharebars"}}"""
                )
            )
            .Division
            is var division
            ? division.Text(division.ReadingWhole)
            : "";

    [Fact]
    public void Fresh_rows_with_a_total_leave_it_out_and_say_so()
    {
        TableView table = BringIn("Stop,Boardings\nHallin,812\nOskery,640\nTarn Holm,259\n", "stops.csv");
        RefreshSummary summary = Refreshing.Look(
            table.Id,
            Stream("Stop,Boardings\nHallin,900\nOskery,700\nTarn Holm,300\nTotal,1900\n"),
            "stops.csv"
        );
        Assert.Equal((3, 3), (summary.RowsBefore, summary.RowsAfter));
        Assert.StartsWith("The last row, “Total”, looks like a total", summary.Total);
        TableView taken = Refreshing.Take(summary.Id);
        Assert.Equal((3, TotalQuestion.Code), (taken.RowCount, Assert.Single(taken.Notes).Code));
        // Who counts it once, counts it on.
        taken = Answer(taken, TotalQuestion.Code, "count it");
        summary = Refreshing.Look(table.Id, Stream("Stop,Boardings\nHallin,901\nOskery,700\nTarn Holm,300\nTotal,1901\n"), "stops.csv");
        Assert.Equal((4, 4, null), (summary.RowsBefore, summary.RowsAfter, summary.Total));
    }

    private static MemoryStream Stream(string text) => new(System.Text.Encoding.UTF8.GetBytes(text));

    [Fact]
    public void Other_cells_of_a_workbook_become_a_table_while_its_file_is_here()
    {
        string path = Path.Combine(Folder, "upload");
        File.WriteAllBytes(path, SmallWorkbook.Of("Stop|Boardings|Landings\nHallin|812|790\nOskery|640|655\nTarn Holm|259|300"));
        ImportStatus status = Settled(Jobs.Start(path, "stops.xlsx", ReadSettings.Found));
        Assert.Equal(("done", 3), (status.State, status.Table!.RowCount));
        ImportStatus file = Assert.Single(Jobs.OfTable(status.Table.Id));
        Assert.Equal(["Sheet"], file.Sections);
        Assert.Equal(["Stop", "Boardings"], Jobs.Look(file.Id, new ImportChoice { Range = "A1:B3" })[0]);
        ImportStatus other = Settled(Jobs.Choose(file.Id, new ImportChoice { Range = "A1:B3" }));
        Assert.Equal((2, 2, "stops 2"), (other.Table!.RowCount, other.Table.Columns.Count, other.Table.Name));
        Assert.Equal(2, Tables.List().Count);
        Jobs.Stop(other.Id);
        Assert.False(File.Exists(path));
        Assert.Empty(Jobs.OfTable(other.Table.Id));
    }

    [Fact]
    public void No_two_studies_have_one_name()
    {
        TableView table = BringIn("Stop,Boardings\nHallin,812\nOskery,640\nTarn Holm,259\n", "stops.csv");
        string first = Studies.Start(table.Id, 700, 460).Id,
            second = Studies.Start(table.Id, 700, 460).Id;
        string third = Studies.Copy(second, 700, 460).Id;
        Dictionary<string, string> names = Studies.List(220, 140).ToDictionary(study => study.Id, study => study.Name);
        Assert.Equal(3, names.Values.Distinct().Count());
        Assert.Equal("Boardings by stop", names[first]);
        Assert.Equal(Studies.Get(third, 700, 460).Title, names[third]);
    }
}
