using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;
using OneWhole.Store;

namespace OneWhole.App.Tests;

/// <summary>Typing in a stored table: a new revision, on which steps and studies run again.</summary>
public sealed class TypingTests : AppTest
{
    private const string Csv = "Stop,Boardings\nHallin,812\nOskery,598\nTarn Holm,90\n";

    private static TableEdit Type(int row, string column, string text) => new() { Cells = [new CellEdit(row, column, text)] };

    [Fact]
    public void A_study_follows_a_typed_cell_and_its_undoing()
    {
        TableView table = BringIn(Csv);
        StudyView study = Start(table.Id);
        TableView typed = Typing.Edit(table.Id, table.Revision, Type(2, "Boardings", "590"));
        Assert.Equal("812 598 590", Column(Studies.Get(study.Id, 700, 460), "value"));
        Assert.Equal((1, true), (typed.Typed, typed.CanUndo));
        Tables.Undo(table.Id, typed.Revision);
        Assert.Equal("812 598 90", Column(Studies.Get(study.Id, 700, 460), "value"));
    }

    /// <summary>What is printed here can be typed here; where the column's own way reads it, that one holds.</summary>
    [Theory]
    [InlineData("de-DE", "1.234,5", 1234.5)]
    [InlineData("de-DE", "−7,25", -7.25)]
    [InlineData("de-DE", "1234.5", 1234.5)]
    [InlineData("fr-FR", "1 234,5", 1234.5)]
    [InlineData("de-CH", "1’234.5", 1234.5)]
    [InlineData("de-DE", "zwölf", null)]
    public void Numbers_are_typed_as_they_are_printed(string culture, string text, double? expected)
    {
        TableView table = BringIn("Cause,Minutes\nFog,10.5\nEngine,20\nCrew,30\nIce,4\nWind,5\nTide,6\nSwell,7\nBerth,8\nBus,9\nBow,10\n");
        using IDisposable style = NumberStyle.Of(culture)!.Use();
        Typing.Edit(table.Id, 1, new TableEdit { Cells = [new CellEdit(0, "Minutes", text)] });
        NumberView numbers = Rows.Load(table.Id).Table.Find("Minutes")!.Numbers;
        Assert.Equal(expected, numbers.At(0) is { } units ? new Fraction(units, ExactInt.PowerOfTen(numbers.Scale)).ToDouble() : null);
    }

    [Fact]
    public void Steps_run_again_on_what_was_typed_in_the_rows_as_they_were_read()
    {
        TableView table = BringIn("Stop,Boardings\nHallin,812\nOskery,598\nTotal,1410\n");
        JsonArray steps =
        [
            new JsonObject { ["do"] = "skip-rows", ["last"] = 1 },
            new JsonObject
            {
                ["do"] = "rename",
                ["column"] = "Stop",
                ["to"] = "Pier",
            },
        ];
        table = Steps.Set(table.Id, table.Revision, steps);
        Assert.Equal((2, 2), (table.RowCount, table.Stage));
        TableView read = TableAnswers.Get(table.Id, 0),
            first = TableAnswers.Get(table.Id, 1);
        Assert.Equal((3, 0, "Stop"), (read.RowCount, read.Stage, read.Columns[0].Name));
        Assert.Equal((2, 1, "Stop"), (first.RowCount, first.Stage, first.Columns[0].Name));
        Assert.Equal("Total", TableAnswers.Rows(table.Id, 2, 1, 0).Rows[0][0]);
        table = Typing.Edit(
            table.Id,
            table.Revision,
            new TableEdit { Insert = new RowRun(2, 1), Cells = [new CellEdit(2, "Stop", "Big Wick"), new CellEdit(2, "Boardings", "77")] }
        );
        Assert.Equal(3, table.RowCount);
        Assert.Equal(["Big Wick", "77"], TableAnswers.Rows(table.Id, 2, 1).Rows[0]);
    }

    [Fact]
    public void An_edit_on_an_old_revision_changes_nothing_and_one_that_does_not_fit_says_why()
    {
        TableView table = BringIn(Csv);
        Typing.Edit(table.Id, table.Revision, Type(0, "Boardings", "1"));
        Assert.Throws<RevisionConflictException>(() => Typing.Edit(table.Id, table.Revision, Type(0, "Boardings", "2")));
        Assert.Equal("1", TableAnswers.Rows(table.Id, 0, 1).Rows[0][1]);
        Assert.Contains("row 10", Assert.Throws<AppException>(() => Typing.Edit(table.Id, 2, Type(9, "Stop", "x"))).Message);
    }

