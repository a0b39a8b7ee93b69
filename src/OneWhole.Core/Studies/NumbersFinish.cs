using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Studies;

/// <summary>What stands before the decimals.</summary>
public enum DecimalMark
{
    /// <summary>As the culture has it.</summary>
    Auto,

    /// <summary>A point.</summary>
    Point,

    /// <summary>A comma.</summary>
    Comma,
}

/// <summary>What stands between thousands.</summary>
public enum GroupMark
{
    /// <summary>As the culture has it.</summary>
    Auto,

    /// <summary>A comma.</summary>
    Comma,

    /// <summary>A point.</summary>
    Point,

    /// <summary>A space that does not break.</summary>
    Space,

    /// <summary>A narrow space that does not break.</summary>
    ThinSpace,

    /// <summary>A raised comma.</summary>
    Apostrophe,

    /// <summary>Digits run together.</summary>
    None,
}

/// <summary>Whether numbers of four digits are grouped.</summary>
public enum FourDigits
{
    /// <summary>As the culture has it.</summary>
    Auto,

    /// <summary>1,204.</summary>
    Grouped,

    /// <summary>1204.</summary>
    Together,
}

/// <summary>Whether a space stands before the percent sign.</summary>
public enum PercentSpace
{
    /// <summary>As the culture has it.</summary>
    Auto,

    /// <summary>24.9 %.</summary>
    Spaced,

    /// <summary>24.9%.</summary>
    Close,
}

/// <summary>The sign of numbers below zero.</summary>
public enum MinusSign
{
    /// <summary>As the culture has it.</summary>
    Auto,

    /// <summary>The sign of arithmetic.</summary>
    Minus,

    /// <summary>The hyphen of keyboards.</summary>
    Hyphen,
}

/// <summary>On which side of a number a currency stands.</summary>
public enum CurrencySide
{
    /// <summary>As the culture has it.</summary>
    Auto,

    /// <summary>Before the amount.</summary>
    Before,

    /// <summary>After the amount.</summary>
    After,
}

/// <summary>In which order dates are written.</summary>
public enum DateWriting
{
    /// <summary>As the culture has it.</summary>
    Auto,

    /// <summary>2026-03-09.</summary>
    YearMonthDay,

    /// <summary>9 March 2026 in digits.</summary>
    DayMonthYear,

    /// <summary>March 9, 2026 in digits.</summary>
    MonthDayYear,
}

/// <summary>How numbers and dates are written: as a region does, and what is to differ from that.</summary>
public sealed record NumbersFinish
{
    /// <summary>Everything as the culture has it.</summary>
    public static NumbersFinish Standard { get; } = new();

    /// <summary>A culture's name ("de-CH"); null for the installation's.</summary>
    public string? Culture { get; init; }

    /// <summary>Before the decimals.</summary>
    public DecimalMark Decimal { get; init; }

    /// <summary>Between groups of three digits.</summary>
    public GroupMark Group { get; init; }

    /// <summary>Whether four digits are grouped.</summary>
    public FourDigits FourDigits { get; init; }

    /// <summary>Before the percent sign.</summary>
    public PercentSpace Percent { get; init; }

    /// <summary>Before a number below zero.</summary>
    public MinusSign Minus { get; init; }

    /// <summary>Where a currency stands.</summary>
    public CurrencySide Currency { get; init; }

    /// <summary>The order of day, month and year.</summary>
    public DateWriting Dates { get; init; }

