using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>Columns coloured by class, and the running share as a line. Where both axes share one scale the columns are shares, so that one axis serves both.</summary>
internal static class ParetoChart
{
    /// <summary>Beyond so many columns names and labels run into one another.</summary>
    private const int MostColumns = 200;

    public static NativeChart? Of(WorkingsResult workings, ParetoMembers members)
    {
        Division division = workings.Division;
        if (members.Along == ParetoAlong.Position || division.IsEmpty || division.PartCount > MostColumns || division.WholeAt(0).Sign <= 0)
        {
            return null;
        }
        var parts = new ChartParts(workings);
        int[] rows = DrawnParts.Of(division);
        var ink = new PartInk(division, row => ParetoLayout.InkOf(workings, row));
        bool aligned = members.Axes == ParetoAxes.Aligned;
        ChartSeries bars = new(workings["value"].Label, at => parts.Cell(aligned ? "share" : "value", rows[at]))
        {
            Fill = Ink.ClassA,
            FillAt = at => ink.Row(rows[at]),
            Label = at => parts.Label(rows[at], LabelText.Share),
            LabelPlace = parts.Place(ChartLabelPlace.Beyond),
        };
        ChartSeries line = new(workings["runningShare"].Label, at => parts.Cell("runningShare", rows[at]))
        {
            Fill = Ink.Text,
            IsLine = true,
            Label = division.Study.Finish is { CurveNumbers: false, CurveName: false } ? null : at => LineLabel(at),
            LabelPlace = ChartLabelPlace.Beyond,
        };
        ChartSeries[] cuts =
        [
            .. members.Cuts.Where(cut => cut.Share is not null).Select(cut => (Share: new ChartNumber(new Rule.Constant(cut.Share!.Value.ToDouble()), 0, cut.Share.Value.ToFraction(), ColumnUnit.Share), Words: WordsOf(members, cut, division)))
                .Select(cut => new ChartSeries("cut", _ => cut.Share)
                {
                    Fill = Ink.Cut,
                    IsLine = true,
                    IsDashed = true,
                    InKey = false,
                    Label = at => at != rows.Length - 1 ? null : cut.Words is { } own ? new ChartLabel(own, [], own) : parts.Of(cut.Share),
                    LabelPlace = ChartLabelPlace.Beyond,
                }),
        ];
        ChartLabel? LineLabel(int at)
        {
            Finish finish = division.Study.Finish;
            ChartLabel? number = finish.CurveNumbers ? parts.Of(parts.Cell("runningShare", rows[at])) : null;
            string name = FigureWords.Of("runningShareOf", ("counted", StudyWords.Of(division).Counted));
            return !finish.CurveName || at != rows.Length / 3 ? number : number is null ? new ChartLabel(name, [], name) : number with { Name = name, Text = $"{name}  {number.Text}" };
        }
        bool bends = rows.Any(row => workings["runningShare"].Number(row) is > 1);
        return new NativeChart(parts.Parts(rows), [bars, line, .. cuts])
        {
            Gap = parts.Gap(0.15),
            Unit = aligned ? ColumnUnit.Share : ColumnUnit.Amount,
            End = !aligned ? parts.AmountEnd : parts.AmountEnd is { } end ? end / division.Value(division.WholeAt(0)).ToDouble() : bends ? null : 1,
            HasKey = parts.HasKey,
            Without = [.. aligned ? (string[])["the axis of amounts"] : [], .. members.Cuts.Any(cut => cut.Share is null) ? (string[])["cuts along the parts"] : [], .. members.Cuts.Any(cut => cut.Share is not null) ? (string[])["what a cut reads"] : []],
        };
    }

    /// <summary>A cut's own words; null for its reading.</summary>
    private static string? WordsOf(ParetoMembers members, Cut cut, Division division) =>
        members.Cuts.IndexOf(cut) is >= 0 and var at && at < division.Study.Finish.Cuts.Length ? division.Study.Finish.Cuts[at].Words : null;
}
