using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>What becomes of amounts below zero, before anything else is done.</summary>
public sealed class NegationTests
{
    private static readonly Amounts Mixed = AmountsOf.Groups("Fog Engine Crew", "North: 4 -2 -", "South: - -1 -", "East: 0 3 -");

    [Fact]
    public void They_stay_where_nothing_is_said_of_them()
    {
        (Amounts amounts, IReadOnlyList<LeftOut> left) = Negation.Apply(Mixed, Negatives.Keep);
        Assert.Same(Mixed, amounts);
        Assert.Empty(left);
    }

    [Fact]
    public void By_size_they_count_as_if_they_were_above_zero_and_what_is_absent_stays_absent()
    {
        (Amounts amounts, IReadOnlyList<LeftOut> left) = Negation.Apply(Mixed, Negatives.Size);
        Assert.Equal("Fog Engine Crew / North: 4 2 - / South: - 1 - / East: 0 3 -", AmountsOf.Written(amounts));
        Assert.Empty(left);
    }

    [Fact]
    public void Left_out_each_is_named_and_what_has_nothing_left_is_not_listed()
    {
        (Amounts amounts, IReadOnlyList<LeftOut> left) = Negation.Apply(Mixed, Negatives.LeaveOut);
        // South had one amount, and it went; Crew never had one, and stays.
        Assert.Equal("Fog Engine Crew / North: 4 - - / East: 0 3 -", AmountsOf.Written(amounts));
        Assert.Equal(["North Engine -2", "South Engine -1"], left.Select(one => $"{one.Group} {one.Part} {one.Amount}"));
    }

    [Fact]
    public void Without_one_below_zero_nothing_changes()
    {
        Amounts amounts = AmountsOf.Parts("Fog 4, Engine 0");
        Assert.Same(amounts, Negation.Apply(amounts, Negatives.LeaveOut).Amounts);
        Assert.Equal("Fog 4", AmountsOf.Written(Negation.Apply(AmountsOf.Parts("Fog 4, Engine -1"), Negatives.LeaveOut).Amounts));
    }
}
