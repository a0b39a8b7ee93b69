using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>What an axis of amounts and one of shares are called.</summary>
public static class AxisTitles
{
    /// <summary>What an axis of amounts, and one of shares, would be called.</summary>
    public static (string Amounts, string Shares) Of(Division division)
    {
        var words = StudyWords.Of(division);
        return (
            words.Unit.Length > 0 && words.Unit != "%" ? $"{words.Counted}, {words.Unit}" : words.Counted,
            FigureWords.Of("shareOf", ("counted", words.Counted))
        );
    }
}
