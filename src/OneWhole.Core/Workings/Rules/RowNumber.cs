using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>The row's number among the parts, from 1.</summary>
    public sealed record RowNumber : Rule
    {
        internal override string Words(RuleWords words) => "place in the order";

        internal override string Numbers(RuleWords words, int row) => NumberText.Count(row + 1);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => row + 1;

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => $"COUNT({sheet.FromFirst("value", row)})";
    }
}
