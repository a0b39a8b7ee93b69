using Microsoft.Data.Sqlite;

namespace OneWhole.Store;

/// <summary>A document at its current revision.</summary>
/// <param name="Id">Stable.</param>
/// <param name="Kind">"table", "study", "briefing", "source".</param>
/// <param name="Parent">A study's table.</param>
/// <param name="Revision">The current one.</param>
/// <param name="CanRedo">Whether there is a revision after it whose change is whole.</param>
/// <param name="Body">JSON.</param>
/// <param name="Changed">ISO 8601.</param>
public sealed record StoredDocument(
    string Id,
    string Kind,
    string? Parent,
    long Revision,
    bool CanRedo,
    string Body,
    string Note,
    string Created,
    string Changed
)
{
    public bool CanUndo => Revision > 1;

    /// <summary>When it was taken away; null for what is there.</summary>
    public string? Removed { get; init; }
}

/// <summary>A document that was taken away, and can be brought back.</summary>
/// <param name="Name">What it was called on the page.</param>
/// <param name="With">How many others were taken away with it: the studies of a table.</param>
/// <param name="Removed">ISO 8601.</param>
public sealed record RemovedDocument(string Id, string Kind, string Name, int With, string Removed);

/// <summary>Somebody else has changed the document: here is how it is now.</summary>
public sealed class RevisionConflictException(StoredDocument now) : Exception("The document was changed elsewhere.")
{
    public StoredDocument Now { get; } = now;
}

/// <summary>A change can't be undone or redone, because documents of it have gone on since.</summary>
/// <param name="documents">Those documents as they are now; none where a part of the change was replaced after an undo.</param>
/// <param name="redo">Whether it was to be redone.</param>
public sealed class InTheWayException(IReadOnlyList<StoredDocument> documents, bool redo)
    : Exception("Other documents of the change have gone on since.")
{
    public IReadOnlyList<StoredDocument> Documents { get; } = documents;

    public bool Redo { get; } = redo;
}

/// <summary>Rows that a change was to make last are not there (any more).</summary>
public sealed class ImportGoneException() : Exception("The rows are not there any more: bring them in again.");

/// <summary>
/// Documents as append-only revisions with a cursor: undo and redo move the cursor and survive everything; a change after an
/// undo cuts off what could be redone. A change (<see cref="Change"/>) moves all of its documents, or none.
/// </summary>
public sealed class DocumentStore(Database database)
{
    private const string Columns = """
        SELECT d.id, d.kind, d.parent, d.position,
            EXISTS (SELECT 1 FROM revision n WHERE n.document = d.id AND n.number = d.position + 1 AND (n.change IS NULL
                OR (SELECT count(*) FROM revision m WHERE m.change = n.change)
                    = (SELECT documents FROM change WHERE change.id = n.change))),
            r.body, r.note, d.created, d.changed, d.removed
        FROM document d JOIN revision r ON r.document = d.id AND r.number = d.position
        """;

    /// <summary>What is read within it still stands when it is written: this process alone has the file.</summary>
    private readonly Lock _writing = new();

    /// <summary>An id for a document that is about to come.</summary>
    public static string NewId() => Guid.CreateVersion7().ToString("n");

    /// <returns>The document, or null where there is none, what made it is undone, or it was taken away.</returns>
    public StoredDocument? Find(string id)
    {
        using SqliteConnection connection = database.Open();
        return Present(connection, null, id);
    }

    /// <summary>All documents of a kind, the latest changed first; of those changed in one moment the one made last.</summary>
    public IReadOnlyList<StoredDocument> List(string kind, string? parent = null)
    {
        using SqliteConnection connection = database.Open();
        using SqliteCommand command = Database.Command(
            connection,
            $"{Columns} WHERE d.kind = $kind AND d.removed IS NULL AND ($parent IS NULL OR d.parent = $parent) "
                + "ORDER BY d.changed DESC, d.rowid DESC",
            null,
            ("$kind", kind),
            ("$parent", parent)
        );
        using SqliteDataReader reader = command.ExecuteReader();
        var documents = new List<StoredDocument>();
        while (reader.Read())
        {
            documents.Add(Read(reader));
        }
        return documents;
    }

