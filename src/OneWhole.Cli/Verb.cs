using System.CommandLine;
using OneWhole.Core.Numbers;

namespace OneWhole.Cli;

/// <summary>One thing that the command does: a class under Verbs, and a line in <see cref="CommandLine"/>.</summary>
/// <param name="name">As it is typed.</param>
/// <param name="words">What it does, in the help.</param>
internal abstract class Verb(string name, string words)
{
    public string Name => name;

    /// <summary>What may be said after it.</summary>
    protected abstract IEnumerable<Option> Takes { get; }

    /// <summary>How its numbers are printed, unless it is asked for otherwise.</summary>
    protected virtual IDisposable UsualNumbers => NumberStyle.Plain.Force();

    /// <summary>As which culture its numbers are asked for; null where it has no such option.</summary>
    protected virtual Option<string>? Numbers => null;

    /// <returns>The exit status.</returns>
    protected abstract int Run(Given given, Streams streams);

    /// <summary>As the parser knows it.</summary>
    /// <param name="streams">Where it writes.</param>
    public Command Command(Streams streams)
    {
        var command = new Command(name, words);
        foreach (Option option in Takes)
        {
            command.Add(option);
        }
        command.SetAction(parsed =>
        {
            var given = new Given(name, parsed);
            using IDisposable style = Style(given);
            return Run(given, streams);
        });
        return command;
    }

    private IDisposable Style(Given given)
    {
        if (Numbers is null || given.Optional(Numbers) is not { } culture)
        {
            return UsualNumbers;
        }
        return (
            NumberStyle.Of(culture) ?? throw new WrongUse($"--numbers is {culture}; it must be the name of a culture, as de-CH or en-GB.")
        ).Force();
    }
}
