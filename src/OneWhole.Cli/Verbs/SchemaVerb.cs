using System.CommandLine;
using System.Text.Json.Nodes;
using OneWhole.Core.Briefings;
using OneWhole.Core.Forms;
using OneWhole.Core.Preparing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;

namespace OneWhole.Cli.Verbs;

/// <summary>What documents may hold, as schemas and as tables.</summary>
internal sealed class SchemaVerb(string name)
    : Verb(name, "Prints what documents may hold: JSON Schemas, or a table of settings, of words or of forms.")
{
    private static readonly Dictionary<string, Func<string>> Known = new()
    {
        ["study"] = () => Pretty(StudyFormat.Standard.Schema()),
        ["prepare"] = () => Pretty(Preparation.Schema()),
        ["briefing"] = () => Pretty(Briefing.Schema()),
        ["settings"] = () => SettingsTable.Markdown(FormList.Standard).TrimEnd(),
        ["words"] = () => FigureWords.Table.TrimEnd(),
        ["forms"] = () => FormsTable.Json(FormList.Standard).ToJsonString(StudyFormat.Pretty),
    };

    private readonly Option<string> _of = Options.One("of", "WHAT", $"{Given.Or([.. Known.Keys])}; study unless said.", [.. Known.Keys]);

    protected override IEnumerable<System.CommandLine.Option> Takes => [_of];

    protected override int Run(Given given, Streams streams)
    {
        streams.Output.WriteLine(Known[given.OneOf(_of, [.. Known.Keys]) ?? "study"]());
        return 0;
    }

    private static string Pretty(JsonObject schema) => schema.ToJsonString(StudyFormat.Pretty);
}