    /// <summary>
    /// The bodies of all revisions, undone ones and those of what was taken away too, of one document or of all of a kind, the oldest
    /// first.
    /// </summary>
    public IReadOnlyList<string> History(string kind, string? id = null)
    {
        using SqliteConnection connection = database.Open();
        using SqliteCommand command = Database.Command(
            connection,
            "SELECT r.body FROM revision r JOIN document d ON d.id = r.document WHERE d.kind = $kind AND ($id IS NULL "
                + "OR d.id = $id) ORDER BY r.document, r.number",
            null,
            ("$kind", kind),
            ("$id", id)
        );
        using SqliteDataReader reader = command.ExecuteReader();
        var bodies = new List<string>();
        while (reader.Read())
        {
            bodies.Add(reader.GetString(0));
        }
        return bodies;
    }

    /// <summary>
    /// What a document was before its last change of a kind, and when that was made; null where it had none, or it was undone.
    /// </summary>
    /// <param name="id">The document.</param>
    /// <param name="note">How the change's words begin.</param>
    public (string Body, string Made)? Before(string id, string note)
    {
        using SqliteConnection connection = database.Open();
        using SqliteCommand command = Database.Command(
            connection,
            "SELECT b.body, a.created FROM revision a JOIN revision b ON b.document = a.document AND b.number = "
                + "a.number - 1 JOIN document d ON d.id = a.document "
                + "WHERE a.document = $id AND a.number <= d.position AND substr(a.note, 1, length($note)) = $note ORDER "
                + "BY a.number DESC LIMIT 1",
            null,
            ("$id", id),
            ("$note", note)
        );
        using SqliteDataReader reader = command.ExecuteReader();
        return reader.Read() ? (reader.GetString(0), reader.GetString(1)) : null;
    }

    /// <summary>Writes a change: all of it, or nothing.</summary>
    /// <returns>Its documents as they are now: those that came, then those that moved on.</returns>
    /// <exception cref="RevisionConflictException">The current revision of one is another one.</exception>
    /// <exception cref="KeyNotFoundException">One is not there.</exception>
    /// <exception cref="ImportGoneException">An import is not there, or lasts already.</exception>
    public IReadOnlyList<StoredDocument> Write(Change change) => Write(() => change);

    /// <summary>Writes a change that is made of what is there: nothing else is written between the two.</summary>
    /// <inheritdoc cref="Write(Change)"/>
    public IReadOnlyList<StoredDocument> Write(Func<Change> make)
    {
        lock (_writing)
        {
            Change change = make();
            using SqliteConnection connection = database.Open();
            using SqliteTransaction transaction = connection.BeginTransaction();
            string now = Database.Now();
            foreach (string import in change.Publishes)
            {
                using SqliteCommand publish = Database.Command(
                    connection,
                    "UPDATE import SET published = 1 WHERE id = $id AND published = 0",
                    transaction,
                    ("$id", import)
                );
                if (publish.ExecuteNonQuery() != 1)
                {
                    throw new ImportGoneException();
                }
            }
            using SqliteCommand begin = Database.Command(
                connection,
                "INSERT INTO change (documents, note, created) VALUES ($documents, $note, $now) RETURNING id",
                transaction,
                ("$documents", change.Creates.Length + change.Revises.Length),
                ("$note", change.Note),
                ("$now", now)
            );
            long id = (long)begin.ExecuteScalar()!;
            foreach (NewDocument document in change.Creates)
            {
                Database.Execute(
                    connection,
                    "INSERT INTO document (id, kind, parent, position, head, created, changed) VALUES ($id, $kind, "
                        + "$parent, 1, 1, $now, $now)",
                    transaction,
                    ("$id", document.Id),
                    ("$kind", document.Kind),
                    ("$parent", document.Parent),
                    ("$now", now)
                );
                Append(connection, transaction, document.Id, 1, document.Body, change.Note, id, now);
            }
            foreach (NewRevision revision in change.Revises)
            {
                Expect(connection, transaction, revision.Id, revision.Revision);
                long next = revision.Revision + 1;
                Database.Execute(
                    connection,
                    "DELETE FROM revision WHERE document = $id AND number >= $next",
                    transaction,
                    ("$id", revision.Id),
                    ("$next", next)
                );
                Append(connection, transaction, revision.Id, next, revision.Body, revision.Note ?? change.Note, id, now);
                Database.Execute(
                    connection,
                    "UPDATE document SET position = $next, head = $next, changed = $now WHERE id = $id",
                    transaction,
                    ("$id", revision.Id),
                    ("$next", next),
                    ("$now", now)
                );
            }
            StoredDocument[] written =
            [
                .. change
                    .Creates.Select(document => document.Id)
                    .Concat(change.Revises.Select(revision => revision.Id))
                    .Select(document => Read(connection, transaction, document)!),
            ];
            transaction.Commit();
            return written;
        }
    }

