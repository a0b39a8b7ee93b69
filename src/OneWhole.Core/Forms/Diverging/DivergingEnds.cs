using OneWhole.Core.Charts;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Diverging;

/// <summary>Where each level begins and ends: low ones from zero to the left, high ones to the right, neutral ones as given.</summary>
internal sealed class DivergingEnds
{
    private readonly Division _division;
    private readonly DivergingMembers _members;
    private readonly Levels _levels;
    private readonly SideLengths[] _lengths;
    private readonly Fraction _longestHigh;
    private readonly bool _share;
    private readonly (Fraction? Base, Fraction? Top)[] _ends;

    /// <param name="division">What is divided.</param>
    /// <param name="members">The form's members.</param>
    /// <param name="levels">Which side each part is on.</param>
    /// <param name="lengths">Of each group; none where its whole is 0.</param>
    /// <param name="longestHigh">The longest high side, where neutral levels stand apart.</param>
    public DivergingEnds(Division division, DivergingMembers members, Levels levels, SideLengths[] lengths, Fraction longestHigh)
    {
        _lengths = lengths;
        _longestHigh = longestHigh;
        _division = division;
        _members = members;
        _levels = levels;
        _share = members.Length == LengthUnit.Share;
        _ends = new (Fraction? Base, Fraction? Top)[division.RowCount];
        for (int group = 0; group < lengths.Length; group++)
        {
            if (lengths[group].Low is null)
            {
                continue;
            }
            int first = group * division.PartCount;
            Fraction half = members.Neutral == NeutralPlace.Split ? lengths[group].Neutral!.Value / 2L : Fraction.Zero;
            Lay(first, levels.Lows, -half, -1);
            Lay(first, levels.Highs, half, 1);
            if (members.Neutral != NeutralPlace.Out)
            {
                Lay(first, levels.Neutrals, members.Neutral == NeutralPlace.Split ? -half : longestHigh, 1);
            }
        }
    }

    public (Fraction? Base, Fraction? Top) this[int row] => _ends[row];

    /// <summary>How <c>base</c> comes about, as an expression over the amounts.</summary>
    public Rule BaseRule =>
        new Rule.ByRow("lengths of the levels nearer to zero, added up on its side", row => _ends[row].Base is null ? null : BaseOf(row))
        {
            WhereAbsent = row => IsAbsentOnly(row) ? BaseOf(row) : null,
        };

    /// <summary>How <c>top</c> does.</summary>
    public Rule TopRule =>
        new Rule.ByRow("base and the level's own length", row => _ends[row].Top is null ? null : TopOf(row))
        {
            WhereAbsent = row => IsAbsentOnly(row) ? TopOf(row) : null,
        };

    /// <summary>Whether a level would be drawn if it had an amount.</summary>
    private bool IsAbsentOnly(int row) =>
        !_division.Has(row)
        && _lengths[_division.GroupOf(row)].Low is not null
        && _levels.Of(_division.PartOf(row)) is { } side
        && !(side == Side.Neutral && _members.Neutral == NeutralPlace.Out);

    private Rule TopOf(int row) => _levels.Of(_division.PartOf(row)) == Side.Low ? Rule.Column("base") - Own : Rule.Column("base") + Own;

    private Rule Own => Length(Rule.Column("value"));

    private void Lay(int first, IReadOnlyList<int> parts, Fraction from, long sign)
    {
        foreach (int part in parts)
        {
            int row = first + part;
            Fraction to =
                from
                + (
                    _share
                        ? new Fraction(_division.Amount(row), _division.GroupTotal(row / _division.PartCount))
                        : _division.Value(_division.Amount(row))
                ) * sign;
            _ends[row] = _division.Has(row) ? (from, to) : (null, null);
            from = to;
        }
    }

    private Rule BaseOf(int row)
    {
        int part = _division.PartOf(row),
            group = _division.GroupOf(row);
        (IReadOnlyList<int> side, bool low) = _levels.Of(part) switch
        {
            Side.Low => (_levels.Lows, true),
            Side.High => (_levels.Highs, false),
            _ => (_levels.Neutrals, false),
        };
        Rule nearer = SumIn(group, side.TakeWhile(other => other != part)),
            half = SumIn(group, _levels.Neutrals) / new Rule.Constant(2);
        bool split = _members.Neutral == NeutralPlace.Split;
        if (_levels.Of(part) == Side.Neutral)
        {
            return split ? Length(nearer - half) : new Rule.Most(EachGroup(LongestHigh)) + Length(nearer);
        }
        Rule away = split ? half + nearer : nearer;
        return Length(low ? new Rule.Constant(0) - away : away);
    }

    /// <summary>The high side of a group, by its own whole.</summary>
    private Rule LongestHigh(int group) => OfGroup(group, SumIn(group, _levels.Highs));

    private Rule OfGroup(int group, Rule amount) => _share ? amount / SumIn(group, Enumerable.Range(0, _division.PartCount)) : amount;

    private ColumnUnit Unit => _share ? ColumnUnit.Share : ColumnUnit.Amount;

    private int First(int group) => group * _division.PartCount;

