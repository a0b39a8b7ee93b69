using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>The total of the row's group; without groups of everything.</summary>
    public sealed record GroupTotal : Rule
    {
        internal override string Words(RuleWords words) =>
            words.Division.HasGroups ? "the group's total" : words.Amount(words.Division.Total);

        internal override string Numbers(RuleWords words, int row) => words.Amount(words.Division.GroupTotal(words.Cells.GroupOf(row)));

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.Division.Value(cells.Division.GroupTotal(cells.GroupOf(row)));

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => sheet.GroupTotal(row);
    }
}
