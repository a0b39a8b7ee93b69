using System.Diagnostics;
using System.Globalization;
using DuckDB.NET.Data;
using Microsoft.Data.Sqlite;
using OneWhole.Bench;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;
using OneWhole.Formats.Text;
using OneWhole.Store;

CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
string only = args is ["only", var size] ? size : "";
if (args is ["engines", ..])
{
    Engines.Run(
        args.Length > 1 ? int.Parse(args[1], CultureInfo.InvariantCulture) : 10_000_000,
        args.Length > 2 ? int.Parse(args[2], CultureInfo.InvariantCulture) : 100_000_000
    );
    return;
}
if (args is ["layouts"])
{
    Layouts.Run();
    return;
}
string folder = Directory.CreateTempSubdirectory("onewhole-bench-").FullName;
Console.WriteLine("rows       parts      what                              ours ms    other ms   ratio");
foreach (
    (int rows, int parts) in (ReadOnlySpan<(int, int)>)
        [(1_000, 40), (100_000, 40), (1_000_000, 40), (1_000_000, 3_000), (1_000_000, 1_000_000)]
)
{
    if (only.Length > 0 && only != $"{rows}/{parts}")
    {
        continue;
    }
    new Comparison(folder, rows, parts).Run();
}
Directory.Delete(folder, true);
if (only.Length == 0)
{
    Layouts.Run();
}

namespace OneWhole.Bench
{
    /// <summary>
    /// One size: the same rows, grouped, ordered and run up by us, by DuckDB, by SQLite; and a bare scan of the two arrays.
    /// </summary>
    internal sealed class Comparison(string folder, int rows, int parts)
    {
        private const string Query = """
            SELECT part, v, RANK() OVER (ORDER BY v DESC) AS rank, v * 1.0 / SUM(v) OVER () AS share, SUM(v) OVER (ORDER BY v DESC, part
            ROWS UNBOUNDED PRECEDING) AS running
            FROM (SELECT part, SUM(amount) AS v FROM t GROUP BY part) ORDER BY v DESC, part
            """;

        private readonly string _csv = Path.Combine(folder, $"t-{rows}-{parts}.csv");

        public void Run()
        {
            WriteCsv();
            Table? table = null;
            (double import, double duckImport) = Medians(
                7,
                () => table = Import(),
                () => Duck($"CREATE OR REPLACE TABLE t AS SELECT * FROM read_csv('{_csv}')")
            );
            Say("import into the store / DuckDB", import, duckImport);

            Study study = StudyFormat.Standard.Read(
                """{"format": "onewhole.study/1", "parts": {"column": "part"}, "value": {"sum": "amount"}, "form": {"kind": "pareto"}}"""
            );
            WorkingsResult? workings = null;
            using var duck = new DuckDBConnection("Data Source=:memory:");
            duck.Open();
            Execute(duck, $"CREATE TABLE t AS SELECT part, CAST(amount * 100 AS BIGINT) AS amount FROM read_csv('{_csv}')");
            // Another table each time: what was scanned before is not asked again.
            (double ours, double duckQuery) = Medians(
                15,
                () => workings = Calculator.Run(new Table(table!.Name, table.Columns), study),
                () => Drain(duck, Query)
            );
            Say("workings / DuckDB", ours, duckQuery);
            Say("workings / SQLite", ours, Sqlite(table!));
            Say("workings / bare scan", ours, Median(15, () => BareScan(table!)));
            if (parts <= 3_000)
            {
                double figure = Median(15, () => FigureDrawer.Draw(workings!, 960, 600, TextMeasurer.Shared));
                Say("figure from workings (ms)", figure, double.NaN);
            }
        }

        private void WriteCsv()
        {
            var random = new Random(42);
            using var writer = new StreamWriter(_csv);
            writer.WriteLine("part,season,amount");
            for (int i = 0; i < rows; i++)
            {
                int part = parts == rows ? i : (int)(parts * Math.Pow(random.NextDouble(), 2));
                writer.Write("part ");
                writer.Write(part);
                writer.Write(i % 4 < 2 ? ",Summer," : ",Winter,");
                writer.WriteLine((random.Next(1, 100_000) / 100m).ToString("0.00", CultureInfo.InvariantCulture));
            }
        }

        private Table Import()
        {
            string path = Path.Combine(folder, $"{Guid.NewGuid():n}.db");
            var database = new Database(path);
            database.Prepare();
            using var stream = new FileStream(_csv, FileMode.Open, FileAccess.Read);
            Table table = TableFile.Read(stream, "t.csv", ReadSettings.Found).Table;
            var cells = new CellStore(database);
            // As the application does: written unseen, and there at once.
            new DocumentStore(database).Write(new Change("brought in").Publish(cells.Write(table.Columns)));
            SqliteConnection.ClearAllPools();
            File.Delete(path);
            return table;
        }

