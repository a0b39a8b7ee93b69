using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>Another column's value in the first row of the group.</summary>
    public sealed record FirstOfGroup(string Key) : Rule
    {
        internal override string Words(RuleWords words) =>
            $"{words.LabelOf(Key)} of the first row{(words.Division.HasGroups ? " of the group" : "")}";

        internal override string Numbers(RuleWords words, int row) => words.Cell(Key, words.Cells.FirstOfGroup(row));

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.At(Key, cells.FirstOfGroup(row));

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => sheet.OwnInFixedRow(Key, row - sheet.Division.PartOf(row));
    }
}
