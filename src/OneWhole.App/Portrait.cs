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

    /// <summary>Where one label stands for several values of an id column.</summary>
    public SharedName? Shared { get; init; }

    /// <summary>How the column follows from others; null where it does not.</summary>
    public Following? Following { get; init; }

    /// <summary>Cells that the column's type can't read, at most five.</summary>
    public IReadOnlyList<string> Unreadable { get; init; } = [];
}

/// <summary>One label that stands for several things.</summary>
/// <param name="IdColumn">The column that tells them apart.</param>
/// <param name="Example">The label that stands for the most.</param>
/// <param name="Count">How many it stands for.</param>
/// <param name="Labels">How many labels stand for several.</param>
public sealed record SharedName(string IdColumn, string Example, int Count, int Labels);

/// <summary>Makes portraits of columns.</summary>
internal static class Portrait
{
    private const int MostLines = 8;

    public static PortraitView Of(Table table, Column column) => Of(column) with
    {
        Shared = column.Info.Type == ColumnType.Category ? SharedBy(table, column) : null,
        Following = column.Info.Type == ColumnType.Quantity ? FollowingColumns.Find(table).GetValueOrDefault(column.Name) : null,
    };

    private static readonly string[] IdWords = ["id", "no", "nr", "number", "code", "key"];

    /// <summary>An id column has one label of this column for each of its values, and several values for some label.</summary>
    private static SharedName? SharedBy(Table table, Column column)
    {
        LabelView names = column.Labels;
        foreach (Column ids in table.Columns.Where(other => other != column && IdWords.Contains(other.Name.Split(' ', '_', '-', '.')[^1].ToLowerInvariant())))
        {
            LabelView values = ids.Labels;
            var nameOf = new int[values.Labels.Count];
            Array.Fill(nameOf, -1);
            bool single = true;
            for (int row = 0; row < column.Count && single; row++)
            {
                int id = values.Codes[row], name = names.Codes[row];
                single = id == values.BlankCode || nameOf[id] < 0 || nameOf[id] == name;
                nameOf[id] = name;
            }
            if (!single)
            {
                continue;
            }
            var count = new int[names.Labels.Count];
            for (int id = 0; id < nameOf.Length; id++)
            {
                if (id != values.BlankCode && nameOf[id] >= 0 && nameOf[id] != names.BlankCode)
                {
                    count[nameOf[id]]++;
                }
            }
            int most = count.DefaultIfEmpty(0).Max();
            // An id of every row tells rows apart, not what their names stand for; but where most names are once, rows are the things.
            bool things = values.Labels.Count < column.Count || count.Count(number => number == 1) * 2 > names.Labels.Count;
            if (most > 1 && things)
            {
                return new SharedName(ids.Name, names.Labels[Array.IndexOf(count, most)], most, count.Count(number => number > 1));
            }
        }
        return null;
    }

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
