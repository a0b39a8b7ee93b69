using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>A column that others may follow from. Nothing is copied: a long table would be held a second time.</summary>
internal sealed class FollowingSource
{
    private readonly NumberView _view;
    private readonly double _unit;
    private readonly Lazy<double> _total;
    private readonly Lazy<double> _largest;
    private readonly Lazy<bool> _varies;

    public FollowingSource(Column column, int rows)
    {
        Name = column.Name;
        Rows = rows;
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
        _largest = new Lazy<double>(() => Enumerable.Range(0, rows).Select(Filled).DefaultIfEmpty(0).Max());
        _varies = new Lazy<bool>(() =>
            Enumerable
                .Range(0, rows)
                .Select(row => this[row])
                .Where(number => number != 0 && !double.IsNaN(number))
                .Distinct()
                .Take(2)
                .Count() == 2
        );
    }

    public string Name { get; }

    public int Rows { get; }

    public int Scale => _view.Scale;

    public double Total => _total.Value;

    public double this[int row] =>
        _view.Units is { } units
            ? units[row] == NumberCells.Missing
                ? double.NaN
                : units[row] / _unit
            : _view.Wide![row] is { } wide
                ? new ExactDecimal(wide, _view.Scale).ToDouble()
                : double.NaN;

    /// <summary>A blank counts as nothing in a sum.</summary>
    public double Filled(int row) => double.IsNaN(this[row]) ? 0 : this[row];

    /// <summary>A column of one number alone explains nothing.</summary>
    public bool Varies => _varies.Value;

    /// <summary>The largest number; 0 where there is none above it.</summary>
    public double Largest => _largest.Value;

    /// <summary>The distance between the smallest and the largest number.</summary>
    public double Spread =>
        Enumerable
            .Range(0, Rows)
            .Select(row => this[row])
            .Where(double.IsFinite)
            .DefaultIfEmpty(0)
            .Aggregate(
                (Least: double.MaxValue, Most: double.MinValue),
                (ends, number) => (Math.Min(ends.Least, number), Math.Max(ends.Most, number)),
                ends => ends.Most - ends.Least
            );

    /// <summary>The running total, for a pass over the rows in their order.</summary>
    public Func<int, double> Running()
    {
        double sum = 0;
        return row => sum += Filled(row);
    }
}
