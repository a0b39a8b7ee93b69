using System.Text.Json;

namespace OneWhole.Cli.Tests;

public sealed class CommandLineTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;

    public void Dispose() => Directory.Delete(_folder, true);

    private string Write(string name, string text)
    {
        string path = Path.Combine(_folder, name);
        File.WriteAllText(path, text);
        return path;
    }

    private string Table => Write("delays.csv", "Cause,Minutes\nFog,60\nEngine,30\nCrew,10\n");

    private string Study(string more = "") =>
        Write(
            "a.study.json",
            $$"""{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": """
                + $$"""{"kind": "pareto"}{{more}} }"""
        );

    private static (int Status, string Out, string Error) Run(params string[] arguments)
    {
        var output = new StringWriter();
        var error = new StringWriter();
        return (CommandLine.Run(arguments, output, error), output.ToString(), error.ToString());
    }

    [Fact]
    public void Workings_go_to_standard_output_as_csv()
    {
        (int status, string output, string error) = Run("workings", "--table", Table, "--study", Study());
        Assert.Equal((0, ""), (status, error));
        Assert.Equal(
            "part,value,rank,share,shownShare,running,runningShare,position,class\r\nFog,60,1,0.6,60,60,0.6,"
                + "0.3333333333333333,A\r\nEngine,30,2,0.3,30,90,0.9,0.6666666666666666,A\r\nCrew,10,3,0.1,10,100,1,1,B\r\n",
            output
        );
    }

    [Fact]
    public void Json_has_the_documented_keys()
    {
        string path = Path.Combine(_folder, "w.json");
        Assert.Equal(0, Run("workings", "--table", Table, "--study", Study(), "--out", path).Status);
        using JsonDocument document = JsonDocument.Parse(File.ReadAllBytes(path));
        Assert.Equal(["columns", "rows", "tieOut", "readings"], document.RootElement.EnumerateObject().Select(member => member.Name));
        Assert.Equal(
            ["key", "label", "rule"],
            document.RootElement.GetProperty("columns")[0].EnumerateObject().Select(member => member.Name)
        );
        Assert.Equal("minutes ÷ 100", document.RootElement.GetProperty("columns")[3].GetProperty("rule").GetString());
    }

    [Fact]
    public void An_untidy_wide_table_is_prepared_to_the_tidy_ones_amounts()
    {
        // Residents with titles, headings like "%", a misspelt island, a blank line and a total row, made fit by steps.
        string untidy = Write(
            "untidy.csv",
            "Residents of the islands,,,\nIsland,Age,Men,Women\nHallin,0–4,31,29\nHalin,5–9,33,30\n,,,\nOskery,0–4,12,14\nTotal,,76,73\n"
        );
        string tidy = Write(
            "tidy.csv",
            "Island,Age,Sex,People\nHallin,0–4,Men,31\nHallin,0–4,Women,29\nHallin,5–9,Men,33\nHallin,5–9,Women,30\n"
                + "Oskery,0–4,Men,12\nOskery,0–4,Women,14\n"
        );
        string steps = Write(
            "steps.json",
            """
            {"format": "onewhole.prepare/1", "steps": [
                {"do": "headings-from-row", "row": 1},
                {"do": "leave-out", "where": [{"column": "Island", "blank": true}]},
                {"do": "skip-rows", "last": 1},
                {"do": "unify", "column": "Island", "labels": {"Halin": "Hallin"}},
                {"do": "columns-to-rows", "columns": ["Men", "Women"], "names": "Sex", "values": "People"}]}
            """
        );
        string study = Write(
            "b.study.json",
            """{"format": "onewhole.study/1", "parts": {"column": "Island"}, "value": {"sum": "People"}, "form": {"kind": "sharebars"}}"""
        );
        (int status, string expected, _) = Run("workings", "--table", tidy, "--study", study);
        (int prepareStatus, string prepared, _) = Run("workings", "--table", untidy, "--prepare", steps, "--study", study);
        Assert.Equal((0, 0), (status, prepareStatus));
        Assert.Equal(expected, prepared);
        (_, string table, _) = Run("table", "--table", untidy, "--prepare", steps);
        Assert.StartsWith("Island,Age,Sex,People\r\nHallin,0–4,Men,31\r\n", table, StringComparison.Ordinal);
        Assert.Equal(File.ReadAllText(tidy).ReplaceLineEndings("\r\n"), table);
    }

    [Theory]
    [InlineData(
        """{"format": "onewhole.prepare/2", "steps": []}""",
        "format is \"onewhole.prepare/2\"; it must be \"onewhole.prepare/1\"."
    )]
    [InlineData(
        """{"format": "onewhole.prepare/1", "steps": [{"do": "drop", "columns": ["Boat"]}]}""",
        "steps[0] (Boat dropped): there is no column \"Boat\"; the columns are \"Cause\", \"Minutes\"."
    )]
    [InlineData("nonsense", "The preparation is not well-formed JSON (line 1).")]
    public void A_preparation_that_does_not_fit_is_one_line(string steps, string line)
    {
        (int status, string output, string error) = Run(
            "workings",
            "--table",
            Table,
            "--prepare",
            Write("p.json", steps),
            "--study",
            Study()
        );
        Assert.Equal((1, "", line + Environment.NewLine), (status, output, error));
    }

    [Fact]
    public void Check_lists_the_proofs()
    {
        (int status, string output, _) = Run("check", "--table", Table, "--study", Study());
        Assert.Equal(0, status);
        Assert.Equal(
            ["ok  rows-accounted  3 used = 3 rows", "ok  parts-add-up  3 causes add up to the whole: 100 = 100"],
            output.Split(Environment.NewLine).Take(2)
        );
    }

    [Theory]
    [InlineData("f.svg")]
    [InlineData("f.png")]
    public void Figures_are_written(string name)
    {
        string path = Path.Combine(_folder, name);
        Assert.Equal(0, Run("figure", "--table", Table, "--study", Study(), "--out", path, "--size", "480x320").Status);
        Assert.True(new FileInfo(path).Length > 2000);
    }

    [Theory]
    [InlineData(2, "figure", "--table", "t", "--study", "s")]
    [InlineData(2, "figure", "--table", "t", "--study", "s", "--out", "f.gif")]
    [InlineData(2, "figure", "--table", "t", "--study", "s", "--out", "f.svg", "--size", "9x9")]
    [InlineData(2, "workings", "--study", "s")]
    [InlineData(2, "workings", "--table")]
    [InlineData(2, "draw")]
    [InlineData(2, "check", "--sideways", "1")]
    [InlineData(1, "workings", "--table", "/nowhere.csv", "--study", "/nowhere.json")]
    public void Wrong_use_and_missing_files_have_their_status(int expected, params string[] arguments) =>
        Assert.Equal(expected, Run(arguments).Status);

    [Theory]
    [InlineData(""", "fold": {"keep": 0}""", "fold.keep")]
    [InlineData(""", "groups": {"column": "Cause"}""", "groups.column")]
    [InlineData(""", "where": [{"column": "Route", "is": ["x"]}]""", "Route")]
    public void What_does_not_fit_is_one_line_and_writes_no_file(string more, string place)
    {
        string path = Path.Combine(_folder, "none.json");
        (int status, _, string error) = Run("workings", "--table", Table, "--study", Study(more), "--out", path);
        Assert.Equal(1, status);
        Assert.Contains(place, Assert.Single(error.TrimEnd().Split('\n')), StringComparison.Ordinal);
        Assert.False(File.Exists(path));
    }

    [Fact]
    public void A_doubtful_reading_is_said_and_can_be_settled()
    {
        string table = Write("t.csv", "Cause,Minutes\nFog,\"1,204\"\nCrew,\"2,500\"\n");
        (_, string output, string error) = Run("workings", "--table", table, "--study", Study());
        Assert.Contains("may also be the other", error, StringComparison.Ordinal);
        Assert.Contains("Crew,2500,", output, StringComparison.Ordinal);
        (_, output, error) = Run("workings", "--table", table, "--study", Study(), "--read", Write("r.json", """{"decimalMark": ","}"""));
        Assert.Equal("", error);
        Assert.Contains("Crew,2.5,", output, StringComparison.Ordinal);
    }

    [Fact]
    public void A_study_is_repeated_for_each_value_of_a_column()
    {
        string table = Write(
            "two.csv",
            "Route,Cause,Minutes\nHallin,Fog,60\nHallin,Engine,20\nOskery,Fog,5\nTarn Holm,Crew,\nBig Wick,Fog,9\n"
        );
        string study = Study(""", "each": {"column": "Route"}, "where": [{"column": "Route", "isNot": ["Big Wick"]}]""");
        string[] lines = Run("workings", "--table", table, "--study", study).Out.Split("\r\n");
        Assert.Equal("each,part,value,rank,share,shownShare,running,runningShare,position,class", lines[0]);
        Assert.Equal(
            ["Hallin,Fog,60", "Hallin,Engine,20", "Oskery,Fog,5", "Tarn Holm,Crew,0", ""],
            lines.Skip(1).Select(line => string.Join(',', line.Split(',').Take(3)))
        );
        string json = Path.Combine(_folder, "each.json");
        Assert.Equal(0, Run("workings", "--table", table, "--study", study, "--out", json).Status);
        using JsonDocument document = JsonDocument.Parse(File.ReadAllBytes(json));
        Assert.Equal(
            ["Hallin", "Oskery", "Tarn Holm"],
            document
                .RootElement.GetProperty("readings")
                .GetProperty("each")
                .EnumerateArray()
                .Select(each => each.GetProperty("each").GetString()!)
        );
        Assert.StartsWith("ok  rows-accounted  Hallin: 2 used", Run("check", "--table", table, "--study", study).Out);
        string figure = Path.Combine(_folder, "each.svg");
        Assert.Equal(0, Run("figure", "--table", table, "--study", study, "--out", figure).Status);
        Assert.Contains("100 % is all minutes", File.ReadAllText(figure));
    }

    [Fact]
    public void A_second_table_is_laid_over_a_pyramid()
    {
        const string rows = "Age,Sex,People\n0–4,Men,5\n0–4,Women,6\n5–9,Men,7\n5–9,Women,8\n";
        string study = Write(
            "p.study.json",
            """{"format": "onewhole.study/1", "parts": {"column": "Sex"}, "groups": {"column": "Age"}, "value": """
                + """{"sum": "People"}, "form": {"kind": "pyramid", "against": {"table": "then", "label": "then"}} }"""
        );
        string table = Write("now.csv", rows),
            then = Write("then.csv", rows.Replace("8", "18", StringComparison.Ordinal)),
            json = Path.Combine(_folder, "p.json");
        Assert.Contains("no second table was given", Run("workings", "--table", table, "--study", study).Error);
        Assert.Equal(0, Run("workings", "--table", table, "--study", study, "--against", then, "--out", json).Status);
        using JsonDocument document = JsonDocument.Parse(File.ReadAllBytes(json));
        Assert.Equal(
            (26, 36),
            (
                document.RootElement.GetProperty("readings").GetProperty("whole").GetInt32(),
                document.RootElement.GetProperty("readings").GetProperty("against").GetProperty("whole").GetInt32()
            )
        );
    }

    [Fact]
    public void Numbers_are_written_as_asked_and_in_workings_always_plain()
    {
        string table = Write("large.csv", "Cause,Minutes\nFog,60000.5\nEngine,30000\nCrew,10000\n");
        string german = Study(""", "finish": {"numbers": {"culture": "de-DE"}}""");
        Assert.Contains("100.000,5 = 100.000,5", Run("check", "--table", table, "--study", german).Out, StringComparison.Ordinal);
        Assert.Contains(
            "100’000.5 = 100’000.5",
            Run("check", "--table", table, "--study", german, "--numbers", "de-CH").Out.Replace('\'', '’'),
            StringComparison.Ordinal
        );
        Assert.Contains("100,000.5 = 100,000.5", Run("check", "--table", table, "--study", Study()).Out, StringComparison.Ordinal);
        Assert.Equal(Run("workings", "--table", table, "--study", Study()), Run("workings", "--table", table, "--study", german));
        string plain = Path.Combine(_folder, "plain.json"),
            own = Path.Combine(_folder, "own.json");
        Run("workings", "--table", table, "--study", Study(), "--out", plain);
        Run("workings", "--table", table, "--study", Study(""", "finish": {"numbers": {"culture": "de-DE"}}"""), "--out", own);
        Assert.Equal(File.ReadAllText(plain), File.ReadAllText(own));
        string picture = Path.Combine(_folder, "figure.svg");
        Assert.Equal(0, Run("figure", "--table", table, "--study", german, "--out", picture, "--numbers", "fr-FR").Status);
        Assert.Contains("100\u202f000,5", File.ReadAllText(picture), StringComparison.Ordinal);
        (int status, string _, string error) = Run("check", "--table", table, "--study", german, "--numbers", "xx-QQ");
        Assert.Equal(2, status);
        Assert.StartsWith("--numbers is xx-QQ; it must be the name of a culture", error, StringComparison.Ordinal);
        Assert.Equal(2, Run("workings", "--table", table, "--study", german, "--numbers", "de-DE").Status);
    }
}
