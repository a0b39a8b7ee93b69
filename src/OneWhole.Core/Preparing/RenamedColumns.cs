using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Preparing;

/// <summary>A column that is probably called something else in fresh rows.</summary>
/// <param name="From">Its heading before.</param>
/// <param name="To">Its heading in the fresh rows.</param>
public sealed record RenamedColumn(string From, string To);

/// <summary>
/// Pairs the columns that fresh rows lack with those they have new. Two of one type are taken for one column where their
/// headings look alike, where they share at least half of their labels, or where they stand at the same place of equally many.
/// </summary>
public static class RenamedColumns
{
    private const int MostLabels = 2000;

    /// <returns>The likeliest pairs, each column in one at most, in the order of the columns before.</returns>
    public static IReadOnlyList<RenamedColumn> Find(Table before, Table after)
    {
        Column[] gone = [.. before.Columns.Where(column => after.Find(column.Name) is null)];
        Column[] fresh = [.. after.Columns.Where(column => before.Find(column.Name) is null)];
        var pairs = new List<RenamedColumn>();
        var likely =
            from old in gone
            from now in fresh
            where old.Info.Type == now.Info.Type
            let likeness = Likeness(before, old, after, now)
            where likeness > 0
            orderby likeness descending
            select new RenamedColumn(old.Name, now.Name);
        foreach (RenamedColumn pair in likely)
        {
            if (!pairs.Exists(taken => taken.From == pair.From || taken.To == pair.To))
            {
                pairs.Add(pair);
            }
        }
        return [.. gone.Select(column => pairs.Find(pair => pair.From == column.Name)).OfType<RenamedColumn>()];
    }

    private static int Likeness(Table before, Column old, Table after, Column now) =>
        (LookAlikes.Find([old.Name, now.Name]).Count > 0 ? 4 : 0)
        + (SharesLabels(old, now) ? 2 : 0)
        + (before.Columns.Count == after.Columns.Count && Place(before, old) == Place(after, now) ? 1 : 0);

    private static bool SharesLabels(Column old, Column now)
    {
        if (old.Info.Type != ColumnType.Category || old.Labels.Labels.Count > MostLabels || now.Labels.Labels.Count > MostLabels)
        {
            return false;
        }
        int shared = old.Labels.Labels.Intersect(now.Labels.Labels).Count();
        return shared > 0 && 2 * shared >= Math.Min(old.Labels.Labels.Count, now.Labels.Labels.Count);
    }

    private static int Place(Table table, Column column) => table.Columns.ToList().IndexOf(column);
}
