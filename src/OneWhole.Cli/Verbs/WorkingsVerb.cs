using System.CommandLine;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Cli.Verbs;

/// <summary>The computed columns behind a figure, with their proofs and readings.</summary>
internal sealed class WorkingsVerb(string name) : Verb(name, "Computes a study's workings: to standard output as CSV, or to a file.")
{
    private static readonly HandOver[] Known =
    [
        .. HandOver.Standard.Where(kind => kind.Kind.StartsWith("workings.", StringComparison.Ordinal)),
    ];

    private readonly StudyInput _input = new();
    private readonly Kinds _kinds = new([.. Known.Select(kind => kind.Extension)], ".csv");
    private readonly Option<string> _only = Options.Only;

    protected override IEnumerable<Option> Takes => [.. _input.All, _kinds.Out, _kinds.As, _only];

    protected override int Run(Given given, Streams streams)
    {
        (string path, string ending) = _kinds.Of(given, given.Optional(_kinds.Out));
        bool onlyShares = given.OneOf(_only, "shares") is not null;
        (Study study, WorkingsSet workings) = _input.Compute(given, streams);
        if (path == OutputFile.Standard && ending == ".csv")
        {
            WorkingsCsv.Write(onlyShares ? StudyInput.Handed(true, study, workings).Workings : workings, streams.Output);
            return 0;
        }
        HandedStudy handed = StudyInput.Handed(onlyShares, study, workings);
        HandOver kind = Known.First(known => known.Extension == ending);
        OutputFile.Write(path, streams, (to, progress) => kind.Write(handed, new HandingSize(960, 600), to, progress));
        return 0;
    }
}
