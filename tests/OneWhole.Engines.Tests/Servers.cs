using System.Data.Common;
using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using DuckDB.NET.Data;
using Microsoft.Data.Sqlite;
using MySqlConnector;
using Npgsql;

namespace OneWhole.Engines.Tests;

/// <summary>
/// Real engines for the tests: PostgreSQL and MariaDB from Debian's packages, each in a folder of its own, as a user without rights, on
/// loopback; DuckDB and SQLite as files. One that is missing fails the run.
/// </summary>
public sealed class Servers : IDisposable
{
    public const string Password = "tidal-7";

    public static readonly string[] Kinds = ["postgres", "mysql", "duckdb", "sqlite"];

    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-engines-").FullName;
    private readonly List<Action> _stops = [];
    private readonly Lazy<int> _postgres;
    private readonly Lazy<int> _maria;
    private readonly Lazy<int> _shards;

    public Servers()
    {
        // Whoever a server runs as has to come through.
        Run(null, "chmod", "755", _folder);
        _postgres = new(() => StartPostgres("postgres"));
        _shards = new(StartShards);
        _maria = new(StartMaria);
    }

    /// <summary>Where an engine is, begun when it is asked for first.</summary>
    internal EnginePlace Place(string kind) =>
        kind switch
        {
            "postgres" => new EnginePlace(kind, "")
            {
                Host = "127.0.0.1",
                Port = _postgres.Value,
                User = "reader",
                Database = "postgres",
            },
            "mysql" => new EnginePlace(kind, "")
            {
                Host = "127.0.0.1",
                Port = _maria.Value,
                User = "reader",
                Database = "ferry",
            },
            _ => new EnginePlace(kind, Path.Combine(_folder, $"ferry.{kind}")),
        };

    /// <summary>A coordinator whose table "crossings", cut into pieces by region, lies on two other servers.</summary>
    internal EnginePlace Shards =>
        new("postgres", "")
        {
            Host = "127.0.0.1",
            Port = _shards.Value,
            User = "reader",
            Database = "postgres",
        };

    /// <summary>The regions of that table, in pairs of one server each.</summary>
    public static readonly string[][] Regions =
    [
        ["East", "North"],
        ["South", "West"],
    ];

    private int StartShards()
    {
        int[] shards = [StartPostgres("shard1"), StartPostgres("shard2")];
        foreach ((int at, int port) in shards.Index())
        {
            Execute(
                port,
                $"""
                CREATE TABLE crossings (id BIGINT PRIMARY KEY, region TEXT NOT NULL, cause TEXT, minutes BIGINT);
                INSERT INTO crossings SELECT i * 2 + {at}, CASE WHEN i % 3 = 0 THEN '{Regions[at][0]}'
                    ELSE '{Regions[at][1]}' END, CASE i % 7 WHEN 0 THEN NULL WHEN 1 THEN 'Fog' WHEN 2 THEN 'Tide' ELSE 'Engine' END,
                    i % 90 FROM generate_series(1, 20000) i;
                ANALYZE crossings;
                """
            );
        }
        int coordinator = StartPostgres("coordinator");
        Execute(
            coordinator,
            $"""
            CREATE EXTENSION postgres_fdw;
            {string.Concat(shards.Select((port, at) => $"""
                CREATE SERVER shard{at} FOREIGN DATA WRAPPER postgres_fdw OPTIONS (host '127.0.0.1', port '{port}',
                  dbname 'postgres', use_remote_estimate 'true', async_capable 'true');
                CREATE USER MAPPING FOR reader SERVER shard{at} OPTIONS (user 'reader', password '{Password}');
                CREATE USER MAPPING FOR owner SERVER shard{at} OPTIONS (user 'owner', password_required 'false');
                """))}
            CREATE TABLE crossings (id BIGINT, region TEXT NOT NULL, cause TEXT, minutes BIGINT) PARTITION BY LIST (region);
            {string.Concat(Regions.Select((regions, at) =>
                $"CREATE FOREIGN TABLE crossings_{at} PARTITION OF crossings FOR VALUES IN ('{regions[0]}', '{regions[1]}') "
                + $"SERVER shard{at} OPTIONS (table_name 'crossings');"))}
            GRANT SELECT ON ALL TABLES IN SCHEMA public TO reader;
            ALTER ROLE reader SET enable_partitionwise_aggregate = on;
            """
        );
        return coordinator;
    }

