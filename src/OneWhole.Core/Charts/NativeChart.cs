using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Charts;

/// <summary>How the series of a chart of bars stand.</summary>
public enum ChartArrangement
{
    /// <summary>On one another.</summary>
    Stacked,

    /// <summary>On one another, each category as 100 %.</summary>
    Full,

    /// <summary>Beside one another.</summary>
    Beside,
}

/// <summary>Where a label stands.</summary>
public enum ChartLabelPlace
{
    /// <summary>In the middle of the bar, slice or piece.</summary>
    Centre,

    /// <summary>Beyond the end of its bar; only for bars that stand beside one another, slices and lines; over a line.</summary>
    Beyond,

    /// <summary>In its bar, at the end that is nearer to zero.</summary>
    AtBase,

    /// <summary>In its bar, at the other end.</summary>
    AtTip,
}

/// <summary>
/// A number of a chart: the workings' row and rule that it comes from, so that whoever hands the chart over can bind it to their cells.
/// </summary>
/// <param name="Rule">An expression over the workings' columns.</param>
/// <param name="Row">The workings' row for which it is meant.</param>
/// <param name="Value">What it gives.</param>
/// <param name="Unit">What the number is.</param>
public sealed record ChartNumber(Rule Rule, int Row, Fraction Value, ColumnUnit Unit)
{
    /// <summary>Whether what is above zero is printed with a plus.</summary>
    public bool IsSigned { get; init; } = Unit == ColumnUnit.Points;

    /// <summary>Whether there is no number now; its cell follows all the same when one comes.</summary>
    public bool IsAbsent { get; init; }
}

/// <summary>A label of a chart: a name, numbers, or both, and how they are printed.</summary>
/// <param name="Name">The name before the numbers; null for none.</param>
/// <param name="Numbers">The numbers; none for a name alone.</param>
/// <param name="Text">All of it as the figure prints it.</param>
public sealed record ChartLabel(string? Name, IReadOnlyList<ChartNumber> Numbers, string Text)
{
    /// <summary>Whether it prints nothing because there is no number now.</summary>
    public bool IsAbsent => Numbers.Any(number => number.IsAbsent);
}

/// <summary>One series of a chart.</summary>
/// <param name="Name">As the key has it.</param>
/// <param name="At">Its number in a category; null where there is none.</param>
public sealed record ChartSeries(string Name, Func<int, ChartNumber?> At)
{
    /// <summary>A colour's name; null for a spacer, which is laid out and not drawn, and has no entry in the key.</summary>
    public string? Fill { get; init; }

    /// <summary>The colour of one category's piece, where it is another than the series'.</summary>
    public Func<int, string?>? FillAt { get; init; }

    /// <summary>A line over the bars, on a share axis of its own where the bars are amounts.</summary>
    public bool IsLine { get; init; }

    /// <summary>A line of dashes: where something is cut.</summary>
    public bool IsDashed { get; init; }

    /// <summary>Whether a line of dashes falls from each point of a line to the axis.</summary>
    public bool Falls { get; init; }

    /// <summary>Bars are drawn by their edge alone, over the others.</summary>
    public bool IsOutline { get; init; }

    /// <summary>The label of a point; null for no labels, a null label for none at that point.</summary>
    public Func<int, ChartLabel?>? Label { get; init; }

    /// <summary>Where labels stand.</summary>
    public ChartLabelPlace LabelPlace { get; init; }

    /// <summary>The colour of the bar that a label on a spacer belongs to; null where the series has it itself.</summary>
    public string? LabelFill { get; init; }

    /// <summary>Whether a label on a spacer lies over that bar.</summary>
    public bool LabelIsOnFill { get; init; }

    /// <summary>Whether the key names it.</summary>
    public bool InKey { get; init; } = true;
}

/// <summary>
/// A figure as a chart that office programs draw themselves: what they are told is bound to cells of the workings, so that it
/// follows when a number is changed. A form without one is handed over as shapes.
/// </summary>
/// <param name="Categories">Along the names' axis; a second line where a total stands with a name.</param>
/// <param name="Series">In their order: from the bottom, or from the left.</param>
public sealed record NativeChart(IReadOnlyList<ChartLabel> Categories, IReadOnlyList<ChartSeries> Series)
{
    /// <summary>Slices of a circle, of one series.</summary>
    public bool IsPie { get; init; }

    /// <summary>The inner radius of a ring as a share of the outer one.</summary>
    public double Hole { get; init; }

    /// <summary>Bars lie.</summary>
    public bool IsSideways { get; init; }

    /// <summary>The first category stands at the top of lying bars.</summary>
    public bool FirstOnTop { get; init; } = true;

    /// <summary>How series stand to each other.</summary>
    public ChartArrangement Arrangement { get; init; }

    /// <summary>Between the bars, or the groups of bars that stand beside one another, in bars' widths.</summary>
    public double Gap { get; init; } = 0.4;

    /// <summary>Between the bars of a group that stand beside one another, in bars' widths.</summary>
    public double GapWithin { get; init; }

    /// <summary>Whether lines lead from part to part between stacks.</summary>
    public bool Connects { get; init; }

    /// <summary>What the finish asks of its looks.</summary>
    public ChartLook Look { get; init; } = ChartLook.Plain;

    /// <summary>What the value axis counts.</summary>
    public ColumnUnit Unit { get; init; } = ColumnUnit.Amount;

    /// <summary>
    /// Where the value axis ends, in what it counts, where it must: because it is a share, or because the analyst said so. Else it follows
    /// the numbers.
    /// </summary>
    public double? End { get; init; }

    /// <summary>What stands in the middle of a ring; null for nothing.</summary>
    public ChartLabel? Middle { get; init; }

    /// <summary>Whether the axis of amounts or shares is drawn.</summary>
    public bool HasValueAxis { get; init; } = true;

    /// <summary>Whether names stand along the axis; without them a label names each category.</summary>
    public bool HasNames { get; init; } = true;

    /// <summary>Bars grow both ways from zero, and no number has a minus.</summary>
    public bool IsMirrored { get; init; }

    /// <summary>What of the figure no kind of chart has, in words ("the net of each row").</summary>
    public IReadOnlyList<string> Without { get; init; } = [];

    /// <summary>Whether more than one series, or slices, need a key.</summary>
    public bool HasKey { get; init; } = true;
}
