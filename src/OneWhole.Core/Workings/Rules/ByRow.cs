using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>A rule that is another one from row to row: said in one sentence for all of them. None for a row that has no value.</summary>
    public sealed record ByRow(string Text, Func<int, Rule?> Of) : Rule
    {
        internal override string Words(RuleWords words) => Text;

        internal override string Numbers(RuleWords words, int row) => Of(row)?.Numbers(words, row) ?? Text;

        public override Fraction? Value(RuleCells cells, int row) => Of(row)?.Value(cells, row);

        public override string? Formula(IFormulaSheet sheet, int row) => Of(row)?.Formula(sheet, row);

        internal override IEnumerable<Rule> Inner(int row) => Of(row) is { } own ? [own] : [];
    }
}
