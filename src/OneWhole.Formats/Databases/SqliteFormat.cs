using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;
using SQLitePCL;

namespace OneWhole.Formats.Databases;

/// <summary>
/// A SQLite file: one of its tables, or a SELECT of one's own. It is opened read-only, and an authorizer refuses all but reading:
/// no second statement, no attached file, no pragma, no loaded extension.
/// </summary>
internal sealed class SqliteFormat : TableFormat
{
    /// <summary>A query that takes longer is stopped.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(2);

    public override string Name => "SQLite file";

    public override IReadOnlyList<string> Extensions => [".db", ".sqlite", ".sqlite3"];

    public override bool Recognises(ReadOnlySpan<byte> head, string extension) => head.StartsWith("SQLite format 3\0"u8);

    public override bool TakesQuery => true;

    public override IReadOnlyList<string> SectionsOf(Stream stream)
    {
        using Session session = Session.Open(stream);
        return session.Tables();
    }

    public override (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings, CancellationToken cancel)
    {
        Session session = Session.Open(stream);
        try
        {
            string query;
            if (settings.Query is { } own)
            {
                query = own;
            }
            else
            {
                IReadOnlyList<string> tables = session.Tables();
                string table = settings.Section
                    ?? tables.FirstOrDefault()
                    ?? throw new ReadException("empty-file", "The database has no table.");
                if (!tables.Contains(table))
                {
                    throw new ReadException(
                        "no-table",
                        $"The database has no table \"{table}\"; its tables are {string.Join(", ", tables.Select(name => $"\"{name}\""))}."
                    );
                }
                query = $"SELECT * FROM \"{table.Replace("\"", "\"\"", StringComparison.Ordinal)}\"";
                settings = settings with { Section = table };
            }
            return (new Rows(session, query, cancel), settings);
        }
        catch
        {
            session.Dispose();
            throw;
        }
    }

    /// <summary>A connection that can only read. A stream that is no file of its own is copied into one.</summary>
    private sealed class Session : IDisposable
    {
        private readonly SqliteConnection _connection;
        private readonly string? _copy;

        // Kept, because the library holds it without a reference.
        private readonly strdelegate_authorizer _authorizer = Authorize;

        private Session(SqliteConnection connection, string? copy)
        {
            _connection = connection;
            _copy = copy;
        }

        public static Session Open(Stream stream)
        {
            string? own = (stream as FileStream)?.Name;
            string? log = own is null ? null : SqliteLog.Of(own);
            string? copy = own is null || log is not null ? TemporaryFile.NewPath("sqlite") : null;
            string path = copy ?? own!;
            if (copy is not null)
            {
                Copy(stream, copy);
                if (log is not null)
                {
                    using var rows = new FileStream(log, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
                    Copy(rows, copy + SqliteLog.Ending);
                }
            }
            RefuseCutOff(path, copy);
            // Rows in a log beside the file are read from copies of both, so that somebody's file is never touched; without one nothing is
            // written at all.
            string file = $"file:{Uri.EscapeDataString(path).Replace("%2F", "/", StringComparison.Ordinal)}";
            string source = new SqliteConnectionStringBuilder
            {
                DataSource = log is null ? file + "?immutable=1" : file,
                Mode = log is null ? SqliteOpenMode.ReadOnly : SqliteOpenMode.ReadWrite,
                Pooling = false,
            }.ToString();
            var session = new Session(new SqliteConnection(source), copy);
            try
            {
                session._connection.Open();
                raw.sqlite3_set_authorizer(session._connection.Handle, session._authorizer, null);
                return session;
            }
            catch (SqliteException broken)
            {
                session.Dispose();
                throw Fault(broken);
            }
        }

        private static void Copy(Stream from, string to)
        {
            using FileStream file = TemporaryFile.New(to);
            from.CopyTo(file);
        }

        /// <summary>Removes a copy with all that lies beside it.</summary>
        private static void Remove(string copy)
        {
            foreach (string path in (string[])[copy, copy + SqliteLog.Ending, copy + "-shm", copy + "-journal"])
            {
                File.Delete(path);
            }
        }

        /// <summary>A file that says it has more pages than are there lost its end.</summary>
        private static void RefuseCutOff(string path, string? copy)
        {
            using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
            Span<byte> head = stackalloc byte[32];
            if (file.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) < head.Length)
            {
                return;
            }
            int size =
                System.Buffers.Binary.BinaryPrimitives.ReadUInt16BigEndian(head[16..]) is var written && written == 1 ? 65_536 : written;
            long wanted = System.Buffers.Binary.BinaryPrimitives.ReadUInt32BigEndian(head[28..]) * (long)size;
            if (wanted <= file.Length)
            {
                return;
            }
            if (copy is not null)
            {
                Remove(copy);
            }
            throw new ReadException(
                "damaged-file",
                $"The database is cut off: {file.Length:N0} of {wanted:N0} bytes are there. Fetch it anew."
            );
        }

        /// <summary>Reading, selecting and calling functions; everything else is refused.</summary>
        private static int Authorize(object user, int action, string first, string second, string database, string inner) =>
            action is raw.SQLITE_SELECT or raw.SQLITE_READ or raw.SQLITE_RECURSIVE
            || (action == raw.SQLITE_FUNCTION && second is not "load_extension")
                ? raw.SQLITE_OK
                : raw.SQLITE_DENY;

        public IReadOnlyList<string> Tables()
        {
            try
            {
                using SqliteCommand command = _connection.CreateCommand();
                command.CommandText =
                    "SELECT name FROM sqlite_schema WHERE type IN ('table', 'view') AND name NOT LIKE 'sqlite\\_%' "
                    + "ESCAPE '\\' ORDER BY type, rowid";
                using SqliteDataReader reader = command.ExecuteReader();
                var names = new List<string>();
                while (reader.Read())
                {
                    names.Add(reader.GetString(0));
                }
                return names;
            }
            catch (SqliteException broken)
            {
                throw Fault(broken);
            }
        }

        /// <summary>Refuses what is more than one statement: what follows the first would be run as well.</summary>
        private void RefuseMore(string text)
        {
            int result = raw.sqlite3_prepare_v2(_connection.Handle, text, out sqlite3_stmt statement, out string tail);
            using (statement)
            {
                if (result == raw.SQLITE_OK && tail.Trim(' ', '\t', '\r', '\n', ';').Length > 0)
                {
                    throw new ReadException(
                        "not-allowed",
                        "The query is more than one statement: it must be one SELECT on the tables of this file."
                    );
                }
            }
        }

        public SqliteCommand Command(string text)
        {
            if (text.Trim(' ', '\t', '\r', '\n', ';').Length == 0)
            {
                throw new ReadException("wrong-query", "The query is empty: it must be one SELECT on the tables of this file.");
            }
            RefuseMore(text);
            SqliteCommand command = _connection.CreateCommand();
            command.CommandText = text;
            return command;
        }

        /// <summary>Ends what is running.</summary>
        public void Interrupt() => raw.sqlite3_interrupt(_connection.Handle);

        public void Dispose()
        {
            _connection.Dispose();
            if (_copy is not null)
            {
                Remove(_copy);
            }
        }
    }

    private static ReadException Fault(SqliteException fault) =>
        fault.SqliteErrorCode switch
        {
            raw.SQLITE_CORRUPT or raw.SQLITE_NOTADB => new ReadException(
                "damaged-file",
                "The database is damaged: it is no whole SQLite file.",
                fault
            ),
            raw.SQLITE_AUTH
            or raw.SQLITE_ERROR
                when fault.SqliteErrorCode == raw.SQLITE_AUTH
                    || fault.Message.Contains("not authorized", StringComparison.Ordinal)
                    || fault.Message.Contains("prohibited", StringComparison.Ordinal) => new ReadException(
                "not-allowed",
                "The query does more than read: it must be one SELECT on the tables of this file.",
                fault
            ),
            raw.SQLITE_INTERRUPT => new ReadException(
                "too-long",
                $"The query took longer than {Longest.TotalSeconds:0} seconds and was stopped: ask for less.",
                fault
            ),
            _ => new ReadException("wrong-query", $"The query can't be run: {Reason(fault.Message)}.", fault),
        };

    /// <summary>What is wrong with a query, in our words: the library names the thing between its own.</summary>
    private static string Reason(string message)
    {
        foreach ((Regex pattern, string words) in Reasons)
        {
            if (pattern.Match(message) is { Success: true } found)
            {
                return string.Format(System.Globalization.CultureInfo.InvariantCulture, words, found.Groups[1].Value);
            }
        }
        return "it is no SELECT that this file can answer";
    }

    private static readonly (Regex Pattern, string Words)[] Reasons =
    [
        (new Regex("no such table: ([^']*)"), "the file has no table \"{0}\""),
        (new Regex("no such column: ([^']*)"), "its tables have no column \"{0}\""),
        (new Regex("no such function: ([^']*)"), "there is no function \"{0}\""),
        (new Regex("ambiguous column name: ([^']*)"), "several of its tables have a column \"{0}\": say of which it is"),
        (new Regex("near \"(.*)\": syntax error"), "it is not written as SQL asks for at \"{0}\""),
        (new Regex("(incomplete input)"), "it is not complete"),
        (new Regex("wrong number of arguments to function ([^']*)"), "the function {0} is given too many or too few values"),
    ];

    private sealed class Rows : RowSource
    {
        private readonly Session _session;
        private readonly SqliteCommand _command;
        private readonly SqliteDataReader _reader;
        private readonly string[] _cells;
        private readonly CancellationToken _cancel;
        private readonly CancellationTokenSource _limited;
        private readonly StopElsewhere? _stop;

        public Rows(Session session, string query, CancellationToken cancel)
        {
            _session = session;
            _cancel = cancel;
            _limited = CancellationTokenSource.CreateLinkedTokenSource(cancel);
            _limited.CancelAfter(Longest);
            try
            {
                _stop = new StopElsewhere(session.Interrupt, _limited.Token);
                _command = session.Command(query);
                _reader = _command.ExecuteReader();
                Names = [.. Enumerable.Range(0, _reader.FieldCount).Select(_reader.GetName)];
                _cells = new string[_reader.FieldCount];
                if (_cells.Length == 0)
                {
                    throw new ReadException("wrong-query", "The query gives no columns: it must be one SELECT on the tables of this file.");
                }
            }
            catch (Exception fault)
            {
                // What would stop it does not outlive the connection, whatever is refused.
                Release();
                _reader?.Dispose();
                _command?.Dispose();
                if (fault is SqliteException refused)
                {
                    cancel.ThrowIfCancellationRequested();
                    throw Fault(refused);
                }
                throw;
            }
        }

        public override IReadOnlyList<string>? Names { get; }

        public override int Count => _cells.Length;

        public override ReadOnlySpan<char> this[int cell] => _cells[cell];

        public override bool IsPlain => true;

        public override bool IsEmpty => false;

        public override bool Next()
        {
            try
            {
                if (!_reader.Read())
                {
                    return false;
                }
                for (int i = 0; i < _cells.Length; i++)
                {
                    _cells[i] = PlainText.OfAny(_reader.GetValue(i));
                }
                return true;
            }
            catch (SqliteException fault)
            {
                _cancel.ThrowIfCancellationRequested();
                throw Fault(fault);
            }
        }

        private void Release()
        {
            _stop?.Dispose();
            _limited.Dispose();
        }

        public override void Dispose()
        {
            Release();
            _reader.Dispose();
            _command.Dispose();
            _session.Dispose();
        }
    }
}