    private static void Execute(int port, string sql)
    {
        using var connection = new NpgsqlConnection($"Host=127.0.0.1;Port={port};Username=owner;Database=postgres;Pooling=false");
        connection.Open();
        using NpgsqlCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    /// <summary>A connection that may write, to fill tables.</summary>
    public DbConnection Writing(string kind)
    {
        DbConnection connection = kind switch
        {
            "postgres" => new NpgsqlConnection($"Host=127.0.0.1;Port={_postgres.Value};Username=owner;Database=postgres;Pooling=false"),
            "mysql" => new MySqlConnection($"Server=127.0.0.1;Port={_maria.Value};User ID=owner;Database=ferry;Pooling=false"),
            "duckdb" => new DuckDBConnection($"DataSource={Place(kind).Path}"),
            _ => new SqliteConnection($"Data Source={Place(kind).Path};Pooling=false"),
        };
        connection.Open();
        return connection;
    }

    /// <summary>How many questions PostgreSQL is working on for those who read.</summary>
    public int Working => Tell("SELECT count(*)::int FROM pg_stat_activity WHERE usename = 'reader' AND state = 'active'");

    /// <summary>A number that PostgreSQL tells its administrator.</summary>
    public int Tell(string sql)
    {
        using DbConnection connection = Writing("postgres");
        using DbCommand command = connection.CreateCommand();
        command.CommandText = sql;
        return Convert.ToInt32(command.ExecuteScalar(), CultureInfo.InvariantCulture);
    }

    /// <summary>Has a server do something as its own administrator.</summary>
    public void Ask(string kind, string sql)
    {
        using DbConnection connection =
            kind == "postgres" ? Writing(kind) : new MySqlConnection($"Server=127.0.0.1;Port={_maria.Value};User ID=root;Pooling=false");
        if (connection.State != System.Data.ConnectionState.Open)
        {
            connection.Open();
        }
        using DbCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private int StartPostgres(string name)
    {
        string programs = Directory
            .GetDirectories("/usr/lib/postgresql")
            .Order(StringComparer.Ordinal)
            .LastOrDefault(folder => File.Exists(Path.Combine(folder, "bin", "initdb")))
            ?? throw new InvalidOperationException("PostgreSQL is missing: apt-get install postgresql");
        string data = Path.Combine(_folder, name);
        Directory.CreateDirectory(data);
        Own(data, "postgres");
        int port = FreePort();
        Run(
            "postgres",
            Path.Combine(programs, "bin", "initdb"),
            "-D",
            data,
            "-U",
            "owner",
            "-A",
            "trust",
            "-E",
            "UTF8",
            "--locale=C.UTF-8",
            "--no-sync"
        );
        // Who reads needs a password; who fills the tables is this test alone.
        File.WriteAllText(
            Path.Combine(data, "pg_hba.conf"),
            "host all owner 127.0.0.1/32 trust\nhost all reader 127.0.0.1/32 scram-sha-256\n"
        );
        string control = Path.Combine(programs, "bin", "pg_ctl");
        Run(
            "postgres",
            control,
            "-D",
            data,
            "-w",
            "-l",
            Path.Combine(data, "log"),
            "-o",
            $"-p {port} -c listen_addresses=127.0.0.1 -c unix_socket_directories={data} -c fsync=off",
            "start"
        );
        _stops.Add(() => Run("postgres", control, "-D", data, "-m", "immediate", "stop"));
        Execute(
            port,
            $"CREATE ROLE reader LOGIN PASSWORD '{Password}'; ALTER DEFAULT PRIVILEGES IN SCHEMA public GRANT SELECT ON TABLES TO reader"
        );
        return port;
    }

    private int StartMaria()
    {
        if (!File.Exists("/usr/sbin/mariadbd"))
        {
            throw new InvalidOperationException("MariaDB is missing: apt-get install mariadb-server");
        }
        string data = Path.Combine(_folder, "maria");
        Directory.CreateDirectory(data);
        Own(data, "mysql");
        int port = FreePort();
        Run(
            "mysql",
            "/usr/bin/mariadb-install-db",
            "--no-defaults",
            $"--datadir={data}",
            "--auth-root-authentication-method=normal",
            "--skip-test-db"
        );
        string begin = Path.Combine(data, "begin.sql");
        File.WriteAllText(
            begin,
            "CREATE DATABASE ferry CHARACTER SET utf8mb4;\nCREATE USER IF NOT EXISTS root@'127.0.0.1';\nGRANT ALL ON "
                + "*.* TO root@'127.0.0.1';\nCREATE USER owner@'127.0.0.1';\nGRANT ALL ON ferry.* TO "
                + $"owner@'127.0.0.1';\nCREATE USER reader@'127.0.0.1' IDENTIFIED BY '{Password}';\nGRANT SELECT ON "
                + "ferry.* TO reader@'127.0.0.1';\n"
        );
        Own(begin, "mysql");
        Process server = Begin(
            "mysql",
            "/usr/sbin/mariadbd",
            "--no-defaults",
            $"--datadir={data}",
            $"--socket={data}/s",
            $"--port={port}",
            "--bind-address=127.0.0.1",
            "--skip-name-resolve",
            $"--init-file={begin}",
            "--innodb-flush-log-at-trx-commit=0"
        );
        _stops.Add(() =>
        {
            server.Kill(entireProcessTree: true);
            server.WaitForExit();
        });
        for (int wait = 0; ; wait++)
        {
            try
            {
                using var connection = new MySqlConnection($"Server=127.0.0.1;Port={port};User ID=owner;Database=ferry;Pooling=false");
                connection.Open();
                return port;
            }
            catch (MySqlException) when (wait < 300)
            {
                Thread.Sleep(100);
            }
        }
    }

    private static bool IsRoot => Environment.UserName == "root";

    private static void Own(string path, string user)
    {
        if (IsRoot)
        {
            Run(null, "chown", "-R", user, path);
        }
    }

    private static Process Begin(string? user, string program, params string[] arguments)
    {
        var begin = new ProcessStartInfo(user is not null && IsRoot ? "runuser" : program)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = "/",
        };
        foreach (string argument in user is not null && IsRoot ? ["-u", user, "--", program, .. arguments] : arguments)
        {
            begin.ArgumentList.Add(argument);
        }
        Process process = Process.Start(begin)!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        return process;
    }

    private static void Run(string? user, string program, params string[] arguments)
    {
        using Process process = Begin(user, program, arguments);
        // What a server that goes on has inherited is not read to its end.
        process.ErrorDataReceived += (_, _) => { };
        process.BeginErrorReadLine();
        if (!process.WaitForExit(TimeSpan.FromMinutes(2)) || process.ExitCode != 0)
        {
            throw new InvalidOperationException(
                $"{program} {string.Join(' ', arguments)} ended with "
                    + $"{(process.HasExited ? process.ExitCode.ToString(CultureInfo.InvariantCulture) : "nothing")}."
            );
        }
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    public void Dispose()
    {
        _stops.ForEach(stop => stop());
        Directory.Delete(_folder, recursive: true);
    }
}
