using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>How a proof came out.</summary>
public enum TieOutStatus
{
    /// <summary>It holds.</summary>
    Ok,

    /// <summary>Something the analyst should know.</summary>
    Warn,

    /// <summary>Our arithmetic is wrong; it should never be seen.</summary>
    Fail,
}

/// <summary>One proof under the workings.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Status">How it came out.</param>
/// <param name="Text">One plain sentence with the numbers.</param>
public sealed record TieOutLine(string Id, TieOutStatus Status, string Text)
{
    /// <summary>A change to the study that mends it, or null.</summary>
    public Remedy? Remedy { get; init; }

    /// <summary>All of the names that the sentence shortens to three.</summary>
    public IReadOnlyList<string> Names { get; init; } = [];
}

/// <summary>A change to the study, offered as a button.</summary>
/// <param name="Text">What it does ("leave out 2 negative parts").</param>
/// <param name="Apply">Makes the changed study.</param>
public sealed record Remedy(string Text, Func<Study, Study> Apply)
{
    /// <summary>Leaves out what is below zero.</summary>
    public static Remedy LeaveOutNegatives { get; } =
        new("leave out negative parts", study => study with { Negatives = Negatives.LeaveOut });
}
