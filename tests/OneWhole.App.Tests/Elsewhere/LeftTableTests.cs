using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.App.Tests;

/// <summary>
/// Tables whose rows stay in a database: the same studies as of the rows brought in, as of a time, and nothing that needs rows here.
/// </summary>
public sealed class LeftTableTests : AppTest
{
    private const int Rows0 = 5_000;

    private string Database0 => Path.Combine(Folder, "ferry.sqlite");

    private void Fill(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Database0};Pooling=false");
        connection.Open();
        using SqliteCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private string NewSource()
    {
        Fill(
            $"""
            CREATE TABLE delays (id INTEGER PRIMARY KEY, cause TEXT, route TEXT, day DATE, minutes INTEGER, shout TEXT);
            WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < {Rows0})
            INSERT INTO delays SELECT i, CASE i % 5 WHEN 0 THEN 'Fog' WHEN 1 THEN 'Crew short' WHEN 2 THEN 'Engine' WHEN 3 THEN 'Tide'
            ELSE 'Late stock' END,
              CASE WHEN i > 4000 THEN 'Charter' WHEN i % 3 = 0 THEN 'North' WHEN i % 3 = 1 THEN 'South' ELSE 'West' END,
              date('2026-01-01', '+' || (i % 90) || ' days'), (i * 7) % 240, 'x' || (i % 3000) FROM n;
            """
        );
        return Sources.Add("Company", Database0).Id;
    }

    private TableView Leave(string source) => Finished(LeftTables.Leave(source, "delays", null));

    [Fact]
    public void A_source_lists_its_tables_by_what_is_looked_for()
    {
        string source = NewSource();
        Fill("CREATE VIEW crossings AS SELECT cause FROM delays; CREATE TABLE wages (x REAL)");
        EngineTables all = LeftTables.List(source, null);
        Assert.Equal("SQLite", all.Engine);
        Assert.Equal(["crossings", "delays", "wages"], all.Tables.Select(table => table.Name));
        Assert.Equal([true, false, false], all.Tables.Select(table => table.IsView));
        Assert.Equal(6, all.Tables[1].Columns);
        Assert.Equal(["delays"], LeftTables.List(source, "DEL").Tables.Select(table => table.Name));
        Assert.Equal("SQLite", Sources.Get(source).Engine);
    }

