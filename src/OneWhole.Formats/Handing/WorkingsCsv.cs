using System.Globalization;
using System.Text;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as CSV: RFC 4180, CRLF, UTF-8 without a mark; numbers unrounded and culture-invariant.</summary>
public static class WorkingsCsv
{
    public static void Write(WorkingsResult workings, TextWriter to) => Write(WorkingsSet.Of(workings), to);

    /// <summary>With "each" as the first column where a study is repeated over a column's values.</summary>
    public static void Write(WorkingsSet set, TextWriter to, Progress? progress = null)
    {
        progress = (progress ?? Progress.None).Expect(set.RowCount);
        IEnumerable<string> keys = set.Columns.Select(column => column.Key);
        to.Write(string.Join(',', set.Column is null ? keys : keys.Prepend("each")));
        to.Write("\r\n");
        foreach (Panel each in set.Values)
        {
            foreach (int at in progress.Rows(each.Workings.RowCount))
            {
                IEnumerable<string> cells = each.Workings.Columns.Select(column => column.IsText ? Quote(column.Text(at) ?? "") : Number(column.Number(at)));
                to.Write(string.Join(',', set.Column is null ? cells : cells.Prepend(Quote(each.Value))));
                to.Write("\r\n");
            }
        }
    }

    public static byte[] ToBytes(WorkingsResult workings) => ToBytes(WorkingsSet.Of(workings));

    public static byte[] ToBytes(WorkingsSet set)
    {
        using var bytes = new MemoryStream();
        Write(set, bytes, Progress.None);
        return bytes.ToArray();
    }

    public static void Write(WorkingsSet set, Stream to, Progress progress)
    {
        using var writer = new StreamWriter(to, new UTF8Encoding(false), leaveOpen: true);
        Write(set, writer, progress);
    }

    /// <summary>The shortest digits that give the same double; an empty text for none.</summary>
    public static string Number(double? value) => value is null ? "" : (value.Value == 0 ? 0 : value.Value).ToString("R", CultureInfo.InvariantCulture);

    internal static string Quote(string text) =>
        text.AsSpan().IndexOfAny(",\"\r\n") >= 0 || (text.Length > 0 && (text[0] == ' ' || text[^1] == ' '))
            ? $"\"{text.Replace("\"", "\"\"", StringComparison.Ordinal)}\""
            : text;
}
