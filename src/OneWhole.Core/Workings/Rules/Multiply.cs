using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>A product.</summary>
    public sealed record Multiply(Rule First, Rule Second) : Rule
    {
        internal override string Words(RuleWords words) => $"{words.Term(First)} × {words.Term(Second)}";

        internal override string Numbers(RuleWords words, int row) => $"{words.NumberTerm(First, row)} × {words.NumberTerm(Second, row)}";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => First.Value(cells, row) * Second.Value(cells, row);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => Both(Term(First, sheet, row), "*", Term(Second, sheet, row));

        internal override IEnumerable<Rule> Inner(int row) => [First, Second];

        internal override bool IsProduct => true;
    }
}
