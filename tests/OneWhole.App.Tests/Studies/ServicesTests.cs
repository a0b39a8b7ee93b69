using System.Text;
using System.Text.Json.Nodes;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.Tests;

/// <summary>The application layer over a fresh database: tables, studies, history, and what is shown of them.</summary>
public sealed class ServicesTests : AppTest
{
    private const string Csv =
        "Cause,Season,Minutes,When\nFog,Winter,60,01/02/2026\nEngine,Winter,20,02/03/2026\nCrew,Summer,15,03/04/2026\n"
        + "Fog,Summer,5,04/05/2026\nRefund,Summer,-4,05/06/2026\n";

    private TableView BringIn() => BringIn(Csv);

    private StudyView Start() => Start(BringIn().Id);

    private StudyView Change(StudyView view, string path, string? json) =>
        Studies.Change(view.Id, view.Revision, path, json is null ? null : JsonNode.Parse(json), 700, 460);

    [Fact]
    public void A_study_starts_with_the_first_quantity_and_the_richest_category()
    {
        StudyView view = Start();
        Assert.Equal("Minutes by cause", view.Title);
        Assert.Equal("Fog Engine Crew Refund", Column(view, "part"));
        Assert.Equal("65 20 15 −4", Column(view, "value"));
        Assert.Equal(
            ["form.cuts[0].share", "form.cuts[1].position"],
            view.Statement.SelectMany(phrase => phrase.Tokens)
                .Where(token => token.Path?.StartsWith("form", StringComparison.Ordinal) == true)
                .Select(token => token.Path)
        );
        Assert.False(view.CanUndo);
    }

    [Fact]
    public void Changes_are_kept_and_undone_one_by_one()
    {
        StudyView view = Change(Change(Start(), "negatives", "\"leaveOut\""), "fold", """{"keep": 1}""");
        Assert.Equal("Fog Other", Column(view, "part"));
        StudyView back = Studies.Undo(view.Id, view.Revision, 700, 460);
        Assert.Equal("Fog Engine Crew", Column(back, "part"));
        Assert.True(back.CanRedo);
        back = Studies.Undo(back.Id, back.Revision, 700, 460);
        Assert.Equal("Fog Engine Crew Refund", Column(back, "part"));
        StudyView again = Studies.Redo(back.Id, back.Revision, 700, 460);
        Assert.Equal("Fog Engine Crew", Column(again, "part"));
        // A change after undoing takes the place of what was undone.
        StudyView other = Change(again, "title", "\"Mine\"");
        Assert.False(other.CanRedo);
        Assert.Equal("Mine", Studies.Get(other.Id, 700, 460).Title);
    }

    [Fact]
    public void A_change_that_does_not_fit_saves_nothing()
    {
        StudyView view = Start();
        Assert.Throws<StudyException>(() => Change(view, "parts", """{"column": "Reason"}"""));
        Assert.Throws<StudyException>(() => Change(view, "rounding.decimals", "9"));
        Assert.Throws<StudyException>(() => Change(view, "colour", "\"red\""));
        Assert.Equal(view.Revision, Studies.Get(view.Id, 700, 460).Revision);
    }

    [Fact]
    public void A_change_that_changes_nothing_makes_no_revision() => Assert.Equal(1, Change(Start(), "negatives", "\"keep\"").Revision);

    [Fact]
    public void A_second_window_is_told_of_the_newer_version()
    {
        StudyView view = Start();
        Change(view, "title", "\"First\"");
        RevisionConflictException conflict = Assert.Throws<RevisionConflictException>(() => Change(view, "title", "\"Second\""));
        Assert.Contains("First", conflict.Now.Body, StringComparison.Ordinal);
    }

    [Fact]
    public void A_preview_shows_and_saves_nothing()
    {
        StudyView view = Start();
        StudyView shown = Studies.Preview(view.Id, "fold", JsonNode.Parse("""{"keep": 1}"""), 700, 460);
        Assert.Equal("Fog Other", Column(shown, "part"));
        Assert.Equal("Fog Engine Crew Refund", Column(Studies.Get(view.Id, 700, 460), "part"));
        using var stopped = new CancellationTokenSource();
        stopped.Cancel();
        Assert.Throws<OperationCanceledException>(() =>
            Studies.Preview(view.Id, "value", JsonNode.Parse("""{"count": "rows"}"""), 700, 460, stopped.Token)
        );
    }

    [Fact]
    public void A_remedy_is_applied_by_its_line()
    {
        StudyView view = Start();
        StudyView mended = Studies.ApplyRemedy(view.Id, view.Revision, "negative-parts", 700, 460);
        Assert.Equal("Fog Engine Crew", Column(mended, "part"));
        Assert.Contains(mended.Workings!.TieOut, line => line.Id == "left-out");
        Assert.Throws<AppException>(() => Studies.ApplyRemedy(view.Id, mended.Revision, "negative-parts", 700, 460));
    }

