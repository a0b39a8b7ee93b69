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
        StoredDocument two = _documents.Revise(one.Id, 1, "2", "second");
        _documents.Revise(one.Id, two.Revision, "3", "third");
        StoredDocument back = _documents.Undo(one.Id, 3)[0];
        Assert.Equal(("2", true, true), (back.Body, back.CanUndo, back.CanRedo));

        var again = new DocumentStore(new Database(_database.Path));
        new Database(_database.Path).Prepare();
        Assert.Equal("2", again.Find(one.Id)!.Body);
        Assert.Equal("3", again.Redo(one.Id, 2)[0].Body);
        Assert.Equal("3", again.Redo(one.Id, 3)[0].Body);
    }

    [Fact]
    public void A_change_after_an_undo_cuts_off_what_could_be_redone()
    {
        string id = _documents.Create("study", null, "1", "").Id;
        _documents.Revise(id, 1, "2", "");
        _documents.Undo(id, 2);
        StoredDocument other = _documents.Revise(id, 1, "other", "");
        Assert.Equal((2L, false), (other.Revision, other.CanRedo));
        Assert.Equal("1", _documents.Undo(id, 2)[0].Body);
        Assert.Equal("1", _documents.Undo(id, 1)[0].Body);
    }

    [Fact]
    public void A_change_on_an_old_revision_is_a_conflict_and_changes_nothing()
    {
        string id = _documents.Create("study", null, "1", "").Id;
        _documents.Revise(id, 1, "2", "");
        RevisionConflictException conflict = Assert.Throws<RevisionConflictException>(() => _documents.Revise(id, 1, "mine", ""));
        Assert.Equal("2", conflict.Now.Body);
        Assert.Equal("2", Body(id));
    }

    [Fact]
    public void Many_writers_lose_nothing()
    {
        string id = _documents.Create("study", null, "0", "").Id;
        Parallel.For(0, 40, _ =>
        {
            for (bool done = false; !done; )
            {
                StoredDocument now = _documents.Find(id)!;
                try
                {
                    _documents.Revise(id, now.Revision, (int.Parse(now.Body) + 1).ToString(), "");
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
        string import = _cells.Write(columns);
        for (int at = 0; at < columns.Length; at++)
        {
            Cells back = _cells.Read(new CellPlace(import, at));
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

    private static EditedColumn Typed(Column column, int place, CellPlace? under, params (int Row, string Text)[] typed)
    {
        Dictionary<int, string> texts = typed.ToDictionary(cell => cell.Row, cell => cell.Text);
        return new EditedColumn(place, column.Cells.With(texts, NumberReading.Point), under) { Typed = texts };
    }

    private string Text(string import, int place, int row) => _cells.Read(new CellPlace(import, place)).TextAt(row);

    [Fact]
    public void A_typed_cell_costs_what_changed_and_the_import_before_it_stays()
    {
        string[] many = [.. Enumerable.Range(0, 200_000).Select(i => $"label {i % 90}")];
        Column[] columns = [Column("Cause", many), Column("Amount", [.. many.Select((_, i) => $"{i}")])];
        string first = _cells.Write(columns);
        long blocks = Scalar("SELECT COUNT(*) FROM block");
        string second = _cells.Derive([Typed(columns[1], 1, new CellPlace(first, 1), (150_000, "7"))]);
        string third = _cells.Derive([
            Typed(columns[1], 0, new CellPlace(second, 1), (3, "2.25"), (150_000, "8")),
            Typed(columns[0], 1, new CellPlace(first, 0), (5, "a new one")),
        ]);
        Assert.Equal(blocks, Scalar("SELECT COUNT(*) FROM block"));
        Assert.InRange(Scalar("SELECT SUM(LENGTH(cells)) FROM patch"), 1, 300);
        Assert.Equal(("7", "150000", "3"), (Text(second, 1, 150_000), Text(first, 1, 150_000), Text(second, 1, 3)));
        Assert.Equal(("8", "2.25", "4"), (Text(third, 0, 150_000), Text(third, 0, 3), Text(third, 0, 4)));
        Assert.Equal(("a new one", "label 6"), (Text(third, 1, 5), Text(third, 1, 6)));
        // The second's cells are in the third's: it can go; the first can't.
        _cells.KeepOnly([third]);
        Assert.Equal(2L, Scalar("SELECT COUNT(*) FROM import"));
        Assert.Equal("8", Text(third, 0, 150_000));
        _cells.KeepOnly([]);
        Assert.Equal(0L, Scalar("SELECT (SELECT COUNT(*) FROM block) + (SELECT COUNT(*) FROM patch)"));
    }

    [Fact]
    public void Many_typed_cells_are_laid_on_one_another_and_all_are_there()
    {
        Column column = Column("Amount", [.. Enumerable.Range(0, 2000).Select(i => $"{i}")]);
        string import = _cells.Write([column]);
        var at = new CellPlace(import, 0);
        for (int row = 0; row < 600; row++)
        {
            at = new CellPlace(_cells.Derive([Typed(column, 0, at, (row, $"text of row {row}"))]), 0);
        }
        Cells back = _cells.Read(at);
        Assert.All(Enumerable.Range(0, 600), row => Assert.Equal($"text of row {row}", back.TextAt(row)));
        Assert.Equal("600", back.TextAt(600));
        Assert.InRange(Scalar("SELECT MAX(LENGTH(cells)) FROM patch"), 1, 8192);
    }

    [Fact]
    public void Rows_that_come_write_the_blocks_that_differ()
    {
        string[] many = [.. Enumerable.Range(0, 200_000).Select(i => $"label {i % 90}")];
        Column column = Column("Cause", many);
        string first = _cells.Write([column]);
        long blocks = Scalar("SELECT COUNT(*) FROM block");
        string second = _cells.Derive([new EditedColumn(0, column.Cells.Splice(199_990, 5, 0), new CellPlace(first, 0))]);
        Assert.Equal(blocks + 1, Scalar("SELECT COUNT(*) FROM block"));
        Assert.Equal(199_995, _cells.Read(new CellPlace(second, 0)).Count);
    }

    private static Change Both(string one, long oneRevision, string two, long twoRevision) =>
        new Change("both").Revise(new NewRevision(one, oneRevision, "x")).Revise(new NewRevision(two, twoRevision, "y"));

    [Fact]
    public void Several_documents_change_together_or_not_at_all()
    {
        string one = _documents.Create("table", null, "1", "").Id,
            two = _documents.Create("table", null, "1", "").Id;
        _documents.Revise(two, 1, "2", "");
        Assert.Throws<RevisionConflictException>(() => _documents.Write(Both(one, 1, two, 1)));
        Assert.Equal(("1", "2"), (Body(one), Body(two)));
        _documents.Write(Both(one, 1, two, 2));
        Assert.Equal(("x", "y"), (Body(one), Body(two)));
        Assert.Equal(["1", "2", "y"], _documents.History("table", two));
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_change_is_undone_and_redone_in_all_of_its_documents_wherever_one_stands(bool inTheFirst)
    {
        string one = _documents.Create("table", null, "1", "").Id,
            two = _documents.Create("study", null, "1", "").Id;
        _documents.Write(Both(one, 1, two, 1));
        string here = inTheFirst ? one : two;
        Assert.Equal(2, _documents.Undo(here, 2).Count);
        Assert.Equal(("1", "1"), (Body(one), Body(two)));
        Assert.True(_documents.Find(one)!.CanRedo && _documents.Find(two)!.CanRedo);
        _documents.Redo(here, 1);
        Assert.Equal(("x", "y"), (Body(one), Body(two)));
    }

    [Fact]
    public void What_has_gone_on_since_stands_in_the_way_and_is_left_as_it_is()
    {
        string one = _documents.Create("table", null, "1", "").Id,
            two = _documents.Create("study", null, "1", "").Id;
        _documents.Write(Both(one, 1, two, 1));
        _documents.Revise(two, 2, "later", "");
        InTheWayException blocked = Assert.Throws<InTheWayException>(() => _documents.Undo(one, 2));
        Assert.Equal([two], blocked.Documents.Select(document => document.Id));
        Assert.Equal(("x", "later"), (Body(one), Body(two)));
        _documents.Undo(two, 3);
        _documents.Undo(one, 2);
        Assert.Equal(("1", "1"), (Body(one), Body(two)));
        // What takes its place in one of them ends what could be redone in both.
        _documents.Revise(two, 1, "other", "");
        Assert.False(_documents.Find(one)!.CanRedo);
        Assert.Throws<InTheWayException>(() => _documents.Redo(one, 1));
        Assert.Equal(("1", "other"), (Body(one), Body(two)));
    }

    [Fact]
    public void A_document_whose_making_is_undone_is_not_there_until_it_is_redone()
    {
        string table = _documents.Create("table", null, "1", "").Id,
            made = DocumentStore.NewId();
        _documents.Write(
            new Change("split").Revise(new NewRevision(table, 1, "half")).Create(new NewDocument(made, "table", null, "other half"))
        );
        _documents.Undo(table, 2);
        Assert.Null(_documents.Find(made));
        Assert.DoesNotContain(_documents.List("table"), document => document.Id == made);
        _documents.Redo(table, 1);
        Assert.Equal("other half", Body(made));
        // A study on it stands in the way.
        string study = _documents.Create("study", made, "1", "").Id;
        Assert.Equal([study], Assert.Throws<InTheWayException>(() => _documents.Undo(table, 2)).Documents.Select(document => document.Id));
        // Taken away it does not; it moves with what is undone, so that it fits when it is brought back.
        _documents.Remove(made, "");
        Assert.Equal("1", _documents.Undo(table, 2)[0].Body);
        Assert.Equal("half", _documents.Redo(table, 1)[0].Body);
        Assert.Equal("other half", _documents.BringBack(made)!.Body);
        // Gone for good it is no part of the change any more.
        _documents.Remove(made, "");
        Assert.True(_documents.Forget(made));
        Assert.False(_documents.Forget(made));
        Assert.Equal("1", _documents.Undo(table, 2)[0].Body);
        Assert.Equal("half", _documents.Redo(table, 1)[0].Body);
    }

    [Fact]
    public void A_change_publishes_its_rows_or_is_not_made()
    {
        string table = _documents.Create("table", null, "1", "").Id;
        string rows = _cells.Write([Column("Cause", "a", "b")]);
        _cells.Remove(rows);
        Assert.Throws<ImportGoneException>(() =>
            _documents.Write(new Change("fresh").Revise(new NewRevision(table, 1, "2")).Publish(rows))
        );
        Assert.Equal("1", Body(table));
    }

    [Fact]
    public void An_import_that_was_never_published_is_gone_after_start_up()
    {
        string kept = _cells.Write([Column("Cause", "a", "b")]);
        string lost = _cells.Write([Column("Cause", "a", "b")]);
        _documents.Write(new Change("in").Publish(kept));
        new Database(_database.Path).Prepare();
        Assert.Equal(2, _cells.Read(new CellPlace(kept, 0)).Count);
        Assert.Throws<InvalidDataException>(() => _cells.Read(new CellPlace(lost, 0)));
    }

    [Fact]
    public void Cells_that_are_damaged_are_told_so()
    {
        string import = _cells.Write([Column("Cause", "a", "b")]);
        using (var connection = new SqliteConnection($"Data Source={_database.Path}"))
        {
            connection.Open();
            using SqliteCommand command = connection.CreateCommand();
            command.CommandText = "UPDATE block SET bytes = zeroblob(3)";
            command.ExecuteNonQuery();
        }
        Assert.Contains("damaged", Assert.Throws<InvalidDataException>(() => _cells.Read(new CellPlace(import, 0))).Message);
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
