using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>The columns of a bridge, each with its one rule.</summary>
internal static class BridgeColumns
{
    /// <summary>From nothing to the whole: each part stands on those before it.</summary>
    public static IReadOnlyList<WorkingColumn> BuildUp(Division division, StandardColumns columns)
    {
        var cells = new RuleCells(division, RowKind.Cells);
        ExactInt[] tops = new ExactInt[division.RowCount];
        ExactInt running = default;
        for (int row = 0; row < tops.Length; row++)
        {
            running += division.Amount(row);
            tops[row] = running;
        }
        cells.Add(columns.Value());
        return
        [
            columns.Part(),
            columns.Value(),
            columns.Share(),
            columns.ShownShare(),
            WorkingColumn.OfNumber("base", "from", ColumnUnit.Amount, new Rule.Before("value", "all"), row => division.Value(tops[row] - division.Amount(row))) with { Quiet = true },
            WorkingColumn.OfNumber("top", "to", ColumnUnit.Amount, Rule.Column("base") + Rule.Column("value"), row => division.Value(tops[row])) with { Quiet = true },
        ];
    }

    /// <summary>From one whole to another.</summary>
    public static IReadOnlyList<WorkingColumn> Between(Division division, StandardColumns columns, BridgeWorkings bridge)
    {
        var cells = new RuleCells(division, RowKind.Parts);
        int[] all = [.. Enumerable.Range(0, cells.RowCount)];
        (string before, string after) = Names(division);
        WorkingColumn Amount(string key, string name, int group) => cells.Add(WorkingColumn.OfNumber(key, name, ColumnUnit.Amount,
            division.Before is null ? new Rule.Amount($"{columns.ValueWords}, {name}", row => (group, row)) : new Rule.Given($"{columns.ValueWords}, {name}"),
            row => group == 0 ? bridge.Parts[row].Before : bridge.Parts[row].After) with
        { Whole = group == 0 ? bridge.Before : bridge.After });
        Rule sumBefore = new Rule.SumOf("before", all), sumAfter = new Rule.SumOf("after", all);
        Rule was = new Rule.OrZero("before"), now = new Rule.OrZero("after");
        List<WorkingColumn> made =
        [
            columns.Part(),
            Amount("before", before, 0),
            Amount("after", after, 1),
            cells.OfRule("change", "change", ColumnUnit.Amount, now - was) with { Whole = bridge.After - bridge.Before },
            cells.OfRule("growth", "growth", ColumnUnit.Share, new Rule.ByRow("change ÷ what was before, where that is above 0",
                row => bridge.Parts[row].Before is { Sign: > 0 } ? Rule.Column("change") / Rule.Column("before") : null)) with { Whole = BridgeWorkings.Growth(new BridgePart(bridge.Before, bridge.After, default, default)) },
            cells.OfRule("shareBefore", $"share of {before}", ColumnUnit.Share, Rule.Column("before") / sumBefore) with { Whole = bridge.Before.Sign == 0 ? null : Fraction.One },
            cells.OfRule("shareAfter", $"share of {after}", ColumnUnit.Share, Rule.Column("after") / sumAfter) with { Whole = bridge.After.Sign == 0 ? null : Fraction.One },
            cells.OfRule("points", "points", ColumnUnit.Points, (now / sumAfter - was / sumBefore) * new Rule.Constant(100)),
            cells.Add(WorkingColumn.OfNumber("base", "from", ColumnUnit.Amount, new Rule.ByRow($"all of {before}, then where the row above ends",
                row => row == 0 ? sumBefore : new Rule.RowAbove("top")), row => bridge.BaseOf(row)) with { Quiet = true }),
            cells.Add(WorkingColumn.OfNumber("top", "to", ColumnUnit.Amount, Rule.Column("base") + Rule.Column("change"), row => bridge.TopOf(row)) with { Quiet = true }),
        ];
        if (division.Volumes is not null)
        {
            made.AddRange(OfVolume(division, cells, bridge, before, after, all));
        }
        return made;
    }

    private static IEnumerable<WorkingColumn> OfVolume(Division division, RuleCells cells, BridgeWorkings bridge, string before, string after, int[] all)
    {
        string volume = division.Study.Form.Form.VolumeOf(division.Study)!;
        Rule was = new Rule.OrZero("before"), now = new Rule.OrZero("after");
        Rule volumesBefore = new Rule.SumOf("volumeBefore", all), volumesAfter = new Rule.SumOf("volumeAfter", all);
        yield return cells.Add(WorkingColumn.OfNumber("volumeBefore", $"{volume}, {before}", ColumnUnit.Number, new Rule.Given($"sum of {volume} over the rows used, {before}"), row => bridge.Parts[row].VolumeBefore) with { Whole = bridge.VolumeBefore });
        yield return cells.Add(WorkingColumn.OfNumber("volumeAfter", $"{volume}, {after}", ColumnUnit.Number, new Rule.Given($"sum of {volume} over the rows used, {after}"), row => bridge.Parts[row].VolumeAfter) with { Whole = bridge.VolumeAfter });
        yield return cells.OfRule("rateBefore", $"rate, {before}", ColumnUnit.Number, Rule.Column("before") / Rule.Column("volumeBefore")) with { Whole = BridgeWorkings.Rate(bridge.Before, bridge.VolumeBefore) };
        yield return cells.OfRule("rateAfter", $"rate, {after}", ColumnUnit.Number, Rule.Column("after") / Rule.Column("volumeAfter")) with { Whole = BridgeWorkings.Rate(bridge.After, bridge.VolumeAfter) };
        yield return cells.OfRule("volumeEffect", "volume effect", ColumnUnit.Amount, was * (volumesAfter / volumesBefore - new Rule.Constant(1))) with { Whole = bridge.AllEffects?.Volume };
        // The change less the other two, of which the rate's is told next.
        yield return cells.OfRule("mixEffect", "mix effect", ColumnUnit.Amount, new Rule.ByRow("change less the volume and the rate effect",
            row => bridge.EffectsAt(row) is null ? null : Rule.Column("change") - Rule.Column("volumeEffect") - Rule.Column("rateEffect"))) with
        { Whole = bridge.AllEffects?.Mix };
        yield return cells.Add(WorkingColumn.OfNumber("rateEffect", "rate effect", ColumnUnit.Amount,
            new Rule.ByRow($"{after} less what it would be at the rate of {before}; of folded ones the sum of theirs", row => RateOf(division, bridge, was, now, row)), row => bridge.EffectsAt(row)?.Rate) with
        { Whole = bridge.AllEffects?.Rate });
    }

    private static Rule? RateOf(Division division, BridgeWorkings bridge, Rule was, Rule now, int row) => bridge.EffectsAt(row) is null ? null
        : division.Parts[row].Kind == EntryKind.Folded ? new Rule.Given("the sum of its parts' rate effects")
        : bridge.Parts[row].VolumeBefore.Sign == 0 ? new Rule.Constant(0)
        : now - Rule.Column("volumeAfter") * was / Rule.Column("volumeBefore");

    /// <summary>What the two wholes are called.</summary>
    public static (string Before, string After) Names(Division division) => division is { IsEmpty: false, GroupCount: 2, Groups: { } groups } ? (groups[0].Label, groups[1].Label) : ("before", "after");
}
