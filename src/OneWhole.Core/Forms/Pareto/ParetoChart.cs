using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>
/// Columns coloured by class, and the running share as a line. Where both axes share one scale the columns are shares, so that one axis
/// serves both.
/// </summary>
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
            .. members.Cuts.SelectMany(cut =>
                CutAt(cut, rows, division) switch
                {
                    { } part => AlongParts(part, WordsOf(members, cut, division), rows, parts),
                    null when cut.Share is { } share => [AtShare(share, WordsOf(members, cut, division), rows.Length - 1, parts)],
                    _ => [],
                }
            ),
        ];
        ChartLabel? LineLabel(int at)
        {
            Finish finish = division.Study.Finish;
            ChartLabel? number = finish.CurveNumbers ? parts.Of(parts.Cell("runningShare", rows[at])) : null;
            string name = FigureWords.Of("runningShareOf", ("counted", StudyWords.Of(division).Counted));
            return !finish.CurveName || at != rows.Length / 3 ? number
                : number is null ? new ChartLabel(name, [], name)
                : number with { Name = name, Text = $"{name}  {number.Text}" };
        }
        bool bends = rows.Any(row => workings["runningShare"].Number(row) is > 1);
        return new NativeChart(parts.Parts(rows), [bars, line, .. cuts])
        {
            Gap = parts.Gap(0.15),
            Unit = aligned ? ColumnUnit.Share : ColumnUnit.Amount,
            End =
                !aligned ? parts.AmountEnd
                : parts.AmountEnd is { } end ? end / division.Value(division.WholeAt(0)).ToDouble()
                : bends ? null
                : 1,
            HasKey = parts.HasKey,
            Without =
            [
                .. aligned ? (string[])["the axis of amounts"] : [],
                .. members.Cuts.Any(cut => cut.Share is null && CutAt(cut, rows, division) is null) ? (string[])["cuts within a part"] : [],
                .. members.Cuts.Length > 0 ? (string[])["what a cut reads in words"] : [],
            ],
        };
    }

    /// <summary>Along all columns, with its share at its end.</summary>
    private static ChartSeries AtShare(ExactDecimal share, string? words, int last, ChartParts parts)
    {
        var number = new ChartNumber(new Rule.Constant(share.ToDouble()), 0, share.ToFraction(), ColumnUnit.Share);
        return Dashes(
            "cut",
            _ => number,
            at =>
                at != last ? null
                : words is { } own ? new ChartLabel(own, [], own)
                : parts.Of(number)
        );
    }

    /// <summary>
    /// From the running line at a part to the end, and from there down to the axis: the line runs through the middles of the columns, and
    /// so do both. The second is a point of its own, from which a line falls.
    /// </summary>
    private static ChartSeries[] AlongParts(int part, string? words, int[] rows, ChartParts parts)
    {
        ChartNumber? reached = parts.Cell("runningShare", rows[part]);
        string name = part == 0 ? "cut after 1 part" : $"cut after {part + 1} parts";
        return
        [
            Dashes(
                name,
                at => at >= part ? reached : null,
                at =>
                    at != rows.Length - 1 ? null
                    : words is { } own ? new ChartLabel(own, [], own)
                    : parts.Of(reached)
            ),
            Dashes($"{name}, down", at => at == part ? reached : null, null) with
            {
                Falls = true,
            },
        ];
    }

    private static ChartSeries Dashes(string name, Func<int, ChartNumber?> at, Func<int, ChartLabel?>? label) =>
        new(name, at)
        {
            Fill = Ink.Cut,
            IsLine = true,
            IsDashed = true,
            InKey = false,
            Label = label,
            LabelPlace = ChartLabelPlace.Beyond,
        };

    /// <summary>The drawn part that a cut along the parts stands at; null where it is none, or stands within one.</summary>
    private static int? CutAt(Cut cut, int[] rows, Division division)
    {
        int listed = rows.Count(row => division.Parts[row].Kind != EntryKind.Folded);
        int all = division.Parts.Sum(part => part.Kind == EntryKind.Folded ? part.Folded.Count : 1);
        Fraction? after =
            cut.Count is { } count ? new Fraction(count)
            : cut.Position is { } position ? position.ToFraction() * (long)all
            : null;
        return after is { } exact && exact.Floor() is { Remainder.Sign: 0 } floor && exact.Sign > 0 && exact <= listed
            ? (int)new Fraction(floor.Whole).ToDouble() - 1
            : null;
    }

    /// <summary>A cut's own words; null for its reading.</summary>
    private static string? WordsOf(ParetoMembers members, Cut cut, Division division) =>
        members.Cuts.IndexOf(cut) is >= 0 and var at && at < division.Study.Finish.Cuts.Length
            ? division.Study.Finish.Cuts[at].Words
            : null;
}
