using OneWhole.Core.Charts;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Diverging;

/// <summary>A spacer that lets all rows begin in one line, then the levels from the far low end to the far high one; neutral levels apart after a second spacer.</summary>
internal static class DivergingChart
{
    public static NativeChart? Of(WorkingsResult workings, DivergingMembers members)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.HasNegative || division.RowCount > TooMany.Pieces)
        {
            return null;
        }
        var chart = new ChartParts(workings);
        var computed = (DivergingComputed)workings.Computed;
        Levels levels = computed.Levels;
        PartInk ink = DivergingLayout.InkOf(workings);
        bool share = members.Length == LengthUnit.Share;
        ColumnUnit unit = share ? ColumnUnit.Share : ColumnUnit.Amount;
        ChartSeries Level(int part) => new(division.Parts[part].Label, group => computed.Ends.LengthOf(chart.Row(group, part)) is { } length ? length : null)
        {
            Fill = ink[part],
            FillAt = group => ink.Row(group, part),
            Label = group => chart.Label(chart.Row(group, part), share ? LabelText.Share : LabelText.Amount),
        };
        ChartSeries Spacer(string name, Func<int, ChartNumber?> length) => new(name, length);
        List<ChartSeries> series = [Spacer("spacer before", group => computed.Ends.SpacerBefore(group)), .. levels.Lows.Reverse().Select(Level)];
        if (members.Neutral == NeutralPlace.Split)
        {
            series.AddRange(levels.Neutrals.Select(Level));
        }
        series.AddRange(levels.Highs.Select(Level));
        if (members.Neutral == NeutralPlace.Apart)
        {
            series.Add(Spacer("spacer after", group => computed.Ends.SpacerAfter(group)));
            series.AddRange(levels.Neutrals.Select(Level));
        }
        return new NativeChart(chart.Groups(), series) { IsSideways = true, HasValueAxis = false, Unit = unit, Gap = chart.Gap(0.52), HasKey = chart.HasKey, Without = ["the line at zero", "the net of each row"] };
    }
}
