using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>The numbers of labels, in the decimals and units that the finish asks for.</summary>
public sealed class LabelNumbers
{
    private readonly WorkingsResult _workings;
    private readonly Finish _finish;
    private readonly WorkingColumn? _shares;

    /// <param name="workings">The workings.</param>
    /// <param name="fewerDecimals">By how many decimals amounts are coarser than they could be, because they have no room.</param>
    public LabelNumbers(WorkingsResult workings, int fewerDecimals = 0)
    {
        _workings = workings;
        _finish = workings.Division.Study.Finish;
        _shares = workings.Find("labelShare") ?? workings.Find("shownShare");
        Unit = StudyWords.Of(workings.Division).Unit;
        AmountDecimals = _finish.AmountDecimals ?? Math.Max(0, Decimals(workings.Division) - fewerDecimals);
    }

    /// <summary>The column whose shares are printed, in percent; null where the form has none.</summary>
    public string? ShareKey => _shares?.Key;

    /// <summary>The decimals of amounts in ones.</summary>
    public int AmountDecimals { get; }

    /// <summary>Whether amounts end where their zeros begin.</summary>
    public bool TrimsAmounts => _finish.TrimZeros || _finish.AmountDecimals is null;

    /// <summary>What is counted, as it is written with a number; empty where it has no name.</summary>
    public string Unit { get; }

    /// <summary>Enough for three figures of the largest amount, and so many that none but 0 is printed as 0.</summary>
    private static int Decimals(Division division)
    {
        double largest = 0,
            smallest = double.MaxValue;
        for (int row = 0; row < division.RowCount; row++)
        {
            double size = Math.Abs(division.Value(division.Amount(row)).ToDouble());
            largest = Math.Max(largest, size);
            smallest = size > 0 ? Math.Min(smallest, size) : smallest;
        }
        int decimals =
            largest >= 100 || largest == 0 ? 0
            : largest >= 10 ? 1
            : 2;
        while (decimals < division.Scale && smallest < 0.5 * Math.Pow(10, -decimals))
        {
            decimals++;
        }
        return Math.Min(decimals, division.Scale);
    }

    /// <summary>"24.9 %", "&lt;0.1 %" for what would be 0 and is not, a dash where there is none.</summary>
    public string Share(int row)
    {
        if (_shares?.Exact(row) is not { } percent)
        {
            return NumberText.Dash;
        }
        return ShareText.Of(percent, _workings.Division.Amount(row).IsZero, _workings.Division.Study.Rounding.Decimals, _finish.TrimZeros);
    }

    /// <summary>The amount of a row as its label prints it.</summary>
    public string Amount(int row) => Amount(_workings.Division.Amount(row));

    /// <summary>An amount as a label prints it, in the table's smallest unit.</summary>
    public string Amount(ExactInt units)
    {
        if (_workings.Division.SumsShares)
        {
            Fraction percent = _workings.Division.Printed(_workings.Division.Value(units));
            return NumberText.InPercent(
                NumberText.Rounded(percent, _finish.AmountDecimals ?? Math.Max(0, _workings.Division.Scale - 2), TrimsAmounts)
            );
        }
        (int power, string suffix) = _finish.AmountIn switch
        {
            AmountIn.Thousands => (3, "thousands"),
            AmountIn.Millions => (6, "millions"),
            _ => (0, ""),
        };
        Fraction value = _workings.Division.Value(units) / new Fraction(ExactInt.PowerOfTen(power));
        // Thousands of small amounts want decimals of their own, unless they were set.
        int decimals =
            power == 0 || _finish.AmountDecimals is not null ? AmountDecimals
            : value.Abs() >= 100 ? 0
            : 1;
        string plain = NumberText.Rounded(value, decimals, trimZeros: TrimsAmounts),
            number = suffix.Length == 0 ? plain : FigureWords.Of(suffix, ("number", plain));
        return _finish.UnitPlace switch
        {
            UnitPlace.Before when Unit.Length > 0 => NumberText.Before(Unit, number),
            UnitPlace.After when Unit.Length > 0 => $"{number} {Unit}",
            _ => number,
        };
    }
}
