using System.Text;
using OneWhole.Core.Briefings;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Formats.Bundles;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli.Tests;

/// <summary>The page of a bundle from the command line, as it was and with fresh tables laid in.</summary>
public sealed class BriefingTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-page-").FullName;

    public void Dispose() => Directory.Delete(_folder, true);

    private string Write(string name, byte[] content)
    {
        string path = Path.Combine(_folder, name);
        File.WriteAllBytes(path, content);
        return path;
    }

    private static (int Status, string Error) Run(params string[] arguments)
    {
        var error = new StringWriter();
        return (CommandLine.Run(arguments, new StringWriter(), error), error.ToString());
    }

    /// <summary>The running text of a page.</summary>
    private static string Text(string path) =>
        System.Text.RegularExpressions.Regex.Match(File.ReadAllText(path), "<p class=\"text\">(.*?)</p>").Groups[1].Value;

    private string Packed()
    {
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "title": "Choices", "parts": {"column": "Choice"}, "form": {"kind": "pie"}}"""
        );
        var page = new Briefing
        {
            Title = "The month",
            Blocks =
            [
                new BriefingBlock("b1") { Kind = BlockKind.Study, Study = "choices" },
                new BriefingBlock("b2") { Kind = BlockKind.Text, Text = "[[b1.whole]], [[b1.parts]]." },
            ],
        };
        return Write(
            "page.zip",
            new Bundle(
                "The month",
                [BundledTable.Of("trainees", Encoding.UTF8.GetBytes("Choice\r\nsailing\r\nsailing\r\nrowing\r\n"), ReadSettings.Found)],
                [new BundledStudy("choices", "trainees", study)],
                page
            ).ToBytes()
        );
    }

    [Fact]
    public void A_new_choice_just_appears()
    {
        string bundle = Packed(),
            before = Path.Combine(_folder, "before.html"),
            after = Path.Combine(_folder, "after.html");
        Assert.Equal((0, ""), Run("briefing", "--bundle", bundle, "--out", before));
        Assert.Contains("3 trainees, 2 choices.", Text(before));
        string fresh = Write("june.csv", Encoding.UTF8.GetBytes("Choice\nsailing\nrowing\nrowing\ndiving\n"));
        Assert.Equal((0, ""), Run("briefing", "--bundle", bundle, "--out", after, "--table", $"trainees={fresh}"));
        Assert.Contains("4 trainees, 3 choices.", Text(after));
        foreach (string extension in (string[])["pdf", "pptx"])
        {
            string path = Path.Combine(_folder, $"page.{extension}");
            Assert.Equal(0, Run("briefing", "--bundle", bundle, "--out", path, "--table", $"trainees={fresh}").Status);
            Assert.True(new FileInfo(path).Length > 1000);
        }
    }

    [Fact]
    public void Raw_rows_of_next_month_are_made_fit_by_the_steps_of_the_bundle()
    {
        Table raw = TableFile
            .Read(
                new MemoryStream(Encoding.UTF8.GetBytes("Pier,Winter,Summer\nHallin,10,90\nOskery,20,40\n")),
                "piers.csv",
                ReadSettings.Found
            )
            .Table;
        Preparation steps = Preparation.Read(
            """{"format": "onewhole.prepare/1", "steps": [{"do": "columns-to-rows", "columns": """
                + """["Winter", "Summer"], "names": "Season", "values": "Boardings"}]}"""
        );
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "title": "Seasons", "parts": {"column": "Season"}, "value": """
                + """{"sum": "Boardings"}, "form": {"kind": "pie"}}"""
        );
        var page = new Briefing
        {
            Title = "Piers",
            Blocks =
            [
                new BriefingBlock("b1") { Kind = BlockKind.Study, Study = "seasons" },
                new BriefingBlock("b2") { Kind = BlockKind.Text, Text = "[[b1.whole]]." },
            ],
        };
        string bundle = Write(
            "piers.zip",
            new Bundle("Piers", [BundledTable.Of("piers", raw, steps)], [new BundledStudy("seasons", "piers", study)], page).ToBytes()
        );
        string before = Path.Combine(_folder, "piers.html"),
            after = Path.Combine(_folder, "next.html");
        Assert.Equal((0, ""), Run("briefing", "--bundle", bundle, "--out", before));
        Assert.Contains("160", Text(before));
        string next = Write("next.csv", Encoding.UTF8.GetBytes("Pier,Winter,Summer\nHallin,1,2\nOskery,3,4\nSule Bank,5,6\n"));
        Assert.Equal((0, ""), Run("briefing", "--bundle", bundle, "--out", after, "--table", $"piers={next}"));
        Assert.Contains("21", Text(after));
    }

    [Fact]
    public void What_is_wrong_is_said_and_no_file_is_left()
    {
        string bundle = Packed(),
            path = Path.Combine(_folder, "page.pdf");
        Assert.Equal(2, Run("briefing", "--bundle", bundle, "--out", "page.doc").Status);
        (int status, string error) = Run("briefing", "--bundle", bundle, "--out", path, "--table", "others=x.csv");
        Assert.Equal(2, status);
        Assert.Contains("one of the bundle's tables: trainees", error);
        Assert.Equal(
            1,
            Run("briefing", "--bundle", bundle, "--out", path, "--table", $"trainees={Path.Combine(_folder, "none.csv")}").Status
        );
        // A page with a hole in it is not written: a column that is gone, a file without a row, a table named twice.
        string renamed = Write("renamed.csv", Encoding.UTF8.GetBytes("Sport\nsailing\nrowing\n")),
            empty = Write("empty.csv", Encoding.UTF8.GetBytes("Choice\n")),
            fine = Write("fine.csv", Encoding.UTF8.GetBytes("Choice\nsailing\n"));
        (status, error) = Run("briefing", "--bundle", bundle, "--out", path, "--table", $"trainees={renamed}");
        Assert.Equal(1, status);
        Assert.Contains("Choice", error);
        (status, error) = Run("briefing", "--bundle", bundle, "--out", path, "--table", $"trainees={empty}");
        Assert.Equal(1, status);
        Assert.NotEqual("", error);
        (status, error) = Run("briefing", "--bundle", bundle, "--out", path, "--table", $"trainees={fine}", "--table", $"trainees={fine}");
        Assert.Equal(2, status);
        Assert.Contains("twice", error);
        Assert.Equal(1, Run("briefing", "--bundle", Write("broken.zip", [1, 2, 3]), "--out", path).Status);
        Assert.False(File.Exists(path));
    }
}
