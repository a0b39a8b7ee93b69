using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as they are printed: texts in the study's decimals, made as they are asked for.</summary>
public sealed class WorkingsTable(WorkingsResult workings)
{
    public IReadOnlyList<string> Heads { get; } = [.. workings.Columns.Select(column => column.Label)];

    public IReadOnlyList<bool> IsNumber { get; } = [.. workings.Columns.Select(column => !column.IsText)];

    public int RowCount => workings.RowCount;

    /// <summary>The cells of a row.</summary>
    public IReadOnlyList<string> Row(int row) => [.. workings.Columns.Select(column => Cell(workings, column, row))];

    /// <summary>The first rows, at most so many.</summary>
    public IEnumerable<IReadOnlyList<string>> First(int most) => Enumerable.Range(0, Math.Min(most, RowCount)).Select(Row);

    private static string Cell(WorkingsResult workings, WorkingColumn column, int row)
    {
        if (column.IsText)
        {
            return column.Text(row) ?? "";
        }
        // A share stands as it is, one decimal finer than it is shown.
        return WorkingsText.Of(workings, column, row, finer: 1) is not { Length: > 0 } text ? ""
            : column.Unit is ColumnUnit.Share or ColumnUnit.Percent ? NumberText.InPercent(text)
            : text;
    }
}
