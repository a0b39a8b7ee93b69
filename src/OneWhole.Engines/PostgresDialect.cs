using System.Data.Common;
using Npgsql;

namespace OneWhole.Engines;

/// <summary>PostgreSQL, and what speaks its protocol.</summary>
internal sealed class PostgresDialect : Dialect
{
    public override string Name => "PostgreSQL";

    public override DbConnection Open(EnginePlace place, string? password, EngineLimits limits)
    {
        var settings = new NpgsqlConnectionStringBuilder
        {
            Host = place.Host,
            Port = place.Port > 0 ? place.Port : 5432,
            Username = place.User,
            Database = place.Database,
            Password = password,
            SslMode = place.IsHere ? SslMode.Prefer : SslMode.VerifyFull,
            Timezone = "UTC",
            Timeout = 15,
            CommandTimeout = (int)limits.Question.TotalSeconds,
            Pooling = false,
            Options = "-c default_transaction_read_only=on",
            IncludeErrorDetail = false,
        };
        var connection = new NpgsqlConnection(settings.ConnectionString);
        connection.Open();
        try
        {
            // A stop can come before the server has the question, and is lost then: it looks by itself whether anybody waits for its
            // answer.
            Run(
                connection,
                "SELECT set_config(name, CASE name WHEN 'statement_timeout' THEN '"
                    + (long)limits.Question.TotalMilliseconds
                    + "' ELSE '1000' END, false) FROM pg_settings WHERE name IN ('client_connection_check_interval', 'statement_timeout')"
            );
        }
        catch (PostgresException)
        {
            // What only speaks the protocol may know neither.
        }
        return connection;
    }

    public override IReadOnlyList<EngineTableInfo> Tables(DbConnection connection, EnginePlace place) =>
        Listed(
            connection,
            "SELECT c.relname::text, n.nspname::text, CASE WHEN c.relkind IN ('v', 'm') THEN 'view' ELSE 'table' END, "
                // Of a table in pieces the pieces are counted.
                + "CASE WHEN c.relkind = 'p' THEN (SELECT sum(NULLIF(p.reltuples, -1)) FROM pg_partition_tree(c.oid) t "
                + "JOIN pg_class p ON p.oid = t.relid WHERE t.isleaf)::bigint WHEN c.relkind = 'v' THEN NULL ELSE "
                + "NULLIF(c.reltuples, -1)::bigint END, "
                + "(SELECT count(*)::int FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped) "
                + "FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace WHERE c.relkind IN ('r', 'v', 'm', "
                + "'p', 'f') AND n.nspname NOT IN ('pg_catalog', 'information_schema') AND n.nspname NOT LIKE 'pg_toast%' "
                + "AND NOT (c.relispartition) AND has_table_privilege(c.oid, 'SELECT') ORDER BY n.nspname <> 'public', 2, 1",
            "public"
        );

    public override string BandText(string expression) => $"({expression})::text";

    public override string Text(string expression, EngineType type) =>
        type == EngineType.Text ? $"({expression})::text COLLATE \"C\"" : $"({expression})::text";

    public override string IsThere(string column, EngineType type) =>
        type switch
        {
            EngineType.Float => $"{column} IS NOT NULL AND {column} NOT IN ('NaN', 'Infinity', '-Infinity')",
            EngineType.Decimal => $"{column} IS NOT NULL AND {column} <> 'NaN'",
            _ => base.IsThere(column, type),
        };

    public override string Sum(string column, EngineType type) => $"SUM({column})::text";

    public override string OrderOf(string column, EngineType type) => type == EngineType.Text ? Text(column, type) : column;

    // A number's texts are one label wherever they are one number; a floating one has two zeros.
    public override string? GroupBy(string column, EngineType type, bool isPlain) =>
        type is EngineType.Integer or EngineType.Decimal or EngineType.Date || (type == EngineType.Text && isPlain) ? column : null;

