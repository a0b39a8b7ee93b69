using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>The columns of a bridge between two wholes, each with its one rule.</summary>
internal sealed class BridgeColumns
{
    private static readonly Rule Was = new Rule.OrZero("before");
    private static readonly Rule Is = new Rule.OrZero("after");
    private static readonly Rule Change = Rule.Column("change");

    private readonly Division _division;
    private readonly StandardColumns _columns;
    private readonly BridgeWorkings _bridge;
    private readonly RuleCells _cells;
    private readonly int[] _all;
    private readonly string _before;
    private readonly string _after;

    private BridgeColumns(Division division, StandardColumns columns, BridgeWorkings bridge)
    {
        _division = division;
        _columns = columns;
        _bridge = bridge;
        _cells = new RuleCells(division, RowKind.Parts);
        _all = [.. Enumerable.Range(0, _cells.RowCount)];
        (_before, _after) = Names(division);
    }

    /// <summary>From one whole to another.</summary>
    public static IReadOnlyList<WorkingColumn> Between(Division division, StandardColumns columns, BridgeWorkings bridge)
    {
        var made = new BridgeColumns(division, columns, bridge);
        return division.Volumes is null ? [.. made.OfAmounts()] : [.. made.OfAmounts(), .. made.OfVolumes()];
    }

    /// <summary>From nothing to the whole: each part stands on those before it.</summary>
    public static IReadOnlyList<WorkingColumn> BuildUp(Division division, StandardColumns columns)
    {
        var tops = new ExactInt[division.RowCount];
        ExactInt running = default;
        for (int row = 0; row < tops.Length; row++)
        {
            running += division.Amount(row);
            tops[row] = running;
        }
        return
        [
            columns.Part(),
            columns.Value(),
            columns.Share(),
            columns.ShownShare(),
            Quiet("base", "from", new Rule.Before("value", "all"), row => division.Value(tops[row] - division.Amount(row))),
            Quiet("top", "to", Rule.Column("base") + Rule.Column("value"), row => division.Value(tops[row])),
        ];
    }

    /// <summary>What the two wholes are called.</summary>
    public static (string Before, string After) Names(Division division) =>
        division is { IsEmpty: false, GroupCount: 2, Groups: { } groups } ? (groups[0].Label, groups[1].Label) : ("before", "after");

    /// <summary>The same as a figure prints them: what is, where it is held against something else, is "now".</summary>
    public static (string Before, string After) Shown(Division division) =>
        Names(division) is var names && division.Before is null ? names : (names.Before, FigureWords.Of("now"));

    private static WorkingColumn Quiet(string key, string label, Rule rule, Func<int, Fraction?> number) =>
        WorkingColumn.OfNumber(key, label, ColumnUnit.Amount, rule, number) with
        {
            Quiet = true,
        };

    private WorkingColumn Add(string key, string label, ColumnUnit unit, Rule rule, Func<int, Fraction?> number, Fraction? whole = null) =>
        _cells.Add(WorkingColumn.OfNumber(key, label, unit, rule, number) with { Whole = whole });

    private IEnumerable<WorkingColumn> OfAmounts()
    {
        var all = new BridgePart(_bridge.Before, _bridge.After, default, default);
        Rule sumBefore = new Rule.SumOf("before", _all),
            sumAfter = new Rule.SumOf("after", _all);
        yield return _columns.Part();
        yield return Amount("before", _before, 0, part => part.Before, _bridge.Before);
        yield return Amount("after", _after, 1, part => part.After, _bridge.After);
        yield return Add("change", "change", ColumnUnit.Amount, Is - Was, row => _bridge.Parts[row].Change, all.Change);
        yield return _cells.OfRule(
            "growth",
            "growth",
            ColumnUnit.Share,
            new Rule.ByRow("change ÷ what was before, where that is above 0", row =>
                _bridge.Parts[row].Before is { Sign: > 0 } ? Change / Rule.Column("before") : null
            )
        ) with
        {
            Whole = BridgeWorkings.Growth(all),
        };
        yield return Share("shareBefore", _before, Rule.Column("before") / sumBefore, part => part.Before, _bridge.Before);
        yield return Share("shareAfter", _after, Rule.Column("after") / sumAfter, part => part.After, _bridge.After);
        yield return Add("points", "points", ColumnUnit.Points, (Is / sumAfter - Was / sumBefore) * new Rule.Constant(100), row =>
            _bridge.Points(_bridge.Parts[row])
        );
        var from = new Rule.ByRow($"all of {_before}, then where the row above ends", row =>
            row == 0 ? sumBefore : new Rule.RowAbove("top")
        );
        yield return _cells.Add(Quiet("base", "from", from, row => _bridge.BaseOf(row)));
        yield return _cells.Add(Quiet("top", "to", Rule.Column("base") + Change, row => _bridge.TopOf(row)));
    }

