using System.CommandLine;

namespace OneWhole.Cli;

/// <summary>What was typed after a verb.</summary>
internal sealed class Given(string verb, ParseResult parsed)
{
    /// <exception cref="WrongUse">It was not given.</exception>
    public string Required(Option<string> option) =>
        Optional(option) ?? throw new WrongUse($"{option.Name} is missing: onewhole {verb} needs it.");

    public string? Optional(Option<string> option) => parsed.GetValue(option);

    /// <summary>The values of an option that may be given several times.</summary>
    public IReadOnlyList<string> All(Option<string[]> option) => parsed.GetValue(option) ?? [];

    /// <summary>A value out of a few.</summary>
    /// <exception cref="WrongUse">It is another.</exception>
    public string? OneOf(Option<string> option, params IReadOnlyList<string> known)
    {
        string? value = Optional(option);
        return value is null || known.Contains(value) ? value : throw new WrongUse($"{option.Name} is {value}; it must be {Or(known)}.");
    }

    /// <summary>"a, b or c".</summary>
    public static string Or(IReadOnlyList<string> words) =>
        words.Count == 1 ? words[0] : $"{string.Join(", ", words.Take(words.Count - 1))} or {words[^1]}";
}
