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

    /// <param name="Start">Begins a pass over the rows in their order; what it gives is the rule's number of each.</param>
    private readonly record struct Candidate(string Rule, Func<Func<int, double>> Start);

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
        Source[] sources = [.. quantities.Select(column => new Source(column, rows))];
        for (int at = 0; at < quantities.Length; at++)
        {
            foreach (Candidate candidate in Candidates(sources, at, found.Keys))
            {
                if (Check(candidate, sources[at], rows, Math.Pow(10, -quantities[at].Numbers.Scale) * 0.5000001) is { } following)
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

    /// <summary>A column that others may follow from. Nothing is copied: a long table would be held a second time.</summary>
    private sealed class Source
    {
        private readonly NumberView _view;
        private readonly double _unit;
        private readonly int _rows;
        private readonly Lazy<double> _total;

        public Source(Column column, int rows)
        {
            Name = column.Name;
            _view = column.Numbers;
            _unit = Math.Pow(10, _view.Scale);
            _rows = rows;
            _total = new Lazy<double>(() => Enumerable.Range(0, rows).Sum(row => Filled(row)));
        }

        public string Name { get; }

        public double Total => _total.Value;

        public double this[int row] => _view.Units is { } units ? units[row] == NumberCells.Missing ? double.NaN : units[row] / _unit
            : _view.Wide![row] is { } wide ? new ExactDecimal(wide, _view.Scale).ToDouble() : double.NaN;

        /// <summary>A blank counts as nothing in a sum.</summary>
        public double Filled(int row) => double.IsNaN(this[row]) ? 0 : this[row];

        /// <summary>A column of one number alone explains nothing.</summary>
        public bool Varies() => Enumerable.Range(0, _rows).Select(row => this[row]).Where(number => number != 0 && !double.IsNaN(number)).Distinct().Take(2).Count() == 2;

        /// <summary>The running total, for a pass over the rows in their order.</summary>
        public Func<int, double> Running()
        {
            double sum = 0;
            return row => sum += Filled(row);
        }
    }

    private static IEnumerable<Candidate> Candidates(Source[] columns, int at, ICollection<string> following)
    {
        for (int other = 0; other < columns.Length; other++)
        {
            Source from = columns[other];
            // Of two that follow from one another the later one is marked; what follows itself explains nothing.
            if (other == at || !from.Varies() || following.Contains(from.Name))
            {
                continue;
            }
            if (other < at)
            {
                yield return new Candidate($"the negative of {from.Name}", () => row => -from[row]);
                yield return new Candidate($"the running total of {from.Name}", from.Running);
            }
            if (from.Total != 0)
            {
                foreach (double whole in (double[])[1, 100])
                {
                    yield return new Candidate($"the share of {from.Name} in its total", () => row => from[row] / from.Total * whole);
                    yield return new Candidate($"the running share of {from.Name}", () =>
                    {
                        Func<int, double> running = from.Running();
                        return row => running(row) / from.Total * whole;
                    });
                }
            }
        }
        // A sum of the two or more columns that stand next to one another before it.
        for (int first = at - 2; first >= Math.Max(0, at - MostSummed); first--)
        {
            Source[] summed = columns[first..at];
            yield return new Candidate($"the sum of {string.Join(", ", summed.Select(column => column.Name))}", () => row => summed.Sum(column => column.Filled(row)));
        }
    }

    private static Following? Check(Candidate candidate, Source column, int rows, double tolerance)
    {
        Func<int, double> rule = candidate.Start();
        int filled = 0, differing = 0, nonZero = 0;
        var listed = new List<int>();
        for (int row = 0; row < rows; row++)
        {
            double number = column[row], wanted = rule(row);
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
            if (filled == SampleRows && differing * 10 > filled)
            {
                return null;
            }
        }
        return filled >= 3 && nonZero >= 2 && differing * 10 <= filled ? new Following(candidate.Rule, listed, differing) : null;
    }
}
