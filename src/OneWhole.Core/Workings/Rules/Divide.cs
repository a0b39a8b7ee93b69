using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>No value where the divisor is 0.</summary>
    public sealed record Divide(Rule Dividend, Rule Divisor) : Rule
    {
        internal override string Words(RuleWords words) => $"{words.Term(Dividend)} ÷ {words.Term(Divisor)}";

        internal override string Numbers(RuleWords words, int row) =>
            $"{words.NumberTerm(Dividend, row)} ÷ {words.NumberTerm(Divisor, row)}";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            Divisor.Value(cells, row) is { Sign: not 0 } divisor ? Dividend.Value(cells, row) / divisor : null;

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row)
        {
            string? divisor = Divisor.IsProduct && Divisor.Formula(sheet, row) is { } product ? $"({product})" : Term(Divisor, sheet, row);
            return Both(Term(Dividend, sheet, row), "/", divisor);
        }

        internal override IEnumerable<Rule> Inner(int row) => [Dividend, Divisor];

        internal override bool IsProduct => true;
    }
}
