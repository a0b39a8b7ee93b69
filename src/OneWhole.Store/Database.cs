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
        _connection = new SqliteConnectionStringBuilder { DataSource = Path, ForeignKeys = true, Pooling = true, DefaultTimeout = 30 }.ToString();
    }

    public string Path { get; }

    /// <summary>Opens the file, brings it up to date, and removes imports that were never published.</summary>
    public void Prepare()
    {
        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(Path)!);
        using SqliteConnection connection = Open();
        Execute(connection, "PRAGMA journal_mode = WAL");
        Migrate(connection);
        Execute(connection, "DELETE FROM import WHERE published = 0");
    }

    internal SqliteConnection Open()
    {
        var connection = new SqliteConnection(_connection);
        connection.Open();
        Execute(connection, "PRAGMA synchronous = FULL");
        return connection;
    }

    internal static void Execute(SqliteConnection connection, string sql, SqliteTransaction? transaction = null, params (string Name, object? Value)[] values)
    {
        using SqliteCommand command = Command(connection, sql, transaction, values);
        command.ExecuteNonQuery();
    }

    internal static SqliteCommand Command(SqliteConnection connection, string sql, SqliteTransaction? transaction = null, params (string Name, object? Value)[] values)
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

    private static void Migrate(SqliteConnection connection)
    {
        long version = (long)(Command(connection, "PRAGMA user_version").ExecuteScalar() ?? 0L);
        string[] files = [.. typeof(Database).Assembly.GetManifestResourceNames().Where(name => name.EndsWith(".sql", StringComparison.Ordinal)).Order(StringComparer.Ordinal)];
        foreach (string file in files)
        {
            long number = long.Parse(file[..3], CultureInfo.InvariantCulture);
            if (number <= version)
            {
                continue;
            }
            using Stream stream = typeof(Database).Assembly.GetManifestResourceStream(file)!;
            using var reader = new StreamReader(stream);
            using SqliteTransaction transaction = connection.BeginTransaction();
            Execute(connection, reader.ReadToEnd(), transaction);
            Execute(connection, $"PRAGMA user_version = {number}", transaction);
            transaction.Commit();
        }
    }
}
