using OneWhole.Core.Charts;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pyramid;

/// <summary>The mirrored column as bars both ways, the first band at the bottom. With a second population it is handed over as shapes: an outline over bars has no kind of its own.</summary>
internal static class PyramidChart
{
    public static NativeChart? Of(WorkingsResult workings, PyramidMembers members)
    {
        Division division = workings.Division;
        if (division.IsEmpty || members.Against is not null || division.GroupCount > 200)
        {
            return null;
        }
        var chart = new ChartParts(workings);
        var ink = new PartInk(division);
        bool labelled = division.Study.Finish.Labels is not (LabelText.Auto or LabelText.None);
        return new NativeChart(chart.Groups(), [.. Enumerable.Range(0, 2).Select(side => new ChartSeries(division.Parts[side].Label, group => chart.Cell("mirrored", chart.Row(group, side)))
        {
            Fill = ink[side],
            FillAt = group => ink.Row(group, side),
            Label = labelled ? group => chart.Label(chart.Row(group, side), LabelText.Share) : null,
        })])
        {
            IsSideways = true,
            FirstOnTop = false,
            IsMirrored = true,
            Unit = members.Length == LengthUnit.Share ? ColumnUnit.Share : ColumnUnit.Amount,
            End = members.Length == LengthUnit.Share ? null : chart.AmountEnd,
            Gap = chart.Gap(0.08),
            HasKey = chart.HasKey,
        };
    }
}