    [Fact]
    public void What_both_ways_cost_is_said_before_one_is_taken()
    {
        string source = NewSource();
        EngineCost cost = LeftTables.CostOf(source, "delays", null, default);
        Assert.Equal(Rows0, cost.Rows);
        Assert.Contains("5,000 rows come here", cost.BringIn, StringComparison.Ordinal);
        Assert.Contains("first 2,000 rows", cost.Leave, StringComparison.Ordinal);
        Assert.Equal(["id", "cause"], cost.Columns.Take(2));
        Assert.Contains(
            "one SELECT",
            Assert.Throws<StudyException>(() => LeftTables.CostOf(source, null, "DELETE FROM delays", default)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_left_table_knows_its_columns_from_all_of_its_rows()
    {
        TableView table = Leave(NewSource());
        Assert.Equal(Rows0, table.RowCount);
        Assert.Equal("SQLite", table.Left!.Engine);
        ColumnDocument route = table.Columns.Single(column => column.Name == "route"),
            shout = table.Columns.Single(column => column.Name == "shout");
        // The fourth route is in none of the first rows.
        Assert.Equal(4, route.Distinct);
        Assert.Contains("Charter", route.Elsewhere!.Listed);
        Assert.Equal(3000, shout.Distinct);
        Assert.Empty(shout.Elsewhere!.Listed);
        Table loaded = Rows.Load(table.Id).Table;
        Assert.Equal(4, loaded.Find("route")!.LabelCount);
        Assert.Contains("Charter", loaded.Find("route")!.Labels.Labels);
        Assert.Equal(Rows0, loaded.AllRows);
        PortraitView portrait = TableAnswers.PortraitOf(table.Id, "minutes");
        Assert.Equal((Rows0, 0L), (portrait.Rows, portrait.Blanks));
        Assert.Equal(("0", "239"), (portrait.Smallest, portrait.Largest));
    }

    [Fact]
    public void Studies_are_those_of_the_rows_brought_in()
    {
        string source = NewSource();
        TableView left = Leave(source),
            here = Finished(LeftTables.BringIn(source, "delays", null));
        Assert.Null(here.Left);
        Assert.Equal(Rows0, here.RowCount);
        foreach (LikelyStudy likely in Studies.Likely(left.Id, 200, 140))
        {
            Study study = StudyFormat.Standard.Read(likely.Study.ToJsonString());
            if (study.Form.Form.SecondTable(study) is not null)
            {
                continue;
            }
            WorkingsResult there = Computing.Compute(left.Id, study),
                same = Computing.Compute(here.Id, study);
            Assert.Equal(same.RowCount, there.RowCount);
            Assert.All(Enumerable.Range(0, same.RowCount), row => Assert.Equal(same.Division.Amount(row), there.Division.Amount(row)));
            Assert.NotNull(there.Division.AsOf);
            Assert.Null(same.Division.AsOf);
        }
        StudyView view = Studies.Start(left.Id, 960, 600);
        Assert.Null(view.Problem);
        Assert.Contains(view.Figure!.Marks.OfType<Core.Drawing.TextMark>(), mark =>
            mark.Text.Contains("as of 20", StringComparison.Ordinal)
        );
        Assert.Equal("SQLite", view.Left!.Engine);
    }

    [Fact]
    public void Cells_are_asked_for_once_until_it_is_said_to_ask_again()
    {
        TableView left = Leave(NewSource());
        StudyView before = Studies.Start(left.Id, 960, 600);
        string whole = before.Statement[^1].Text;
        Fill("UPDATE delays SET minutes = minutes + 1000 WHERE id = 7");
        Assert.Equal(before.AsOf, Studies.Get(before.Id, 960, 600).AsOf);
        LeftTables.AskAgain(left.Id);
        StudyView after = Studies.Get(before.Id, 960, 600);
        Assert.True(after.AsOf > before.AsOf);
        Assert.NotEqual(Text(before), Text(after));

        // What changed since is a bridge, and stays one when both are asked again.
        ChangeView offer = Assert.Single(Answers.Changes(before.Id, 132, 84), change =>
            change.Text.StartsWith("from what was asked at", StringComparison.Ordinal)
        );
        Assert.NotNull(offer.Bridge.Figure);
        StudyView bridge = Studies.Changed(before.Id, offer.Text, 960, 600);
        Assert.Null(bridge.Problem);
        LeftTables.AskAgain(left.Id);
        StudyView again = Studies.Get(bridge.Id, 960, 600);
        Assert.Null(again.Problem);
        Assert.Equal(Text(bridge), Text(again));
        TableSummary kept = Assert.Single(Tables.List(), table => table.Name.StartsWith("delays as of", StringComparison.Ordinal));
        Assert.NotNull(Tables.View(Tables.Find(kept.Id)).KeptAsOf);
        Tables.CleanUp();
        Assert.Null(Studies.Get(bridge.Id, 960, 600).Problem);
    }

    private static string Text(StudyView view) =>
        string.Concat(view.Statement.Select(phrase => phrase.Text))
        + string.Join('|', view.Workings!.Rows.Select(row => string.Join(',', row.Cells)));

    [Fact]
    public void It_is_asked_again_by_itself_after_so_many_minutes()
    {
        TableView left = Leave(NewSource());
        Assert.Equal("wrong-minutes", Assert.Throws<AppException>(() => LeftTables.AskEvery(left.Id, left.Revision, 0)).Code);
        TableView every = LeftTables.AskEvery(left.Id, left.Revision, 5);
        Assert.Equal(5, every.Left!.EveryMinutes);
        var clock = new TestClock();
        var fresh = new Freshness(clock);
        string first = fresh.Of("rows", 5).Key;
        clock.Now += TimeSpan.FromMinutes(4);
        Assert.Equal(first, fresh.Of("rows", 5).Key);
        clock.Now += TimeSpan.FromMinutes(1);
        Freshness.Stretch second = fresh.Of("rows", 5);
        Assert.Equal(first, second.Before!.Key);
        Assert.Equal(second.Key, fresh.Of("rows", null).Key);
    }

    private sealed class TestClock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 11, 28, 8, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }

    [Fact]
    public void A_list_waits_for_no_engine()
    {
        TableView left = Leave(NewSource());
        StudyView study = Studies.Start(left.Id, 960, 600);
        Assert.NotNull(Studies.List(220, 140).Single(known => known.Id == study.Id).Figure);
        LeftTables.AskAgain(left.Id);
        StudySummary unasked = Studies.List(220, 140).Single(known => known.Id == study.Id);
        Assert.Null(unasked.Figure);
        Assert.Contains("open it to ask", unasked.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void What_needs_rows_here_is_refused_in_words()
    {
        TableView left = Leave(NewSource());
        void Refused(Action act)
        {
            AppException fault = Assert.Throws<AppException>(act);
            Assert.Equal("left", fault.Code);
            Assert.Contains("stay in SQLite", fault.Message, StringComparison.Ordinal);
        }
        Refused(() => Typing.Edit(left.Id, left.Revision, new TableEdit { Cells = [new CellEdit(0, "cause", "Swell")] }));
        Refused(() =>
            Steps.Set(
                left.Id,
                left.Revision,
                [
                    new JsonObject
                    {
                        ["do"] = "rename",
                        ["column"] = "cause",
                        ["to"] = "why",
                    },
                ]
            )
        );
        Refused(() => Columns.Set(left.Id, left.Revision, "cause", new ColumnChange { Name = "why" }));
        Assert.Equal(
            "min",
            Columns
                .Set(left.Id, left.Revision, "minutes", new ColumnChange { Unit = "min" })
                .Columns.Single(column => column.Name == "minutes")
                .Unit
        );
    }

    [Fact]
    public void Rows_come_in_pages_by_their_key()
    {
        TableView left = Leave(NewSource());
        LeftPage first = LeftTables.Page(left.Id, null, default);
        Assert.Equal(100, first.Rows.Count);
        Assert.Equal("1", first.Rows[0][0]);
        LeftPage second = LeftTables.Page(left.Id, first.Next, default);
        Assert.Equal(["101", "200"], new[] { second.Rows[0][0], second.Rows[^1][0] });
        LeftPage last = LeftTables.Page(left.Id, "4950", default);
        Assert.Equal(50, last.Rows.Count);
        Assert.Null(last.Next);
    }

    [Fact]
    public void A_fault_is_a_sentence_and_the_study_stays()
    {
        TableView left = Leave(NewSource());
        StudyView study = Studies.Start(left.Id, 960, 600);
        Fill("DROP TABLE delays");
        LeftTables.AskAgain(left.Id);
        StudyView faulty = Studies.Get(study.Id, 960, 600);
        Assert.Null(faulty.Figure);
        Assert.Contains("no such table", faulty.Problem, StringComparison.Ordinal);
        Assert.Equal("engine", faulty.ProblemCode);
        Assert.NotEmpty(faulty.Statement);
        NewRows();
        Pool.Forget(SourceStore.EngineOf(faulty.SourceId!));
        Assert.NotNull(Studies.Get(study.Id, 960, 600).Figure);

        void NewRows() =>
            Fill(
                "CREATE TABLE delays (id INTEGER PRIMARY KEY, cause TEXT, route TEXT, day DATE, minutes INTEGER, shout "
                    + "TEXT); INSERT INTO delays VALUES (1, 'Fog', 'North', '2026-01-01', 5, 'x'), (2, 'Tide', 'South', "
                    + "'2026-01-01', 5, 'x')"
            );
    }

    [Fact]
    public async Task Stopping_stops_the_engine_and_says_so()
    {
        string source = NewSource();
        // Some minutes of work, which a stop ends at once.
        TableView slow = Finished(LeftTables.Leave(source, "delays", null));
        string id = Studies.Start(slow.Id, 960, 600).Id;
        Fill(
            "ALTER TABLE delays RENAME TO few; CREATE VIEW delays AS SELECT a.id, a.cause, a.route, a.day, a.minutes, "
                + "a.shout FROM few a, few b, few c WHERE a.minutes + b.minutes + c.minutes > 0"
        );
        LeftTables.AskAgain(slow.Id);
        Task<StudyView> asked = Task.Run(() => Studies.Get(id, 960, 600));
        // A stop before anything is asked has nothing to stop: it is said until it has.
        Eventually.Holds(() =>
        {
            LeftTables.Stop(slow.Id);
            return asked.IsCompleted;
        });
        StudyView stopped = await asked;
        Assert.Equal("stopped", stopped.ProblemCode);
        Assert.Contains("SQLite was stopped", stopped.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void A_bundle_takes_the_cells_and_opens_where_there_is_no_engine()
    {
        TableView left = Leave(NewSource());
        StudyView study = Studies.Start(left.Id, 960, 600);
        byte[] file = Bytes(Bundles.OfStudy(study.Id));
        File.Delete(Database0);
        BundleTaken taken = Bundles.Take(Bundles.Look(new MemoryStream(file)).Id);
        StudyView opened = Studies.Get(taken.Study, 960, 600);
        Assert.Null(opened.Problem);
        Assert.Equal(Text(study), Text(opened));
        Assert.Equal(study.AsOf, opened.AsOf);
        // What was not asked is not there, and says so.
        StudyException unasked = Assert.Throws<StudyException>(() =>
            Studies.Change(taken.Study, opened.Revision, "parts", new JsonObject { ["column"] = "minutes" }, 960, 600)
        );
        Assert.Contains("copy of cells", unasked.Message, StringComparison.Ordinal);
        // And on it goes into another bundle.
        BundleTaken twice = Bundles.Take(Bundles.Look(new MemoryStream(Bytes(Bundles.OfStudy(taken.Study)))).Id);
        Assert.Equal(Text(study), Text(Studies.Get(twice.Study, 960, 600)));
    }

    [Fact]
    public void A_bundle_of_the_question_alone_asks_the_source_that_is_here()
    {
        string source = NewSource();
        StudyView study = Studies.Start(Leave(source).Id, 960, 600);
        byte[] file = Bytes(Bundles.OfStudy(study.Id, questionAlone: true));
        Assert.DoesNotContain("Crew short", System.Text.Encoding.UTF8.GetString(Unpacked(file)), StringComparison.Ordinal);
        BundleTaken taken = Bundles.Take(Bundles.Look(new MemoryStream(file)).Id);
        Assert.Equal(Text(study), Text(Studies.Get(taken.Study, 960, 600)));

        string elsewhere = Path.Combine(Folder, "other.sqlite");
        File.Move(Database0, elsewhere);
        byte[] strange = Repacked(file, Database0, elsewhere);
        AppException fault = Assert.Throws<AppException>(() => Bundles.Take(Bundles.Look(new MemoryStream(strange)).Id));
        Assert.Contains("add that source first", fault.Message, StringComparison.Ordinal);
    }

    private static byte[] Unpacked(byte[] zip)
    {
        using var archive = new System.IO.Compression.ZipArchive(new MemoryStream(zip));
        using var all = new MemoryStream();
        foreach (System.IO.Compression.ZipArchiveEntry entry in archive.Entries)
        {
            using Stream stream = entry.Open();
            stream.CopyTo(all);
        }
        return all.ToArray();
    }

    private static byte[] Repacked(byte[] zip, string from, string to)
    {
        using var all = new MemoryStream();
        all.Write(zip);
        using (var archive = new System.IO.Compression.ZipArchive(all, System.IO.Compression.ZipArchiveMode.Update, leaveOpen: true))
        {
            System.IO.Compression.ZipArchiveEntry entry = archive.GetEntry("datapackage.json")!;
            string text;
            using (var reader = new StreamReader(entry.Open()))
            {
                text = reader.ReadToEnd();
            }
            entry.Delete();
            using var writer = new StreamWriter(archive.CreateEntry("datapackage.json").Open());
            writer.Write(text.Replace(from, to, StringComparison.Ordinal));
        }
        return all.ToArray();
    }

    private static byte[] Bytes(LeavingFile file)
    {
        using var bytes = new MemoryStream();
        file.Write(bytes, Formats.Handing.Progress.None);
        return bytes.ToArray();
    }

    [Fact]
    public async Task A_source_moves_where_its_left_tables_are_there_too()
    {
        string source = NewSource();
        TableView left = Leave(source);
        StudyView study = Studies.Start(left.Id, 960, 600);
        string other = Path.Combine(Folder, "moved.sqlite"),
            poor = Path.Combine(Folder, "poor.sqlite");
        File.Copy(Database0, other);
        using (var connection = new SqliteConnection($"Data Source={poor};Pooling=false"))
        {
            connection.Open();
            using SqliteCommand command = connection.CreateCommand();
            command.CommandText = "CREATE TABLE delays (id INTEGER PRIMARY KEY, cause TEXT)";
            command.ExecuteNonQuery();
        }
        SourceView now = Sources.Get(source);
        Assert.Contains(
            "no column",
            (await Assert.ThrowsAsync<AppException>(() => Sources.Move(source, now.Revision, now.Name, poor, default))).Message,
            StringComparison.Ordinal
        );
        SourceView moved = await Sources.Move(source, now.Revision, now.Name, other, default);
        Assert.Equal(other, moved.Place);
        File.Delete(Database0);
        LeftTables.AskAgain(left.Id);
        Assert.Null(Studies.Get(study.Id, 960, 600).Problem);
    }

    [Fact]
    public async Task Rows_that_were_brought_in_are_read_again_by_the_engine()
    {
        string source = NewSource();
        TableView here = Finished(LeftTables.BringIn(source, null, "SELECT cause, minutes FROM delays WHERE minutes > 100"));
        Fill("INSERT INTO delays VALUES (9001, 'Swell', 'North', '2026-01-01', 500, 'x')");
        RefreshSummary fresh = await Sources.LookAgain(here.Id, default);
        Assert.Equal(fresh.RowsBefore + 1, fresh.RowsAfter);
        Assert.Contains(fresh.Labels, label => label.Added.Contains("Swell"));
        Assert.Equal(fresh.RowsAfter, Refreshing.Take(fresh.Id).RowCount);
    }

    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public void Passwords_are_read_from_a_file_that_only_its_owner_reads()
    {
        string file = Path.Combine(Folder, "passwords");
        File.WriteAllText(file, "postgres://reader@db.example/ferry tidal-7\n");
        Engines.EnginePlace place = Engines.EnginePlace.Read("postgres://reader@db.example/ferry");
        File.SetUnixFileMode(file, UnixFileMode.UserRead | UnixFileMode.GroupRead);
        AppException open = Assert.Throws<AppException>(() => new Passwords(null, file).For(place));
        Assert.Contains("chmod 600", open.Message, StringComparison.Ordinal);
        Assert.DoesNotContain("tidal", open.Message, StringComparison.Ordinal);
        File.SetUnixFileMode(file, UnixFileMode.UserRead | UnixFileMode.UserWrite);
        var passwords = new Passwords(null, file);
        Assert.Equal("tidal-7", passwords.For(place));
        Assert.Null(passwords.For(Engines.EnginePlace.Read("postgres://reader@other.example/ferry")));
        passwords.Type(place, "other", keep: false);
        Assert.Equal("other", passwords.For(place));
        Assert.Equal("no-keeper", Assert.Throws<AppException>(() => passwords.Type(place, "x", keep: true)).Code);
    }
}
