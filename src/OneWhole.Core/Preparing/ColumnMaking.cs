using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing;

/// <summary>
/// Columns made of other columns: rows picked, labels exchanged, cells worked out. Labels keep the order of their first appearance.
/// </summary>
internal static class ColumnMaking
{
    /// <exception cref="StudyException">The table has no such column.</exception>
    public static Column Need(this Table table, string name, string place = "column") =>
        table.Find(name)
        ?? throw new StudyException(
            "no-column",
            place,
            $"there is no column \"{name}\"; the columns are {string.Join(", ", table.Columns.Select(column => $"\"{column.Name}\""))}."
        );

    /// <exception cref="StudyException">The heading is empty or taken.</exception>
    public static string Free(this Table table, string name, string place = "as")
    {
        string heading = name.Trim();
        return heading.Length == 0 ? throw new StudyException("wrong-value", place, "the new column needs a heading.")
            : table.Find(heading) is not null
                ? throw new StudyException("name-taken", place, $"there is a column \"{heading}\" already; choose another heading.")
            : heading;
    }

    public static Table With(this Table table, IEnumerable<Column> columns) => new(table.Name, [.. columns]);

    /// <summary>The table with one column exchanged.</summary>
    public static Table Replace(this Table table, Column old, Column by) =>
        table.With(table.Columns.Select(column => column == old ? by : column));

    /// <summary>The rows at the given places, in their order.</summary>
    public static Table Pick(this Table table, IReadOnlyList<int> rows) => table.With(table.Columns.Select(column => Pick(column, rows)));

    public static Column Pick(Column column, IReadOnlyList<int> rows)
    {
        if (column.Cells is LabelCells labels)
        {
            return new Column(column.Info, Recode(labels.Labels, rows.Select(row => labels.Codes[row]), rows.Count));
        }
        var numbers = (NumberCells)column.Cells;
        var spellings = new Dictionary<int, string>();
        for (int row = 0; row < rows.Count; row++)
        {
            if (numbers.Spellings.TryGetValue(rows[row], out string? text))
            {
                spellings[row] = text;
            }
        }
        return new Column(
            column.Info,
            new NumberCells(
                numbers.Scale,
                numbers.Units is { } units ? [.. rows.Select(row => units[row])] : null,
                numbers.Wide is { } wide ? [.. rows.Select(row => wide[row])] : null,
                numbers.Decimals is { } decimals ? [.. rows.Select(row => decimals[row])] : null,
                spellings
            )
        );
    }

    /// <summary>Labels renumbered by first appearance among the codes.</summary>
    private static LabelCells Recode(IReadOnlyList<string> labels, IEnumerable<int> codes, int count)
    {
        var number = new Dictionary<string, int>(StringComparer.Ordinal);
        var known = new int[labels.Count];
        Array.Fill(known, -1);
        var kept = new List<string>();
        var recoded = new int[count];
        int at = 0;
        foreach (int code in codes)
        {
            if (known[code] < 0)
            {
                if (!number.TryGetValue(labels[code], out known[code]))
                {
                    number.Add(labels[code], known[code] = kept.Count);
                    kept.Add(labels[code]);
                }
            }
            recoded[at++] = known[code];
        }
        return new LabelCells(kept, Codes.From(recoded, count, Math.Max(1, kept.Count)));
    }

    /// <summary>The column's labels, each exchanged for another; equal ones become one.</summary>
    /// <param name="column">Any column, read as labels.</param>
    /// <param name="map">From a label to a label.</param>
    /// <param name="changed">How many cells have another label now.</param>
    public static LabelCells MapLabels(Column column, Func<string, string> map, out long changed)
    {
        LabelView view = column.Labels;
        int[] rows = view.Codes.Tally(view.Labels.Count);
        string[] labels = [.. view.Labels.Select(label => Label.Of(map(label)))];
        changed = Enumerable.Range(0, labels.Length).Where(code => labels[code] != view.Labels[code]).Sum(code => (long)rows[code]);
        return Recode(labels, Enumerable.Range(0, view.Codes.Count).Select(row => view.Codes[row]), view.Codes.Count);
    }

    /// <summary>A column of labels.</summary>
    public static Column OfLabels(string name, LabelCells cells) => new(new ColumnInfo(name, ColumnType.Category), cells);

    /// <summary>A column of texts, whose type is found from them.</summary>
    public static Column OfTexts(string name, IEnumerable<string> texts, bool numbers)
    {
        var builder = new ColumnBuilder(NumberReading.Point, numbers);
        foreach (string text in texts)
        {
            builder.Add(text);
        }
        return builder.Build(name);
    }

    /// <summary>A column of numbers; null is a blank cell.</summary>
    public static Column OfNumbers(string name, IEnumerable<ExactDecimal?> numbers, ColumnInfo? like = null)
    {
        Column column = OfTexts(name, numbers.Select(number => number?.ToString() ?? ""), numbers: true);
        return column.With(column.Info with { Type = ColumnType.Quantity, Unit = like?.Unit, HoldsShares = like?.HoldsShares ?? false });
    }

    /// <summary>A cell's number as it was written, or null.</summary>
    public static ExactDecimal? NumberAt(this Column column, int row) =>
        column.Numbers.At(row) is { } units ? new ExactDecimal(units, column.Numbers.Scale) : null;

    /// <summary>"Men, Women and 3 others".</summary>
    public static string List(IReadOnlyList<string> names) =>
        names.Count <= 4 ? WordList(names) : $"{string.Join(", ", names.Take(3))} and {names.Count - 3} others";

    private static string WordList(IReadOnlyList<string> names) =>
        names.Count <= 1 ? string.Concat(names) : $"{string.Join(", ", names.Take(names.Count - 1))} and {names[^1]}";
}
