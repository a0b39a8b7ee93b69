using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>What the groups before this row's add up to.</summary>
    public sealed record GroupsBefore : Rule
    {
        internal override string Words(RuleWords words) => "totals of the groups before";

        internal override string Numbers(RuleWords words, int row) => words.Amount(SumBefore(words.Cells, row));

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.Division.Value(SumBefore(cells, row));

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) =>
            sheet.Sum(Enumerable.Range(0, sheet.GroupOf(row)).Select(sheet.Subtotal));

        private static ExactInt SumBefore(RuleCells cells, int row)
        {
            ExactInt sum = default;
            for (int before = 0; before < cells.GroupOf(row); before++)
            {
                sum += cells.Division.GroupTotal(before);
            }
            return sum;
        }
    }
}
