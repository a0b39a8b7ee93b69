using System.Globalization;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Recognition;

/// <summary>What a column is good for in a study.</summary>
public enum ColumnRole
{
    /// <summary>Its labels make parts or groups.</summary>
    Label,

    /// <summary>Its labels are years, months, bands or levels, which have an order of their own.</summary>
    Ordered,

    /// <summary>Its numbers add up.</summary>
    Amount,

    /// <summary>Its numbers are prices, averages or shares, which don't add up.</summary>
    Rate,

    /// <summary>It tells rows apart.</summary>
    Identifier,

    /// <summary>It was worked out from others.</summary>
    Derived,

    /// <summary>No cell is filled.</summary>
    Empty,
}

/// <summary>A column, what it is good for, and why.</summary>
/// <param name="Column">The column.</param>
/// <param name="Role">Found from its cells, and only then from its heading.</param>
/// <param name="Why">"each row has a number of its own, one after another".</param>
public sealed record KnownColumn(Column Column, ColumnRole Role, string Why)
{
    /// <summary>Rows that show by themselves that numbers in turn are no chance.</summary>
    private const int ManyRows = 20;

    private const int FewestInTurn = 3;
    private const int FirstYear = 1800;
    private const int LastYear = 2200;
    private const int MostYears = 60;
    private const int MostOrdered = 500;

    private static readonly string[] RateWords =
    [
        "price",
        "rate",
        "average",
        "avg",
        "mean",
        "median",
        "ratio",
        "percent",
        "percentage",
        "share",
        "index",
        "score",
        "per",
        "density",
        "temperature",
        "margin%",
        "%",
        "pct",
    ];

    private static readonly string[] MoneyWords =
    [
        "revenue",
        "sales",
        "takings",
        "turnover",
        "cost",
        "costs",
        "amount",
        "money",
        "value",
        "income",
        "spend",
        "spending",
        "budget",
        "profit",
        "fees",
        "fare",
        "fares",
        "paid",
    ];

    /// <summary>Of the column.</summary>
    public string Name => Column.Name;

    /// <summary>Whether its labels can be parts or groups.</summary>
    public bool IsLabel => Role is ColumnRole.Label or ColumnRole.Ordered;

    /// <summary>How many labels there are, blanks aside.</summary>
    public long Labels => Column.LabelCount - (Column.Labels.BlankCode >= 0 ? 1 : 0);

    /// <summary>Whether each row, or nearly, has a label of its own, so that it names rows and does not gather them.</summary>
    public bool NamesRows => Labels * 10 >= Column.AllRows * 9;

    /// <summary>How well it does as what is counted: money before other measures, measures before counts.</summary>
    internal int Worth =>
        Column.Info.Unit switch
        {
            { } unit => IsCurrency(unit) ? 4 : 3,
            null when Words(Name).Any(MoneyWords.Contains) => 3,
            _ => Column.Numbers.Scale > 0 ? 2 : 1,
        };

    private static bool IsCurrency(string unit) =>
        unit.Any(character => char.GetUnicodeCategory(character) == UnicodeCategory.CurrencySymbol)
        || (unit.Length == 3 && unit.All(char.IsAsciiLetterUpper));

    internal static string[] Words(string heading) =>
        heading.ToLowerInvariant().Split([' ', '_', '-', '.', '/', '(', ')'], StringSplitOptions.RemoveEmptyEntries);

