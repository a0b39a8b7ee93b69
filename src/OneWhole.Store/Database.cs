using System.Globalization;
using Microsoft.Data.Sqlite;

namespace OneWhole.Store;

/// <summary>
/// The one SQLite file. Write-ahead logging with full synchronisation: what a call has returned from is on the disk, whatever is
/// killed when. Migrations are numbered SQL files, each applied once in a transaction of its own.
/// </summary>
public sealed class Database
{
    private readonly string _connection;

    /// <param name="path">The file; its folder is made where it is not there.</param>
    public Database(string path)
    {
        Path = System.IO.Path.GetFullPath(path);
        _connection = new SqliteConnectionStringBuilder
        {
            DataSource = Path,
            ForeignKeys = true,
            Pooling = true,
            DefaultTimeout = 30,
        }.ToString();
    }

    public string Path { get; }

    /// <summary>Opens the file, brings it up to date (after a copy), and removes imports that were never published.</summary>
    /// <param name="migrations">Those of what revisions hold.</param>
    /// <exception cref="StoreException">The file can't be used; nothing was changed.</exception>
    public void Prepare(params IReadOnlyList<BodyMigration> migrations)
    {
        try
        {
            Directory.CreateDirectory(System.IO.Path.GetDirectoryName(Path)!);
            if (!File.Exists(Path))
            {
                // Only its owner reads it; its log takes the same rights.
                PrivateFile.Open(Path, FileMode.CreateNew, FileAccess.Write, FileShare.ReadWrite).Dispose();
            }
            CheckLength();
            using SqliteConnection connection = Open();
            long version = (long)(Command(connection, "PRAGMA user_version").ExecuteScalar() ?? 0L);
            List<(long Number, Action<SqliteConnection, SqliteTransaction> Apply)> steps =
            [
                .. Steps(migrations).Where(step => step.Number > version).OrderBy(step => step.Number),
            ];
            long newest = Steps(migrations).Max(step => step.Number);
            if (version > newest)
            {
                throw new StoreException(
                    $"{Path} was written by a newer One Whole (its version is {version}, this one knows {newest}): "
                        + "start that one, or name another file with --data."
                );
            }
            Execute(connection, "PRAGMA journal_mode = WAL");
            if (version > 0 && steps.Count > 0)
            {
                CopyBefore(connection, version);
            }
            foreach ((long number, Action<SqliteConnection, SqliteTransaction> apply) in steps)
            {
                using SqliteTransaction transaction = connection.BeginTransaction();
                apply(connection, transaction);
                Execute(connection, $"PRAGMA user_version = {number}", transaction);
                transaction.Commit();
            }
            Execute(connection, "DELETE FROM import WHERE published = 0");
        }
        catch (SqliteException fault)
        {
            throw new StoreException(StoreException.Words(fault, Path), fault);
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            throw new StoreException(
                $"{Path} can't be used: its folder must be there, with room on the disk, and this user must have the right to write it.",
                fault
            );
        }
    }

    /// <summary>A file that lost its end is told at once, not at the first page that is missing.</summary>
    private void CheckLength()
    {
        // What is in the log belongs to it: pages that could not be written into the file yet are there.
        if (File.Exists(Path + "-wal") && new FileInfo(Path + "-wal").Length > 0)
        {
            return;
        }
        using var file = new FileStream(Path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        Span<byte> head = stackalloc byte[32];
        if (
            file.Length == 0
            || file.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) < head.Length
            || !head.StartsWith("SQLite format 3\0"u8)
        )
        {
            return;
        }
        int size = System.Buffers.Binary.BinaryPrimitives.ReadUInt16BigEndian(head[16..]) is var written && written == 1 ? 65_536 : written;
        long pages = System.Buffers.Binary.BinaryPrimitives.ReadUInt32BigEndian(head[28..]);
        if (pages * size > file.Length)
        {
            throw new StoreException(
                $"{Path} is cut off: {file.Length} of {pages * size} bytes are there. Put its last copy in its place, "
                    + "or move it away and start anew."
            );
        }
    }

    /// <summary>A copy of the file as it is, beside it, before it is changed.</summary>
    private void CopyBefore(SqliteConnection connection, long version)
    {
        string copy = $"{Path}.version-{version}";
        if (!File.Exists(copy))
        {
            Execute(connection, "VACUUM INTO $copy", null, ("$copy", copy));
        }
    }

