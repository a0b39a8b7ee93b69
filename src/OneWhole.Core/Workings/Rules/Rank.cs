using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>
    /// 1 for the largest of all parts, folded ones among them; equal values have the same rank and the next skips. The folded part has
    /// none.
    /// </summary>
    public sealed record Rank(string Key) : Rule
    {
        internal override string Words(RuleWords words) =>
            $"1 for the largest {words.LabelOf(Key)}; equal ones share a "
            + $"rank{(words.Division.Folded is null ? "" : ", and folded ones count")}";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            cells.Division.IsFolded(row) || cells.At(Key, row) is not { } own
                ? null
                : 1 + Enumerable.Range(0, cells.Division.KeptParts).Count(at => cells.At(Key, at) > own) + FoldedAbove(cells.Division, row);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row)
        {
            if (sheet.Division.IsFolded(row))
            {
                return null;
            }
            string listed = sheet.Division.Folded is null
                ? sheet.Column(Key)
                : sheet.Ranges(Key, Enumerable.Range(0, sheet.Division.KeptParts), fixedRows: true)[0];
            return FormattableString.Invariant($"{1 + FoldedAbove(sheet.Division, row)}+COUNTIF({listed},\">\"&{sheet.Own(Key, row)})");
        }

        internal override bool IsSumInFormulas => true;

        /// <summary>Parts that are kept whatever their amount can be smaller than folded ones.</summary>
        private static int FoldedAbove(Division division, int row) => division.FoldedTotals.Count(total => total > division.Amount(row));
    }
}
