using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>A sum.</summary>
    public sealed record Add(Rule First, Rule Second) : Rule
    {
        internal override string Words(RuleWords words) => $"{First.Words(words)} + {Second.Words(words)}";

        internal override string Numbers(RuleWords words, int row) => $"{First.Numbers(words, row)} + {Second.Numbers(words, row)}";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => First.Value(cells, row) + Second.Value(cells, row);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => Both(First.Formula(sheet, row), "+", Second.Formula(sheet, row));

        internal override IEnumerable<Rule> Inner(int row) => [First, Second];

        internal override bool IsSum => true;
    }
}
