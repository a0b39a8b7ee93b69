using System.Text.RegularExpressions;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Workbooks;

/// <summary>A block of cells on a sheet: "B3:F200", or "B3:F" to the last row.</summary>
/// <param name="FirstRow">From 0.</param>
/// <param name="LastRow">The last row that belongs to it.</param>
internal readonly partial record struct CellRange(int FirstRow, int LastRow, int FirstColumn, int LastColumn)
{
    public static CellRange Everything { get; } = new(0, int.MaxValue, 0, int.MaxValue);

    [GeneratedRegex(@"^\$?([A-Za-z]{1,3})\$?(\d{1,7}):\$?([A-Za-z]{1,3})\$?(\d{1,7})?$", RegexOptions.CultureInvariant)]
    private static partial Regex Pattern();

    /// <exception cref="ReadException">The text is no range.</exception>
    public static CellRange Parse(string? text)
    {
        if (text is null)
        {
            return Everything;
        }
        if (Pattern().Match(text) is not { Success: true } match || match.Groups[2].Value == "0")
        {
            throw new ReadException(
                "wrong-range",
                $"range is \"{text}\"; it must be cells of a sheet, like B3:F200, or B3:F to the last row."
            );
        }
        int last = match.Groups[4].Success
            ? int.Parse(match.Groups[4].Value, System.Globalization.CultureInfo.InvariantCulture) - 1
            : int.MaxValue;
        var range = new CellRange(
            int.Parse(match.Groups[2].Value, System.Globalization.CultureInfo.InvariantCulture) - 1,
            last,
            CellPlace.Column(match.Groups[1].Value),
            CellPlace.Column(match.Groups[3].Value)
        );
        return range.LastRow >= range.FirstRow && range.LastColumn >= range.FirstColumn
            ? range
            : throw new ReadException("wrong-range", $"range is \"{text}\"; its second corner must stand right of and below its first.");
    }
}
