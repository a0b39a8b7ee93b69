using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing;

/// <summary>Rows that are alike in some columns.</summary>
internal static class Distinct
{
    /// <summary>The first row of each kind, and for every row the place of its kind among them.</summary>
    public static (int[] First, int[] KindOf) Rows(Table table, IReadOnlyList<Column> columns)
    {
        var kindOf = new int[table.RowCount];
        int kinds = Math.Min(1, table.RowCount);
        // Column by column, each kind is told apart further: a pair of numbers is a key, never a text.
        foreach (Column column in columns)
        {
            var known = new Dictionary<(int, int), int>();
            Codes codes = column.Labels.Codes;
            for (int row = 0; row < kindOf.Length; row++)
            {
                (int, int) key = (kindOf[row], codes[row]);
                if (!known.TryGetValue(key, out int kind))
                {
                    known.Add(key, kind = known.Count);
                }
                kindOf[row] = kind;
            }
            kinds = known.Count;
        }
        var first = new int[kinds];
        Array.Fill(first, -1);
        for (int row = 0; row < kindOf.Length; row++)
        {
            if (first[kindOf[row]] < 0)
            {
                first[kindOf[row]] = row;
            }
        }
        return (first, kindOf);
    }
}
