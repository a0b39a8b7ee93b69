using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>The parts that a figure draws: the folded one only where the finish asks for it.</summary>
internal static class DrawnParts
{
    public static bool Has(Division division, int part) =>
        division.Study.Finish.DrawFolded || division.Parts[part].Kind != EntryKind.Folded;

    /// <returns>In display order.</returns>
    public static int[] Of(Division division) => [.. Enumerable.Range(0, division.PartCount).Where(part => Has(division, part))];
}
