using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>How many parts there are, folded ones counted.</summary>
    public sealed record PartCount : Rule
    {
        internal override string Words(RuleWords words) => NumberText.Count(words.Division.CountedParts);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => cells.Division.CountedParts;

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row) =>
            sheet.Division.Folded is null
                ? $"COUNT({sheet.Column("value")})"
                : FormattableString.Invariant($"COUNT({sheet.Column("value")})+{sheet.Division.CountedParts - sheet.Division.PartCount}");

        internal override bool IsSumInFormulas => true;
    }
}
