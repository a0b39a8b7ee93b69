using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Tables;

public sealed class FollowingColumnsTests
{
    private const string Stops = "Stop: a | b | c | d | e | f | g | h | i | j";
    private const string Amounts = "Amount: 10 | 20 | 30 | 40 | 50 | 60 | 70 | 80 | 90 | 50";

    private static string Rule(string column) =>
        FollowingColumns.Find(TableOf.Columns(Stops, Amounts, column)).GetValueOrDefault("Helper") is { } found ? $"{found.Rule} ({found.DifferingCount})" : "none";

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
    [InlineData("Helper: 0 | 0 | 0 | 0 | 0 | 0 | 0 | 0 | 0 | 0", "none")]
    public void A_column_made_by_hand_is_recognised_with_the_rows_that_differ(string column, string rule) => Assert.Equal(rule, Rule(column));

    [Fact]
    public void Shares_are_compared_in_the_decimals_that_they_have()
    {
        IReadOnlyDictionary<string, Following> found = FollowingColumns.Find(TableOf.Columns("Stop: a | b | c", "Amount: 1 | 1 | 1.5", "Share: 28.6 | 28.6 | 42.9"));
        Assert.Equal("the share of Amount in its total", found["Share"].Rule);
    }

    [Fact]
    public void A_sum_of_columns_is_one_and_its_terms_are_not()
    {
        IReadOnlyDictionary<string, Following> found = FollowingColumns.Find(TableOf.Columns("Age: a | b | c | d", "Men: 3 | 4 | 9 | 2", "Women: 5 | 1 | 2 | 7", "People: 8 | 5 | 11 | 9"));
        Assert.Equal(["People"], found.Keys);
        Assert.Equal("the sum of Men, Women", found["People"].Rule);
    }

    [Fact]
    public void A_row_of_totals_is_no_row_of_the_rule()
    {
        Column amount = TableOf.Column("Amount", ["1", "1", "2", "4"]), share = TableOf.Column("Share", ["25", "25", "50", "100"]);
        Table table = new("t", [amount.With(amount.Info with { Total = ExactDecimal.Parse("4") }), share.With(share.Info with { Total = ExactDecimal.Parse("100") })]);
        Assert.Equal("the share of Amount in its total", FollowingColumns.Find(table)["Share"].Rule);
    }
}
