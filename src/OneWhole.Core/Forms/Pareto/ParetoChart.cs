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
            LabelPlace = ChartLabelPlace.Beyond,
        };
        ChartSeries line = new(workings["runningShare"].Label, at => parts.Cell("runningShare", rows[at])) { Fill = Ink.Text, IsLine = true };
        ChartSeries[] cuts =
        [
            .. members.Cuts.Where(cut => cut.Share is not null).Select(cut => new ChartNumber(new Rule.Constant(cut.Share!.Value.ToDouble()), 0, cut.Share.Value.ToFraction(), ColumnUnit.Share))
                .Select(share => new ChartSeries("cut", _ => share) { Fill = Ink.Cut, IsLine = true, IsDashed = true, InKey = false, Label = at => at == rows.Length - 1 ? parts.Of(share) : null, LabelPlace = ChartLabelPlace.Beyond }),
        ];
        bool bends = rows.Any(row => workings["runningShare"].Number(row) is > 1);
        return new NativeChart(parts.Parts(rows), [bars, line, .. cuts])
        {
            Gap = parts.Gap(0.15),
            Unit = aligned ? ColumnUnit.Share : ColumnUnit.Amount,
            End = aligned ? bends ? null : 1 : parts.AmountEnd,
            HasKey = parts.HasKey,
        };
    }
}
