using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Each order of parts and of groups by itself: ties, blanks, the folded part, and numbers of any size.</summary>
public sealed class OrdersTests
{
    private static Order OrderOf(string text) =>
        text.Split(' ') switch
        {
            ["listed", .. var labels] => new Order.Listed([.. labels]),
            ["share", var label] => new Order.ShareOf(label),
            [var name] => new Order.By(name),
            _ => throw new ArgumentException(text),
        };

    private static string OfParts(string parts, string order, bool reverse = false)
    {
        Amounts amounts = AmountsOf.Parts(parts);
        return string.Join(' ', Orders.OfParts(amounts, OrderOf(order), reverse).Select(part => amounts.Parts[part].Label));
    }

    [Theory]
    [InlineData("largest", "b 5, a 9, c 5, d 7", "a d b c")]
    [InlineData("smallest", "b 5, a 9, c 5, d 7", "b c d a")]
    [InlineData("table", "b 5, a 9, c 5, d 7", "b a c d")]
    [InlineData("natural", "Stop10 1, Stop9 2, Stop1 3", "Stop1 Stop9 Stop10")]
    [InlineData("natural", "Friday 1, Monday 2, Tuesday 3", "Monday Tuesday Friday")]
    [InlineData("listed d b", "b 5, a 9, c 5, d 7", "d b a c")]
    [InlineData("listed x d d", "b 5, d 7", "d b")]
    // A blank comes after its equals, whichever is asked for first.
    [InlineData("largest", "(blank) 5, b 5, a 9, c 5", "a b c (blank)")]
    [InlineData("smallest", "(blank) 5, b 5, a 9, c 5", "b c (blank) a")]
    [InlineData("largest", "(blank) 6, b 5", "(blank) b")]
    // Below zero is smaller than zero.
    [InlineData("largest", "a -3, b 0, c -1, d 2", "d b c a")]
    [InlineData("smallest", "a -3, b 0, c -1, d 2", "a c b d")]
    public void Parts_stand_in_order(string order, string parts, string expected)
    {
        Assert.Equal(expected, OfParts(parts, order));
        Assert.Equal(string.Join(' ', expected.Split(' ').Reverse()), OfParts(parts, order, reverse: true));
    }

    /// <summary>Amounts beyond 64 bits are ordered by another way than those within: both must agree, ties and blanks too.</summary>
    [Fact]
    public void Wide_amounts_are_ordered_as_small_ones_are()
    {
        var random = new Random(5);
        string zeros = new('0', 25);
        for (int run = 0; run < 200; run++)
        {
            (string Label, int Amount)[] parts =
            [
                .. Enumerable.Range(0, random.Next(1, 12)).Select(at => (at == 2 ? "(blank)" : $"p{at}", random.Next(-4, 5))),
            ];
            foreach (string order in (string[])["largest", "smallest"])
            {
                Assert.Equal(
                    OfParts(string.Join(", ", parts.Select(part => $"{part.Label} {part.Amount}")), order),
                    OfParts(string.Join(", ", parts.Select(part => $"{part.Label} {part.Amount}{zeros}")), order)
                );
            }
        }
    }

    [Theory]
    [InlineData("largest", false)]
    [InlineData("smallest", false)]
    [InlineData("largest", true)]
    [InlineData("natural", true)]
    [InlineData("listed Other", false)]
    public void The_folded_part_is_the_last_in_every_order(string order, bool reverse)
    {
        Amounts amounts = Folding.Apply(AmountsOf.Parts("a 9, b 4, c 4, d 3"), new Fold { Keep = 2 });
        Assert.Equal(amounts.Parts.Count - 1, Orders.OfParts(amounts, OrderOf(order), reverse)[^1]);
    }

    [Fact]
    public void An_order_that_a_form_brings_goes_by_its_key_the_largest_first()
    {
        Amounts amounts = AmountsOf.Parts("a 9, b 4, c 5, d 3");
        int[] places = Orders.OfParts(amounts, OrderOf("spread"), false, name =>
            name == "spread" ? part => part == 1 ? null : new Fraction(part % 2 + 1) : null
        );
        // Of equal keys the earlier is first; without a key it counts as 0.
        Assert.Equal([3, 0, 2, 1], places);
    }

    [Theory]
    [InlineData("largest", "West East North")]
    [InlineData("smallest", "North East West")]
    [InlineData("table", "North East West")]
    [InlineData("listed West", "West North East")]
    // 2 of 10, 9 of 12, none of 30.
    [InlineData("share Fog", "East North West")]
    // One that is not there has no share anywhere: as in the table.
    [InlineData("share Snow", "North East West")]
    public void Groups_stand_in_order(string order, string expected)
    {
        Amounts amounts = AmountsOf.Groups("Fog Engine", "North: 2 8", "East: 9 3", "West: - 30");
        int[] places = Orders.OfGroups(amounts, OrderOf(order), false, amounts.GroupTotal, _ => null);
        Assert.Equal(expected, string.Join(' ', places.Select(group => amounts.Groups![group].Label)));
        Array.Reverse(places);
        Assert.Equal(places, Orders.OfGroups(amounts, OrderOf(order), true, amounts.GroupTotal, _ => null));
    }
}
