using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Pyramid;

/// <summary>
/// The mirrored column as bars both ways, the first band at the bottom. A second population stands over them as bars of which only the edge
/// is drawn.
/// </summary>
internal static class PyramidChart
{
    public static NativeChart? Of(WorkingsResult workings, PyramidMembers members)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.GroupCount > 200)
        {
            return null;
        }
        var chart = new ChartParts(workings);
        var ink = new PartInk(division);
        bool labelled = division.Study.Finish.Labels is not (LabelText.Auto or LabelText.None);
        ChartSeries Outline(int side) =>
            new($"{workings["against"].Label}{(side == 0 ? "" : $", {division.Parts[side].Label}")}", group => Against(group, side))
            {
                Fill = Ink.Text,
                IsOutline = true,
                InKey = side == 0,
            };
        ChartNumber? Against(int group, int side) =>
            chart.Cell("against", chart.Row(group, side)) is not { } number ? null
            : side > 0 ? number
            : number with { Rule = new Rule.Constant(0) - number.Rule, Value = -number.Value };
        ChartSeries[] outline = members.Against is null ? [] : [Outline(0), Outline(1)];
        return new NativeChart(
            chart.Groups(),
            [
                .. Enumerable
                    .Range(0, 2)
                    .Select(side => new ChartSeries(division.Parts[side].Label, group => chart.Cell("mirrored", chart.Row(group, side)))
                    {
                        Fill = ink[side],
                        FillAt = group => ink.Row(group, side),
                        Label = labelled ? group => chart.Label(chart.Row(group, side), LabelText.Share) : null,
                    }),
                .. outline,
            ]
        )
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
