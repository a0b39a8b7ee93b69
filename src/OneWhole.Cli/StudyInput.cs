using System.CommandLine;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli;

/// <summary>What a study is computed of: its table or the place of its rows, the document, a second table.</summary>
internal sealed class StudyInput
{
    private readonly Option<string> _table = Options.Table;
    private readonly Option<string> _study = Options.Study;
    private readonly Option<string> _against = Options.Against;
    private readonly Option<string> _read = Options.Read;
    private readonly Option<string> _prepare = Options.Prepare;
    private readonly Option<string> _from = Options.From;
    private readonly Option<string> _name = Options.Name;
    private readonly Option<string> _query = Options.Query;

    /// <summary>In the order of the help.</summary>
    public IEnumerable<System.CommandLine.Option> All => [_table, _study, _against, _read, _prepare, _from, _name, _query];

    /// <exception cref="WrongUse">Something is missing, or does not go together.</exception>
    /// <exception cref="StudyException">The study does not fit the table.</exception>
    public (Study Study, WorkingsSet Workings) Compute(Given given, Streams streams)
    {
        string? place = given.Optional(_from);
        if (place is null)
        {
            given.Required(_table);
        }
        OneStandardInput(given);
        ReadSettings Settings() => TableInput.Settings(given.Optional(_read));
        // Each takes its time in a process that has just begun, so they are read together. What is wrong with the study is said first.
        Task<ReadResult>? reading = place is null ? Task.Run(() => TableInput.Opened(given.Required(_table), Settings(), streams)) : null;
        Study study = StudyFormat.Standard.Read(InputFile.Bytes(given.Required(_study), "study"));
        Table table = reading is null
            ? Left(given, place!)
            : TableInput.Steps(given.Optional(_prepare)).Apply(TableInput.Told(reading.GetAwaiter().GetResult(), streams));
        Table? second = given.Optional(_against) is { } against ? TableInput.Read(against, Settings(), streams) : null;
        using var line = new ProgressLine(streams, place is not null && !LeftInput.IsSourceFile(place) ? $"asking {place}" : "computing");
        return (study, WorkingsSet.Run(table, study, default, second));
    }

    private void OneStandardInput(Given given)
    {
        Option<string>[] both =
        [
            .. new[] { _table, _study, _against, _read, _prepare }.Where(option => given.Optional(option) == InputFile.Standard),
        ];
        if (both.Length > 1)
        {
            throw new WrongUse(
                $"{string.Join(" and ", both.Select(option => option.Name))} are both -: standard input can be one of them."
            );
        }
    }

    private Table Left(Given given, string place)
    {
        foreach (Option<string> other in (Option<string>[])[_table, _prepare, _read])
        {
            if (given.Optional(other) is not null)
            {
                throw new WrongUse($"{other.Name} does not go with --from: rows that stay where they are are read as they are there.");
            }
        }
        return LeftInput.Open(place, given.Optional(_name), given.Optional(_query));
    }

    /// <summary>The study as it leaves: with its amounts, or as shares only.</summary>
    public static HandedStudy Handed(bool onlyShares, Study study, WorkingsSet workings)
    {
        string title = workings.Values.Count == 0 ? study.Title : Statement.Of(workings.Values[0].Workings).Title;
        var handed = new HandedStudy(title, study, workings);
        return onlyShares ? SharesOnly.Of(handed) : handed;
    }
}
