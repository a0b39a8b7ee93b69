using Microsoft.Data.Sqlite;

namespace OneWhole.Store;

/// <summary>A document at its current revision.</summary>
/// <param name="Id">Stable.</param>
/// <param name="Kind">"table", "study", "briefing".</param>
/// <param name="Parent">A study's table.</param>
/// <param name="Revision">The current one.</param>
/// <param name="CanRedo">Whether there are revisions after it.</param>
/// <param name="Body">JSON.</param>
/// <param name="Changed">ISO 8601.</param>
public sealed record StoredDocument(string Id, string Kind, string? Parent, long Revision, bool CanRedo, string Body, string Note, string Created, string Changed)
{
    public bool CanUndo => Revision > 1;
}

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

    /// <summary>Appends a revision after the one that the change was made on.</summary>
    /// <exception cref="RevisionConflictException">The current revision is another one.</exception>
    /// <exception cref="KeyNotFoundException">There is no such document.</exception>
    public StoredDocument Change(string id, long revision, string body, string note) => Move(id, revision, (connection, transaction, now) =>
    {
        long next = revision + 1;
        Database.Execute(connection, "DELETE FROM revision WHERE document = $id AND number > $revision", transaction, ("$id", id), ("$revision", revision));
        Database.Execute(connection, "INSERT INTO revision (document, number, body, note, created) VALUES ($id, $next, $body, $note, $now)",
            transaction, ("$id", id), ("$next", next), ("$body", body), ("$note", note), ("$now", now));
        Database.Execute(connection, "UPDATE document SET position = $next, head = $next, changed = $now WHERE id = $id", transaction, ("$id", id), ("$next", next), ("$now", now));
    });

    /// <summary>Moves the cursor one revision back; the document stays as it is where there is none.</summary>
    public StoredDocument Undo(string id, long revision) => Step(id, revision, -1);

    /// <summary>Moves the cursor one revision forward; the document stays as it is where there is none.</summary>
    public StoredDocument Redo(string id, long revision) => Step(id, revision, 1);

    private StoredDocument Step(string id, long revision, int by) => Move(id, revision, (connection, transaction, now) =>
        Database.Execute(connection, "UPDATE document SET position = position + $by, changed = $now WHERE id = $id AND position + $by BETWEEN 1 AND head",
            transaction, ("$id", id), ("$by", by), ("$now", now)));

    private StoredDocument Move(string id, long revision, Action<SqliteConnection, SqliteTransaction, string> move)
    {
        using SqliteConnection connection = database.Open();
        using SqliteTransaction transaction = connection.BeginTransaction();
        StoredDocument now = Read(connection, transaction, id) ?? throw new KeyNotFoundException($"There is no document {id}.");
        if (now.Revision != revision)
        {
            throw new RevisionConflictException(now);
        }
        move(connection, transaction, Database.Now());
        StoredDocument moved = Read(connection, transaction, id)!;
        transaction.Commit();
        return moved;
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
