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
    private readonly Fraction _longestLeft;
    private readonly Fraction _longestHigh;
    private readonly bool _share;
    private readonly (Fraction? Base, Fraction? Top)[] _ends;

    /// <param name="division">What is divided.</param>
    /// <param name="members">The form's members.</param>
    /// <param name="levels">Which side each part is on.</param>
    /// <param name="lengths">Of each group; none where its whole is 0.</param>
    /// <param name="longestLeft">The longest part of a row that is left of zero.</param>
    /// <param name="longestHigh">The longest high side, where neutral levels stand apart.</param>
    public DivergingEnds(Division division, DivergingMembers members, Levels levels, SideLengths[] lengths, Fraction longestLeft, Fraction longestHigh)
    {
        _lengths = lengths;
        _longestLeft = longestLeft;
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
    public Rule BaseRule => new Rule.ByRow("lengths of the levels nearer to zero, added up on its side", BaseOf);

    /// <summary>How <c>top</c> does.</summary>
    public Rule TopRule => new Rule.ByRow("base and the level's own length", row => _ends[row].Top is null ? null
        : _levels.Of(_division.PartOf(row)) == Side.Low ? Rule.Column("base") - Own : Rule.Column("base") + Own);

    private Rule Own => Length(Rule.Column("value"));

    private void Lay(int first, IReadOnlyList<int> parts, Fraction from, long sign)
    {
        foreach (int part in parts)
        {
            int row = first + part;
            Fraction to = from + (_share ? new Fraction(_division.Amount(row), _division.GroupTotal(row / _division.PartCount)) : _division.Value(_division.Amount(row))) * sign;
            _ends[row] = _division.Has(row) ? (from, to) : (null, null);
            from = to;
        }
    }

    private Rule? BaseOf(int row)
    {
        if (_ends[row].Base is null)
        {
            return null;
        }
        int part = _division.PartOf(row), group = _division.GroupOf(row);
        (IReadOnlyList<int> side, bool low) = _levels.Of(part) switch
        {
            Side.Low => (_levels.Lows, true),
            Side.High => (_levels.Highs, false),
            _ => (_levels.Neutrals, false),
        };
        Rule nearer = SumIn(group, side.TakeWhile(other => other != part)), half = SumIn(group, _levels.Neutrals) / new Rule.Constant(2);
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

    /// <summary>What is left of zero in a group.</summary>
    private Rule Left(int group)
    {
        Rule low = SumIn(group, _levels.Lows);
        return OfGroup(group, _members.Neutral == NeutralPlace.Split ? low + SumIn(group, _levels.Neutrals) / new Rule.Constant(2) : low);
    }

    private Rule OfGroup(int group, Rule amount) => _share ? amount / SumIn(group, Enumerable.Range(0, _division.PartCount)) : amount;

    private ColumnUnit Unit => _share ? ColumnUnit.Share : ColumnUnit.Amount;

    /// <summary>A level's own length; null where there is none.</summary>
    public ChartNumber? LengthOf(int row) => _ends[row] is not { Base: { } from, Top: { } to } ? null
        : new ChartNumber(_share ? Own : Rule.Column("value"), row, (to - from).Abs(), Unit);

    /// <summary>What lets a row begin in one line with the one that reaches furthest to the left.</summary>
    public ChartNumber? SpacerBefore(int group) => _lengths[group].Low is null ? null
        : new ChartNumber(new Rule.Most(EachGroup(Left)) - Left(group), group * _division.PartCount, _longestLeft - _lengths[group].Left(_members.Neutral), Unit);

    /// <summary>What lets neutral levels that stand apart begin in one line.</summary>
    public ChartNumber? SpacerAfter(int group) => _lengths[group].High is not { } high ? null
        : new ChartNumber(new Rule.Most(EachGroup(LongestHigh)) - LongestHigh(group), group * _division.PartCount, _longestHigh - high, Unit);

    private Rule[] EachGroup(Func<int, Rule> of) => [.. Enumerable.Range(0, _lengths.Length).Where(group => _lengths[group].Low is not null).Select(of)];

    private Rule.SumOf SumIn(int group, IEnumerable<int> parts) => new("value", [.. parts.Select(part => group * _division.PartCount + part)]);

    private Rule Length(Rule amount) => _share ? amount / new Rule.GroupTotal() : amount;
}
