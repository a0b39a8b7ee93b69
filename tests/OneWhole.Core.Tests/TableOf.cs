using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests;

/// <summary>Small tables for tests, typed as a reader would type them.</summary>
internal static class TableOf
{
    /// <summary>Columns as "Heading: cell | cell | cell".</summary>
    public static Table Columns(params string[] columns) => new("delays", [.. columns.Select(Column)]);

    private static Column Column(string text)
    {
        int colon = text.IndexOf(':');
        string[] cells = [.. text[(colon + 1)..].Split('|').Select(cell => cell.Trim())];
        return Column(text[..colon], cells);
    }

    public static Column Column(string name, IEnumerable<string> cells)
    {
        string[] all = [.. cells];
        bool dates = all.Any(cell => cell.Length > 0) && all.All(cell => cell.Length == 0 || DateReading.TryReadIso(cell, out _, out _));
        var builder = new ColumnBuilder(NumberReading.Point, guessNumbers: all.Any(cell => cell.Length > 0 && char.IsAsciiDigit(cell[^1])));
        foreach (string cell in all)
        {
            builder.Add(cell);
        }
        return builder.Build(name, null, dates ? DateOrder.Iso : null);
    }
}
