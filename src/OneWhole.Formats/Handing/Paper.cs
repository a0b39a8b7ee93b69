using OneWhole.Core.Studies;

namespace OneWhole.Formats.Handing;

/// <summary>A sheet of paper that a page is laid out for.</summary>
/// <param name="Kind">"a4", "a4-lying".</param>
/// <param name="Name">As it is offered.</param>
/// <param name="Width">In millimetres.</param>
/// <param name="Height">In millimetres.</param>
public sealed record Paper(string Kind, string Name, double Width, double Height)
{
    /// <summary>The sizes of ISO 216 and the North American ones (ANSI/ASME Y14.1), upright and lying.</summary>
    public static IReadOnlyList<Paper> All { get; } =
    [
        new("a4-lying", "A4, lying", 297, 210),
        new("a4", "A4, upright", 210, 297),
        new("a3-lying", "A3, lying", 420, 297),
        new("a5-lying", "A5, lying", 210, 148),
        new("letter-lying", "Letter, lying", 279.4, 215.9),
        new("letter", "Letter, upright", 215.9, 279.4),
    ];

    /// <summary>Pixels of a millimetre: 96 to an inch.</summary>
    public const double Pixels = 96 / 25.4;

    /// <summary>The room within margins, in pixels.</summary>
    /// <param name="margin">In millimetres; at most a third of the shorter side.</param>
    public (double Margin, double Width, double Height) Within(double margin)
    {
        double own = Math.Clamp(margin, 0, Math.Min(Width, Height) / 3);
        return (own * Pixels, (Width - 2 * own) * Pixels, (Height - 2 * own) * Pixels);
    }

    /// <exception cref="StudyException">There is no such paper; the message lists those there are.</exception>
    public static Paper Find(string kind) =>
        All.FirstOrDefault(paper => paper.Kind == kind)
        ?? throw new StudyException(
            "no-paper",
            "paper",
            $"There is no paper \"{kind}\"; it must be one of {string.Join(", ", All.Select(paper => paper.Kind))}."
        );
}
