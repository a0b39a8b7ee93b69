using System.Data.Common;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Engines.Tests;

/// <summary>What is there, what a table has, a column at a glance, rows in pages: the same in every engine.</summary>
public sealed class EngineLooksTests(Servers servers) : IClassFixture<Servers>
{
    private const int Rows = 3_000;

    public static TheoryData<string> Engines() => [.. Servers.Kinds];

    /// <summary>A row of the table, as SQL writes it.</summary>
    private static string Values(int row)
    {
        string usual = row % 3 == 0 ? "Fog" : "Engine";
        string minutes = row % 10 == 0 ? "NULL" : $"{row % 60}";
        return $"({row * 10}, '{(row > 2_500 ? "Swell" : usual)}', {minutes}, '2026-0{1 + row % 9}-1{row % 10}', 't-{row}')";
    }

    private static void Run(DbConnection connection, string sql)
    {
        using DbCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    /// <summary>
    /// A key, a label of which two come after the first rows alone, a number with gaps, a day, a text of its own in each row.
    /// </summary>
    private EngineTable Filled(string kind, string name)
    {
        var dialect = Dialect.Of(kind);
        using (DbConnection connection = servers.Writing(kind))
        {
            string text = kind == "mysql" ? "VARCHAR(40)" : "TEXT";
            Run(connection, $"DROP TABLE IF EXISTS {dialect.Quote(name)}");
            Run(
                connection,
                $"CREATE TABLE {dialect.Quote(name)} (id BIGINT PRIMARY KEY, cause {text}, minutes BIGINT, sailed DATE, ticket {text})"
            );
            foreach (int[] block in Enumerable.Range(1, Rows).Chunk(500))
            {
                Run(connection, $"INSERT INTO {dialect.Quote(name)} VALUES " + string.Join(", ", block.Select(Values)));
            }
        }
        return EngineTable.Open(servers.Place(kind), Servers.Password, name, null);
    }

    [Theory]
    [MemberData(nameof(Engines))]
    public void Tables_and_views_are_listed_with_their_columns(string kind)
    {
        Filled(kind, "listed").Dispose();
        using (DbConnection connection = servers.Writing(kind))
        {
            Run(connection, "DROP VIEW IF EXISTS listed_causes");
            Run(connection, "CREATE VIEW listed_causes AS SELECT cause, minutes FROM listed");
        }
        IReadOnlyList<EngineTableInfo> all = EngineTable.List(servers.Place(kind), Servers.Password);
        EngineTableInfo table = Assert.Single(all, one => one.Name == "listed"),
            view = Assert.Single(all, one => one.Name == "listed_causes");
        Assert.Equal((false, 5), (table.IsView, table.Columns));
        Assert.Equal((true, 2), (view.IsView, view.Columns));
        // What is listed can be opened by its name.
        using EngineTable opened = EngineTable.Open(servers.Place(kind), Servers.Password, view.Name, null);
        Assert.Equal(["cause", "minutes"], opened.Table.Columns.Select(column => column.Name));
    }

    [Theory]
    [MemberData(nameof(Engines))]
    public void A_table_is_described_from_all_of_its_rows(string kind)
    {
        using EngineTable table = Filled(kind, "described");
        EngineDescription known = table.Describe();
        Assert.Equal(Rows, known.Rows);
        Assert.Equal(EngineTable.FirstRows, known.Table.RowCount);
        Assert.Equal(["id", "cause", "minutes", "sailed", "ticket"], known.Columns.Select(column => column.Name));
        Assert.Equal([0L, 0, 300, 0, 0], known.Columns.Select(column => column.Blanks));
        Assert.Equal([null, 3L, null, 90L, 3000L], known.Columns.Select(column => column.Labels));
        Column cause = known.Table.Find("cause")!;
        Assert.Equal(["Engine", "Fog", "Swell"], cause.Labels.Labels);
        Assert.Equal("10", known.Table.Find("id")!.Cells.TextAt(0));
        Assert.True(known.Table.Find("id")!.Info.Elsewhere!.TellsRowsApart);
        Assert.Equal(ColumnType.Date, known.Table.Find("sailed")!.Info.Type);
    }

    [Theory]
    [MemberData(nameof(Engines))]
    public void A_column_is_seen_at_a_glance(string kind)
    {
        using EngineTable table = Filled(kind, "glance");
        EnginePortrait cause = table.PortraitOf("cause", 2);
        Assert.Equal((Rows, 0L, 3L), (cause.Rows, cause.Blanks, cause.Distinct));
        Assert.Equal([("Engine", 1667L), ("Fog", 833L)], cause.Top);
        EnginePortrait minutes = table.PortraitOf("minutes", 8);
        Assert.Equal((300L, 0L, 54L, "1", "59"), (minutes.Blanks, minutes.Unreadable, minutes.Distinct, minutes.Least, minutes.Most));
        Assert.Equal(
            Enumerable
                .Range(1, Rows)
                .Where(row => row % 10 != 0)
                .Sum(row => row % 60)
                .ToString(System.Globalization.CultureInfo.InvariantCulture),
            minutes.Sum
        );
        EnginePortrait sailed = table.PortraitOf("sailed", 1);
        Assert.Equal(("2026-01-10", "2026-09-19"), (sailed.Least, sailed.Most));
    }

    [Theory]
    [MemberData(nameof(Engines))]
    public void Rows_come_in_pages(string kind)
    {
        using EngineTable table = Filled(kind, "paged");
        var seen = new List<string>();
        string? after = null;
        do
        {
            EnginePage page = table.Page(after, 700);
            seen.AddRange(page.Rows.Select(row => row[0]));
            after = page.Next;
        } while (after is not null);
        Assert.Equal(Enumerable.Range(1, Rows).Select(row => $"{row * 10}"), seen);
        // Without a key as the query has them.
        using EngineTable query = EngineTable.Open(
            servers.Place(kind),
            Servers.Password,
            null,
            "SELECT ticket FROM paged WHERE minutes = 7"
        );
        EnginePage first = query.Page(null, 20),
            second = query.Page(first.Next, 40);
        Assert.Equal((20, 30, null), (first.Rows.Count, second.Rows.Count, second.Next));
    }

    /// <summary>Numbers in bands come as one number a band, however many there are.</summary>
    [Theory]
    [MemberData(nameof(Engines))]
    public void Bands_are_cut_where_the_rows_are(string kind)
    {
        using EngineTable table = Filled(kind, "banded");
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "minutes", "bands": {"start": 5, "width": 20, "end": """
                + """50}}, "value": {"count": "rows"}, "form": {"kind": "sharebars"}}"""
        );
        var bands = (Axis.Bands)study.Parts;
        AskedCells cells = table.Ask(new CellQuestion(["minutes"], [], []) { Bands = [bands] }, default);
        Assert.InRange(cells.Weights.Length, 4, 7);
        WorkingsResult there = Calculator.Run(table.Table, study),
            here = Calculator.Run(table.BringIn(), study);
        Assert.Equal(here.Division.Rows, there.Division.Rows);
        Assert.All(Enumerable.Range(0, here.RowCount), row => Assert.Equal(here.Division.Amount(row), there.Division.Amount(row)));
    }

    /// <summary>Bringing in tells how far it is, and is stopped.</summary>
    [Theory]
    [MemberData(nameof(Engines))]
    public void Bringing_in_tells_how_far_it_is_and_can_be_stopped(string kind)
    {
        using EngineTable table = Filled(kind, "brought");
        var told = new List<long>();
        Assert.Equal(Rows, table.BringIn(default, told.Add).RowCount);
        Assert.Equal(Rows, told[^1]);
        using var stop = new CancellationTokenSource();
        using EngineTable many = EngineTable.Open(servers.Place(kind), Servers.Password, null, "SELECT a.id FROM brought a, brought b");
        Assert.ThrowsAny<Exception>(() => many.BringIn(stop.Token, rows =>
            {
                if (rows > 10_000)
                {
                    stop.Cancel();
                }
            }));
        Assert.True(stop.IsCancellationRequested);
    }

    /// <summary>What DuckDB takes is bounded: more is spilled to the folder that it was given, or refused in words.</summary>
    [Fact]
    public void An_engine_within_this_process_keeps_to_its_memory()
    {
        string folder = Directory.CreateTempSubdirectory("onewhole-spill-").FullName;
        File.WriteAllText(Path.Combine(folder, "few.csv"), "a\n1\n");
        const string sorted = "SELECT range AS a, md5(CAST(range AS VARCHAR)) AS b FROM range(6000000) ORDER BY b";
        EngineLimits small = new() { Memory = 64 << 20 };
        StudyException refused = Assert.Throws<StudyException>(() =>
        {
            using EngineTable table = EngineTable.Open(EnginePlace.Read($"duckdb:{folder}"), null, null, sorted, small);
            table.Page("5000000", 10);
        });
        Assert.Contains("takes more memory than there is", refused.Message, StringComparison.Ordinal);
        using EngineTable spilling = EngineTable.Open(
            EnginePlace.Read($"duckdb:{folder}"),
            null,
            null,
            sorted,
            small with
            {
                Memory = 128 << 20,
                SpillFolder = Path.Combine(folder, "spill"),
            }
        );
        Assert.Equal(10, spilling.Page("5000000", 10).Rows.Count);
        Directory.Delete(folder, recursive: true);
    }
}
