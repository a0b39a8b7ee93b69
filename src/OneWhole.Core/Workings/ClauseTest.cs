using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>Which cells a clause lets pass: for whoever filters rows elsewhere by the cells that they can have.</summary>
public static class ClauseTest
{
    /// <summary>A clause's column.</summary>
    /// <exception cref="StudyException">The table has none of that name.</exception>
    public static Column ColumnOf(Table table, string column, string place) => Columns.Find(table, column, place);

    /// <param name="cells">Cells of the clause's column.</param>
    /// <param name="clause">The clause.</param>
    /// <returns>Of each cell, whether it passes.</returns>
    /// <exception cref="StudyException">An end does not suit the column.</exception>
    public static bool[] Passing(Column cells, Clause clause) =>
        RowFilter.Passing(new Table("", [cells]), [clause with { Column = cells.Name }], CancellationToken.None) is { } passing
            ? Array.ConvertAll(passing, each => each != 0)
            : [.. Enumerable.Repeat(true, cells.Count)];
}
