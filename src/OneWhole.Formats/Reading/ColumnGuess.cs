using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Reading;

/// <summary>What the first cells of a column look like: how numbers and dates are written, and whether that is certain.</summary>
internal sealed record ColumnGuess(NumberReading Numbers, bool MostlyNumbers, bool AmbiguousNumbers, DateOrder? Dates, bool AmbiguousDates)
{
    /// <param name="plain">Whether numbers and days are written plainly: then nothing is doubtful.</param>
    public static ColumnGuess Of(IEnumerable<string> cells, bool plain)
    {
        if (plain)
        {
            return Bare(cells, plain);
        }
        // Numbers that are all written with the same unit are read without it.
        string[] all = [.. cells];
        string? unit = null;
        int filled = 0,
            same = 0;
        foreach (string cell in all.Select(cell => cell.Trim()).Where(cell => cell.Length > 0 && cell != Label.Blank))
        {
            filled++;
            string? found = CellUnit.OfText(cell);
            unit ??= found;
            same += found is not null && found == unit ? 1 : 0;
            if (filled >= 20 && same * 2 < filled)
            {
                break;
            }
        }
        return unit is null || same * 10 < filled * 9
            ? Bare(all, plain)
            : Bare(all.Select(cell => CellUnit.Without(cell, unit)), plain) with
            {
                Unit = unit,
            };
    }

    /// <summary>The unit that stands with nearly all numbers; null where there is none.</summary>
    public string? Unit { get; init; }

    private static ColumnGuess Bare(IEnumerable<string> cells, bool plain)
    {
        int filled = 0,
            points = 0,
            commas = 0,
            differing = 0,
            iso = 0,
            dayFirst = 0,
            monthFirst = 0,
            yearFirst = 0;
        foreach (string raw in cells)
        {
            string cell = raw.Trim();
            if (cell.Length == 0 || cell == Label.Blank)
            {
                continue;
            }
            filled++;
            bool point = NumberReading.Point.TryRead(cell, out ExactInt a, out int aScale, out _);
            bool comma = NumberReading.Comma.TryRead(cell, out ExactInt b, out int bScale, out _);
            points += point ? 1 : 0;
            commas += comma ? 1 : 0;
            differing += point && comma && (a != b || aScale != bScale) ? 1 : 0;
            if (!point && !comma)
            {
                iso += DateReading.TryReadIso(cell, out _, out _) ? 1 : 0;
                dayFirst += DateReading.TryRead(cell, DateOrder.DayMonthYear, out _) ? 1 : 0;
                monthFirst += DateReading.TryRead(cell, DateOrder.MonthDayYear, out _) ? 1 : 0;
                yearFirst += DateReading.TryRead(cell, DateOrder.YearMonthDay, out _) ? 1 : 0;
            }
        }
        NumberReading reading = !plain && commas > points ? NumberReading.Comma : NumberReading.Point;
        bool numbers = filled > 0 && Math.Max(points, commas) * 10 >= filled * 9;
        bool ambiguous = !plain && numbers && points == commas && differing > 0;
        if (filled == 0 || Math.Max(Math.Max(dayFirst, monthFirst), Math.Max(yearFirst, iso)) * 10 < filled * 9)
        {
            return new ColumnGuess(reading, numbers, ambiguous, null, false);
        }
        DateOrder order =
            iso * 10 >= filled * 9 ? DateOrder.Iso
            : yearFirst >= dayFirst && yearFirst >= monthFirst ? DateOrder.YearMonthDay
            : dayFirst >= monthFirst ? DateOrder.DayMonthYear
            : DateOrder.MonthDayYear;
        bool both = order is DateOrder.DayMonthYear or DateOrder.MonthDayYear && dayFirst == monthFirst;
        return new ColumnGuess(reading, numbers, ambiguous, order, both);
    }
}