        private static long BareScan(Table table)
        {
            long[] units = table.Find("amount")!.Numbers.Units!;
            long sum = 0;
            switch (table.Find("part")!.Labels.Codes.Values)
            {
                case byte[] narrow:
                    for (int i = 0; i < units.Length; i++)
                    {
                        sum += units[i] + narrow[i];
                    }
                    break;
                case ushort[] middle:
                    for (int i = 0; i < units.Length; i++)
                    {
                        sum += units[i] + middle[i];
                    }
                    break;
                case int[] full:
                    for (int i = 0; i < units.Length; i++)
                    {
                        sum += units[i] + full[i];
                    }
                    break;
            }
            return sum;
        }

        private static double Sqlite(Table table)
        {
            using var connection = new SqliteConnection("Data Source=:memory:");
            connection.Open();
            Execute(connection, "CREATE TABLE t (part TEXT, amount INTEGER)");
            using (SqliteTransaction transaction = connection.BeginTransaction())
            {
                using SqliteCommand insert = connection.CreateCommand();
                insert.CommandText = "INSERT INTO t VALUES ($part, $amount)";
                SqliteParameter part = insert.Parameters.Add("$part", SqliteType.Text),
                    amount = insert.Parameters.Add("$amount", SqliteType.Integer);
                LabelView labels = table.Find("part")!.Labels;
                long[] units = table.Find("amount")!.Numbers.Units!;
                for (int row = 0; row < table.RowCount; row++)
                {
                    part.Value = labels.Labels[labels.Codes[row]];
                    amount.Value = units[row];
                    insert.ExecuteNonQuery();
                }
                transaction.Commit();
            }
            return Median(3, () => Drain(connection, Query));
        }

        private static long Drain(System.Data.Common.DbConnection connection, string query)
        {
            using System.Data.Common.DbCommand command = connection.CreateCommand();
            command.CommandText = query;
            using System.Data.Common.DbDataReader reader = command.ExecuteReader();
            long count = 0;
            while (reader.Read())
            {
                count++;
            }
            return count;
        }

        private void Duck(string sql)
        {
            string path = Path.Combine(folder, $"{Guid.NewGuid():n}.duck");
            using (var connection = new DuckDBConnection($"Data Source={path}"))
            {
                connection.Open();
                Execute(connection, sql);
            }
            File.Delete(path);
        }

        private static void Execute(System.Data.Common.DbConnection connection, string sql)
        {
            using System.Data.Common.DbCommand command = connection.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }

        private void Say(string what, double ours, double other) =>
            Console.WriteLine(
                $"{rows, -10} {parts, -10} {what, -32} {ours, 9:0.00} "
                    + $"{(double.IsNaN(other) ? "" : other.ToString("0.00", CultureInfo.InvariantCulture)), 11} "
                    + $"{(double.IsNaN(other) ? "" : (ours / other).ToString("0.00", CultureInfo.InvariantCulture)), 7}"
            );

        internal static double Median(int times, Action act)
        {
            Warm(act);
            var taken = new double[times];
            for (int i = 0; i < times; i++)
            {
                taken[i] = Taken(act);
            }
            Array.Sort(taken);
            return taken[times / 2];
        }

        /// <summary>Ours and another's, one after the other: a shared machine is slower for both when it is slower.</summary>
        private static (double Ours, double Other) Medians(int times, Action ours, Action other)
        {
            Warm(ours);
            Warm(other);
            double[] taken = new double[times],
                others = new double[times];
            for (int i = 0; i < times; i++)
            {
                taken[i] = Taken(ours);
                others[i] = Taken(other);
            }
            Array.Sort(taken);
            Array.Sort(others);
            return (taken[times / 2], others[times / 2]);
        }

        /// <summary>The compiler settles on code after some thirty runs; a long action is not run so often for it.</summary>
        private static void Warm(Action act)
        {
            long begun = Stopwatch.GetTimestamp();
            for (int i = 0; i < 40 && Stopwatch.GetElapsedTime(begun).TotalSeconds < 2; i++)
            {
                act();
            }
        }

        private static double Taken(Action act)
        {
            long start = Stopwatch.GetTimestamp();
            act();
            return Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }

        private static double Median<T>(int times, Func<T> act) => Median(times, () =>
            {
                act();
            });
    }
}
