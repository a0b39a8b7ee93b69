using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>The whole of the row.</summary>
    public sealed record TheWhole : Rule
    {
        internal override string Words(RuleWords words) =>
            words.Division.WholeOf switch
            {
                WholeOf.Group => "the group's total",
                WholeOf.Part => "the part's total",
                _ => words.Amount(words.Division.ReadingWhole),
            };

        internal override string Numbers(RuleWords words, int row) => words.Amount(words.Division.Whole(row));

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.Division.Value(cells.Division.Whole(row));

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => sheet.Whole(row);
    }
}
