using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Forms.Stacked;

/// <summary>How the parts of a group stand.</summary>
internal enum Arrangement
{
    Stacked,
    Beside,
}

/// <summary>The members of stacked bars.</summary>
internal sealed record StackedMembers
{
    public LengthUnit Length { get; init; } = LengthUnit.Amount;

    public BarDirection Direction { get; init; } = BarDirection.Upright;

    public Arrangement Arrange { get; init; }

    public static ObjectShape<StackedMembers> Shape { get; } =
        new ObjectShape<StackedMembers>("stacked bars", () => new StackedMembers())
            .Has(
                "scale",
                new ChoiceShape<LengthUnit> { { "amount", LengthUnit.Amount }, { "share", LengthUnit.Share } },
                members => members.Length,
                (members, value) => members with { Length = value },
                "whether a stack is as high as its amount, or 100 % of its own total"
            )
            .Has(
                "lay",
                BarDirections.Shape,
                members => members.Direction,
                (members, value) => members with { Direction = value },
                "which way bars grow"
            )
            .Has(
                "arrange",
                new ChoiceShape<Arrangement> { { "stacked", Arrangement.Stacked }, { "beside", Arrangement.Beside } },
                members => members.Arrange,
                (members, value) => members with { Arrange = value },
                "whether parts stand on one another or beside one another"
            );
}