    /// <param name="column">Of a table.</param>
    /// <param name="others">Whether there are other numbers that could be counted: the only one there is needs more evidence to be
    /// none.</param>
    internal static KnownColumn Of(Column column, bool others)
    {
        // Numbers are not asked for their labels: a long column would be written out for it.
        if (column.Info.Elsewhere is { TellsRowsApart: true })
        {
            return new KnownColumn(column, ColumnRole.Identifier, "it is the key of its table");
        }
        if (column.Info.Type != ColumnType.Quantity)
        {
            return column.Labels.Labels.All(label => label == Label.Blank)
                ? new KnownColumn(column, ColumnRole.Empty, "no cell is filled")
                : LabelOf(column);
        }
        if (column.Info.Follows is { } rule)
        {
            return new KnownColumn(column, ColumnRole.Derived, $"it is {rule}");
        }
        if (column.Info.HoldsShares || column.Info.Unit?.Trim() == "%")
        {
            return new KnownColumn(column, ColumnRole.Rate, "its cells are percentages, which don't add up");
        }
        NumberView numbers = column.Numbers;
        if (numbers.Scale == 0 && numbers.Units is { } units)
        {
            long[] filled = [.. units.Where(unit => unit != NumberCells.Missing)];
            if (AreYears(filled))
            {
                return new KnownColumn(column, ColumnRole.Ordered, "its numbers are years");
            }
            if (filled.Length == column.Count && AreInTurn(filled, others, Nouns.IsId(column.Name)) is { } why)
            {
                return new KnownColumn(column, ColumnRole.Identifier, why);
            }
        }
        // Only the heading can say that numbers of one kind don't add up; it is the last thing that is asked.
        return others && Words(column.Name).FirstOrDefault(RateWords.Contains) is { } word
            ? new KnownColumn(column, ColumnRole.Rate, $"“{word}” in its heading names what doesn't add up")
            : new KnownColumn(column, ColumnRole.Amount, "its numbers add up");
    }

    private static KnownColumn LabelOf(Column column)
    {
        IReadOnlyList<string> labels = column.Labels.Labels;
        if (column.Info.Type == ColumnType.Date)
        {
            return new KnownColumn(column, ColumnRole.Ordered, "its cells are dates");
        }
        bool periods = labels.Count <= MostOrdered && labels.All(label => label == Label.Blank || IsYear(label) || Periods.IsPeriod(label));
        if (periods || (labels.Count <= MostOrdered && NaturalOrder.IsOrderedSet(labels) && !NaturalOrder.AreLevels(labels)))
        {
            return new KnownColumn(column, ColumnRole.Ordered, "its labels have an order of their own");
        }
        bool ownLabels = column.AllRows > ManyRows && column.LabelCount == column.AllRows;
        return ownLabels && (Nouns.IsId(column.Name) || labels.Count(label => label.Any(char.IsAsciiDigit)) * 10L >= labels.Count * 9L)
            ? new KnownColumn(column, ColumnRole.Identifier, "each row has a label of its own, with a number in it")
            : new KnownColumn(column, ColumnRole.Label, "its labels make parts or groups");
    }

    private static bool IsYear(string label) =>
        label.Length == 4 && int.TryParse(label, CultureInfo.InvariantCulture, out int year) && year is >= FirstYear and <= LastYear;

    /// <summary>Years come again and again, or one after another.</summary>
    private static bool AreYears(long[] numbers)
    {
        if (numbers.Length < 2 || numbers.Any(number => number is < FirstYear or > LastYear))
        {
            return false;
        }
        long[] distinct = [.. numbers.Distinct().Order()];
        return distinct.Length is >= 2 and <= MostYears
            && (distinct.Length * 2 <= numbers.Length || distinct[^1] - distinct[0] <= distinct.Length * 5);
    }

    /// <summary>Whole numbers, one for each row, with few left out between them.</summary>
    private static string? AreInTurn(long[] numbers, bool others, bool named)
    {
        if (numbers.Length < FewestInTurn || numbers.Min() < 0)
        {
            return null;
        }
        long range = numbers.Max() - numbers.Min();
        if (range < numbers.Length - 1)
        {
            return null;
        }
        bool distinct = numbers.Distinct().Count() == numbers.Length;
        bool rising = Enumerable.Range(1, numbers.Length - 1).All(row => numbers[row] > numbers[row - 1]);
        bool withoutGaps = range == numbers.Length - 1 && numbers.Length > FewestInTurn + 1;
        bool inTurn = rising && range < numbers.Length * 5L / 4 && (others || named || withoutGaps || numbers.Length >= ManyRows);
        if (distinct && (inTurn || (numbers.Length >= ManyRows && range <= numbers.Length + numbers.Length / 50)))
        {
            return "each row has a whole number of its own, one after another";
        }
        return distinct && named && (others || numbers.Length >= ManyRows)
            ? "each row has a whole number of its own, and its heading says that it tells them apart"
            : null;
    }
}
