using System.Globalization;
using System.Runtime.InteropServices;
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

    /// <summary>After so many filled rows a rule that fails for most of them is dismissed.</summary>
    private const int FirstLook = 24;

    /// <summary>Up to so many columns each pair is looked at; of more, only pairs with a fingerprint in common.</summary>
    private const int MostPaired = 64;

    /// <summary>More candidates of one column are not looked at: columns that are copies of one another explain nothing more.</summary>
    private const int MostCandidates = 24;

    /// <summary>One way in which a column can follow from another.</summary>
    /// <param name="Words">"the share of {0} in its total".</param>
    /// <param name="Before">Whether only a column before it can explain it: of two that follow from one another the later one is marked.</param>
    /// <param name="Total">Whether the other column's total must not be 0.</param>
    /// <param name="Start">Begins a pass over the rows in their order; what it gives is the rule's number of each.</param>
    private sealed record Kind(string Words, bool Before, bool Total, Func<Source, Func<int, double>> Start);

    private static readonly Kind[] Kinds =
    [
        new("the negative of {0}", true, false, from => row => -from[row]),
        new("the running total of {0}", true, false, from => from.Running()),
        .. ((double[])[1, 100]).SelectMany(whole => (Kind[])
        [
            new("the share of {0} in its total", false, true, from => row => from[row] / from.Total * whole),
            new("the running share of {0}", false, true, from =>
            {
                Func<int, double> running = from.Running();
                return row => running(row) / from.Total * whole;
            }),
        ]),
    ];

    private readonly record struct Candidate(string Rule, Func<Func<int, double>> Start);

    /// <param name="table">The table.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>By heading; columns that follow from none are not in it.</returns>
    /// <exception cref="OperationCanceledException">Stopped.</exception>
    public static IReadOnlyDictionary<string, Following> Find(Table table, CancellationToken cancel = default)
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
        Func<int, IEnumerable<(int Other, int Kind)>> pairs = quantities.Length <= MostPaired
            ? at => from other in Enumerable.Range(0, sources.Length) from kind in Enumerable.Range(0, Kinds.Length) select (other, kind)
            : Fingerprints(sources, rows, cancel);
        for (int at = 0; at < quantities.Length; at++)
        {
            cancel.ThrowIfCancellationRequested();
            foreach (Candidate candidate in Candidates(sources, at, pairs(at), found.Keys))
            {
                if (Check(candidate, sources[at], rows, HalfUnit(quantities[at].Numbers.Scale), cancel) is { } following)
                {
                    found[quantities[at].Name] = following;
                    break;
                }
            }
        }
        return found;
    }

    private static double HalfUnit(int scale) => Math.Pow(10, -scale) * 0.5000001;

    /// <summary>
    /// Which columns may follow from which: some numbers of each, and of what each rule would make of it, are hashed three and
    /// three; only where one of these hashes is the same a pair is looked at. So the work grows with the columns, not with their pairs.
    /// </summary>
    private static Func<int, IEnumerable<(int Other, int Kind)>> Fingerprints(Source[] sources, int rows, CancellationToken cancel)
    {
        const int prints = 12, width = 3;
        int[] sample = [.. Enumerable.Range(0, prints * width).Select(at => (int)((long)at * rows / (prints * width))).Distinct()];
        int[] scales = [.. sources.Select(source => source.Scale).Distinct()];
        var byPrint = new Dictionary<(int Scale, int Print, long Hash), List<int>>();
        for (int at = 0; at < sources.Length; at++)
        {
            foreach ((int print, long hash) in Prints([.. sample.Select(row => sources[at][row])], sources[at].Scale))
            {
                (CollectionsMarshal.GetValueRefOrAddDefault(byPrint, (sources[at].Scale, print, hash), out _) ??= []).Add(at);
            }
        }
        var pairs = new SortedSet<(int Other, int Kind)>?[sources.Length];
        for (int other = 0; other < sources.Length; other++)
        {
            cancel.ThrowIfCancellationRequested();
            Source from = sources[other];
            for (int kind = 0; kind < Kinds.Length; kind++)
            {
                if (Kinds[kind].Total && from.Total == 0)
                {
                    continue;
                }
                Func<int, double> rule = Kinds[kind].Start(from);
                var made = new double[sample.Length];
                for (int row = 0, next = 0; row < rows && next < sample.Length; row++)
                {
                    double number = rule(row);
                    if (row == sample[next])
                    {
                        made[next++] = number;
                    }
                }
                foreach (int scale in scales)
                {
                    foreach ((int print, long hash) in Prints(made, scale))
                    {
                        foreach (int at in byPrint.GetValueOrDefault((scale, print, hash)) ?? [])
                        {
                            if (at != other && (pairs[at] ??= []).Count < MostCandidates)
                            {
                                pairs[at]!.Add((other, kind));
                            }
                        }
                    }
                }
            }
        }
        return at => pairs[at] ?? [];
    }

    /// <summary>Hashes of numbers in units of a scale, three and three; none where one of them is missing, or all are 0.</summary>
    private static IEnumerable<(int Print, long Hash)> Prints(double[] numbers, int scale)
    {
        double unit = Math.Pow(10, scale);
        for (int first = 0; first + 2 < numbers.Length; first += 3)
        {
            double a = Math.Round(numbers[first] * unit), b = Math.Round(numbers[first + 1] * unit), c = Math.Round(numbers[first + 2] * unit);
            if (double.IsFinite(a + b + c) && (a != 0 || b != 0 || c != 0))
            {
                // −0 is 0.
                yield return (first, HashCode.Combine(a + 0.0, b + 0.0, c + 0.0));
            }
        }
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
        private readonly Lazy<double> _total;
        private readonly Lazy<bool> _varies;

        public Source(Column column, int rows)
        {
            Name = column.Name;
            _view = column.Numbers;
            _unit = Math.Pow(10, _view.Scale);
            _total = new Lazy<double>(() =>
            {
                double sum = 0;
                for (int row = 0; row < rows; row++)
                {
                    sum += Filled(row);
                }
                return sum;
            });
            _varies = new Lazy<bool>(() => Enumerable.Range(0, rows).Select(row => this[row]).Where(number => number != 0 && !double.IsNaN(number)).Distinct().Take(2).Count() == 2);
        }

        public string Name { get; }

        public int Scale => _view.Scale;

        public double Total => _total.Value;

        public double this[int row] => _view.Units is { } units ? units[row] == NumberCells.Missing ? double.NaN : units[row] / _unit
            : _view.Wide![row] is { } wide ? new ExactDecimal(wide, _view.Scale).ToDouble() : double.NaN;

        /// <summary>A blank counts as nothing in a sum.</summary>
        public double Filled(int row) => double.IsNaN(this[row]) ? 0 : this[row];

        /// <summary>A column of one number alone explains nothing.</summary>
        public bool Varies => _varies.Value;

        /// <summary>The running total, for a pass over the rows in their order.</summary>
        public Func<int, double> Running()
        {
            double sum = 0;
            return row => sum += Filled(row);
        }
    }

    private static IEnumerable<Candidate> Candidates(Source[] columns, int at, IEnumerable<(int Other, int Kind)> pairs, ICollection<string> following)
    {
        foreach ((int other, int which) in pairs)
        {
            Source from = columns[other];
            Kind kind = Kinds[which];
            // What follows itself explains nothing.
            if (other != at && (other < at || !kind.Before) && from.Varies && !following.Contains(from.Name) && (!kind.Total || from.Total != 0))
            {
                yield return new Candidate(string.Format(CultureInfo.InvariantCulture, kind.Words, from.Name), () => kind.Start(from));
            }
        }
        // A sum of the two or more columns that stand next to one another before it.
        for (int first = at - 2; first >= Math.Max(0, at - MostSummed); first--)
        {
            Source[] summed = columns[first..at];
            yield return new Candidate($"the sum of {string.Join(", ", summed.Select(column => column.Name))}", () => row =>
            {
                double sum = 0;
                foreach (Source column in summed)
                {
                    sum += column.Filled(row);
                }
                return sum;
            });
        }
    }

    private static Following? Check(Candidate candidate, Source column, int rows, double tolerance, CancellationToken cancel)
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
            if ((filled == FirstLook && differing * 2 > filled) || (filled == SampleRows && differing * 10 > filled))
            {
                return null;
            }
            if (row % 65_536 == 0)
            {
                cancel.ThrowIfCancellationRequested();
            }
        }
        return filled >= 3 && nonZero >= 2 && differing * 10 <= filled ? new Following(candidate.Rule, listed, differing) : null;
    }
}
