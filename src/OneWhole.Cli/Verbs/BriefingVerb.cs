using System.CommandLine;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Formats.Bundles;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli.Verbs;

/// <summary>The page of a bundle, with fresh tables laid in by name.</summary>
internal sealed class BriefingVerb(string name) : Verb(name, "Makes the page of a bundle, with fresh tables laid in by name.")
{
    private readonly Option<string> _bundle = Options.Bundle;
    private readonly Option<string[]> _tables = Options.FreshTables;
    private readonly Option<string[]> _froms = Options.Froms;
    private readonly Option<string[]> _names = Options.Names;
    private readonly Option<string[]> _queries = Options.Queries;
    private readonly Kinds _kinds = new([.. BriefingHandOver.Standard.Select(kind => kind.Extension)], ".html");
    private readonly OnPaper _paper = new(BriefingPaper.UsualMargin);
    private readonly Option<string> _only = Options.Only;
    private readonly Option<string> _numbers = Options.Numbers;

    protected override IEnumerable<Option> Takes =>
        [_bundle, _tables, _froms, _names, _queries, _kinds.Out, _kinds.As, .. _paper.All, _only, _numbers];

    protected override Option<string> Numbers => _numbers;

    protected override IDisposable UsualNumbers => NumberStyle.Plain.Use();

    protected override int Run(Given given, Streams streams)
    {
        (string path, string ending) = _kinds.Of(given, given.Required(_kinds.Out));
        BriefingHandOver kind = BriefingHandOver.Standard.First(known => known.Extension == ending);
        var paper = new BriefingPaper(_paper.Sheet(given) ?? BriefingPaper.Usual.Paper, _paper.Margin(given));
        bool onlyShares = given.OneOf(_only, "shares") is not null;
        using Bundle bundle = Bundle.Read(InputFile.Opened(given.Required(_bundle), "bundle", File.OpenRead));
        HandedBriefing page = BundledBriefing.Of(bundle, Fresh(given, bundle, streams), onlyShares);
        // A page with a hole in it is no page to send.
        if (page.Blocks.FirstOrDefault(block => block.Problem is not null) is { Problem: { } problem })
        {
            throw new StudyException("no-fit", "", problem);
        }
        OutputFile.Write(path, streams, (to, progress) => kind.Write(page, paper, to, progress));
        return 0;
    }

    private Dictionary<string, Table> Fresh(Given given, Bundle bundle, Streams streams)
    {
        var fresh = new Dictionary<string, Table>();
        foreach ((string name, string file) in ByTable(given, _tables, bundle, [.. bundle.Tables]))
        {
            // Fresh rows are read as the old ones, and made fit by the same steps: columns stay what they were.
            BundledTable old = bundle.Tables.First(table => table.Name == name);
            Table rows = fresh[name] = old.Prepare.Apply(
                TableInput.Read(file, ReadSettings.Found with { Columns = old.Read.Columns }, streams)
            );
            if (rows.RowCount == 0)
            {
                throw new StudyException(
                    "no-rows",
                    "table",
                    $"the table {name} has no rows in {file}: give the file with this month's rows."
                );
            }
        }
        // Tables that stay where they are: each by its name in the bundle.
        BundledTable[] asked = [.. bundle.Tables.Where(table => table.Answer is null)];
        Dictionary<string, string> queries = ByTable(given, _queries, bundle, asked),
            names = ByTable(given, _names, bundle, asked);
        foreach ((string name, string place) in ByTable(given, _froms, bundle, asked))
        {
            string? query = queries.GetValueOrDefault(name);
            bool isNamed = query is null && !LeftInput.IsSourceFile(place);
            string? table = names.GetValueOrDefault(name) ?? (isNamed ? name : null);
            if (!fresh.TryAdd(name, LeftInput.Open(place, table, query)))
            {
                throw new WrongUse($"--from names {name}, and --table does, too; it must be one of them.");
            }
        }
        return fresh;
    }

    /// <summary>The values of an option that is given for tables of a bundle, by their names.</summary>
    /// <param name="given">What was typed.</param>
    /// <param name="option">Each of its values begins with a table's name or title.</param>
    /// <param name="bundle">Has the tables.</param>
    /// <param name="offered">Those that a fault names.</param>
    private static Dictionary<string, string> ByTable(Given given, Option<string[]> option, Bundle bundle, BundledTable[] offered)
    {
        var found = new Dictionary<string, string>();
        foreach (string pair in given.All(option))
        {
            int equals = pair.IndexOf('=', StringComparison.Ordinal);
            string name = equals < 0 ? pair : pair[..equals];
            BundledTable? old = bundle.Tables.FirstOrDefault(table => table.Name == name)
                ?? bundle.Tables.FirstOrDefault(table => table.Title == name);
            if (equals < 1 || old is null)
            {
                string tables = string.Join(", ", offered.Select(table => table.Name));
                throw new WrongUse($"{option.Name} is {pair}; it must be {option.HelpName}, with one of the bundle's tables: {tables}.");
            }
            if (!found.TryAdd(old.Name, pair[(equals + 1)..]))
            {
                throw new WrongUse($"{option.Name} names {old.Name} twice; it must be said once.");
            }
        }
        return found;
    }
}
