using OneWhole.Core.Numbers;

namespace OneWhole.Core.Studies;

/// <summary>
/// An amount changed to see what would be. Exactly one of <see cref="Set"/>, <see cref="Times"/> and <see cref="Share"/> is given.
/// </summary>
public sealed record Trial
{
    /// <summary>Whose amount is tried.</summary>
    public string Part { get; init; } = "";

    /// <summary>The group; null where the study has none, or where <see cref="Times"/> acts in each.</summary>
    public string? Group { get; init; }

    /// <summary>The amount.</summary>
    public ExactDecimal? Set { get; init; }

    /// <summary>The factor, at least 0.</summary>
    public ExactDecimal? Times { get; init; }

    /// <summary>The share of what its group then adds up to, at least 0 and below 1.</summary>
    public ExactDecimal? Share { get; init; }
}