    [Fact]
    public void Another_form_keeps_what_carries_over_and_going_back_restores_the_rest()
    {
        StudyView view = Change(Change(Start(), "form.axes", "\"free\""), "where", """[{"column": "Season", "is": ["Winter"]}]""");
        StudyView bars = Studies.Shape(view.Id, view.Revision, "sharebars", "sharebars", 700, 460);
        Assert.Equal("""{"kind":"sharebars"}""", bars.Study["form"]!.ToJsonString());
        Assert.Equal("Fog Engine", Column(bars, "part"));
        StudyView back = Studies.Shape(bars.Id, bars.Revision, "pareto", "curve", 700, 460);
        Assert.Equal(("free", "position"), ((string)back.Study["form"]!["axes"]!, (string)back.Study["form"]!["along"]!));
        Assert.Equal(FormList.Standard.Forms.Sum(form => form.Shapes.Count), Answers.Strip(view.Id, 112, 72, default).Count);
        Assert.Equal("curve", Assert.Single(Answers.Strip(view.Id, 112, 72, default), item => item.Chosen).Shape);
    }

    [Fact]
    public void A_copy_has_a_title_and_a_history_of_its_own()
    {
        StudyView view = Change(Start(), "title", "\"Lost minutes\"");
        StudyView copy = Studies.Copy(view.Id, 700, 460);
        Assert.Equal(("Lost minutes, 2", false), (copy.Title, copy.CanUndo));
        Change(copy, "fold", """{"keep": 1}""");
        Assert.Null(Studies.Get(view.Id, 700, 460).Study["fold"]);
        Assert.Equal(2, Studies.List(220, 140).Count);
        Studies.Remove(copy.Id);
        Assert.Single(Studies.List(220, 140));
    }

    [Fact]
    public void Cells_selections_and_least_amounts_have_their_words()
    {
        StudyView view = Studies.ApplyRemedy(Start() is var started ? started.Id : "", started.Revision, "negative-parts", 700, 460);
        Assert.Equal("Fog: 65 ÷ 100 = 65 %, shown as 65.0 %", Answers.Arithmetic(view.Id, "share", 0));
        Assert.Equal("2 causes: 85 minutes, 85.0 % of all", Answers.Selection(view.Id, [0, 1, 1, 99]).Text);
        LeastPreview least = Answers.AtLeast(view.Id, 1);
        Assert.Equal("2 causes of at least 20: the new whole is 85 minutes, 85.0 % of what is used now", least.Text);
        Assert.Equal("""{"column":"Cause","is":["Fog","Engine"]}""", least.Clause.ToJsonString());
        Assert.Throws<AppException>(() => Answers.Arithmetic(view.Id, "nothing", 0));
    }

    [Fact]
    public void The_filters_list_counts_what_its_own_clause_hides()
    {
        StudyView view = Change(Start(), "where", """[{"column": "Season", "is": ["Winter"]}, {"column": "Cause", "isNot": ["Refund"]}]""");
        FilterList list = Answers.FilterValues(view.Id, "Season", 0);
        Assert.Equal(
            [("Winter", "80", true), ("Summer", "20", false)],
            list.Values.Select(value => (value.Label, value.Amount, value.Chosen))
        );
        Assert.Equal("season", list.Noun);
    }

    [Fact]
    public void What_is_handed_over_is_what_was_asked_for()
    {
        StudyView view = Change(Start(), "title", "\"Lost: minutes / cause\"");
        Assert.Equal("lost-minutes-cause.svg", Leaving.HandOver(view.Id, "figure.svg", 700, 460, 1).Name);
        LeavingFile file = Leaving.HandOver(view.Id, "figure.png", 300, 200, 2);
        (byte[] png, string type, string name) = (file.Bytes(), file.Type, file.Name);
        Assert.Equal(("image/png", "lost-minutes-cause@2x.png"), (type, name));
        Assert.Equal([600, 400], (int[])[(png[18] << 8) | png[19], (png[22] << 8) | png[23]]);
        string study = Encoding.UTF8.GetString(Leaving.HandOver(view.Id, "study.json", 1, 1, 1).Bytes());
        Assert.Equal("Lost: minutes / cause", StudyFormat.Standard.Read(study).Title);
        Assert.StartsWith(
            "part,value,rank",
            Encoding.UTF8.GetString(Leaving.HandOver(view.Id, "workings.csv", 1, 1, 1).Bytes()),
            StringComparison.Ordinal
        );
        Assert.Throws<AppException>(() => Leaving.HandOver(view.Id, "figure.gif", 1, 1, 1));
    }

