using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Bundles;

/// <summary>A table of a bundle. Its rows are written when they are asked for: a bundle holds none in memory.</summary>
/// <param name="Name">Distinct within the bundle; studies refer to it.</param>
/// <param name="Title">What the table is called.</param>
/// <param name="Read">How the rows are to be read, so that they come out as they were.</param>
/// <param name="Copy">Writes the rows as CSV (RFC 4180, UTF-8).</param>
public sealed record BundledTable(string Name, string Title, ReadSettings Read, Action<Stream, Progress> Copy)
{
    /// <summary>How many rows there are; 0 where that is not known.</summary>
    public int RowCount { get; init; }

    /// <summary>The columns as others read them; null where they are not known.</summary>
    public JsonObject? Schema { get; init; }

    /// <summary>The steps that make the table of its rows: fresh rows are as raw as these, and are made fit by the same.</summary>
    public Preparation Prepare { get; init; } = Preparation.None;

    /// <summary>
    /// Where it has no rows but is an answer that was got for another table of the bundle: of which one, what was asked, and when. Null for
    /// a table.
    /// </summary>
    public JsonObject? Answer { get; init; }

    /// <summary>
    /// Where its rows are, when it has none and they stay there: a place, and a table or a query. Null for a table with rows, or with
    /// answers.
    /// </summary>
    public JsonObject? Left { get; init; }

    /// <summary>A table as it was read, and the steps that make it fit.</summary>
    public static BundledTable Of(string name, Table table, Preparation? prepare = null) =>
        new(name, table.Name, SettingsOf(table), (to, progress) => TableCsv.Write(table, to, progress))
        {
            RowCount = table.RowCount,
            Schema = TableSchema.Of(table),
            Prepare = prepare ?? Preparation.None,
        };

    /// <summary>A table that was read before, as text.</summary>
    public static BundledTable Of(string name, byte[] csv, ReadSettings read) => new(name, name, read, (to, _) => to.Write(csv));

    /// <summary>The rows in a file of their own, which is gone when it is closed.</summary>
    public FileStream ToFile() => TemporaryFile.Of(to => Copy(to, Progress.None));

    private static ReadSettings SettingsOf(Table table) =>
        new()
        {
            Separator = ",",
            Encoding = "utf-8",
            HeaderRow = 1,
            Columns = table.Columns.ToImmutableSortedDictionary(
                column => column.Name,
                column => new ColumnSettings
                {
                    Type = column.Info.Type,
                    DecimalMark = column.Info.Type == ColumnType.Quantity ? column.Info.Numbers.DecimalMark.ToString() : null,
                    Dates = column.Info.Type == ColumnType.Date ? column.Info.Dates : null,
                    Unit = column.Info.Unit,
                    Multiplier = column.Info.Multiplier.Length > 0 ? column.Info.Multiplier : null,
                    One = column.Info.One,
                    Many = column.Info.Many,
                    Total = column.Info.Total,
                    Met = [.. column.Info.EarlierLabels ?? []],
                },
                StringComparer.Ordinal
            ),
        };
}
