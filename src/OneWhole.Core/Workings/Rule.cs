namespace OneWhole.Core.Workings;

/// <summary>
/// A column's rule as an expression over other columns. The rule in words, a cell's arithmetic and a workbook's formula
/// are all written from it; tests evaluate it against the computed column.
/// </summary>
public abstract record Rule
{
    private Rule()
    {
    }

    /// <summary>A value that comes from the rows or from the study; told in words.</summary>
    public sealed record Given(string Words) : Rule;

    /// <summary>What the rows used add up to (or count, or have of distinct values) for one group and part, told in words.</summary>
    /// <param name="Of">The group and the part of a row of the workings.</param>
    public sealed record Amount(string Words, Func<int, (int Group, int Part)> Of) : Rule;

    /// <summary>Another column's value in the same row.</summary>
    public sealed record Cell(string Key) : Rule;

    /// <summary>The whole of the row.</summary>
    public sealed record TheWhole : Rule;

    /// <summary>How many parts are listed.</summary>
    public sealed record PartCount : Rule;

    /// <summary>The row's number among the parts, from 1.</summary>
    public sealed record RowNumber : Rule;

    public sealed record Constant(double Value) : Rule;

    public sealed record Divide(Rule Dividend, Rule Divisor) : Rule;

    public sealed record Multiply(Rule First, Rule Second) : Rule;

    public sealed record Add(Rule First, Rule Second) : Rule;

    public sealed record Subtract(Rule First, Rule Second) : Rule;

    /// <summary>The sum of a column from the first row (of the group) to this one; equal neighbours in one step where so said.</summary>
    public sealed record RunningTotal(string Key, bool TiesTogether) : Rule;

    /// <summary>What the rows above this one add up to in a column: over all rows, or over those of its group. No value where the row has none itself.</summary>
    /// <param name="Over">"all" or "group".</param>
    public sealed record Before(string Key, string Over) : Rule;

    /// <summary>What the rows of the same group above this one add up to, those alone that are of its sign; 0 counts as positive.</summary>
    public sealed record SameSignBefore(string Key) : Rule;

    /// <summary>What the groups before this row's add up to, and the total of all of them.</summary>
    public sealed record GroupsBefore : Rule;

    /// <summary>The total of the row's group; without groups of everything.</summary>
    public sealed record GroupTotal : Rule;

    /// <summary>The total of all amounts.</summary>
    public sealed record GrandTotal : Rule;

    /// <summary>Another column's value in the same row, 0 where it has none.</summary>
    public sealed record OrZero(string Key) : Rule;

    /// <summary>Another column's value, with its sign turned for the first part of each group.</summary>
    public sealed record Mirrored(string Key) : Rule;

    /// <summary>Another column's value in the row above, of the same group.</summary>
    public sealed record RowAbove(string Key) : Rule;

    /// <summary>Another column's value in the first row of the group.</summary>
    public sealed record FirstOfGroup(string Key) : Rule;

    /// <summary>The largest of a column, at least 0, over "all rows", "the group", "the lane" (rows of the same part), "the side" (the column), or "left and right".</summary>
    public sealed record Largest(string Key, string Over) : Rule;

    /// <summary>1 for the largest; equal values have the same rank and the next skips.</summary>
    public sealed record Rank(string Key) : Rule;

    /// <summary>In percent, rounded; reconciled so that each whole shows 100 where it can be.</summary>
    public sealed record Shown(string Key, int Decimals, bool Reconciled) : Rule;

    /// <summary>A quotient of other columns in percent, rounded and reconciled likewise.</summary>
    public sealed record ShownQuotient(Rule Of, int Decimals, bool Reconciled) : Rule;

    /// <summary>A, B or C by a running share: the one before the row's step, or the one with it.</summary>
    public sealed record ClassOf(string Key, IReadOnlyList<double> Limits, bool CrossingIn) : Rule;

    /// <summary>What a column adds up to over certain rows; rows without a value count as 0.</summary>
    public sealed record SumOf(string Key, IReadOnlyList<int> Rows) : Rule;

    /// <summary>The largest of several, at least 0.</summary>
    public sealed record Most(IReadOnlyList<Rule> Of) : Rule;

    /// <summary>A rule that is another one from row to row: said in one sentence for all of them. None for a row that has no value.</summary>
    public sealed record ByRow(string Words, Func<int, Rule?> Of) : Rule;

    public static Rule Column(string key) => new Cell(key);

    public static Rule operator /(Rule a, Rule b) => new Divide(a, b);

    public static Rule operator *(Rule a, Rule b) => new Multiply(a, b);

    public static Rule operator +(Rule a, Rule b) => new Add(a, b);

    public static Rule operator -(Rule a, Rule b) => new Subtract(a, b);
}
