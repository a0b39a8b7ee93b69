using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Nested;

/// <summary>
/// Each group's total, and its parts beside it on the same axis: office programs can't lay bars of two widths over one another on one axis
/// that follows the numbers.
/// </summary>
internal static class NestedChart
{
    public static NativeChart? Of(WorkingsResult workings, BarDirection lay)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.RowCount > TooMany.Pieces)
        {
            return null;
        }
        var chart = new ChartParts(workings);
        var ink = new PartInk(division);
        ChartSeries totals = new("total", chart.Total)
        {
            Fill = Ink.Behind,
            Label = group => chart.HasLabels ? chart.TotalLabel(group) : null,
            LabelPlace = ChartLabelPlace.Beyond,
        };
        IEnumerable<ChartSeries> parts = DrawnParts
            .Of(division)
            .Select(part => new ChartSeries(division.Parts[part].NameInFigure, group => chart.Cell("value", chart.Row(group, part)))
            {
                Fill = ink[part],
                FillAt = group => ink.Row(group, part),
                Label = group => chart.Label(chart.Row(group, part), LabelText.Share),
                LabelPlace = chart.Place(ChartLabelPlace.Beyond),
            });
        return new NativeChart(chart.Groups(), [totals, .. parts])
        {
            IsSideways = lay == BarDirection.Sideways,
            Arrangement = ChartArrangement.Beside,
            End = chart.AmountEnd,
            Gap = chart.Gap(0.52),
            HasKey = chart.HasKey,
            Without = ["parts in front of their group's bar (they stand beside it)", .. chart.NotPlaced(beside: true)],
        };
    }
}
