namespace OneWhole.Cli.Tests;

/// <summary>Rows that stay where they are, from the command line; the engines themselves are tested beside them.</summary>
public sealed class FromTests
{
    private static readonly string Demo = Path.Combine(Repository(), "demo");

    private static string Repository()
    {
        string? at = AppContext.BaseDirectory;
        while (at is not null && !File.Exists(Path.Combine(at, "OneWhole.slnx")))
        {
            at = Path.GetDirectoryName(at);
        }
        return at!;
    }

    private static (int Status, string Out, string Error) Run(params string[] arguments)
    {
        using StringWriter output = new(), error = new();
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
        string study = Study("""{"format": "onewhole.study/1", "parts": {"column": "route"}, "value": {"sum": "passengers"}, "form": {"kind": "pareto"}}""");
        string place = $"sqlite:{Path.Combine(Demo, "company.sqlite")}";
        (int status, string named, string error) = Run("workings", "--from", place, "--name", "crossing", "--study", study);
        Assert.True(status == 0, error);
        Assert.StartsWith("part,value,rank", named, StringComparison.Ordinal);
        Assert.Equal(named, Run("workings", "--from", place, "--query", "SELECT route, passengers FROM crossing;", "--study", study).Out);
        string picture = Path.ChangeExtension(study, ".svg");
        Assert.Equal(0, Run("figure", "--from", place, "--name", "crossing", "--study", study, "--out", picture).Status);
        Assert.Contains("crossing", File.ReadAllText(picture), StringComparison.Ordinal);
        Assert.StartsWith("ok  rows-accounted", Run("check", "--from", place, "--name", "crossing", "--study", study).Out, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(2, "one of --name TABLE and --query SELECT")]
    [InlineData(2, "one of --name TABLE and --query SELECT", "--name", "a", "--query", "SELECT 1")]
    [InlineData(2, "--table does not go with --from", "--name", "crossing", "--table", "x.csv")]
    [InlineData(1, "there is no such table", "--name", "nothing")]
    [InlineData(1, "must be one SELECT", "--query", "DELETE FROM crossing")]
    public void What_does_not_go_is_said_in_a_line(int expected, string why, params string[] more)
    {
        string study = Study("""{"format": "onewhole.study/1", "parts": {"column": "route"}, "value": {"count": "rows"}, "form": {"kind": "pie"}}""");
        (int status, string output, string error) = Run(["workings", "--from", $"sqlite:{Path.Combine(Demo, "company.sqlite")}", "--study", study, .. more]);
        Assert.Equal((expected, ""), (status, output));
        // Wrong use is followed by how it is used.
        string[] lines = error.Trim().Split('\n');
        Assert.Contains(why, lines[0], StringComparison.Ordinal);
        Assert.True(status == 2 || lines.Length == 1, error);
    }
}
