using CsCheck;
using DuckDB.NET.Data;
using Microsoft.Data.Sqlite;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reference;

/// <summary>
/// Random studies against the window functions of SQLite and DuckDB: amounts, order, ranks, shares, running shares part after
/// part and with ties together. Amounts are whole hundredths, so that both engines add them without a residue.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class ReferenceTests
{
    private sealed record Row(string Part, string Season, long Hundredths);

    private static readonly Gen<Row[]> Rows = Gen.Select(Gen.Int[0, 12], Gen.Int[0, 3], Gen.Long[-2000, 50_000], (part, season, amount) =>
        new Row($"part {part}", $"season {season}", amount / 500 * 500)
    ).Array[1, 120];

    private static string Csv(IEnumerable<Row> rows) =>
        "Part,Season,Amount\n" + string.Join('\n', rows.Select(row => $"{row.Part},{row.Season},{row.Hundredths / 100m:0.00}"));

    private static WorkingsResult Run(Row[] rows, string ties)
    {
        using var stream = new MemoryStream(System.Text.Encoding.UTF8.GetBytes(Csv(rows)));
        Table table = TableFile.Read(stream, "t.csv", ReadSettings.Found).Table;
        return Calculator.Run(
            table,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "where": """
                    + $$"""[{"column": "Season", "isNot": ["season 0"]}], "running": {"ties": "{{ties}}"}, "form": {"kind": "pareto"} }"""
            )
        );
    }

    /// <summary>The same in SQL; ties keep the order of first appearance, for which the rows are numbered.</summary>
    private static string Sql(string frame) =>
        $"""
            WITH parts AS (
                SELECT part, SUM(CASE WHEN season <> 'season 0' THEN amount END) AS v, MIN(n) AS first, COUNT(CASE WHEN season <>
                'season 0' THEN 1 END) AS used
                FROM rows GROUP BY part)
            SELECT part, v, RANK() OVER (ORDER BY v DESC) AS rank, SUM(v) OVER (ORDER BY {(
                frame == "ROWS" ? "v DESC, first" : "v DESC"
            )} {frame} UNBOUNDED PRECEDING) AS running, SUM(v) OVER () AS whole
            FROM parts WHERE used > 0 ORDER BY v DESC, first
            """;

    private sealed record Answer(string Part, long Value, long Rank, long Running, long Whole);

    private static List<Answer> Ask(System.Data.Common.DbConnection connection, Row[] rows, string frame)
    {
        connection.Open();
        using System.Data.Common.DbCommand command = connection.CreateCommand();
        command.CommandText = "CREATE TABLE rows (n BIGINT, part TEXT, season TEXT, amount BIGINT)";
        command.ExecuteNonQuery();
        command.CommandText =
            "INSERT INTO rows VALUES "
            + string.Join(", ", rows.Select((row, n) => $"({n}, '{row.Part}', '{row.Season}', {row.Hundredths})"));
        command.ExecuteNonQuery();
        command.CommandText = Sql(frame);
        using System.Data.Common.DbDataReader reader = command.ExecuteReader();
        var answers = new List<Answer>();
        while (reader.Read())
        {
            long Number(int at) => long.Parse(reader.GetValue(at).ToString()!);
            answers.Add(new Answer(reader.GetString(0), Number(1), Number(2), Number(3), Number(4)));
        }
        return answers;
    }

    private static void Compare(Row[] rows, string ties, List<Answer> answers)
    {
        WorkingsResult workings = Run(rows, ties);
        Assert.Equal(
            answers.Select(answer => answer.Part),
            Enumerable.Range(0, workings.RowCount).Select(row => workings["part"].Text(row))
        );
        for (int row = 0; row < answers.Count; row++)
        {
            Assert.Equal(answers[row].Value / 100.0, workings["value"].Number(row));
            Assert.Equal(answers[row].Rank, workings["rank"].Number(row));
            Assert.Equal(answers[row].Running / 100.0, workings["running"].Number(row));
            double? share = answers[row].Whole == 0 ? null : answers[row].Running / (double)answers[row].Whole;
            Assert.Equal(share, workings["runningShare"].Number(row));
            Assert.Equal(answers[row].Whole == 0 ? null : answers[row].Value / (double)answers[row].Whole, workings["share"].Number(row));
        }
    }

    [Theory]
    [InlineData("each", "ROWS")]
    [InlineData("together", "RANGE")]
    public void Sqlite_agrees(string ties, string frame) =>
        Rows.Sample(
            rows =>
            {
                using var connection = new SqliteConnection("Data Source=:memory:");
                Compare(rows, ties, Ask(connection, rows, frame));
            },
            iter: 150,
            threads: 1
        );

    [Theory]
    [InlineData("each", "ROWS")]
    [InlineData("together", "RANGE")]
    public void Duckdb_agrees(string ties, string frame) =>
        Rows.Sample(
            rows =>
            {
                using var connection = new DuckDBConnection("Data Source=:memory:");
                Compare(rows, ties, Ask(connection, rows, frame));
            },
            iter: 40,
            threads: 1
        );

    [Fact]
    public void Bands_agree_with_floor_arithmetic()
    {
        Gen.Select(Gen.Int[-500, 500].Array[1, 60], Gen.Int[-50, 0], Gen.Int[1, 40])
            .Sample(
                (values, start, width) =>
                {
                    var builder = new ColumnBuilder(NumberReading.Point, true);
                    Array.ForEach(values, value =>
                        builder.Add((value / 10m).ToString("0.0", System.Globalization.CultureInfo.InvariantCulture))
                    );
                    var table = new Table("t", [builder.Build("V")]);
                    WorkingsResult workings = Calculator.Run(
                        table,
                        StudyFormat.Standard.Read(
                            $$"""{"format": "onewhole.study/1", "parts": {"column": "V", "bands": {"start": """
                                + $$"""{{start}}, "width": {{width}} } }, "order": {"parts": "table"}, "form": {"kind": "sharebars"} }"""
                        )
                    );
                    int[] inside = [.. values.Where(value => value >= start * 10)];
                    Assert.Equal(values.Length - inside.Length, workings.Division.Rows.Outside);
                    Dictionary<int, int> expected = inside
                        .GroupBy(value => (int)Math.Floor((value - start * 10) / (double)(width * 10)))
                        .ToDictionary(band => band.Key, band => band.Count());
                    Assert.Equal(inside.Length == 0 ? 0 : expected.Keys.Max() + 1, workings.RowCount);
                    for (int band = 0; band < workings.RowCount; band++)
                    {
                        Assert.Equal(expected.GetValueOrDefault(band), workings["value"].Number(band));
                        Assert.Equal($"{start + band * width}–{start + (band + 1) * width}", workings["part"].Text(band));
                    }
                },
                iter: 300
            );
    }
}
