using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>Another column's value in the same row, 0 where it has none.</summary>
    public sealed record OrZero(string Key) : Rule
    {
        internal override string Words(RuleWords words) => words.LabelOf(Key);

        internal override string Numbers(RuleWords words, int row) => words.HasValue(Key, row) ? words.Cell(Key, row) : "0";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.At(Key, row) ?? Fraction.Zero;

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => $"N({sheet.Own(Key, row)})";
    }
}
