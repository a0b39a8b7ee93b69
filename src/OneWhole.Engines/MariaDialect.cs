using System.Data.Common;
using System.Text;
using MySqlConnector;

namespace OneWhole.Engines;

/// <summary>MariaDB and MySQL. Text is compared as bytes: their binary collations take what differs in trailing spaces for one.</summary>
internal sealed class MariaDialect : Dialect
{
    public override string Name => "MariaDB";

    public override DbConnection Open(EnginePlace place, string? password, EngineLimits limits)
    {
        var settings = new MySqlConnectionStringBuilder
        {
            Server = place.Host,
            Port = place.Port > 0 ? (uint)place.Port : 3306,
            UserID = place.User,
            Password = password ?? "",
            Database = place.Database,
            SslMode = place.IsHere ? MySqlSslMode.Preferred : MySqlSslMode.VerifyFull,
            ConnectionTimeout = 15,
            DefaultCommandTimeout = (uint)limits.Question.TotalSeconds,
            Pooling = false,
            TreatTinyAsBoolean = false,
            AllowLoadLocalInfile = false,
            DateTimeKind = MySqlDateTimeKind.Utc,
        };
        var connection = new MySqlConnection(settings.ConnectionString);
        connection.Open();
        Run(connection, "SET SESSION TRANSACTION READ ONLY");
        Run(connection, "SET time_zone = '+00:00'");
        try
        {
            Run(connection, $"SET max_statement_time = {(int)limits.Question.TotalSeconds}");
        }
        catch (MySqlException)
        {
            // MySQL calls it otherwise; the time is kept on this side, too.
        }
        return connection;
    }

    public override IReadOnlyList<EngineTableInfo> Tables(DbConnection connection, EnginePlace place) =>
        Listed(
            connection,
            "SELECT t.TABLE_NAME, t.TABLE_SCHEMA, CASE WHEN t.TABLE_TYPE LIKE '%VIEW%' THEN 'view' ELSE 'table' END, t.TABLE_ROWS, "
                + "(SELECT COUNT(*) FROM information_schema.COLUMNS c WHERE c.TABLE_SCHEMA = t.TABLE_SCHEMA AND "
                + "c.TABLE_NAME = t.TABLE_NAME) "
                + "FROM information_schema.TABLES t WHERE t.TABLE_SCHEMA NOT IN ('mysql', 'information_schema', "
                + "'performance_schema', 'sys') ORDER BY t.TABLE_SCHEMA <> @home, 2, 1",
            place.Database,
            ("@home", place.Database)
        );

    public override string Quote(string name) => $"`{name.Replace("`", "``", StringComparison.Ordinal)}`";

    // It does not keep the order of a query in another: what that goes by has to be among its columns.
    public override string Places(string order) => $"ORDER BY {order}";

    public override string Text(string expression, EngineType type) =>
        type == EngineType.Text ? $"CAST(CONVERT({expression} USING utf8mb4) AS BINARY)" : $"CAST(CAST({expression} AS CHAR) AS BINARY)";

    public override string OrderOf(string column, EngineType type) => type == EngineType.Text ? Text(column, type) : column;

    public override object TextValue(string text) => Encoding.UTF8.GetBytes(text);

    public override string? Read(DbDataReader reader, int at) =>
        reader.IsDBNull(at) ? null : Encoding.UTF8.GetString((byte[])reader.GetValue(at));

    public override IReadOnlyList<string> KeyOf(DbConnection connection, EnginePlace place, string table) =>
        Column(
            connection,
            "SELECT COLUMN_NAME FROM information_schema.KEY_COLUMN_USAGE WHERE CONSTRAINT_NAME = 'PRIMARY' AND "
                + "TABLE_SCHEMA = @schema AND TABLE_NAME = @table ORDER BY ORDINAL_POSITION",
            ("@schema", table.Contains('.', StringComparison.Ordinal) ? table.Split('.')[0] : place.Database),
            ("@table", table.Split('.')[^1])
        );

    protected override bool IsRefused(DbException fault) => fault is MySqlException { ErrorCode: MySqlErrorCode.AccessDenied };

    protected override bool IsLost(DbException fault) =>
        fault is MySqlException { ErrorCode: MySqlErrorCode.UnableToConnectToHost or MySqlErrorCode.ServerShutdown or MySqlErrorCode.None };

    public override bool TakesToken => true;

    public override string? Means(DbException fault) =>
        fault is not MySqlException own
            ? null
            : own.ErrorCode switch
            {
                MySqlErrorCode.AccessDenied =>
                    "the user or the password was not taken; give the password in the variable ONEWHOLE_PASSWORD",
                MySqlErrorCode.UnknownDatabase => "there is no such database there",
                MySqlErrorCode.NoSuchTable => "there is no such table or view",
                MySqlErrorCode.TableAccessDenied or MySqlErrorCode.ColumnAccessDenied => "this user may not read it",
                MySqlErrorCode.QueryInterrupted or MySqlErrorCode.CommandTimeoutExpired => "the question took too long, or was stopped",
                MySqlErrorCode.UnableToConnectToHost or MySqlErrorCode.ServerShutdown or MySqlErrorCode.None =>
                    "the server can't be reached, or the connection was lost; see that it runs and listens there, and try again",
                MySqlErrorCode.ParseError or MySqlErrorCode.BadFieldError or MySqlErrorCode.WrongFieldWithGroup =>
                    $"the query can't be run: {own.Message}",
                _ => null,
            };
}
