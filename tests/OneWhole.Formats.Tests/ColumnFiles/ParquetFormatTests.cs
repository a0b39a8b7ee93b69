using DuckDB.NET.Data;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.ColumnFiles;

/// <summary>Parquet that another engine wrote, whole and damaged.</summary>
public sealed class ParquetFormatTests : ReadsFiles
{
    [Fact]
    public void Parquet_that_DuckDB_wrote_is_the_table_it_was_written_from()
    {
        string path = InFolder("t.parquet");
        using var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        using DuckDBCommand command = duck.CreateCommand();
        command.CommandText = $"""
            COPY (SELECT * FROM (VALUES ('Hallin', 12, 1204.50::DECIMAL(10, 2), 0.5::DOUBLE, DATE '2026-03-09', true, TIMESTAMP
            '2026-03-09 10:30:00', 5000000000::BIGINT),
                                        (NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL),
                                        ('Æ, "x"', -3, 0.01, 1e-7, DATE '1999-12-31', false, TIMESTAMP '1999-12-31 00:00:00', -1))
                                        v(name, n, money, d, day, flag, "at", big)) TO '{path}' (FORMAT parquet)
            """;
        command.ExecuteNonQuery();
        Table table = TableFile.Read(path, ReadSettings.Found).Table;
        Assert.Equal("name|n|money|d|day|flag|at|big", Heads(table));
        Assert.Equal(
            "Hallin|12|1204.50|0.5|2026-03-09|true|2026-03-09 10:30|5000000000 / ||||||| / Æ, "
                + "\"x\"|-3|0.01|1E-07|1999-12-31|false|1999-12-31|-1",
            Cells(table)
        );
        Assert.Equal(2, table.Find("money")!.Numbers.Scale);
        Assert.Equal(ColumnType.Date, table.Find("day")!.Info.Type);
    }

    [Fact]
    public void Parquet_of_several_row_groups_is_read_to_its_end()
    {
        string path = InFolder("big.parquet");
        using var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        using DuckDBCommand command = duck.CreateCommand();
        command.CommandText =
            $"COPY (SELECT i AS n, 'part ' || (i % 7) AS part FROM range(300000) r(i)) TO '{path}' (FORMAT parquet, ROW_GROUP_SIZE 50000)";
        command.ExecuteNonQuery();
        Table table = TableFile.Read(path, ReadSettings.Found).Table;
        Assert.Equal(300_000, table.RowCount);
        Assert.Equal(299_999L * 150_000, table.Find("n")!.Numbers.Units!.Sum());
        Assert.Equal(7, table.Find("part")!.Labels.Labels.Count);
    }

    private Table Of(string select)
    {
        string path = InFolder($"{Guid.NewGuid():n}.parquet");
        using var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        using DuckDBCommand command = duck.CreateCommand();
        command.CommandText = $"COPY ({select}) TO '{path}' (FORMAT parquet)";
        command.ExecuteNonQuery();
        return TableFile.Read(path, ReadSettings.Found).Table;
    }

    [Theory]
    [InlineData("7::TINYINT", "7")]
    [InlineData("7::USMALLINT", "7")]
    [InlineData("18446744073709551615::UBIGINT", "18446744073709551615")]
    [InlineData("0.1::FLOAT", "0.1")]
    [InlineData("12345678901234567890.12::DECIMAL(38, 2)", "12345678901234567890.12")]
    [InlineData("TIME '10:30:00'", "10:30:00")]
    [InlineData("TIME '24:00:00'", "24:00:00")]
    [InlineData("UUID '00000000-0000-0000-0000-000000000001'", "00000000-0000-0000-0000-000000000001")]
    [InlineData("'Hallin'::BLOB", "Hallin")]
    [InlineData("'\\x00\\xFF'::BLOB", "00FF")]
    [InlineData("true", "true")]
    [InlineData("'nan'::DOUBLE", "NaN")]
    [InlineData("TIMESTAMP '2026-03-09 10:30:15'", "2026-03-09 10:30:15")]
    public void Each_type_of_value_is_written_plainly(string value, string expected) =>
        Assert.Equal(expected, Of($"SELECT {value} AS v").Columns[0].Cells.TextAt(0));

    [Fact]
    public void Lists_are_no_columns_and_a_struct_is_one_for_each_of_its_members()
    {
        Table table = Of("SELECT 'Hallin' AS name, [1, 2] AS stops, {'lat': 1.5, 'lon': 2.5} AS place");
        Assert.Equal(("name|place.lat|place.lon", "Hallin|1.5|2.5"), (Heads(table), Cells(table)));
        Assert.Equal("empty-file", Assert.Throws<ReadException>(() => Of("SELECT [1, 2] AS stops")).Code);
    }

    [Fact]
    public void A_file_without_rows_keeps_its_headings()
    {
        Table table = Of("SELECT 'x' AS name, 1 AS n WHERE false");
        Assert.Equal(("name|n", 0), (Heads(table), table.RowCount));
    }
}
