using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>A difference.</summary>
    public sealed record Subtract(Rule First, Rule Second) : Rule
    {
        internal override string Words(RuleWords words) => $"{First.Words(words)} − {words.Term(Second)}";

        internal override string Numbers(RuleWords words, int row) => $"{First.Numbers(words, row)} − {words.NumberTerm(Second, row)}";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => First.Value(cells, row) - Second.Value(cells, row);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) =>
            Both(First is Constant { Number: 0 } ? "" : First.Formula(sheet, row), "-", Term(Second, sheet, row));

        internal override IEnumerable<Rule> Inner(int row) => [First, Second];

        internal override bool IsSum => true;
    }
}
