using System.Data.Common;
using System.Globalization;
using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Engines.Tests;

/// <summary>The same rows brought in and left where they are: the workings are equal, digit by digit, in every engine.</summary>
public sealed class SameAnswerTests(Servers servers) : IClassFixture<Servers>
{
    private static readonly string Folder = Path.Combine(Repository(), "tests", "contract");

    private static string Repository()
    {
        string? at = AppContext.BaseDirectory;
        while (at is not null && !File.Exists(Path.Combine(at, "OneWhole.slnx")))
        {
            at = Path.GetDirectoryName(at);
        }
        return at!;
    }

    public static TheoryData<string> Engines() => [.. Servers.Kinds];

    [Theory]
    [MemberData(nameof(Engines))]
    public void Every_worked_example_comes_out_the_same(string kind)
    {
        string[] examples = [.. Directory.GetFiles(Folder, "*.study.json").Select(path => Path.GetFileName(path)[..^".study.json".Length]).Order(StringComparer.Ordinal)];
        var wrong = new List<string>();
        foreach (string name in examples)
        {
            string table = name.Replace('-', '_');
            Fill(kind, table, TableFile.Read(Path.Combine(Folder, name + ".csv"), ReadSettings.Found).Table);
            using EngineTable left = EngineTable.Open(servers.Place(kind), Servers.Password, table, null);
            Study study = StudyFormat.Standard.Read(File.ReadAllBytes(Path.Combine(Folder, name + ".study.json")));
            string expected = Told(left.BringIn(), study), found = Told(left.Table, study);
            if (expected != found)
            {
                int at = expected.Zip(found).TakeWhile(pair => pair.First == pair.Second).Count();
                wrong.Add($"{name}: {expected[Math.Max(0, at - 60)..Math.Min(expected.Length, at + 60)]} | {found[Math.Max(0, at - 60)..Math.Min(found.Length, at + 60)]}");
            }
        }
        Assert.NotEmpty(examples);
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    /// <summary>The workings as the command writes them, or the sentence by which they are refused.</summary>
    private static string Told(Table table, Study study)
    {
        try
        {
            using var text = new MemoryStream();
            WorkingsJson.Write(WorkingsSet.Run(table, study), text);
            JsonNode told = JsonNode.Parse(text.ToArray())!;
            // Sentences print as many decimals as the cells have, which nobody asks an engine for.
            foreach (JsonObject line in told["tieOut"]!.AsArray().OfType<JsonObject>())
            {
                line.Remove("text");
            }
            return told.ToJsonString();
        }
        catch (StudyException fault)
        {
            return fault.Message;
        }
    }

    /// <summary>Creates a table with a key, each column as what its cells are.</summary>
    private void Fill(string kind, string name, Table table)
    {
        using DbConnection connection = servers.Writing(kind);
        var dialect = Dialect.Of(kind);
        string[] types = [.. table.Columns.Select(column => TypeOf(kind, column))];
        Run($"DROP TABLE IF EXISTS {dialect.Quote(name)}");
        Run($"CREATE TABLE {dialect.Quote(name)} ({dialect.Quote("ow_id")} BIGINT PRIMARY KEY, {string.Join(", ", table.Columns.Zip(types, (column, type) => $"{dialect.Quote(column.Name)} {type}"))})");
        using DbTransaction transaction = connection.BeginTransaction();
        for (int row = 0; row < table.RowCount; row++)
        {
            using DbCommand command = connection.CreateCommand();
            command.Transaction = transaction;
            command.CommandText = $"INSERT INTO {dialect.Quote(name)} VALUES ({row}, {string.Join(", ", table.Columns.Select((_, at) => Cast(kind, dialect.Parameter(at), types[at])))})";
            for (int at = 0; at < table.Columns.Count; at++)
            {
                string cell = table.Columns[at].Cells.TextAt(row);
                DbParameter parameter = command.CreateParameter();
                parameter.ParameterName = dialect.Parameter(at).TrimStart('$');
                parameter.Value = cell.Length == 0 ? DBNull.Value : cell;
                command.Parameters.Add(parameter);
            }
            command.ExecuteNonQuery();
        }
        transaction.Commit();

        void Run(string sql)
        {
            using DbCommand command = connection.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }
    }

    private static string Cast(string kind, string parameter, string type) => kind is "postgres" or "duckdb" ? $"CAST({parameter} AS {type})" : parameter;

    /// <summary>Whole numbers, decimals and days where every cell is one; else text. A file of SQLite has no decimals.</summary>
    private static string TypeOf(string kind, Column column)
    {
        string[] cells = [.. Enumerable.Range(0, column.Count).Select(column.Cells.TextAt).Where(cell => cell.Length > 0)];
        bool All(Func<string, bool> is_) => cells.Length > 0 && Array.TrueForAll(cells, cell => is_(cell));
        return All(cell => long.TryParse(cell, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out _)) ? "BIGINT"
            : kind != "sqlite" && All(cell => ExactDecimal.TryParse(cell, out ExactDecimal number) && number.Scale <= 6 && cell.Length < 20) ? "DECIMAL(20,6)"
            : kind != "sqlite" && All(cell => cell.Length == 10 && DateReading.TryReadIso(cell, out _, out _)) ? "DATE"
            : kind == "mysql" ? "VARCHAR(400) CHARACTER SET utf8mb4" : "TEXT";
    }
}
