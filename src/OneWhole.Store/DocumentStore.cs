using Microsoft.Data.Sqlite;

namespace OneWhole.Store;

/// <summary>A document at its current revision.</summary>
/// <param name="Id">Stable.</param>
/// <param name="Kind">"table", "study", "briefing", "source".</param>
/// <param name="Parent">A study's table.</param>
/// <param name="Revision">The current one.</param>
/// <param name="CanRedo">Whether there are revisions after it.</param>
/// <param name="Body">JSON.</param>
/// <param name="Changed">ISO 8601.</param>
public sealed record StoredDocument(string Id, string Kind, string? Parent, long Revision, bool CanRedo, string Body, string Note, string Created, string Changed)
{
    public bool CanUndo => Revision > 1;
}

/// <summary>One document's next revision.</summary>
/// <param name="Revision">The one that the change was made on.</param>
public sealed record DocumentChange(string Id, long Revision, string Body, string Note);

/// <summary>Somebody else has changed the document: here is how it is now.</summary>
public sealed class RevisionConflictException(StoredDocument now) : Exception("The document was changed elsewhere.")
{
    public StoredDocument Now { get; } = now;
}

/// <summary>
/// Documents as append-only revisions with a cursor: undo and redo move the cursor and survive everything; a change after an
/// undo cuts off what could be redone. One mechanism for studies, tables and briefings.
/// </summary>
public sealed class DocumentStore(Database database)
{
    private const string Columns = """
        SELECT d.id, d.kind, d.parent, d.position, d.head > d.position, r.body, r.note, d.created, d.changed
        FROM document d JOIN revision r ON r.document = d.id AND r.number = d.position
        """;

    public StoredDocument Create(string kind, string? parent, string body, string note)
    {
        string id = Guid.CreateVersion7().ToString("n");
        string now = Database.Now();
        using SqliteConnection connection = database.Open();
        using SqliteTransaction transaction = connection.BeginTransaction();
        Database.Execute(connection, "INSERT INTO document (id, kind, parent, position, head, created, changed) VALUES ($id, $kind, $parent, 1, 1, $now, $now)",
            transaction, ("$id", id), ("$kind", kind), ("$parent", parent), ("$now", now));
        Database.Execute(connection, "INSERT INTO revision (document, number, body, note, created) VALUES ($id, 1, $body, $note, $now)",
            transaction, ("$id", id), ("$body", body), ("$note", note), ("$now", now));
        transaction.Commit();
        return new StoredDocument(id, kind, parent, 1, false, body, note, now, now);
    }

    /// <returns>The document, or null.</returns>
    public StoredDocument? Find(string id)
    {
        using SqliteConnection connection = database.Open();
        return Read(connection, null, id);
    }

    /// <summary>All documents of a kind, the latest changed first.</summary>
    public IReadOnlyList<StoredDocument> List(string kind, string? parent = null)
    {
        using SqliteConnection connection = database.Open();
        using SqliteCommand command = Database.Command(connection, $"{Columns} WHERE d.kind = $kind AND ($parent IS NULL OR d.parent = $parent) ORDER BY d.changed DESC, d.id DESC", null,
            ("$kind", kind), ("$parent", parent));
        using SqliteDataReader reader = command.ExecuteReader();
        var documents = new List<StoredDocument>();
        while (reader.Read())
        {
            documents.Add(Read(reader));
        }
        return documents;
    }

    /// <summary>The bodies of all revisions, undone ones too, of one document or of all of a kind.</summary>
    public IReadOnlyList<string> History(string kind, string? id = null)
    {
        using SqliteConnection connection = database.Open();
        using SqliteCommand command = Database.Command(connection, "SELECT r.body FROM revision r JOIN document d ON d.id = r.document WHERE d.kind = $kind AND ($id IS NULL OR d.id = $id) ORDER BY r.document, r.number", null,
            ("$kind", kind), ("$id", id));
        using SqliteDataReader reader = command.ExecuteReader();
        var bodies = new List<string>();
        while (reader.Read())
        {
            bodies.Add(reader.GetString(0));
        }
        return bodies;
    }

