using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings.Rules;

public abstract partial record Rule
{
    /// <summary>A, B or C by a running share: the one before the row's step, or the one with it. The folded part has none.</summary>
    public sealed record ClassOf(string Key, IReadOnlyList<ExactDecimal> Limits, bool CrossingIn) : Rule
    {
        private static readonly string[] Names = ["A", "B", "C"];

        internal override string Words(RuleWords words) =>
            $"by the {words.LabelOf(Key)} {(CrossingIn ? "before the part" : "with the part")}: {LimitWords}";

        internal override string Numbers(RuleWords words, int row) =>
            TextOf(words.Cells, row) is { } name
                ? $"{name}: the running share {(CrossingIn ? "before it" : "with it")} is "
                    + $"{NumberText.Percent(RunningShare(words.Cells, row), 2)}; {LimitWords}"
            : words.Division.IsFolded(row) ? "no class: it stands for many"
            : "no class: the whole is 0";

        /// <inheritdoc/>
        public override Fraction? Value(RuleCells cells, int row) => null;

        /// <summary>The class; null where there is none.</summary>
        public string? TextOf(RuleCells cells, int row)
        {
            if (cells.Division.IsFolded(row) || RunningShare(cells, row) is not { } running)
            {
                return null;
            }
            int at = Limits.ToList().FindIndex(limit => CrossingIn ? running < limit.ToFraction() : running <= limit.ToFraction());
            return Names[at < 0 ? Limits.Count : at];
        }

        /// <inheritdoc/>
        public override string? Formula(IFormulaSheet sheet, int row)
        {
            if (sheet.Division.IsFolded(row))
            {
                return null;
            }
            // Rounded, because a decimal limit is no binary fraction.
            string running = CrossingIn ? $"ROUND({sheet.Own(Key, row)}-{sheet.Own("share", row)},12)" : $"ROUND({sheet.Own(Key, row)},12)",
                sign = CrossingIn ? "<" : "<=";
            string rest = $"\"{Names[Limits.Count]}\"";
            for (int i = Limits.Count - 1; i >= 0; i--)
            {
                rest = $"IF({running}{sign}{Limits[i]},\"{Names[i]}\",{rest})";
            }
            return rest;
        }

        internal override (string Key, int Row)? Reads(int row) => (Key, row);

        private string LimitWords
        {
            get
            {
                string sign = CrossingIn ? "below" : "up to",
                    first = $"A {sign} {NumberText.PlainPercent(Limits[0])}";
                return Limits.Count == 1 ? $"{first}, B the rest" : $"{first}, B {sign} {NumberText.PlainPercent(Limits[1])}, C the rest";
            }
        }

        /// <summary>Before the step of the part, or with it: of equal ones in one step the first one's, or the last one's.</summary>
        private Fraction? RunningShare(RuleCells cells, int row)
        {
            if (!CrossingIn)
            {
                return cells.At(Key, row);
            }
            int first = row;
            while (
                first > 0 && cells.Division.Study.Running.Ties == Ties.Together && cells.At("value", first - 1) == cells.At("value", row)
            )
            {
                first--;
            }
            return cells.At(Key, row) is null ? null
                : first == 0 ? Fraction.Zero
                : cells.At(Key, first - 1);
        }
    }
}
