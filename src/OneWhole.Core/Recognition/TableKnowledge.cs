using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Recognition;

/// <summary>A column that is not among those that are taken together, and why.</summary>
public sealed record LeftOutColumn(string Name, string Why);

/// <summary>What is known of a table: what each column is good for, and which columns belong together.</summary>
public sealed class TableKnowledge
{
    private const int MostTogether = 60;

    /// <summary>Beyond, rows are events and no items.</summary>
    private const int MostItems = 500;

    /// <summary>Amounts of one kind differ by less than so many times in their totals.</summary>
    private const int MostApart = 200;

    private TableKnowledge(Table table)
    {
        int numbers = table.Columns.Count(column => column.Info is { Type: ColumnType.Quantity, Follows: null });
        Columns = [.. table.Columns.Select(column => KnownColumn.Of(column, numbers > 1))];
        Amounts = [.. Columns.Where(column => column.Role == ColumnRole.Amount)];
        Labels = [.. Columns.Where(column => column.IsLabel)];
        (Together, string why) = FindTogether(table.RowCount);
        Found = Together.Count > 1 ? TableShape.Wide : TableShape.Long;
        Why = why;
        Shape = table.Layout?.Shape ?? Found;
        if (table.Layout is { } said)
        {
            IEnumerable<string> named = said.Columns.Length > 0 ? said.Columns : Amounts.Select(column => column.Name);
            Together = said.Shape == TableShape.Long ? [] : [.. named.Select(table.Find).OfType<Column>()];
            Why = "as you said";
        }
        LeftOut =
        [
            .. Columns
                .Where(column => column.Role is ColumnRole.Identifier or ColumnRole.Rate or ColumnRole.Derived or ColumnRole.Empty)
                .Select(column => new LeftOutColumn(column.Name, column.Why)),
            .. Amounts
                .Where(column => Shape == TableShape.Wide && !Together.Contains(column.Column))
                .Select(column => new LeftOutColumn(column.Name, ReasonOf(column))),
        ];
    }

    /// <summary>In table order.</summary>
    public IReadOnlyList<KnownColumn> Columns { get; }

    /// <summary>The columns whose numbers add up.</summary>
    public IReadOnlyList<KnownColumn> Amounts { get; }

    /// <summary>The columns whose labels make parts or groups.</summary>
    public IReadOnlyList<KnownColumn> Labels { get; }

    /// <summary>As it is read: as was said, else as it was found.</summary>
    public TableShape Shape { get; }

    /// <summary>As it is found from the columns.</summary>
    public TableShape Found { get; }

    /// <summary>Why, in words.</summary>
    public string Why { get; }

    /// <summary>The columns that stand side by side; none in a long table.</summary>
    public IReadOnlyList<Column> Together { get; private init; }

    /// <summary>
    /// Columns that are neither counted nor parts or groups: by their role, and amounts that are not among those side by side.
    /// </summary>
    public IReadOnlyList<LeftOutColumn> LeftOut { get; }

    /// <summary>The columns that stand side by side as parts, or as groups.</summary>
    public Axis.Columns Side => new([.. Together.Select(column => column.Name)]);

    /// <summary>Whether the headings of the columns side by side are years, months, bands or levels.</summary>
    public bool TogetherIsOrdered => Together.Count > 1 && AreOrdered([.. Together.Select(column => column.Name)]);

    /// <summary>Whether they are stretches of time.</summary>
    public bool TogetherIsTime => Together.Count > 1 && Periods.Rests([.. Together.Select(column => column.Name)]).All(Periods.IsPeriod);

    /// <summary>Worked out once for each table that is at hand.</summary>
    public static TableKnowledge Of(Table table) => Known.GetValue(table, key => new TableKnowledge(key));

    private static readonly System.Runtime.CompilerServices.ConditionalWeakTable<Table, TableKnowledge> Known = [];

    private static bool AreOrdered(IReadOnlyList<string> headings)
    {
        string[] rests = Periods.Rests(headings);
        return rests.Distinct().Count() == rests.Length && (rests.All(Periods.IsPeriod) || NaturalOrder.IsOrderedSet(rests));
    }