    /// <summary>The style that it asks for, over the one that holds otherwise.</summary>
    public NumberStyle Over(NumberStyle otherwise)
    {
        NumberStyle style = Culture is null ? otherwise : NumberStyle.Of(Culture) ?? otherwise;
        style = Decimal switch
        {
            DecimalMark.Point => style with { Decimal = "." },
            DecimalMark.Comma => style with { Decimal = "," },
            _ => style,
        };
        style = Group switch
        {
            GroupMark.Comma => style with { Group = "," },
            GroupMark.Point => style with { Group = "." },
            GroupMark.Space => style with { Group = "\u00a0" },
            GroupMark.ThinSpace => style with { Group = "\u202f" },
            GroupMark.Apostrophe => style with { Group = "\u2019" },
            GroupMark.None => style with { Group = "" },
            _ => style,
        };
        style = FourDigits switch
        {
            FourDigits.Grouped => style with { LeastBefore = 1 },
            FourDigits.Together => style with { LeastBefore = 2 },
            _ => style,
        };
        style = Percent switch
        {
            PercentSpace.Spaced => style with { PercentGap = "\u00a0" },
            PercentSpace.Close => style with { PercentGap = "" },
            _ => style,
        };
        style = Minus switch
        {
            MinusSign.Minus => style with { Minus = "\u2212" },
            MinusSign.Hyphen => style with { Minus = "-" },
            _ => style,
        };
        style = Currency switch
        {
            CurrencySide.Before => style with { CurrencyLast = false },
            CurrencySide.After => style with { CurrencyLast = true, CurrencyGap = "\u00a0" },
            _ => style,
        };
        return Dates switch
        {
            DateWriting.YearMonthDay => style with { DatePattern = "yyyy-MM-dd" },
            DateWriting.DayMonthYear => style with { DatePattern = "d.M.yyyy" },
            DateWriting.MonthDayYear => style with { DatePattern = "M/d/yyyy" },
            _ => style,
        };
    }

    /// <summary>Prints in this style until disposed; where a style is forced, in that.</summary>
    public IDisposable Use() => (NumberStyle.IsForced ? NumberStyle.Current : Over(NumberStyle.Current)).Use();

    private const string Section = "numbers";

    /// <summary>Reads, writes and describes it.</summary>
    public static ObjectShape<NumbersFinish> Shape { get; } =
        new ObjectShape<NumbersFinish>("numbers", () => Standard)
            .MayHave(
                "culture",
                new CultureShape(),
                numbers => numbers.Culture,
                (numbers, value) => numbers with { Culture = value },
                "a region by whose customs numbers and dates are written",
                looks: new Looks(Section, "numbers and dates as in")
            )
            .Has(
                "decimal",
                new ChoiceShape<DecimalMark>
                {
                    { "auto", DecimalMark.Auto, "as there" },
                    { "point", DecimalMark.Point, "point: 12.5" },
                    { "comma", DecimalMark.Comma, "comma: 12,5" },
                },
                numbers => numbers.Decimal,
                (numbers, value) => numbers with { Decimal = value },
                "what stands before decimals",
                looks: new Looks(Section, "decimal mark")
            )
            .Has(
                "group",
                new ChoiceShape<GroupMark>
                {
                    { "auto", GroupMark.Auto, "as there" },
                    { "comma", GroupMark.Comma, "comma: 12,345" },
                    { "point", GroupMark.Point, "point: 12.345" },
                    { "space", GroupMark.Space, "space: 12 345" },
                    { "thinSpace", GroupMark.ThinSpace, "thin space: 12\u202f345" },
                    { "apostrophe", GroupMark.Apostrophe, "apostrophe: 12’345" },
                    { "none", GroupMark.None, "nothing: 12345" },
                },
                numbers => numbers.Group,
                (numbers, value) => numbers with { Group = value },
                "what stands between thousands",
                looks: new Looks(Section, "between thousands")
            )
            .Has(
                "fourDigits",
                new ChoiceShape<FourDigits>
                {
                    { "auto", FourDigits.Auto, "as there" },
                    { "grouped", FourDigits.Grouped, "grouped: 1,234" },
                    { "together", FourDigits.Together, "together: 1234" },
                },
                numbers => numbers.FourDigits,
                (numbers, value) => numbers with { FourDigits = value },
                "whether numbers of four digits are grouped",
                looks: new Looks(Section, "numbers of four digits")
            )
            .Has(
                "percent",
                new ChoiceShape<PercentSpace>
                {
                    { "auto", PercentSpace.Auto, "as there" },
                    { "spaced", PercentSpace.Spaced, "a space: 25 %" },
                    { "close", PercentSpace.Close, "nothing: 25%" },
                },
                numbers => numbers.Percent,
                (numbers, value) => numbers with { Percent = value },
                "whether a space stands before the percent sign",
                looks: new Looks(Section, "before the percent sign")
            )
            .Has(
                "minus",
                new ChoiceShape<MinusSign>
                {
                    { "auto", MinusSign.Auto, "minus: −3" },
                    { "minus", MinusSign.Minus, "minus, always: −3" },
                    { "hyphen", MinusSign.Hyphen, "hyphen: -3" },
                },
                numbers => numbers.Minus,
                (numbers, value) => numbers with { Minus = value },
                "the sign of numbers below zero",
                looks: new Looks(Section, "sign below zero") { IsOfFigure = false }
            )
            .Has(
                "currency",
                new ChoiceShape<CurrencySide>
                {
                    { "auto", CurrencySide.Auto, "as there" },
                    { "before", CurrencySide.Before, "before: €12" },
                    { "after", CurrencySide.After, "after: 12 €" },
                },
                numbers => numbers.Currency,
                (numbers, value) => numbers with { Currency = value },
                "on which side of a number in a sentence a currency stands",
                looks: new Looks(Section, "currency in sentences") { IsOfFigure = false }
            )
            .Has(
                "dates",
                new ChoiceShape<DateWriting>
                {
                    { "auto", DateWriting.Auto, "as there" },
                    { "yearMonthDay", DateWriting.YearMonthDay, "2024-03-09" },
                    { "dayMonthYear", DateWriting.DayMonthYear, "9.3.2024" },
                    { "monthDayYear", DateWriting.MonthDayYear, "3/9/2024" },
                },
                numbers => numbers.Dates,
                (numbers, value) => numbers with { Dates = value },
                "in which order dates in sentences are written",
                looks: new Looks(Section, "dates in sentences") { IsOfFigure = false }
            );
}