    /// <summary>Appends a revision after the one that the change was made on.</summary>
    /// <exception cref="RevisionConflictException">The current revision is another one.</exception>
    /// <exception cref="KeyNotFoundException">There is no such document.</exception>
    public StoredDocument Change(string id, long revision, string body, string note) => ChangeAll([new DocumentChange(id, revision, body, note)])[0];

    /// <summary>Appends a revision to each of several documents: to all of them, or to none.</summary>
    /// <exception cref="RevisionConflictException">The current revision of one is another one.</exception>
    /// <exception cref="KeyNotFoundException">One is not there.</exception>
    public IReadOnlyList<StoredDocument> ChangeAll(IReadOnlyList<DocumentChange> changes)
    {
        using SqliteConnection connection = database.Open();
        using SqliteTransaction transaction = connection.BeginTransaction();
        var moved = new List<StoredDocument>();
        foreach (DocumentChange change in changes)
        {
            moved.Add(Move(connection, transaction, change.Id, change.Revision, now =>
            {
                long next = change.Revision + 1;
                Database.Execute(connection, "DELETE FROM revision WHERE document = $id AND number >= $next", transaction, ("$id", change.Id), ("$next", next));
                Database.Execute(connection, "INSERT INTO revision (document, number, body, note, created) VALUES ($id, $next, $body, $note, $now)",
                    transaction, ("$id", change.Id), ("$next", next), ("$body", change.Body), ("$note", change.Note), ("$now", now));
                Database.Execute(connection, "UPDATE document SET position = $next, head = $next, changed = $now WHERE id = $id", transaction, ("$id", change.Id), ("$next", next), ("$now", now));
            }));
        }
        transaction.Commit();
        return moved;
    }

    /// <summary>Moves the cursor one revision back; the document stays as it is where there is none.</summary>
    public StoredDocument Undo(string id, long revision) => Step(id, revision, -1);

    /// <summary>Moves the cursor one revision forward; the document stays as it is where there is none.</summary>
    public StoredDocument Redo(string id, long revision) => Step(id, revision, 1);

    private StoredDocument Step(string id, long revision, int by)
    {
        using SqliteConnection connection = database.Open();
        using SqliteTransaction transaction = connection.BeginTransaction();
        StoredDocument moved = Move(connection, transaction, id, revision, now =>
            Database.Execute(connection, "UPDATE document SET position = position + $by, changed = $now WHERE id = $id AND position + $by BETWEEN 1 AND head",
                transaction, ("$id", id), ("$by", by), ("$now", now)));
        transaction.Commit();
        return moved;
    }

    private static StoredDocument Move(SqliteConnection connection, SqliteTransaction transaction, string id, long revision, Action<string> move)
    {
        StoredDocument now = Read(connection, transaction, id) ?? throw new KeyNotFoundException($"There is no document {id}.");
        if (now.Revision != revision)
        {
            throw new RevisionConflictException(now);
        }
        move(Database.Now());
        return Read(connection, transaction, id)!;
    }

    /// <summary>Removes a document with its revisions, and the studies on it if it is a table.</summary>
    public void Remove(string id)
    {
        using SqliteConnection connection = database.Open();
        using SqliteTransaction transaction = connection.BeginTransaction();
        Database.Execute(connection, "DELETE FROM document WHERE parent = $id", transaction, ("$id", id));
        Database.Execute(connection, "DELETE FROM document WHERE id = $id", transaction, ("$id", id));
        transaction.Commit();
    }

    private static StoredDocument? Read(SqliteConnection connection, SqliteTransaction? transaction, string id)
    {
        using SqliteCommand command = Database.Command(connection, $"{Columns} WHERE d.id = $id", transaction, ("$id", id));
        using SqliteDataReader reader = command.ExecuteReader();
        return reader.Read() ? Read(reader) : null;
    }

    private static StoredDocument Read(SqliteDataReader reader) => new(
        reader.GetString(0), reader.GetString(1), reader.IsDBNull(2) ? null : reader.GetString(2), reader.GetInt64(3), reader.GetBoolean(4),
        reader.GetString(5), reader.GetString(6), reader.GetString(7), reader.GetString(8));
}
