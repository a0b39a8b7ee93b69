using System.Text;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Handing;

/// <summary>A table as CSV: RFC 4180, CRLF, UTF-8 without a mark; cells as they are spelled, labels not altered.</summary>
public static class TableCsv
{
    public static void Write(Table table, TextWriter to, Progress? progress = null)
    {
        to.Write(string.Join(',', table.Columns.Select(column => WorkingsCsv.Quote(column.Name))));
        to.Write("\r\n");
        foreach (int row in (progress ?? Progress.None).Rows(table.RowCount))
        {
            for (int i = 0; i < table.Columns.Count; i++)
            {
                to.Write(i > 0 ? "," : "");
                string text = table.Columns[i].Cells.TextAt(row);
                // An empty cell alone on its line would be no row.
                to.Write(text.Length == 0 && table.Columns.Count == 1 ? "\"\"" : WorkingsCsv.Quote(text));
            }
            to.Write("\r\n");
        }
    }

    public static void Write(Table table, Stream to, Progress progress)
    {
        using var writer = new StreamWriter(to, new UTF8Encoding(false), leaveOpen: true);
        Write(table, writer, progress);
    }
}
