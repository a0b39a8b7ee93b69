using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>
/// Where each amount of a stack begins. Amounts of 0 and above stack upwards, amounts below 0 on their own downwards; an amount
/// of 0 stands where the stack above zero has come to.
/// </summary>
internal sealed class Stacking
{
    private readonly ExactInt[] _bases;

    private Stacking(ExactInt[] bases) => _bases = bases;

    /// <summary>The end of a row's amount that is nearer to zero.</summary>
    public ExactInt Base(int row) => _bases[row];

    public static Stacking Of(Division division)
    {
        var bases = new ExactInt[division.RowCount];
        ExactInt above = default,
            below = default;
        for (int row = 0; row < bases.Length; row++)
        {
            if (division.PartOf(row) == 0)
            {
                above = below = default;
            }
            ExactInt amount = division.Amount(row);
            bases[row] = amount.Sign < 0 ? below : above;
            if (amount.Sign < 0)
            {
                below += amount;
            }
            else
            {
                above += amount;
            }
        }
        return new Stacking(bases);
    }
}
