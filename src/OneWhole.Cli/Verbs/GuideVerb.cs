using System.CommandLine;
using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Cli.Verbs;

/// <summary>
/// Writes what of the guide is made from code: a page for each form, every figure, and the list of all pages. For whoever changes
/// One Whole: a test compares the folder with what is written.
/// </summary>
internal sealed class GuideVerb(string name) : Verb(name, "Writes the guide's pages of forms and its figures, from the demo's tables.")
{
    private const int Width = 720;
    private const int Height = 500;

    private readonly Option<string> _demo = Options.One("demo", "FOLDER", "The demo's tables.");
    private readonly Option<string> _guide = Options.One(
        "guide",
        "FOLDER",
        "The guide: its figures.json and pages are read, what is made is written beside them."
    );

    protected override IEnumerable<System.CommandLine.Option> Takes => [_demo, _guide];

    protected override IDisposable UsualNumbers => NumberStyle.Plain.Use();

    protected override int Run(Given given, Streams streams)
    {
        string demo = given.Required(_demo),
            guide = given.Required(_guide);
        Directory.CreateDirectory(Path.Combine(guide, "forms"));
        Directory.CreateDirectory(Path.Combine(guide, "figures"));
        foreach (Form form in FormList.Standard.Forms)
        {
            WorkingsSet example = Drawn(
                demo,
                form.Guide.Table,
                form.Guide.Study,
                Path.Combine(guide, "figures", $"{form.Kind}.svg"),
                streams
            );
            string page = FormPage.Markdown(form, example.Values[0].Workings, $"../figures/{form.Kind}.svg");
            File.WriteAllText(Path.Combine(guide, "forms", $"{form.Kind}.md"), page);
        }
        var figures = (JsonObject)JsonNode.Parse(InputFile.Bytes(Path.Combine(guide, "figures.json"), "list of figures"))!;
        foreach ((string name, JsonNode? figure) in figures)
        {
            Drawn(demo, (string)figure!["table"]!, figure["study"]!.ToJsonString(), Path.Combine(guide, "figures", $"{name}.svg"), streams);
        }
        File.WriteAllText(Path.Combine(guide, "README.md"), List(guide));
        return 0;
    }

    private static WorkingsSet Drawn(string demo, string table, string study, string to, Streams streams)
    {
        Study asked = StudyFormat.Standard.Read(study);
        WorkingsSet workings = WorkingsSet.Run(
            TableInput.Read(Path.Combine(demo, table), Formats.Reading.ReadSettings.Found, streams),
            asked
        );
        HandedStudy handed = StudyInput.Handed(false, asked, workings);
        OutputFile.Write(to, streams, (stream, progress) =>
            HandOver.Find("figure.svg").Write(handed, new HandingSize(Width, Height), stream, progress)
        );
        return workings;
    }

    /// <summary>The list of pages, in the order of the work; then the forms, in that of the strip.</summary>
    private static string List(string guide)
    {
        static string Title(string path) => File.ReadLines(path).First().TrimStart('#', ' ');
        IEnumerable<string> jobs = Directory
            .GetFiles(guide, "?-*.md")
            .Order(StringComparer.Ordinal)
            .Select(path => $"- [{Title(path)}]({Path.GetFileName(path)})");
        IEnumerable<string> forms = FormList.Standard.Forms.Select(form => $"- [{form.Name}](forms/{form.Kind}.md)");
        return $"""
            # Guide

            One page for each part of the work, in its order; one for each form. The same pages open in the product with `?`.

            {string.Join('\n', jobs)}

            ## Forms

            {string.Join('\n', forms)}

            """.ReplaceLineEndings("\n");
    }
}
