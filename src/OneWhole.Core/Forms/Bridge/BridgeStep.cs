using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>One bar of a bridge.</summary>
/// <param name="Name">Printed under it.</param>
/// <param name="From">Where it begins: 0 for a whole.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Row">The row of the workings that it stands for; −1 for a whole or an effect.</param>
/// <param name="IsWhole">Whether it stands on the ground.</param>
internal sealed record BridgeStep(string Name, Fraction From, Fraction To, int Row, bool IsWhole)
{
    /// <summary>The steps of a bridge in their order, wholes and all.</summary>
    public static IReadOnlyList<BridgeStep> Of(WorkingsResult workings)
    {
        Division division = workings.Division;
        int[] parts = DrawnParts.Of(division);
        if (workings.Computed is not BridgeWorkings bridge)
        {
            Fraction total = division.Value(division.Total);
            BridgeStep Part(int row) =>
                new(division.Parts[row].NameInFigure, workings["base"].Exact(row)!.Value, workings["top"].Exact(row)!.Value, row, false);
            return [.. parts.Select(Part), new BridgeStep(FigureWords.Of("all"), Fraction.Zero, total, -1, true)];
        }
        (string before, string after) = BridgeColumns.Shown(division);
        BridgeStep first = new(before, Fraction.Zero, bridge.Before, -1, true),
            last = new(after, Fraction.Zero, bridge.After, -1, true);
        bool effects = ((BridgeMembers)division.Study.Form.Members).Steps == BridgeSteps.Effects;
        if (!effects || bridge.AllEffects is not { } all)
        {
            BridgeStep Part(int row) => new(division.Parts[row].NameInFigure, bridge.BaseOf(row), bridge.TopOf(row), row, false);
            return [first, .. parts.Select(Part), last];
        }
        Fraction volume = bridge.Before + all.Volume,
            mix = volume + all.Mix;
        BridgeStep Effect(string name, Fraction from, Fraction to) => new(name, from, to, -1, false);
        return
        [
            first,
            Effect(FigureWords.Of("volume"), bridge.Before, volume),
            Effect(FigureWords.Of("mix"), volume, mix),
            Effect(FigureWords.Of("rate"), mix, mix + all.Rate),
            last,
        ];
    }
}
