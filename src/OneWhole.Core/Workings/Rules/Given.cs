using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>A value that comes from the rows or from the study; told in words.</summary>
    public sealed record Given(string Text) : Rule
    {
        internal override string Words(RuleWords words) => Text;

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => null;

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => null;
    }
}
