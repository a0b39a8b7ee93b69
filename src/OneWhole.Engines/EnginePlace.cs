using OneWhole.Core.Studies;

namespace OneWhole.Engines;

/// <summary>Where rows are that stay there: a server with a database, a file, or a folder of files.</summary>
/// <param name="Kind">"postgres", "mysql", "duckdb" or "sqlite".</param>
/// <param name="Path">Of a file or a folder; empty for a server.</param>
public sealed record EnginePlace(string Kind, string Path)
{
    public string Host { get; init; } = "";

    /// <summary>0 for the engine's usual one.</summary>
    public int Port { get; init; }

    public string User { get; init; } = "";

    public string Database { get; init; } = "";

    /// <summary>On this machine, where nobody listens between.</summary>
    public bool IsHere => Host is "localhost" or "127.0.0.1" or "::1" or "[::1]";

    /// <summary>"postgres://reader@db.example/ferry": without a password, whatever was given.</summary>
    public string Words =>
        Path.Length > 0
            ? $"{Kind}:{Path}"
            : $"{Kind}://{(User.Length > 0 ? User + "@" : "")}{Host}{(Port > 0 ? $":{Port}" : "")}/{Database}";

    /// <summary>What people call the engine.</summary>
    public string EngineName => Dialect.Of(Kind).Name;

    /// <summary>The engine of a file or a folder, by what it holds; null where it holds nothing that one reads.</summary>
    public static EnginePlace? OfPath(string path)
    {
        try
        {
            if (Directory.Exists(path))
            {
                return DuckDbDialect.HasTables(path) ? new EnginePlace("duckdb", System.IO.Path.GetFullPath(path)) : null;
            }
            // Anything else than a plain file is never opened: it might not end.
            if (!File.Exists(path) || (File.GetAttributes(path) & FileAttributes.Device) != 0 || new FileInfo(path).Length < 16)
            {
                return null;
            }
            Span<byte> head = stackalloc byte[16];
            using FileStream file = new(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
            file.ReadExactly(head);
            string? kind =
                head.SequenceEqual("SQLite format 3\0"u8) ? "sqlite"
                : head[8..12].SequenceEqual("DUCK"u8) ? "duckdb"
                : null;
            return kind is null ? null : new EnginePlace(kind, System.IO.Path.GetFullPath(path));
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    /// <summary>Reads "postgres://user@host:port/database", "mysql://…", "duckdb:FILE-OR-FOLDER" or "sqlite:FILE".</summary>
    /// <exception cref="StudyException">It is none of them, or has a password in it.</exception>
    public static EnginePlace Read(string text)
    {
        foreach (string kind in (ReadOnlySpan<string>)["duckdb", "sqlite"])
        {
            if (text.StartsWith(kind + ":", StringComparison.Ordinal))
            {
                string path = text[(kind.Length + 1)..];
                return path.Length > 0 && (File.Exists(path) || (kind == "duckdb" && Directory.Exists(path)))
                    ? new EnginePlace(kind, System.IO.Path.GetFullPath(path))
                    : throw Wrong($"there is no {(kind == "duckdb" ? "file or folder" : "file")} \"{path}\"");
            }
        }
        if (!Uri.TryCreate(text, UriKind.Absolute, out Uri? address) || address.Scheme is not ("postgres" or "postgresql" or "mysql"))
        {
            throw Wrong(
                $"\"{text}\" is no place of rows: it must be postgres://user@host:port/database, "
                    + "mysql://user@host:port/database, duckdb:FILE-OR-FOLDER or sqlite:FILE"
            );
        }
        string[] user = address.UserInfo.Split(':', 2);
        if (user.Length > 1)
        {
            throw Wrong("a password does not belong there, where others can read it: put it into the variable ONEWHOLE_PASSWORD");
        }
        string database = Uri.UnescapeDataString(address.AbsolutePath.Trim('/'));
        return database.Length == 0 || address.Host.Length == 0
            ? throw Wrong(
                $"\"{text}\" names no {(address.Host.Length == 0 ? "host" : "database")}: it must be "
                    + $"{address.Scheme}://user@host:port/database"
            )
            : new EnginePlace(address.Scheme == "mysql" ? "mysql" : "postgres", "")
            {
                Host = address.Host,
                Port = Math.Max(0, address.Port),
                User = Uri.UnescapeDataString(user[0]),
                Database = database,
            };
    }

    private static StudyException Wrong(string why) => new("wrong-place", "from", $"--from: {why}.");
}
