using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.App;

/// <summary>One line of a column's distribution.</summary>
/// <param name="Share">Of all rows, 0 to 1.</param>
public sealed record PortraitLine(string Label, int Rows, double Share);

/// <summary>What there is to know of a column at a glance.</summary>
/// <param name="Lines">Its most frequent labels, or its numbers in round bands.</param>
/// <param name="More">How many labels there are besides.</param>
public sealed record PortraitView(string Column, ColumnType Type, int Rows, int Blanks, int Distinct, IReadOnlyList<PortraitLine> Lines, int More)
{
    public string? Smallest { get; init; }

    public string? Largest { get; init; }

    /// <summary>The exact sum of a quantity.</summary>
    public string? Sum { get; init; }

    /// <summary>Cells that the column's type can't read, at most five.</summary>
    public IReadOnlyList<string> Unreadable { get; init; } = [];
}

/// <summary>Makes portraits of columns.</summary>
internal static class Portrait
{
    private const int MostLines = 8;

    public static PortraitView Of(Column column)
    {
        (int blanks, _) = ColumnFacts.Count(column);
        string[] unreadable = [.. ColumnFacts.Unreadable(column, 5).Select(cell => cell.Text)];
        PortraitView view = column.Info.Type == ColumnType.Quantity ? OfNumbers(column) : OfLabels(column);
        return view with { Blanks = blanks, Distinct = ColumnFacts.Distinct(column), Unreadable = unreadable };
    }

    private static PortraitView OfLabels(Column column)
    {
        LabelView labels = column.Labels;
        int[] rows = labels.Codes.Tally(labels.Labels.Count);
        int[] codes = [.. Enumerable.Range(0, rows.Length).Where(code => code != labels.BlankCode).OrderByDescending(code => rows[code])];
        PortraitView view = new(column.Name, column.Info.Type, column.Count, 0, 0,
            [.. codes.Take(MostLines).Select(code => new PortraitLine(labels.Labels[code], rows[code], rows[code] / (double)Math.Max(1, column.Count)))], Math.Max(0, codes.Length - MostLines));
        if (column.Info.Type != ColumnType.Date)
        {
            return view;
        }
        DateTime[] dates = [.. codes.Select(code => column.Dates.ByCode[code]).OfType<DateTime>().Order()];
        return dates.Length == 0 ? view : view with { Smallest = Day(dates[0]), Largest = Day(dates[^1]) };
    }

    private static string Day(DateTime date) => date.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture);

    private static PortraitView OfNumbers(Column column)
    {
        NumberView numbers = column.Numbers;
        ExactInt sum = default;
        for (int row = 0; row < column.Count; row++)
        {
            if (numbers.At(row) is { } number)
            {
                sum += number;
            }
        }
        var view = new PortraitView(column.Name, column.Info.Type, column.Count, 0, 0, Bands(column), 0);
        return numbers.Ends() is not var (least, most, _) ? view : view with
        {
            Smallest = NumberText.Exact(least),
            Largest = NumberText.Exact(most),
            Sum = NumberText.Exact(new ExactDecimal(sum, numbers.Scale)),
        };
    }

    private static IReadOnlyList<PortraitLine> Bands(Column column)
    {
        if (RoundBands.Suggest(column.Numbers, MostLines) is not var (start, width))
        {
            return [];
        }
        NumberView numbers = column.Numbers;
        int scale = Math.Max(numbers.Scale, Math.Max(start.Scale, width.Scale));
        ExactInt step = ExactInt.PowerOfTen(scale - numbers.Scale), first = start.AtScale(scale), wide = width.AtScale(scale);
        var counts = new SortedDictionary<long, int>();
        for (int row = 0; row < column.Count; row++)
        {
            if (numbers.At(row) is { } number)
            {
                long band = ExactInt.FloorDivide(number * step - first, wide).Quotient.Small;
                counts[band] = counts.GetValueOrDefault(band) + 1;
            }
        }
        return [.. counts.Select(pair => new PortraitLine($"{NumberText.Exact(new ExactDecimal(first + wide * pair.Key, scale))} to {NumberText.Exact(new ExactDecimal(first + wide * (pair.Key + 1), scale))}", pair.Value, pair.Value / (double)column.Count))];
    }
}
