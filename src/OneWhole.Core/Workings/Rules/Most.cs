using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>The largest of several, at least 0.</summary>
    public sealed record Most(IReadOnlyList<Rule> Of) : Rule
    {
        internal override string Words(RuleWords words) => "the largest of all groups";

        internal override string Numbers(RuleWords words, int row) =>
            $"the largest of {(Of.Count > 4 ? $"{Of.Count} groups" : string.Join(", ", Of.Select(other => other.Numbers(words, row))))}";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            Of.Select(other => other.Value(cells, row)).OfType<Fraction>().Append(Fraction.Zero).Max();

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row)
        {
            string?[] terms = [.. Of.Select(other => other.Formula(sheet, row))];
            return terms.Contains(null) ? null : sheet.Most(terms!);
        }

        internal override IEnumerable<Rule> Inner(int row) => Of;
    }
}
