using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Briefings;

/// <summary>One colour for a part across a page: the one that the first study on it gives the part.</summary>
public static class BriefingColours
{
    /// <param name="studies">The workings of the page's studies, in its order.</param>
    /// <returns>By label, a colour as "#rrggbb".</returns>
    public static IReadOnlyDictionary<string, string> Of(IEnumerable<WorkingsResult> studies)
    {
        var colours = new Dictionary<string, string>();
        foreach (
            Division division in studies
                .Select(workings => workings.Division)
                .Where(division => !division.IsEmpty && !division.Study.Form.Form.HasOwnColours)
        )
        {
            var ink = new PartInk(division);
            for (int part = 0; part < division.PartCount; part++)
            {
                if (division.Parts[part] is { Kind: not EntryKind.Folded, IsBlank: false } entry)
                {
                    colours.TryAdd(entry.Label, Ink.OnSheet(ink.OwnOf(part)));
                }
            }
        }
        return colours;
    }

    /// <summary>A study with the page's colours; its own stay.</summary>
    public static Study Apply(Study study, IReadOnlyDictionary<string, string> colours) =>
        study with
        {
            Finish = study.Finish with
            {
                Colours = study.Finish.Colours.SetItems(colours.Where(colour => !study.Finish.Colours.ContainsKey(colour.Key))),
            },
        };
}
