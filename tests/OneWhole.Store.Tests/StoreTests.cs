using Microsoft.Data.Sqlite;
using OneWhole.Core.Tables;

namespace OneWhole.Store.Tests;

public sealed class StoreTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;
    private readonly Database _database;
    private readonly DocumentStore _documents;
    private readonly CellStore _cells;

    public StoreTests()
    {
        _database = new Database(Path.Combine(_folder, "store.db"));
        _database.Prepare();
        _documents = new DocumentStore(_database);
        _cells = new CellStore(_database);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, true);
    }

    private string Body(string id) => _documents.Find(id)!.Body;

    [Fact]
    public void Undo_and_redo_move_a_cursor_that_a_reopened_store_still_has()
    {
        StoredDocument one = _documents.Create("study", null, "1", "started");
        StoredDocument two = _documents.Change(one.Id, 1, "2", "second");
        _documents.Change(one.Id, two.Revision, "3", "third");
        StoredDocument back = _documents.Undo(one.Id, 3);
        Assert.Equal(("2", true, true), (back.Body, back.CanUndo, back.CanRedo));

        var again = new DocumentStore(new Database(_database.Path));
        new Database(_database.Path).Prepare();
        Assert.Equal("2", again.Find(one.Id)!.Body);
        Assert.Equal("3", again.Redo(one.Id, 2).Body);
        Assert.Equal("3", again.Redo(one.Id, 3).Body);
    }

    [Fact]
    public void A_change_after_an_undo_cuts_off_what_could_be_redone()
    {
        string id = _documents.Create("study", null, "1", "").Id;
        _documents.Change(id, 1, "2", "");
        _documents.Undo(id, 2);
        StoredDocument other = _documents.Change(id, 1, "other", "");
        Assert.Equal((2L, false), (other.Revision, other.CanRedo));
        Assert.Equal("1", _documents.Undo(id, 2).Body);
        Assert.Equal("1", _documents.Undo(id, 1).Body);
    }

    [Fact]
    public void A_change_on_an_old_revision_is_a_conflict_and_changes_nothing()
    {
        string id = _documents.Create("study", null, "1", "").Id;
        _documents.Change(id, 1, "2", "");
        RevisionConflictException conflict = Assert.Throws<RevisionConflictException>(() => _documents.Change(id, 1, "mine", ""));
        Assert.Equal("2", conflict.Now.Body);
        Assert.Equal("2", Body(id));
    }

    [Fact]
    public void Many_writers_lose_nothing()
    {
        string id = _documents.Create("study", null, "0", "").Id;
        Parallel.For(0, 40, _ =>
        {
            for (bool done = false; !done;)
            {
                StoredDocument now = _documents.Find(id)!;
                try
                {
                    _documents.Change(id, now.Revision, (int.Parse(now.Body) + 1).ToString(), "");
                    done = true;
                }
                catch (RevisionConflictException)
                {
                    // Somebody was quicker: look again.
                }
            }
        });
        Assert.Equal("40", Body(id));
    }

    private static Column Column(string name, params string[] cells)
    {
        var builder = new ColumnBuilder(NumberReading.Point, name != "Cause");
        Array.ForEach(cells, cell => builder.Add(cell));
        return builder.Build(name);
    }

    [Fact]
    public void Cells_come_back_as_they_were()
    {
        string[] many = [.. Enumerable.Range(0, 150_000).Select(i => $"label {i % 70_000}")];
        Column[] columns =
        [
            Column("Cause", many),
            Column("Amount", [.. many.Select((_, i) => i % 7 == 0 ? "" : i % 11 == 0 ? "2.50" : $"{i}.5")]),
            Column("Mixed", [.. many.Select((_, i) => i % 50 == 0 ? "n/a" : $"{i}")]),
            Column("Wide", [.. many.Select((_, i) => i == 3 ? "1e300" : "1")]),
        ];
        string import = _cells.Write(columns);
        for (int at = 0; at < columns.Length; at++)
        {
            Cells back = _cells.Read(import, at);
            Assert.Equal(columns[at].Count, back.Count);
            for (int row = 0; row < many.Length; row += 97)
            {
                Assert.Equal(columns[at].Cells.TextAt(row), back.TextAt(row));
            }
        }
    }

    private long Scalar(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={_database.Path}");
        connection.Open();
        using SqliteCommand command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)command.ExecuteScalar()!;
    }

    [Fact]
    public void A_one_cell_edit_writes_one_block_and_the_import_before_it_stays()
    {
        string[] many = [.. Enumerable.Range(0, 200_000).Select(i => $"label {i % 90}")];
        Column[] columns = [Column("Cause", many), Column("Amount", [.. many.Select((_, i) => $"{i}")])];
        string first = _cells.Write(columns);
        long blocks = Scalar("SELECT COUNT(*) FROM block");
        Cells typed = columns[1].Cells.With(new Dictionary<int, string> { [150_000] = "7" }, NumberReading.Point);
        string second = _cells.Derive(first, new Dictionary<int, Cells> { [1] = typed });
        Assert.Equal(blocks + 1, Scalar("SELECT COUNT(*) FROM block"));
        Assert.Equal("7", _cells.Read(second, 1).TextAt(150_000));
        Assert.Equal("150000", _cells.Read(first, 1).TextAt(150_000));
        Assert.Equal("label 7", _cells.Read(second, 0).TextAt(97));

        Cells labelled = columns[0].Cells.With(new Dictionary<int, string> { [5] = "a new one" }, NumberReading.Point);
        string third = _cells.Derive(second, new Dictionary<int, Cells> { [0] = labelled });
        // The list of labels, and one block of codes.
        Assert.Equal(blocks + 3, Scalar("SELECT COUNT(*) FROM block"));
        Assert.Equal("a new one", _cells.Read(third, 0).TextAt(5));

        _cells.Remove(first);
        Assert.Equal("7", _cells.Read(third, 1).TextAt(150_000));
        Assert.Equal("label 6", _cells.Read(second, 0).TextAt(6));
        _cells.KeepOnly([second]);
        Assert.Equal(1L, Scalar("SELECT COUNT(*) FROM import"));
        Assert.Equal(Scalar("SELECT COUNT(DISTINCT block) FROM layout"), Scalar("SELECT COUNT(*) FROM block"));
        _cells.Remove(second);
        Assert.Equal(0L, Scalar("SELECT COUNT(*) FROM block"));
    }

    [Fact]
    public void Several_documents_change_together_or_not_at_all()
    {
        string one = _documents.Create("table", null, "1", "").Id, two = _documents.Create("table", null, "1", "").Id;
        _documents.Change(two, 1, "2", "");
        Assert.Throws<RevisionConflictException>(() => _documents.ChangeAll([new DocumentChange(one, 1, "x", ""), new DocumentChange(two, 1, "x", "")]));
        Assert.Equal(("1", "2"), (Body(one), Body(two)));
        _documents.ChangeAll([new DocumentChange(one, 1, "x", ""), new DocumentChange(two, 2, "y", "")]);
        Assert.Equal(("x", "y"), (Body(one), Body(two)));
        Assert.Equal(["1", "2", "y"], _documents.History("table", two));
    }

    [Fact]
    public void An_import_that_was_never_published_is_gone_after_start_up()
    {
        string kept = _cells.Write([Column("Cause", "a", "b")]);
        string lost = _cells.Write([Column("Cause", "a", "b")]);
        _cells.Publish(kept);
        new Database(_database.Path).Prepare();
        Assert.Equal(2, _cells.Read(kept, 0).Count);
        Assert.Throws<InvalidDataException>(() => _cells.Read(lost, 0));
    }

    [Fact]
    public void A_stopped_import_leaves_nothing()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Assert.Throws<OperationCanceledException>(() => _cells.Write([Column("Cause", "a")], stop.Token));
        Assert.Equal(0L, Scalar("SELECT (SELECT COUNT(*) FROM import) + (SELECT COUNT(*) FROM block)"));
    }
}
