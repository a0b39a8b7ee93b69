using System.Collections.Immutable;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Studies;

/// <summary>What a label beside a bar, a slice or a segment says.</summary>
public enum LabelText
{
    /// <summary>What the form finds fit.</summary>
    Auto,

    /// <summary>The share.</summary>
    Share,

    /// <summary>The amount.</summary>
    Amount,

    /// <summary>Amount and share.</summary>
    Both,

    /// <summary>The part's name, and its share.</summary>
    Name,

    /// <summary>No labels.</summary>
    None,
}

/// <summary>Where a label stands that could stand in its bar or beside it.</summary>
public enum LabelPlace
{
    /// <summary>Where the form finds fit.</summary>
    Auto,

    /// <summary>In the bar, slice or piece.</summary>
    Inside,

    /// <summary>Past the bar's end, on the spacer where the form has one.</summary>
    Outside,

    /// <summary>The share at the bar's foot, in it, and the amount past its end.</summary>
    Apart,
}

/// <summary>In what amounts are printed.</summary>
public enum AmountIn
{
    /// <summary>As they are.</summary>
    Ones,

    /// <summary>In thousands.</summary>
    Thousands,

    /// <summary>In millions.</summary>
    Millions,

    /// <summary>Shares of a column that holds them; not chosen, but found.</summary>
    Percents,
}

/// <summary>Where the unit of an amount is printed.</summary>
public enum UnitPlace
{
    /// <summary>No prefix or suffix.</summary>
    None,

    /// <summary>Before the number.</summary>
    Before,

    /// <summary>After the number.</summary>
    After,
}

/// <summary>What the share on a label is of.</summary>
public enum LabelOf
{
    /// <summary>The study's whole.</summary>
    Whole,

    /// <summary>The group that the row is in.</summary>
    Group,

    /// <summary>Everything that is counted.</summary>
    All,
}

/// <summary>A set of colours that is laid on all parts at once.</summary>
public enum Palette
{
    /// <summary>What fits the parts: the ordered set for bands and levels, else the categories.</summary>
    Auto,

    /// <summary>Colours that tell parts apart.</summary>
    Categories,

    /// <summary>Light to dark, for levels and bands.</summary>
    Ordered,

    /// <summary>Two colours that meet in the middle.</summary>
    TwoSided,

    /// <summary>Shades of one colour.</summary>
    OneHue,

    /// <summary>For print without colours.</summary>
    Greys,
}

/// <summary>A rule by which parts stand out and the rest is grey; it follows the numbers.</summary>
public enum EmphasisRule
{
    /// <summary>Nothing stands out.</summary>
    None,

    /// <summary>The largest part of each group.</summary>
    Largest,

    /// <summary>Shares at or above <see cref="Finish.EmphasisLimit"/>.</summary>
    AtLeast,
}

/// <summary>Where the key stands.</summary>
public enum KeyPlace
{
    /// <summary>As names beside the last stack where they fit, else beneath.</summary>
    Auto,

    /// <summary>Beside the figure.</summary>
    Right,

    /// <summary>Above the figure.</summary>
    Above,

    /// <summary>Beneath the figure.</summary>
    Beneath,
}

/// <summary>In which ink labels on bars are printed.</summary>
public enum LabelInk
{
    /// <summary>White or dark, whichever stands out more from what is under it.</summary>
    Contrast,

    /// <summary>The part's own colour, beside the bar; on the bar white or dark.</summary>
    Part,

    /// <summary><see cref="Finish.LabelColour"/>.</summary>
    Chosen,
}

/// <summary>How labels stand in upright bars.</summary>
public enum LabelTurn
{
    /// <summary>Turned by a quarter where only that fits.</summary>
    Auto,

    /// <summary>As they are read.</summary>
    Level,

    /// <summary>By a right angle.</summary>
    Turned,
}

/// <summary>A step of the size of print.</summary>
public enum PrintSize
{
    /// <summary>A step smaller.</summary>
    Small,

    /// <summary>As it is.</summary>
    Normal,

    /// <summary>A step larger.</summary>
    Large,
}

/// <summary>Where bars stand along an axis of values.</summary>
public enum ValueAxis
{
    /// <summary>Where labels don't say how large they are.</summary>
    Auto,

    /// <summary>Beside labels, too.</summary>
    Shown,
}

/// <summary>What stands around the bars, each hidden by itself.</summary>
public sealed record AxisFinish
{
    /// <summary>As a form has them by itself.</summary>
    public static AxisFinish Standard { get; } = new();

