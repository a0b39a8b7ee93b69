using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Funnel;

/// <summary>Stages between equal spacers, so that they are centred; several funnels side by side.</summary>
internal static class FunnelChart
{
    public static NativeChart? Of(WorkingsResult workings, FunnelMembers members)
    {
        Division division = workings.Division;
        // One axis can't have a scale of its own for each funnel.
        if (
            (members.Scales == ScaleSharing.Own && division.GroupCount > 1)
            || division.IsEmpty
            || division.HasNegative
            || division.GroupCount > 20
            || division.PartCount > 200
        )
        {
            return null;
        }
        var chart = new ChartParts(workings);
        var ink = new PartInk(division, _ => Ink.ClassA);
        var grown = new PartInk(division, _ => Ink.Cut);
        Fraction largest = division.Value(((ExactInt?[])workings.Computed).Select(most => most ?? ExactInt.Zero).Aggregate(ExactInt.Max));
        string rate = members.Base == FunnelBase.First ? "overallRate" : "stepRate";
        var series = new List<ChartSeries>();
        for (int funnel = 0; funnel < division.GroupCount; funnel++)
        {
            int group = funnel;
            string name = division.Groups?[group].Label ?? workings["value"].Label;
            int Row(int stage) => chart.Row(group, stage);
            series.Add(new ChartSeries($"spacer before {name}", stage => chart.Cell("spacer", Row(stage))));
            series.Add(
                new ChartSeries(name, stage => chart.Cell("value", Row(stage)))
                {
                    Fill = Ink.ClassA,
                    FillAt = stage => (workings["drop"].Number(Row(stage)) is < 0 ? grown : ink).Row(Row(stage)),
                    Label = stage => chart.HasLabels ? chart.Of(chart.Cell("value", Row(stage))) : null,
                }
            );
            series.Add(new ChartSeries($"spacer after {name}", stage => chart.Cell("spacer", Row(stage))));
            series.Add(
                ChartParts.Room($"rate {name}", 0.25, "value", "all rows", largest, ColumnUnit.Amount) with
                {
                    Label = stage => chart.HasLabels ? chart.Of(chart.Cell(rate, Row(stage))) : null,
                    LabelPlace = ChartLabelPlace.Centre,
                }
            );
        }
        return new NativeChart(chart.Parts(Enumerable.Range(0, division.PartCount)), series)
        {
            IsSideways = true,
            HasValueAxis = false,
            Gap = chart.Gap(0.35),
            HasKey = chart.HasKey && division.HasGroups,
        };
    }
}
