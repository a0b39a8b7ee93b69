using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Diverging;

/// <summary>
/// The sides of a study's levels, and in which order they are laid outward from zero. Heiberger and Robbins, "Design of Diverging
/// Stacked Bar Charts for Likert Scales", J. Stat. Software 57(5), 2014.
/// </summary>
internal sealed class Levels
{
    private readonly Side?[] _sides;

    private Levels(Side?[] sides, int[] lows, int[] neutrals, int[] highs)
    {
        _sides = sides;
        Lows = lows;
        Neutrals = neutrals;
        Highs = highs;
    }

    /// <summary>The parts of the low side, the one nearest to neutral first.</summary>
    public IReadOnlyList<int> Lows { get; }

    /// <summary>From left to right.</summary>
    public IReadOnlyList<int> Neutrals { get; }

    /// <summary>The one nearest to neutral first.</summary>
    public IReadOnlyList<int> Highs { get; }

    /// <summary>The side of a part; null for "(blank)".</summary>
    public Side? Of(int part) => _sides[part];

    /// <param name="parts">The listed parts in their order before it was reversed.</param>
    /// <param name="count">How many places there are; a part is one of them.</param>
    /// <param name="labelOf">A part's label.</param>
    /// <param name="isBlank">Whether a part is "(blank)".</param>
    /// <param name="members">The form's.</param>
    /// <exception cref="StudyException">Sides are given, but not for every level.</exception>
    public static Levels Of(
        IReadOnlyList<int> parts,
        int count,
        Func<int, string> labelOf,
        Func<int, bool> isBlank,
        DivergingMembers members
    )
    {
        int[] levels = [.. parts.Where(part => !isBlank(part))];
        var sides = new Side?[count];
        for (int i = 0; i < levels.Length; i++)
        {
            sides[levels[i]] =
                members.Sides.Count == 0
                    ? (2 * i + 1).CompareTo(levels.Length) switch
                    {
                        < 0 => Side.Low,
                        0 => Side.Neutral,
                        _ => Side.High,
                    }
                : members.Sides.TryGetValue(labelOf(levels[i]), out Side given) ? given
                : throw new StudyException(
                    "missing-side",
                    "form.sides",
                    $"form.sides names no side for \"{labelOf(levels[i])}\"; it must name every level: low, neutral or high."
                );
        }
        int firstLow = Array.FindIndex(levels, level => sides[level] == Side.Low),
            firstHigh = Array.FindIndex(levels, level => sides[level] == Side.High);
        // Where the good end comes first, the order is read backwards.
        int[] read = firstLow >= 0 && firstHigh >= 0 && firstHigh < firstLow ? [.. levels.Reverse()] : levels;
        int[] On(Side side) => [.. read.Where(level => sides[level] == side)];
        return new Levels(sides, [.. On(Side.Low).Reverse()], On(Side.Neutral), On(Side.High));
    }

    public static Levels Of(Division division)
    {
        int[] shown = [.. Enumerable.Range(0, division.IsEmpty ? 0 : division.PartCount)];
        IReadOnlyList<int> before = division.Study.Order.ReverseParts ? [.. shown.Reverse()] : shown;
        return Of(
            before,
            shown.Length,
            part => division.Parts[part].Label,
            part => division.Parts[part].IsBlank,
            (DivergingMembers)division.Study.Form.Members
        );
    }
}

/// <summary>The lengths of one group's sides.</summary>
internal readonly record struct SideLengths(Fraction? Low, Fraction? Neutral, Fraction? High)
{
    public Fraction? Net => High - Low;

    /// <summary>The length left of zero; nothing counts as 0.</summary>
    public Fraction Left(NeutralPlace place) =>
        (Low ?? Fraction.Zero) + (place == NeutralPlace.Split ? (Neutral ?? Fraction.Zero) / 2L : Fraction.Zero);

    /// <param name="levels">The levels.</param>
    /// <param name="whole">What lengths are shares of; null for amounts.</param>
    /// <param name="amount">A part's amount.</param>
    /// <param name="unit">One unit of amounts.</param>
    public static SideLengths Of(Levels levels, ExactInt? whole, Func<int, ExactInt> amount, Fraction unit)
    {
        if (whole is { IsZero: true })
        {
            return default;
        }
        Fraction Sum(IReadOnlyList<int> parts)
        {
            ExactInt sum = default;
            foreach (int part in parts)
            {
                sum += amount(part);
            }
            return whole is { } of ? new Fraction(sum, of) : new Fraction(sum) * unit;
        }
        return new SideLengths(Sum(levels.Lows), Sum(levels.Neutrals), Sum(levels.Highs));
    }
}
