using System.Data.Common;
using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using DuckDB.NET.Data;
using Npgsql;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Engines;
using OneWhole.Engines.Tests;

namespace OneWhole.Bench;

/// <summary>
/// Rows that stay where they are: a study against the same SQL written by hand (sums, rows, rows with a number, the table's order where
/// there
/// is a key, and what a filter leaves out), in one run; what this process takes meanwhile over what it
/// takes idle; the bytes that came over the wire.
/// </summary>
internal static class Engines
{
    private const string ByHand = "SELECT cause, SUM(minutes), COUNT(*), COUNT(minutes){0} FROM t GROUP BY cause",
        PairsByHand = "SELECT cause, region, SUM(minutes), COUNT(*), COUNT(minutes){0} FROM t GROUP BY cause, region";
    private const string FilteredByHand =
        "SELECT cause, SUM(CASE WHEN minutes >= 60 THEN minutes END), SUM(CASE WHEN minutes < 60 THEN minutes END), "
        + "COUNT(CASE WHEN minutes >= 60 THEN 1 END), COUNT(*), COUNT(minutes){0} FROM t GROUP BY cause";

    private static readonly (string Name, string Sql, string Members)[] Questions =
    [
        ("40 parts", ByHand, """ "parts": {"column": "cause"}, "value": {"sum": "minutes"}, "form": {"kind": "pareto"} """),
        (
            "40 parts in 9 groups",
            PairsByHand,
            """ "parts": {"column": "cause"}, "groups": {"column": "region"}, "value": {"sum": "minutes"}, "form": {"kind": "stacked"} """
        ),
        (
            "changed: only long ones",
            FilteredByHand,
            """ "parts": {"column": "cause"}, "value": {"sum": "minutes"}, "where": [{"column": "minutes", "from": """
                + """60}], "form": {"kind": "pareto"} """
        ),
    ];

    public static void Run(int postgresRows, int duckRows)
    {
        Console.WriteLine("engine      rows        what                        ours ms   by hand ms   ratio   over idle MB   bytes came");
        using (var servers = new Servers())
        {
            OverPostgres(servers, postgresRows);
        }
        OverDuckDb(duckRows);
    }

    private static void OverPostgres(Servers servers, int rows)
    {
        using (DbConnection writing = servers.Writing("postgres"))
        {
            Execute(writing, "CREATE TABLE t (id BIGINT PRIMARY KEY, cause TEXT NOT NULL, region TEXT NOT NULL, minutes BIGINT NOT NULL)");
            Execute(
                writing,
                "INSERT INTO t SELECT i, 'cause ' || (hashint8(i) & 1023) % 40, 'region ' || i % 9, (hashint8(i + 7) & "
                    + $"1023) % 240 FROM generate_series(1, {rows}) i"
            );
            Execute(writing, "VACUUM ANALYZE t");
        }
        EnginePlace place = servers.Place("postgres");
        using var wire = new CountedWire(place.Port);
        using var hand = new NpgsqlConnection(
            $"Host=127.0.0.1;Port={place.Port};Username=reader;Password={Servers.Password};Database=postgres;"
                + "Pooling=false;Command Timeout=600"
        );
        hand.Open();
        Compare("PostgreSQL", rows, () => EngineTable.Open(place with { Port = wire.Port }, Servers.Password, "t", null), hand, wire);
    }

    private static void OverDuckDb(int rows)
    {
        string folder = Directory.CreateTempSubdirectory("onewhole-bench-").FullName;
        using (var making = new DuckDBConnection("DataSource=:memory:"))
        {
            making.Open();
            Execute(
                making,
                "COPY (SELECT range AS id, 'cause ' || (hash(range) % 40) AS cause, 'region ' || (range % 9) AS "
                    + $"region, CAST(hash(range + 7) % 240 AS BIGINT) AS minutes FROM range({rows})) TO "
                    + $"'{folder}/t.parquet' (FORMAT parquet)"
            );
        }
        using var hand = new DuckDBConnection("DataSource=:memory:");
        hand.Open();
        Execute(hand, $"CREATE VIEW t AS SELECT * FROM read_parquet('{folder}/t.parquet')");
        Compare("DuckDB", rows, () => EngineTable.Open(EnginePlace.Read($"duckdb:{folder}"), null, "t", null), hand, null);
        Directory.Delete(folder, recursive: true);
    }

