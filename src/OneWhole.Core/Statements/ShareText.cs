using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>
/// A share as it is printed, wherever that is: the same digits for the same share, reconciled where the study asks for it.
/// </summary>
public static class ShareText
{
    /// <summary>"24.9 %", "&lt;0.1 %" for what would be 0 and is not.</summary>
    /// <param name="percent">The share as it is shown, in percent.</param>
    /// <param name="isNothing">Whether the amount is 0.</param>
    /// <param name="decimals">Of the study.</param>
    /// <param name="trims">Whether zeros at the end go.</param>
    public static string Of(Fraction percent, bool isNothing, int decimals, bool trims = false) =>
        NumberText.InPercent(Number(percent, isNothing, decimals, trims));

    /// <summary>The same without its sign, where a heading or an axis has it.</summary>
    public static string Number(Fraction percent, bool isNothing, int decimals, bool trims = false) =>
        percent.Sign == 0 && !isNothing
            ? $"<{NumberText.Rounded(new Fraction(ExactInt.One, ExactInt.PowerOfTen(decimals)), decimals)}"
            : NumberText.Rounded(percent, decimals, trims);

    /// <summary>An amount's share of the study's own whole, of its group or of everything; a dash where it has none.</summary>
    /// <param name="workings">The workings, whose rows are amounts.</param>
    /// <param name="row">A row of them.</param>
    /// <param name="of">What it is a share of; null for the study's own whole.</param>
    public static string Of(WorkingsResult workings, int row, WholeOf? of = null)
    {
        Division division = workings.Division;
        return workings.SharesOf(of).Percent(row) is { } percent
            ? Of(percent, division.Amount(row).IsZero, division.Study.Rounding.Decimals)
            : NumberText.Dash;
    }

    /// <summary>A share of two amounts that stand in no row: of a group in everything, of several together.</summary>
    public static string Of(Division division, ExactInt amount, ExactInt whole) =>
        whole.IsZero
            ? NumberText.Dash
            : Of(new Fraction(amount * 100, whole), amount.IsZero, division.Study.Rounding.Decimals, division.Study.Finish.TrimZeros);
}
