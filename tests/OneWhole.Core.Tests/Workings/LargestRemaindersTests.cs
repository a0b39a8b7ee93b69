using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Hamilton's apportionment, against its definition and against cases that were worked out by hand.</summary>
public sealed class LargestRemaindersTests
{
    private static string Given(string amounts, int units) =>
        LargestRemainders.ApportionEqually([.. amounts.Split(' ').Select(amount => (ExactInt)long.Parse(amount))], units) is { } given
            ? string.Join(' ', given)
            : "none";

    [Theory]
    // 33.3… each: no way to give 100 equally.
    [InlineData("1 1 1", 100, "none")]
    [InlineData("1 1 2", 100, "25 25 50")]
    // 14.28…, 28.57…, 57.14…: the largest remainder gets the one that is left.
    [InlineData("1 2 4", 100, "14 29 57")]
    // 9.061, 7.179, 5.259, 3.319, 1.182 of a unit: the one that is left goes to 3.319.
    [InlineData("9061 7179 5259 3319 1182", 26, "9 7 5 4 1")]
    [InlineData("5 0 5", 10, "5 0 5")]
    [InlineData("7", 1000, "1000")]
    [InlineData("1 2 3", 0, "0 0 0")]
    // Two are left, the next two are equal: they get one each. One is left: it can't be.
    [InlineData("3 3 1", 9, "4 4 1")]
    [InlineData("3 3 1", 8, "none")]
    public void Units_are_given_by_remainders(string amounts, int units, string expected) => Assert.Equal(expected, Given(amounts, units));

    [Fact]
    public void What_is_given_adds_up_is_within_one_unit_and_equal_for_equals()
    {
        var random = new Random(3);
        int made = 0;
        for (int run = 0; run < 2000; run++)
        {
            int[] amounts = [.. Enumerable.Range(0, random.Next(1, 9)).Select(_ => random.Next(0, 20))];
            int units = random.Next(0, 1001);
            if (amounts.Sum() == 0 || LargestRemainders.ApportionEqually([.. amounts.Select(a => (ExactInt)a)], units) is not { } given)
            {
                continue;
            }
            made++;
            Assert.Equal(units, given.Sum(unit => unit.Small));
            for (int i = 0; i < amounts.Length; i++)
            {
                Assert.InRange(given[i].Small * amounts.Sum() - (long)amounts[i] * units, 1 - amounts.Sum(), amounts.Sum() - 1);
                Assert.All(Enumerable.Range(0, i), j => Assert.True(amounts[j] != amounts[i] || given[j] == given[i]));
                Assert.All(Enumerable.Range(0, i), j => Assert.True(amounts[j] < amounts[i] || given[j] >= given[i]));
            }
        }
        Assert.True(made > 800, $"only {made} could be given");
    }
}
