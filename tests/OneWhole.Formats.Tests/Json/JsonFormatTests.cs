using DuckDB.NET.Data;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Json;

/// <summary>JSON: arrays of objects, and objects line by line.</summary>
public sealed class JsonFormatTests : ReadsFiles
{
    [Theory]
    [InlineData("t.json", "ARRAY true")]
    [InlineData("t.ndjson", "ARRAY false")]
    public void Json_that_DuckDB_wrote_is_the_table_it_was_written_from(string name, string how)
    {
        string path = InFolder(name);
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

    [Fact]
    public void Of_several_lists_in_an_object_one_is_chosen()
    {
        const string text = """{"count": 2, "boats": [{"name": "Star"}], "harbours": {"list": [{"name": "Hallin"}, {"name": "Wick"}]}}""";
        using var stream = new MemoryStream(System.Text.Encoding.UTF8.GetBytes(text));
        Assert.Equal(["boats", "harbours.list"], TableFile.SectionsOf(stream, "t.json"));
        Assert.Equal("Star", Cells(Text(text, "t.json").Table));
        Assert.Equal("Hallin / Wick", Cells(Text(text, "t.json", new ReadSettings { Section = "harbours.list" }).Table));
        ReadException fault = Assert.Throws<ReadException>(() => Text(text, "t.json", new ReadSettings { Section = "x" }));
        Assert.Contains("\"boats\", \"harbours.list\"", fault.Message, StringComparison.Ordinal);
    }

    /// <summary>Numbers keep the digits that they are written with: none goes through a double.</summary>
    [Theory]
    [InlineData("12345678901234567890.123", "12345678901234567890.123")]
    [InlineData("0.1", "0.1")]
    [InlineData("-0.50", "-0.50")]
    public void A_number_keeps_its_digits(string number, string expected) =>
        Assert.Equal(expected, Cells(Text($$"""[{"v": {{number}}}]""", "t.json").Table));

    [Theory]
    [InlineData("""[{"a": null, "b": 1}]""", "|1")]
    [InlineData("""[{"a": "", "b": 1}]""", "|1")]
    [InlineData("""[{"a": "null", "b": 1}]""", "null|1")]
    [InlineData("""[{"a": [], "b": 1}]""", "|1")]
    [InlineData("""[{"a": "x\ny", "b": 1}]""", "x\ny|1")]
    public void What_is_nothing_is_blank(string text, string cells) => Assert.Equal(cells, Cells(Text(text, "t.json").Table));
}
