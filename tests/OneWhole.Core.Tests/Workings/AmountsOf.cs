using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Small amounts for tests of what is done with them, and how they are written in one line.</summary>
internal static class AmountsOf
{
    /// <summary>Parts without groups: "Fog 12, Engine 5"; "(blank)" is the blank one.</summary>
    public static Amounts Parts(string text)
    {
        (string Label, ExactInt Amount)[] parts = [.. text.Split(", ").Select(Part)];
        return new Amounts(
            0,
            [.. parts.Select((part, at) => new Entry(part.Label, EntryKind.Label, at))],
            null,
            [.. parts.Select(part => part.Amount)],
            [.. parts.Select(_ => true)]
        );
    }

    private static (string Label, ExactInt Amount) Part(string text)
    {
        int space = text.LastIndexOf(' ');
        return (text[..space], new ExactInt(System.Numerics.BigInteger.Parse(text[(space + 1)..])));
    }

    /// <summary>Groups of parts, a row each: "A: 1 2 -", "B: 3 - 0"; a dash is a pair without a row.</summary>
    public static Amounts Groups(string parts, params string[] rows)
    {
        string[] labels = parts.Split(' ');
        string[][] cells = [.. rows.Select(row => row.Split(": ")[1].Split(' '))];
        return new Amounts(
            0,
            [.. labels.Select((label, at) => new Entry(label, EntryKind.Label, at))],
            [.. rows.Select((row, at) => new Entry(row.Split(": ")[0], EntryKind.Label, at))],
            [.. cells.SelectMany(row => row).Select(cell => cell == "-" ? default : (ExactInt)long.Parse(cell))],
            [.. cells.SelectMany(row => row).Select(cell => cell != "-")]
        );
    }

    /// <summary>As they were written.</summary>
    public static string Written(Amounts amounts) =>
        amounts.Groups is null
            ? string.Join(", ", amounts.Parts.Select((part, at) => $"{part.Label} {amounts.Cells[at]}"))
            : string.Join(' ', amounts.Parts.Select(part => part.Label))
                + " / "
                + string.Join(
                    " / ",
                    amounts.Groups.Select(
                        (group, g) =>
                            $"{group.Label}: "
                            + string.Join(
                                ' ',
                                Enumerable.Range(0, amounts.Parts.Count).Select(p => amounts.Has(g, p) ? $"{amounts[g, p]}" : "-")
                            )
                    )
                );
}
