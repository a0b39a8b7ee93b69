using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>How a column follows from others.</summary>
/// <param name="Rule">In words: "the share of Boardings in its total".</param>
/// <param name="Differing">The rows, from 0, whose cell is another number than the rule gives; at most <see cref="FollowingColumns.MostListed"/>.</param>
/// <param name="DifferingCount">How many there are in all.</param>
public sealed record Following(string Rule, IReadOnlyList<int> Differing, int DifferingCount);

/// <summary>
/// Finds columns that were worked out from others by hand: a negative copy, a sum, a share of a total, a running total, a running
/// share. A rule holds where nine in ten of the filled rows have its number, as many decimals as the column has.
/// </summary>
public static class FollowingColumns
{
    /// <summary>The most differing rows that are listed.</summary>
    public const int MostListed = 20;

    private const int SampleRows = 2000;
    private const int MostSummed = 12;

    private readonly record struct Candidate(string Rule, Func<int, double> At);

    /// <returns>By heading; columns that follow from none are not in it.</returns>
    public static IReadOnlyDictionary<string, Following> Find(Table table)
    {
        var found = new Dictionary<string, Following>(StringComparer.Ordinal);
        Column[] quantities = [.. table.Columns.Where(column => column.Info.Type == ColumnType.Quantity)];
        // A row of totals is no row of the rule.
        int rows = table.RowCount - (EndsInTotals(quantities) ? 1 : 0);
        if (quantities.Length < 2 || rows < 3)
        {
            return found;
        }
        double[][] numbers = [.. quantities.Select(column => Numbers(column, rows))];
        for (int at = 0; at < quantities.Length; at++)
        {
            foreach (Candidate candidate in Candidates(quantities, numbers, at, found.Keys))
            {
                if (Check(candidate, numbers[at], Math.Pow(10, -quantities[at].Numbers.Scale) * 0.5000001) is { } following)
                {
                    found[quantities[at].Name] = following;
                    break;
                }
            }
        }
        return found;
    }

    private static bool EndsInTotals(Column[] quantities)
    {
        Column[] totalled = [.. quantities.Where(column => column.Info.Total is not null)];
        return totalled.Length > 0 && Array.TrueForAll(totalled, column => column.Count > 0 && column.Numbers.At(column.Count - 1) is { } last && new ExactDecimal(last, column.Numbers.Scale) == column.Info.Total);
    }

    private static double[] Numbers(Column column, int rows)
    {
        var numbers = new double[rows];
        for (int row = 0; row < rows; row++)
        {
            numbers[row] = column.Numbers.At(row) is { } units ? new ExactDecimal(units, column.Numbers.Scale).ToDouble() : double.NaN;
        }
        return numbers;
    }

    private static IEnumerable<Candidate> Candidates(Column[] columns, double[][] numbers, int at, ICollection<string> following)
    {
        for (int other = 0; other < columns.Length; other++)
        {
            // Of two that follow from one another the later one is marked; what follows itself explains nothing.
            if (other == at || following.Contains(columns[other].Name) || numbers[other].Where(number => number != 0 && !double.IsNaN(number)).Distinct().Take(2).Count() < 2)
            {
                continue;
            }
            double[] from = numbers[other];
            string name = columns[other].Name;
            if (other < at)
            {
                yield return new Candidate($"the negative of {name}", row => -from[row]);
            }
            double total = from.Where(number => !double.IsNaN(number)).Sum();
            double[] running = Running(from);
            if (other < at)
            {
                yield return new Candidate($"the running total of {name}", row => running[row]);
            }
            if (total != 0)
            {
                foreach (double whole in (double[])[1, 100])
                {
                    yield return new Candidate($"the share of {name} in its total", row => from[row] / total * whole);
                    yield return new Candidate($"the running share of {name}", row => running[row] / total * whole);
                }
            }
        }
        // A sum of the two or more columns that stand next to one another before it.
        for (int first = at - 2; first >= Math.Max(0, at - MostSummed); first--)
        {
            double[][] summed = numbers[first..at];
            yield return new Candidate($"the sum of {string.Join(", ", columns[first..at].Select(column => column.Name))}", row => summed.Sum(column => double.IsNaN(column[row]) ? 0 : column[row]));
        }
    }

    private static double[] Running(double[] numbers)
    {
        var running = new double[numbers.Length];
        double sum = 0;
        for (int row = 0; row < numbers.Length; row++)
        {
            sum += double.IsNaN(numbers[row]) ? 0 : numbers[row];
            running[row] = sum;
        }
        return running;
    }

    private static Following? Check(Candidate candidate, double[] numbers, double tolerance)
    {
        int filled = 0, differing = 0, nonZero = 0;
        var listed = new List<int>();
        for (int row = 0; row < numbers.Length; row++)
        {
            double number = numbers[row], wanted = candidate.At(row);
            if (double.IsNaN(number) || double.IsNaN(wanted))
            {
                continue;
            }
            filled++;
            nonZero += number != 0 ? 1 : 0;
            if (Math.Abs(number - wanted) > tolerance + Math.Abs(wanted) * 1e-12)
            {
                differing++;
                if (listed.Count < MostListed)
                {
                    listed.Add(row);
                }
            }
            if (row == SampleRows && differing * 10 > filled)
            {
                return null;
            }
        }
        return filled >= 3 && nonZero >= 2 && differing * 10 <= filled ? new Following(candidate.Rule, listed, differing) : null;
    }
}
