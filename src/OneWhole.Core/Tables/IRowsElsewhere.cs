namespace OneWhole.Core.Tables;

/// <summary>Rows that stay where they are: a table of them has columns without cells.</summary>
public interface IRowsElsewhere
{
    /// <summary>Where they are, in words, for files that can't have them: "They stay in the database".</summary>
    string Words { get; }
}
