using System.Collections.Immutable;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Forms.Diverging;

/// <summary>The side of a level.</summary>
internal enum Side
{
    Low,
    Neutral,
    High,
}

/// <summary>Where neutral levels stand.</summary>
internal enum NeutralPlace
{
    /// <summary>Centred on zero, half to each side.</summary>
    Split,

    /// <summary>To the right of the longest high side.</summary>
    Apart,

    /// <summary>Not drawn, but in the whole.</summary>
    Out,
}

/// <summary>The members of diverging bars.</summary>
internal sealed record DivergingMembers
{
    public LengthUnit Length { get; init; }

    /// <summary>The side of each level, by label; empty where it goes by their order.</summary>
    public ImmutableSortedDictionary<string, Side> Sides { get; init; } =
        ImmutableSortedDictionary.Create<string, Side>(StringComparer.Ordinal);

    public NeutralPlace Neutral { get; init; }

    public static ObjectShape<DivergingMembers> Shape { get; } =
        new ObjectShape<DivergingMembers>("diverging bars", () => new DivergingMembers())
            .Has(
                "scale",
                new ChoiceShape<LengthUnit> { { "share", LengthUnit.Share }, { "amount", LengthUnit.Amount } },
                members => members.Length,
                (members, value) => members with { Length = value },
                "whether lengths are shares of the group or amounts"
            )
            .Has(
                "sides",
                new MapShape<Side>(
                    new ChoiceShape<Side>
                    {
                        { "low", Side.Low },
                        { "neutral", Side.Neutral },
                        { "high", Side.High },
                    }
                ),
                members => members.Sides,
                (members, value) => members with { Sides = value },
                "the side of each level, by label"
            )
            .Has(
                "neutral",
                new ChoiceShape<NeutralPlace>
                {
                    { "split", NeutralPlace.Split },
                    { "apart", NeutralPlace.Apart },
                    { "out", NeutralPlace.Out },
                },
                members => members.Neutral,
                (members, value) => members with { Neutral = value },
                "where neutral levels stand"
            );
}
