using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Tables;

public sealed class FollowingColumnsTests
{
    private const string Stops = "Stop: a | b | c | d | e | f | g | h | i | j";
    private const string Amounts = "Amount: 10 | 20 | 30 | 40 | 50 | 60 | 70 | 80 | 90 | 50";

    private static string Rule(string column) =>
        FollowingColumns.Find(TableOf.Columns(Stops, Amounts, column)).GetValueOrDefault("Helper") is { } found
            ? $"{found.Rule} ({found.DifferingCount})"
            : "none";

    [Theory]
    [InlineData("Helper: -10 | -20 | -30 | -40 | -50 | -60 | -70 | -80 | -90 | -50", "the negative of Amount (0)")]
    [InlineData("Helper: 2 | 4 | 6 | 8 | 10 | 12 | 14 | 16 | 18 | 10", "the share of Amount in its total (0)")]
    [InlineData("Helper: 2% | 4% | 6% | 8% | 10% | 12% | 14% | 16% | 18% | 10%", "the share of Amount in its total (0)")]
    [InlineData("Helper: 0.02 | 0.04 | 0.06 | 0.08 | 0.1 | 0.12 | 0.14 | 0.16 | 0.18 | 0.1", "the share of Amount in its total (0)")]
    [InlineData("Helper: 10 | 30 | 60 | 100 | 150 | 210 | 280 | 360 | 450 | 500", "the running total of Amount (0)")]
    [InlineData("Helper: 2 | 6 | 12 | 20 | 30 | 42 | 56 | 72 | 90 | 100", "the running share of Amount (0)")]
    [InlineData("Helper: 2 | 4 | 6 | 8 | 10 | 12 | 14 | 16 | 18 | 11", "the share of Amount in its total (1)")]
    [InlineData("Helper: 2 | 4 | 6 | 8 | 10 | 12 | 14 | 16 | 28 | 11", "none")]
    [InlineData("Helper: 3 | 1 | 4 | 1 | 5 | 9 | 2 | 6 | 5 | 3", "none")]
    [InlineData("Helper: -2 | -4 | -6 | -8 | -10 | -12 | -14 | -16 | -18 | -10", "the negative share of Amount in its total (0)")]
    [InlineData("Helper: 190 | 180 | 170 | 160 | 150 | 140 | 130 | 120 | 110 | 150", "the rest of Amount up to a constant (0)")]
    [InlineData("Helper: 40 | 35 | 30 | 25 | 20 | 15 | 10 | 5 | 0 | 20", "half of the rest of Amount up to a constant (0)")]
    [InlineData("Helper: 10 | 9 | 8 | 7 | 5 | 4 | 3 | 2 | 1 | 5", "the rank of Amount (0)")]
    [InlineData("Helper: 0 | 0 | 0 | 0 | 0 | 0 | 0 | 0 | 0 | 0", "none")]
    public void A_column_made_by_hand_is_recognised_with_the_rows_that_differ(string column, string rule) =>
        Assert.Equal(rule, Rule(column));

    private const string Routes = "Route: North | North | North | South | South | South";
    private const string Boarded = "Boarded: 120 | 260 | 410 | 90 | 333 | 517";
    private const string Landed = "Landed: 97 | 301 | 388 | 101 | 290 | 604";

    [Theory]
    [InlineData("the share of Boarded within each Route", "Helper: 15.2 | 32.9 | 51.9 | 9.6 | 35.4 | 55.0")]
    [InlineData("the running total of Boarded within each Route", "Helper: 120 | 380 | 790 | 90 | 423 | 940")]
    [InlineData("the running share of Boarded within each Route", "Helper: 0.152 | 0.481 | 1 | 0.096 | 0.45 | 1")]
    [InlineData("the share of Boarded in its row of Boarded, Landed", "Helper: 55.30 | 46.35 | 51.38 | 47.12 | 53.45 | 46.12")]
    [InlineData("the share of Boarded in all of Boarded, Landed", "Helper: 3.42 | 7.41 | 11.68 | 2.56 | 9.48 | 14.73")]
    [InlineData("the negative share of Landed in all of Boarded, Landed", "Helper: -2.76 | -8.57 | -11.05 | -2.88 | -8.26 | -17.20")]
    [InlineData("Boarded less Landed", "Helper: 23 | -41 | 22 | -11 | 43 | -87")]
    [InlineData("Boarded for each Landed", "Helper: 1.2371 | 0.8638 | 1.0567 | 0.8911 | 1.1483 | 0.8560")]
    [InlineData("the sum of Boarded, Landed", "Helper: 217 | 561 | 798 | 191 | 623 | 1121")]
    public void What_follows_from_groups_rows_and_several_columns_is_recognised_with_what_stands_in_its_place(string rule, string column)
    {
        IReadOnlyDictionary<string, Following> found = FollowingColumns.Find(TableOf.Columns(Routes, Boarded, Landed, column));
        Assert.Equal(["Helper"], found.Keys);
        Assert.Equal(rule, found["Helper"].Rule);
        Assert.NotEmpty(found["Helper"].Instead);
    }

    [Fact]
    public void Numbers_by_chance_follow_from_nothing()
    {
        var random = new Random(20261127);
        int found = 0;
        for (int table = 0; table < 200; table++)
        {
            string Column(string name) => $"{name}: {string.Join(" | ", Enumerable.Range(0, 8).Select(_ => random.Next(1, 400)))}";
            found += FollowingColumns
                .Find(TableOf.Columns("Stop: a | a | b | b | c | c | d | d", Column("One"), Column("Two"), Column("Three"), Column("Four")))
                .Count;
        }
        Assert.Equal(0, found);
    }

    [Fact]
    public void Shares_are_compared_in_the_decimals_that_they_have()
    {
        IReadOnlyDictionary<string, Following> found = FollowingColumns.Find(
            TableOf.Columns("Stop: a | b | c", "Amount: 1 | 1 | 1.5", "Share: 28.6 | 28.6 | 42.9")
        );
        Assert.Equal("the share of Amount in its total", found["Share"].Rule);
    }

    [Fact]
    public void A_sum_of_columns_is_one_and_its_terms_are_not()
    {
        IReadOnlyDictionary<string, Following> found = FollowingColumns.Find(
            TableOf.Columns("Age: a | b | c | d", "Men: 3 | 4 | 9 | 2", "Women: 5 | 1 | 2 | 7", "People: 8 | 5 | 11 | 9")
        );
        Assert.Equal(["People"], found.Keys);
        Assert.Equal("the sum of Men, Women", found["People"].Rule);
    }

    [Fact]
    public void A_row_of_totals_is_no_row_of_the_rule()
    {
        Column amount = TableOf.Column("Amount", ["1", "1", "2", "4"]),
            share = TableOf.Column("Share", ["25", "25", "50", "100"]);
        Table table = new(
            "t",
            [
                amount.With(amount.Info with { Total = ExactDecimal.Parse("4") }),
                share.With(share.Info with { Total = ExactDecimal.Parse("100") }),
            ]
        );
        Assert.Equal("the share of Amount in its total", FollowingColumns.Find(table)["Share"].Rule);
    }
}
