using System.Globalization;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Drawing;

/// <summary>
/// The names of colours in figures. Marks carry names, so that a dark page can draw the same figure; whoever writes a file
/// looks the names up in <see cref="Sheet"/>. A colour that the analyst chose is its own name ("#1d6b60").
/// </summary>
public static class Ink
{
    /// <summary>Texts and axes.</summary>
    public const string Text = "ink";

    /// <summary>What is said by the way.</summary>
    public const string Quiet = "quiet";

    /// <summary>Rules of tables, lines of a grid.</summary>
    public const string Hairline = "hairline";

    /// <summary>The sheet that a figure lies on.</summary>
    public const string Paper = "sheet";

    /// <summary>Texts on a dark fill.</summary>
    public const string OnFill = "onfill";

    /// <summary>Cuts and their words.</summary>
    public const string Cut = "cut";

    /// <summary>The largest parts of a Pareto.</summary>
    public const string ClassA = "class-a";

    /// <summary>Its middle parts.</summary>
    public const string ClassB = "class-b";

    /// <summary>Its small parts.</summary>
    public const string ClassC = "class-c";

    /// <summary>Behind what is chosen or tried.</summary>
    public const string Wash = "wash";

    /// <summary>The folded part, which is many and has no class.</summary>
    public const string Folded = "folded";

    /// <summary>A broad bar behind others.</summary>
    public const string Behind = "behind";

    /// <summary>What wants to be looked at.</summary>
    public const string Warn = "warn";

    /// <summary>Text on a fill whose colour is the same on a light and on a dark page.</summary>
    public const string OnDarkFill = "on-dark";

    /// <summary>Texts on a light fill.</summary>
    public const string OnLightFill = "on-light";

    /// <summary>The name of the ink for text on a fill that is another colour on a dark page: "on-class-a".</summary>
    public static string On(string fill) => $"on-{fill}";

    /// <summary>How many categorical colours there are: eight, then their lighter sisters.</summary>
    public const int Categories = 16;

    /// <summary>How many steps the ordered set has.</summary>
    public const int Steps = 7;

    /// <summary>The name of a categorical colour; they repeat after <see cref="Categories"/>.</summary>
    public static string Category(int index) => $"cat-{(index % Categories) + 1}";

    /// <summary>How many steps each half of the two-sided set has.</summary>
    public const int SideSteps = 4;

    /// <summary>Between the two sides.</summary>
    public const string Middle = "middle";

    /// <summary>The low half of the two-sided set, 1 nearest to neutral.</summary>
    public static string LowSide(int step) => $"low-{step}";

    /// <summary>The high half of the two-sided set, 1 nearest to neutral.</summary>
    public static string HighSide(int step) => $"high-{step}";

    /// <summary>One of the ordered set, light to dark, for the place of one level among so many.</summary>
    public static string Ordered(int index, int count) => $"seq-{Step(index, count, Steps)}";

    /// <summary>One of the set of one hue, light to dark.</summary>
    public static string OneHue(int index, int count) => $"hue-{Step(index, count, Steps)}";

    /// <summary>One of the greys, light to dark.</summary>
    public static string Grey(int index, int count) => $"grey-{Step(index, count, Steps)}";

    /// <summary>One of the two-sided set, from the low end over the middle to the high one.</summary>
    public static string TwoSided(int index, int count)
    {
        int half = count / 2;
        if (count % 2 == 1 && index == half)
        {
            return Middle;
        }
        int away = index < half ? half - 1 - index : index - count + half;
        int step = Step(away, half, SideSteps);
        return index < half ? LowSide(step) : HighSide(step);
    }

    /// <summary>The step of a set, from 1, for one place of so many; the fullest where there is one.</summary>
    internal static int Step(int index, int count, int steps) =>
        count <= 1 ? steps : 1 + (int)Math.Round((double)index / (count - 1) * (steps - 1));

    /// <summary>A colour with a meaning of its own as a set has it: grey in print without colours, else itself.</summary>
    public static string In(Palette palette, string name) => palette == Palette.Greys ? GreyOf(name) : name;

    private static string GreyOf(string name) =>
        name switch
        {
            ClassA or "cat-1" or "high-4" => "grey-6",
            ClassB or "high-2" => "grey-4",
            Cut or "low-4" => "grey-7",
            "high-3" or "low-3" => "grey-5",
            "low-2" => "grey-3",
            "high-1" or "low-1" => "grey-2",
            Middle => "grey-1",
            _ => name,
        };

