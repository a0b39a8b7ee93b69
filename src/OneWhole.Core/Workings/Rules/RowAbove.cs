using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>Another column's value in the row above, of the same group; none in the first.</summary>
    public sealed record RowAbove(string Key) : Rule
    {
        internal override string Words(RuleWords words) => $"{words.LabelOf(Key)} of the row above";

        internal override string Numbers(RuleWords words, int row) => words.Cell(Key, row - 1);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.Division.PartOf(row) == 0 ? null : cells.At(Key, row - 1);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => sheet.Division.PartOf(row) == 0 ? null : sheet.Own(Key, row - 1);

        internal override (string Key, int Row)? Reads(int row) => (Key, row - 1);
    }
}
