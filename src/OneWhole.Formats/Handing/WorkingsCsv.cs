using System.Globalization;
using System.Text;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as CSV: RFC 4180, CRLF, UTF-8 without a mark; numbers unrounded and culture-invariant.</summary>
public static class WorkingsCsv
{
    public static void Write(WorkingsResult workings, TextWriter to) => Write(WorkingsSet.Of(workings), to);

    /// <summary>With "each" as the first column where a study is repeated over a column's values.</summary>
    /// <param name="set">The workings.</param>
    /// <param name="to">Takes the text.</param>
    /// <param name="progress">Is told how far it is.</param>
    /// <param name="inert">Whether labels that spreadsheets would take for formulas get an apostrophe before them.</param>
    public static void Write(WorkingsSet set, TextWriter to, Progress? progress = null, bool inert = false)
    {
        string Label(string text) =>
            Quote(inert && text.Length > 0 && "=+-@".Contains(text[0], StringComparison.Ordinal) ? $"'{text}" : text);
        progress = (progress ?? Progress.None).Expect(set.RowCount);
        IEnumerable<string> keys = set.Columns.Select(column => column.Key);
        to.Write(string.Join(',', set.Column is null ? keys : keys.Prepend("each")));
        to.Write("\r\n");
        foreach (Panel each in set.Values)
        {
            foreach (int at in progress.Rows(each.Workings.RowCount))
            {
                IEnumerable<string> cells = each.Workings.Columns.Select(column =>
                    column.IsText ? Label(column.Text(at) ?? "") : Number(column.Number(at))
                );
                to.Write(string.Join(',', set.Column is null ? cells : cells.Prepend(Label(each.Value))));
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

    public static void Write(WorkingsSet set, Stream to, Progress progress, bool inert = false)
    {
        using var writer = new StreamWriter(to, new UTF8Encoding(false), leaveOpen: true);
        Write(set, writer, progress, inert);
    }

    /// <summary>The shortest digits that give the same double; an empty text for none.</summary>
    public static string Number(double? value) =>
        value is null ? "" : (value.Value == 0 ? 0 : value.Value).ToString("R", CultureInfo.InvariantCulture);

    internal static string Quote(string text) =>
        text.AsSpan().IndexOfAny(",\"\r\n") >= 0 || (text.Length > 0 && (text[0] == ' ' || text[^1] == ' '))
            ? $"\"{text.Replace("\"", "\"\"", StringComparison.Ordinal)}\""
            : text;
}
