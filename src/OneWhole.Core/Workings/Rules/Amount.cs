using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>What the rows used add up to (or count, or have of distinct values) for one group and part, told in words.</summary>
    /// <param name="Text">What is added up.</param>
    /// <param name="Of">The group and the part of a row of the workings.</param>
    public sealed record Amount(string Text, Func<int, (int Group, int Part)> Of) : Rule
    {
        internal override string Words(RuleWords words) => Text;

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row)
        {
            (int group, int part) = Of(row);
            return cells.Division.Has(group, part) ? cells.Division.Value(cells.Division.Amount(group, part)) : null;
        }

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) => sheet.Amount(Of(row), row);
    }
}
