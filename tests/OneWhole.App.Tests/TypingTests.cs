using System.Text.Json.Nodes;
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
        TableView typed = Tables.Edit(table.Id, table.Revision, Type(2, "Boardings", "590"));
        Assert.Equal("812 598 590", Column(Studies.Get(study.Id, 700, 460), "value"));
        Assert.Equal((1, true), (typed.Typed, typed.CanUndo));
        Tables.Undo(table.Id, typed.Revision);
        Assert.Equal("812 598 90", Column(Studies.Get(study.Id, 700, 460), "value"));
    }

    [Fact]
    public void Steps_run_again_on_what_was_typed_in_the_rows_as_they_were_read()
    {
        TableView table = BringIn("Stop,Boardings\nHallin,812\nOskery,598\nTotal,1410\n");
        JsonArray steps = [new JsonObject { ["do"] = "skip-rows", ["last"] = 1 }, new JsonObject { ["do"] = "rename", ["column"] = "Stop", ["to"] = "Pier" }];
        table = Tables.SetSteps(table.Id, table.Revision, steps);
        Assert.Equal((2, 2), (table.RowCount, table.Stage));
        TableView read = Tables.Get(table.Id, 0), first = Tables.Get(table.Id, 1);
        Assert.Equal((3, 0, "Stop"), (read.RowCount, read.Stage, read.Columns[0].Name));
        Assert.Equal((2, 1, "Stop"), (first.RowCount, first.Stage, first.Columns[0].Name));
        Assert.Equal("Total", Tables.Rows(table.Id, 2, 1, 0).Rows[0][0]);
        table = Tables.Edit(table.Id, table.Revision, new TableEdit { Insert = new RowRun(2, 1), Cells = [new CellEdit(2, "Stop", "Big Wick"), new CellEdit(2, "Boardings", "77")] });
        Assert.Equal(3, table.RowCount);
        Assert.Equal(["Big Wick", "77"], Tables.Rows(table.Id, 2, 1).Rows[0]);
    }

    [Fact]
    public void An_edit_on_an_old_revision_changes_nothing_and_one_that_does_not_fit_says_why()
    {
        TableView table = BringIn(Csv);
        Tables.Edit(table.Id, table.Revision, Type(0, "Boardings", "1"));
        Assert.Throws<RevisionConflictException>(() => Tables.Edit(table.Id, table.Revision, Type(0, "Boardings", "2")));
        Assert.Equal("1", Tables.Rows(table.Id, 0, 1).Rows[0][1]);
        Assert.Contains("row 10", Assert.Throws<AppException>(() => Tables.Edit(table.Id, 2, Type(9, "Stop", "x"))).Message);
    }

    [Fact]
    public void Cells_that_no_revision_holds_are_cleaned_up_and_the_others_stay()
    {
        TableView table = BringIn(Csv);
        table = Tables.Edit(table.Id, table.Revision, Type(0, "Stop", "Sule Bank"));
        table = Tables.Undo(table.Id, table.Revision);
        Tables.CleanUp();
        Assert.Equal("Sule Bank", Tables.Rows(Tables.Redo(table.Id, table.Revision).Id, 0, 1).Rows[0][0]);
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
        Assert.Equal("delays, rows 1 to 2, Stop to Boardings", copied.TableName);
        Assert.Equal("812 598", Column(copied, "value"));
    }
}
