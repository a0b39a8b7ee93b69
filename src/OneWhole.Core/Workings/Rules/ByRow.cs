using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>
    /// A rule that is another one from row to row: said in one sentence for all of them. None for a row that has no value.
    /// </summary>
    public sealed record ByRow(string Text, Func<int, Rule?> Of) : Rule
    {
        /// <summary>
        /// What a row without an amount would have with one: a workbook's formula stands ready for it. Null where it follows no amount.
        /// </summary>
        public Func<int, Rule?>? WhereAbsent { get; init; }

        private Rule? InFormulas(int row) => Of(row) ?? WhereAbsent?.Invoke(row);

        internal override string Words(RuleWords words) => Text;

        internal override string Numbers(RuleWords words, int row) => Of(row)?.Numbers(words, row) ?? Text;

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => Of(row)?.Value(cells, row);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => InFormulas(row)?.Formula(sheet, row);

        internal override IEnumerable<Rule> Inner(int row) => InFormulas(row) is { } own ? [own] : [];
    }
}
