using CsCheck;
using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Numbers that somebody else has published.</summary>
public sealed class PublishedFiguresTests
{
    private static WorkingsResult Divide(IEnumerable<(string Name, long Amount)> parts, int decimals = 1)
    {
        (string Name, long Amount)[] all = [.. parts];
        var table = new Table(
            "t",
            [TableOf.Column("P", all.Select(part => part.Name)), TableOf.Column("V", all.Select(part => part.Amount.ToString()))]
        );
        return CalculatorTests.Run(
            table,
            $$""" "parts": {"column": "P"}, "value": {"sum": "V"}, "order": {"parts": "table"}, "rounding": """
                + $$"""{"decimals": {{decimals}}, "reconcile": true} """
        );
    }

    [Fact]
    public void Largest_remainders_are_Hamiltons_apportionment()
    {
        // The census of 1790 and the bill of 1791 for 120 seats, after Balinski and Young, Fair Representation (from memory).
        (string, long Population, long Seats)[] states =
        [
            ("Connecticut", 236841, 8),
            ("Delaware", 55540, 2),
            ("Georgia", 70835, 2),
            ("Kentucky", 68705, 2),
            ("Maryland", 278514, 9),
            ("Massachusetts", 475327, 16),
            ("New Hampshire", 141822, 5),
            ("New Jersey", 179570, 6),
            ("New York", 331589, 11),
            ("North Carolina", 353523, 12),
            ("Pennsylvania", 432879, 14),
            ("Rhode Island", 68446, 2),
            ("South Carolina", 206236, 7),
            ("Vermont", 85533, 3),
            ("Virginia", 630560, 21),
        ];
        ExactInt[] seats = LargestRemainders.ApportionEqually([.. states.Select(state => (ExactInt)state.Population)], 120)!;
        Assert.Equal(states.Select(state => state.Seats), seats.Select(seat => seat.Small));
    }

    [Fact]
    public void The_merger_guidelines_example_of_concentration()
    {
        // US Horizontal Merger Guidelines: firms of 30, 30, 20 and 20 percent have an index of 2,600.
        WorkingsResult workings = Divide([("a", 30), ("b", 30), ("c", 20), ("d", 20)]);
        Assert.Equal(2600.0, workings.Readings["hhi"]!.GetValue<double>());
        Assert.Equal(1 / 0.26, workings.Readings["effectiveParts"]!.GetValue<double>(), 12);
    }

    [Fact]
    public void A_merger_raises_the_index_by_twice_the_product_of_the_shares()
    {
        // US Horizontal Merger Guidelines, 1992 and 2010 (from memory): firms of 5 and 10 percent raise it by 100.
        double Index(params (string, long)[] firms) => Divide(firms).Readings["hhi"]!.GetValue<double>();
        Assert.Equal(100, Index(("a", 15), ("b", 50), ("c", 35)) - Index(("a", 5), ("d", 10), ("b", 50), ("c", 35)), 9);
    }

    [Fact]
    public void Ten_incomes_have_the_concentration_that_is_printed_for_them()
    {
        // The worked example of incomes that reference libraries for inequality print with their Gini coefficient, 0.4621 (from memory).
        long[] incomes = [541, 1463, 2445, 3438, 4437, 5401, 6392, 8304, 11904, 22261];
        Assert.Equal(0.4620911, Divide(incomes.Select((income, at) => ($"{at}", income))).Readings["gini"]!.GetValue<double>(), 7);
    }

    [Fact]
    public void Gini_is_its_definition_by_pairs()
    {
        Gen.Int[0, 1000]
            .Array[2, 30]
            .Where(values => values.Sum() > 0)
            .Sample(
                values =>
                {
                    WorkingsResult workings = Divide(values.Select((value, at) => ($"p{at}", (long)value)));
                    double pairs = values.Sum(x => values.Sum(y => Math.Abs((double)x - y)));
                    double expected = pairs / (2.0 * values.Length * values.Length * values.Average());
                    return Math.Abs(expected - workings.Readings["gini"]!.GetValue<double>()) < 1e-9;
                },
                iter: 200
            );
    }

    [Fact]
    public void Shown_shares_always_add_up_and_stay_within_a_unit()
    {
        Gen.Select(Gen.Int[0, 100_000].Array[1, 40].Where(values => values.Sum(value => (long)value) > 0), Gen.Int[0, 3])
            .Sample(
                (values, decimals) =>
                {
                    WorkingsResult workings = Divide(values.Select((value, at) => ($"p{at}", (long)value)), decimals);
                    double unit = Math.Pow(10, -decimals);
                    double[] shown = [.. Enumerable.Range(0, values.Length).Select(row => workings["shownShare"].Number(row)!.Value)];
                    // Where equal amounts can't keep equal shares, each is rounded by itself.
                    bool equals = values.Distinct().Count() < values.Length;
                    return (equals || Math.Abs(shown.Sum() - 100) < 1e-9)
                        && Enumerable
                            .Range(0, values.Length)
                            .GroupBy(row => values[row])
                            .All(equal => equal.Select(row => shown[row]).Distinct().Count() == 1)
                        && Enumerable
                            .Range(0, values.Length)
                            .All(row => Math.Abs(shown[row] - workings["share"].Number(row)!.Value * 100) < unit + 1e-9);
                },
                iter: 300
            );
    }
}
