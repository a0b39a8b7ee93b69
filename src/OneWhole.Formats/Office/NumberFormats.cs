using OneWhole.Core.Charts;
using OneWhole.Core.Numbers;
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
    public string OfCell(WorkingColumn column) =>
        column.Unit switch
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
        string format = unit == ColumnUnit.Share ? "0%" : Amount();
        return mirrored ? $"{format};{format}" : format;
    }

    private string Amount()
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
        string digits = scale.Length == 0 && _division.Scale == 0 ? "" : Zeros(decimals);
        string unit = _numbers.Unit.Replace("\"", "", StringComparison.Ordinal);
        string before = Finish.UnitPlace == UnitPlace.Before && unit.Length > 0 ? $"\"{unit}\"" : "",
            after = Finish.UnitPlace == UnitPlace.After && unit.Length > 0 ? $"\" {unit}\"" : "";
        return $"{before}#,##0{digits}{scale}{(suffix.Length > 0 ? $"\"{suffix}\"" : "")}{after}";
    }

    /// <summary>
    /// The formula of a label's text: its name and its numbers, each as the figure prints it. FIXED writes them, since the patterns of TEXT
    /// depend on where the reader's program stands.
    /// </summary>
    /// <param name="label">The label.</param>
    /// <param name="nameCell">The cell that has the name; null where there is none.</param>
    /// <param name="formulas">Of its numbers.</param>
    /// <param name="amountOf">The formula of the amount whose share a number is; null where a share that is rounded to nothing stays
    /// so.</param>
    /// <param name="between">What stands between them.</param>
    public string Joined(
        ChartLabel label,
        string? nameCell,
        IReadOnlyList<string> formulas,
        Func<ChartNumber, string?> amountOf,
        string between
    )
    {
        IEnumerable<string> numbers = label.Numbers.Zip(formulas, (number, formula) => Printed(number, formula, amountOf(number)));
        return string.Join($"&{between}&", [.. nameCell is null ? (string[])[] : [nameCell], .. numbers]);
    }

    /// <summary>The formula of a number's text.</summary>
    private string Printed(ChartNumber number, string formula, string? amount) =>
        number.IsSigned ? $"IF({formula}>0,\"+\",\"\")&{Unsigned(number, formula, amount)}" : Unsigned(number, formula, amount);

    private string Unsigned(ChartNumber number, string formula, string? amount)
    {
        switch (number.Unit)
        {
            case ColumnUnit.Amount:
                return AmountText(formula);
            case ColumnUnit.Share:
                return InPercent(Fixed($"({formula}*100)", ShareDecimals, Finish.TrimZeros));
            case ColumnUnit.Percent:
                string text = InPercent(Fixed(formula, ShareDecimals, Finish.TrimZeros));
                // A share that is rounded to nothing and is something says so.
                var unit = new Fraction(ExactInt.One, ExactInt.PowerOfTen(ShareDecimals));
                string least = $"<{NumberText.InPercent(NumberText.Rounded(unit, ShareDecimals))}";
                return amount is null ? text : $"IF(AND({formula}=0,N({amount})<>0),\"{least}\",{text})";
            case ColumnUnit.Points:
                return Fixed(formula, ShareDecimals, Finish.TrimZeros);
            default:
                return Fixed(formula, 3, trims: true);
        }
    }

    /// <summary>A text formula with the percent sign, where the style has it.</summary>
    private static string InPercent(string formula) =>
        NumberStyle.Current is { PercentFirst: true, PercentGap: var before }
            ? $"\"%{before}\"&{formula}"
            : $"{formula}&\"{NumberStyle.Current.PercentGap}%\"";

    private string AmountText(string formula)
    {
        if (_division.SumsShares)
        {
            return InPercent(Fixed($"({formula}*100)", Finish.AmountDecimals ?? Math.Max(0, _division.Scale - 2), _numbers.TrimsAmounts));
        }
        (string divisor, string suffix) = Finish.AmountIn switch
        {
            AmountIn.Thousands => ("1000", " k"),
            AmountIn.Millions => ("1000000", " m"),
            _ => ("", ""),
        };
        string value = divisor.Length == 0 ? formula : $"({formula}/{divisor})";
        string unit = Finish.UnitPlace == UnitPlace.Before ? _numbers.Unit : "";
        string Number(int decimals) => Fixed(value, decimals, _numbers.TrimsAmounts, unit);
        string number =
            divisor.Length == 0 || Finish.AmountDecimals is not null
                ? Number(_numbers.AmountDecimals)
                : $"IF(ABS({value})>=100,{Number(0)},{Number(1)})";
        string after = suffix + (Finish.UnitPlace == UnitPlace.After && _numbers.Unit.Length > 0 ? $" {_numbers.Unit}" : "");
        return after.Length == 0 ? number : $"{number}&{Quoted(after)}";
    }

    private static string Quoted(string text) => $"\"{text.Replace("\"", "\"\"", StringComparison.Ordinal)}\"";

    /// <summary>
    /// A number in words as the figure has them: a true minus, the unit after it, zeros at the end taken away where that is wished.
    /// </summary>
    private static string Fixed(string value, int decimals, bool trims, string unit = "")
    {
        string size = $"ABS({value})",
            text = $"FIXED({size},{decimals})";
        for (int fewer = decimals - 1; trims && fewer >= 0; fewer--)
        {
            text = $"IF(ROUND({size},{decimals})=ROUND({size},{fewer}),FIXED({size},{fewer}),{text})";
        }
        return $"IF(ROUND({value},{decimals})<0,\"{NumberStyle.Current.Minus}\",\"\")&{(unit.Length > 0 ? Quoted(unit) + "&" : "")}{text}";
    }
}
