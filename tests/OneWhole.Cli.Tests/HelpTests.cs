using System.Diagnostics;
using System.Text.RegularExpressions;

namespace OneWhole.Cli.Tests;

/// <summary>Help for each verb, the version, completion, and what is said of a line that can't be carried out.</summary>
public sealed partial class HelpTests
{
    private static readonly string[] Verbs = ["workings", "figure", "check", "briefing", "table", "schema", "guide", "completion"];

    private static (int Status, string Out, string Error) Run(params string[] arguments)
    {
        var output = new StringWriter();
        var error = new StringWriter();
        return (CommandLine.Run(arguments, output, error), output.ToString(), error.ToString());
    }

    public static TheoryData<string> EveryVerb => [.. Verbs];

    [GeneratedRegex(@"^  (--[a-z]+)", RegexOptions.Multiline)]
    private static partial Regex OptionLine { get; }

    [Fact]
    public void Help_names_every_verb_and_every_exit_status()
    {
        (int status, string help, string error) = Run("--help");
        Assert.Equal((0, ""), (status, error));
        Assert.All(Verbs, verb => Assert.Matches($@"(?m)^  {verb} ", help));
        Assert.Contains("0 done; 1", help, StringComparison.Ordinal);
        Assert.Contains("3 a proof fails", help, StringComparison.Ordinal);
    }

    [Fact]
    public void Nothing_typed_is_wrong_use_and_shows_the_help()
    {
        (int status, string output, string error) = Run();
        Assert.Equal((2, ""), (status, output));
        Assert.Contains("workings", error, StringComparison.Ordinal);
    }

    [Theory]
    [MemberData(nameof(EveryVerb))]
    public void Every_option_in_a_verb_s_help_is_taken_and_has_words(string verb)
    {
        (int status, string help, string error) = Run(verb, "--help");
        Assert.Equal((0, ""), (status, error));
        string[] options = [.. OptionLine.Matches(help).Select(match => match.Groups[1].Value)];
        Assert.NotEmpty(options);
        Assert.All(options, option => Assert.Matches($@"(?m)^  {option} <[^>]+> +[A-Za-z]", help));
        // An option that is known is not answered by "is not an option".
        Assert.All(options, option => Assert.DoesNotContain("is not an option", Run(verb, option, "x").Error, StringComparison.Ordinal));
    }

    /// <summary>However help is asked for, a verb gives it.</summary>
    [Fact]
    public void Every_spelling_of_help_is_known()
    {
        var help = new System.CommandLine.Help.HelpOption();
        Assert.All([help.Name, .. help.Aliases], spelling => Assert.Equal(Run("check", "--help"), Run("check", spelling)));
    }

    [Fact]
    public void The_version_is_a_number() => Assert.Matches(@"^\d+\.\d+\.\d+\s*$", Run("--version").Out);

    [Theory]
    [InlineData("\"draw\" is not a command: it must be workings, figure, check, briefing, table, schema, guide or completion.", "draw")]
    [InlineData("\"--sideways\" is not an option of check.", "check", "--sideways", "1")]
    [InlineData("\"delays.csv\" is not an option of check.", "check", "delays.csv")]
    [InlineData("--table must have one value.", "workings", "--table")]
    [InlineData("--table must have one value.", "workings", "--table", "a", "--table", "b")]
    [InlineData("--study is missing: onewhole check needs it.", "check", "--table", "a")]
    [InlineData(
        "--out is f.gif; it must end in .svg, .png, .pdf, .html, .xlsx or .pptx.",
        "figure",
        "--table",
        "a",
        "--study",
        "b",
        "--out",
        "f.gif"
    )]
    [InlineData(
        "--as is for standard output; the ending of f.svg says what it becomes.",
        "figure",
        "--table",
        "a",
        "--study",
        "b",
        "--out",
        "f.svg",
        "--as",
        "png"
    )]
    [InlineData("--only is amounts; it must be shares.", "workings", "--table", "a", "--study", "b", "--only", "amounts")]
    [InlineData("--of is cheese; it must be study, prepare, briefing, settings, words or forms.", "schema", "--of", "cheese")]
    [InlineData("--table and --study are both -: standard input can be one of them.", "check", "--table", "-", "--study", "-")]
    public void A_line_that_can_t_be_carried_out_is_told_in_one_sentence_with_the_way_to_help(string says, params string[] arguments)
    {
        (int status, string output, string error) = Run(arguments);
        Assert.Equal((2, ""), (status, output));
        string[] lines = error.TrimEnd().Split('\n');
        Assert.Equal(says, lines[0].TrimEnd());
        Assert.Matches(@"^What it takes: onewhole ([a-z]+ )?--help", Assert.Single(lines.Skip(1)));
    }

    [Fact]
    public void A_name_that_begins_with_an_at_sign_is_a_file_s_name() =>
        Assert.Contains("\"@list\" can't be opened", Run("check", "--table", "t.csv", "--study", "@list").Error, StringComparison.Ordinal);

    [Theory]
    [InlineData("onewhole wo", "workings")]
    [InlineData("onewhole figure --pa", "--paper", "--pages")]
    [InlineData("onewhole figure --paper a4", "a4", "a4-lying")]
    [InlineData("onewhole workings --as ", "csv", "json", "ods", "parquet", "md")]
    public void A_shell_is_told_what_may_follow(string typed, params string[] follows)
    {
        string[] told = Run($"[suggest:{typed.Length}]", typed)
            .Out.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        Assert.All(follows, word => Assert.Contains(word, told));
    }

    [Fact]
    public void Bash_completes_by_the_script_that_is_printed()
    {
        if (!File.Exists("/bin/bash"))
        {
            return;
        }
        string folder = Directory.CreateTempSubdirectory("onewhole-complete-").FullName;
        try
        {
            File.WriteAllText(Path.Combine(folder, "script"), Run("completion", "--shell", "bash").Out);
            // The command under its own name, so that the script finds it.
            string command = Path.Combine(folder, "onewhole");
            File.WriteAllText(command, $"#!/bin/bash\nexec dotnet {Path.Combine(AppContext.BaseDirectory, "onewhole.dll")} \"$@\"\n");
            Process.Start("chmod", ["+x", command]).WaitForExit();
            const string ask =
                "source ./script; COMP_WORDS=(./onewhole figure --pap); COMP_CWORD=2; COMP_LINE='./onewhole figure "
                + "--pap'; COMP_POINT=23; _onewhole; echo \"${COMPREPLY[@]}\"";
            var start = new ProcessStartInfo("bash")
            {
                WorkingDirectory = folder,
                RedirectStandardOutput = true,
                ArgumentList = { "-c", ask },
            };
            using Process process = Process.Start(start)!;
            Assert.Equal("--paper", process.StandardOutput.ReadToEnd().Trim());
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }

    [Theory]
    [InlineData("bash")]
    [InlineData("zsh")]
    [InlineData("fish")]
    public void There_is_a_script_for_each_shell(string shell) =>
        Assert.Contains("[suggest:", Run("completion", "--shell", shell).Out, StringComparison.Ordinal);
}
