using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>The sum of a column from the first row to this one; equal neighbours in one step where so said.</summary>
    public sealed record RunningTotal(string Key, bool TiesTogether) : Rule
    {
        private const int MostTerms = 6;

        internal override string Words(RuleWords words) =>
            $"{words.LabelOf(Key)} added up from the top{(TiesTogether ? ", equal ones in one step" : "")}";

        internal override string Numbers(RuleWords words, int row)
        {
            int last = LastOfStep(words.Cells, row);
            string[] terms = [.. Enumerable.Range(0, last + 1).Select(at => words.HasValue(Key, at) ? words.Cell(Key, at) : "0")];
            return string.Join(" + ", terms.Length > MostTerms ? [terms[0], terms[1], "…", terms[^2], terms[^1]] : terms);
        }

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.Sum(Key, 0, LastOfStep(cells, row));

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row)
        {
            string own = $"SUM({sheet.FromFirst(Key, row)})";
            // Equal neighbours count as one step: they have the last one's.
            return TiesTogether && row + 1 < sheet.Division.KeptParts
                ? $"IF({sheet.Own(Key, row + 1)}={sheet.Own(Key, row)},{sheet.Own("running", row + 1)},{own})"
                : own;
        }

        private int LastOfStep(RuleCells cells, int row)
        {
            int last = row;
            while (TiesTogether && last + 1 < cells.Division.KeptParts && cells.At(Key, last + 1) == cells.At(Key, row))
            {
                last++;
            }
            return last;
        }
    }
}
