using Microsoft.Data.Sqlite;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Databases;

/// <summary>A database file: its tables, a query that can only read, and a file that nobody touches.</summary>
public sealed class SqliteFormatTests : ReadsFiles
{
    private string Database()
    {
        string path = InFolder("company.db");
        using (var connection = new SqliteConnection($"Data Source={path};Pooling=False"))
        {
            connection.Open();
            using SqliteCommand command = connection.CreateCommand();
            command.CommandText = """
                CREATE TABLE trips (route TEXT, day TEXT, minutes REAL, seats INTEGER);
                INSERT INTO trips VALUES ('Hallin', '2026-03-09', 12.5, 100), ('Oskery', '2026-03-10', NULL, 80), ('Hallin',
                '2026-03-11', 7, 90);
                CREATE VIEW late AS SELECT * FROM trips WHERE minutes > 10;
                """;
            command.ExecuteNonQuery();
        }
        return path;
    }

    [Fact]
    public void A_database_gives_a_table_or_a_query()
    {
        string path = Database();
        ReadResult all = TableFile.Read(path, ReadSettings.Found);
        Assert.Equal(("trips", "route|day|minutes|seats"), (all.Used.Section, Heads(all.Table)));
        Assert.Equal("Hallin|2026-03-09|12.5|100 / Oskery|2026-03-10||80 / Hallin|2026-03-11|7|90", Cells(all.Table));
        Assert.Equal("Hallin|2026-03-09|12.5|100", Cells(TableFile.Read(path, new ReadSettings { Section = "late" }).Table));
        Assert.Equal(
            "Hallin|19.5 / Oskery|",
            Cells(
                TableFile.Read(path, new ReadSettings { Query = "SELECT route, sum(minutes) AS minutes FROM trips GROUP BY route;" }).Table
            )
        );
        using FileStream stream = File.OpenRead(path);
        Assert.Equal(["trips", "late"], TableFile.SectionsOf(stream, "company.db"));
    }

    /// <summary>What somebody's program has written, and not yet put into the file itself, stands in a log beside it.</summary>
    [Fact]
    public void Rows_in_a_write_ahead_log_are_read_and_the_file_is_not_touched()
    {
        string path = Database();
        using var writing = new SqliteConnection($"Data Source={path};Pooling=False");
        writing.Open();
        using SqliteCommand command = writing.CreateCommand();
        command.CommandText =
            "PRAGMA journal_mode = wal; PRAGMA wal_autocheckpoint = 0; INSERT INTO trips VALUES ('Tarn Holm', '2026-03-12', 3, 60);";
        command.ExecuteNonQuery();
        byte[] before = File.ReadAllBytes(path);
        Assert.EndsWith(" / Tarn Holm|2026-03-12|3|60", Cells(TableFile.Read(path, ReadSettings.Found).Table), StringComparison.Ordinal);
        Assert.Equal(before, File.ReadAllBytes(path));
        Assert.True(new FileInfo(path + "-wal").Length > 0);
    }

    [Theory]
    [InlineData("DELETE FROM trips", "not-allowed")]
    [InlineData("DROP TABLE trips", "not-allowed")]
    [InlineData("ATTACH 'other.db' AS other", "not-allowed")]
    [InlineData("PRAGMA journal_mode = DELETE", "not-allowed")]
    [InlineData("CREATE TEMP TABLE x (a)", "not-allowed")]
    [InlineData("SELECT load_extension('x')", "not-allowed")]
    [InlineData("SELECT 1; DELETE FROM trips", "not-allowed")]
    [InlineData("SELECT * FROM nothing", "wrong-query")]
    [InlineData("SELEC 1", "wrong-query")]
    [InlineData("  ;  ", "wrong-query")]
    public void A_query_can_only_read(string query, string code)
    {
        string path = Database();
        byte[] before = File.ReadAllBytes(path);
        Assert.Equal(code, Assert.Throws<ReadException>(() => TableFile.Read(path, new ReadSettings { Query = query })).Code);
        Assert.Equal(before, File.ReadAllBytes(path));
        Assert.Equal(3, TableFile.Read(path, ReadSettings.Found).Table.RowCount);
    }

    [Fact]
    public void A_missing_table_is_named_with_those_that_are_there() =>
        Assert.Contains(
            "\"trips\", \"late\"",
            Assert.Throws<ReadException>(() => TableFile.Read(Database(), new ReadSettings { Section = "boats" })).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void A_query_that_takes_too_long_can_be_stopped()
    {
        using var stop = new CancellationTokenSource(TimeSpan.FromMilliseconds(200));
        var slow = new ReadSettings { Query = "WITH RECURSIVE n(x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n) SELECT MAX(x) FROM n" };
        Assert.ThrowsAny<OperationCanceledException>(() => TableFile.Read(Fixture("company.sqlite"), slow, null, stop.Token));
    }

    /// <summary>Whenever it comes: before the query has begun, too.</summary>
    [Fact]
    public async Task A_stop_is_never_too_early()
    {
        var slow = new ReadSettings { Query = "WITH RECURSIVE n(x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n) SELECT MAX(x) FROM n" };
        for (int round = 0; round < 100; round++)
        {
            using var stop = new CancellationTokenSource();
            using var begun = new ManualResetEventSlim();
            var read = Task.Run(() =>
            {
                begun.Set();
                return TableFile.Read(Fixture("company.sqlite"), slow, null, stop.Token);
            });
            begun.Wait(CancellationToken.None);
            Thread.SpinWait(round * 500);
            await stop.CancelAsync();
            await Assert.ThrowsAnyAsync<OperationCanceledException>(() => read.WaitAsync(Eventually.Longest));
        }
    }

    /// <summary>A cell has the type of its value, whatever its column says (sqlite.org/datatype3.html).</summary>
    [Theory]
    [InlineData("12", "12")]
    [InlineData("0.1", "0.1")]
    [InlineData("1e300", "1E+300")]
    [InlineData("'12'", "12")]
    [InlineData("NULL", "")]
    [InlineData("x'48616C6C696E'", "Hallin")]
    [InlineData("x'00FF'", "00FF")]
    [InlineData("9223372036854775807", "9223372036854775807")]
    public void A_value_is_written_as_what_it_is(string value, string expected)
    {
        Core.Tables.Table table = TableFile
            .Read(Database(), new ReadSettings { Query = $"SELECT 'a' AS name, {value} AS v FROM trips LIMIT 1" })
            .Table;
        Assert.Equal(expected, table.Columns[1].Cells.TextAt(0));
    }

    [Fact]
    public void Names_that_want_quotes_are_tables_too()
    {
        string path = InFolder("names.db");
        using (var connection = new SqliteConnection($"Data Source={path};Pooling=False"))
        {
            connection.Open();
            using SqliteCommand command = connection.CreateCommand();
            command.CommandText = """"
                CREATE TABLE "say ""hi"" 'x'" ("a ""b""" TEXT, "select" INT);
                INSERT INTO "say ""hi"" 'x'" VALUES ('v', 1);
                """";
            command.ExecuteNonQuery();
        }
        Core.Tables.Table table = TableFile.Read(path, ReadSettings.Found).Table;
        Assert.Equal(("a \"b\"|select", "v|1"), (Heads(table), Cells(table)));
    }
}
