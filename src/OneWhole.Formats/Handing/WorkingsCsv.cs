using System.Globalization;
using System.Text;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as CSV: RFC 4180, CRLF, UTF-8 without a mark; numbers unrounded and culture-invariant.</summary>
public static class WorkingsCsv
{
    public static void Write(WorkingsResult workings, TextWriter to)
    {
        to.Write(string.Join(',', workings.Columns.Select(column => column.Key)));
        to.Write("\r\n");
        for (int row = 0; row < workings.RowCount; row++)
        {
            for (int i = 0; i < workings.Columns.Count; i++)
            {
                if (i > 0)
                {
                    to.Write(',');
                }
                WorkingColumn column = workings.Columns[i];
                to.Write(column.IsText ? Quote(column.Text(row) ?? "") : Number(column.Number(row)));
            }
            to.Write("\r\n");
        }
    }

    public static byte[] ToBytes(WorkingsResult workings)
    {
        using var bytes = new MemoryStream();
        using (var writer = new StreamWriter(bytes, new UTF8Encoding(false)))
        {
            Write(workings, writer);
        }
        return bytes.ToArray();
    }

    /// <summary>The shortest digits that give the same double; an empty text for none.</summary>
    public static string Number(double? value) => value is null ? "" : (value.Value == 0 ? 0 : value.Value).ToString("R", CultureInfo.InvariantCulture);

    internal static string Quote(string text) =>
        text.AsSpan().IndexOfAny(",\"\r\n") >= 0 || (text.Length > 0 && (text[0] == ' ' || text[^1] == ' '))
            ? $"\"{text.Replace("\"", "\"\"", StringComparison.Ordinal)}\""
            : text;
}
