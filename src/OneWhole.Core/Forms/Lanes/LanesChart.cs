using OneWhole.Core.Charts;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Lanes;

/// <summary>A lane a part: its bars, the spacers that its numbers stand on, and a gap before the next.</summary>
internal static class LanesChart
{
    public static NativeChart? Of(WorkingsResult workings, LanesMembers members)
    {
        Division division = workings.Division;
        // One axis can't have a scale of its own for each lane.
        if (
            members.Scales == ScaleSharing.Own
            || division.IsEmpty
            || division.HasNegative
            || division.PartCount > 20
            || division.GroupCount > 200
        )
        {
            return null;
        }
        var chart = new ChartParts(workings);
        var ink = new PartInk(division);
        Fraction largest = division.Value(((ExactInt[])workings.Computed).Aggregate(default(ExactInt), ExactInt.Max));
        var series = new List<ChartSeries>();
        for (int lane = 0; lane < division.PartCount; lane++)
        {
            int part = lane;
            series.Add(
                new ChartSeries(division.Parts[part].Label, group => chart.Cell("value", chart.Row(group, part)))
                {
                    Fill = ink[part],
                    FillAt = group => ink.Row(group, part),
                }
            );
            series.Add(
                new ChartSeries($"spacer {division.Parts[part].Label}", group => chart.Cell("spacer", chart.Row(group, part)))
                {
                    Label = group => chart.Label(chart.Row(group, part), LabelText.Amount),
                    LabelPlace = ChartLabelPlace.AtBase,
                    LabelFill = ink[part],
                }
            );
            // Room for the number of the longest bar, which has no spacer.
            series.Add(ChartParts.Room($"gap {division.Parts[part].Label}", 0.25, "value", "all rows", largest, ColumnUnit.Amount));
        }
        return new NativeChart(chart.Groups(), series)
        {
            IsSideways = true,
            HasValueAxis = false,
            Gap = chart.Gap(0.52),
            HasKey = chart.HasKey,
        };
    }
}
