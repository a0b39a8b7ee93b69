using System.Data.Common;
using System.Globalization;
using OneWhole.Core.Numbers;

namespace OneWhole.Engines;

/// <summary>What a column of an engine is, as far as a study cares.</summary>
public enum EngineType
{
    Integer,
    Decimal,

    /// <summary>Binary fractions: their sums are the engine's.</summary>
    Float,
    Date,
    Text,
}

/// <summary>What engines write differently: one class an engine.</summary>
internal abstract class Dialect
{
    /// <exception cref="NotSupportedException">There is no such engine.</exception>
    public static Dialect Of(string kind) =>
        kind switch
        {
            "postgres" => new PostgresDialect(),
            "mysql" => new MariaDialect(),
            "duckdb" => new DuckDbDialect(),
            "sqlite" => new SqliteDialect(),
            _ => throw new NotSupportedException(kind),
        };

    /// <summary>What people call it.</summary>
    public abstract string Name { get; }

    /// <summary>A connection that is open and can only read.</summary>
    public abstract DbConnection Open(EnginePlace place, string? password, EngineLimits limits);

    /// <summary>The tables and views that there are, in the order of their names.</summary>
    public abstract IReadOnlyList<EngineTableInfo> Tables(DbConnection connection, EnginePlace place);

    /// <summary>
    /// A number that stands for its band: where its band begins, or what lies outside for what does; null where that can't be said exactly.
    /// </summary>
    /// <param name="column">The column.</param>
    /// <param name="type">Its type.</param>
    /// <param name="start">Where the first band begins.</param>
    /// <param name="width">How wide bands are.</param>
    /// <param name="end">Where the last one ends, or null.</param>
    public virtual string? Band(string column, EngineType type, ExactDecimal start, ExactDecimal width, ExactDecimal? end)
    {
        if (type is not (EngineType.Integer or EngineType.Decimal))
        {
            return null;
        }
        string beyond = end is null ? "" : $" WHEN {column} > {end} THEN {end} + {width}";
        return $"CASE WHEN NOT ({IsThere(column, type)}) THEN NULL WHEN {column} < {start} THEN {start} - "
            + $"{width}{beyond} ELSE {column} - {Modulo($"({column} - {start})", width)} END";
    }

    protected virtual string Modulo(string number, ExactDecimal width) => $"MOD({number}, {width})";

    /// <summary>A band's number as text.</summary>
    public virtual string BandText(string expression) => Text(expression, EngineType.Decimal);

