using OneWhole.Core.Charts;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Stacked;

/// <summary>A series a part over the groups: stacked, as 100 %, or beside; totals are labels of a series that has no length.</summary>
internal static class StackedChart
{
    public static NativeChart? Of(WorkingsResult workings, StackedMembers members)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.RowCount > TooMany.Pieces)
        {
            return null;
        }
        var chart = new ChartParts(workings);
        var ink = new PartInk(division);
        bool share = members.Length == LengthUnit.Share,
            beside = members.Arrange == Arrangement.Beside;
        // Office programs take 100 % of the sizes: with a negative part the shares themselves are stacked.
        bool lengths = share && (division.HasNegative || beside);
        ChartNumber? Piece(int group, int part)
        {
            int row = chart.Row(group, part);
            return !lengths ? chart.Cell("value", row)
                : !division.Has(row) || division.GroupTotal(group).Sign <= 0 ? null
                : new ChartNumber(
                    Rule.Column("value") / new Rule.GroupTotal(),
                    row,
                    new Fraction(division.Amount(row), division.GroupTotal(group)),
                    ColumnUnit.Share
                );
        }
        List<ChartSeries> series =
        [
            .. DrawnParts
                .Of(division)
                .Select(part => new ChartSeries(division.Parts[part].NameInFigure, group => Piece(group, part))
                {
                    Fill = ink[part],
                    FillAt = group => ink.Row(group, part),
                    Label = group => chart.Label(chart.Row(group, part), beside && !share ? LabelText.Amount : LabelText.Share),
                    LabelPlace = beside ? chart.Place(ChartLabelPlace.Beyond) : ChartLabelPlace.Centre,
                }),
        ];
        if (!share && !beside && chart.HasLabels)
        {
            series.Add(
                new ChartSeries("total", group => new ChartNumber(
                    new Rule.Constant(0),
                    chart.Row(group, 0),
                    Fraction.Zero,
                    ColumnUnit.Amount
                ))
                {
                    Label = chart.TotalLabel,
                    LabelPlace = ChartLabelPlace.AtBase,
                }
            );
        }
        (double between, double within) = chart.GroupGaps(0.6);
        return new NativeChart(
            chart.Groups(share && !beside && division.HasGroups && chart.HasLabels ? LabelText.Amount : LabelText.None),
            series
        )
        {
            IsSideways = members.Direction == BarDirection.Sideways,
            Arrangement =
                beside ? ChartArrangement.Beside
                : share && !lengths ? ChartArrangement.Full
                : ChartArrangement.Stacked,
            Unit = share ? ColumnUnit.Share : ColumnUnit.Amount,
            End = share ? null : chart.AmountEnd,
            HasValueAxis = share || StackedLayout.NeedsAxis(division, members),
            Gap = beside ? between : chart.Gap(0.4),
            GapWithin = beside ? within : 0,
            Connects = !beside && division.Study.Finish.Connect,
            HasKey = chart.HasKey,
            Without = chart.NotPlaced(beside),
        };
    }
}
