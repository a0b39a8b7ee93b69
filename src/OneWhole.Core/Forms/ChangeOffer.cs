using OneWhole.Core.Studies;

namespace OneWhole.Core.Forms;

/// <summary>One way to ask what a study's whole was before.</summary>
/// <param name="Text">From what to what: "from 2024 to 2025".</param>
/// <param name="Detail">Where the two are from: "by year".</param>
/// <param name="Study">The bridge that answers it, with the study's parts, rows and what it counts.</param>
public sealed record ChangeOffer(string Text, string Detail, Study Study)
{
    /// <summary>The other table that is before; null where it is this one.</summary>
    public string? FromTable { get; init; }
}
