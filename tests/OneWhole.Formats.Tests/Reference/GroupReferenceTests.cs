using System.Data.Common;
using System.Globalization;
using CsCheck;
using DuckDB.NET.Data;
using Microsoft.Data.Sqlite;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reference;

/// <summary>
/// Random studies with groups against the window functions of SQLite and DuckDB: percent of group, of part and of all; the sides,
/// differences and spacers of two-sided forms; the rates of stages. Amounts are whole numbers, so that engines add them exactly.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class GroupReferenceTests
{
    private sealed record Row(string Group, string Part, long Amount);

    private static Gen<Row[]> Rows(int parts) =>
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, parts - 1], Gen.Long[1, 9_000], (group, part, amount) =>
                new Row($"g{group}", $"p{part}", amount)
            )
            .Array[1, 80]
            // Every part has a row, so that there are always as many.
            .Select(rows => (Row[])[.. Enumerable.Range(0, parts).Select(part => new Row("g0", $"p{part}", 5 + part)), .. rows]);

    /// <summary>Amounts of pairs, and what windows over them make; pairs without a row have none.</summary>
    private const string Pairs = """
        WITH pairs AS (SELECT grp, part, SUM(amount) AS v FROM rows GROUP BY grp, part),
        groups AS (SELECT DISTINCT grp FROM rows),
        parts AS (SELECT DISTINCT part FROM rows),
        cells AS (SELECT groups.grp AS grp, parts.part AS part, v FROM groups CROSS JOIN parts LEFT JOIN pairs ON pairs.grp = groups.grp
        AND pairs.part = parts.part)

        """;

    private static readonly Func<DbConnection>[] Engines =
    [
        () => new SqliteConnection("Data Source=:memory:"),
        () => new DuckDBConnection("Data Source=:memory:"),
    ];

    /// <summary>What both engines answer, as rows of texts and numbers; a missing number is null.</summary>
    private static void Each(Row[] rows, string sql, Action<List<object?[]>> compare)
    {
        foreach (Func<DbConnection> engine in Engines)
        {
            using DbConnection connection = engine();
            connection.Open();
            using DbCommand command = connection.CreateCommand();
            command.CommandText = "CREATE TABLE rows (grp TEXT, part TEXT, amount BIGINT)";
            command.ExecuteNonQuery();
            command.CommandText =
                "INSERT INTO rows VALUES " + string.Join(", ", rows.Select(row => $"('{row.Group}', '{row.Part}', {row.Amount})"));
            command.ExecuteNonQuery();
            command.CommandText = Pairs + sql;
            using DbDataReader reader = command.ExecuteReader();
            var answers = new List<object?[]>();
            while (reader.Read())
            {
                answers.Add([
                    .. Enumerable
                        .Range(0, reader.FieldCount)
                        .Select(at =>
                            reader.IsDBNull(at) ? null
                            : reader.GetValue(at) is string text ? text
                            : (object)
                                double.Parse(
                                    Convert.ToString(reader.GetValue(at), CultureInfo.InvariantCulture)!,
                                    CultureInfo.InvariantCulture
                                )
                        ),
                ]);
            }
            compare(answers);
        }
    }

    private static WorkingsResult Run(Row[] rows, string study)
    {
        string csv = "Group,Part,Amount\n" + string.Join('\n', rows.Select(row => $"{row.Group},{row.Part},{row.Amount}"));
        using var stream = new MemoryStream(System.Text.Encoding.UTF8.GetBytes(csv));
        Table table = TableFile.Read(stream, "t.csv", ReadSettings.Found).Table;
        return Calculator.Run(
            table,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "groups": """
                    + $$"""{"column": "Group"}, "value": {"sum": "Amount"}, "order": """
                    + $$"""{"parts": "natural", "groups": "natural"}, {{study}} }"""
            )
        );
    }

    /// <summary>Answers begin with the group and the part, or the group alone; their numbers are the named columns'.</summary>
    private static void Compare(WorkingsResult workings, List<object?[]> answers, params string[] columns)
    {
        string[] keys = [.. ((string[])["group", "part"]).Where(key => workings.Find(key) is not null)];
        Assert.Equal(answers.Count, workings.RowCount);
        for (int row = 0; row < answers.Count; row++)
        {
            Assert.Equal(keys.Select((_, at) => (string)answers[row][at]!), keys.Select(key => workings[key].Text(row)!));
            for (int at = 0; at < columns.Length; at++)
            {
                double? expected = (double?)answers[row][keys.Length + at],
                    actual = workings[columns[at]].Number(row);
                Assert.True(
                    expected is null == actual is null
                        && Math.Abs((expected ?? 0) - (actual ?? 0)) <= 1e-12 * Math.Max(1, Math.Abs(expected ?? 0)),
                    $"{columns[at]} in row {row}: {actual} instead of {expected}"
                );
            }
        }
    }

    [Theory]
    [InlineData("group", "SUM(v) OVER (PARTITION BY grp)")]
    [InlineData("part", "SUM(v) OVER (PARTITION BY part)")]
    [InlineData("all", "SUM(v) OVER ()")]
    public void Percent_of_group_of_part_and_of_all(string of, string whole) =>
        Rows(4)
            .Sample(
                rows =>
                    Each(rows, $"SELECT grp, part, v, CAST(v AS DOUBLE PRECISION) / {whole} FROM cells ORDER BY grp, part", answers =>
                        Compare(Run(rows, $$""" "whole": {"of": "{{of}}"}, "form": {"kind": "stacked"} """), answers, "value", "share")
                    ),
                iter: 20,
                threads: 1
            );

    [Theory]
    [InlineData("common", "MAX(v) OVER ()")]
    [InlineData("own", "MAX(v) OVER (PARTITION BY part)")]
    public void Spacers_of_lanes(string scales, string most) =>
        Rows(3)
            .Sample(
                rows =>
                    Each(rows, $"SELECT grp, part, v, {most} - COALESCE(v, 0) FROM cells ORDER BY grp, part", answers =>
                        Compare(Run(rows, $$""" "form": {"kind": "lanes", "scales": "{{scales}}"} """), answers, "value", "spacer")
                    ),
                iter: 20,
                threads: 1
            );

    [Theory]
    [InlineData(
        "common",
        "CASE WHEN COALESCE(l, 0) > COALESCE(r, 0) THEN l ELSE r END",
        "CASE WHEN COALESCE(l, 0) > COALESCE(r, 0) THEN l ELSE r END"
    )]
    [InlineData("own", "l", "r")]
    public void Sides_and_spacers_of_a_butterfly(string scales, string left, string right) =>
        Rows(2)
            .Sample(
                rows =>
                    Each(
                        rows,
                        $"""
                        , sides AS (SELECT grp, MAX(CASE WHEN part = 'p0' THEN v END) AS l, MAX(CASE WHEN part = 'p1' THEN v END) AS r
                        FROM cells GROUP BY grp)
                        SELECT grp, l, r, l - r, MAX({left}) OVER () - COALESCE(l, 0), MAX({right}) OVER () - COALESCE(r, 0) FROM sides
                        ORDER BY grp
                        """,
                        answers =>
                            Compare(
                                Run(rows, $$""" "form": {"kind": "butterfly", "scales": "{{scales}}"} """),
                                answers,
                                "left",
                                "right",
                                "difference",
                                "spacerBefore",
                                "spacerAfter"
                            )
                    ),
                iter: 20,
                threads: 1
            );

    [Theory]
    [InlineData("common", "MAX(v) OVER ()")]
    [InlineData("own", "MAX(v) OVER (PARTITION BY grp)")]
    public void Rates_drops_and_spacers_of_stages(string scales, string most) =>
        Rows(4)
            .Where(rows => rows.DistinctBy(row => (row.Group, row.Part)).Count() == 4 * rows.DistinctBy(row => row.Group).Count())
            .Sample(
                rows =>
                    Each(
                        rows,
                        $"""
                        SELECT grp, part, v, CAST(v AS DOUBLE PRECISION) / FIRST_VALUE(v) OVER w, CAST(v AS DOUBLE PRECISION) / LAG(v)
                        OVER w, LAG(v) OVER w - v, ({most} - v) / 2.0
                        FROM cells WINDOW w AS (PARTITION BY grp ORDER BY part) ORDER BY grp, part
                        """,
                        answers =>
                            Compare(
                                Run(rows, $$""" "form": {"kind": "funnel", "scales": "{{scales}}"} """),
                                answers,
                                "value",
                                "overallRate",
                                "stepRate",
                                "drop",
                                "spacer"
                            )
                    ),
                iter: 25,
                threads: 1
            );

    [Fact]
    public void Sides_of_levels() =>
        Rows(4)
            .Sample(
                rows =>
                    Each(
                        rows,
                        """
                        , sums AS (SELECT grp, SUM(CASE WHEN part IN ('p0', 'p1') THEN COALESCE(v, 0) ELSE 0 END) AS low, SUM(CASE WHEN
                        part IN ('p2', 'p3') THEN COALESCE(v, 0) ELSE 0 END) AS high FROM cells GROUP BY grp)
                        SELECT grp, low, high, high - low, MAX(low) OVER () - low FROM sums ORDER BY grp
                        """,
                        answers =>
                        {
                            WorkingsResult workings = Run(
                                rows,
                                """ "form": {"kind": "diverging", "scale": "amount", "sides": """
                                    + """{"p0": "low", "p1": "low", "p2": "high", "p3": "high"}} """
                            );
                            var groups = workings.Readings["groups"]!.AsArray();
                            Assert.Equal(answers.Count, groups.Count);
                            for (int group = 0; group < answers.Count; group++)
                            {
                                Assert.Equal(
                                    answers[group][1..].Select(number => (double)number!),
                                    ((string[])["low", "high", "net", "spacerBefore"]).Select(key =>
                                        groups[group]![key]!.GetValue<double>()
                                    )
                                );
                            }
                        }
                    ),
                iter: 20,
                threads: 1
            );
}
