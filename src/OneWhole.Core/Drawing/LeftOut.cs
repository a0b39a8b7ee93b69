using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Drawing;

/// <summary>What a figure has no room for, though it was wished: said at its foot, beside it, and by the command.</summary>
/// <param name="Names">How many parts and groups stand without their name.</param>
/// <param name="AllNames">How many should have one.</param>
/// <param name="Labels">How many bars, slices and pieces stand without their label.</param>
/// <param name="AllLabels">How many should have one.</param>
/// <param name="Cuts">How many cuts stand without their words.</param>
/// <param name="AllCuts">How many should have them.</param>
public sealed record LeftOut(int Names, int AllNames, int Labels, int AllLabels, int Cuts, int AllCuts)
{
    /// <summary>Everything had room.</summary>
    public static LeftOut Nothing { get; } = new(0, 0, 0, 0, 0, 0);

    /// <summary>Whether everything had room.</summary>
    public bool IsNothing => Names == 0 && Labels == 0 && Cuts == 0;

    /// <summary>"14 of 45 names and 20 of 45 labels have no room"; empty where all have.</summary>
    public string Words
    {
        get
        {
            string[] parts =
            [
                .. new[] { Of(Names, AllNames, "names"), Of(Labels, AllLabels, "labels"), Of(Cuts, AllCuts, "cuts") }.Where(part =>
                    part.Length > 0
                ),
            ];
            bool one = parts.Length == 1 && Cuts == 0 && (Names == 1 || Labels == 1);
            return parts.Length == 0 ? "" : FigureWords.Counted("noRoom", one ? 1 : 2, ("what", Listed(parts)));
        }
    }

    /// <summary>A name that is missing weighs more than any label.</summary>
    internal int Weight => Names * 1000 + Cuts * 100 + Labels;

    private static string Of(int missing, int all, string what) =>
        missing == 0 ? "" : FigureWords.Counted(what, all, ("missing", NumberText.Count(missing)), ("all", NumberText.Count(all)));

    private static string Listed(string[] parts) =>
        parts.Length == 1
            ? parts[0]
            : FigureWords.Of(
                "and",
                ("first", parts[..^1].Aggregate((all, next) => FigureWords.Of("comma", ("first", all), ("next", next)))),
                ("last", parts[^1])
            );

    /// <summary>Counts what was laid out against what was wished.</summary>
    internal static LeftOut Of(FigureBuilder figure, WorkingsResult workings)
    {
        Division division = workings.Division;
        Study study = division.Study;
        Form form = study.Form.Form;
        if (figure.IsMiniature || division.IsEmpty)
        {
            return Nothing;
        }
        var named = new Named([], [], []);
        var drawn = new HashSet<(int, string?)>();
        var labelled = new HashSet<(int, string?)>();
        int strip = 0;
        foreach (Mark mark in figure.Marks)
        {
            if (mark is TextMark { Role: MarkRole.Name or MarkRole.Key or MarkRole.Label } text)
            {
                Name(named, text);
            }
            if (mark is TextMark { Role: MarkRole.Label })
            {
                labelled.Add((mark.Row, mark.Part));
            }
            else if (mark.Role == MarkRole.Bar && mark.Row >= 0)
            {
                drawn.Add((mark.Row, mark.Part));
            }
            else if (mark is PathMark { Strip: { } merged })
            {
                strip += merged.Count;
            }
        }
        (int names, int allNames) = NamesOf(workings, form, named);
        bool labels = form.HasLabels(study);
        drawn.ExceptWith(labelled);
        return new LeftOut(
            names,
            allNames,
            labels ? drawn.Count + strip + figure.GivenUp : 0,
            labels ? drawn.Count + strip + labelled.Count + figure.GivenUp : 0,
            figure.CutsWithoutWords,
            figure.Cuts
        );
    }

    /// <summary>What has its name in the figure.</summary>
    /// <param name="Parts">The keys of parts that have theirs beside bars or in the key.</param>
    /// <param name="Labels">Names with the keys of their parts, where they share a line with a number.</param>
    /// <param name="Groups">Labels of groups.</param>
    private sealed record Named(HashSet<string> Parts, HashSet<(string Name, string Part)> Labels, HashSet<string> Groups)
    {
        public bool Has(Entry part) => Parts.Contains(part.Key) || Labels.Contains((part.NameInFigure, part.Key));

        /// <summary>A group's name is a mark of its own, or stands where parts have theirs, under a key of its own.</summary>
        public bool HasGroup(string label) => Groups.Contains(label) || Parts.Contains($"group {label}");

        /// <summary>How many parts have their name, where all are labels: those are named by their keys.</summary>
        public int PartsOnce => Parts.Union(Labels.Where(label => label.Name == label.Part).Select(label => label.Part)).Count();
    }

    /// <summary>Whose name a text is: the part's or the group's that it stands for, where it says it.</summary>
    private static void Name(Named named, TextMark text)
    {
        if (text.Part is { } part && (text.Role is MarkRole.Name or MarkRole.Key || text.Id.StartsWith("label-", StringComparison.Ordinal)))
        {
            // A name may share its line with a number.
            _ = text.Role == MarkRole.Label ? named.Labels.Add((text.Text.Split("  ")[0], part)) : named.Parts.Add(part);
        }
        if (text.Group is { } group && text.Role == MarkRole.Name)
        {
            named.Groups.Add(group);
        }
    }

    private static (int Missing, int All) NamesOf(WorkingsResult workings, Form form, Named named)
    {
        Division division = workings.Division;
        Finish finish = division.Study.Finish;
        int missing = 0,
            all = 0;
        void Count(bool has)
        {
            all++;
            missing += has ? 0 : 1;
        }
        bool groups = division.HasGroups && workings.Rows != RowKind.Parts;
        bool partsAlong = form.NamesPartsAlong(division.Study);
        if (form.NamesParts(division.Study) && (partsAlong ? finish.Axes.Names : finish.Key) && !workings.RowsAreGroups)
        {
            IEnumerable<int> drawn = DrawnParts.Of(division).Where(part => IsDrawn(division, part));
            if (division.Parts is LabelEntries)
            {
                // Of very many the few that have names are counted, not those that have none.
                all = drawn.Count();
                missing = Math.Max(0, all - named.PartsOnce);
            }
            else
            {
                foreach (int part in drawn)
                {
                    Count(named.Has(division.Parts[part]));
                }
            }
        }
        if (groups && finish.Axes.Names)
        {
            foreach (Entry group in division.Groups!.Take(form.GroupsDrawn(division)))
            {
                Count(named.HasGroup(group.Label));
            }
        }
        return (missing, all);
    }

    /// <summary>Whether a part has something to be seen in any group; parts of nothing have no bar to be named.</summary>
    private static bool IsDrawn(Division division, int part) =>
        !division.HasGroups
        || Enumerable.Range(0, division.GroupCount).Any(group => division.Has(group, part) && !division.Amount(group, part).IsZero);
}
