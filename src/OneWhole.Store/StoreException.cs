using Microsoft.Data.Sqlite;

namespace OneWhole.Store;

/// <summary>The data file can't be used: one sentence that names it and what to do.</summary>
public sealed class StoreException(string message, Exception? inner = null) : Exception(message, inner)
{
    private const int Corrupt = 11,
        NotADatabase = 26,
        Full = 13,
        ReadOnly = 8,
        CantOpen = 14,
        Busy = 5,
        Locked = 6,
        InputOutput = 10;

    /// <summary>What a fault of the database library means, in our words.</summary>
    public static string Words(SqliteException fault, string path) =>
        fault.SqliteErrorCode switch
        {
            NotADatabase => $"{path} is no database: name another file with --data, or move this one away.",
            Corrupt => $"{path} is damaged: put its last copy in its place, or move it away and start anew.",
            Full => $"The disk is full: {path} could not be written. Make room on it and try again.",
            ReadOnly => $"{path} can't be written: give this user the right to write it and its folder.",
            CantOpen => $"{path} can't be opened: its folder must be there, and this user must have the right to write it.",
            Busy or Locked => $"{path} is held by another program: close that, and try again.",
            InputOutput => $"{path} could not be read or written: the disk reports a fault, or is full.",
            _ => $"{path} could not be used (SQLite's code {fault.SqliteErrorCode}).",
        };
}
