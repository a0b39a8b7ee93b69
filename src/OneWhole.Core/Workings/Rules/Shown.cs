using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>A share in percent, rounded: by itself, or so that each whole shows 100 where it can be.</summary>
    /// <param name="Of">The share.</param>
    /// <param name="Shares">The shares as they are shown.</param>
    public sealed record Shown(Rule Of, ShownShares Shares) : Rule
    {
        internal override string Words(RuleWords words) =>
            $"{Of.Words(words)} in percent, "
            + $"{DecimalWords}{(words.Division.Study.Rounding.Reconcile ? ", rounded so that each whole shows 100 where it can" : "")}";

        private string DecimalWords => Shares.Decimals == 1 ? "1 decimal" : $"{Shares.Decimals} decimals";

        internal override string Numbers(RuleWords words, int row) => Of.Numbers(words, row);

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) =>
            Of.Value(cells, row) is not { } share ? null
            : Shares.IsReconciled(row) ? Shares.Percent(row)
            : new Fraction((share * new Fraction(ExactInt.PowerOfTen(Shares.Decimals + 2))).Round(), ExactInt.PowerOfTen(Shares.Decimals));

        /// <summary>A share that others decide is written as it is.</summary>
        public override string? Formula(IFormulaSheet sheet, int row) =>
            Shares.IsReconciled(row) || Of.Formula(sheet, row) is not { } share
                ? null
                : FormattableString.Invariant(
                    $"ROUND({(Of.IsSumInFormulas || Of.IsProduct ? $"({share})" : share)}*100,{Shares.Decimals})"
                );

        internal override IEnumerable<Rule> Inner(int row) => [Of];
    }
}
