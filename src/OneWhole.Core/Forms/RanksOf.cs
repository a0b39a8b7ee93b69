using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>
/// Which names and labels have room before others: those that stand out, then the largest. The folded part is as important as the largest.
/// </summary>
internal static class RanksOf
{
    public static NameRanks Parts(Division division)
    {
        var emphasis = new Emphasis(division);
        bool some = division.Study.Finish.Emphasis.Length > 0;
        int folded = LabelEntries.FoldedIn(division.Parts);
        double[] weights =
        [
            .. Enumerable
                .Range(0, division.PartCount)
                .Select(part =>
                    Math.Abs(division.Value(division.PartTotal(part)).ToDouble())
                    + (part == folded || (some && emphasis.StandsPart(part)) ? double.MaxValue / 4 : 0)
                ),
        ];
        return new NameRanks(
            part => weights[part],
            IsScale(
                division.Parts,
                division.Study.Parts,
                division.Study.Order.Parts ?? division.Study.Form.Form.PartOrderOf(division.Study)
            )
        );
    }

    public static NameRanks Groups(Division division)
    {
        if (division.Groups is not { } groups)
        {
            return new NameRanks(_ => 0, false);
        }
        double[] weights =
        [
            .. Enumerable
                .Range(0, division.GroupCount)
                .Select(group =>
                    Math.Abs(division.Value(division.GroupTotal(group)).ToDouble())
                    + (division.Study.Finish.EmphasisGroups.Contains(groups[group].Label) ? double.MaxValue / 4 : 0)
                ),
        ];
        return new NameRanks(
            group => weights[group],
            IsScale(groups, division.Study.Groups!, division.Study.Order.Groups ?? division.Study.Form.Form.GroupOrder)
        );
    }

    /// <summary>Ages, bands, months, in their own order: names stand evenly along them.</summary>
    private static bool IsScale(IReadOnlyList<Entry> entries, Axis axis, Order order) =>
        order is Order.By { Name: "natural" or "table" }
        && (axis is Axis.Bands || NaturalOrder.IsOrderedSet([.. entries.Select(entry => entry.Label)]));
}