    /// <summary>The line that bars stand on.</summary>
    public bool Line { get; init; } = true;

    /// <summary>Short lines at the numbers.</summary>
    public bool Ticks { get; init; }

    /// <summary>Numbers along the axis of amounts or shares.</summary>
    public bool Numbers { get; init; } = true;

    /// <summary>Names along the axis of parts or groups.</summary>
    public bool Names { get; init; } = true;

    /// <summary>Lines across the figure at the numbers.</summary>
    public bool Grid { get; init; } = true;

    /// <summary>Whether axes of values have titles.</summary>
    public bool Titles { get; init; }

    /// <summary>Amounts, shares, or as the form has it.</summary>
    public ValueAxis Values { get; init; }

    internal const string AxesAndRoom = "axes and room";

    /// <summary>Reads, writes and describes it.</summary>
    public static ObjectShape<AxisFinish> Shape { get; } =
        new ObjectShape<AxisFinish>("axes", () => Standard)
            .Has(
                "line",
                new FlagShape(),
                axes => axes.Line,
                (axes, value) => axes with { Line = value },
                "draw the line that bars stand on",
                looks: new Looks(AxesAndRoom, "axis line")
            )
            .Has(
                "values",
                new ChoiceShape<ValueAxis>
                {
                    { "auto", ValueAxis.Auto, "where labels don't say it" },
                    { "shown", ValueAxis.Shown, "beside labels, too" },
                },
                axes => axes.Values,
                (axes, value) => axes with { Values = value },
                "whether bars that have labels stand along an axis of values, too",
                looks: new Looks(AxesAndRoom, "value axis")
            )
            .Has(
                "ticks",
                new FlagShape(),
                axes => axes.Ticks,
                (axes, value) => axes with { Ticks = value },
                "draw a tick at each number",
                looks: new Looks(AxesAndRoom, "ticks")
            )
            .Has(
                "numbers",
                new FlagShape(),
                axes => axes.Numbers,
                (axes, value) => axes with { Numbers = value },
                "print the numbers",
                looks: new Looks(AxesAndRoom, "axis numbers")
            )
            .Has(
                "names",
                new FlagShape(),
                axes => axes.Names,
                (axes, value) => axes with { Names = value },
                "print the names",
                looks: new Looks(AxesAndRoom, "names")
            )
            .Has(
                "grid",
                new FlagShape(),
                axes => axes.Grid,
                (axes, value) => axes with { Grid = value },
                "draw lines across the plot",
                looks: new Looks(AxesAndRoom, "grid")
            )
            .Has(
                "titles",
                new FlagShape(),
                axes => axes.Titles,
                (axes, value) => axes with { Titles = value },
                "write over each axis of values what it counts",
                looks: new Looks(AxesAndRoom, "axis titles")
            );
}

/// <summary>The size and weight of print, apart for what it says.</summary>
public sealed record PrintFinish
{
    /// <summary>Everything as it is.</summary>
    public static PrintFinish Standard { get; } = new();

    /// <summary>Of the figure's title.</summary>
    public PrintSize Title { get; init; } = PrintSize.Normal;

    /// <summary>Of the names of parts and groups.</summary>
    public PrintSize Names { get; init; } = PrintSize.Normal;

    /// <summary>Of amounts.</summary>
    public PrintSize Amounts { get; init; } = PrintSize.Normal;

    /// <summary>Of shares.</summary>
    public PrintSize Shares { get; init; } = PrintSize.Normal;

    /// <summary>Whether names are heavy.</summary>
    public bool StrongNames { get; init; }

    /// <summary>Whether amounts are heavy.</summary>
    public bool StrongAmounts { get; init; }

    /// <summary>Whether shares are heavy.</summary>
    public bool StrongShares { get; init; }

    /// <summary>By how much a size is larger than the normal one.</summary>
    internal static double Step(PrintSize size) =>
        size switch
        {
            PrintSize.Small => 0.84,
            PrintSize.Large => 1.25,
            _ => 1,
        };

    private static readonly ChoiceShape<PrintSize> Size = new()
    {
        { "small", PrintSize.Small },
        { "normal", PrintSize.Normal },
        { "large", PrintSize.Large },
    };

