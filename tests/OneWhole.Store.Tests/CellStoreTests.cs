using Microsoft.Data.Sqlite;
using OneWhole.Core.Tables;

namespace OneWhole.Store.Tests;

/// <summary>Cells in blocks: written, read, typed over, shared, damaged.</summary>
public sealed class CellStoreTests : StoreInFolder
{
    [Fact]
    public void Cells_come_back_as_they_were()
    {
        string[] many = [.. Enumerable.Range(0, 150_000).Select(i => $"label {i % 70_000}")];
        Column[] columns =
        [
            Column("Cause", many),
            Column(
                "Amount",
                [
                    .. many.Select(
                        (_, i) =>
                            i % 7 == 0 ? ""
                            : i % 11 == 0 ? "2.50"
                            : $"{i}.5"
                    ),
                ]
            ),
            Column("Mixed", [.. many.Select((_, i) => i % 50 == 0 ? "n/a" : $"{i}")]),
            Column("Wide", [.. many.Select((_, i) => i == 3 ? "1e300" : "1")]),
        ];
        string import = Cells.Write(columns);
        for (int at = 0; at < columns.Length; at++)
        {
            Core.Tables.Cells back = Cells.Read(new CellPlace(import, at));
            Assert.Equal(columns[at].Count, back.Count);
            for (int row = 0; row < many.Length; row += 97)
            {
                Assert.Equal(columns[at].Cells.TextAt(row), back.TextAt(row));
            }
        }
    }

    private long Scalar(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Database.Path}");
        connection.Open();
        using SqliteCommand command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)command.ExecuteScalar()!;
    }

    private static EditedColumn Typed(Column column, int place, CellPlace? under, params (int Row, string Text)[] typed)
    {
        Dictionary<int, string> texts = typed.ToDictionary(cell => cell.Row, cell => cell.Text);
        return new EditedColumn(place, column.Cells.With(texts, NumberReading.Point), under) { Typed = texts };
    }

    private string Text(string import, int place, int row) => Cells.Read(new CellPlace(import, place)).TextAt(row);

    [Fact]
    public void A_typed_cell_costs_what_changed_and_the_import_before_it_stays()
    {
        string[] many = [.. Enumerable.Range(0, 200_000).Select(i => $"label {i % 90}")];
        Column[] columns = [Column("Cause", many), Column("Amount", [.. many.Select((_, i) => $"{i}")])];
        string first = Cells.Write(columns);
        long blocks = Scalar("SELECT COUNT(*) FROM block");
        string second = Cells.Derive([Typed(columns[1], 1, new CellPlace(first, 1), (150_000, "7"))]);
        string third = Cells.Derive([
            Typed(columns[1], 0, new CellPlace(second, 1), (3, "2.25"), (150_000, "8")),
            Typed(columns[0], 1, new CellPlace(first, 0), (5, "a new one")),
        ]);
        Assert.Equal(blocks, Scalar("SELECT COUNT(*) FROM block"));
        Assert.InRange(Scalar("SELECT SUM(LENGTH(cells)) FROM patch"), 1, 300);
        Assert.Equal(("7", "150000", "3"), (Text(second, 1, 150_000), Text(first, 1, 150_000), Text(second, 1, 3)));
        Assert.Equal(("8", "2.25", "4"), (Text(third, 0, 150_000), Text(third, 0, 3), Text(third, 0, 4)));
        Assert.Equal(("a new one", "label 6"), (Text(third, 1, 5), Text(third, 1, 6)));
        // The second's cells are in the third's: it can go; the first can't.
        Cells.KeepOnly([third]);
        Assert.Equal(2L, Scalar("SELECT COUNT(*) FROM import"));
        Assert.Equal("8", Text(third, 0, 150_000));
        Cells.KeepOnly([]);
        Assert.Equal(0L, Scalar("SELECT (SELECT COUNT(*) FROM block) + (SELECT COUNT(*) FROM patch)"));
    }

    [Fact]
    public void Many_typedCells_are_laid_on_one_another_and_all_are_there()
    {
        Column column = Column("Amount", [.. Enumerable.Range(0, 2000).Select(i => $"{i}")]);
        string import = Cells.Write([column]);
        var at = new CellPlace(import, 0);
        for (int row = 0; row < 600; row++)
        {
            at = new CellPlace(Cells.Derive([Typed(column, 0, at, (row, $"text of row {row}"))]), 0);
        }
        Core.Tables.Cells back = Cells.Read(at);
        Assert.All(Enumerable.Range(0, 600), row => Assert.Equal($"text of row {row}", back.TextAt(row)));
        Assert.Equal("600", back.TextAt(600));
        Assert.InRange(Scalar("SELECT MAX(LENGTH(cells)) FROM patch"), 1, 8192);
    }

    [Fact]
    public void Rows_that_come_write_the_blocks_that_differ()
    {
        string[] many = [.. Enumerable.Range(0, 200_000).Select(i => $"label {i % 90}")];
        Column column = Column("Cause", many);
        string first = Cells.Write([column]);
        long blocks = Scalar("SELECT COUNT(*) FROM block");
        string second = Cells.Derive([new EditedColumn(0, column.Cells.Splice(199_990, 5, 0), new CellPlace(first, 0))]);
        Assert.Equal(blocks + 1, Scalar("SELECT COUNT(*) FROM block"));
        Assert.Equal(199_995, Cells.Read(new CellPlace(second, 0)).Count);
    }

    [Fact]
    public void Cells_that_are_damaged_are_told_so()
    {
        string import = Cells.Write([Column("Cause", "a", "b")]);
        using (var connection = new SqliteConnection($"Data Source={Database.Path}"))
        {
            connection.Open();
            using SqliteCommand command = connection.CreateCommand();
            command.CommandText = "UPDATE block SET bytes = zeroblob(3)";
            command.ExecuteNonQuery();
        }
        Assert.Contains("damaged", Assert.Throws<InvalidDataException>(() => Cells.Read(new CellPlace(import, 0))).Message);
    }

    [Fact]
    public void A_stopped_import_leaves_nothing()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Assert.Throws<OperationCanceledException>(() => Cells.Write([Column("Cause", "a")], stop.Token));
        Assert.Equal(0L, Scalar("SELECT (SELECT COUNT(*) FROM import) + (SELECT COUNT(*) FROM block)"));
    }

    [Fact]
    public void Labels_in_several_blocks_come_back_to_the_letter()
    {
        string[] odd = ["é", "漢字", "😀", "\u0001", "\"quoted\" \\ </x>", "a\tb", "(blank)"];
        string[] many = [.. Enumerable.Range(0, 140_000).Select(i => i % 9 == 0 ? $"{odd[i % odd.Length]} {i}" : $"label {i}")];
        Column column = Column("Cause", many);
        Core.Tables.Cells back = Cells.Read(new CellPlace(Cells.Write([column]), 0));
        Assert.IsType<LabelPool>(((LabelCells)back).Labels);
        Assert.Equal(many, Enumerable.Range(0, many.Length).Select(back.TextAt));
    }
}
