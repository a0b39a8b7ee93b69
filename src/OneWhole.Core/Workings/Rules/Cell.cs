using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>Another column's value in the same row.</summary>
    public sealed record Cell(string Key) : Rule
    {
        internal override string Words(RuleWords words) => words.LabelOf(Key);

        internal override string Numbers(RuleWords words, int row) => words.Cell(Key, row);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.At(Key, row);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => sheet.Own(Key, row);

        internal override (string Key, int Row)? Reads(int row) => (Key, row);
    }
}
