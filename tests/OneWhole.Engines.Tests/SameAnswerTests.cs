using System.Data.Common;
using System.Globalization;
using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Tests;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Engines.Tests;

/// <summary>The same rows brought in and left where they are: the workings are equal, digit by digit, in every engine.</summary>
public sealed class SameAnswerTests(Servers servers) : IClassFixture<Servers>
{
    private static readonly string Folder = Repository.At("tests", "contract");

    public static TheoryData<string> Engines() => [.. Servers.Kinds];

    [Theory]
    [MemberData(nameof(Engines))]
    public void Every_worked_example_comes_out_the_same(string kind)
    {
        string[] examples =
        [
            .. Directory
                .GetFiles(Folder, "*.study.json")
                .Select(path => Path.GetFileName(path)[..^".study.json".Length])
                .Order(StringComparer.Ordinal),
        ];
        var wrong = new List<string>();
        foreach (string name in examples)
        {
            string table = name.Replace('-', '_');
            Fill(kind, table, TableFile.Read(Path.Combine(Folder, name + ".csv"), ReadSettings.Found).Table);
            using EngineTable left = EngineTable.Open(servers.Place(kind), Servers.Password, table, null);
            Study study = StudyFormat.Standard.Read(File.ReadAllBytes(Path.Combine(Folder, name + ".study.json")));
            string expected = Told(left.BringIn(), study),
                found = Told(left.Table, study);
            if (expected != found)
            {
                int at = expected.Zip(found).TakeWhile(pair => pair.First == pair.Second).Count();
                wrong.Add(
                    $"{name}: {expected[Math.Max(0, at - 60)..Math.Min(expected.Length, at + 60)]} | "
                        + $"{found[Math.Max(0, at - 60)..Math.Min(found.Length, at + 60)]}"
                );
            }
        }
        Assert.NotEmpty(examples);
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    private const int Rounds = 2_000;

    /// <summary>Labels that engines tell apart and we don't, or the other way round; words of SQL; blanks of all kinds.</summary>
    private static readonly string[] Labels =
    [
        "Fog",
        "fog",
        "Fog ",
        " Fog",
        "Engine",
        "Caf\u00e9",
        "Cafe\u0301",
        "O'Neill",
        "50 %",
        "a_b",
        "\"quoted\"",
        "`tick`",
        "; DROP TABLE trips; --",
        "",
        "(blank)",
        "\U0001F6A2",
        "10",
        "9",
    ];

    /// <summary>Random rows and random studies of every axis, measure, filter and whole.</summary>
    [Theory]
    [MemberData(nameof(Engines))]
    public void Random_studies_come_out_the_same(string kind)
    {
        var random = new Random(20261128);
        const string name = "trips \"of\" `all`; '--";
        FillTrips(kind, name, random);
        using EngineTable left = EngineTable.Open(servers.Place(kind), Servers.Password, name, null);
        Table brought = left.BringIn();
        int computed = 0;
        for (int round = 0; round < Rounds; round++)
        {
            JsonObject document = RandomStudy(random);
            Study study = StudyFormat.Standard.Read(document.ToJsonString());
            string expected = Told(brought, study),
                found = Told(left.Table, study);
            Assert.True(expected == found, $"{document.ToJsonString()}\n{expected}\n{found}");
            computed += expected.StartsWith('{') ? 1 : 0;
        }
        Assert.True(computed > Rounds / 2, $"only {computed} of {Rounds} studies could be computed");
    }

    /// <summary>Every form with every member at each of its words, and members that read columns besides.</summary>
    private static readonly string[] WithGroups =
    [
        .. EveryShape.Members(form => form.Groups != GroupUse.None && form.PartsWanted is null && form.GroupsWanted is null),
        """{"kind": "mekko", "height": {"mean": "Fare"}}""",
        """{"kind": "mekko", "height": {"ratio": ["Fare", "Minutes"]}}""",
        """{"kind": "bridge", "volume": "Minutes"}""",
    ];

    private static readonly string[] WithoutGroups =
    [
        .. EveryShape.Members(form => form.Groups == GroupUse.None),
        """{"kind": "pareto", "cuts": [{"share": 0.8}]}""",
    ];

    private static JsonObject RandomStudy(Random random)
    {
        T One<T>(params T[] of) => of[random.Next(of.Length)];
        JsonNode Axis() =>
            JsonNode.Parse(
                One(
                    """{"column": "La\"bel"}""",
                    """{"column": "La\"bel"}""",
                    """{"column": "Vessel"}""",
                    """{"column": "Year"}""",
                    """{"column": "Fare"}""",
                    """{"column": "Day"}""",
                    """{"column": "Minutes", "bands": {"start": 0, "width": 20}}""",
                    """{"column": "Fare", "bands": {"start": 1.5, "width": 2.5, "end": 9}}""",
                    """{"column": "Vessel", "expected": ["Marrow Star", "Nowhere"]}"""
                )
            )!;
        bool groups = random.Next(3) > 0,
            wide = random.Next(8) == 0;
        var study = new JsonObject
        {
            ["format"] = "onewhole.study/1",
            ["parts"] = wide ? JsonNode.Parse("""{"columns": ["Minutes", "Fare"]}""") : Axis(),
            ["form"] = JsonNode.Parse(groups ? One(WithGroups) : One(WithoutGroups)),
            ["order"] = groups
                ? JsonNode.Parse(One("""{"parts": "table", "groups": "table"}""", """{"parts": "natural", "groups": "largest"}""", "{}"))
                : JsonNode.Parse(One("""{"parts": "table"}""", """{"parts": "natural"}""", "{}")),
        };
        if (groups)
        {
            do
            {
                study["groups"] = Axis();
            } while ((string?)study["groups"]!["column"] == (string?)study["parts"]!["column"]);
        }
        if (!wide)
        {
            study["value"] = JsonNode.Parse(
                One(
                    """{"sum": "Minutes"}""",
                    """{"sum": "Fare"}""",
                    """{"sum": "Text amount"}""",
                    """{"count": "rows"}""",
                    """{"distinct": "Vessel"}""",
                    """{"distinct": "Year"}"""
                )
            );
        }
        string[] clauses =
        [
            """{"column": "La\"bel", "isNot": ["Fog", "(blank)"]}""",
            """{"column": "La\"bel", "is": ["Fog", "Café", "O'Neill", "; DROP TABLE trips; --"]}""",
            """{"column": "Minutes", "from": 5, "to": 60}""",
            """{"column": "Fare", "from": 2.25}""",
            """{"column": "Day", "from": "2025-03-02", "to": "2025-03-09"}""",
            """{"column": "Vessel", "blank": false}""",
            """{"column": "Year", "is": ["2024", "2025"]}""",
            """{"column": "Fare", "isNot": ["2.5"]}""",
            """{"column": "Text amount", "to": 7}""",
        ];
        study["where"] = new JsonArray([
            .. clauses.OrderBy(_ => random.Next()).Take(random.Next(3)).Select(clause => JsonNode.Parse(clause)),
        ]);
        if (random.Next(4) == 0)
        {
            study["whole"] = JsonNode.Parse("""{"of": "unfiltered"}""");
        }
        if (random.Next(4) == 0 && !wide)
        {
            study["fold"] = JsonNode.Parse("""{"keep": 3}""");
        }
        if (random.Next(6) == 0)
        {
            study["each"] = JsonNode.Parse("""{"column": "Year"}""");
        }
        return study;
    }

    private void FillTrips(string kind, string name, Random random)
    {
        using DbConnection connection = servers.Writing(kind);
        var dialect = Dialect.Of(kind);
        string text = kind == "mysql" ? "VARCHAR(200) CHARACTER SET utf8mb4" : "TEXT",
            days = kind == "sqlite" ? "TEXT" : "DATE",
            decimals = kind == "sqlite" ? "BIGINT" : "DECIMAL(12,3)";
        string[] names = ["La\"bel", "Vessel", "Year", "Minutes", "Fare", "Day", "Text amount"],
            types = [text, text, "INTEGER", "BIGINT", decimals, days, text];
        Run(connection, $"DROP TABLE IF EXISTS {dialect.Quote(name)}");
        Run(
            connection,
            $"CREATE TABLE {dialect.Quote(name)} "
                + $"({string.Join(", ", names.Zip(types, (column, type) => $"{dialect.Quote(column)} {type}"))}, "
                + $"{dialect.Quote("no.")} BIGINT PRIMARY KEY)"
        );
        int[] keys = [.. Enumerable.Range(1, 240).OrderBy(_ => random.Next())];
        foreach (int key in keys)
        {
            string?[] cells =
            [
                random.Next(12) == 0 ? null : Labels[random.Next(Labels.Length)],
                random.Next(9) == 0 ? null : $"Vessel {random.Next(5)}",
                random.Next(15) == 0 ? null : $"{2023 + random.Next(3)}",
                random.Next(10) == 0 ? null : $"{random.Next(-5, 90)}",
                random.Next(10) == 0 ? null
                : kind == "sqlite" ? $"{random.Next(12)}"
                : (random.Next(9000) / 1000m).ToString(CultureInfo.InvariantCulture),
                random.Next(10) == 0 ? null : $"2025-03-{1 + random.Next(12):00}",
                random.Next(10) switch
                {
                    0 => null,
                    1 => "x",
                    2 => "",
                    var number => $"{number}.5",
                },
            ];
            Insert(connection, kind, name, cells, types, key);
        }
    }

    private static void Run(DbConnection connection, string sql)
    {
        using DbCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static void Insert(
        DbConnection connection,
        string kind,
        string name,
        IReadOnlyList<string?> cells,
        IReadOnlyList<string> types,
        long key
    )
    {
        var dialect = Dialect.Of(kind);
        using DbCommand command = connection.CreateCommand();
        command.CommandText =
            $"INSERT INTO {dialect.Quote(name)} VALUES "
            + $"({string.Join(", ", cells.Select((_, at) => Cast(kind, dialect.Parameter(at), types[at])))}, {key})";
        for (int at = 0; at < cells.Count; at++)
        {
            DbParameter parameter = command.CreateParameter();
            parameter.ParameterName = dialect.Parameter(at).TrimStart('$');
            parameter.Value = (object?)cells[at] ?? DBNull.Value;
            command.Parameters.Add(parameter);
        }
        command.ExecuteNonQuery();
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
        Run(connection, $"DROP TABLE IF EXISTS {dialect.Quote(name)}");
        Run(
            connection,
            $"CREATE TABLE {dialect.Quote(name)} ({dialect.Quote("ow_id")} BIGINT PRIMARY KEY, "
                + $"{string.Join(", ", table.Columns.Zip(types, (column, type) => $"{dialect.Quote(column.Name)} {type}"))})"
        );
        using DbTransaction transaction = connection.BeginTransaction();
        for (int row = 0; row < table.RowCount; row++)
        {
            using DbCommand command = connection.CreateCommand();
            command.Transaction = transaction;
            command.CommandText =
                $"INSERT INTO {dialect.Quote(name)} VALUES ({row}, "
                + $"{string.Join(", ", table.Columns.Select((_, at) => Cast(kind, dialect.Parameter(at), types[at])))})";
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
    }

    private static string Cast(string kind, string parameter, string type) =>
        kind is "postgres" or "duckdb" ? $"CAST({parameter} AS {type})" : parameter;

    /// <summary>Whole numbers, decimals and days where every cell is one; else text. A file of SQLite has no decimals.</summary>
    private static string TypeOf(string kind, Column column)
    {
        string[] cells = [.. Enumerable.Range(0, column.Count).Select(column.Cells.TextAt).Where(cell => cell.Length > 0)];
        bool All(Func<string, bool> is_) => cells.Length > 0 && Array.TrueForAll(cells, cell => is_(cell));
        return All(cell => long.TryParse(cell, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out _)) ? "BIGINT"
            : kind != "sqlite" && All(cell => ExactDecimal.TryParse(cell, out ExactDecimal number) && number.Scale <= 6 && cell.Length < 20)
                ? "DECIMAL(20,6)"
            : kind != "sqlite" && All(cell => cell.Length == 10 && DateReading.TryReadIso(cell, out _, out _)) ? "DATE"
            : kind == "mysql" ? "VARCHAR(400) CHARACTER SET utf8mb4"
            : "TEXT";
    }
}
