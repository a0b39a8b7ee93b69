using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

/// <summary>
/// A column's rule as an expression over other columns. Each kind of rule is one class in one file, with all of its faces:
/// its words, a cell's arithmetic, its value and a workbook's formula.
/// </summary>
public abstract partial record Rule
{
    private Rule() { }

    /// <summary>The rule in words, the same for all rows: "minutes ÷ 4,821".</summary>
    internal abstract string Words(RuleWords words);

    /// <summary>The rule with one row's numbers in it: "1,204 ÷ 4,821".</summary>
    internal virtual string Numbers(RuleWords words, int row) => Words(words);

    /// <summary>What the rule gives for a row, from the other columns; null where there is no value.</summary>
    public abstract Fraction? Value(RuleCells cells, int row);

    /// <summary>The workbook's formula for a row, without the sign of equality; null where the value itself is to stand.</summary>
    public abstract string? Formula(IFormulaSheet sheet, int row);

    /// <summary>The rules that it is made of, for a row.</summary>
    internal virtual IEnumerable<Rule> Inner(int row) => [];

    /// <summary>The cell without which it has no value; null where there is none.</summary>
    internal virtual (string Key, int Row)? Reads(int row) => null;

    /// <summary>Whether it is a sum or a difference, and so stands in brackets within a product.</summary>
    internal virtual bool IsSum => false;

    /// <summary>Whether its formula is a sum, though its words are not.</summary>
    internal virtual bool IsSumInFormulas => IsSum;

    /// <summary>Whether it is a product or a quotient, and so stands in brackets where one divides by it.</summary>
    internal virtual bool IsProduct => false;

    /// <summary>The rule and all that it is made of, for a row.</summary>
    public IEnumerable<Rule> All(int row) => Inner(row).SelectMany(other => other.All(row)).Prepend(this);

    /// <summary>The cells without which it has no value, for a row.</summary>
    public IEnumerable<(string Key, int Row)> AllReads(int row) => All(row).Select(rule => rule.Reads(row)).OfType<(string, int)>();

    private static string? Term(Rule rule, IFormulaSheet sheet, int row) =>
        rule.Formula(sheet, row) is not { } formula ? null
        : rule.IsSumInFormulas ? $"({formula})"
        : formula;

    private static string? Both(string? first, string sign, string? second) =>
        first is null || second is null ? null : $"{first}{sign}{second}";

    /// <summary>The cell of a column in the same row.</summary>
    public static Rule Column(string key) => new Cell(key);

    /// <summary>The quotient.</summary>
    public static Rule operator /(Rule a, Rule b) => new Divide(a, b);

    /// <summary>The product.</summary>
    public static Rule operator *(Rule a, Rule b) => new Multiply(a, b);

    /// <summary>The sum.</summary>
    public static Rule operator +(Rule a, Rule b) => new Add(a, b);

    /// <summary>The difference.</summary>
    public static Rule operator -(Rule a, Rule b) => new Subtract(a, b);
}