    private (IReadOnlyList<Column> Columns, string Why) FindTogether(int rows)
    {
        if (Amounts.Count < 2 || Amounts.Count > MostTogether)
        {
            return ([], Amounts.Count > MostTogether ? $"more than {MostTogether} columns hold amounts" : "one column holds the amounts");
        }
        // Headings that are years, months, bands or levels: the longest run of them.
        if (OrderedRun() is { Count: > 1 } run)
        {
            return (
                run,
                $"the headings {Listed(run)} are "
                    + (
                        Periods.Rests([.. run.Select(column => column.Name)]).All(Periods.IsPeriod)
                            ? "stretches of time"
                            : "in an order of their own"
                    )
            );
        }
        if (rows > MostItems || (rows > 1 && !RowsAreItems(rows)))
        {
            return ([], "its labels come again from row to row");
        }
        KnownColumn first = Amounts.OrderByDescending(column => Amounts.Count(other => AreAlike(column, other))).First();
        Column[] alike = [.. Amounts.Where(column => AreAlike(first, column)).Select(column => column.Column)];
        return alike.Length > 1
            ? (alike, $"each row has a label of its own, and {Listed(alike)} hold numbers of one kind")
            : ([], "its amounts are of different kinds");
    }

    private IReadOnlyList<Column> OrderedRun()
    {
        Column[] best = [];
        for (int first = 0; first < Amounts.Count; first++)
        {
            for (int last = Amounts.Count - 1; last - first + 1 > best.Length && last > first; last--)
            {
                Column[] run = [.. Amounts.Skip(first).Take(last - first + 1).Select(column => column.Column)];
                if (AreOrdered([.. run.Select(column => column.Name)]))
                {
                    best = run;
                }
            }
        }
        return best;
    }

    /// <summary>Whether no two rows have the same labels, and the labels are names and not numbers of events.</summary>
    private bool RowsAreItems(int rows)
    {
        if (Labels.Count == 0)
        {
            return false;
        }
        var seen = new HashSet<string>();
        for (int row = 0; row < rows; row++)
        {
            if (!seen.Add(string.Join('\u0001', Labels.Select(label => label.Column.Cells.TextAt(row)))))
            {
                return false;
            }
        }
        return !Columns.Any(column => column.Role == ColumnRole.Identifier && column.Column.Info.Type != ColumnType.Quantity);
    }

    private static bool AreAlike(KnownColumn one, KnownColumn other) =>
        UnitOf(one.Column) == UnitOf(other.Column)
        && one.Column.Numbers.Scale > 0 == other.Column.Numbers.Scale > 0
        && Size(one.Column) is var a
        && Size(other.Column) is var b
        && (a == 0 || b == 0 || (a / b < MostApart && b / a < MostApart));

    /// <summary>The column's unit, or what its heading has in brackets at its end: "Fuel (1000 l)".</summary>
    private static string UnitOf(Column column)
    {
        int open = column.Name.LastIndexOf('(');
        return column.Info.UnitWords is { Length: > 0 } known ? known
            : open > 0 && column.Name.EndsWith(')') ? column.Name[(open + 1)..^1].Trim()
            : "";
    }

    private static double Size(Column column)
    {
        double sum = 0;
        for (int row = 0; row < column.Count; row++)
        {
            sum += column.Numbers.At(row) is { } units
                ? Math.Abs(new Core.Numbers.ExactDecimal(units, column.Numbers.Scale).ToDouble())
                : 0;
        }
        return sum;
    }

    private string ReasonOf(KnownColumn column)
    {
        string own = UnitOf(column.Column),
            others = Together.Count == 0 ? own : UnitOf(Together[0]);
        return own == others
            ? "its numbers are of another kind"
            : $"it is {(own.Length > 0 ? $"in {own}" : "in another unit")}, the others "
                + $"{(others.Length > 0 ? $"are in {others}" : "have none")}";
    }

    private static string Listed(IReadOnlyList<Column> columns) =>
        columns.Count <= 3 ? string.Join(", ", columns.Select(column => column.Name)) : $"{columns[0].Name} to {columns[^1].Name}";
}
