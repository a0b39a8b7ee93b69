using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Recognition;

/// <summary>A row that would count others twice.</summary>
/// <param name="Row">From 0.</param>
/// <param name="Of">How many rows it adds up: those of its block, or all others.</param>
/// <param name="IsSure">Whether its numbers are enough to leave it out; else it is asked about.</param>
public sealed record TotalRow(int Row, int Of, bool IsSure);

/// <summary>
/// Finds rows whose every amount is the sum of the other rows, or of the rows of their block: by arithmetic, wherever they stand and
/// whatever they are called.
/// </summary>
public static class TotalRows
{
    /// <summary>Of longer tables only a total of all rows is looked for.</summary>
    private const int MostInBlocks = 100_000;

    /// <summary>So many digits that agree are no chance.</summary>
    private const double SureDigits = 4;

    /// <summary>Of so many rows fewer digits are enough.</summary>
    private const int ManyOthers = 8;

    private const double FewerDigits = 2.5;

    private static readonly string[] Words =
    [
        "total",
        "totals",
        "subtotal",
        "sub-total",
        "sum",
        "all",
        "overall",
        "together",
        "both",
        "gesamt",
        "summe",
        "insgesamt",
        "totaal",
        "totale",
        "totalt",
        "ensemble",
        "suma",
        "razem",
    ];

    /// <summary>Whether a label says that it stands for all: "Total", "Total North", "All islands", "both sexes".</summary>
    public static bool SaysTotal(string label) =>
        label.Length <= 60
        && label.ToLowerInvariant().Split([' ', ':', ',', '_'], StringSplitOptions.RemoveEmptyEntries).Any(Words.Contains);

    /// <summary>In the order of the rows; none in a table of fewer than three rows.</summary>
    public static IReadOnlyList<TotalRow> Find(Table table)
    {
        Column[] amounts = [.. table.Columns.Where(column => column.Info is { Type: ColumnType.Quantity, HoldsShares: false })];
        if (table.RowCount < 3 || amounts.Length == 0)
        {
            return [];
        }
        IEnumerable<Column> labelled = table.Columns.Where(column => column.Info.Type != ColumnType.Quantity);
        RowLabels[] labels = [.. labelled.Select(column => new RowLabels(column))];
        List<TotalRow> found = table.RowCount > MostInBlocks ? [] : Blocks(table, amounts, labels);
        HashSet<int> left = [.. found.Select(total => total.Row)];
        // What the blocks add up to, or all rows.
        var totals = new ExactInt[amounts.Length];
        for (int column = 0; column < totals.Length; column++)
        {
            totals[column] = Sum(amounts[column], left);
        }
        int others = table.RowCount - left.Count - 1;
        // Nearly all rows are dismissed by one number; only the others are asked what they are called.
        long[]? units = amounts[0].Numbers.Units;
        double half = new ExactDecimal(totals[0], 0).ToDouble() / 2,
            near = 1 + Math.Abs(half) * 1e-9;
        for (int row = 0; row < table.RowCount && others >= 2; row++)
        {
            if ((units is not null && units[row] != NumberCells.Missing && Math.Abs(units[row] - half) > near) || left.Contains(row))
            {
                continue;
            }
            bool named = IsNamed(labels, row);
            if (Agrees(amounts, row, column => totals[column] - At(amounts[column], row), named, out double digits))
            {
                bool enough = others >= 3 && digits >= (others >= ManyOthers ? FewerDigits : SureDigits);
                found.Add(new TotalRow(row, others, named || enough || HasNoLabel(labels, row)));
                break;
            }
        }
        found.Sort((a, b) => a.Row.CompareTo(b.Row));
        return found;
    }

