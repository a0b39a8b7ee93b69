using System.Collections.Immutable;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Studies;

/// <summary>
/// One question asked of one table: what is counted, the parts, the groups, the whole, the order, the form, the finish.
/// A value: every change makes another.
/// </summary>
public sealed record Study
{
    /// <summary>The version that documents carry.</summary>
    public const string Format = "onewhole.study/1";

    /// <summary>The title that was given; empty where the statement makes one.</summary>
    public string Title { get; init; } = "";

    /// <summary>All clauses must hold for a row to be used.</summary>
    public ImmutableArray<Clause> Where { get; init; } = [];

    /// <summary>What is counted as the document says it; null where it leaves that out.</summary>
    public Measure? GivenValue { get; init; }

    /// <summary>What is counted: rows where nothing else is said.</summary>
    public Measure Value => GivenValue ?? new Measure.Rows();

    /// <summary>What the whole is divided into.</summary>
    public required Axis Parts { get; init; }

    /// <summary>What each division stands in; null for one division.</summary>
    public Axis? Groups { get; init; }

    /// <summary>What 100 % is; null for the form's default.</summary>
    public Whole? Whole { get; init; }

    /// <summary>The order of parts and groups.</summary>
    public Ordering Order { get; init; } = new();

    /// <summary>How small parts are gathered; null for all by themselves.</summary>
    public Fold? Fold { get; init; }

    /// <summary>What becomes of parts below zero.</summary>
    public Negatives Negatives { get; init; }

    /// <summary>Amounts changed to see what would be, one after another.</summary>
    public ImmutableArray<Trial> Trials { get; init; } = [];

    /// <summary>How shares run up.</summary>
    public Running Running { get; init; } = new();

    /// <summary>How shares are shown.</summary>
    public Rounding Rounding { get; init; } = new();

    /// <summary>The kind of chart with its members.</summary>
    public required FormChoice Form { get; init; }

    /// <summary>The column of small figures, one a value; null for one figure.</summary>
    public string? PanelColumn { get; init; }

    /// <summary>Looks alone: nothing here changes a number.</summary>
    public Finish Finish { get; init; } = new();

    /// <summary>The whole that holds: the study's own, or its form's default.</summary>
    public Whole EffectiveWhole => Whole ?? new Whole(Form.Form.DefaultWhole);
}

/// <summary>The form and its own members.</summary>
public sealed record FormChoice(Form Form, object Members);

/// <summary>Conditions on one column; all of them must hold.</summary>
public sealed record Clause(string Column)
{
    /// <summary>Labels, one of which the cell must have.</summary>
    public ImmutableArray<string>? Is { get; init; }

    /// <summary>Labels, none of which the cell may have.</summary>
    public ImmutableArray<string>? IsNot { get; init; }

    /// <summary>The least that passes, itself included; null for no end.</summary>
    public RangeEnd? From { get; init; }

    /// <summary>The most that passes, itself included; null for no end.</summary>
    public RangeEnd? To { get; init; }

    /// <summary>Whether the cell must be blank, or filled.</summary>
    public bool? Blank { get; init; }
}

/// <summary>One end of a range: a number, or a date with an optional time.</summary>
public abstract record RangeEnd
{
    /// <summary>A number, compared exactly.</summary>
    public sealed record Number(ExactDecimal Value) : RangeEnd;

    /// <param name="Text">As written.</param>
    /// <param name="At">The instant; for a bare date its first.</param>
    /// <param name="HasTime">A bare date as the upper end covers its whole day.</param>
    public sealed record Date(string Text, DateTime At, bool HasTime) : RangeEnd;

    private RangeEnd() { }
}

/// <summary>What is added up.</summary>
public abstract record Measure
{
    /// <summary>The numbers of a column.</summary>
    public sealed record Sum(string Column) : Measure;

    /// <summary>One for every row.</summary>
    public sealed record Rows : Measure;

    /// <summary>The distinct values of a column.</summary>
    public sealed record Distinct(string Column) : Measure;

    private Measure() { }
}

/// <summary>Where the parts (or the groups) come from.</summary>
public abstract record Axis
{
    /// <summary>The labels of a column; <paramref name="Expected"/> ones are listed even without a row.</summary>
    public sealed record Labels(string Column, ImmutableArray<string> Expected) : Axis;

