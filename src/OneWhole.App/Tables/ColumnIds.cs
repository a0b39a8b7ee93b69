using System.Security.Cryptography;
using OneWhole.Core.Tables;

namespace OneWhole.App.Tables;

/// <summary>
/// Gives columns the ids by which documents refer to them. They are random, so that a column that comes after another was undone is never
/// taken for it.
/// </summary>
internal static class ColumnIds
{
    public static string New() => RandomNumberGenerator.GetHexString(10, lowercase: true);

    /// <summary>The table with an id for each column that has none.</summary>
    public static Table Given(Table table) =>
        table.Columns.All(column => column.Info.Id.Length > 0)
            ? table
            : new Table(
                table.Name,
                [.. table.Columns.Select(column => column.Info.Id.Length > 0 ? column : column.With(column.Info with { Id = New() }))]
            );
}