    /// <summary>
    /// The column in which all of these rows, and no others, have a label, and what they are called there; null where there is none.
    /// </summary>
    public static (string Column, IReadOnlyList<string> Labels)? NamesOf(Table table, IReadOnlyCollection<int> rows)
    {
        foreach (Column column in table.Columns.Where(column => column.Info.Type != ColumnType.Quantity))
        {
            HashSet<int> codes = [.. rows.Select(row => column.Labels.Codes[row])];
            if (Enumerable.Range(0, table.RowCount).All(row => rows.Contains(row) || !codes.Contains(column.Labels.Codes[row])))
            {
                return (column.Name, [.. codes.Order().Select(code => column.Labels.Labels[code])]);
            }
        }
        return null;
    }

    /// <summary>
    /// Subtotals: each row that says so, or has a blank where others have a label, adds up the rows since the one before; two at least.
    /// </summary>
    private static List<TotalRow> Blocks(Table table, Column[] amounts, RowLabels[] labels)
    {
        foreach (bool down in (bool[])[true, false])
        {
            var found = new List<TotalRow>();
            var sums = new ExactInt[amounts.Length];
            int rows = 0;
            for (int at = 0; at < table.RowCount; at++)
            {
                int row = down ? at : table.RowCount - 1 - at;
                if (
                    rows >= 1
                    && (IsNamed(labels, row) || Array.Exists(labels, column => column.IsBlank(row)))
                    && Agrees(amounts, row, column => sums[column], true, out _)
                )
                {
                    found.Add(new TotalRow(row, rows, true));
                    Array.Clear(sums);
                    rows = 0;
                    continue;
                }
                for (int column = 0; column < amounts.Length; column++)
                {
                    sums[column] += At(amounts[column], row);
                }
                rows++;
            }
            // Of one block alone it is the total of all; what is over must be the total of the blocks, or nothing.
            if (found.Count >= 2 && rows <= 1 && found.Exists(total => total.Of > 1))
            {
                return found;
            }
        }
        return [];
    }

    private static ExactInt At(Column column, int row) => column.Numbers.At(row) ?? default;

    private static ExactInt Sum(Column column, HashSet<int> except)
    {
        ExactInt sum = default;
        for (int row = 0; row < column.Count; row++)
        {
            sum += except.Contains(row) ? default : At(column, row);
        }
        return sum;
    }

    /// <summary>
    /// Whether every number of a row is what it should be; one unit of rounding is let pass where the row says that it is a total.
    /// </summary>
    private static bool Agrees(Column[] amounts, int row, Func<int, ExactInt> wanted, bool named, out double digits)
    {
        digits = 0;
        int agreeing = 0;
        for (int column = 0; column < amounts.Length; column++)
        {
            if (amounts[column].Numbers.At(row) is not { } number)
            {
                continue;
            }
            ExactInt difference = (number - wanted(column)).Abs();
            if (!(difference.IsZero || (named && difference <= (ExactInt)1)))
            {
                return false;
            }
            agreeing += number.IsZero ? 0 : 1;
            digits += number.IsZero ? 0 : Math.Log10(Math.Max(1, Math.Abs(new ExactDecimal(number, 0).ToDouble())));
        }
        return agreeing > 0;
    }

    private static bool IsNamed(RowLabels[] labels, int row) => Array.Exists(labels, column => column.SaysTotal(row));

    private static bool HasNoLabel(RowLabels[] labels, int row) =>
        labels.Length > 0 && Array.TrueForAll(labels, column => column.IsBlank(row));

    /// <summary>What the rows of a column are called; each label is looked at once, in however many rows it stands.</summary>
    private sealed class RowLabels(Column column)
    {
        private bool?[]? _saysTotal;

        public bool IsBlank(int row) => column.Labels.Codes[row] == column.Labels.BlankCode;

        public bool SaysTotal(int row)
        {
            LabelView view = column.Labels;
            _saysTotal ??= new bool?[view.Labels.Count];
            int code = view.Codes[row];
            return _saysTotal[code] ??= code != view.BlankCode && TotalRows.SaysTotal(view.Labels[code]);
        }
    }
}
