using DuckDB.NET.Data;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Workings as Parquet.</summary>
public sealed class ParquetWorkingsTests : HandsOver
{
    [Fact]
    public void Parquet_is_read_by_another_engine_unrounded()
    {
        string path = Path.Combine(Path.GetTempPath(), $"onewhole-{Guid.NewGuid():n}.parquet");
        File.WriteAllBytes(path, Write("workings.parquet", Study(""", "each": {"column": "Season"} """)));
        try
        {
            using var connection = new DuckDBConnection("Data Source=:memory:");
            connection.Open();
            using DuckDBCommand command = connection.CreateCommand();
            command.CommandText = $"SELECT each, part, value, share FROM '{path}'";
            using System.Data.Common.DbDataReader reader = command.ExecuteReader();
            var rows = new List<string>();
            while (reader.Read())
            {
                rows.Add(
                    FormattableString.Invariant($"{reader.GetString(0)} {reader.GetString(1)} {reader.GetDouble(2)} {reader.GetDouble(3)}")
                );
            }
            Assert.Equal(FormattableString.Invariant($"Winter Fog on the Sound 120 {120 / 180.0}"), rows[0]);
            Assert.Equal(FormattableString.Invariant($"Summer Ærvåg 5.5 {5.5 / 20.5}"), rows[^1]);
            Assert.Equal(4, rows.Count);
            // Ranks are whole numbers.
            reader.Close();
            command.CommandText = $"SELECT typeof(rank), max(rank) FROM '{path}' GROUP BY 1";
            Assert.Equal("BIGINT", (string)command.ExecuteScalar()!);
        }
        finally
        {
            File.Delete(path);
        }
    }
}
