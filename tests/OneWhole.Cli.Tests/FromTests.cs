using OneWhole.Core.Studies;
using OneWhole.Formats.Bundles;

namespace OneWhole.Cli.Tests;

/// <summary>Rows that stay where they are, from the command line; the engines themselves are tested beside them.</summary>
public sealed class FromTests
{
    private static readonly string Demo = Repository.At("demo");

    private static (int Status, string Out, string Error) Run(params string[] arguments)
    {
        using StringWriter output = new(),
            error = new();
        int status = CommandLine.Run(arguments, output, error);
        return (status, output.ToString(), error.ToString());
    }

    private static string Study(string json)
    {
        string path = Path.Combine(Path.GetTempPath(), $"onewhole-{Guid.NewGuid():n}.study.json");
        File.WriteAllText(path, json);
        return path;
    }

    /// <summary>Every study of the demo whose table is a file, by the folder that the files are in.</summary>
    [Fact]
    public void The_demos_folder_gives_what_its_files_give()
    {
        int compared = 0;
        foreach (string study in Directory.GetFiles(Path.Combine(Demo, "studies"), "*.study.json"))
        {
            string table = Path.GetFileName(study).Split('.')[0];
            // Their natural order is that of the file; what has no key has no other.
            (int status, string own, string error) = Run("workings", "--table", Path.Combine(Demo, table + ".csv"), "--study", study);
            (int left, string elsewhere, string why) = Run("workings", "--from", $"duckdb:{Demo}", "--name", table, "--study", study);
            Assert.True(status == left, $"{study}: {error} | {why}");
            string[] Sorted(string csv) => [.. csv.Split("\r\n").Order(StringComparer.Ordinal)];
            if (status == 0 && !study.Contains("boardings", StringComparison.Ordinal))
            {
                Assert.Equal(Sorted(own).Length, Sorted(elsewhere).Length);
                compared += own == elsewhere ? 1 : 0;
            }
        }
        Assert.True(compared >= 5, $"only {compared} came out the same to the last character");
    }

    [Fact]
    public void A_file_of_a_database_is_asked_by_name_or_by_query()
    {
        string study = Study(
            """{"format": "onewhole.study/1", "parts": {"column": "route"}, "value": {"sum": "passengers"}, "form": {"kind": "pareto"}}"""
        );
        string place = $"sqlite:{Path.Combine(Demo, "company.sqlite")}";
        (int status, string named, string error) = Run("workings", "--from", place, "--name", "crossing", "--study", study);
        Assert.True(status == 0, error);
        Assert.StartsWith("part,value,rank", named, StringComparison.Ordinal);
        Assert.Equal(named, Run("workings", "--from", place, "--query", "SELECT route, passengers FROM crossing;", "--study", study).Out);
        string picture = Path.ChangeExtension(study, ".svg");
        Assert.Equal(0, Run("figure", "--from", place, "--name", "crossing", "--study", study, "--out", picture).Status);
        Assert.Contains("crossing", File.ReadAllText(picture), StringComparison.Ordinal);
        Assert.StartsWith(
            "ok  rows-accounted",
            Run("check", "--from", place, "--name", "crossing", "--study", study).Out,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(2, "one of --name TABLE and --query SELECT")]
    [InlineData(2, "one of --name TABLE and --query SELECT", "--name", "a", "--query", "SELECT 1")]
    [InlineData(2, "--table does not go with --from", "--name", "crossing", "--table", "x.csv")]
    [InlineData(1, "there is no such table", "--name", "nothing")]
    [InlineData(1, "must be one SELECT", "--query", "DELETE FROM crossing")]
    public void What_does_not_go_is_said_in_a_line(int expected, string why, params string[] more)
    {
        string study = Study(
            """{"format": "onewhole.study/1", "parts": {"column": "route"}, "value": {"count": "rows"}, "form": {"kind": "pie"}}"""
        );
        (int status, string output, string error) = Run([
            "workings",
            "--from",
            $"sqlite:{Path.Combine(Demo, "company.sqlite")}",
            "--study",
            study,
            .. more,
        ]);
        Assert.Equal((expected, ""), (status, output));
        // Wrong use is followed by how it is used.
        string[] lines = error.Trim().Split('\n');
        Assert.Contains(why, lines[0], StringComparison.Ordinal);
        Assert.True(status == 2 || lines.Length == 1, error);
    }

    /// <summary>A page whose tables stay in two engines, by a bundle that has only questions, or other rows.</summary>
    [Fact]
    public void A_page_over_two_engines_is_written_from_a_bundle()
    {
        string folder = Directory.CreateTempSubdirectory("onewhole-page-").FullName,
            path = Path.Combine(folder, "page.bundle.zip"),
            to = Path.Combine(folder, "page.html");
        StudyFormat format = StudyFormat.Standard;
        Study routes = format.Read(
            """{"format": "onewhole.study/1", "title": "Passengers by route", "parts": {"column": "route"}, "value": """
                + """{"sum": "passengers"}, "form": {"kind": "pareto"}}"""
        );
        var rows = new Core.Tables.ColumnBuilder(Core.Tables.NumberReading.Plain, false);
        Core.Tables.Table bare = new(
            "crossings",
            [
                rows.Build("route", Core.Tables.ColumnType.Category, null),
                new Core.Tables.ColumnBuilder(Core.Tables.NumberReading.Plain, true).Build(
                    "passengers",
                    Core.Tables.ColumnType.Quantity,
                    null
                ),
            ]
        );
        using (FileStream file = File.Create(path))
        {
            new Bundle(
                "Two engines",
                [
                    BundledTable.Of("crossings", bare) with
                    {
                        Left = new System.Text.Json.Nodes.JsonObject { ["place"] = "duckdb:/archive", ["name"] = "crossings" },
                    },
                    BundledTable.Of("company", bare),
                ],
                [new BundledStudy("a", "crossings", routes), new BundledStudy("b", "company", routes with { Title = "The company's own" })],
                null
            ).Write(file, Formats.Handing.Progress.None);
        }
        string source = Path.Combine(folder, "company.source.json");
        File.WriteAllText(source, $$"""{"place": "sqlite:{{Path.Combine(Demo, "company.sqlite")}}", "name": "crossing"}""");
        (int without, _, string missing) = Run("briefing", "--bundle", path, "--out", to);
        Assert.Equal(1, without);
        Assert.Contains("--from crossings=PLACE", missing, StringComparison.Ordinal);
        (int status, _, string error) = Run(
            "briefing",
            "--bundle",
            path,
            "--out",
            to,
            "--from",
            $"crossings=duckdb:{Path.Combine(Demo, "archive")}",
            "--from",
            $"company={source}"
        );
        Assert.True(status == 0, error);
        string page = File.ReadAllText(to);
        Assert.Contains("Hallin to Oskery", page, StringComparison.Ordinal);
        Assert.Contains(
            "The company&#39;s own",
            page.Replace("The company's own", "The company&#39;s own", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
        Assert.Equal(2, Run("briefing", "--bundle", path, "--out", to, "--from", "nowhere=duckdb:x").Status);

        // A source's file in place of a place, for any verb.
        (int checkedBy, string proofs, string why) = Run(
            "check",
            "--from",
            source,
            "--study",
            Study(
                """{"format": "onewhole.study/1", "parts": {"column": "route"}, "value": {"sum": "passengers"}, "form": """
                    + """{"kind": "pareto"}}"""
            )
        );
        Assert.True(checkedBy == 0, why);
        Assert.Contains("parts-add-up", proofs, StringComparison.Ordinal);
        Directory.Delete(folder, recursive: true);
    }
}
