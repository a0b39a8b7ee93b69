using CsCheck;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>The nearest amount that reaches a goal, against every amount there is.</summary>
[Trait("Speed", "Slow")]
public sealed class ReachTests
{
    private static bool Holds(int[] others, int amount, int count, int percent)
    {
        int[] all = [.. others.Append(amount).OrderDescending()];
        return all.Sum() > 0 && all.Take(count).Sum() * 100 >= percent * all.Sum();
    }

    [Fact]
    public void It_is_the_nearest_of_all_amounts_that_reach_it() =>
        Gen.Select(Gen.Int[0, 60].Array[1, 7], Gen.Int[0, 90], Gen.Int[1, 5], Gen.Int[5, 95])
            .Sample(
                (others, now, count, percent) =>
                {
                    int[] reaching = [.. Enumerable.Range(0, 8000).Where(amount => Holds(others, amount, count, percent))];
                    ExactDecimal? found = Reach.AmountFor(
                        [.. others.Select(amount => new Fraction(amount))],
                        new Fraction(now),
                        count,
                        new Fraction(percent, 100),
                        0
                    );
                    if (reaching.Length == 0)
                    {
                        Assert.Null(found);
                        return;
                    }
                    int nearest = reaching.Min(amount => Math.Abs(amount - now));
                    Assert.Equal(nearest, Math.Abs((int)found!.Value.ToDouble() - now));
                    Assert.Contains((int)found.Value.ToDouble(), reaching);
                },
                iter: 3000
            );

    [Fact]
    public void Five_of_twelve_causes_make_four_fifths_where_the_largest_grows_in_tenths()
    {
        Fraction[] others = [new(30L), new(20L), new(10L), new(10L)];
        // Two of five: (30 + x) ≥ 0.8 · (70 + x), so x ≥ 130.
        Assert.Equal("130", Reach.AmountFor(others, new Fraction(40L), 2, new Fraction(4L, 5L), 1)!.Value.ToString());
        Assert.Null(Reach.AmountFor(others, new Fraction(40L), 2, Fraction.One, 1));
        Assert.Null(Reach.AmountFor([new(-3L)], new Fraction(40L), 1, new Fraction(1L, 2L), 1));
    }
}
