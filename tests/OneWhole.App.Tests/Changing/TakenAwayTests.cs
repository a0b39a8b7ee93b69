using OneWhole.App.Colours;
using OneWhole.Store;

namespace OneWhole.App.Tests.Changing;

/// <summary>What is taken away comes back as it was, with what went with it, until it is let go of.</summary>
public sealed class TakenAwayTests : AppTest
{
    private sealed class TestClock(DateTimeOffset now) : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = now;

        public override DateTimeOffset GetUtcNow() => Now;
    }

    private TakenAway Gone => new(Documents, Tables);

    [Fact]
    public void A_study_comes_back_with_its_undo()
    {
        (TableView table, StudyView study) = WithStudy();
        study = Studies.Change(study.Id, study.Revision, "title", System.Text.Json.Nodes.JsonValue.Create("Lost time"), 400, 300);
        Studies.Remove(study.Id);
        Assert.Empty(Studies.List(200, 100));
        Assert.Equal("not-found", Assert.Throws<AppException>(() => Studies.Get(study.Id, 400, 300)).Code);
        TakenAwayView listed = Assert.Single(Gone.List());
        Assert.Equal((study.Id, "study", "Lost time", 0), (listed.Id, listed.Kind, listed.Name, listed.Studies));
        Gone.BringBack(study.Id);
        Assert.Empty(Gone.List());
        StudyView back = Studies.Get(study.Id, 400, 300);
        Assert.Equal("Lost time", back.Title);
        Assert.NotEqual("Lost time", Studies.Undo(back.Id, back.Revision, 400, 300).Title);
        Assert.Equal(table.Id, back.TableId);
        Assert.Equal("not-found", Assert.Throws<AppException>(() => Gone.BringBack(study.Id)).Code);
    }

    [Fact]
    public void A_table_comes_back_with_its_studies_and_rows_under_a_name_that_is_free()
    {
        (TableView table, StudyView study) = WithStudy();
        Tables.Remove(table.Id);
        Assert.Empty(Tables.List());
        Assert.Empty(Studies.List(200, 100));
        TakenAwayView listed = Assert.Single(Gone.List());
        Assert.Equal(("table", table.Name, 1), (listed.Kind, listed.Name, listed.Studies));
        // Rows that were taken away are still held by something.
        Tables.CleanUp();
        TableView other = BringIn("Cause,Minutes\nFog,1\n", "minutes.csv");
        Gone.BringBack(table.Id);
        Assert.Equal([table.Name, table.Name + " 2"], Tables.List().Select(one => one.Name).Order());
        Assert.Equal("3", Assert.Single(TableAnswers.Rows(table.Id, 1, 1).Rows)[1]);
        Assert.Equal(study.Title, Studies.Get(study.Id, 400, 300).Title);
        Assert.NotEqual(other.Id, table.Id);
    }

    [Fact]
    public void A_study_brings_its_table_back_that_was_taken_away_after_it()
    {
        (TableView table, StudyView study) = WithStudy();
        StudyView second = Studies.Copy(study.Id, 400, 300);
        Studies.Remove(study.Id);
        Tables.Remove(table.Id);
        Assert.Equal(2, Gone.List().Count);
        Gone.BringBack(study.Id);
        Assert.Empty(Gone.List());
        Assert.Equal(2, Studies.List(200, 100).Count);
        Assert.NotNull(Studies.Get(second.Id, 400, 300));
    }

    [Fact]
    public void A_briefing_a_source_and_a_set_of_colours_come_back()
    {
        (_, StudyView study) = WithStudy();
        BriefingView page = Briefings.Start("Delays", [study.Id]);
        SourceView source = Sources.Add("Monthly", Folder);
        var sets = new ColourSets(Documents);
        ColourSetView colours = sets.Keep("House", ["#1d6b60"]);
        Briefings.Remove(page.Id);
        Sources.Remove(source.Id);
        sets.Remove(colours.Id);
        Assert.Equal(
            [("briefing", "Delays"), ("colours", "House"), ("source", "Monthly")],
            Gone.List().Select(gone => (gone.Kind, gone.Name)).Order()
        );
        foreach (TakenAwayView gone in Gone.List())
        {
            Gone.BringBack(gone.Id);
        }
        Assert.Equal("Delays", Briefings.Get(page.Id, null).Title);
        Assert.Equal("Monthly", Sources.Get(source.Id).Name);
        Assert.Equal("House", Assert.Single(sets.List()).Name);
    }

    [Fact]
    public void What_is_let_go_of_is_gone_with_its_rows()
    {
        (TableView table, _) = WithStudy();
        string import = Documents.History("table", table.Id)[0];
        Tables.Remove(table.Id);
        Gone.Forget(table.Id);
        Assert.Empty(Gone.List());
        Assert.Empty(Documents.History("table", table.Id));
        Assert.NotEmpty(import);
        Assert.Equal(0L, Count("SELECT count(*) FROM import"));
        Assert.Equal(0L, Count("SELECT count(*) FROM document"));
        Assert.Equal("not-found", Assert.Throws<AppException>(() => Gone.Forget(table.Id)).Code);
        Assert.Equal("not-found", Assert.Throws<AppException>(() => Gone.BringBack(table.Id)).Code);
    }

    [Fact]
    public void What_is_there_is_not_let_go_of()
    {
        (TableView table, StudyView study) = WithStudy();
        foreach (string id in new[] { table.Id, study.Id, "nothing" })
        {
            Assert.Equal("not-found", Assert.Throws<AppException>(() => Gone.Forget(id)).Code);
        }
        Assert.NotNull(Studies.Get(study.Id, 400, 300));
    }

    [Fact]
    public void It_is_kept_for_thirty_days()
    {
        (TableView table, _) = WithStudy();
        Tables.Remove(table.Id);
        var clock = new TestClock(DateTimeOffset.UtcNow.AddDays(29));
        var gone = new TakenAway(Documents, Tables, clock);
        gone.Sweep();
        Assert.StartsWith(DateTime.UtcNow.AddDays(30).ToString("yyyy-MM-dd", null), Assert.Single(gone.List()).Until);
        clock.Now += TimeSpan.FromDays(2);
        gone.Sweep();
        Assert.Empty(gone.List());
        Assert.Equal(0L, Count("SELECT count(*) FROM import"));
    }

    private (TableView Table, StudyView Study) WithStudy()
    {
        TableView table = BringIn("Cause,Minutes\nEngine,5\nFog,3\n", "minutes.csv");
        return (table, Studies.Start(table.Id, 400, 300));
    }

    private long Count(string sql)
    {
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Database.Path}");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)command.ExecuteScalar()!;
    }
}