    /// <summary>Reads, writes and describes it.</summary>
    public static ObjectShape<PrintFinish> Shape { get; } =
        new ObjectShape<PrintFinish>("print", () => Standard)
            .Has(
                "title",
                Size,
                print => print.Title,
                (print, value) => print with { Title = value },
                "the size of the title",
                looks: new Looks("print", "size of the title")
            )
            .Has(
                "names",
                Size,
                print => print.Names,
                (print, value) => print with { Names = value },
                "the size of names",
                looks: new Looks("print", "size of names")
            )
            .Has(
                "amounts",
                Size,
                print => print.Amounts,
                (print, value) => print with { Amounts = value },
                "the size of amounts on labels",
                looks: new Looks("print", "size of amounts")
            )
            .Has(
                "shares",
                Size,
                print => print.Shares,
                (print, value) => print with { Shares = value },
                "the size of shares on labels",
                looks: new Looks("print", "size of shares")
            )
            .Has(
                "strongNames",
                new FlagShape(),
                print => print.StrongNames,
                (print, value) => print with { StrongNames = value },
                "print names strongly",
                looks: new Looks("print", "names in bold") { On = "bold", Off = "plain" }
            )
            .Has(
                "strongAmounts",
                new FlagShape(),
                print => print.StrongAmounts,
                (print, value) => print with { StrongAmounts = value },
                "print amounts on labels strongly",
                looks: new Looks("print", "amounts in bold") { On = "bold", Off = "plain" }
            )
            .Has(
                "strongShares",
                new FlagShape(),
                print => print.StrongShares,
                (print, value) => print with { StrongShares = value },
                "print shares on labels strongly",
                looks: new Looks("print", "shares in bold") { On = "bold", Off = "plain" }
            );
}

/// <summary>Looks only: nothing here changes a number of the workings.</summary>
public sealed record Finish
{
    /// <summary>What labels say.</summary>
    public LabelText Labels { get; init; }

    /// <summary>
    /// What the share on a label is of, whatever the study's whole is; the workings on the screen then have a column for it.
    /// </summary>
    public LabelOf LabelOf { get; init; }

    /// <summary>In what amounts are printed on labels.</summary>
    public AmountIn AmountIn { get; init; }

    /// <summary>Where the unit stands on labels of amounts.</summary>
    public UnitPlace UnitPlace { get; init; }

    /// <summary>Whether the text under the title is drawn; where it is not, the whole is stated at the foot.</summary>
    public bool ShowCaption { get; init; } = true;

    /// <summary>The unit of amounts where their column has none; null for none.</summary>
    public string? UnitName { get; init; }

    /// <summary>Whether "16.0" is printed "16".</summary>
    public bool TrimZeros { get; init; }

    /// <summary>Decimals of amounts; null for as many as the amounts need.</summary>
    public int? AmountDecimals { get; init; }

    /// <summary>Where the amount axis ends; null for the form's own choice.</summary>
    public ExactDecimal? AmountEnd { get; init; }

    /// <summary>Whether the folded part is drawn.</summary>
    public bool DrawFolded { get; init; } = true;

    /// <summary>Whether bars that have a class have its colour, or all of them one.</summary>
    public bool ClassColours { get; init; } = true;

    /// <summary>Whether the key is drawn.</summary>
    public bool Key { get; init; } = true;

    /// <summary>The text under the title; null for the statement.</summary>
    public string? Caption { get; init; }

    /// <summary>Where the rows are from, at the foot of the figure; null for the table's name.</summary>
    public string? Source { get; init; }

    /// <summary>Colours that were changed, by label: "#1d6b60".</summary>
    public ImmutableSortedDictionary<string, string> Colours { get; init; } = ImmutableSortedDictionary<string, string>.Empty;

    /// <summary>Parts that stand out, all others grey; none where all have their colours.</summary>
    public ImmutableArray<string> Emphasis { get; init; } = [];

    /// <summary>Groups that stand out, all others grey; none where all have their colours.</summary>
    public ImmutableArray<string> EmphasisGroups { get; init; } = [];

    /// <summary>What stands out.</summary>
    public EmphasisRule EmphasisRule { get; init; }

    /// <summary>The least share, 0 to 1, that stands out by <see cref="EmphasisRule.AtLeast"/>.</summary>
    public ExactDecimal EmphasisLimit { get; init; } = ExactDecimal.Parse("0.2");

    /// <summary>The set of colours.</summary>
    public Palette Palette { get; init; }

    /// <summary>Colours of one's own for the parts in their order, over and over; none where a set of the program's is taken.</summary>
    public ImmutableArray<string> OwnColours { get; init; } = [];

