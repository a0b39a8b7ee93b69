using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Small parts become one: which, in what order, and that nothing is lost.</summary>
public sealed class FoldingTests
{
    private static Fold FoldOf(string rule)
    {
        string number = rule.Split(' ')[1];
        Assert.True(ExactDecimal.TryParse(number, out ExactDecimal share));
        return rule.Split(' ')[0] switch
        {
            "keep" => new Fold { Keep = int.Parse(number) },
            "reach" => new Fold { Reach = share },
            _ => new Fold { Under = share },
        };
    }

    [Theory]
    [InlineData("keep 1", "Fog 50, Engine 30, Crew 15, Ice 5", "Fog 50, Other 50")]
    [InlineData("keep 2", "Ice 5, Fog 50, Crew 15, Engine 30", "Fog 50, Engine 30, Other 20")]
    [InlineData("keep 0", "Fog 50, Engine 50", "Other 100")]
    // One small part by itself is no fold.
    [InlineData("keep 3", "Fog 50, Engine 30, Crew 15, Ice 5", "Fog 50, Engine 30, Crew 15, Ice 5")]
    [InlineData("keep 9", "Fog 50, Engine 50", "Fog 50, Engine 50")]
    // The fewest that hold the share: 80 of 100 is reached at 80, not beyond it.
    [InlineData("reach 0.8", "Fog 50, Engine 30, Crew 15, Ice 5", "Fog 50, Engine 30, Other 20")]
    [InlineData("reach 0.8000001", "Fog 50, Engine 30, Crew 12, Ice 5, Tide 3", "Fog 50, Engine 30, Crew 12, Other 8")]
    [InlineData("reach 1", "Fog 50, Engine 30, Crew 15, Ice 5, Tide 0, Birds 0", "Fog 50, Engine 30, Crew 15, Ice 5, Other 0")]
    // Less than the share, exactly: a part with just that share stays.
    [InlineData("under 0.05", "Fog 86, Engine 5, Crew 4, Ice 4, Tide 1", "Fog 86, Engine 5, Other 9")]
    [InlineData("under 0.15", "Fog 70, Engine 15, Crew 14, Ice 1", "Fog 70, Engine 15, Other 15")]
    // Of equal parts the earlier one stays.
    [InlineData("keep 1", "Fog 10, Engine 10, Crew 10", "Fog 10, Other 20")]
    // A blank is not gathered: it is no part that anybody named.
    [InlineData("keep 1", "Fog 50, (blank) 1, Engine 30, Crew 15", "Fog 50, (blank) 1, Other 45")]
    // Nothing is said of a share of nothing.
    [InlineData("under 0.5", "Fog 0, Engine 0, Crew 0", "Fog 0, Engine 0, Crew 0")]
    [InlineData("under 0.5", "Fog -5, Engine 2, Crew 1", "Fog -5, Engine 2, Crew 1")]
    // A part that has the name already is not mixed up with it.
    [InlineData("keep 2", "Other 50, Engine 30, Crew 15, Ice 5", "Other 50, Engine 30, Other (folded) 20")]
    [InlineData("keep 1", "Engine 30, Other 5, Ice 5", "Engine 30, Other 10")]
    public void Small_parts_are_gathered(string rule, string parts, string expected) =>
        Assert.Equal(expected, AmountsOf.Written(Folding.Apply(AmountsOf.Parts(parts), FoldOf(rule))));

    [Fact]
    public void What_was_gathered_is_listed_the_largest_first()
    {
        Amounts folded = Folding.Apply(AmountsOf.Parts("Ice 5, Fog 50, Tide 7, Crew 15, Birds 7"), FoldOf("keep 1"));
        Assert.Equal(["Crew", "Tide", "Birds", "Ice"], folded.Parts[^1].Folded.Select(part => part.Label));
        Assert.Equal(EntryKind.Folded, folded.Parts[^1].Kind);
    }

    [Fact]
    public void A_pair_exists_where_one_that_was_gathered_does()
    {
        Amounts amounts = AmountsOf.Groups("Fog Engine Crew", "North: 40 - -", "South: 10 - 0", "East: - 3 2");
        Assert.Equal("Fog Other / North: 40 - / South: 10 0 / East: - 5", AmountsOf.Written(Folding.Apply(amounts, FoldOf("keep 1"))));
    }

    /// <summary>Whatever is gathered, each group has what it had, and each part is there once.</summary>
    [Fact]
    public void Nothing_is_lost_and_nothing_is_counted_twice()
    {
        var random = new Random(11);
        for (int run = 0; run < 300; run++)
        {
            int parts = random.Next(1, 9),
                groups = random.Next(1, 4);
            Amounts amounts = AmountsOf.Groups(
                string.Join(' ', Enumerable.Range(0, parts).Select(part => $"p{part}")),
                [
                    .. Enumerable
                        .Range(0, groups)
                        .Select(group =>
                            $"g{group}: "
                            + string.Join(' ', Enumerable.Range(0, parts).Select(_ => random.Next(4) == 0 ? "-" : $"{random.Next(30)}"))
                        ),
                ]
            );
            string share = (random.Next(0, 101) / 100m).ToString(System.Globalization.CultureInfo.InvariantCulture);
            Fold fold = FoldOf(
                random.Next(3) switch
                {
                    0 => $"keep {random.Next(parts + 1)}",
                    1 => $"reach {share}",
                    _ => $"under {share}",
                }
            );
            Amounts folded = Folding.Apply(amounts, fold);
            Assert.All(Enumerable.Range(0, groups), group => Assert.Equal(amounts.GroupTotal(group), folded.GroupTotal(group)));
            IEnumerable<Entry> all = folded.Parts.SelectMany(part => part.Kind == EntryKind.Folded ? part.Folded : [part]);
            Assert.Equal(amounts.Parts.Select(part => part.Label).Order(), all.Select(part => part.Label).Order());
            // No part that stays by itself is smaller than one that was gathered.
            if (folded.Parts[^1] is { Kind: EntryKind.Folded } other)
            {
                ExactInt most = other.Folded.Max(part => amounts.PartTotal(part.TableRank));
                Assert.All(folded.Parts.SkipLast(1), part => Assert.True(amounts.PartTotal(part.TableRank) >= most));
            }
        }
    }
}
