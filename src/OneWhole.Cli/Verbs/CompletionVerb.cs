using System.CommandLine;

namespace OneWhole.Cli.Verbs;

/// <summary>Scripts by which a shell completes what is typed; each asks the command itself what may follow.</summary>
internal sealed class CompletionVerb(string name)
    : Verb(name, "Prints a script by which a shell completes verbs, options and their values: source <(onewhole completion --shell bash)")
{
    private static readonly Dictionary<string, string> Known = new()
    {
        ["bash"] = """
            _onewhole() {
              local IFS=$'\n' word="${COMP_WORDS[COMP_CWORD]}"
              COMPREPLY=($(compgen -W "$("${COMP_WORDS[0]}" "[suggest:$COMP_POINT]" "$COMP_LINE" 2> /dev/null)" -- "$word"))
            }
            complete -o default -F _onewhole onewhole ./onewhole
            """,
        ["zsh"] = """
            _onewhole() {
              local -a found
              found=("${(@f)$("${words[1]}" "[suggest:$CURSOR]" "$BUFFER" 2> /dev/null)}")
              [[ -n "$found" ]] && compadd -a found || _files
            }
            compdef _onewhole onewhole
            """,
        ["fish"] = """
            complete -c onewhole -a '(onewhole "[suggest:"(string length -- (commandline -cp))"]" (commandline -cp) 2> /dev/null)'
            """,
    };

    private readonly Option<string> _shell = Options.One(
        "shell",
        "SHELL",
        $"{Given.Or([.. Known.Keys])}; bash unless said.",
        [.. Known.Keys]
    );

    protected override IEnumerable<Option> Takes => [_shell];

    protected override int Run(Given given, Streams streams)
    {
        streams.Output.WriteLine(Known[given.OneOf(_shell, [.. Known.Keys]) ?? "bash"].ReplaceLineEndings("\n"));
        return 0;
    }
}
