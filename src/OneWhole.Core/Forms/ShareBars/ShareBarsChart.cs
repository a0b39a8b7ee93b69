using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.ShareBars;

/// <summary>One bar a part, labelled with its share and its amount.</summary>
internal static class ShareBarsChart
{
    public static NativeChart? Of(WorkingsResult workings, BarDirection lay)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.WholeAt(0).IsZero || division.PartCount > 200)
        {
            return null;
        }
        var parts = new ChartParts(workings);
        int[] rows = DrawnParts.Of(division);
        PartInk ink = ShareBarsLayout.InkOf(division);
        ChartSeries bars = new("share", at => parts.Cell("share", rows[at]))
        {
            Fill = Ink.ClassA,
            FillAt = at => ink.Row(rows[at]),
            Label = at => parts.Label(rows[at], LabelText.Both),
            LabelPlace = parts.Place(ChartLabelPlace.Beyond),
        };
        return new NativeChart(parts.Parts(rows), [bars])
        {
            IsSideways = lay == BarDirection.Sideways,
            Unit = ColumnUnit.Share,
            HasValueAxis = !parts.HasLabels || ShareBarsLayout.HasAxis(division.Study),
            Gap = parts.Gap(0.52),
            HasKey = false,
            Without = parts.NotPlaced(beside: true),
        };
    }
}
