using System.Globalization;

namespace OneWhole.Formats.Reading;

/// <summary>Values that a format holds as such, written as <see cref="RowSource"/> asks for it.</summary>
internal static class PlainText
{
    /// <summary>The shortest decimals that give the double again; nothing for a value that is no number.</summary>
    public static string Of(double value) => double.IsFinite(value) ? value.ToString("R", CultureInfo.InvariantCulture) : "";

    /// <summary>0.21 is "21%".</summary>
    public static string Percent(double value) =>
        double.IsFinite(value) && Math.Abs(value) < 1e12 ? ((decimal)value * 100).ToString("0.##########", CultureInfo.InvariantCulture) + "%" : Of(value);

    /// <summary>ISO 8601, with the time only where there is one.</summary>
    public static string Of(DateTime value) => value.TimeOfDay == TimeSpan.Zero
        ? value.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
        : value.ToString(value.Second == 0 && value.Millisecond == 0 ? "yyyy-MM-dd HH:mm" : "yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture);

    /// <summary>Any value of the framework's.</summary>
    public static string OfAny(object? value) => value switch
    {
        null or DBNull => "",
        string text => text,
        double number => Of(number),
        float number => float.IsFinite(number) ? number.ToString("R", CultureInfo.InvariantCulture) : "",
        DateTime date => Of(date),
        DateTimeOffset date => Of(date.DateTime),
        DateOnly date => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        TimeOnly time => time.ToString("HH:mm:ss", CultureInfo.InvariantCulture),
        TimeSpan time => time.ToString("c", CultureInfo.InvariantCulture),
        bool flag => flag ? "true" : "false",
        byte[] bytes => Convert.ToHexString(bytes),
        IFormattable other => other.ToString(null, CultureInfo.InvariantCulture),
        _ => value.ToString() ?? "",
    };
}
