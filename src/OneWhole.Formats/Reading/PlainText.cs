using System.Globalization;

namespace OneWhole.Formats.Reading;

/// <summary>Values that a format holds as such, written as <see cref="RowSource"/> asks for it.</summary>
internal static class PlainText
{
    /// <summary>
    /// The shortest decimals that give the double again; a value that is no number says so, and is counted as what can't be read.
    /// </summary>
    public static string Of(double value) =>
        double.IsFinite(value) ? value.ToString("R", CultureInfo.InvariantCulture)
        : double.IsNaN(value) ? "NaN"
        : value > 0 ? "∞"
        : "-∞";

    /// <summary>0.21 is "21%".</summary>
    public static string Percent(double value) =>
        double.IsFinite(value) && Math.Abs(value) < 1e12
            ? ((decimal)value * 100).ToString("0.##########", CultureInfo.InvariantCulture) + "%"
            : Of(value);

    /// <summary>ISO 8601, with the time only where there is one.</summary>
    public static string Of(DateTime value) =>
        value.TimeOfDay == TimeSpan.Zero
            ? value.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
            : value.ToString(
                value.Second == 0 && value.Millisecond == 0 ? "yyyy-MM-dd HH:mm" : "yyyy-MM-dd HH:mm:ss",
                CultureInfo.InvariantCulture
            );

    /// <summary>A time that passed, as sheets show it: hours beyond a day are hours. To the millisecond.</summary>
    public static string Of(TimeSpan value)
    {
        long milliseconds = (long)Math.Round(Math.Abs(value.TotalMilliseconds)),
            seconds = milliseconds / 1000;
        string rest = milliseconds % 1000 == 0 ? "" : $".{milliseconds % 1000:000}".TrimEnd('0');
        return FormattableString.Invariant(
            $"{(value < TimeSpan.Zero ? "-" : "")}{seconds / 3600:00}:{seconds / 60 % 60:00}:{seconds % 60:00}{rest}"
        );
    }

    /// <summary>Bytes are text where they are text; else they are written as digits of 16.</summary>
    private static string OfBytes(ReadOnlySpan<byte> bytes)
    {
        if (!System.Text.Unicode.Utf8.IsValid(bytes) || bytes.IndexOfAnyInRange((byte)0, (byte)8) >= 0)
        {
            return Convert.ToHexString(bytes);
        }
        return System.Text.Encoding.UTF8.GetString(bytes);
    }

    /// <summary>Any value of the framework's.</summary>
    public static string OfAny(object? value) =>
        value switch
        {
            null or DBNull => "",
            string text => text,
            double number => Of(number),
            float number => float.IsFinite(number) ? number.ToString("R", CultureInfo.InvariantCulture) : Of((double)number),
            DateTime date => Of(date),
            DateTimeOffset date => Of(date.DateTime),
            DateOnly date => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            TimeOnly time => time.ToString("HH:mm:ss", CultureInfo.InvariantCulture),
            TimeSpan time => Of(time),
            bool flag => flag ? "true" : "false",
            byte[] bytes => OfBytes(bytes),
            ReadOnlyMemory<byte> bytes => OfBytes(bytes.Span),
            IFormattable other => other.ToString(null, CultureInfo.InvariantCulture),
            _ => value.ToString() ?? "",
        };
}
