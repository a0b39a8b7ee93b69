using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>What the rows of the same group above this one add up to, those alone that are of its sign; 0 counts as positive.</summary>
    public sealed record SameSignBefore(string Key) : Rule
    {
        internal override string Words(RuleWords words) =>
            $"{words.LabelOf(Key)} of the rows above{(words.Division.HasGroups ? " in the group" : "")} that are of the same sign";

        internal override string Numbers(RuleWords words, int row) => words.Above(Key, row, inGroup: true, sameSign: true);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            cells.At(Key, row) is not { } own
                ? null
                : cells
                    .Over(Key, cells.FirstOfGroup(row), row - 1)
                    .Where(value => value.Sign < 0 == own.Sign < 0)
                    .Aggregate(Fraction.Zero, (sum, value) => sum + value);

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row)
        {
            string above = sheet.FromGroup(Key, row),
                own = sheet.Own(Key, row);
            return $"IF({own}<0,SUMIF({above},\"<0\"),SUMIF({above},\">=0\"))-{own}";
        }

        internal override (string Key, int Row)? Reads(int row) => (Key, row);

        internal override bool IsSumInFormulas => true;
    }
}
