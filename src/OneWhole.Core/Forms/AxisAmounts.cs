using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>In what the numbers of an amount axis are printed: in what the labels are, and a column of shares in percent.</summary>
internal static class AxisAmounts
{
    public static AmountIn Of(Division division) => division.SumsShares ? AmountIn.Percents : division.Study.Finish.AmountIn;
}