    private static void Append(
        SqliteConnection connection,
        SqliteTransaction transaction,
        string document,
        long number,
        string body,
        string note,
        long change,
        string now
    ) =>
        Database.Execute(
            connection,
            "INSERT INTO revision (document, number, body, note, created, change) VALUES ($id, $number, $body, $note, $now, $change)",
            transaction,
            ("$id", document),
            ("$number", number),
            ("$body", body),
            ("$note", note),
            ("$now", now),
            ("$change", change)
        );

    private static StoredDocument Expect(SqliteConnection connection, SqliteTransaction transaction, string id, long revision)
    {
        StoredDocument now = Present(connection, transaction, id) ?? throw new KeyNotFoundException($"There is no document {id}.");
        return now.Revision == revision ? now : throw new RevisionConflictException(now);
    }

    /// <summary>Makes a document in a change of its own.</summary>
    public StoredDocument Create(string kind, string? parent, string body, string note) =>
        Write(new Change(note).Create(new NewDocument(NewId(), kind, parent, body)))[0];

    /// <summary>Appends a revision in a change of its own.</summary>
    /// <inheritdoc cref="Write(Change)"/>
    public StoredDocument Revise(string id, long revision, string body, string note) =>
        Write(new Change(note).Revise(new NewRevision(id, revision, body)))[0];

    /// <summary>Takes the document's last change back, in all of its documents; the document stays as it is where there is none.</summary>
    /// <returns>The document, then the others that moved with it; those whose making was undone are not among them.</returns>
    /// <exception cref="RevisionConflictException">The document's revision is another one.</exception>
    /// <exception cref="InTheWayException">Another document of the change has gone on since; nothing was undone.</exception>
    public IReadOnlyList<StoredDocument> Undo(string id, long revision) => Step(id, revision, redo: false);

    /// <summary>Does again what was undone last, in all documents of that change.</summary>
    /// <inheritdoc cref="Undo"/>
    public IReadOnlyList<StoredDocument> Redo(string id, long revision) => Step(id, revision, redo: true);

