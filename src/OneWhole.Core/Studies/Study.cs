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

    public string Title { get; init; } = "";

    /// <summary>All clauses must hold for a row to be used.</summary>
    public ImmutableArray<Clause> Where { get; init; } = [];

    /// <summary>What is counted as the document says it; null where it leaves that out.</summary>
    public Measure? GivenValue { get; init; }

    /// <summary>What is counted: rows where nothing else is said.</summary>
    public Measure Value => GivenValue ?? new Measure.Rows();

    public required Axis Parts { get; init; }

    public Axis? Groups { get; init; }

    /// <summary>What 100 % is; null for the form's default.</summary>
    public Whole? Whole { get; init; }

    public Ordering Order { get; init; } = new();

    public Fold? Fold { get; init; }

    public Negatives Negatives { get; init; }

    /// <summary>Amounts changed to see what would be, one after another.</summary>
    public ImmutableArray<Trial> Trials { get; init; } = [];

    public Running Running { get; init; } = new();

    public Rounding Rounding { get; init; } = new();

    public required FormChoice Form { get; init; }

    /// <summary>The column of small figures, one a value; null for one figure.</summary>
    public string? PanelColumn { get; init; }

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

    public RangeEnd? From { get; init; }

    public RangeEnd? To { get; init; }

    /// <summary>Whether the cell must be blank, or filled.</summary>
    public bool? Blank { get; init; }
}

/// <summary>One end of a range: a number, or a date with an optional time.</summary>
public abstract record RangeEnd
{
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
    All,
    Group,
    Part,
    Unfiltered,
    Given,
}

/// <summary>What 100 % is.</summary>
/// <param name="Of">The base.</param>
/// <param name="Given">The number, where the base is <see cref="WholeOf.Given"/>.</param>
public sealed record Whole(WholeOf Of, ExactDecimal? Given = null);

/// <summary>The order of parts and of groups; null for the form's default.</summary>
public sealed record Ordering
{
    public Order? Parts { get; init; }

    public Order? Groups { get; init; }

    public bool ReverseParts { get; init; }

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

    public static Order Largest { get; } = new By("largest");

    public static Order Smallest { get; } = new By("smallest");

    public static Order Table { get; } = new By("table");

    public static Order Natural { get; } = new By("natural");
}

/// <summary>Gathers small parts into one, at the end. Exactly one of the three rules is set.</summary>
public sealed record Fold
{
    public const string DefaultLabel = "Other";

    public int? Keep { get; init; }

    public ExactDecimal? Reach { get; init; }

    public ExactDecimal? Under { get; init; }

    public string Label { get; init; } = DefaultLabel;
}

/// <summary>What happens to amounts below zero.</summary>
public enum Negatives
{
    Keep,
    LeaveOut,
    Size,
}

/// <summary>How parts of equal amount count in the running share.</summary>
public enum Ties
{
    Each,
    Together,
}

public sealed record Running
{
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
