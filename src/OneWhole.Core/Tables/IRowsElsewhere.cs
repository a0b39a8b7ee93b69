namespace OneWhole.Core.Tables;

/// <summary>
/// Rows that stay where they are: a table of them has columns without cells, or with those of its first rows, to know them by.
/// </summary>
public interface IRowsElsewhere
{
    /// <summary>Where they are, in words, for files that can't have them: "They stay in the database".</summary>
    string Words { get; }

    /// <summary>How many there are; null where nobody has counted them.</summary>
    long? Rows { get; }
}