    // Every deterministic collation takes for equal what has the same bytes.
    public override IReadOnlyList<string> PlainTexts(DbConnection connection, EnginePlace place, string table) =>
        Column(
            connection,
            "SELECT a.attname::text FROM pg_attribute a LEFT JOIN pg_collation c ON c.oid = a.attcollation WHERE "
                + "a.attrelid = to_regclass(@name)::oid AND a.attnum > 0 AND NOT a.attisdropped "
                + "AND a.atttypid IN ('text'::regtype, 'varchar'::regtype) AND COALESCE(c.collisdeterministic, true)",
            ("name", Relation(place, table))
        );

    public override EnginePieces? PiecesOf(DbConnection connection, EnginePlace place, string table)
    {
        IReadOnlyList<string> keys = Column(
            connection,
            "SELECT a.attname::text FROM pg_partitioned_table p JOIN pg_attribute a ON a.attrelid = p.partrelid AND "
                + "a.attnum = ANY(p.partattrs) WHERE p.partrelid = to_regclass(@name)::oid ORDER BY a.attnum",
            ("name", Relation(place, table))
        );
        IReadOnlyList<string> servers =
            keys.Count == 0
                ? []
                : Column(
                    connection,
                    "SELECT DISTINCT s.srvname::text FROM pg_partition_tree(to_regclass(@name)) t JOIN pg_foreign_table "
                        + "f ON f.ftrelid = t.relid JOIN pg_foreign_server s ON s.oid = f.ftserver",
                    ("name", Relation(place, table))
                );
        return servers.Count == 0 ? null : new EnginePieces(keys, servers.Count);
    }

    public override IReadOnlyList<string> KeyOf(DbConnection connection, EnginePlace place, string table) =>
        Column(
            connection,
            "SELECT a.attname::text FROM pg_index i JOIN pg_attribute a ON a.attrelid = i.indrelid AND a.attnum = ANY(i.indkey) "
                + "WHERE i.indisprimary AND i.indrelid = to_regclass(@name)::oid ORDER BY array_position(i.indkey::int2[], a.attnum)",
            ("name", Relation(place, table))
        );

    protected override bool IsRefused(DbException fault) =>
        fault is PostgresException { SqlState: "28P01" or "28000" }
        || (fault is NpgsqlException && fault.Message.StartsWith("No password", StringComparison.Ordinal));

    protected override bool IsLost(DbException fault) =>
        fault
            is PostgresException { SqlState: ['5', '7', 'P', ..] }
                or NpgsqlException { InnerException: System.Net.Sockets.SocketException or IOException };

    public override bool TakesToken => true;

    // A query could put the session's default back by a function; a transaction that is said to read stays so.
    public override string? BeginQuery => "BEGIN TRANSACTION READ ONLY";

    public override string? EndQuery => "ROLLBACK";

    public override string? Means(DbException fault) =>
        fault switch
        {
            PostgresException { SqlState: "28P01" or "28000" } =>
                "the user or the password was not taken; give the password in the variable ONEWHOLE_PASSWORD",
            not PostgresException when IsRefused(fault) =>
                "it asks for a password, and none was given; give the password in the variable ONEWHOLE_PASSWORD",
            PostgresException { SqlState: "3D000" } => "there is no such database there",
            PostgresException { SqlState: "42P01" } => "there is no such table or view",
            PostgresException { SqlState: "42501" } => "this user may not read it",
            PostgresException { SqlState: "57014" } => "the question took too long, or was stopped",
            PostgresException { SqlState: ['5', '7', 'P', ..] } => "the server was shut down meanwhile; try again",
            PostgresException { SqlState: "25006" } => "the query can't be run: it would write, and is read-only here",
            PostgresException asked when asked.SqlState.StartsWith("42", StringComparison.Ordinal) =>
                $"the query can't be run: {asked.MessageText}",
            NpgsqlException { InnerException: System.Net.Sockets.SocketException or IOException or TimeoutException } =>
                "the server can't be reached, or the connection was lost; see that it runs and listens there, and try again",
            _ => null,
        };
}