    /// <summary>What axes show.</summary>
    public AxisFinish Axes { get; init; } = AxisFinish.Standard;

    /// <summary>The size and weight of prints.</summary>
    public PrintFinish Print { get; init; } = PrintFinish.Standard;

    /// <summary>The room between bars, 0 (they touch) to 1 (as wide as a bar); null for the form's own.</summary>
    public ExactDecimal? Gap { get; init; }

    /// <summary>
    /// The room between groups of bars side by side, in bars' widths, 0 to 1 beyond that between bars; null for the form's own.
    /// </summary>
    public ExactDecimal? GroupGap { get; init; }

    /// <summary>Where the key stands.</summary>
    public KeyPlace KeyPlace { get; init; }

    /// <summary>The ink of labels.</summary>
    public LabelInk LabelInk { get; init; }

    /// <summary>Where labels stand.</summary>
    public LabelPlace LabelPlace { get; init; }

    /// <summary>What stands with a group's name.</summary>
    public LabelText GroupLabel { get; init; }

    /// <summary>The colour of labels by <see cref="LabelInk.Chosen"/>.</summary>
    public string LabelColour { get; init; } = "#20302e";

    /// <summary>How labels are turned.</summary>
    public LabelTurn LabelTurn { get; init; }

    /// <summary>What the note at the pointer says of a bar.</summary>
    public LabelText Pointer { get; init; }

    /// <summary>Of small figures, the value whose workings stand beside them; null for the first.</summary>
    public string? EachShown { get; init; }

    /// <summary>The figure's width by its height; null for what the page has room for.</summary>
    public ExactDecimal? Proportion { get; init; }

    /// <summary>Whether thin lines lead from a part in one stack to the same part in the next.</summary>
    public bool Connect { get; init; }

    /// <summary>Whether the points of a running line have their numbers.</summary>
    public bool CurveNumbers { get; init; }

    /// <summary>Whether a running line has its name beside it.</summary>
    public bool CurveName { get; init; }

    /// <summary>
    /// How many columns of different widths stand by themselves, the others drawn as one; null for all. The workings list every group.
    /// </summary>
    public int? FoldGroups { get; init; }

    /// <summary>Whether columns of different widths stand under an axis of widths, 0 to 100 %.</summary>
    public bool WidthAxis { get; init; }

    /// <summary>Where a bridge's axis begins, other than at 0; null for 0.</summary>
    public ExactDecimal? AxisFrom { get; init; }

    /// <summary>Whether a bridge between two wholes is drawn as their shares, then and now.</summary>
    public bool Slope { get; init; }

    /// <summary>What is printed instead of a figure's own words, by <see cref="FigureWords"/>' keys.</summary>
    public ImmutableSortedDictionary<string, string> Words { get; init; } = ImmutableSortedDictionary<string, string>.Empty;

    /// <summary>How numbers and dates are written.</summary>
    public NumbersFinish Numbers { get; init; } = NumbersFinish.Standard;

    /// <summary>The words and place of each cut, by its position in the study's list.</summary>
    public ImmutableArray<CutFinish> Cuts { get; init; } = [];

    private const string AxesAndRoom = AxisFinish.AxesAndRoom;

    private static readonly (string Text, string? Number)[] Rooms =
    [
        ("usual", null),
        ("none", "0"),
        ("a quarter of a bar", "0.25"),
        ("half a bar", "0.5"),
        ("a bar", "1"),
    ];

    private static readonly TextShape Label = new("a label", 1000, Reference.Label);

