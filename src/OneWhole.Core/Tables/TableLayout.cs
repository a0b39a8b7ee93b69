using System.Collections.Immutable;

namespace OneWhole.Core.Tables;

/// <summary>Whether a table's amounts stand in one column, or side by side in several.</summary>
public enum TableShape
{
    /// <summary>One amount a row; other columns say whose it is.</summary>
    Long,

    /// <summary>Several columns are parts or groups themselves.</summary>
    Wide,
}

/// <summary>What the analyst said of a table's shape.</summary>
/// <param name="Shape">Long or wide.</param>
/// <param name="Columns">The headings of the columns that stand side by side; none for all that hold amounts.</param>
public sealed record TableLayout(TableShape Shape, ImmutableArray<string> Columns);