    private WorkingColumn Amount(string key, string name, int group, Func<BridgePart, Fraction?> of, Fraction whole)
    {
        string words = $"{_columns.ValueWords}, {name}";
        // The rows of another table, or of other conditions, are not those of this study.
        Rule rule = _division.Before is null ? new Rule.Amount(words, row => (group, row)) : new Rule.Given(words);
        return Add(key, name, ColumnUnit.Amount, rule, row => of(_bridge.Parts[row]), whole);
    }

    private WorkingColumn Share(string key, string name, Rule rule, Func<BridgePart, Fraction?> of, Fraction whole) =>
        Add(
            key,
            $"share of {name}",
            ColumnUnit.Share,
            rule,
            row => whole.Sign == 0 ? null : of(_bridge.Parts[row]) / whole,
            whole.Sign == 0 ? null : Fraction.One
        );

    private IEnumerable<WorkingColumn> OfVolumes()
    {
        Rule volumesBefore = new Rule.SumOf("volumeBefore", _all),
            volumesAfter = new Rule.SumOf("volumeAfter", _all);
        Effects? effects = _bridge.AllEffects;
        yield return Volume("volumeBefore", _before, part => part.VolumeBefore, _bridge.VolumeBefore);
        yield return Volume("volumeAfter", _after, part => part.VolumeAfter, _bridge.VolumeAfter);
        yield return _cells.OfRule(
            "rateBefore",
            $"rate, {_before}",
            ColumnUnit.Number,
            Rule.Column("before") / Rule.Column("volumeBefore")
        ) with
        {
            Whole = BridgeWorkings.Rate(_bridge.Before, _bridge.VolumeBefore),
        };
        yield return _cells.OfRule(
            "rateAfter",
            $"rate, {_after}",
            ColumnUnit.Number,
            Rule.Column("after") / Rule.Column("volumeAfter")
        ) with
        {
            Whole = BridgeWorkings.Rate(_bridge.After, _bridge.VolumeAfter),
        };
        yield return Effect(
            "volumeEffect",
            "volume effect",
            Was * (volumesAfter / volumesBefore - new Rule.Constant(1)),
            effect => effect.Volume,
            effects
        );
        // The rate's effect is told next.
        var mix = new Rule.ByRow("change less the volume and the rate effect", row =>
            _bridge.EffectsAt(row) is null ? null : Change - Rule.Column("volumeEffect") - Rule.Column("rateEffect")
        );
        yield return Effect("mixEffect", "mix effect", mix, effect => effect.Mix, effects);
        var rate = new Rule.ByRow($"{_after} less what it would be at the rate of {_before}; of folded ones the sum of theirs", RateRule);
        yield return Effect("rateEffect", "rate effect", rate, effect => effect.Rate, effects);
    }

    private WorkingColumn Volume(string key, string name, Func<BridgePart, Fraction> of, Fraction whole)
    {
        string volume = _division.Study.Form.Form.VolumeOf(_division.Study)!;
        var rule = new Rule.Given($"sum of {volume} over the rows used, {name}");
        return Add(key, $"{volume}, {name}", ColumnUnit.Number, rule, row => of(_bridge.Parts[row]), whole);
    }

    private WorkingColumn Effect(string key, string label, Rule rule, Func<Effects, Fraction> of, Effects? all) =>
        Add(
            key,
            label,
            ColumnUnit.Amount,
            rule,
            row => _bridge.EffectsAt(row) is { } own ? of(own) : null,
            all is { } sum ? of(sum) : null
        );

    private Rule? RateRule(int row) =>
        _bridge.EffectsAt(row) is null ? null
        : _division.Parts[row].Kind == EntryKind.Folded ? new Rule.Given("the sum of its parts' rate effects")
        : _bridge.Parts[row].VolumeBefore.Sign == 0 ? new Rule.Constant(0)
        : Is - Rule.Column("volumeAfter") * Was / Rule.Column("volumeBefore");
}
