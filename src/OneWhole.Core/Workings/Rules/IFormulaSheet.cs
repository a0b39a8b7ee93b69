namespace OneWhole.Core.Workings.Rules;

/// <summary>Where the workings stand on a workbook's sheet: what formulas of rules are made of.</summary>
public interface IFormulaSheet
{
    /// <summary>What the sheet writes out.</summary>
    Division Division { get; }

    /// <summary>How many rows the workings have.</summary>
    int RowCount { get; }

    /// <summary>The group of a row of the workings.</summary>
    int GroupOf(int row);

    /// <summary>The cell of a column in a row of the workings.</summary>
    string Own(string key, int row);

    /// <summary>The same with its row fixed.</summary>
    string OwnInFixedRow(string key, int row);

    /// <summary>All cells of a column that has no subtotals among them.</summary>
    string Column(string key);

    /// <summary>A column from the first row of the workings to a row.</summary>
    string FromFirst(string key, int row);

    /// <summary>A column from the first row of the row's group to the row.</summary>
    string FromGroup(string key, int row);

    /// <summary>Cells of certain rows, those that stand one under the other as one range.</summary>
    IReadOnlyList<string> Ranges(string key, IEnumerable<int> rows, bool fixedRows);

    /// <summary>The total of a group, by its place.</summary>
    string Subtotal(int group);

    /// <summary>The total of a row's group; null where it is the value that stands.</summary>
    string? GroupTotal(int row);

    /// <summary>What everything adds up to.</summary>
    string TotalName { get; }

    /// <summary>The whole of a row.</summary>
    string Whole(int row);

    /// <summary>The amount of a group and part from the rows behind it; null where they are not in the workbook.</summary>
    string? Amount((int Group, int Part) pair, int row);

    /// <summary>What another column adds up to over the rows of a row's group; null where they are not in the workbook.</summary>
    string? RowsSum(string column, int row);

    /// <summary>How many of them have a number there.</summary>
    string? RowsCount(string column, int row);

    /// <summary>A sum of cells and ranges, however many.</summary>
    string Sum(IEnumerable<string> terms);

    /// <summary>The largest of cells and ranges, at least 0 or whatever it is.</summary>
    string Most(IReadOnlyList<string> terms, bool atLeastZero = true);
}
