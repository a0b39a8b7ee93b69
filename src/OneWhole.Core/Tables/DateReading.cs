using System.Globalization;

namespace OneWhole.Core.Tables;

/// <summary>The order in which a column writes day, month and year. ISO dates are understood in each.</summary>
public enum DateOrder
{
    /// <summary>2026-03-09, with an optional time.</summary>
    Iso,

    /// <summary>9.3.2026, 09/03/2026.</summary>
    DayMonthYear,

    /// <summary>3/9/2026.</summary>
    MonthDayYear,

    /// <summary>2026/3/9.</summary>
    YearMonthDay,
}

/// <summary>Reads dates without an offset; times are optional.</summary>
public static class DateReading
{
    /// <summary>Reads <c>YYYY-MM-DD</c>, optionally followed by 'T' or a space and <c>hh:mm[:ss[.fffffff]]</c>.</summary>
    public static bool TryReadIso(ReadOnlySpan<char> text, out DateTime date, out bool hasTime)
    {
        date = default;
        hasTime = text.Length > 10;
        if (
            text.Length < 10
            || text[4] != '-'
            || text[7] != '-'
            || !TryDigits(text[..4], out int year)
            || !TryDigits(text[5..7], out int month)
            || !TryDigits(text[8..10], out int day)
            || !TryMake(year, month, day, out date)
        )
        {
            return false;
        }
        return !hasTime || (text[10] is 'T' or ' ' && TryAddTime(text[11..], ref date));
    }

    /// <summary>Whether a text is a date, and which.</summary>
    public static bool TryRead(ReadOnlySpan<char> text, DateOrder order, out DateTime date)
    {
        if (TryReadIso(text, out date, out _))
        {
            return true;
        }
        if (order == DateOrder.Iso)
        {
            return false;
        }
        int blank = text.IndexOf(' ');
        ReadOnlySpan<char> time = blank < 0 ? default : text[(blank + 1)..].Trim();
        ReadOnlySpan<char> day = blank < 0 ? text : text[..blank];
        Span<int> numbers = stackalloc int[3];
        if (!TrySplit(day, numbers, out bool yearFirst))
        {
            return false;
        }
        (int y, int m, int d) = order switch
        {
            DateOrder.YearMonthDay => (numbers[0], numbers[1], numbers[2]),
            DateOrder.DayMonthYear => (numbers[2], numbers[1], numbers[0]),
            _ => (numbers[2], numbers[0], numbers[1]),
        };
        if (yearFirst != (order == DateOrder.YearMonthDay))
        {
            return false;
        }
        if (y < 100)
        {
            y += y < 70 ? 2000 : 1900;
        }
        return TryMake(y, m, d, out date) && (time.IsEmpty || TryAddTime(time, ref date));
    }

    /// <summary>Three numbers with one separator ('.', '/' or '-') between them.</summary>
    internal static bool TrySplit(ReadOnlySpan<char> text, Span<int> numbers, out bool yearFirst)
    {
        yearFirst = false;
        int mark = text.IndexOfAny('.', '/', '-');
        if (mark is < 1 or > 4)
        {
            return false;
        }
        char separator = text[mark];
        int second = text[(mark + 1)..].IndexOf(separator);
        if (second < 1)
        {
            return false;
        }
        ReadOnlySpan<char> a = text[..mark],
            b = text.Slice(mark + 1, second),
            c = text[(mark + second + 2)..];
        yearFirst = a.Length == 4;
        return b.Length <= 2
            && (yearFirst ? c.Length is 1 or 2 : a.Length <= 2 && c.Length is 2 or 4)
            && TryDigits(a, out numbers[0])
            && TryDigits(b, out numbers[1])
            && TryDigits(c, out numbers[2]);
    }

    private static bool TryAddTime(ReadOnlySpan<char> time, ref DateTime date)
    {
        if (
            time.Length < 5
            || time[2] != ':'
            || !TryDigits(time[..2], out int hour)
            || !TryDigits(time[3..5], out int minute)
            || hour > 23
            || minute > 59
        )
        {
            return false;
        }
        date = date.AddHours(hour).AddMinutes(minute);
        if (time.Length == 5)
        {
            return true;
        }
        if (time.Length < 8 || time[5] != ':' || !TryDigits(time[6..8], out int second) || second > 59)
        {
            return false;
        }
        date = date.AddSeconds(second);
        if (time.Length == 8)
        {
            return true;
        }
        if (time[8] != '.' || time.Length is 9 or > 16 || !TryDigits(time[9..], out int part))
        {
            return false;
        }
        date = date.AddTicks((long)(part * Math.Pow(10, 16 - time.Length)));
        return true;
    }

    private static bool TryDigits(ReadOnlySpan<char> text, out int value) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out value);

    private static bool TryMake(int year, int month, int day, out DateTime date)
    {
        date = default;
        if (year is < 1 or > 9999 || month is < 1 or > 12 || day < 1 || day > DateTime.DaysInMonth(year, month))
        {
            return false;
        }
        date = new DateTime(year, month, day);
        return true;
    }
}