    /// <summary>A level's own length, below zero on the low side; null where there is none.</summary>
    public ChartNumber? LengthOf(int row) =>
        _ends[row] is not { Base: { } from, Top: { } to }
            ? !IsAbsentOnly(row)
                ? null
                : new ChartNumber(Rule.Column("top") - Rule.Column("base"), row, Fraction.Zero, Unit) { IsAbsent = true }
            : new ChartNumber(Rule.Column("top") - Rule.Column("base"), row, to - from, Unit);

    /// <summary>What of a level lies on one side of zero, below zero on the low side; null where there is none.</summary>
    public ChartNumber? LengthOn(Side side, int row)
    {
        if (!IsAbsentOnly(row) && _ends[row].Base is null)
        {
            return null;
        }
        (Fraction from, Fraction to) = (_ends[row].Base ?? Fraction.Zero, _ends[row].Top ?? Fraction.Zero);
        static Rule Above(Rule rule) => new Rule.Most([rule]);
        static Fraction Positive(Fraction value) => Fraction.Max(Fraction.Zero, value);
        Rule zero = new Rule.Constant(0),
            begin = Rule.Column("base"),
            end = Rule.Column("top");
        ChartNumber length =
            side == Side.Low
                ? new ChartNumber(Above(zero - end) - Above(zero - begin), row, Positive(-to) - Positive(-from), Unit)
                : new ChartNumber(Above(end) - Above(begin), row, Positive(to) - Positive(from), Unit);
        return length with { IsAbsent = _ends[row].Base is null };
    }

    /// <summary>Nothing, where a label can stand over zero.</summary>
    public ChartNumber AtZero(int group) => new(new Rule.Constant(0), First(group), Fraction.Zero, Unit);

    /// <summary>What lets neutral levels that stand apart begin in one line.</summary>
    public ChartNumber? SpacerAfter(int group) =>
        _lengths[group].High is not { } high
            ? null
            : new ChartNumber(new Rule.Most(EachGroup(LongestHigh)) - LongestHigh(group), First(group), _longestHigh - high, Unit);

    /// <summary>What lets the nets stand in one line, right of the row that reaches furthest.</summary>
    public ChartNumber SpacerToNet(int group)
    {
        Rule longest = new Rule.Most(EachGroup(Beyond));
        Fraction most = _lengths.Aggregate(Fraction.Zero, (far, lengths) => Fraction.Max(far, BeyondOf(lengths)));
        return new ChartNumber(
            _lengths[group].High is null ? longest : longest - Beyond(group),
            First(group),
            most - BeyondOf(_lengths[group]),
            Unit
        );
    }

    /// <summary>Room for a net: a part of the longest side, or of the neutral one.</summary>
    public ChartNumber RoomOfNet(int group)
    {
        const double part = 0.25;
        Fraction most = _lengths.Aggregate(_longestHigh, (far, lengths) => Fraction.Max(far, lengths.Low ?? Fraction.Zero));
        Rule longest = new Rule.Most([.. EachGroup(LongestHigh), .. EachGroup(LongestLow)]);
        return new ChartNumber(longest * new Rule.Constant(part), First(group), most * ExactDecimal.FromDouble(part).ToFraction(), Unit);
    }

    /// <summary>High less low, as it is printed: in points of percent, or as an amount; null where the group's whole is 0.</summary>
    public ChartNumber? Net(int group)
    {
        if (_lengths[group].Net is not { } net)
        {
            return null;
        }
        Rule difference = OfGroup(group, SumIn(group, _levels.Highs) - SumIn(group, _levels.Lows));
        return _share
            ? new ChartNumber(difference * new Rule.Constant(100), First(group), net * 100L, ColumnUnit.Points)
            : new ChartNumber(difference, First(group), net, ColumnUnit.Amount) { IsSigned = true };
    }

    private Rule LongestLow(int group) => OfGroup(group, SumIn(group, _levels.Lows));

    /// <summary>What of a group stands right of where its high side begins, or of where neutral levels apart do.</summary>
    private Rule Beyond(int group) =>
        _members.Neutral switch
        {
            NeutralPlace.Apart => OfGroup(group, SumIn(group, _levels.Neutrals)),
            NeutralPlace.Split => OfGroup(group, SumIn(group, _levels.Highs) + SumIn(group, _levels.Neutrals) / new Rule.Constant(2)),
            _ => LongestHigh(group),
        };

    private Fraction BeyondOf(SideLengths lengths) =>
        _members.Neutral switch
        {
            NeutralPlace.Apart => lengths.Neutral ?? Fraction.Zero,
            NeutralPlace.Split => (lengths.High ?? Fraction.Zero) + (lengths.Neutral ?? Fraction.Zero) / 2L,
            _ => lengths.High ?? Fraction.Zero,
        };

    private Rule[] EachGroup(Func<int, Rule> of) =>
        [.. Enumerable.Range(0, _lengths.Length).Where(group => _lengths[group].Low is not null).Select(of)];

    private Rule.SumOf SumIn(int group, IEnumerable<int> parts) =>
        new("value", [.. parts.Select(part => group * _division.PartCount + part)]);

    private Rule Length(Rule amount) => _share ? amount / new Rule.GroupTotal() : amount;
}