/// <summary>The name of a culture that the system knows.</summary>
public sealed class CultureShape : Shape<string>
{
    /// <summary>Those that offer themselves: one for each way of writing; any other by its name.</summary>
    private static readonly (string Name, string Words)[] Offered =
    [
        ("en-GB", "Britain"),
        ("de-DE", "Germany"),
        ("de-AT", "Austria"),
        ("de-CH", "Switzerland"),
        ("fr-FR", "France"),
        ("fr-CA", "Quebec"),
        ("es-ES", "Spain"),
        ("it-IT", "Italy"),
        ("pt-PT", "Portugal"),
        ("nl-NL", "the Netherlands"),
        ("pl-PL", "Poland"),
        ("cs-CZ", "Czechia"),
        ("sv-SE", "Sweden"),
        ("da-DK", "Denmark"),
        ("en-US", "the United States"),
        ("en-IN", "India"),
    ];

    /// <inheritdoc/>
    public override string Read(JsonElement element, string place)
    {
        if (element.ValueKind != JsonValueKind.String || NumberStyle.Of(element.GetString()!) is null)
        {
            throw Wrong(element, place, "the name of a culture, as \"de-CH\"");
        }
        return element.GetString()!;
    }

    /// <inheritdoc/>
    public override JsonNode? Write(string value) => JsonValue.Create(value);

    /// <inheritdoc/>
    public override JsonObject Schema() => new() { ["type"] = "string", ["pattern"] = "^[a-zA-Z]{2,3}(-[A-Za-z0-9]{2,8})*$" };

    internal override IReadOnlyList<(string Text, JsonNode? Value)> Choices(Looks looks) =>
        [
            ("this installation", null),
            .. Offered.Select(choice =>
                ($"{choice.Words}: {NumberStyle.Of(choice.Name)!.Write("12345.6")}", (JsonNode?)JsonValue.Create(choice.Name))
            ),
        ];
}
