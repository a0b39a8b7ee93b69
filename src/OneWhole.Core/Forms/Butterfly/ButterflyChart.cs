using OneWhole.Core.Charts;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Butterfly;

/// <summary>Both sides with their spacers outside them and a gutter for the names between them: all rows have one length.</summary>
internal static class ButterflyChart
{
    public static NativeChart? Of(WorkingsResult workings, ButterflyMembers members)
    {
        Division division = workings.Division;
        // One axis can't have a scale of its own for each side.
        if (members.Scales == ScaleSharing.Own || division.IsEmpty || division.HasNegative || division.GroupCount > 200)
        {
            return null;
        }
        var chart = new ChartParts(workings);
        var ink = new PartInk(division);
        var ends = (ButterflyEnds)workings.Computed;
        Fraction largest = division.Value(ExactInt.Max(ends.Left, ends.Right));
        ChartLabel? Number(string key, int group) => chart.HasLabels ? chart.Of(chart.Cell(key, group)) : null;
        ChartSeries Side(int side, string key) =>
            new(division.Parts[side].Label, group => chart.Cell(key, group)) { Fill = ink[side], FillAt = group => ink.Row(group, side) };
        IReadOnlyList<ChartLabel> names = chart.Groups();
        return new NativeChart(
            names,
            [
                new ChartSeries("spacer before", group => chart.Cell("spacerBefore", group))
                {
                    Label = group => Number("left", group),
                    LabelPlace = ChartLabelPlace.AtTip,
                    LabelFill = ink[0],
                },
                Side(0, "left"),
                ChartParts.Room("names", 0.4, "left", "left and right", largest, ColumnUnit.Amount) with
                {
                    Label = group => names[group],
                },
                Side(1, "right"),
                new ChartSeries("spacer after", group => chart.Cell("spacerAfter", group))
                {
                    Label = group => Number("right", group),
                    LabelPlace = ChartLabelPlace.AtBase,
                    LabelFill = ink[1],
                },
            ]
        )
        {
            IsSideways = true,
            HasValueAxis = false,
            HasNames = false,
            Gap = chart.Gap(0.52),
            HasKey = chart.HasKey,
        };
    }
}
