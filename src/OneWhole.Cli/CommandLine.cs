using System.CommandLine;
using System.CommandLine.Help;
using System.CommandLine.Invocation;
using System.CommandLine.Parsing;
using OneWhole.Cli.Verbs;
using OneWhole.Core.Studies;
using OneWhole.Formats;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli;

/// <summary>The command <c>onewhole</c>: stateless, without server or database.</summary>
public static class CommandLine
{
    private const string Words = """
        Shows how a whole divides: shares, running shares, proofs, figures. It needs no server and no database.

        Exit status: 0 done; 1 the study or the table can't be read or does not fit; 2 wrong use; 3 a proof fails.
        """;

    /// <summary>By what is typed, in the order of the help.</summary>
    private static readonly (string Name, Func<string, Verb> Make)[] Verbs =
    [
        ("workings", name => new WorkingsVerb(name)),
        ("figure", name => new FigureVerb(name)),
        ("check", name => new CheckVerb(name)),
        ("briefing", name => new BriefingVerb(name)),
        ("table", name => new TableVerb(name)),
        ("schema", name => new SchemaVerb(name)),
        ("guide", name => new GuideVerb(name)),
        ("completion", name => new CompletionVerb(name)),
    ];

    /// <inheritdoc cref="Run(IReadOnlyList{string}, Streams)"/>
    public static int Run(IReadOnlyList<string> arguments, TextWriter output, TextWriter error) =>
        Run(arguments, new Streams(output, error, Console.OpenStandardOutput, false));

    /// <summary>Does what was typed.</summary>
    /// <param name="arguments">The words after the command's name.</param>
    /// <param name="streams">Where results, notes and faults go.</param>
    /// <returns>0 done; 1 the study or the table can't be read or does not fit; 2 wrong use; 3 a proof fails.</returns>
    public static int Run(IReadOnlyList<string> arguments, Streams streams)
    {
        string verb = "";
        try
        {
            if (arguments.Count == 0)
            {
                Parse(["--help"], streams).Invoke(To(streams.Error));
                return 2;
            }
            ParseResult parsed = Parse(arguments, streams);
            verb = parsed.CommandResult.Command is RootCommand ? "" : parsed.CommandResult.Command.Name + " ";
            if (parsed.Action is null or ParseErrorAction)
            {
                throw new WrongUse(WhatIsWrong(parsed));
            }
            return parsed.Invoke(To(streams.Output));
        }
        catch (WrongUse wrong)
        {
            streams.Note(wrong.Message);
            streams.Error.WriteLine($"What it takes: onewhole {verb}--help");
            return 2;
        }
        catch (Exception fault) when (fault is StudyException or ReadException)
        {
            streams.Note(fault.Message);
            return 1;
        }
        catch (OutOfMemoryException)
        {
            streams.Note("There is not enough memory for this: take fewer rows or columns.");
            return 1;
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            streams.Note(
                TemporaryFile.IsFull(fault)
                    ? "There is no room left on the disk: make room, and try again."
                    : "The result could not be written: the system does not take it."
            );
            return 1;
        }

        InvocationConfiguration To(TextWriter output) =>
            new()
            {
                Output = output,
                Error = streams.Error,
                EnableDefaultExceptionHandler = false,
            };
    }

    private static ParseResult Parse(IReadOnlyList<string> arguments, Streams streams)
    {
        // A file's name may begin with anything: no word stands for a file of words, none for several options.
        var configuration = new ParserConfiguration { ResponseFileTokenReplacer = null, EnablePosixBundling = false };
        // Where a verb is asked to work, the others and the words of the help are not made: they would take longer than a small study.
        if (Array.Find(Verbs, verb => verb.Name == arguments[0]).Make is { } make && !arguments.Any(IsHelp))
        {
            return make(arguments[0]).Command(streams).Parse([.. arguments.Skip(1)], configuration);
        }
        var root = new RootCommand(Words);
        root.Options.OfType<HelpOption>().Single().Description = "What there is, and what it takes.";
        root.Options.OfType<VersionOption>().Single().Description = "Which version this is.";
        foreach ((string name, Func<string, Verb> known) in Verbs)
        {
            root.Add(known(name).Command(streams));
        }
        return root.Parse(arguments, configuration);
    }

    private static bool IsHelp(string typed) => typed is "--help" or "-h" or "-?" or "/h" or "/?";

    /// <summary>The first thing that can't be understood, in the command's own words.</summary>
    private static string WhatIsWrong(ParseResult parsed)
    {
        if (parsed.CommandResult.Command is RootCommand)
        {
            string typed = parsed.UnmatchedTokens.FirstOrDefault() ?? parsed.Tokens[0].Value;
            return $"\"{typed}\" is not a command: it must be {Given.Or([.. Verbs.Select(known => known.Name)])}.";
        }
        if (parsed.UnmatchedTokens.FirstOrDefault() is { } unknown)
        {
            return $"\"{unknown}\" is not an option of {parsed.CommandResult.Command.Name}.";
        }
        return parsed.Errors.Select(error => error.SymbolResult).OfType<OptionResult>().FirstOrDefault() is { } option
            ? $"{option.Option.Name} must have one value."
            : parsed.Errors[0].Message;
    }
}
