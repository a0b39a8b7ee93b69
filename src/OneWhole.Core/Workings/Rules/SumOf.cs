using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>What a column adds up to over certain rows; rows without a value count as 0.</summary>
    public sealed record SumOf(string Key, IReadOnlyList<int> Rows) : Rule
    {
        internal override string Words(RuleWords words) => $"all {words.LabelOf(Key)}";

        internal override string Numbers(RuleWords words, int row) => words.Terms(Key, Rows);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            Rows.Aggregate(Fraction.Zero, (sum, at) => sum + (cells.At(Key, at) ?? Fraction.Zero));

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => sheet.Sum(sheet.Ranges(Key, Rows, fixedRows: false));
    }
}
