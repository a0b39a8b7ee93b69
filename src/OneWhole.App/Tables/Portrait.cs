using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Engines;

namespace OneWhole.App.Tables;

/// <summary>One line of a column's distribution.</summary>
/// <param name="Share">Of all rows, 0 to 1.</param>
public sealed record PortraitLine(string Label, long Rows, double Share);

/// <summary>What there is to know of a column at a glance.</summary>
/// <param name="Lines">Its most frequent labels, or its numbers in round bands.</param>
/// <param name="More">How many labels there are besides.</param>
public sealed record PortraitView(
    string Column,
    ColumnType Type,
    long Rows,
    long Blanks,
    long Distinct,
    IReadOnlyList<PortraitLine> Lines,
    long More
)
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
    public const int MostLines = 8;

    /// <summary>Of a column whose cells stay where they are: its most frequent cells, numbers too.</summary>
    public static PortraitView Of(ColumnInfo info, EnginePortrait there) =>
        new(
            info.Name,
            info.Type,
            there.Rows,
            there.Blanks,
            there.Distinct,
            [.. there.Top.Select(line => new PortraitLine(line.Label, line.Rows, line.Rows / (double)Math.Max(1, there.Rows)))],
            Math.Max(0, there.Distinct - there.Top.Count)
        )
        {
            Smallest = there.Least is { } least
                ? info.Type == ColumnType.Quantity
                    ? Plain(least)
                    : least
                : null,
            Largest = there.Most is { } most
                ? info.Type == ColumnType.Quantity
                    ? Plain(most)
                    : most
                : null,
            Sum = there.Sum is { } sum ? Plain(sum) : null,
            Unreadable = there.Unreadable > 0 ? [$"{NumberText.Count(there.Unreadable)} cells that are no numbers"] : [],
        };

    private static string Plain(string number) => ExactDecimal.TryParse(number, out ExactDecimal exact) ? NumberText.Exact(exact) : number;

    public static PortraitView Of(Table table, Column column) =>
        Of(column) with
        {
            Shared = column.Info.Type == ColumnType.Category ? SharedBy(table, column) : null,
        };

    /// <summary>An id column has one label of this column for each of its values, and several values for some label.</summary>
    private static SharedName? SharedBy(Table table, Column column)
    {
        LabelView names = column.Labels;
        foreach (Column ids in table.Columns.Where(other => other != column && Nouns.IsId(other.Name)))
        {
            LabelView values = ids.Labels;
            var nameOf = new int[values.Labels.Count];
            Array.Fill(nameOf, -1);
            bool single = true;
            for (int row = 0; row < column.Count && single; row++)
            {
                int id = values.Codes[row],
                    name = names.Codes[row];
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
        IReadOnlyList<int> codes = ColumnFacts.MostFrequent(rows, MostLines, labels.BlankCode);
        PortraitView view = new(
            column.Name,
            column.Info.Type,
            column.Count,
            0,
            0,
            [.. codes.Select(code => new PortraitLine(labels.Labels[code], rows[code], rows[code] / (double)Math.Max(1, column.Count)))],
            Math.Max(0, rows.Length - (labels.BlankCode >= 0 ? 1 : 0) - MostLines)
        );
        if (column.Info.Type != ColumnType.Date)
        {
            return view;
        }
        DateTime[] dates = [.. column.Dates.ByCode.OfType<DateTime>()];
        return dates.Length == 0 ? view : view with { Smallest = Day(dates.Min()), Largest = Day(dates.Max()) };
    }

    private static string Day(DateTime date) => date.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture);

    private static PortraitView OfNumbers(Column column)
    {
        NumberView numbers = column.Numbers;
        ExactInt sum = SumOf(numbers, column.Count);
        var view = new PortraitView(column.Name, column.Info.Type, column.Count, 0, 0, Bands(column), 0);
        return numbers.Ends() is not var (least, most, _)
            ? view
            : view with
            {
                Smallest = NumberText.Exact(least),
                Largest = NumberText.Exact(most),
                Sum = NumberText.Exact(new ExactDecimal(sum, numbers.Scale)),
            };
    }

    private static ExactInt SumOf(NumberView numbers, int rows)
    {
        ExactInt sum = default;
        if (numbers.Units is { } units && numbers.Largest < long.MaxValue / Math.Max(1, rows))
        {
            long small = 0;
            foreach (long unit in units)
            {
                small += unit == NumberCells.Missing ? 0 : unit;
            }
            return small;
        }
        for (int row = 0; row < rows; row++)
        {
            sum += numbers.At(row) ?? default;
        }
        return sum;
    }

    private static IReadOnlyList<PortraitLine> Bands(Column column)
    {
        if (RoundBands.Suggest(column.Numbers, MostLines) is not var (start, width))
        {
            return [];
        }
        NumberView numbers = column.Numbers;
        int scale = Math.Max(numbers.Scale, Math.Max(start.Scale, width.Scale));
        ExactInt step = ExactInt.PowerOfTen(scale - numbers.Scale),
            first = start.AtScale(scale),
            wide = width.AtScale(scale);
        // The bands begin at or below the smallest number, so that none lies before the first of them; nearly all numbers are small.
        bool small =
            numbers.Units is not null
            && step.IsSmall
            && first.IsSmall
            && wide.IsSmall
            && numbers.Largest <= long.MaxValue / 4 / step.Small
            && Math.Abs(first.Small) <= long.MaxValue / 4;
        var counts = new List<int>();
        for (int row = 0; row < column.Count; row++)
        {
            long band;
            if (small)
            {
                long unit = numbers.Units![row];
                if (unit == NumberCells.Missing)
                {
                    continue;
                }
                band = (unit * step.Small - first.Small) / wide.Small;
            }
            else if (numbers.At(row) is { } number)
            {
                band = ExactInt.FloorDivide(number * step - first, wide).Quotient.Small;
            }
            else
            {
                continue;
            }
            while (counts.Count <= band)
            {
                counts.Add(0);
            }
            counts[(int)band]++;
        }
        return
        [
            .. counts
                .Index()
                .Where(band => band.Item > 0)
                .Select(band => new PortraitLine(
                    $"{NumberText.Exact(new ExactDecimal(first + wide * band.Index, scale))} to "
                        + $"{NumberText.Exact(new ExactDecimal(first + wide * (band.Index + 1), scale))}",
                    band.Item,
                    band.Item / (double)column.Count
                )),
        ];
    }
}