    [Fact]
    public void Cells_that_no_revision_holds_are_cleaned_up_and_the_others_stay()
    {
        TableView table = BringIn(Csv);
        table = Typing.Edit(table.Id, table.Revision, Type(0, "Stop", "Sule Bank"));
        table = Tables.Undo(table.Id, table.Revision);
        Tables.CleanUp();
        Assert.Equal("Sule Bank", TableAnswers.Rows(Tables.Redo(table.Id, table.Revision).Id, 0, 1).Rows[0][0]);
    }

    [Fact]
    public void A_marked_block_starts_a_study_that_says_which_rows_and_columns_it_is()
    {
        TableView table = BringIn(Csv);
        StudyView study = Studies.Start(table.Id, new MarkedBlock(0, 1, ["Stop", "Boardings"]), 700, 460);
        Assert.Equal(table.Id, study.TableId);
        Assert.Contains("stop is Hallin or Oskery", Sentence(study));
        Assert.Equal("812 598", Column(study, "value"));

        // Two rows have the label: the block becomes a table of its own.
        TableView twice = BringIn("Stop,Boardings\nHallin,812\nOskery,598\nHallin,90\n");
        StudyView copied = Studies.Start(twice.Id, new MarkedBlock(0, 1, ["Stop", "Boardings"]), 700, 460);
        Assert.Equal("delays 2, rows 1 to 2, Stop to Boardings", copied.TableName);
        Assert.Equal("812 598", Column(copied, "value"));
    }

    [Fact]
    public void Columns_that_follow_from_others_are_marked_and_a_study_does_not_start_from_them()
    {
        TableView table = BringIn("Stop,Share,Boardings\nHallin,50,100\nOskery,30,60\nTarn Holm,20,40\n");
        Assert.Equal("the share of Boardings in its total", table.Columns[1].Following!.Rule);
        Assert.Equal("100 60 40", Column(Start(table.Id), "value"));
        table = Typing.Edit(table.Id, table.Revision, Type(0, "Share", "55"));
        Assert.Null(table.Columns[1].Following);
    }

    [Fact]
    public void A_portrait_says_where_one_name_stands_for_several()
    {
        TableView table = BringIn("Vessel,Vessel id,Trips\nTern,1,4\nTern,1,5\nTern,2,6\nStar,3,7\nStar,3,8\n");
        Assert.Equal(new SharedName("Vessel id", "Tern", 2, 1), TableAnswers.PortraitOf(table.Id, "Vessel").Shared);
        Assert.Null(TableAnswers.PortraitOf(table.Id, "Vessel id").Shared);
    }

    [Fact]
    public void A_multiplier_is_said_wherever_the_numbers_are()
    {
        TableView table = BringIn(Csv);
        Columns.Set(table.Id, table.Revision, "Boardings", new ColumnChange { Multiplier = "thousand", Unit = "people" });
        Assert.EndsWith("100 % is all boardings: 1,500 thousand people.", Sentence(Start(table.Id)));
    }

    [Fact]
    public void The_tables_total_is_left_out_by_its_label_and_stays_known()
    {
        TableView table = BringIn("Stop,Boardings\nHallin,812\nOskery,598\nTotal,1413\n");
        table = Steps.Answer(table.Id, table.Revision, 0, 1);
        Assert.Equal((2, "1413"), (table.RowCount, table.Columns[1].Total));
        Assert.Equal("leave-out", (string?)table.Steps[0].Step["do"]);
    }

    [Fact]
    public void Two_blocks_become_two_tables()
    {
        string path = Path.Combine(AppContext.BaseDirectory, "fixtures", "blocks.xlsx");
        using FileStream stream = File.OpenRead(path);
        TableView table = Importing.Import(stream, "lines.xlsx", Formats.Reading.ReadSettings.Found);
        table = Steps.Answer(table.Id, table.Revision, 0, 2);
        Assert.Equal(("lines, Hallin line", 2), (table.Name, table.RowCount));
        TableSummary other = Tables.List().Single(known => known.Id != table.Id);
        Assert.Equal(("lines, Wick line", 3), (other.Name, other.RowCount));
        Assert.Equal(["Sule Bank", "77"], TableAnswers.Rows(other.Id, 2, 1).Rows[0]);
        Tables.Remove(other.Id);
        Assert.Equal("812", TableAnswers.Rows(table.Id, 0, 1).Rows[0][1]);
    }

    [Fact]
    public void The_most_frequent_labels_are_those_that_sorting_them_all_would_give()
    {
        var random = new Random(4);
        for (int i = 0; i < 200; i++)
        {
            int[] rows = [.. Enumerable.Range(0, random.Next(1, 60)).Select(_ => random.Next(6))];
            int most = random.Next(1, 12),
                except = random.Next(-1, rows.Length);
            Assert.Equal(
                Enumerable.Range(0, rows.Length).Where(code => code != except).OrderByDescending(code => rows[code]).Take(most),
                ColumnFacts.MostFrequent(rows, most, except)
            );
        }
    }
}
