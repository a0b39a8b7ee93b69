using System.CommandLine;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Cli.Verbs;

/// <summary>The proofs alone.</summary>
internal sealed class CheckVerb(string name)
    : Verb(name, "Prints a study's proofs, a line each: ok, warn or fail. The exit status is 3 where one fails.")
{
    private readonly StudyInput _input = new();
    private readonly Option<string> _numbers = Options.Numbers;

    protected override IEnumerable<Option> Takes => [.. _input.All, _numbers];

    protected override Option<string> Numbers => _numbers;

    protected override IDisposable UsualNumbers => NumberStyle.Plain.Use();

    protected override int Run(Given given, Streams streams)
    {
        (_, WorkingsSet workings) = _input.Compute(given, streams);
        foreach (Panel each in workings.Values)
        {
            foreach (TieOutLine line in each.Workings.TieOut)
            {
                string text = workings.Column is null ? line.Text : $"{each.Value}: {line.Text}";
                streams.Output.WriteLine($"{WorkingsJson.StatusWord(line.Status)}  {line.Id}  {Streams.OneLine(text)}");
            }
        }
        return workings.Values.Any(each => each.Workings.TieOut.Any(line => line.Status == TieOutStatus.Fail)) ? 3 : 0;
    }
}
