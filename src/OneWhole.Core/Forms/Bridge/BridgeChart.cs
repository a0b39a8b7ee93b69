using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>A bridge as stacked bars: a spacer that is laid out and not drawn, and on it a whole, a rise or a fall.</summary>
internal static class BridgeChart
{
    private const int MostColumns = 60;

    public static NativeChart? Of(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.PartCount > MostColumns)
        {
            return null;
        }
        IReadOnlyList<BridgeStep> steps = BridgeStep.Of(workings);
        // Under the ground a spacer would push the other way; effects stand in no row that a chart could follow.
        if (steps.Any(step => step.From.Sign < 0 || step.To.Sign < 0 || (step.Row < 0 && !step.IsWhole)))
        {
            return null;
        }
        var chart = new ChartParts(workings);
        bool between = workings.Computed is BridgeWorkings;
        int[] all = [.. Enumerable.Range(0, workings.RowCount)];
        string change = between ? "change" : "value";
        bool Falls(int at) => !steps[at].IsWhole && steps[at].To < steps[at].From;
        ChartNumber Number(int at, Rule rule, Fraction value) => new(rule, Math.Max(0, steps[at].Row), value, ColumnUnit.Amount);
        ChartNumber? Spacer(int at) =>
            steps[at].IsWhole ? null : Number(at, Rule.Column(Falls(at) ? "top" : "base"), Fraction.Min(steps[at].From, steps[at].To));
        Rule WholeRule(int at) => between ? new Rule.SumOf(at == 0 ? "before" : "after", all) : new Rule.GrandTotal();
        ChartNumber? Whole(int at) => steps[at].IsWhole ? Number(at, WholeRule(at), steps[at].To) : null;
        ChartNumber? Rise(int at) => steps[at].IsWhole || Falls(at) ? null : Number(at, Rule.Column(change), steps[at].To - steps[at].From);
        ChartNumber? Fall(int at) =>
            Falls(at) ? Number(at, new Rule.Constant(0) - Rule.Column(change), steps[at].From - steps[at].To) : null;
        var ink = new PartInk(division, _ => BridgeLayout.Rise);
        var falls = new PartInk(division, _ => BridgeLayout.Fall);
        PartInk InkOf(int category) => Falls(category) ? falls : ink;
        ChartSeries Series(string name, Func<int, ChartNumber?> at, string fill) =>
            new(name, at)
            {
                Fill = fill,
                FillAt = category => steps[category] is { IsWhole: false, Row: >= 0 and var row } ? InkOf(category).Row(row) : null,
                Label = category => chart.HasLabels ? chart.Of(at(category)) : null,
                LabelPlace = ChartLabelPlace.Centre,
            };
        ChartSeries[] drawn = between
            ? [Series("whole", Whole, Ink.Quiet), Series("rise", Rise, BridgeLayout.Rise), Series("fall", Fall, BridgeLayout.Fall)]
            : [Series("whole", Whole, Ink.Quiet), Series("part", Rise, BridgeLayout.Rise)];
        return new NativeChart(
            [.. steps.Select(step => new ChartLabel(step.Name, [], step.Name))],
            [new ChartSeries("spacer", Spacer), .. drawn]
        )
        {
            End = chart.AmountEnd,
            Without = BridgeLayout.BeginOf(workings) is null ? [] : ["the cut axis (the chart begins at 0)"],
            Gap = chart.Gap(0.52),
            HasKey = chart.HasKey && between,
        };
    }
}
