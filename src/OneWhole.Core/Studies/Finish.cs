using System.Collections.Immutable;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Studies;

/// <summary>What a label beside a bar, a slice or a segment says.</summary>
public enum LabelText
{
    /// <summary>What the form finds fit.</summary>
    Auto,
    Share,
    Amount,
    Both,
    None,
}

/// <summary>In what amounts are printed.</summary>
public enum AmountIn
{
    Ones,
    Thousands,
    Millions,
}

/// <summary>Where the unit of an amount is printed.</summary>
public enum UnitPlace
{
    None,
    Before,
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

/// <summary>Looks only: nothing here changes a number of the workings.</summary>
public sealed record Finish
{
    public LabelText Labels { get; init; }

    /// <summary>What the share on a label is of, whatever the study's whole is; the workings on the screen then have a column for it.</summary>
    public LabelOf LabelOf { get; init; }

    /// <summary>In what amounts are printed on labels.</summary>
    public AmountIn AmountIn { get; init; }

    /// <summary>Where the unit stands on labels of amounts.</summary>
    public UnitPlace UnitPlace { get; init; }

    /// <summary>Whether "16.0" is printed "16".</summary>
    public bool TrimZeros { get; init; }

    /// <summary>Decimals of amounts; null for as many as the amounts need.</summary>
    public int? AmountDecimals { get; init; }

    /// <summary>Where the amount axis ends; null for the form's own choice.</summary>
    public ExactDecimal? AmountEnd { get; init; }

    /// <summary>Whether the folded part is drawn.</summary>
    public bool DrawFolded { get; init; } = true;

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

    /// <summary>Whether thin lines lead from a part in one stack to the same part in the next.</summary>
    public bool Connect { get; init; }

    /// <summary>The words and place of each cut, by its position in the study's list.</summary>
    public ImmutableArray<CutFinish> Cuts { get; init; } = [];

    public static ObjectShape<Finish> Shape { get; } = new ObjectShape<Finish>("finish", () => new Finish())
        .Has("labels", new ChoiceShape<LabelText>(("auto", LabelText.Auto), ("share", LabelText.Share), ("amount", LabelText.Amount), ("both", LabelText.Both), ("none", LabelText.None)),
            finish => finish.Labels, (finish, value) => finish with { Labels = value }, "what a label says")
        .Has("labelOf", new ChoiceShape<LabelOf>(("whole", LabelOf.Whole), ("group", LabelOf.Group), ("all", LabelOf.All)), finish => finish.LabelOf, (finish, value) => finish with { LabelOf = value }, "what the share on a label is of")
        .Has("amountIn", new ChoiceShape<AmountIn>(("ones", AmountIn.Ones), ("thousands", AmountIn.Thousands), ("millions", AmountIn.Millions)), finish => finish.AmountIn, (finish, value) => finish with { AmountIn = value }, "in what amounts are printed on labels")
        .Has("unit", new ChoiceShape<UnitPlace>(("none", UnitPlace.None), ("before", UnitPlace.Before), ("after", UnitPlace.After)), finish => finish.UnitPlace, (finish, value) => finish with { UnitPlace = value }, "where the unit stands on labels of amounts")
        .Has("trimZeros", new FlagShape(), finish => finish.TrimZeros, (finish, value) => finish with { TrimZeros = value }, "print 16.0 as 16")
        .May("amountDecimals", new CountShape(0, 6), finish => finish.AmountDecimals, (finish, value) => finish with { AmountDecimals = value }, "decimals of amounts")
        .May("amountEnd", new NumberShape(above: 0), finish => finish.AmountEnd, (finish, value) => finish with { AmountEnd = value }, "where the amount axis ends")
        .Has("drawFolded", new FlagShape(), finish => finish.DrawFolded, (finish, value) => finish with { DrawFolded = value }, "draw the folded part")
        .Has("key", new FlagShape(), finish => finish.Key, (finish, value) => finish with { Key = value }, "draw the key")
        .MayHave("caption", new TextShape("a caption", 500), finish => finish.Caption, (finish, value) => finish with { Caption = value }, "the text under the title")
        .MayHave("source", new TextShape("a source line", 300), finish => finish.Source, (finish, value) => finish with { Source = value }, "where the rows are from, at the foot of the figure; else the table's name")
        .Has("colours", new MapShape<string>(new ColourShape()), finish => finish.Colours, (finish, value) => finish with { Colours = value }, "colours by label")
        .Has("emphasis", new ListShape<string>(new TextShape("a label", 1000), most: 200), finish => finish.Emphasis, (finish, value) => finish with { Emphasis = value }, "parts that stand out, all others grey")
        .Has("connect", new FlagShape(), finish => finish.Connect, (finish, value) => finish with { Connect = value }, "thin lines from a part in one stack to the same part in the next")
        .Has("cuts", new ListShape<CutFinish>(CutFinish.Shape, most: 20), finish => finish.Cuts, (finish, value) => finish with { Cuts = value }, "words and lines of the cuts, in the order of the cuts");
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

    public static ObjectShape<CutFinish> Shape { get; } = new ObjectShape<CutFinish>("a cut's finish", () => new CutFinish())
        .MayHave("words", new TextShape("a cut's words", 200), cut => cut.Words, (cut, value) => cut with { Words = value }, "the analyst's own words")
        .Has("across", new FlagShape(), cut => cut.Across, (cut, value) => cut with { Across = value }, "draw the line right across")
        .Has("moved", new ListShape<ExactDecimal>(new NumberShape(least: -100, most: 100), 0, 2, list => list.Length == 1 ? "two numbers, across and down" : null),
            cut => cut.Moved, (cut, value) => cut with { Moved = value }, "how far the words are moved, in hundredths of the plot");
}

/// <summary>A colour as "#rrggbb".</summary>
public sealed class ColourShape : Shape<string>
{
    public override string Read(System.Text.Json.JsonElement element, string place)
    {
        string? text = element.ValueKind == System.Text.Json.JsonValueKind.String ? element.GetString() : null;
        return text is { Length: 7 } && text[0] == '#' && text.AsSpan(1).IndexOfAnyExcept("0123456789abcdefABCDEF") < 0
            ? text.ToLowerInvariant()
            : throw Wrong(element, place, "a colour like \"#1d6b60\"");
    }

    public override System.Text.Json.Nodes.JsonNode? Write(string value) => System.Text.Json.Nodes.JsonValue.Create(value);

    public override System.Text.Json.Nodes.JsonObject Schema() => new() { ["type"] = "string", ["pattern"] = "^#[0-9a-fA-F]{6}$" };
}
