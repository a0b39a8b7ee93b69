using System.CommandLine;

namespace OneWhole.Cli;

/// <summary>As what a verb writes its result: by the ending of --out, or by --as where the result goes to standard output.</summary>
internal sealed class Kinds
{
    private readonly string[] _endings;
    private readonly string[] _names;
    private readonly string _usual;

    /// <param name="endings">Those there are: ".svg"; one that is there twice counts once.</param>
    /// <param name="usual">The one on standard output, where nothing says it.</param>
    public Kinds(IEnumerable<string> endings, string usual)
    {
        _endings = [.. endings.Distinct()];
        _names = [.. _endings.Select(ending => ending[1..])];
        _usual = usual;
        Out = Options.Out(_endings);
        As = Options.As(_names);
    }

    public Option<string> Out { get; }

    public Option<string> As { get; }

    /// <summary>The path, and the ending that it stands for; no path at all stands for standard output.</summary>
    /// <exception cref="WrongUse">There is no such kind.</exception>
    public (string Path, string Ending) Of(Given given, string? path)
    {
        string? kind = given.OneOf(As, _names);
        if (path is null or OutputFile.Standard)
        {
            return (OutputFile.Standard, kind is null ? _usual : "." + kind);
        }
        if (kind is not null)
        {
            throw new WrongUse($"{As.Name} is for standard output; the ending of {path} says what it becomes.");
        }
        string ending = Path.GetExtension(path).ToLowerInvariant();
        return _endings.Contains(ending)
            ? (path, ending)
            : throw new WrongUse($"{Out.Name} is {path}; it must end in {Given.Or(_endings)}.");
    }
}