    private static void Compare(string engine, int rows, Func<EngineTable> open, DbConnection hand, CountedWire? wire)
    {
        using EngineTable table = open();
        foreach ((string name, string sql, string members) in Questions)
        {
            string same = string.Format(CultureInfo.InvariantCulture, sql, wire is null ? "" : ", MIN(id)");
            Study study = StudyFormat.Standard.Read($$"""{"format": "onewhole.study/1", {{members}}}""");
            GC.Collect();
            long idle = Environment.WorkingSet,
                most = idle,
                came = wire?.Bytes ?? 0;
            using var watch = new Timer(_ => most = Math.Max(most, Environment.WorkingSet), null, 0, 20);
            // One after the other, so that neither has the warmer caches.
            var ours = new List<double>();
            var theirs = new List<double>();
            for (int round = 0; round < 6; round++)
            {
                came = wire?.Bytes ?? 0;
                double one = Time(() => Calculator.Run(table.Table, study)),
                    other = Time(() => Drain(hand, same));
                if (round > 0)
                {
                    ours.Add(one);
                    theirs.Add(other);
                }
            }
            long bytes = (wire?.Bytes ?? 0) - came;
            double own = Median(ours),
                by = Median(theirs);
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{engine, -11} {rows, -11} {name, -26} {own, 8:0}   {by, 10:0}   {own / by, 5:0.00}   "
                        + $"{(most - idle) / 1048576.0, 12:0}   {(wire is null ? "" : bytes), 10}"
                )
            );
        }
    }

    private static double Time(Action act)
    {
        long begun = Stopwatch.GetTimestamp();
        act();
        return Stopwatch.GetElapsedTime(begun).TotalMilliseconds;
    }

    private static double Median(List<double> times)
    {
        times.Sort();
        return times[times.Count / 2];
    }

    private static void Execute(DbConnection connection, string sql)
    {
        using DbCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.CommandTimeout = 3600;
        command.ExecuteNonQuery();
    }

    private static void Drain(DbConnection connection, string sql)
    {
        using DbCommand command = connection.CreateCommand();
        command.CommandText = sql;
        using DbDataReader reader = command.ExecuteReader();
        while (reader.Read()) { }
    }

    /// <summary>Passes on to a server and counts what it answers.</summary>
    private sealed class CountedWire : IDisposable
    {
        private readonly TcpListener _listener = new(IPAddress.Loopback, 0);
        private readonly int _to;
        private long _bytes;

        public CountedWire(int to)
        {
            _to = to;
            _listener.Start();
            _ = Task.Run(Accept);
        }

        public int Port => ((IPEndPoint)_listener.LocalEndpoint).Port;

        public long Bytes => Interlocked.Read(ref _bytes);

        private async Task Accept()
        {
            try
            {
                while (true)
                {
                    TcpClient client = await _listener.AcceptTcpClientAsync(),
                        server = new();
                    await server.ConnectAsync(IPAddress.Loopback, _to);
                    _ = Pass(client, server, false);
                    _ = Pass(server, client, true);
                }
            }
            catch (Exception fault) when (fault is SocketException or ObjectDisposedException)
            {
                // It was closed.
            }
        }

        private async Task Pass(TcpClient from, TcpClient to, bool counts)
        {
            var buffer = new byte[1 << 16];
            try
            {
                for (int read; (read = await from.GetStream().ReadAsync(buffer)) > 0; )
                {
                    Interlocked.Add(ref _bytes, counts ? read : 0);
                    await to.GetStream().WriteAsync(buffer.AsMemory(0, read));
                }
            }
            catch (Exception fault) when (fault is IOException or ObjectDisposedException or InvalidOperationException)
            {
                // One of both is gone.
            }
            to.Dispose();
        }

        public void Dispose() => _listener.Stop();
    }
}
