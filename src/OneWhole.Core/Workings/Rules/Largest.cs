using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>
    /// The largest of a column, at least 0 unless it is said otherwise, over "all rows", "the group", "the lane" (rows of the same part),
    /// "the side" (the column), or "left and right".
    /// </summary>
    public sealed record Largest(string Key, string Over, bool AtLeastZero = true) : Rule
    {
        private const string BothSides = "left and right";

        internal override string Words(RuleWords words) => $"largest {words.LabelOf(Key)} of {Over}";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            RowsOf(cells.Division, cells.RowCount, row)
                .SelectMany(at => Over == BothSides ? (Fraction?[])[cells.At("left", at), cells.At("right", at)] : [cells.At(Key, at)])
                .OfType<Fraction>()
                .Concat(AtLeastZero ? [Fraction.Zero] : [])
                .DefaultIfEmpty(Fraction.Zero)
                .Max();

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) =>
            Over == BothSides
                ? $"MAX(0,{sheet.Column("left")},{sheet.Column("right")})"
                : sheet.Most(sheet.Ranges(Key, RowsOf(sheet.Division, sheet.RowCount, row), fixedRows: true), AtLeastZero);

        private IEnumerable<int> RowsOf(Division division, int count, int row) =>
            Over switch
            {
                "the group" => Enumerable.Range(0, count).Where(at => division.GroupOf(at) == division.GroupOf(row)),
                "the lane" => Enumerable.Range(0, count).Where(at => division.PartOf(at) == division.PartOf(row)),
                _ => Enumerable.Range(0, count),
            };
    }
}
