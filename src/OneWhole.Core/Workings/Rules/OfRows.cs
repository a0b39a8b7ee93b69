using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>What other columns of the rows give for each group: their mean, or one's sum divided by another's.</summary>
    /// <param name="Text">In words.</param>
    /// <param name="Above">The column that is added up.</param>
    /// <param name="Below">The column by whose sum it is divided; null for the number of its numbers.</param>
    /// <param name="ByGroup">What it gives, by group; null where it divides by nothing.</param>
    public sealed record OfRows(string Text, string Above, string? Below, IReadOnlyList<Fraction?> ByGroup) : Rule
    {
        /// <summary>The columns that it reads.</summary>
        public IEnumerable<string> Columns => Below is null ? [Above] : [Above, Below];

        internal override string Words(RuleWords words) => Text;

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => ByGroup[row];

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row)
        {
            string? above = sheet.RowsSum(Above, row),
                below = Below is null ? sheet.RowsCount(Above, row) : sheet.RowsSum(Below, row);
            return above is null || below is null ? null : $"IFERROR({above}/{below},\"\")";
        }
    }
}
