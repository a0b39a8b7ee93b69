using System.Text.Json.Serialization;
using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.App.Tables;

/// <summary>What is stored of a column.</summary>
/// <param name="At">Its place in the import that holds its cells; of a prepared column its place among them.</param>
public sealed record ColumnDocument(int At, string Name, ColumnType Type)
{
    /// <summary>By which studies, briefings and filters refer to it, whatever its heading is.</summary>
    public string Id { get; init; } = "";

    /// <summary>The import that holds its cells; empty for a prepared column.</summary>
    public string In { get; init; } = "";

    /// <summary>What it was called where it was read, where it is called otherwise now: fresh rows have it under that heading.</summary>
    public string? Heading { get; init; }

    [JsonIgnore]
    public Store.CellPlace Cells => new(In, At);

    public string? Unit { get; init; }

    /// <summary>In what the numbers are counted ("thousand"); empty for ones.</summary>
    public string Multiplier { get; init; } = "";

    /// <summary>How it follows from other columns; null where it does not.</summary>
    public Following? Following { get; init; }

    /// <summary>What the table's row of totals says, as a plain number.</summary>
    public string? Total { get; init; }

    public string? One { get; init; }

    public string? Many { get; init; }

    public bool HoldsShares { get; init; }

    public bool DecimalComma { get; init; }

    public DateOrder Dates { get; init; }

    /// <summary>How many different labels or numbers there are; null where nobody has counted them.</summary>
    public long? Distinct { get; init; }

    /// <summary>What is known of its cells, where they stay where they are.</summary>
    public CellsElsewhere? Elsewhere { get; init; }

    public long Blanks { get; init; }

    /// <summary>Filled cells that the column's type can't read.</summary>
    public long Unreadable { get; init; }

    public ColumnInfo ToInfo() =>
        new(Name, Type)
        {
            Id = Id,
            Unit = Unit,
            Multiplier = Multiplier,
            Follows = Following?.Rule,
            Total = Total is null ? null : ExactDecimal.Parse(Total),
            One = One,
            Many = Many,
            HoldsShares = HoldsShares,
            Numbers = DecimalComma ? NumberReading.Comma : NumberReading.Point,
            Dates = Dates,
            Elsewhere = Elsewhere,
        };

    /// <summary>A table's columns, each at the place of its number.</summary>
    public static IReadOnlyList<ColumnDocument> Of(Table table, CancellationToken cancel = default)
    {
        IReadOnlyDictionary<string, Following> following = FollowingColumns.Find(table, cancel);
        return [.. table.Columns.Select((column, at) => Of(at, column) with { Following = following.GetValueOrDefault(column.Name) })];
    }

    public static ColumnDocument Of(int at, Column column)
    {
        (int blanks, int unreadable) = ColumnFacts.Count(column);
        return new ColumnDocument(at, column.Name, column.Info.Type)
        {
            Id = column.Info.Id,
            Unit = column.Info.Unit,
            Multiplier = column.Info.Multiplier,
            Total = column.Info.Total?.ToString(),
            One = column.Info.One,
            Many = column.Info.Many,
            HoldsShares = column.Info.HoldsShares,
            DecimalComma = column.Info.Numbers.DecimalMark == ',',
            Dates = column.Info.Dates,
            Distinct = ColumnFacts.Distinct(column),
            Blanks = blanks,
            Unreadable = unreadable,
            Elsewhere = column.Info.Elsewhere,
        };
    }
}