    private IReadOnlyList<StoredDocument> Step(string id, long revision, bool redo)
    {
        lock (_writing)
        {
            using SqliteConnection connection = database.Open();
            using SqliteTransaction transaction = connection.BeginTransaction();
            StoredDocument document = Expect(connection, transaction, id, revision);
            long number = redo ? revision + 1 : revision;
            using SqliteCommand find = Database.Command(
                connection,
                "SELECT ifnull(change, 0) FROM revision WHERE document = $id AND number = $number",
                transaction,
                ("$id", id),
                ("$number", number)
            );
            if ((!redo && !document.CanUndo) || find.ExecuteScalar() is not long change)
            {
                return [document];
            }
            List<(string Document, long Number, long Position)> members =
                change == 0 ? [(id, number, revision)] : Members(connection, transaction, change);
            long wanted =
                change == 0
                    ? 1
                    : (long)
                        Database
                            .Command(connection, "SELECT documents FROM change WHERE id = $id", transaction, ("$id", change))
                            .ExecuteScalar()!;
            if (redo && members.Count < wanted)
            {
                throw new InTheWayException([], redo);
            }
            int back = redo ? 1 : 0;
            string[] ahead = [.. members.Where(member => member.Position != member.Number - back).Select(member => member.Document)];
            if (!redo)
            {
                // What stands on a document that would be gone stands in the way, too.
                ahead =
                [
                    .. ahead,
                    .. members
                        .Where(member => member.Number == 1)
                        .SelectMany(member => Children(connection, transaction, member.Document))
                        .Except(members.Select(member => member.Document)),
                ];
            }
            if (ahead.Length > 0)
            {
                throw new InTheWayException(
                    [.. ahead.Distinct().Select(other => Read(connection, transaction, other)).OfType<StoredDocument>()],
                    redo
                );
            }
            string now = Database.Now();
            foreach ((string member, _, _) in members)
            {
                Database.Execute(
                    connection,
                    "UPDATE document SET position = position + $by, changed = $now WHERE id = $id",
                    transaction,
                    ("$id", member),
                    ("$by", redo ? 1 : -1),
                    ("$now", now)
                );
            }
            StoredDocument[] moved =
            [
                .. members
                    .Select(member => member.Document)
                    .OrderByDescending(member => member == id)
                    .Select(member => Read(connection, transaction, member))
                    .OfType<StoredDocument>(),
            ];
            transaction.Commit();
            return moved;
        }
    }

    private static List<(string Document, long Number, long Position)> Members(
        SqliteConnection connection,
        SqliteTransaction transaction,
        long change
    )
    {
        using SqliteCommand command = Database.Command(
            connection,
            "SELECT r.document, r.number, d.position FROM revision r JOIN document d ON d.id = r.document WHERE r.change = $change",
            transaction,
            ("$change", change)
        );
        using SqliteDataReader reader = command.ExecuteReader();
        var members = new List<(string, long, long)>();
        while (reader.Read())
        {
            members.Add((reader.GetString(0), reader.GetInt64(1), reader.GetInt64(2)));
        }
        return members;
    }

    private static List<string> Children(SqliteConnection connection, SqliteTransaction transaction, string document)
    {
        using SqliteCommand command = Database.Command(
            connection,
            "SELECT id FROM document WHERE parent = $id AND position > 0 AND removed IS NULL",
            transaction,
            ("$id", document)
        );
        using SqliteDataReader reader = command.ExecuteReader();
        var children = new List<string>();
        while (reader.Read())
        {
            children.Add(reader.GetString(0));
        }
        return children;
    }

    /// <summary>Takes a document away, and the studies on it if it is a table. It is kept, unseen, and can be brought back.</summary>
    /// <param name="name">What it is called on the page, by which it is listed among what was taken away.</param>
    public void Remove(string id, string name)
    {
        lock (_writing)
        {
            using SqliteConnection connection = database.Open();
            Database.Execute(
                connection,
                "UPDATE document SET removed = $now, removed_with = $id, removed_name = CASE id WHEN $id THEN $name END "
                    + "WHERE (id = $id OR parent = $id) AND removed IS NULL",
                null,
                ("$id", id),
                ("$name", name),
                ("$now", Database.Now())
            );
        }
    }