    /// <summary>An identifier, whatever is in it.</summary>
    public virtual string Quote(string name) => $"\"{name.Replace("\"", "\"\"", StringComparison.Ordinal)}\"";

    /// <summary>The name of a parameter in a command.</summary>
    public virtual string Parameter(int at) => $"@p{at}";

    /// <summary>What a table is called in a question.</summary>
    public virtual string Relation(EnginePlace place, string name) => string.Join('.', name.Split('.').Select(Quote));

    /// <summary>How the rows of an ordered query are numbered: as they come out of it.</summary>
    /// <param name="order">What it is put in order by.</param>
    public virtual string Places(string order) => "";

    /// <summary>A value as text, told apart by its bytes.</summary>
    public abstract string Text(string expression, EngineType type);

    /// <summary>Whether a cell of a column of numbers is one: neither empty nor what has no place among them.</summary>
    public virtual string IsThere(string column, EngineType type) => $"{column} IS NOT NULL";

    /// <summary>A sum as text, with all of its digits.</summary>
    public virtual string Sum(string column, EngineType type) => Text($"SUM({column})", type);

    /// <summary>What orders a key's column as its engine does, by bytes for text.</summary>
    public virtual string OrderOf(string column, EngineType type) => column;

    /// <summary>A parameter's value that is compared with <see cref="Text"/>.</summary>
    public virtual object TextValue(string text) => text;

    /// <summary>Whether it is stopped by the token of what it does: then it gives a silent network up, too.</summary>
    public virtual bool TakesToken => false;

    /// <summary>
    /// What begins a question that a query of the analyst's own is part of, so that nothing in it can change what is written; null for
    /// nothing.
    /// </summary>
    public virtual string? BeginQuery => null;

    /// <summary>What ends it.</summary>
    public virtual string? EndQuery => null;

    /// <summary>Ends what a command is working on, from another thread.</summary>
    public virtual void Stop(DbCommand command) => command.Cancel();

    /// <summary>A text as the engine answers it.</summary>
    public virtual string? Read(DbDataReader reader, int at) => reader.IsDBNull(at) ? null : reader.GetString(at);

    public virtual EngineType TypeOf(string name)
    {
        string type = name.ToUpperInvariant().Split('(')[0].Trim();
        return type switch
        {
            "SMALLINT"
            or "INTEGER"
            or "INT"
            or "BIGINT"
            or "TINYINT"
            or "MEDIUMINT"
            or "HUGEINT"
            or "UHUGEINT"
            or "UTINYINT"
            or "USMALLINT"
            or "UINTEGER"
            or "UBIGINT"
            or "INT2"
            or "INT4"
            or "INT8"
            or "YEAR"
            or "SERIAL"
            or "BIGSERIAL"
            or "TINYINT UNSIGNED"
            or "SMALLINT UNSIGNED"
            or "MEDIUMINT UNSIGNED"
            or "INT UNSIGNED"
            or "BIGINT UNSIGNED" => EngineType.Integer,
            "NUMERIC" or "DECIMAL" or "NEWDECIMAL" => EngineType.Decimal,
            "REAL" or "DOUBLE" or "DOUBLE PRECISION" or "FLOAT" or "FLOAT4" or "FLOAT8" => EngineType.Float,
            _ when type.StartsWith("DATE", StringComparison.Ordinal) || type.StartsWith("TIMESTAMP", StringComparison.Ordinal) =>
                EngineType.Date,
            _ => EngineType.Text,
        };
    }

    /// <summary>What rows are grouped by, where the column itself does as well as its text; null for its text.</summary>
    /// <param name="column">The column.</param>
    /// <param name="type">Its type.</param>
    /// <param name="isPlain">Whether the engine tells its texts apart by their bytes.</param>
    public virtual string? GroupBy(string column, EngineType type, bool isPlain) => null;

    /// <summary>The columns of text of a table that the engine tells apart by their bytes.</summary>
    public virtual IReadOnlyList<string> PlainTexts(DbConnection connection, EnginePlace place, string table) => [];

    /// <summary>The pieces of a table that lie on other servers; null where it has none.</summary>
    public virtual EnginePieces? PiecesOf(DbConnection connection, EnginePlace place, string table) => null;

    /// <summary>The columns of a table's primary key, in their order; none where it has none.</summary>
    public abstract IReadOnlyList<string> KeyOf(DbConnection connection, EnginePlace place, string table);

    /// <summary>
    /// What a fault of the engine means, as the sentence's end ("the password was not taken"); null where it is none of the known ones.
    /// </summary>
    public abstract string? Means(DbException fault);

    /// <summary>Whether a fault says that the user or the password was not taken.</summary>
    protected virtual bool IsRefused(DbException fault) => false;

    /// <summary>Whether the connection is gone, so that another one may do.</summary>
    protected virtual bool IsLost(DbException fault) => false;

    /// <summary>"wrong-password", "engine-lost" or "engine".</summary>
    public string CodeOf(DbException fault) =>
        IsRefused(fault) ? "wrong-password"
        : IsLost(fault) ? "engine-lost"
        : "engine";

    /// <summary>A question with its parameters, by their names.</summary>
    public static DbCommand Command(DbConnection connection, string sql, params ReadOnlySpan<(string Name, object Value)> parameters)
    {
        DbCommand command = connection.CreateCommand();
        command.CommandText = sql;
        foreach ((string name, object value) in parameters)
        {
            DbParameter parameter = command.CreateParameter();
            parameter.ParameterName = name;
            parameter.Value = value;
            command.Parameters.Add(parameter);
        }
        return command;
    }

    private static List<T> All<T>(DbCommand command, Func<DbDataReader, T> read)
    {
        using DbDataReader reader = command.ExecuteReader();
        var found = new List<T>();
        while (reader.Read())
        {
            found.Add(read(reader));
        }
        return found;
    }

    protected static IReadOnlyList<string> Column(
        DbConnection connection,
        string sql,
        params ReadOnlySpan<(string Name, object Value)> parameters
    )
    {
        using DbCommand command = Command(connection, sql, parameters);
        return All(command, reader => reader.GetString(0));
    }

    /// <summary>Name, schema, "view" or "table", rows (null where nobody knows), columns.</summary>
    protected static IReadOnlyList<EngineTableInfo> Listed(
        DbConnection connection,
        string sql,
        string homeSchema,
        params ReadOnlySpan<(string Name, object Value)> parameters
    )
    {
        using DbCommand command = Command(connection, sql, parameters);
        return All(command, reader =>
        {
            (string name, string schema) = (reader.GetString(0), reader.GetString(1));
            long? rows = reader.IsDBNull(3) ? null : Convert.ToInt64(reader.GetValue(3), CultureInfo.InvariantCulture);
            int columns = Convert.ToInt32(reader.GetValue(4), CultureInfo.InvariantCulture);
            bool isHome = schema == homeSchema || schema.Length == 0;
            return new EngineTableInfo(
                isHome ? name : $"{schema}.{name}",
                schema,
                reader.GetString(2) == "view",
                rows < 0 ? null : rows,
                columns
            );
        });
    }

    protected static void Run(DbConnection connection, string sql)
    {
        using DbCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }
}
