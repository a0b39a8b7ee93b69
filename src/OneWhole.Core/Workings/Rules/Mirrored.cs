using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>Another column's value, with its sign turned for the first part of each group.</summary>
    public sealed record Mirrored(string Key) : Rule
    {
        internal override string Words(RuleWords words) => $"{words.LabelOf(Key)}, negative for the part at the left";

        internal override string Numbers(RuleWords words, int row) =>
            words.Division.PartOf(row) == 0 ? $"−1 × {words.Cell(Key, row)}" : words.Cell(Key, row);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            cells.Division.PartOf(row) == 0 ? -cells.At(Key, row) : cells.At(Key, row);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => (sheet.Division.PartOf(row) == 0 ? "-" : "") + sheet.Own(Key, row);

        internal override (string Key, int Row)? Reads(int row) => (Key, row);
    }
}
