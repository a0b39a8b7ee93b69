using System.CommandLine;

namespace OneWhole.Cli;

/// <summary>As what a verb writes its result: by the ending of --out, or by --as where the result goes to standard output.</summary>
/// <param name="endings">Those there are: ".svg".</param>
/// <param name="usual">The one on standard output, where nothing says it.</param>
internal sealed class Kinds(IReadOnlyList<string> endings, string usual)
{
    public Option<string> Out { get; } = Options.Out(endings);

    public Option<string> As { get; } = Options.As(endings);

    /// <summary>The path, and the ending that it stands for; no path at all stands for standard output.</summary>
    /// <exception cref="WrongUse">There is no such kind.</exception>
    public (string Path, string Ending) Of(Given given, string? path)
    {
        string? kind = given.OneOf(As, [.. endings.Distinct().Select(ending => ending[1..])]);
        if (path is null or OutputFile.Standard)
        {
            return (OutputFile.Standard, kind is null ? usual : "." + kind);
        }
        if (kind is not null)
        {
            throw new WrongUse($"{As.Name} is for standard output; the ending of {path} says what it becomes.");
        }
        string ending = Path.GetExtension(path).ToLowerInvariant();
        return endings.Contains(ending)
            ? (path, ending)
            : throw new WrongUse($"{Out.Name} is {path}; it must end in {Given.Or([.. endings.Distinct()])}.");
    }
}
