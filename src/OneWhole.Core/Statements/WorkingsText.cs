using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>A number of the workings as it is printed, by what it is: in the study's decimals, without a unit.</summary>
public static class WorkingsText
{
    /// <summary>A cell's number; empty where it has none. A shown share has the same digits as on its label.</summary>
    /// <param name="workings">The workings.</param>
    /// <param name="column">One of its columns.</param>
    /// <param name="row">One of its rows.</param>
    /// <param name="finer">By how many decimals a share is finer than the study's.</param>
    public static string Of(WorkingsResult workings, WorkingColumn column, int row, int finer = 0) =>
        column.Exact(row) is not { } value ? ""
        : column.Key is "shownShare" or "labelShare" && workings.RowsAreCells
            ? ShareText.Number(value, workings.Division.Amount(row).IsZero, workings.Division.Study.Rounding.Decimals)
        : Of(workings.Division, column.Unit, value, finer);

    /// <param name="division">What is divided.</param>
    /// <param name="unit">What the number is.</param>
    /// <param name="value">The number.</param>
    /// <param name="finer">By how many decimals a share is finer than the study's.</param>
    public static string Of(Division division, ColumnUnit unit, Fraction value, int finer = 0) =>
        unit switch
        {
            ColumnUnit.Amount => Amount(division, value),
            ColumnUnit.Share => NumberText.Rounded(value * 100, division.Study.Rounding.Decimals + finer),
            ColumnUnit.Percent => NumberText.Rounded(value, division.Study.Rounding.Decimals),
            ColumnUnit.Points => Points(value, division.Study.Rounding.Decimals),
            ColumnUnit.Count => NumberText.Rounded(value, 0),
            _ => NumberText.Rounded(value, 3),
        };

    private static string Amount(Division division, Fraction value) =>
        division.SumsShares
            ? NumberText.InPercent(NumberText.Rounded(division.Printed(value), Math.Clamp(division.Scale - 2, 0, 4)))
            : NumberText.Rounded(value, Math.Min(4, division.Scale));

    /// <summary>Percentage points, with their sign: no share is ever taken for them.</summary>
    private static string Points(Fraction value, int decimals) => NumberText.Signed(value, NumberText.Rounded(value.Abs(), decimals));
}
