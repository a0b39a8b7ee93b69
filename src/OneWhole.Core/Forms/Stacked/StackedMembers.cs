using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Forms.Stacked;

/// <summary>What a stack's height is.</summary>
public enum StackScale
{
    /// <summary>Its amount.</summary>
    Amount,

    /// <summary>100 % of its own total: only the mix is seen.</summary>
    Share,
}

/// <summary>How the parts of a group stand.</summary>
public enum Arrangement
{
    Stacked,
    Beside,
}

/// <summary>The members of stacked bars.</summary>
public sealed record StackedMembers
{
    public StackScale Scale { get; init; }

    public Lay Lay { get; init; } = Lay.Upright;

    public Arrangement Arrange { get; init; }

    public static ObjectShape<StackedMembers> Shape { get; } = new ObjectShape<StackedMembers>("stacked bars", () => new StackedMembers())
        .Has("scale", new ChoiceShape<StackScale>(("amount", StackScale.Amount), ("share", StackScale.Share)), members => members.Scale, (members, value) => members with { Scale = value }, "whether a stack is as high as its amount, or 100 % of its own total")
        .Has("lay", Lays.Shape, members => members.Lay, (members, value) => members with { Lay = value }, "which way bars grow")
        .Has("arrange", new ChoiceShape<Arrangement>(("stacked", Arrangement.Stacked), ("beside", Arrangement.Beside)), members => members.Arrange, (members, value) => members with { Arrange = value }, "whether parts stand on one another or beside one another");
}