    /// <summary>Reads, writes and describes it.</summary>
    public static ObjectShape<Finish> Shape { get; } =
        new ObjectShape<Finish>("finish", () => new Finish())
            .Has(
                "labels",
                new ChoiceShape<LabelText>
                {
                    { "auto", LabelText.Auto, "usual" },
                    { "share", LabelText.Share, "share" },
                    { "amount", LabelText.Amount, "amount" },
                    { "both", LabelText.Both, "amount and share" },
                    { "name", LabelText.Name, "name and share" },
                    { "none", LabelText.None, "none" },
                },
                finish => finish.Labels,
                (finish, value) => finish with { Labels = value },
                "what a label says",
                looks: new Looks("labels", "labels") { Rank = -2 }
            )
            .Has(
                "labelOf",
                new ChoiceShape<LabelOf>
                {
                    { "whole", LabelOf.Whole, "the whole" },
                    { "group", LabelOf.Group, "its group" },
                    { "all", LabelOf.All, "everything" },
                },
                finish => finish.LabelOf,
                (finish, value) => finish with { LabelOf = value },
                "what the share on a label is of",
                looks: new Looks("labels", "labels show the share of") { Rank = -2, When = HasGroups }
            )
            .Has(
                "amountIn",
                new ChoiceShape<AmountIn>
                {
                    { "ones", AmountIn.Ones, "ones" },
                    { "thousands", AmountIn.Thousands, "thousands" },
                    { "millions", AmountIn.Millions, "millions" },
                },
                finish => finish.AmountIn,
                (finish, value) => finish with { AmountIn = value },
                "in what amounts are printed on labels",
                looks: new Looks("labels", "amounts in")
            )
            .Has(
                "unit",
                new ChoiceShape<UnitPlace>
                {
                    { "none", UnitPlace.None, "none" },
                    { "before", UnitPlace.Before, "before" },
                    { "after", UnitPlace.After, "after" },
                },
                finish => finish.UnitPlace,
                (finish, value) => finish with { UnitPlace = value },
                "where the unit stands on labels of amounts",
                looks: new Looks("labels", "unit on labels")
            )
            .MayHave(
                "unitName",
                new TextShape("a unit", 40),
                finish => finish.UnitName,
                (finish, value) => finish with { UnitName = value },
                "the unit of amounts where their column has none",
                looks: new Looks("labels", "unit of amounts")
            )
            .Has(
                "trimZeros",
                new FlagShape(),
                finish => finish.TrimZeros,
                (finish, value) => finish with { TrimZeros = value },
                "print 16.0 as 16",
                looks: new Looks("labels", "zeros at the end (16.0)") { On = "trimmed", Off = "kept" }
            )
            .May(
                "amountDecimals",
                new CountShape(0, 6),
                finish => finish.AmountDecimals,
                (finish, value) => finish with { AmountDecimals = value },
                "decimals of amounts",
                looks: new Looks("labels", "decimals of amounts")
                {
                    Numbers = [("as needed", null), ("0", "0"), ("1", "1"), ("2", "2"), ("3", "3")],
                    Rank = -1,
                }
            )
            .May(
                "amountEnd",
                new NumberShape(above: 0),
                finish => finish.AmountEnd,
                (finish, value) => finish with { AmountEnd = value },
                "where the amount axis ends",
                looks: new Looks(AxesAndRoom, "amount axis ends at") { Kind = SettingKind.Number }
            )
            .Has(
                "classColours",
                new FlagShape(),
                finish => finish.ClassColours,
                (finish, value) => finish with { ClassColours = value },
                "bars have the colour of their class; else all have one",
                looks: new Looks(Looks.Form, "colour of bars")
                {
                    On = "by class",
                    Off = "one for all",
                    IsOfSomeForms = true,
                }
            )
            .Has(
                "drawFolded",
                new FlagShape(),
                finish => finish.DrawFolded,
                (finish, value) => finish with { DrawFolded = value },
                "draw the folded part",
                looks: new Looks("words", "folded part")
                {
                    On = "drawn",
                    Off = "not drawn",
                    When = study => study.Fold is not null,
                }
            )
            .Has(
                "key",
                new FlagShape(),
                finish => finish.Key,
                (finish, value) => finish with { Key = value },
                "draw the key",
                looks: new Looks("colours", "key")
            )
            .MayHave(
                "caption",
                new TextShape("a caption", 500),
                finish => finish.Caption,
                (finish, value) => finish with { Caption = value },
                "the text under the title",
                looks: new Looks("words", "text under the title")
            )
            .Has(
                "showCaption",
                new FlagShape(),
                finish => finish.ShowCaption,
                (finish, value) => finish with { ShowCaption = value },
                "draw the text under the title; else the whole is stated at the foot",
                looks: new Looks("words", "text under the title")
            )
            .MayHave(
                "source",
                new TextShape("a source line", 300),
                finish => finish.Source,
                (finish, value) => finish with { Source = value },
                "where the rows are from, at the foot of the figure; else the table's name",
                looks: new Looks("words", "source line")
            )
            .Has(
                "colours",
                new MapShape<string>(new ColourShape()),
                finish => finish.Colours,
                (finish, value) => finish with { Colours = value },
                "colours by label"
            )
            .Has(
                "emphasis",
                new ListShape<string>(Label, most: 200),
                finish => finish.Emphasis,
                (finish, value) => finish with { Emphasis = value },
                "parts that stand out, all others grey"
            )
            .Has(
                "emphasisGroups",
                new ListShape<string>(Label, most: 200),
                finish => finish.EmphasisGroups,
                (finish, value) => finish with { EmphasisGroups = value },
                "groups that stand out, all others grey"
            )
            .Has(
                "palette",
                new ChoiceShape<Palette>
                {
                    { "auto", Palette.Auto, "what fits the parts" },
                    { "categories", Palette.Categories, "categories" },
                    { "ordered", Palette.Ordered, "ordered" },
                    { "twoSided", Palette.TwoSided, "two-sided" },
                    { "oneHue", Palette.OneHue, "one hue" },
                    { "greys", Palette.Greys, "greys, for print" },
                },
                finish => finish.Palette,
                (finish, value) => finish with { Palette = value },
                "a set of colours for all parts",
                looks: new Looks("colours", "colours")
            )
            .Has(
                "ownColours",
                new ListShape<string>(new ColourShape(), most: 16),
                finish => finish.OwnColours,
                (finish, value) => finish with { OwnColours = value },
                "colours of one's own for the parts in their order, in place of the palette's"
            )
            .Has(
                "emphasisRule",
                new ChoiceShape<EmphasisRule>
                {
                    { "none", EmphasisRule.None, "nothing" },
                    { "largest", EmphasisRule.Largest, "the largest of each group" },
                    { "atLeast", EmphasisRule.AtLeast, "shares at or above a limit" },
                },
                finish => finish.EmphasisRule,
                (finish, value) => finish with { EmphasisRule = value },
                "a rule by which parts stand out: the largest of each group, or shares of at least emphasisLimit",
                looks: new Looks("colours", "highlight")
            )
            .Has(
                "emphasisLimit",
                new NumberShape(least: 0, most: 1),
                finish => finish.EmphasisLimit,
                (finish, value) => finish with { EmphasisLimit = value },
                "the least share that stands out by the rule \"atLeast\"",
                looks: new Looks("colours", "highlighted from")
                {
                    Kind = SettingKind.Percent,
                    When = study => study.Finish.EmphasisRule == EmphasisRule.AtLeast,
                }
            )
            .Has(
                "axes",
                AxisFinish.Shape,
                finish => finish.Axes,
                (finish, value) => finish with { Axes = value },
                "what stands around the bars"
            )
            .May(
                "axisFrom",
                new NumberShape(above: 0),
                finish => finish.AxisFrom,
                (finish, value) => finish with { AxisFrom = value },
                "where a bridge's axis begins instead of at 0; the cut is drawn and said",
                looks: new Looks(AxesAndRoom, "axis begins at") { Kind = SettingKind.Number, IsOfSomeForms = true }
            )
            .Has(
                "slope",
                new FlagShape(),
                finish => finish.Slope,
                (finish, value) => finish with { Slope = value },
                "draw a bridge between two wholes as their shares, then and now, a line a part"
            )
            .Has(
                "words",
                FigureWords.Shape,
                finish => finish.Words,
                (finish, value) => finish with { Words = value },
                "what is printed instead of a figure's own words, by their keys"
            )
            .Has(
                "numbers",
                NumbersFinish.Shape,
                finish => finish.Numbers,
                (finish, value) => finish with { Numbers = value },
                "how numbers and dates are written"
            )
            .Has(
                "print",
                PrintFinish.Shape,
                finish => finish.Print,
                (finish, value) => finish with { Print = value },
                "sizes and weights of print"
            )
            .May(
                "gap",
                new NumberShape(least: 0, most: 1),
                finish => finish.Gap,
                (finish, value) => finish with { Gap = value },
                "the room between bars, in bars' widths",
                looks: new Looks(AxesAndRoom, "space between bars") { Numbers = Rooms }
            )
            .May(
                "groupGap",
                new NumberShape(least: 0, most: 1),
                finish => finish.GroupGap,
                (finish, value) => finish with { GroupGap = value },
                "the room between groups of bars, beyond that between bars, in bars' widths",
                looks: new Looks(AxesAndRoom, "space between groups") { Numbers = Rooms }
            )
            .Has(
                "keyPlace",
                new ChoiceShape<KeyPlace>
                {
                    { "auto", KeyPlace.Auto, "where it fits" },
                    { "right", KeyPlace.Right, "at the right" },
                    { "above", KeyPlace.Above, "above" },
                    { "beneath", KeyPlace.Beneath, "beneath" },
                },
                finish => finish.KeyPlace,
                (finish, value) => finish with { KeyPlace = value },
                "where the key stands",
                looks: new Looks("colours", "where the key goes") { When = study => study.Finish.Key }
            )
            .Has(
                "labelTurn",
                new ChoiceShape<LabelTurn>
                {
                    { "auto", LabelTurn.Auto, "turned where only that fits" },
                    { "level", LabelTurn.Level, "level" },
                    { "turned", LabelTurn.Turned, "turned" },
                },
                finish => finish.LabelTurn,
                (finish, value) => finish with { LabelTurn = value },
                "how labels stand in upright bars",
                looks: new Looks("labels", "labels in narrow bars")
            )
            .Has(
                "labelPlace",
                new ChoiceShape<LabelPlace>
                {
                    { "auto", LabelPlace.Auto, "usual place" },
                    { "inside", LabelPlace.Inside, "in the bars" },
                    { "outside", LabelPlace.Outside, "past their ends" },
                    { "apart", LabelPlace.Apart, "share in the bar, amount past its end" },
                },
                finish => finish.LabelPlace,
                (finish, value) => finish with { LabelPlace = value },
                "where a label stands that could stand in its bar or beside it",
                looks: new Looks("labels", "where labels go")
            )
            .Has(
                "groupLabel",
                new ChoiceShape<LabelText>
                {
                    { "auto", LabelText.Auto, "usual" },
                    { "share", LabelText.Share, "share" },
                    { "amount", LabelText.Amount, "amount" },
                    { "both", LabelText.Both, "amount and share" },
                    { "none", LabelText.None, "nothing" },
                },
                finish => finish.GroupLabel,
                (finish, value) => finish with { GroupLabel = value },
                "what stands with a group's name",
                looks: new Looks("labels", "beside each group's name")
                {
                    Rank = -2,
                    When = study => HasGroups(study) && study.Form.Form.GroupsWanted is null,
                }
            )
            .Has(
                "labelInk",
                new ChoiceShape<LabelInk>
                {
                    { "contrast", LabelInk.Contrast, "dark or light, to be read" },
                    { "part", LabelInk.Part, "the bar's colour" },
                    { "chosen", LabelInk.Chosen, "one of my own" },
                },
                finish => finish.LabelInk,
                (finish, value) => finish with { LabelInk = value },
                "in which ink labels are printed",
                looks: new Looks("labels", "label colour")
            )
            .Has(
                "labelColour",
                new ColourShape(),
                finish => finish.LabelColour,
                (finish, value) => finish with { LabelColour = value },
                "the colour of labels by the ink \"chosen\"",
                looks: new Looks("labels", "which colour")
                {
                    Kind = SettingKind.Colour,
                    When = study => study.Finish.LabelInk == LabelInk.Chosen,
                }
            )
            .Has(
                "pointer",
                new ChoiceShape<LabelText>
                {
                    { "auto", LabelText.Auto, "all of it" },
                    { "share", LabelText.Share, "share" },
                    { "amount", LabelText.Amount, "amount" },
                    { "both", LabelText.Both, "amount and share" },
                },
                finish => finish.Pointer,
                (finish, value) => finish with { Pointer = value },
                "what the note at the pointer says",
                looks: new Looks("labels", "note at a bar that is pointed at") { IsOfFigure = false }
            )
            .MayHave(
                "eachShown",
                new TextShape("a label", 1000),
                finish => finish.EachShown,
                (finish, value) => finish with { EachShown = value },
                "of small figures, the value whose workings stand beside them"
            )
            .May(
                "proportion",
                new NumberShape(least: ExactDecimal.Parse("0.2"), most: 5),
                finish => finish.Proportion,
                (finish, value) => finish with { Proportion = value },
                "the figure's width by its height",
                looks: new Looks(AxesAndRoom, "shape of the figure")
                {
                    Numbers =
                    [
                        ("as the page has room", null),
                        ("column of a page", "1.2"),
                        ("half a slide", "0.9"),
                        ("slide", "1.78"),
                        ("square", "1"),
                    ],
                    IsOfFigure = false,
                }
            )
            .Has(
                "curveNumbers",
                new FlagShape(),
                finish => finish.CurveNumbers,
                (finish, value) => finish with { CurveNumbers = value },
                "numbers at the points of a running line",
                looks: new Looks(Looks.Form, "numbers on the line") { IsOfSomeForms = true }
            )
            .Has(
                "curveName",
                new FlagShape(),
                finish => finish.CurveName,
                (finish, value) => finish with { CurveName = value },
                "the name of a running line beside it",
                looks: new Looks(Looks.Form, "name of the line") { IsOfSomeForms = true }
            )
            .Has(
                "widthAxis",
                new FlagShape(),
                finish => finish.WidthAxis,
                (finish, value) => finish with { WidthAxis = value },
                "an axis of widths, 0 to 100 %, over columns of different widths",
                looks: new Looks(Looks.Form, "axis of widths") { IsOfSomeForms = true }
            )
            .May(
                "foldGroups",
                new CountShape(1, 1000),
                finish => finish.FoldGroups,
                (finish, value) => finish with { FoldGroups = value },
                "draw the columns past so many as one",
                looks: new Looks(Looks.Form, "narrow columns")
                {
                    Numbers =
                    [
                        ("each by itself", null),
                        ("past the 5th as one", "5"),
                        ("past the 8th as one", "8"),
                        ("past the 12th as one", "12"),
                    ],
                    OtherNumber = "past the first {0} as one",
                    IsOfSomeForms = true,
                }
            )
            .Has(
                "connect",
                new FlagShape(),
                finish => finish.Connect,
                (finish, value) => finish with { Connect = value },
                "thin lines from a part in one stack to the same part in the next",
                looks: new Looks(Looks.Form, "lines between stacks")
                {
                    On = "from part to part",
                    Off = "none",
                    IsOfSomeForms = true,
                }
            )
            .Has(
                "cuts",
                new ListShape<CutFinish>(CutFinish.Shape, most: 20),
                finish => finish.Cuts,
                (finish, value) => finish with { Cuts = value },
                "words and lines of the cuts, in the order of the cuts"
            );

