using System.CommandLine;
using OneWhole.Core.Tables;
using OneWhole.Formats.Handing;

namespace OneWhole.Cli.Verbs;

/// <summary>A table as it was read and prepared.</summary>
internal sealed class TableVerb(string name) : Verb(name, "Reads a table and prepares it: to standard output as CSV, or to a file.")
{
    private readonly Option<string> _table = Options.Table;
    private readonly Option<string> _read = Options.Read;
    private readonly Option<string> _prepare = Options.Prepare;
    private readonly Kinds _kinds = new([".csv"], ".csv");

    protected override IEnumerable<Option> Takes => [_table, _read, _prepare, _kinds.Out];

    protected override int Run(Given given, Streams streams)
    {
        string? path = given.Optional(_kinds.Out);
        if (path is not (null or OutputFile.Standard) && !path.EndsWith(".csv", StringComparison.OrdinalIgnoreCase))
        {
            throw new WrongUse($"--out is {path}; it must end in .csv.");
        }
        Table table = TableInput.Prepared(
            given.Required(_table),
            given.Optional(_prepare),
            TableInput.Settings(given.Optional(_read)),
            streams
        );
        if (path is null or OutputFile.Standard)
        {
            TableCsv.Write(table, streams.Output);
            return 0;
        }
        OutputFile.Write(path, streams, (to, progress) => TableCsv.Write(table, to, progress));
        return 0;
    }
}
