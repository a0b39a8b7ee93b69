namespace OneWhole.Core.Studies;

/// <summary>A study that can't be read or does not fit its table: what is wrong, where, and what would be right.</summary>
/// <param name="code">A stable short name of the mistake ("unknown-member").</param>
/// <param name="place">The path of the offending value in the study ("form.cuts[0].share"); empty for the whole.</param>
/// <param name="message">One sentence for the person.</param>
public sealed class StudyException(string code, string place, string message)
    : Exception(place.Length == 0 || message.Contains(place, StringComparison.Ordinal) ? message : $"{place}: {message}")
{
    /// <summary>Stable, for programs: "no-column".</summary>
    public string Code { get; } = code;

    /// <summary>The place in the document: "parts.column".</summary>
    public string Place { get; } = place;

    /// <summary>The sentence without its place, where that is seen anyway.</summary>
    public string Plain { get; } = message;
}