    /// <summary>
    /// Writes a consistent copy of the file while it may be in use, by the backup of SQLite: what was saved when it began is in it, and
    /// nothing half.
    /// </summary>
    /// <param name="to">The copy; it must not be there yet.</param>
    /// <exception cref="StoreException">There is no such database, or the copy can't be written; then none is left.</exception>
    public void BackUp(string to)
    {
        if (!File.Exists(Path))
        {
            throw new StoreException($"{Path} is not there: name the database with --data.");
        }
        if (File.Exists(to))
        {
            throw new StoreException($"{to} is there already: name another file, so that no earlier copy is lost.");
        }
        string draft = to + ".part";
        try
        {
            PrivateFile.Open(draft, FileMode.Create, FileAccess.Write, FileShare.ReadWrite).Dispose();
            using (SqliteConnection from = Open())
            using (var copy = new SqliteConnection($"Data Source={draft};Pooling=false"))
            {
                copy.Open();
                from.BackupDatabase(copy);
            }
            File.Move(draft, to);
        }
        catch (Exception fault) when (fault is SqliteException or IOException or UnauthorizedAccessException)
        {
            if (File.Exists(draft))
            {
                File.Delete(draft);
            }
            throw new StoreException(
                fault is SqliteException broken
                    ? StoreException.Words(broken, Path)
                    : $"{to} can't be written: its folder must be there, with room on the disk, and this user must have the right to write it.",
                fault
            );
        }
    }

    /// <summary>Closes the connections to this file that are kept for the next use.</summary>
    public void Close()
    {
        using var connection = new SqliteConnection(_connection);
        SqliteConnection.ClearPool(connection);
    }

    internal SqliteConnection Open()
    {
        var connection = new SqliteConnection(_connection);
        connection.Open();
        // Each connection of the pool has pages of its own in memory, 2 MB by default: fifty readers would hold a hundred. The system has
        // the file's pages anyway.
        Execute(connection, "PRAGMA synchronous = FULL; PRAGMA cache_size = -512");
        return connection;
    }

    internal static void Execute(
        SqliteConnection connection,
        string sql,
        SqliteTransaction? transaction = null,
        params (string Name, object? Value)[] values
    )
    {
        using SqliteCommand command = Command(connection, sql, transaction, values);
        command.ExecuteNonQuery();
    }

    internal static SqliteCommand Command(
        SqliteConnection connection,
        string sql,
        SqliteTransaction? transaction = null,
        params (string Name, object? Value)[] values
    )
    {
        SqliteCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.Transaction = transaction;
        foreach ((string name, object? value) in values)
        {
            command.Parameters.AddWithValue(name, value ?? DBNull.Value);
        }
        return command;
    }

    /// <summary>A moment as it is stored: ISO 8601, UTC.</summary>
    internal static string Now() => DateTime.UtcNow.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture);

    private static List<(long Number, Action<SqliteConnection, SqliteTransaction> Apply)> Steps(IReadOnlyList<BodyMigration> migrations)
    {
        var steps = new List<(long, Action<SqliteConnection, SqliteTransaction>)>();
        foreach (
            string file in typeof(Database)
                .Assembly.GetManifestResourceNames()
                .Where(name => name.EndsWith(".sql", StringComparison.Ordinal))
        )
        {
            steps.Add((long.Parse(file[..3], CultureInfo.InvariantCulture), (connection, transaction) =>
                {
                    using Stream stream = typeof(Database).Assembly.GetManifestResourceStream(file)!;
                    using var reader = new StreamReader(stream);
                    Execute(connection, reader.ReadToEnd(), transaction);
                }));
        }
        steps.AddRange(
            migrations.Select(migration =>
                (
                    (long)migration.Number,
                    (Action<SqliteConnection, SqliteTransaction>)((connection, transaction) => Rewrite(connection, transaction, migration))
                )
            )
        );
        return steps;
    }

    private static void Rewrite(SqliteConnection connection, SqliteTransaction transaction, BodyMigration migration)
    {
        var revisions = new List<StoredRevision>();
        using (
            SqliteCommand command = Command(
                connection,
                "SELECT r.document, d.kind, d.parent, r.number, r.body, r.created FROM revision r JOIN document d ON "
                    + "d.id = r.document ORDER BY r.created, r.document, r.number",
                transaction
            )
        )
        using (SqliteDataReader reader = command.ExecuteReader())
        {
            while (reader.Read())
            {
                revisions.Add(
                    new StoredRevision(
                        reader.GetString(0),
                        reader.GetString(1),
                        reader.IsDBNull(2) ? null : reader.GetString(2),
                        reader.GetInt64(3),
                        reader.GetString(4),
                        reader.GetString(5)
                    )
                );
            }
        }
        foreach (StoredRevision revision in migration.Rewrite(revisions))
        {
            Execute(
                connection,
                "UPDATE revision SET body = $body WHERE document = $document AND number = $number",
                transaction,
                ("$body", revision.Body),
                ("$document", revision.Document),
                ("$number", revision.Number)
            );
        }
    }
}