    /// <summary>What was taken away and can be brought back, the latest first.</summary>
    public IReadOnlyList<RemovedDocument> Removed()
    {
        using SqliteConnection connection = database.Open();
        using SqliteCommand command = Database.Command(
            connection,
            "SELECT d.id, d.kind, ifnull(d.removed_name, ''), "
                + "(SELECT count(*) FROM document o WHERE o.removed_with = d.id AND o.id <> d.id), d.removed "
                + "FROM document d WHERE d.removed_with = d.id AND d.position > 0 ORDER BY d.removed DESC, d.rowid DESC",
            null
        );
        using SqliteDataReader reader = command.ExecuteReader();
        var removed = new List<RemovedDocument>();
        while (reader.Read())
        {
            removed.Add(new(reader.GetString(0), reader.GetString(1), reader.GetString(2), reader.GetInt32(3), reader.GetString(4)));
        }
        return removed;
    }

    /// <summary>
    /// Brings back what was taken away, with what was taken away with it; a study whose table was taken away since brings that too.
    /// </summary>
    /// <returns>The document, or null where it is not kept (any more), or is there.</returns>
    public StoredDocument? BringBack(string id)
    {
        lock (_writing)
        {
            using SqliteConnection connection = database.Open();
            using SqliteTransaction transaction = connection.BeginTransaction();
            if (Read(connection, transaction, id) is not { Removed: not null } document)
            {
                return null;
            }
            foreach (string? back in new[] { document.Parent, id })
            {
                Database.Execute(
                    connection,
                    "UPDATE document SET removed = NULL, removed_with = NULL, removed_name = NULL WHERE removed_with = $id OR id = $id",
                    transaction,
                    ("$id", back)
                );
            }
            StoredDocument? here = Present(connection, transaction, id);
            transaction.Commit();
            return here;
        }
    }

    /// <summary>
    /// Deletes what was taken away, with its revisions, for good. What is left of its changes stays whole without it.
    /// </summary>
    /// <returns>Whether it was there, taken away.</returns>
    public bool Forget(string id)
    {
        lock (_writing)
        {
            using SqliteConnection connection = database.Open();
            using SqliteTransaction transaction = connection.BeginTransaction();
            if (Read(connection, transaction, id) is not { Removed: not null })
            {
                return false;
            }
            const string gone = "(SELECT id FROM document WHERE id = $id OR parent = $id)";
            Database.Execute(
                connection,
                "UPDATE change SET documents = documents - (SELECT count(*) FROM revision WHERE revision.change = "
                    + $"change.id AND document IN {gone}) WHERE id IN (SELECT change FROM revision WHERE document IN {gone})",
                transaction,
                ("$id", id)
            );
            Database.Execute(connection, "DELETE FROM document WHERE parent = $id", transaction, ("$id", id));
            Database.Execute(connection, "DELETE FROM document WHERE id = $id", transaction, ("$id", id));
            transaction.Commit();
            return true;
        }
    }

    /// <summary>As <see cref="Read(SqliteConnection, SqliteTransaction?, string)"/>, of what was not taken away.</summary>
    private static StoredDocument? Present(SqliteConnection connection, SqliteTransaction? transaction, string id) =>
        Read(connection, transaction, id) is { Removed: null } document ? document : null;

    private static StoredDocument? Read(SqliteConnection connection, SqliteTransaction? transaction, string id)
    {
        using SqliteCommand command = Database.Command(connection, $"{Columns} WHERE d.id = $id", transaction, ("$id", id));
        using SqliteDataReader reader = command.ExecuteReader();
        return reader.Read() ? Read(reader) : null;
    }

    private static StoredDocument Read(SqliteDataReader reader) =>
        new(
            reader.GetString(0),
            reader.GetString(1),
            reader.IsDBNull(2) ? null : reader.GetString(2),
            reader.GetInt64(3),
            reader.GetBoolean(4),
            reader.GetString(5),
            reader.GetString(6),
            reader.GetString(7),
            reader.GetString(8)
        )
        {
            Removed = reader.IsDBNull(9) ? null : reader.GetString(9),
        };
}
