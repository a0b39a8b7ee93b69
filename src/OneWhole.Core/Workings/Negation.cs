using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>One amount below zero that was dropped.</summary>
/// <param name="Group">Null in a study without groups.</param>
/// <param name="Part">Its label.</param>
/// <param name="Amount">In the table's smallest unit.</param>
public sealed record LeftOut(string? Group, string Part, ExactInt Amount);

/// <summary>What a study does with amounts below zero, before order, fold and whole.</summary>
internal static class Negation
{
    public static (Amounts Amounts, IReadOnlyList<LeftOut> LeftOut) Apply(Amounts amounts, Negatives rule) =>
        rule switch
        {
            Negatives.Size => (
                amounts.With(amounts.Parts, amounts.Groups, Array.ConvertAll(amounts.Cells, cell => cell.Abs()), amounts.Exists),
                []
            ),
            Negatives.LeaveOut when amounts.Cells.Any(cell => cell.Sign < 0) => LeaveOut(amounts),
            _ => (amounts, []),
        };

    private static (Amounts, IReadOnlyList<LeftOut>) LeaveOut(Amounts amounts)
    {
        int parts = amounts.Parts.Count,
            groups = amounts.GroupCount;
        bool Stays(int group, int part) => amounts.Has(group, part) && amounts[group, part].Sign >= 0;

        var leftOut = new List<LeftOut>();
        for (int group = 0; group < groups; group++)
        {
            for (int part = 0; part < parts; part++)
            {
                if (amounts[group, part].Sign < 0)
                {
                    leftOut.Add(new LeftOut(amounts.Groups?[group].Label, amounts.Parts[part].Label, amounts[group, part]));
                }
            }
        }

        // Having had something and having nothing left, a part or a group is not listed.
        int[] all = [.. Enumerable.Range(0, groups)],
            every = [.. Enumerable.Range(0, parts)];
        int[] keptParts = [.. every.Where(part => all.Any(group => Stays(group, part)) || !all.Any(group => amounts.Has(group, part)))];
        int[] keptGroups = amounts.Groups is null
            ? all
            : [.. all.Where(group => every.Any(part => Stays(group, part)) || !every.Any(part => amounts.Has(group, part)))];

        var cells = new ExactInt[keptParts.Length * keptGroups.Length];
        var exists = new bool[cells.Length];
        for (int g = 0; g < keptGroups.Length; g++)
        {
            for (int p = 0; p < keptParts.Length; p++)
            {
                if (Stays(keptGroups[g], keptParts[p]))
                {
                    cells[g * keptParts.Length + p] = amounts[keptGroups[g], keptParts[p]];
                    exists[g * keptParts.Length + p] = true;
                }
            }
        }
        return (
            amounts.With(
                [.. keptParts.Select(part => amounts.Parts[part])],
                amounts.Groups is null ? null : [.. keptGroups.Select(group => amounts.Groups[group])],
                cells,
                exists
            ),
            leftOut
        );
    }
}
