using System.Text.Json.Nodes;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Preparing;

/// <summary>
/// Steps with random settings, made from each kind's own schema, on a table with every kind of column: each is refused in words, or
/// gives a whole table, twice the same, says what it did, and is written and read back the same.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class StepFuzzTests
{
    private const int Rounds = 1500;

    private static readonly string[] Cells =
    [
        "Fog",
        "fog ",
        " Engine",
        "",
        "(blank)",
        "12",
        "3.5",
        "-1",
        "1,204",
        "n/a",
        "2026-03-01",
        "2026-03-02",
        "Total",
        "21 %",
    ];

    private static readonly string[] Words =
    [
        "Cause",
        "Season",
        "Minutes",
        "When",
        "Value",
        "No such column",
        "",
        "Fog",
        "x",
        "Minutes - 1",
        "[Minutes] * 2",
        "Minutes / 0",
        "=",
        "0",
        "1",
        "2.5",
        "-",
        ", ",
        "Cause (2)",
    ];

    public static TheoryData<string> Kinds() => [.. StepList.Standard.Select(kind => kind.Kind)];

    private static Table Random(Random random)
    {
        int rows = random.Next(0, 9);
        string[] Column(params string[] cells) => [.. Enumerable.Range(0, rows).Select(_ => cells[random.Next(cells.Length)])];
        return new Table(
            "delays",
            [
                TableOf.Column("Cause", Column(Cells[..5])),
                TableOf.Column("Season", Column("Summer", "Winter", "")),
                TableOf.Column("Minutes", Column(Cells[5..10])),
                TableOf.Column("When", Column(Cells[10..12])),
                TableOf.Column("Value", Column(Cells)),
            ]
        );
    }

    /// <summary>A value that a schema allows, or nearly.</summary>
    private static JsonNode? Of(JsonObject schema, Random random, int depth = 0)
    {
        if (random.Next(25) == 0)
        {
            return JsonNode.Parse(((string[])["null", "\"\"", "-1", "[]", "{}", "1e308", "true"])[random.Next(7)]);
        }
        if (schema["const"] is { } fixedValue)
        {
            return fixedValue.DeepClone();
        }
        if (schema["enum"] is JsonArray choices)
        {
            return choices[random.Next(choices.Count)]?.DeepClone();
        }
        if ((schema["oneOf"] ?? schema["anyOf"]) is JsonArray either)
        {
            return Of((JsonObject)either[random.Next(either.Count)]!, random, depth);
        }
        switch (schema["type"] is JsonArray types ? (string?)types[random.Next(types.Count)] : (string?)schema["type"])
        {
            case "object":
                var made = new JsonObject();
                string[] required = [.. (schema["required"] as JsonArray ?? []).Select(name => (string)name!)];
                foreach ((string name, JsonNode? member) in schema["properties"] as JsonObject ?? [])
                {
                    if (required.Contains(name) ? random.Next(30) > 0 : random.Next(2) == 0)
                    {
                        made[name] = Of((JsonObject)member!, random, depth + 1);
                    }
                }
                if (schema["additionalProperties"] is JsonObject any)
                {
                    made[Words[random.Next(Words.Length)]] = Of(any, random, depth + 1);
                }
                return made;
            case "array":
                return new JsonArray([
                    .. Enumerable.Range(0, random.Next(0, 4)).Select(_ => Of(schema["items"] as JsonObject ?? [], random, depth + 1)),
                ]);
            case "integer":
                return random.Next(-1, 6);
            case "number":
                return ((double[])[0, 0.5, 1, 2.5, 10, -3, 1e9])[random.Next(7)];
            case "boolean":
                return random.Next(2) == 0;
            default:
                return Words[random.Next(random.Next(2) == 0 ? 5 : Words.Length)];
        }
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_step_with_any_settings_is_refused_in_words_or_makes_a_whole_table(string kind)
    {
        StepKind step = StepList.Standard.Single(known => known.Kind == kind);
        JsonObject schema = step.Schema();
        var random = new Random(kind.Length * 31 + kind[0]);
        int applied = 0;
        for (int round = 0; round < Rounds; round++)
        {
            string json = new JsonObject { ["format"] = Preparation.Format, ["steps"] = new JsonArray(Of(schema, random)) }.ToJsonString();
            Table table = Random(random);
            try
            {
                Preparation preparation = Preparation.Read(json);
                string written = preparation.Write().ToJsonString();
                Assert.Equal(written, Preparation.Read(written).Write().ToJsonString());
                Assert.All(preparation.Steps, one => Assert.False(string.IsNullOrWhiteSpace(one.Words)));
                string before = Text(table);
                (Table made, IReadOnlyList<StepReport> reports) = preparation.Run(table);
                Assert.Equal(before, Text(table));
                Assert.All(made.Columns, column => Assert.Equal(made.RowCount, column.Count));
                Assert.Equal(made.Columns.Count, made.Columns.Select(column => column.Name).Distinct(StringComparer.Ordinal).Count());
                Assert.Equal(Text(made), Text(preparation.Run(table).Table));
                StepReport report = Assert.Single(reports);
                Assert.False(string.IsNullOrWhiteSpace(report.Words));
                // What could not be done is told, and leaves the table as it was.
                if (report.Problem is not null || report.Off)
                {
                    Assert.Equal(before, Text(made));
                }
                else
                {
                    applied++;
                }
            }
            catch (StudyException refused)
            {
                Assert.False(string.IsNullOrWhiteSpace(refused.Message) || string.IsNullOrWhiteSpace(refused.Code), json);
            }
            catch (Exception fault) when (fault is not Xunit.Sdk.XunitException)
            {
                Assert.Fail($"{fault.GetType().Name}: {fault.Message}\n{json}\n{fault.StackTrace}");
            }
        }
        Assert.True(applied > 0, $"no {kind} was ever applied");
    }

    private static string Text(Table table) =>
        string.Join(
            '\n',
            table.Columns.Select(column =>
                $"{column.Name}: {string.Join(" | ", Enumerable.Range(0, column.Count).Select(column.Cells.TextAt))}"
            )
        );
}