    private static bool HasGroups(Study study) => study.Groups is not null && study.Form.Form.Groups != GroupUse.None;
}

/// <summary>The looks of one cut.</summary>
public sealed record CutFinish
{
    /// <summary>The analyst's own words; null for the reading.</summary>
    public string? Words { get; init; }

    /// <summary>Whether the line is drawn right across the figure.</summary>
    public bool Across { get; init; }

    /// <summary>How far the words are moved from their place, in hundredths of the plot's width and height.</summary>
    public ImmutableArray<ExactDecimal> Moved { get; init; } = [];

    /// <summary>Reads, writes and describes it.</summary>
    public static ObjectShape<CutFinish> Shape { get; } =
        new ObjectShape<CutFinish>("a cut's finish", () => new CutFinish())
            .MayHave(
                "words",
                new TextShape("a cut's words", 200),
                cut => cut.Words,
                (cut, value) => cut with { Words = value },
                "the analyst's own words"
            )
            .Has("across", new FlagShape(), cut => cut.Across, (cut, value) => cut with { Across = value }, "draw the line right across")
            .Has(
                "moved",
                new ListShape<ExactDecimal>(new NumberShape(least: -100, most: 100), 0, 2, list =>
                    list.Length == 1 ? "two numbers, across and down" : null
                ),
                cut => cut.Moved,
                (cut, value) => cut with { Moved = value },
                "how far the words are moved, in hundredths of the plot"
            );
}

/// <summary>A colour as "#rrggbb".</summary>
public sealed class ColourShape : Shape<string>
{
    private static readonly System.Buffers.SearchValues<char> Digits = System.Buffers.SearchValues.Create("0123456789abcdefABCDEF");

    /// <summary>Whether a text is a colour as it is written here.</summary>
    public static bool IsColour(string text) => text.Length == 7 && text[0] == '#' && text.AsSpan(1).IndexOfAnyExcept(Digits) < 0;

    /// <inheritdoc/>
    public override string Read(System.Text.Json.JsonElement element, string place)
    {
        string? text = element.ValueKind == System.Text.Json.JsonValueKind.String ? element.GetString() : null;
        return text is not null && IsColour(text) ? text.ToLowerInvariant() : throw Wrong(element, place, "a colour like \"#1d6b60\"");
    }

    /// <inheritdoc/>
    public override System.Text.Json.Nodes.JsonNode? Write(string value) => System.Text.Json.Nodes.JsonValue.Create(value);

    /// <inheritdoc/>
    public override System.Text.Json.Nodes.JsonObject Schema() => new() { ["type"] = "string", ["pattern"] = "^#[0-9a-fA-F]{6}$" };
}
