using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Pie;

/// <summary>A pie or a ring of the parts that have something.</summary>
internal static class PieChart
{
    /// <summary>On a narrower piece of a ring a label has no room.</summary>
    private const double LeastLabelled = 0.04;

    public static NativeChart? Of(WorkingsResult workings, PieMembers members)
    {
        Division division = workings.Division;
        int[] rows = [.. DrawnParts.Of(division).Where(row => !division.Amount(row).IsZero)];
        if (division.IsEmpty || division.HasNegative || rows.Length == 0 || rows.Length > 60)
        {
            return null;
        }
        var parts = new ChartParts(workings);
        var ink = new PartInk(division);
        // A ring has its labels on it: there is room for the share alone, and the names stand in the key.
        bool ring = !members.Hole.Units.IsZero;
        ChartLabel? Label(int row) =>
            ring ? (workings["share"].Number(row) >= LeastLabelled ? parts.Label(row, LabelText.Share) : null)
            : parts.Label(row, LabelText.Both) is { } label
                ? !division.Study.Finish.Axes.Names ? label
                    : label with { Name = division.Parts[row].NameInFigure, Text = $"{division.Parts[row].NameInFigure}  {label.Text}" }
            : null;
        ChartSeries slices = new(workings["value"].Label, at => parts.Cell("value", rows[at]))
        {
            Fill = Ink.Category(0),
            FillAt = at => ink.Row(rows[at]),
            Label = at => Label(rows[at]),
            LabelPlace = ring ? ChartLabelPlace.Centre : ChartLabelPlace.Beyond,
        };
        var whole = new ChartNumber(
            Rule.Column("value") / Rule.Column("share"),
            rows[0],
            division.Value(division.WholeAt(0)),
            ColumnUnit.Amount
        );
        return new NativeChart(parts.Parts(rows), [slices])
        {
            IsPie = true,
            Hole = members.Hole.ToDouble(),
            Middle = ring ? parts.Of(whole) : null,
            HasKey = (ring || !parts.HasLabels) && parts.HasKey,
        };
    }
}
