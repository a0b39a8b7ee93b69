using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>
/// By how much one amount would have to change for a goal to be reached: the nearest amount, in the column's own scale, that reaches it.
/// </summary>
public static class Reach
{
    /// <summary>The same for a row of workings without groups; null where there is no such amount, or it is reached as it is.</summary>
    public static ExactDecimal? AmountFor(Division division, int row, int count, Fraction share)
    {
        Amounts listed = division.Listed;
        string part = division.Parts[division.PartOf(row)].Label;
        Fraction[] others =
        [
            .. Enumerable
                .Range(0, listed.Parts.Count)
                .Where(other => listed.Parts[other].Label != part)
                .Select(other => division.Value(listed[0, other])),
        ];
        Fraction now = division.Value(division.Amount(row));
        return AmountFor(others, now, count, share, division.Scale) is { } amount && amount.ToFraction() != now ? amount : null;
    }

    /// <summary>
    /// The amount of a part nearest to what it is, at which the largest <paramref name="count"/> parts hold <paramref name="share"/> of
    /// all.
    /// With x the amount, R what the others add up to and S(n) their n largest: while the part is outside the largest, their share
    /// S(k) ÷ (R + x) falls as x grows, so x ≤ S(k) ÷ q − R; inside, (S(k−1) + x) ÷ (R + x) rises, so x ≥ (q·R − S(k−1)) ÷ (1 − q).
    /// </summary>
    /// <param name="others">The other parts' amounts; none below zero.</param>
    /// <param name="now">The part's amount.</param>
    /// <param name="count">How many of the largest parts are to suffice, at least 1.</param>
    /// <param name="share">What they are to hold, above 0 and below 1.</param>
    /// <param name="scale">Decimals of the column.</param>
    /// <returns>Null where no amount at or above zero reaches it, or an amount is below zero.</returns>
    public static ExactDecimal? AmountFor(IReadOnlyList<Fraction> others, Fraction now, int count, Fraction share, int scale)
    {
        if (count < 1 || share.Sign <= 0 || share >= Fraction.One || now.Sign < 0 || others.Any(amount => amount.Sign < 0))
        {
            return null;
        }
        Fraction[] sorted = [.. others.OrderDescending()];
        Fraction rest = sorted.Aggregate(Fraction.Zero, (sum, amount) => sum + amount);
        Fraction Largest(int n) => sorted.Take(n).Aggregate(Fraction.Zero, (sum, amount) => sum + amount);
        bool Reaches(Fraction amount)
        {
            Fraction total = rest + amount,
                held = Largest(count) is var without && count <= sorted.Length && amount <= sorted[count - 1]
                    ? without
                    : Largest(count - 1) + amount;
            return total.Sign > 0 && held >= share * total;
        }
        if (Reaches(now))
        {
            return new ExactDecimal((now * new Fraction(ExactInt.PowerOfTen(scale))).Round(), scale);
        }
        var unit = new Fraction(ExactInt.PowerOfTen(scale));
        Fraction? Nearest(Fraction bound, bool atMost)
        {
            // The nearest in the column's own scale on the side that reaches it.
            Fraction step = Fraction.One / unit,
                rounded = new Fraction((bound * unit).Round()) / unit;
            Fraction tried = rounded.Sign < 0 ? Fraction.Zero : rounded;
            for (int tries = 0; tries < 3 && !Reaches(tried); tries++)
            {
                tried = atMost ? tried - step : tried + step;
            }
            return tried.Sign >= 0 && Reaches(tried) ? tried : null;
        }
        Fraction? less = Nearest(Largest(count) / share - rest, atMost: true),
            more = Nearest((share * rest - Largest(count - 1)) / (Fraction.One - share), atMost: false);
        Fraction? nearest = (less, more) switch
        {
            ({ } a, { } b) => (a - now).Abs() <= (b - now).Abs() ? a : b,
            _ => less ?? more,
        };
        return nearest is { } amount ? new ExactDecimal((amount * unit).Round(), scale) : null;
    }
}