    [Fact]
    public void A_renamed_column_is_renamed_in_its_studies_and_so_it_is_when_that_is_undone()
    {
        StudyView view = Start();
        TableView table = Columns.Set(view.TableId, 1, "Cause", new ColumnChange { Name = " Reason " });
        Assert.Equal("Minutes by reason", Studies.Get(view.Id, 700, 460).Title);
        Assert.Equal("Reason", table.Columns[0].Name);
        Assert.Throws<AppException>(() => Columns.Set(view.TableId, table.Revision, "Reason", new ColumnChange { Name = "Minutes" }));
        Assert.Throws<AppException>(() => Columns.Set(view.TableId, table.Revision, "Reason", new ColumnChange { Name = "  " }));
        Assert.Equal(view.Revision, Studies.Get(view.Id, 700, 460).Revision);
        Assert.Equal("Cause", Tables.Undo(view.TableId, table.Revision).Columns[0].Name);
        Assert.Equal(
            ("Minutes by cause", "Fog Engine Crew Refund"),
            (Studies.Get(view.Id, 700, 460).Title, Column(Studies.Get(view.Id, 700, 460), "part"))
        );
    }

    [Fact]
    public void A_question_is_asked_until_it_is_answered()
    {
        TableView table = BringIn();
        ReadNote asked = Assert.Single(table.Notes, note => note.Ask);
        Assert.Equal("2 January 2026", asked.Answers[1].Text);
        StudyView march = Change(Studies.Start(table.Id, 700, 460), "where", """[{"column": "When", "from": "2026-03-01"}]""");
        Assert.Equal(
            "15 5 −4 20",
            string.Join(' ', Column(march, "value").Split(' ').OrderBy(text => "15 5 −4 20".IndexOf(text, StringComparison.Ordinal)))
        );
        TableView answered = Columns.Set(table.Id, table.Revision, "When", new ColumnChange { Dates = asked.Answers[1].Dates });
        Assert.DoesNotContain(answered.Notes, note => note.Ask);
        Assert.Equal(DateOrder.MonthDayYear, answered.Columns[3].Dates);
        Assert.Equal("Crew Fog Refund", Column(Studies.Get(march.Id, 700, 460), "part"));
    }

    [Fact]
    public void Columns_tell_their_blanks_and_what_they_cannot_read()
    {
        TableView table = BringIn("a,v\nx,1\ny,\nz,oops\nw,2\nu,3\nt,4\ns,5\nr,6\nq,7\np,8\no,9\nn,10\n");
        Assert.Equal(
            (ColumnType.Quantity, 10, 1, 1),
            (table.Columns[1].Type, table.Columns[1].Distinct, table.Columns[1].Blanks, table.Columns[1].Unreadable)
        );
        Assert.Equal(new UnreadableCell(3, "v", "oops"), Assert.Single(TableAnswers.Unreadable(table.Id)));
        Assert.Equal(["z", "oops"], TableAnswers.Rows(table.Id, 2, 1).Rows[0]);
        Assert.Empty(TableAnswers.Rows(table.Id, 99, 5).Rows);
    }

    [Fact]
    public void A_table_is_the_same_from_its_blocks_as_from_memory()
    {
        TableView table = BringIn();
        var cold = new TableRows(Tables, new CellStore(new Database(Path.Combine(Folder, "app.db"))), new MemoryBudget(1));
        Assert.Equal(TableAnswers.Rows(table.Id, 0, 5).Rows, new TableQuestions(Tables, cold).Rows(table.Id, 0, 5).Rows);
        Assert.Equal(
            Rows.Load(table.Id).Table.Columns.Select(column => column.Info),
            cold.Load(table.Id).Table.Columns.Select(column => column.Info)
        );
    }

    [Fact]
    public void A_stopped_import_leaves_nothing()
    {
        using var stop = new CancellationTokenSource();
        byte[] bytes = Encoding.UTF8.GetBytes("a,b\n" + string.Concat(Enumerable.Repeat("1,x\n", 50_000)));
        Assert.Throws<OperationCanceledException>(() =>
            Importing.Import(new MemoryStream(bytes), "big.csv", ReadSettings.Found, _ => stop.Cancel(), stop.Token)
        );
        Assert.Empty(Tables.List());
    }

    [Fact]
    public void An_import_runs_by_itself_and_tells_how_it_ended()
    {
        ImportJobs jobs = Jobs;
        string Write(string text)
        {
            string path = Path.Combine(Folder, Guid.NewGuid().ToString("n"));
            File.WriteAllText(path, text);
            return path;
        }
        string good = Write(Csv),
            bad = Write("");
        ImportStatus done = Settled(jobs.Start(good, "delays.csv", ReadSettings.Found)),
            failed = Settled(jobs.Start(bad, "none.csv", ReadSettings.Found));
        Assert.Equal(("done", 5L), (done.State, done.Rows));
        Assert.Equal("failed", failed.State);
        Assert.Contains("empty", failed.Problem, StringComparison.Ordinal);
        Eventually.Holds(() => !File.Exists(good) && !File.Exists(bad));
        Assert.Throws<AppException>(() => jobs.Status("nothing"));
    }

    [Fact]
    public void Sizes_are_kept_within_what_can_be_drawn()
    {
        StudyView view = Start();
        Assert.Equal(FigureDrawer.SmallestSide, Studies.Get(view.Id, 1, 1).Figure!.Width);
        Assert.Equal(FigureDrawer.LargestSide, Studies.Get(view.Id, 1e9, 100).Figure!.Width);
    }
}
