using OneWhole.Core.Numbers;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Workings;

/// <summary>What the numbers of a column are, and so how they are printed.</summary>
public enum ColumnUnit
{
    /// <summary>A label.</summary>
    Text,

    /// <summary>In what is counted.</summary>
    Amount,

    /// <summary>A fraction of a whole, printed in percent.</summary>
    Share,

    /// <summary>Already in percent, with the study's decimals.</summary>
    Percent,

    /// <summary>Percentage points, with the study's decimals and their sign.</summary>
    Points,

    /// <summary>A whole number without a unit.</summary>
    Count,

    /// <summary>A fraction printed as such, or an angle in degrees.</summary>
    Number,
}

/// <summary>One calculated column of the workings.</summary>
public sealed record WorkingColumn
{
    private readonly Func<int, string?>? _text;
    private readonly Func<int, Fraction?>? _number;

    private WorkingColumn(string key, string label, ColumnUnit unit, Rule rule, Func<int, string?>? text, Func<int, Fraction?>? number)
    {
        Key = key;
        Label = label;
        Unit = unit;
        Rule = rule;
        _text = text;
        _number = number;
    }

    /// <summary>The stable name, in camel case.</summary>
    public string Key { get; }

    /// <summary>The heading.</summary>
    public string Label { get; }

    /// <summary>What its numbers are.</summary>
    public ColumnUnit Unit { get; }

    /// <summary>How it is computed.</summary>
    public Rule Rule { get; }

    /// <summary>Whether it is laid out in a quieter ink: spacers, mirrored copies, ends.</summary>
    public bool Quiet { get; init; }

    /// <summary>Whether it is the same for all rows of a group, and so stands once with the group.</summary>
    public bool OfGroup { get; init; }

    /// <summary>False for a column that is in the workings and would only be in the way on the screen.</summary>
    public bool OnScreen { get; init; } = true;

    /// <summary>What stands in the whole's row; null for nothing, or where that follows from the key.</summary>
    public Fraction? Whole { get; init; }

    /// <summary>Whether it holds texts.</summary>
    public bool IsText => Unit == ColumnUnit.Text;

    /// <summary>The text of a row; null for none, and in a column of numbers.</summary>
    public string? Text(int row) => _text?.Invoke(row);

    /// <summary>The exact value, or null where there is none.</summary>
    public Fraction? Exact(int row) => _number?.Invoke(row);

    /// <summary>The nearest double of the exact value.</summary>
    public double? Number(int row) => _number?.Invoke(row)?.ToDouble();

    /// <summary>A column of texts.</summary>
    public static WorkingColumn OfText(string key, string label, Rule rule, Func<int, string?> text) =>
        new(key, label, ColumnUnit.Text, rule, text, null);

    /// <summary>A column of numbers.</summary>
    public static WorkingColumn OfNumber(string key, string label, ColumnUnit unit, Rule rule, Func<int, Fraction?> number) =>
        new(key, label, unit, rule, null, number);
}
