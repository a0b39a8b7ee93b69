using Microsoft.Data.Sqlite;

namespace OneWhole.Formats.Databases;

/// <summary>The write-ahead log beside a SQLite file: rows that are written and not yet in the file itself.</summary>
public static class SqliteLog
{
    /// <summary>What a log's name adds to its file's.</summary>
    public const string Ending = "-wal";

    /// <summary>The log beside a file; null where there is none, or nothing in it.</summary>
    public static string? Of(string path) => new FileInfo(path + Ending) is { Exists: true, Length: > 0 } log ? log.FullName : null;

    /// <summary>
    /// Takes the rows of the log beside a copy into the copy; nothing is left beside it. A file that is no database stays as it is, and is
    /// refused when it is read.
    /// </summary>
    public static void TakeIn(string copy)
    {
        try
        {
            using var connection = new SqliteConnection(
                new SqliteConnectionStringBuilder { DataSource = copy, Pooling = false }.ToString()
            );
            connection.Open();
            using SqliteCommand command = connection.CreateCommand();
            command.CommandText = "PRAGMA journal_mode = delete";
            command.ExecuteNonQuery();
        }
        catch (SqliteException)
        {
            // Whoever reads it says what is wrong with it.
        }
        finally
        {
            File.Delete(copy + Ending);
            File.Delete(copy + "-shm");
        }
    }
}
