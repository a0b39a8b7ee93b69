using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>What the bars between two wholes stand for.</summary>
internal enum BridgeSteps
{
    /// <summary>One a part: by how much it rose or fell.</summary>
    Parts,

    /// <summary>Three: volume, mix and rate.</summary>
    Effects,
}

/// <summary>The bridge's members.</summary>
internal sealed record BridgeMembers
{
    /// <summary>The column with how many there were, for volume, mix and rate.</summary>
    public string? Volume { get; init; }

    public BridgeSteps Steps { get; init; }

    public Against? Against { get; init; }

    public static ObjectShape<BridgeMembers> Shape { get; } =
        new ObjectShape<BridgeMembers>("a bridge", () => new BridgeMembers())
            .MayHave(
                "volume",
                TextShape.Column,
                members => members.Volume,
                (members, value) => members with { Volume = value },
                "a number column: how many there were of what is summed"
            )
            .Has(
                "steps",
                new ChoiceShape<BridgeSteps> { { "parts", BridgeSteps.Parts }, { "effects", BridgeSteps.Effects } },
                members => members.Steps,
                (members, value) => members with { Steps = value },
                "whether each part is a step, or volume, mix and rate are"
            )
            .MayHave(
                "against",
                Forms.Against.Shape,
                members => members.Against,
                (members, value) => members with { Against = value },
                "what was before: other rows, or another table"
            )
            .Where(members =>
                members.Steps == BridgeSteps.Effects && members.Volume is null ? "with a volume column, where its steps are effects" : null
            );
}
