using OneWhole.App.Tables;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Store;

namespace OneWhole.App.Elsewhere;

/// <summary>Kept cells as the store has them.</summary>
internal static class KeptTable
{
    /// <summary>A table's document that has the cells of some answers instead of its rows.</summary>
    /// <param name="from">The table that they are from, as it is stored, and with its columns.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="used">The answers.</param>
    /// <param name="cells">Where they are written, unseen as yet.</param>
    public static TableDocument Kept((TableDocument Document, Table Table) from, string name, IEnumerable<UsedAnswer> used, CellStore cells)
    {
        IReadOnlyList<UsedAnswer> kept = KeptCells.Distinct(used);
        Table bare = KeptCells.Bare(from.Table, kept);
        string import = cells.Write(bare.Columns);
        return new TableDocument
        {
            Name = name,
            Source = $"cells of {from.Document.Name}",
            RowCount = kept.Count == 0 ? 0 : kept[0].Cells.Weights.Sum(),
            Columns = [.. ColumnDocument.Of(bare).Select(column => column with { In = import })],
            Said = from.Document.Said,
            Kept = [.. kept.Select(answer => Stored(answer, cells))],
        };
    }

    private static KeptAnswer Stored(UsedAnswer answer, CellStore cells)
    {
        Table table = KeptCells.TableOf(answer);
        string import = cells.Write(table.Columns);
        return new KeptAnswer(
            answer.Question,
            [.. answer.Cells.Summed],
            answer.Cells.Asked?.AsOf ?? DateTime.UtcNow,
            [.. table.Columns.Select((column, at) => ColumnDocument.Of(at, column) with { In = import })]
        );
    }

    /// <summary>A table that answers by its kept cells.</summary>
    /// <param name="kept">The answers, as they are stored.</param>
    /// <param name="table">Its columns, without a row.</param>
    /// <param name="read">Reads an answer's columns.</param>
    /// <param name="scans">Keeps what is computed of it.</param>
    public static Table Of(IReadOnlyList<KeptAnswer> kept, Table table, Func<KeptAnswer, Table> read, IScanCache? scans) =>
        KeptCells.Asking(
            table,
            [.. kept.Select(answer => KeptCells.AnswerOf(answer.Question, answer.Summed, answer.AsOf, read(answer)))],
            scans
        );
}
