using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>
    /// What the rows above this one add up to in a column: over all rows, or over those of its group. No value where the row has none
    /// itself.
    /// </summary>
    /// <param name="Key">The column.</param>
    /// <param name="Over">"all" or "group".</param>
    public sealed record Before(string Key, string Over) : Rule
    {
        private bool InGroup => Over == "group";

        internal override string Words(RuleWords words) =>
            $"{words.LabelOf(Key)} of the rows above{(InGroup && words.Division.HasGroups ? " in the group" : "")}";

        internal override string Numbers(RuleWords words, int row) => words.Above(Key, row, InGroup, sameSign: false);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            cells.At(Key, row) is null ? null : cells.Sum(Key, InGroup ? cells.FirstOfGroup(row) : 0, row - 1);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) =>
            $"SUM({(InGroup ? sheet.FromGroup(Key, row) : sheet.FromFirst(Key, row))})-{sheet.Own(Key, row)}";

        internal override (string Key, int Row)? Reads(int row) => (Key, row);

        internal override bool IsSumInFormulas => true;
    }
}
