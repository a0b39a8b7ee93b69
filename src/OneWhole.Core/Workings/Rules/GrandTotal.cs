using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>The total of all amounts.</summary>
    public sealed record GrandTotal : Rule
    {
        internal override string Words(RuleWords words) => words.Amount(words.Division.Total);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.Division.Value(cells.Division.Total);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => sheet.TotalName;
    }
}
