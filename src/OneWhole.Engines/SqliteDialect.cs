using System.Data.Common;
using Microsoft.Data.Sqlite;
using OneWhole.Core.Numbers;

namespace OneWhole.Engines;

/// <summary>A file of SQLite. It has no decimals: what is declared so lies there as binary fractions.</summary>
internal sealed class SqliteDialect : Dialect
{
    public override string Name => "SQLite";

    public override DbConnection Open(EnginePlace place, string? password, EngineLimits limits)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = place.Path,
                Mode = SqliteOpenMode.ReadOnly,
                Pooling = false,
                DefaultTimeout = (int)limits.Question.TotalSeconds,
            }.ConnectionString
        );
        connection.Open();
        Run(connection, "PRAGMA query_only = on");
        return connection;
    }

    public override IReadOnlyList<EngineTableInfo> Tables(DbConnection connection, EnginePlace place) =>
        Listed(
            connection,
            "SELECT m.name, '', m.type, NULL, (SELECT COUNT(*) FROM pragma_table_info(m.name)) FROM sqlite_master m "
                + "WHERE m.type IN ('table', 'view') AND m.name NOT LIKE 'sqlite\\_%' ESCAPE '\\' ORDER BY 1",
            ""
        );

    // Whole numbers alone are exact here.
    public override string? Band(string column, EngineType type, ExactDecimal start, ExactDecimal width, ExactDecimal? end) =>
        type != EngineType.Integer || start.Scale > 0 || width.Scale > 0 || end is { Scale: > 0 }
            ? null
            : $"CASE typeof({column}) WHEN 'integer' THEN {base.Band(column, type, start, width, end)} ELSE {column} END";

    protected override string Modulo(string number, ExactDecimal width) => $"{number} % {width}";

    public override string BandText(string expression) => $"CAST({expression} AS TEXT)";

    // A command's own way to cancel does nothing here.
    public override void Stop(DbCommand command) => SQLitePCL.raw.sqlite3_interrupt(((SqliteConnection)command.Connection!).Handle);

    public override EngineType TypeOf(string name)
    {
        string type = name.ToUpperInvariant();
        return type.StartsWith("DATE", StringComparison.Ordinal) || type.StartsWith("TIMESTAMP", StringComparison.Ordinal) ? EngineType.Date
            : type.Contains("INT", StringComparison.Ordinal) ? EngineType.Integer
            : type.Contains("REAL", StringComparison.Ordinal)
            || type.Contains("FLOA", StringComparison.Ordinal)
            || type.Contains("DOUB", StringComparison.Ordinal)
            || type.StartsWith("DEC", StringComparison.Ordinal)
            || type.StartsWith("NUM", StringComparison.Ordinal)
                ? EngineType.Float
            : EngineType.Text;
    }

    // Seventeen digits tell every binary fraction; the engine's own cast has fifteen.
    public override string Text(string expression, EngineType type) =>
        type == EngineType.Float
            ? $"CASE typeof({expression}) WHEN 'real' THEN printf('%!.17g', {expression}) ELSE CAST({expression} AS TEXT) END"
            : $"CAST({expression} AS TEXT)";

    // A column of numbers can have anything in it.
    public override string IsThere(string column, EngineType type) => $"typeof({column}) IN ('integer', 'real')";

    public override IReadOnlyList<string> KeyOf(DbConnection connection, EnginePlace place, string table) =>
        Column(connection, "SELECT name FROM pragma_table_info(@name) WHERE pk > 0 ORDER BY pk", ("@name", table));

    public override string? Means(DbException fault) =>
        fault is not SqliteException own ? null
        : own.Message.Contains("no such table", StringComparison.Ordinal) ? "there is no such table or view"
        : own.SqliteErrorCode switch
        {
            26 => "the file is no SQLite database",
            9 => "the question was stopped",
            5 or 6 => "another program is writing to the file; try again",
            14 => "the file can't be opened",
            1 => own.Message.Contains("integer overflow", StringComparison.Ordinal)
                ? "a sum is larger than the engine's integers"
                : $"the query can't be run: {own.Message.Split('\'', 3).ElementAtOrDefault(1) ?? own.Message}",
            _ => null,
        };
}
