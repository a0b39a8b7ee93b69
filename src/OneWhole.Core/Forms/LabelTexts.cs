using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>What labels say of a row: its amount and its share, in the decimals and units that the finish asks for.</summary>
internal sealed class LabelTexts
{
    private readonly WorkingsResult _workings;
    private readonly Finish _finish;
    private readonly WorkingColumn? _shares;
    private readonly int _decimals;
    private readonly string _unit;
    private readonly bool _named;

    private readonly FigureBuilder _figure;

    public LabelTexts(WorkingsResult workings, FigureBuilder figure)
    {
        _figure = figure;
        _named = NamesInside(workings.Division);
        _workings = workings;
        _finish = workings.Division.Study.Finish;
        _shares = workings.Find("labelShare") ?? workings.Find("shownShare");
        _unit = StudyWords.Of(workings.Division).Unit;
        _decimals = _finish.AmountDecimals ?? Decimals(workings.Division);
    }

    /// <summary>Enough for three figures of the largest amount, and so many that none but 0 is printed as 0.</summary>
    private static int Decimals(Division division)
    {
        double largest = 0, smallest = double.MaxValue;
        for (int row = 0; row < division.RowCount; row++)
        {
            double size = Math.Abs(division.Value(division.Amount(row)).ToDouble());
            largest = Math.Max(largest, size);
            smallest = size > 0 ? Math.Min(smallest, size) : smallest;
        }
        int decimals = largest >= 100 || largest == 0 ? 0 : largest >= 10 ? 1 : 2;
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
        int decimals = _workings.Division.Study.Rounding.Decimals;
        if (percent.Sign == 0 && !_workings.Division.Amount(row).IsZero)
        {
            return $"<{NumberText.Rounded(new Fraction(ExactInt.One, ExactInt.PowerOfTen(decimals)), decimals)} %";
        }
        return $"{NumberText.Rounded(percent, decimals, _finish.TrimZeros)} %";
    }

    public string Amount(int row) => Amount(_workings.Division.Amount(row));

    public string Amount(ExactInt units)
    {
        (int power, string suffix) = _finish.AmountIn switch { AmountIn.Thousands => (3, " k"), AmountIn.Millions => (6, " m"), _ => (0, "") };
        Fraction value = _workings.Division.Value(units) / new Fraction(ExactInt.PowerOfTen(power));
        // Thousands of small amounts want decimals of their own, unless they were set.
        int decimals = power == 0 || _finish.AmountDecimals is not null ? _decimals : value.Abs() >= 100 ? 0 : 1;
        string number = NumberText.Rounded(value, decimals, trimZeros: _finish.TrimZeros || _finish.AmountDecimals is null) + suffix;
        return _finish.UnitPlace switch
        {
            UnitPlace.Before when _unit.Length > 0 => number.StartsWith('\u2212') ? $"\u2212{_unit}{number[1..]}" : $"{_unit}{number}",
            UnitPlace.After when _unit.Length > 0 => $"{number} {_unit}",
            _ => number,
        };
    }

    /// <summary>What stands with a group's name: its share of everything, its amount, or both.</summary>
    /// <param name="group">The group.</param>
    /// <param name="otherwise">What the form would have.</param>
    public string OfGroup(int group, LabelText otherwise)
    {
        Division division = _workings.Division;
        LabelText what = _finish.GroupLabel == LabelText.Auto ? otherwise : _finish.GroupLabel;
        string share = division.Total.IsZero ? "" : $"{NumberText.Rounded(new Fraction(division.GroupTotal(group) * 100, division.Total), Math.Min(1, division.Study.Rounding.Decimals), _finish.TrimZeros)} %";
        return what switch
        {
            LabelText.Share => share,
            LabelText.Amount => Amount(division.GroupTotal(group)),
            LabelText.Both => $"{Amount(division.GroupTotal(group))}, {share}",
            _ => "",
        };
    }

    /// <summary>Whether each part occurs in one group only: its name then stands in its bar, and there is no key.</summary>
    public static bool NamesInside(Division division) =>
        division is { HasGroups: true, PartCount: > 1, GroupCount: > 1 } && Enumerable.Range(0, division.PartCount).All(part => Enumerable.Range(0, division.GroupCount).Count(group => division.Has(group, part)) == 1);

    /// <summary>The lines of a label; the form's own choice where the finish leaves it to the form.</summary>
    public IReadOnlyList<LabelLine> Lines(int row, LabelText otherwise) => (_finish.Labels != LabelText.Auto ? _finish.Labels : _named && otherwise == LabelText.Share ? LabelText.Name : otherwise) switch
    {
        LabelText.Name => [new(_workings.Division.Parts[_workings.Division.PartOf(row)].Label, _figure.Names), new(Share(row), _figure.Shares)],
        LabelText.Share => [new(Share(row), _figure.Shares)],
        LabelText.Amount => [new(Amount(row), _figure.Amounts)],
        LabelText.Both => [new(Amount(row), _figure.Amounts), new(Share(row), _figure.Shares)],
        _ => [],
    };
}
