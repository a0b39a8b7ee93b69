using System.IO.Compression;
using System.Text;
using DuckDB.NET.Data;
using Microsoft.Data.Sqlite;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests;

/// <summary>Each format from files that another program or library wrote, and from files that are broken.</summary>
public sealed class FileFormatTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-formats-").FullName;

    public void Dispose() => Directory.Delete(_folder, true);

    internal static string Fixture(string name)
    {
        string? at = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(at!, "OneWhole.slnx")))
        {
            at = Path.GetDirectoryName(at);
        }
        return name.EndsWith(".sqlite", StringComparison.Ordinal)
            ? Path.Combine(at!, "demo", name)
            : Path.Combine(at!, "tests", "fixtures", name);
    }

    private static ReadResult Bytes(byte[] bytes, string name, ReadSettings? settings = null) =>
        TableFile.Read(new MemoryStream(bytes), name, settings ?? ReadSettings.Found);

    private static ReadResult Text(string text, string name, ReadSettings? settings = null) =>
        Bytes(Encoding.UTF8.GetBytes(text), name, settings);

    private static string Cells(Table table) =>
        string.Join(
            " / ",
            Enumerable.Range(0, table.RowCount).Select(row => string.Join("|", table.Columns.Select(column => column.Cells.TextAt(row))))
        );

    private static string Heads(Table table) => string.Join("|", table.Columns.Select(column => column.Name));

    private string Path_(string name) => Path.Combine(_folder, name);

    [Theory]
    [InlineData("ferries.xlsx", "21%", "50%", "100%")]
    [InlineData("ferries.xls", "21%", "50%", "100%")]
    [InlineData("ferries.ods", "0.21", "0.5", "1")]
    public void A_plain_sheet_keeps_its_numbers_days_and_shares(string file, string first, string second, string third)
    {
        ReadResult result = TableFile.Read(Fixture(file), ReadSettings.Found);
        Assert.Equal("Route|Day|Tickets|Fare|Load", Heads(result.Table));
        Assert.Equal(
            $"Hallin|2026-03-09|120|1204.5|{first} / Oskery|2026-03-10|80|0.1|{second} / Tarn Holm|2026-03-11||-12.25|{third}",
            Cells(result.Table)
        );
        Assert.Equal(
            [ColumnType.Category, ColumnType.Date, ColumnType.Quantity, ColumnType.Quantity, ColumnType.Quantity],
            result.Table.Columns.Select(column => column.Info.Type)
        );
        // The library that wrote the .ods writes a share's number without its format.
        Assert.Equal(
            (first.Contains('%'), 2, 21L),
            (result.Table.Columns[4].Info.HoldsShares, result.Table.Columns[4].Numbers.Scale, result.Table.Columns[4].Numbers.Units![0])
        );
        Assert.Equal("Fares", result.Used.Section);
        Assert.Empty(result.Notes);
    }

    [Theory]
    [InlineData("ferries.xlsx")]
    [InlineData("ferries.xls")]
    [InlineData("ferries.ods")]
    public void Titles_merged_headings_and_notes_are_told_from_the_table(string file)
    {
        ReadResult result = TableFile.Read(Fixture(file), new ReadSettings { Section = "Residents" });
        Assert.Equal("Age|Hallin Men|Hallin Women|Oskery Men|Oskery Women", Heads(result.Table));
        Assert.Equal(["Marrow Sound Ferries, residents", "as counted on the first of March"], result.Titles);
        Assert.Equal(["Source: the harbour office."], result.Below);
        Assert.Equal(4, result.Table.RowCount);
        Assert.Equal("Total|68|68|24|26", Cells(result.Table).Split(" / ")[^1]);
    }

    [Theory]
    [InlineData("ferries.xlsx")]
    [InlineData("ferries.xls")]
    [InlineData("ferries.ods")]
    public void A_sheet_and_a_range_can_be_chosen(string file)
    {
        using (FileStream stream = File.OpenRead(Fixture(file)))
        {
            Assert.Equal(["Fares", "Residents"], TableFile.SectionsOf(stream, file));
        }
        ReadResult result = TableFile.Read(Fixture(file), new ReadSettings { Section = "Residents", Range = "A5:C8" });
        Assert.Equal("Age|Men|Women", Heads(result.Table));
        Assert.Equal("0–4|31|29 / 5–9|33|30 / 85+|4|9", Cells(result.Table));
        ReadException fault = Assert.Throws<ReadException>(() => TableFile.Read(Fixture(file), new ReadSettings { Section = "Boats" }));
        Assert.Equal("no-sheet", fault.Code);
        Assert.Contains("\"Fares\", \"Residents\"", fault.Message, StringComparison.Ordinal);
        Assert.Equal(
            "wrong-range",
            Assert.Throws<ReadException>(() => TableFile.Read(Fixture(file), new ReadSettings { Range = "A5-C8" })).Code
        );
    }

    [Fact]
    public void Parquet_that_DuckDB_wrote_is_the_table_it_was_written_from()
    {
        string path = Path_("t.parquet");
        using var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        using DuckDBCommand command = duck.CreateCommand();
        command.CommandText = $"""
            COPY (SELECT * FROM (VALUES ('Hallin', 12, 1204.50::DECIMAL(10, 2), 0.5::DOUBLE, DATE '2026-03-09', true, TIMESTAMP
            '2026-03-09 10:30:00', 5000000000::BIGINT),
                                        (NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL),
                                        ('Æ, "x"', -3, 0.01, 1e-7, DATE '1999-12-31', false, TIMESTAMP '1999-12-31 00:00:00', -1))
                                        v(name, n, money, d, day, flag, "at", big)) TO '{path}' (FORMAT parquet)
            """;
        command.ExecuteNonQuery();
        Table table = TableFile.Read(path, ReadSettings.Found).Table;
        Assert.Equal("name|n|money|d|day|flag|at|big", Heads(table));
        Assert.Equal(
            "Hallin|12|1204.50|0.5|2026-03-09|true|2026-03-09 10:30|5000000000 / ||||||| / Æ, "
                + "\"x\"|-3|0.01|1E-07|1999-12-31|false|1999-12-31|-1",
            Cells(table)
        );
        Assert.Equal(2, table.Find("money")!.Numbers.Scale);
        Assert.Equal(ColumnType.Date, table.Find("day")!.Info.Type);
    }

    [Fact]
    public void Parquet_of_several_row_groups_is_read_to_its_end()
    {
        string path = Path_("big.parquet");
        using var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        using DuckDBCommand command = duck.CreateCommand();
        command.CommandText =
            $"COPY (SELECT i AS n, 'part ' || (i % 7) AS part FROM range(300000) r(i)) TO '{path}' (FORMAT parquet, ROW_GROUP_SIZE 50000)";
        command.ExecuteNonQuery();
        Table table = TableFile.Read(path, ReadSettings.Found).Table;
        Assert.Equal(300_000, table.RowCount);
        Assert.Equal(299_999L * 150_000, table.Find("n")!.Numbers.Units!.Sum());
        Assert.Equal(7, table.Find("part")!.Labels.Labels.Count);
    }

    [Theory]
    [InlineData("t.json", "ARRAY true")]
    [InlineData("t.ndjson", "ARRAY false")]
    public void Json_that_DuckDB_wrote_is_the_table_it_was_written_from(string name, string how)
    {
        string path = Path_(name);
        using var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        using DuckDBCommand command = duck.CreateCommand();
        command.CommandText =
            "COPY (SELECT * FROM (VALUES ('Hallin', 12, 0.1), (NULL, NULL, 2.0), ('say \"hi\"', -3, 1e30)) v(name, n, "
            + $"d)) TO '{path}' (FORMAT json, {how})";
        command.ExecuteNonQuery();
        Table table = TableFile.Read(path, ReadSettings.Found).Table;
        Assert.Equal("name|n|d", Heads(table));
        Assert.StartsWith("Hallin|12|0.1 / ||2", Cells(table), StringComparison.Ordinal);
        Assert.Equal(
            1e30,
            table.Find("d")!.Numbers.At(2)!.Value.ToBigInteger() is var units
                ? (double)units / Math.Pow(10, table.Find("d")!.Numbers.Scale)
                : 0,
            15
        );
    }

    [Theory]
    [InlineData("""[{"a": 1, "b": "x"}, {"b": "y", "c": true}, {}]""", "a|b|c", "1|x| / |y|true / ||")]
    [InlineData("{\"a\": 1}\n{\"a\": 2}\n", "a", "1 / 2")]
    [InlineData("\uFEFF[{\"a\": {\"b\": 1, \"c\": {\"d\": 2}}, \"e\": [1, 2]}]", "a.b|a.c.d|e", "1|2|1, 2")]
    [InlineData("  [ {\"a\":\"\\u00e9\"} ]  ", "a", "é")]
    [InlineData("{\"a\": 1}{\"a\": 2}", "a", "1 / 2")]
    public void Json_objects_become_rows(string text, string heads, string cells)
    {
        Table table = Text(text, "t.json").Table;
        Assert.Equal(heads, Heads(table));
        Assert.Equal(cells, Cells(table));
    }

    [Theory]
    [InlineData("[]", "empty-file")]
    [InlineData("[1, 2]", "wrong-json")]
    [InlineData("[{\"a\": 1}", "damaged-file")]
    [InlineData("[{\"a\": 1},", "damaged-file")]
    [InlineData("{\"a\": ", "damaged-file")]
    [InlineData("[{\"a\": 1} {\"a\": 2}]", "wrong-json")]
    [InlineData("[{\"a\": 1}] x", "wrong-json")]
    [InlineData("[{\"a\": nope}]", "damaged-file")]
    [InlineData("\"text\"", "wrong-json")]
    public void Json_that_is_no_table_is_refused_with_its_place(string text, string code) =>
        Assert.Equal(code, Assert.Throws<ReadException>(() => Text(text, "t.json")).Code);

    [Fact]
    public void Deep_nesting_ends_in_an_answer() =>
        Assert.Equal(
            "damaged-file",
            Assert.Throws<ReadException>(() => Text("[{\"a\":" + new string('[', 100_000) + new string(']', 100_000) + "}]", "t.json")).Code
        );

    private string Database()
    {
        string path = Path_("company.db");
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
    public void Titles_above_delimited_text_are_found_where_its_rows_are_wider()
    {
        ReadResult result = Text("Delays of the ferries\nin minutes\nCause,Minutes\nFog,3\nEngine,4\n", "t.csv");
        Assert.Equal("Cause|Minutes", Heads(result.Table));
        Assert.Equal(["Delays of the ferries", "in minutes"], result.Titles);
        Assert.Equal("Cause", Heads(Text("Cause\nFog\nEngine\n", "t.csv").Table));
        Assert.Equal("Engine|4", Heads(Text("Cause,Minutes\nFog,3\nEngine,4\n", "t.csv", new ReadSettings { HeaderRow = 3 }).Table));
    }

    [Theory]
    [InlineData(
        "Stop,On,Off\na,1,2\nb,3,4\nTotal,4,6\n",
        "The last row, “Total”, looks like a total and would count everything twice: On 4, as its rows; Off 6, as its rows."
    )]
    [InlineData(
        "Stop,On\na,1\nb,3\nSum,7\n",
        "The last row, “Sum”, looks like a total and would count everything twice: On 7, 3 more than its rows."
    )]
    [InlineData("Stop,On\na,1\nb,3\n,4\n", "The last row looks like a total and would count everything twice: On 4, as its rows.")]
    [InlineData("Stop,On\na,1\nb,3\nc,4\n", null)]
    [InlineData("Stop,On\na,1\nb,3\n,5\n", null)]
    [InlineData("Stop,On\na,1\nTotal,1\n", null)]
    public void A_total_as_the_last_row_is_asked_about(string text, string? question)
    {
        ReadResult result = Text(text, "t.csv");
        Assert.Equal(question, result.Notes.FirstOrDefault(note => note.Code == "total-row")?.Text);
        // It stays a row until somebody says otherwise.
        Assert.Equal(text.Count(c => c == '\n') - 1, result.Table.RowCount);
    }

    private static byte[] Zip(params (string Name, string Content)[] entries)
    {
        using var bytes = new MemoryStream();
        using (var archive = new ZipArchive(bytes, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach ((string name, string content) in entries)
            {
                using var writer = new StreamWriter(archive.CreateEntry(name).Open());
                writer.Write(content);
            }
        }
        return bytes.ToArray();
    }

    private const string OdsStart =
        """<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" """
        + """xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" """
        + """xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet>""";

    [Fact]
    public void An_ods_that_repeats_rows_and_cells_to_the_edge_is_small()
    {
        byte[] file = Zip(
            (
                "content.xml",
                OdsStart
                    + """
                    <table:table table:name="One"><table:table-row><table:table-cell office:value-type="string"><text:p>a<text:s
                    text:c="2"/>b</text:p></table:table-cell><table:table-cell office:value-type="string"><office:annotation><text:p>a
                    note</text:p></office:annotation><text:p>v</text:p></table:table-cell><table:table-cell
                    table:number-columns-repeated="16382"/></table:table-row>
                    <table:table-row table:number-rows-repeated="3"><table:table-cell office:value-type="string"><text:p>x</text:p>
                    </table:table-cell><table:table-cell office:value-type="float" office:value="2"/></table:table-row>
                    <table:table-row table:number-rows-repeated="1048572"><table:table-cell table:number-columns-repeated="16384"/>
                    </table:table-row></table:table></office:spreadsheet></office:body></office:document-content>
                    """
            )
        );
        Table table = Bytes(file, "t.ods").Table;
        Assert.Equal("a  b|v", Heads(table));
        Assert.Equal("x|2 / x|2 / x|2", Cells(table));
    }

    [Fact]
    public void Entities_in_a_sheets_xml_are_refused()
    {
        byte[] file = Zip(
            (
                "content.xml",
                "<!DOCTYPE x [<!ENTITY a \"aaaa\"><!ENTITY b \"&a;&a;&a;\">]>"
                    + OdsStart
                    + "<table:table table:name=\"One\"/></office:spreadsheet></office:body></office:document-content>"
            )
        );
        Assert.Equal("damaged-file", Assert.Throws<ReadException>(() => Bytes(file, "t.ods")).Code);
    }

    [Fact]
    public void An_archive_bomb_is_refused_before_it_unpacks()
    {
        byte[] file = Zip(("content.xml", new string(' ', 200_000_000)), ("xl/workbook.xml", "<x/>"));
        Assert.Equal("too-large", Assert.Throws<ReadException>(() => Bytes(file, "t.ods")).Code);
        Assert.Equal("too-large", Assert.Throws<ReadException>(() => Bytes(file, "t.xlsx")).Code);
    }

    public static TheoryData<string> Files => ["ferries.xlsx", "ferries.xls", "ferries.ods"];

    [Theory]
    [MemberData(nameof(Files))]
    public void A_damaged_file_ends_in_an_answer(string name)
    {
        byte[] whole = File.ReadAllBytes(Fixture(name));
        var random = new Random(17);
        for (int i = 0; i < 60; i++)
        {
            byte[] broken = i % 3 == 0 ? whole[..random.Next(1, whole.Length)] : (byte[])whole.Clone();
            for (int k = 0; k < (i % 3) * 6; k++)
            {
                broken[random.Next(broken.Length)] = (byte)random.Next(256);
            }
            AnswersTo(broken, name);
        }
    }

    [Fact]
    public void A_damaged_parquet_or_database_ends_in_an_answer()
    {
        string path = Path_("x.parquet");
        using (var duck = new DuckDBConnection("Data Source=:memory:"))
        {
            duck.Open();
            using DuckDBCommand command = duck.CreateCommand();
            command.CommandText = $"COPY (SELECT i AS n, 'part ' || (i % 7) AS part FROM range(500) r(i)) TO '{path}' (FORMAT parquet)";
            command.ExecuteNonQuery();
        }
        foreach (string file in (string[])[path, Database()])
        {
            byte[] whole = File.ReadAllBytes(file);
            var random = new Random(23);
            for (int i = 0; i < 60; i++)
            {
                byte[] broken = i % 2 == 0 ? whole[..random.Next(16, whole.Length)] : (byte[])whole.Clone();
                for (int k = 0; k < (i % 2) * 10; k++)
                {
                    broken[random.Next(4, broken.Length)] = (byte)random.Next(256);
                }
                AnswersTo(broken, Path.GetFileName(file));
            }
        }
    }

    private static void AnswersTo(byte[] bytes, string name)
    {
        try
        {
            Assert.NotNull(Bytes(bytes, name).Table);
        }
        catch (ReadException fault)
        {
            Assert.False(string.IsNullOrWhiteSpace(fault.Message));
        }
    }

    [Theory]
    [InlineData("t.xlsx", "PK\u0003\u0004 but no archive")]
    [InlineData("t.json", "{{{")]
    [InlineData("t.parquet", "PAR1 and no more PAR1")]
    [InlineData("t.db", "SQLite format 3\0 and no more")]
    public void A_file_that_only_begins_like_one_is_refused(string name, string text) =>
        Assert.NotEmpty(Assert.Throws<ReadException>(() => Text(text, name)).Message);

    [Fact]
    public void Two_blocks_side_by_side_are_asked_about_as_one_table_or_two()
    {
        ReadResult result = TableFile.Read(Fixture("blocks.xlsx"), ReadSettings.Found);
        Assert.Equal("Stop|Boardings|Stop (2)|Boardings (2)", Heads(result.Table));
        Assert.Equal(["Boardings in the summer timetable"], result.Titles);
        ReadNote asked = Assert.Single(result.Notes);
        Assert.Equal("2 blocks stand side by side under the same headings: Hallin line, Wick line.", asked.Text);
        Table one = Core
            .Preparing.Preparation.Read($$"""{"format": "onewhole.prepare/1", "steps": [{{asked.Answers[1].Step!.ToJsonString()}}]}""")
            .Apply(result.Table);
        Assert.Equal("Block|Stop|Boardings", Heads(one));
        Assert.Equal(
            "Hallin line|Hallin Pier|812 / Hallin line|Oskery Quay|598 / Wick line|Big Wick|418 / Wick line|Little "
                + "Wick|204 / Wick line|Sule Bank|77",
            Cells(one)
        );
        Assert.Equal(["Stop (2)", "Boardings (2)"], asked.Answers[2].Split[1].Columns);
    }

    [Fact]
    public void A_query_that_takes_too_long_can_be_stopped()
    {
        using var stop = new CancellationTokenSource(TimeSpan.FromMilliseconds(200));
        var slow = new ReadSettings { Query = "WITH RECURSIVE n(x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n) SELECT MAX(x) FROM n" };
        Assert.ThrowsAny<OperationCanceledException>(() => TableFile.Read(Fixture("company.sqlite"), slow, null, stop.Token));
    }
}
