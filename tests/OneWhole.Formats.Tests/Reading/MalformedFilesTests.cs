using System.Diagnostics;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using OneWhole.Formats.Reading;
using static OneWhole.Formats.Tests.Reading.MadeFiles;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>
/// Malformed files over all readers, made here: each is read, with what could not be read told, or refused in a sentence of ours.
/// None takes long, and none takes memory by what it declares.
/// </summary>
public sealed partial class MalformedFilesTests
{
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(5);
    private const long MostBytes = 300L << 20;

    /// <summary>A file with what is expected of it: a piece of the refusal, or of a note; or the number of rows that are read.</summary>
    private sealed record Case(string Name, string FileName, Func<byte[]> Bytes, string? Says = null, int? Rows = null)
    {
        public ReadSettings Settings { get; init; } = ReadSettings.Found;
    }

    private static byte[] Fixture(string name) => File.ReadAllBytes(ReadsFiles.Fixture(name));

    private static byte[] Parquet()
    {
        string path = Path.Combine(Path.GetTempPath(), $"onewhole-{Guid.NewGuid():n}.parquet");
        using (var connection = new DuckDB.NET.Data.DuckDBConnection("Data Source=:memory:"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText =
                "COPY (SELECT 'r' || i AS label, i AS amount, 'text ' || i AS note, ('b' || i)::BLOB AS bytes FROM "
                + $"range(200) t(i)) TO '{path}' (FORMAT parquet)";
            command.ExecuteNonQuery();
        }
        byte[] bytes = File.ReadAllBytes(path);
        File.Delete(path);
        return bytes;
    }

    private static readonly Lazy<Dictionary<string, (byte[] Bytes, string FileName)>> Whole = new(() =>
        new()
        {
            ["csv"] = (
                Utf8(
                    "Cause,Season,Minutes\n" + string.Concat(Enumerable.Range(0, 200).Select(row => $"\"Cause, {row % 7}\",Summer,{row}\n"))
                ),
                "t.csv"
            ),
            ["json"] = (
                Utf8(
                    "["
                        + string.Join(
                            ",",
                            Enumerable
                                .Range(0, 60)
                                .Select(row => $$"""{"cause": "C{{row % 7}}", "minutes": {{row}}, "inner": {"a": [1, 2]} }""")
                        )
                        + "]"
                ),
                "t.json"
            ),
            ["lines"] = (
                Utf8(string.Concat(Enumerable.Range(0, 60).Select(row => $$"""{"cause": "C{{row % 7}}", "minutes": {{row}}}""" + "\n"))),
                "t.ndjson"
            ),
            ["xlsx"] = (Fixture("ferries.xlsx"), "t.xlsx"),
            ["xls"] = (Fixture("ferries.xls"), "t.xls"),
            ["ods"] = (Fixture("ferries.ods"), "t.ods"),
            ["sqlite"] = (
                Sqlite(
                    "CREATE TABLE t (label TEXT, amount REAL); WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 "
                        + "FROM n WHERE i < 500) INSERT INTO t SELECT 'label ' || i, i FROM n;"
                ),
                "t.sqlite"
            ),
            ["parquet"] = (Parquet(), "t.parquet"),
        }
    );

    /// <summary>Whole files, cut off, overwritten, with something before or behind them, under another name.</summary>
    private static IEnumerable<Case> Damaged()
    {
        foreach ((string kind, (byte[] whole, string name)) in Whole.Value)
        {
            for (int eighth = 0; eighth < 8; eighth++)
            {
                int at = eighth;
                yield return new Case($"{kind}, cut off after {at} eighths", name, () => whole[..(whole.Length * at / 8)]);
                yield return new Case($"{kind}, zeros after {at} eighths", name, () =>
                    [.. whole[..(whole.Length * at / 8)], .. new byte[whole.Length - whole.Length * at / 8]]
                );
                yield return new Case($"{kind}, bytes changed, {at}", name, () =>
                {
                    var random = new Random(at * 97 + kind.Length);
                    byte[] changed = [.. whole];
                    for (int time = 0; time < 12; time++)
                    {
                        changed[random.Next(changed.Length)] = (byte)random.Next(256);
                    }
                    return changed;
                });
            }
            yield return new Case($"{kind}, a byte short", name, () => whole[..^1]);
            yield return new Case($"{kind}, with rubbish behind", name, () => [.. whole, .. Utf8("\n\0rubbish\n")]);
            yield return new Case($"{kind}, with rubbish before", name, () => [.. Utf8("rubbish\n"), .. whole]);
            yield return new Case($"{kind}, under the name of a text", "t.csv", () => whole);
        }
    }

    private static IEnumerable<Case> Made()
    {
        // Texts
        yield return new Case("nothing", "t.csv", () => [], "is empty");
        yield return new Case("white space", "t.csv", () => Utf8("  \n\n \n"), "has no text");
        yield return new Case("headings alone", "t.csv", () => Utf8("a,b\n"), Rows: 0);
        yield return new Case("a quote that is never closed", "t.csv", () => Utf8("a,b\n1,\"x\n2,y\n"), "never closed");
        yield return new Case("a quote within", "t.csv", () => Utf8("a,b\n5\" pipe,2\n"), Rows: 1);
        yield return new Case("ragged rows", "t.csv", () => Utf8("a,b\n1\n1,2,3\n4,5\n"), "Row 1 has 1 of 2 cells", 3);
        yield return new Case("two headings alike", "t.csv", () => Utf8("a,a,\n1,2,3\n"), Rows: 1);
        yield return new Case(
            "more columns than are taken",
            "t.csv",
            () => Utf8(string.Join(',', Enumerable.Range(0, 6000)) + "\n1\n"),
            "at most 5000 columns"
        );
        yield return new Case("a line of 20 million characters", "t.csv", () => Utf8("a,b\n" + new string('x', 20_000_000)), "longer than");
        yield return new Case(
            "a quoted cell of 20 million characters",
            "t.csv",
            () => Utf8("a,b\n\"" + new string('x', 20_000_000)),
            "never closed"
        );
        yield return new Case("a first line that says the separator", "t.csv", () => Utf8("sep=;\na;b\n1,5;2\n"), Rows: 1);
        yield return new Case(
            "a web page",
            "t.csv",
            () => Utf8("<!DOCTYPE html><html><head><title>Log in</title></head><body>a,b\n1,2\n</body></html>"),
            "is a web page"
        );
        yield return new Case("a web page without its head", "fares.csv", () => Utf8("\n  <HTML>\n<body>Log in</body>"), "is a web page");
        yield return new Case(
            "an XML document",
            "t.csv",
            () => Utf8("<?xml version=\"1.0\"?><rows><row a=\"1\"/></rows>"),
            "is an XML document"
        );
        yield return new Case(
            "bytes that are no text",
            "t.csv",
            () => [.. Enumerable.Range(0, 3000).Select(at => (byte)(at % 7 == 0 ? 0 : at * 31))],
            "no text either"
        );
        yield return new Case(
            "a single odd character after a megabyte",
            "t.csv",
            () =>
                [
                    .. Utf8("name,v\n" + string.Concat(Enumerable.Repeat("Hallin,1\n", 150_000))),
                    .. "Caf"u8,
                    0xE9,
                    .. ",2\nCaf"u8,
                    0xE8,
                    .. ",3\n"u8,
                ],
            Rows: 150_002
        );
        yield return new Case("UTF-16 without a mark", "t.csv", () => Encoding.Unicode.GetBytes("a,b\nx,1\ny,2\n"), Rows: 2);
        yield return new Case("UTF-16 cut in a character", "t.csv", () => Encoding.Unicode.GetBytes("a,b\nx,1\ny,2\n")[..^1]);
        yield return new Case(
            "errors of a sheet in a text",
            "t.csv",
            () => Utf8("a,v\nx,1\ny,2\nz,3\nw,#DIV/0!\nu,5\nt,6\ns,7\nr,8\nq,9\np,10\n"),
            Rows: 10
        );
        yield return new Case(
            "numbers beyond all",
            "t.csv",
            () => Utf8("a,v\nx,9e999\ny,1e308\nz,NaN\nw,Infinity\n" + string.Concat(Enumerable.Range(0, 60).Select(row => $"r,{row}\n"))),
            Rows: 64
        );
        yield return new Case("carriage returns alone", "t.csv", () => Utf8("a,b\r1,2\r3,4\r"), Rows: 2);
        yield return new Case("control characters in labels", "t.csv", () => Utf8("a,v\n\u0001folded,1\nx\u0008y,2\n"), Rows: 2);
        yield return new Case("text that runs the other way", "t.csv", () => Utf8("a,v\n\u202Eevil,1\nשלום,2\n"), Rows: 2);
        yield return new Case("formulas as labels", "t.csv", () => Utf8("a,v\n=1+1,1\n+x,2\n@y,3\n-z,4\n"), Rows: 4);
        yield return new Case("an encoding that is none", "t.csv", () => Utf8("a,b\n1,2\n"), "encoding is \"klingon\"")
        {
            Settings = new ReadSettings { Encoding = "klingon" },
        };
        yield return new Case("a separator that is none", "t.csv", () => Utf8("a,b\n1,2\n"), "separator is")
        {
            Settings = new ReadSettings { Separator = "x" },
        };
        // JSON
        yield return new Case("an empty list", "t.json", () => Utf8("[]"), "has no object");
        yield return new Case("a number", "t.json", () => Utf8("5"), "must be an array of objects");
        yield return new Case("a list of numbers", "t.json", () => Utf8("[1, 2]"), "must be an array of objects");
        yield return new Case("a list that is not closed", "t.json", () => Utf8("[{\"a\": 1}"), "is not closed");
        yield return new Case("an object that is not closed", "t.json", () => Utf8("[{\"a\": 1"), "is not closed");
        yield return new Case("a comma too many", "t.json", () => Utf8("[{\"a\": 1},]"), "array of objects");
        yield return new Case("something after the list", "t.json", () => Utf8("[{\"a\": 1}] x"), "nothing follows");
        yield return new Case("a mistake within", "t.json", () => Utf8("[{\"a\": 1}, {\"a\": tru}]"), "Object 2 is no well-formed JSON");
        yield return new Case(
            "members that are there twice",
            "t.json",
            () => Utf8("[{\"a\": 1, \"a\": 2}, {\"a\": 3}]"),
            "there twice in one object",
            2
        );
        yield return new Case("half of a character", "t.json", () => Utf8("[{\"a\": \"\\ud800\"}]"), "not valid Unicode");
        yield return new Case(
            "rows in a wrapper",
            "t.json",
            () => Utf8("{\"count\": 2, \"results\": [{\"a\": 1}, {\"a\": 2}], \"next\": null}"),
            Rows: 2
        );
        yield return new Case(
            "a collection of features",
            "t.json",
            () =>
                Utf8(
                    "{\"type\": \"FeatureCollection\", \"features\": [{\"type\": \"Feature\", \"properties\": "
                        + "{\"name\": \"Hallin\", \"people\": 5}, \"geometry\": {\"type\": \"Point\", \"coordinates\": [1, 2]}}]}"
                ),
            Rows: 1
        );
        yield return new Case(
            "a list that the wrapper does not have",
            "t.json",
            () => Utf8("{\"a\": [{\"x\": 1}], \"b\": [{\"x\": 2}]}"),
            "has no list \"c\""
        )
        {
            Settings = new ReadSettings { Section = "c" },
        };
        yield return new Case(
            "sixty objects within one another",
            "t.json",
            () => Utf8("[" + string.Concat(Enumerable.Repeat("{\"a\":", 60)) + "1" + new string('}', 60) + "]"),
            Rows: 1
        );
        yield return new Case(
            "a thousand objects within one another",
            "t.json",
            () => Utf8("[" + string.Concat(Enumerable.Repeat("{\"a\":", 1000)) + "1" + new string('}', 1000) + "]"),
            "no well-formed JSON"
        );
        // Sheets
        yield return new Case("an archive of something else", "t.xlsx", () => Zip(("readme.txt", "hello")), "The workbook is damaged");
        yield return new Case("an empty archive", "t.xlsx", () => Zip());
        yield return new Case("a sheet without rows", "t.xlsx", () => Xlsx(""), "No sheet of the workbook has a row");
        yield return new Case("one cell at the end of the sheet", "t.xlsx", () =>
            Xlsx("<row r=\"1048576\"><c r=\"XFD1048576\" t=\"inlineStr\"><is><t>far</t></is></c></row>", "A1:XFD1048576")
        );
        yield return new Case(
            "a table in a sheet that says it is huge",
            "t.xlsx",
            () => Xlsx(XlsxRow(1, "a", "b") + XlsxRow(2, "x", "<c r=\"{r}\"><v>1</v></c>"), "A1:XFD1048576"),
            Rows: 1
        );
        yield return new Case(
            "errors in cells",
            "t.xlsx",
            () =>
                Xlsx(
                    XlsxRow(1, "a", "v")
                        + string.Concat(
                            Enumerable
                                .Range(2, 20)
                                .Select(row =>
                                    XlsxRow(
                                        row,
                                        "x",
                                        row == 5 ? "<c r=\"{r}\" t=\"e\"><f>1/0</f><v>#DIV/0!</v></c>" : $"<c r=\"{{r}}\"><v>{row}</v></c>"
                                    )
                                )
                        )
                ),
            Rows: 20
        );
        yield return new Case(
            "formulas without a value",
            "t.xlsx",
            () =>
                Xlsx(
                    XlsxRow(1, "a", "v") + XlsxRow(2, "x", "<c r=\"{r}\"><f>SUM(A1)</f></c>") + XlsxRow(3, "y", "<c r=\"{r}\"><v>2</v></c>")
                ),
            "1 formula has no value in the file, in B2",
            2
        );
        yield return new Case("a document type in a sheet", "t.xlsx", () => Xlsx("").AsSpan().ToArray());
        yield return new Case("a sheet that is not there", "t.xlsx", () => Fixture("ferries.xlsx"), "has no sheet \"Nowhere\"")
        {
            Settings = new ReadSettings { Section = "Nowhere" },
        };
        yield return new Case(
            "an archive that unpacks to gigabytes",
            "t.xlsx",
            () => Zip(("xl/worksheets/sheet1.xml", new string(' ', 120_000_000))),
            "would unpack to"
        );
        yield return new Case(
            "the same as a spreadsheet",
            "t.ods",
            () => Zip(("mimetype", "application/vnd.oasis.opendocument.spreadsheet"), ("content.xml", new string(' ', 120_000_000))),
            "would unpack to"
        );
        yield return new Case(
            "a row repeated two thousand million times",
            "t.ods",
            () => Ods(OdsRow("", "a", "b") + OdsRow("table:number-rows-repeated=\"2000000000\"", "x", "y")),
            "is said to repeat 2,000,000,000 times"
        );
        yield return new Case(
            "an empty row repeated two thousand million times",
            "t.ods",
            () =>
                Ods(
                    OdsRow("", "a", "b")
                        + OdsRow("", "x", "y")
                        + "<table:table-row table:number-rows-repeated=\"2000000000\"/>"
                        + "<table:table-row table:number-rows-repeated=\"2000000000\"/>"
                ),
            Rows: 1
        );
        yield return new Case(
            "a cell repeated two thousand million times",
            "t.ods",
            () =>
                Ods(
                    OdsRow(
                        "",
                        "a",
                        "<table:table-cell table:number-columns-repeated=\"2000000000\" "
                            + "office:value-type=\"string\"><text:p>x</text:p></table:table-cell>"
                    )
                ),
            "more than 16384 cells"
        );
        yield return new Case(
            "blanks repeated before a cell",
            "t.ods",
            () =>
                Ods(
                    OdsRow(
                        "",
                        "a",
                        "<table:table-cell table:number-columns-repeated=\"2000000000\"/>",
                        "<table:table-cell table:number-columns-repeated=\"2000000000\"/>",
                        "x"
                    )
                ),
            "more than 16384 cells"
        );
        yield return new Case(
            "entities within entities",
            "t.ods",
            () =>
                Ods(
                    OdsRow("", "&c;"),
                    "<!DOCTYPE x [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;&a;\"><!ENTITY c \"&b;&b;&b;&b;\">]>"
                ),
            "declares a document type"
        );
        yield return new Case(
            "an entity that reads a file",
            "t.ods",
            () => Ods(OdsRow("", "&f;"), "<!DOCTYPE x [<!ENTITY f SYSTEM \"file:///etc/passwd\">]>"),
            "declares a document type"
        );
        yield return new Case(
            "a locked spreadsheet",
            "t.ods",
            () => Ods("", manifest: "<manifest:file-entry><manifest:encryption-data/></manifest:file-entry>"),
            "locked with a password"
        );
        yield return new Case(
            "formulas of a spreadsheet without a value",
            "t.ods",
            () => Ods(OdsRow("", "a", "b") + OdsRow("", "x", "<table:table-cell table:formula=\"of:=1+1\"/>", "y")),
            "1 formula has no value in the file, in B2"
        );
        yield return new Case("a range that is none", "t.ods", () => Fixture("ferries.ods"), "range")
        {
            Settings = new ReadSettings { Range = "nonsense" },
        };
        yield return new Case(
            "a locked workbook's envelope",
            "t.xls",
            () => [0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1, .. new byte[2000]],
            "The workbook is damaged"
        );
        // Databases and column files
        yield return new Case("a database without tables", "t.sqlite", () => Sqlite("CREATE TABLE t (a); DROP TABLE t;"), "has no table");
        yield return new Case("a table that is not there", "t.sqlite", () => Whole.Value["sqlite"].Bytes, "has no table \"x\"")
        {
            Settings = new ReadSettings { Section = "x" },
        };
        foreach (
            (string query, string says) in ((string, string)[])
                [
                    ("DELETE FROM t", "does more than read"),
                    ("SELECT 1; DROP TABLE t", "more than one statement"),
                    ("", "is empty"),
                    ("SELECT amounts FROM t", "no column \"amounts\""),
                    ("SELECT * FROM nowhere", "no table \"nowhere\""),
                    ("SELEC * FROM t", "at \"SELEC\""),
                    ("SELECT", "not complete"),
                    ("ATTACH 'x' AS y", "does more than read"),
                    ("PRAGMA writable_schema = 1", "does more than read"),
                    ("SELECT load_extension('x')", "does more than read"),
                    ("SELECT wrong(label) FROM t", "no function \"wrong\""),
                ]
        )
        {
            yield return new Case($"the query {query}", "t.sqlite", () => Whole.Value["sqlite"].Bytes, says)
            {
                Settings = new ReadSettings { Query = query },
            };
        }
        yield return new Case("bytes that are text in a column file", "t.parquet", () => Whole.Value["parquet"].Bytes, Rows: 200);
    }

    [GeneratedRegex(
        @"SQLite Error|System\.|Parquet\.|Exception|Object reference|   at |DTD is prohibited|"
            + @"Unexpected end|'0x|LineNumber|hexadecimal|Root element|Central Directory"
    )]
    private static partial Regex NotOurs();

    /// <summary>What the library that reads sheets calls them in its own sentences: its name's first word.</summary>
    private static readonly string SheetsOfTheLibrary = nameof(ExcelDataReader)[..^"DataReader".Length];

    private static IEnumerable<Case> All => Damaged().Concat(Made());

    [Fact]
    public void There_are_many()
    {
        Assert.True(All.Count() >= 240, $"{All.Count()} files");
        Assert.Equal(All.Count(), All.Select(file => file.Name).Distinct().Count());
    }

    /// <summary>That each kind was read once.</summary>
    private static readonly Lazy<bool> Loaded = new(() =>
        Whole.Value.Values.All(whole =>
            TableFile.Read(new MemoryStream(whole.Bytes), whole.FileName, ReadSettings.Found).Table.RowCount > 0
        )
    );

    public static TheoryData<string> Kinds => [.. Whole.Value.Keys, "made"];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Each_is_read_or_refused_in_a_sentence_of_ours_soon_and_in_little_memory(string kind)
    {
        // A library's first use loads it: that is not the file's time.
        Assert.True(Loaded.Value);
        var wrong = new List<string>();
        foreach (Case file in kind == "made" ? Made() : Damaged().Where(file => file.Name.StartsWith($"{kind},", StringComparison.Ordinal)))
        {
            byte[] bytes = file.Bytes();
            long before = GC.GetAllocatedBytesForCurrentThread();
            var clock = Stopwatch.StartNew();
            string said = "";
            int? rows = null;
            try
            {
                IReadOnlyList<string> sections = TableFile.SectionsOf(new MemoryStream(bytes), file.FileName);
                Assert.True(sections.Count < 5000);
                ReadResult read = TableFile.Read(new MemoryStream(bytes), file.FileName, file.Settings);
                rows = read.Table.RowCount;
                said = string.Join(' ', read.Notes.Select(note => note.Text));
            }
            catch (ReadException refused)
            {
                said = refused.Message;
            }
            catch (Exception fault) when (fault is not Xunit.Sdk.XunitException)
            {
                wrong.Add($"{file.Name}: {fault}");
                continue;
            }
            long taken = GC.GetAllocatedBytesForCurrentThread() - before;
            if (
                NotOurs().IsMatch(said)
                || said.Contains(SheetsOfTheLibrary, StringComparison.Ordinal)
                || (rows is null && said.Length == 0)
            )
            {
                wrong.Add($"{file.Name} says: {said}");
            }
            if (file.Says is { } expected && !said.Contains(expected, StringComparison.Ordinal))
            {
                wrong.Add($"{file.Name} says: {said}; not: {expected}");
            }
            if (file.Rows is { } wanted && rows != wanted)
            {
                wrong.Add(string.Create(CultureInfo.InvariantCulture, $"{file.Name} has {rows} rows, not {wanted}: {said}"));
            }
            if (clock.Elapsed > Longest || taken > MostBytes)
            {
                wrong.Add($"{file.Name} takes {clock.Elapsed.TotalSeconds:0.0} s and {taken >> 20} MB");
            }
        }
        Assert.True(wrong.Count == 0, string.Join("\n", wrong));
    }

    [Fact]
    public void A_refused_query_leaves_no_timer_that_interrupts_what_is_gone()
    {
        byte[] bytes = Whole.Value["sqlite"].Bytes;
        for (int time = 0; time < 20; time++)
        {
            Assert.Throws<ReadException>(() =>
                TableFile.Read(new MemoryStream(bytes), "t.sqlite", new ReadSettings { Query = "DELETE FROM t" })
            );
        }
        GC.Collect();
        GC.WaitForPendingFinalizers();
        // A token that is cancelled afterwards finds nothing to interrupt either.
        using var stop = new CancellationTokenSource();
        Assert.Throws<ReadException>(() =>
            TableFile.Read(new MemoryStream(bytes), "t.sqlite", new ReadSettings { Query = "SELECT x FROM nowhere" }, null, stop.Token)
        );
        stop.Cancel();
    }
}