    /// <summary>The colours on a white sheet.</summary>
    public static IReadOnlyDictionary<string, string> Sheet { get; } =
        new Dictionary<string, string>
        {
            [Text] = "#20302e",
            [Quiet] = "#66736f",
            [Hairline] = "#e4e0d5",
            [Paper] = "#ffffff",
            [OnFill] = "#ffffff",
            [Cut] = "#a83c2c",
            [ClassA] = "#1d6b60",
            [ClassB] = "#86b0a3",
            [ClassC] = "#c3c5ba",
            [Wash] = "#e9f0ec",
            [Folded] = "#978c6c",
            [Behind] = "#ebe7da",
            [Warn] = "#8a6410",
            ["cat-1"] = "#1d6b60",
            ["cat-2"] = "#b98a2e",
            ["cat-3"] = "#a83c2c",
            ["cat-4"] = "#5b7083",
            ["cat-5"] = "#5d3470",
            ["cat-6"] = "#7f8f3f",
            ["cat-7"] = "#b5765b",
            ["cat-8"] = "#4f8f92",
            ["cat-9"] = "#7fb0a6",
            ["cat-10"] = "#dcc084",
            ["cat-11"] = "#d99a8e",
            ["cat-12"] = "#a3b1bd",
            ["cat-13"] = "#b39abf",
            ["cat-14"] = "#bcc695",
            ["cat-15"] = "#dbb7a6",
            ["cat-16"] = "#a6cacb",
            [Middle] = "#ddd8c9",
            ["low-1"] = "#e6bdb3",
            ["low-2"] = "#d69485",
            ["low-3"] = "#ba5545",
            ["low-4"] = "#a83c2c",
            ["high-1"] = "#bcd6cd",
            ["high-2"] = "#90b9ad",
            ["high-3"] = "#3d7f71",
            ["high-4"] = "#1d6b60",
            ["seq-1"] = "#d5e5de",
            ["seq-2"] = "#b4d0c6",
            ["seq-3"] = "#90b9ad",
            ["seq-4"] = "#6ca193",
            ["seq-5"] = "#3d7f71",
            ["seq-6"] = "#1d6b60",
            ["seq-7"] = "#0f4a43",
            ["hue-1"] = "#e9ddcb",
            ["hue-2"] = "#d9c3a2",
            ["hue-3"] = "#c8a77a",
            ["hue-4"] = "#b28a57",
            ["hue-5"] = "#94703f",
            ["hue-6"] = "#74562c",
            ["hue-7"] = "#533c1c",
            ["grey-1"] = "#dcddd9",
            ["grey-2"] = "#c2c4bf",
            ["grey-3"] = "#a6a9a3",
            ["grey-4"] = "#888c86",
            ["grey-5"] = "#6b706a",
            ["grey-6"] = "#4d524d",
            ["grey-7"] = "#323733",
            [OnDarkFill] = "#ffffff",
            [OnLightFill] = "#14201e",
            // Fills that are others on a dark page: a label on one takes its own ink, which is another there, too.
            [On(ClassA)] = "#ffffff",
            [On(ClassB)] = "#14201e",
            [On(ClassC)] = "#14201e",
            [On(Folded)] = "#14201e",
            [On(Behind)] = "#14201e",
            [On(Wash)] = "#14201e",
        };

    /// <summary>
    /// A colour for text on the sheet: as much of it, mixed with the ink of text, as can still be read ("cat-2/70" is 70 % of it).
    /// </summary>
    public static string Readable(string name) => $"{name}/{MostOf(name, Contrast.ForText)}";

    /// <summary>As much of a colour, in percent, mixed with the ink of text, as stands out so much from the sheet.</summary>
    private static int MostOf(string name, double contrast)
    {
        int part = 100;
        while (part > 0 && Contrast.Of(Mixed(OnSheet(name), part), Sheet[Paper]) < contrast)
        {
            part -= 5;
        }
        return part;
    }

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<string, string?> Edges = new();

    /// <summary>
    /// The edge of a fill that stands out from the sheet by less than shapes have to (<see cref="Contrast.ForShapes"/>): as much of its
    /// colour as leaves the edge standing out; null for a fill that stands out by itself.
    /// </summary>
    public static string? EdgeOf(string fill) =>
        Edges.GetOrAdd(fill, name =>
            name.Contains('/') || MostOf(name, Contrast.ForShapes) is not (< 100 and var part) ? null : $"{name}/{part}"
        );

    /// <summary>The colour of a name on a white sheet.</summary>
    public static string OnSheet(string name)
    {
        int slash = name.IndexOf('/');
        return slash > 0 ? Mixed(OnSheet(name[..slash]), int.Parse(name.AsSpan(slash + 1), CultureInfo.InvariantCulture))
            : name.StartsWith('#') ? name
            : Sheet.GetValueOrDefault(name, Sheet[Text]);
    }

    /// <summary>So many percent of a colour, the rest the ink of text; channel by channel.</summary>
    private static string Mixed(string colour, int percent)
    {
        int Channel(int at)
        {
            int own = int.Parse(colour.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture),
                ink = int.Parse(Sheet[Text].AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
            return (int)Math.Round((own * percent + ink * (100 - percent)) / 100.0);
        }
        return $"#{Channel(1):x2}{Channel(3):x2}{Channel(5):x2}";
    }
}
