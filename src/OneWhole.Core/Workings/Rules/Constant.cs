using System.Globalization;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>A number.</summary>
    public sealed record Constant(double Number) : Rule
    {
        internal override string Words(RuleWords words) => NumberText.Exact(ExactDecimal.FromDouble(Number));

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => ExactDecimal.FromDouble(Number).ToFraction();

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => Number.ToString("R", CultureInfo.InvariantCulture);
    }
}
