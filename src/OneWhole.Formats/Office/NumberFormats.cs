using OneWhole.Core.Charts;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Office;

/// <summary>Number formats of cells, labels and axes, in the study's decimals.</summary>
internal sealed class NumberFormats
{
    private readonly Division _division;
    private readonly LabelNumbers _numbers;

    public NumberFormats(WorkingsResult workings)
    {
        _division = workings.Division;
        _numbers = new LabelNumbers(workings);
    }

    private Finish Finish => _division.Study.Finish;

    private int ShareDecimals => _division.Study.Rounding.Decimals;

    private static string Zeros(int decimals) => decimals == 0 ? "" : "." + new string('0', decimals);

    /// <summary>Of a cell of the workings.</summary>
    public string OfCell(WorkingColumn column) => column.Unit switch
    {
        ColumnUnit.Amount => $"#,##0{Zeros(Math.Min(4, _division.Scale))}",
        // A share stands as it is, one decimal finer than it is shown.
        ColumnUnit.Share => $"0{Zeros(ShareDecimals + 1)}%",
        ColumnUnit.Percent => $"0{Zeros(ShareDecimals)}",
        ColumnUnit.Points => $"+0{Zeros(ShareDecimals)};-0{Zeros(ShareDecimals)};0{Zeros(ShareDecimals)}",
        ColumnUnit.Count => "0",
        _ => "0.###",
    };

    /// <summary>Of an axis that counts this; both ways without a minus.</summary>
    public string OfAxis(ColumnUnit unit, bool mirrored)
    {
        string format = unit == ColumnUnit.Share ? "0%" : Amount(trims: true);
        return mirrored ? $"{format};{format}" : format;
    }

    /// <summary>Of a cell that a label prints.</summary>
    public string OfLabel(ColumnUnit unit) => unit switch
    {
        ColumnUnit.Amount => Amount(_numbers.TrimsAmounts),
        ColumnUnit.Share => $"0{Zeros(ShareDecimals)}\" %\"",
        _ => Finish.TrimZeros ? "General\" %\"" : $"0{Zeros(ShareDecimals)}\" %\"",
    };

    private string Amount(bool trims)
    {
        if (_division.SumsShares)
        {
            return $"0{Zeros(Finish.AmountDecimals ?? Math.Max(0, _division.Scale - 2))}%";
        }
        (string scale, string suffix, int decimals) = Finish.AmountIn switch
        {
            AmountIn.Thousands => (",", " k", Finish.AmountDecimals ?? 1),
            AmountIn.Millions => (",,", " m", Finish.AmountDecimals ?? 1),
            _ => ("", "", _numbers.AmountDecimals),
        };
        string digits = decimals == 0 ? "" : trims && scale.Length == 0 && _division.Scale == 0 ? "" : Zeros(decimals);
        string unit = _numbers.Unit.Replace("\"", "", StringComparison.Ordinal);
        string before = Finish.UnitPlace == UnitPlace.Before && unit.Length > 0 ? $"\"{unit}\"" : "", after = Finish.UnitPlace == UnitPlace.After && unit.Length > 0 ? $"\" {unit}\"" : "";
        return $"{before}#,##0{digits}{scale}{(suffix.Length > 0 ? $"\"{suffix}\"" : "")}{after}";
    }

    /// <summary>The formula of a label's text: its name and its numbers, each in the label's own format.</summary>
    /// <param name="label">The label.</param>
    /// <param name="nameCell">The cell that has the name; null where there is none.</param>
    /// <param name="formulas">Of its numbers.</param>
    /// <param name="between">What stands between them.</param>
    public string Joined(ChartLabel label, string? nameCell, IReadOnlyList<string> formulas, string between)
    {
        IEnumerable<string> numbers = label.Numbers.Zip(formulas, (number, formula) => number.Unit switch
        {
            ColumnUnit.Amount => $"TEXT({formula},\"{OfLabel(number.Unit).Replace("\"", "\"\"", StringComparison.Ordinal)}\")",
            ColumnUnit.Share => $"TEXT({formula}*100,\"0{Zeros(ShareDecimals)}\")&\" %\"",
            _ => $"TEXT({formula},\"0{Zeros(ShareDecimals)}\")&\" %\"",
        });
        return string.Join($"&{between}&", [.. nameCell is null ? (string[])[] : [nameCell], .. numbers]);
    }
}