    /// <summary>A number column cut into bands [start + k·width, start + (k+1)·width).</summary>
    public sealed record Bands(string Column, ExactDecimal Start, ExactDecimal Width, ExactDecimal? End) : Axis;

    /// <summary>A wide table's number columns, each one part or group.</summary>
    public sealed record Columns(ImmutableArray<string> Names) : Axis;

    private Axis() { }
}

/// <summary>The bases of a share.</summary>
public enum WholeOf
{
    /// <summary>Everything that is used.</summary>
    All,

    /// <summary>Each group by itself.</summary>
    Group,

    /// <summary>Each part over all groups.</summary>
    Part,

    /// <summary>The table before the filter.</summary>
    Unfiltered,

    /// <summary>A number of the analyst's.</summary>
    Given,
}

/// <summary>What 100 % is.</summary>
/// <param name="Of">The base.</param>
/// <param name="Given">The number, where the base is <see cref="WholeOf.Given"/>.</param>
public sealed record Whole(WholeOf Of, ExactDecimal? Given = null);

/// <summary>The order of parts and of groups; null for the form's default.</summary>
public sealed record Ordering
{
    /// <summary>Of parts; null for the form's own.</summary>
    public Order? Parts { get; init; }

    /// <summary>Of groups; null for the form's own.</summary>
    public Order? Groups { get; init; }

    /// <summary>Whether the order of parts is turned round.</summary>
    public bool ReverseParts { get; init; }

    /// <summary>Whether the order of groups is turned round.</summary>
    public bool ReverseGroups { get; init; }
}

/// <summary>One way of putting labels in order.</summary>
public abstract record Order
{
    /// <summary>By a named rule: "largest", "smallest", "table", "natural", or one that a form brings.</summary>
    public sealed record By(string Name) : Order;

    /// <summary>As listed; labels that are not listed follow in table order.</summary>
    public sealed record Listed(ImmutableArray<string> Labels) : Order;

    /// <summary>Groups by the share that one part has in them, largest first.</summary>
    public sealed record ShareOf(string Label) : Order;

    private Order() { }

    /// <summary>By amount, the largest first.</summary>
    public static Order Largest { get; } = new By("largest");

    /// <summary>By amount, the smallest first.</summary>
    public static Order Smallest { get; } = new By("smallest");

    /// <summary>As in the table.</summary>
    public static Order Table { get; } = new By("table");

    /// <summary>Numbers, bands and dates by size, then letters.</summary>
    public static Order Natural { get; } = new By("natural");
}

/// <summary>Gathers small parts into one, at the end. Exactly one of the three rules is set.</summary>
public sealed record Fold
{
    /// <summary>What the folded part is called.</summary>
    public const string DefaultLabel = "Other";

    /// <summary>So many of the largest parts stay.</summary>
    public int? Keep { get; init; }

    /// <summary>The fewest largest parts stay that hold this share of all amounts, of 1.</summary>
    public ExactDecimal? Reach { get; init; }

    /// <summary>Parts with less than this share of all amounts are gathered, of 1.</summary>
    public ExactDecimal? Under { get; init; }

    /// <summary>What the folded part is called.</summary>
    public string Label { get; init; } = DefaultLabel;
}

/// <summary>What happens to amounts below zero.</summary>
public enum Negatives
{
    /// <summary>They stay as they are.</summary>
    Keep,

    /// <summary>They are dropped, and the proofs say so.</summary>
    LeaveOut,

    /// <summary>Their size counts.</summary>
    Size,
}

/// <summary>How parts of equal amount count in the running share.</summary>
public enum Ties
{
    /// <summary>Part after part.</summary>
    Each,

    /// <summary>Neighbours of one amount share the running share of the last of them.</summary>
    Together,
}

/// <summary>How shares run up.</summary>
public sealed record Running
{
    /// <summary>How equal amounts run up.</summary>
    public Ties Ties { get; init; }
}

/// <summary>How shares are shown.</summary>
public sealed record Rounding
{
    /// <summary>Decimals of a percent, 0 to 6.</summary>
    public int Decimals { get; init; } = 1;

    /// <summary>Whether shown shares are made to add up to 100 by largest remainders, equal amounts kept equal.</summary>
    public bool Reconcile { get; init; }
}
