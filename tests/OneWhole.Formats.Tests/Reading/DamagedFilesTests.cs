using DuckDB.NET.Data;
using OneWhole.Formats.Reading;
using static OneWhole.Formats.Tests.Reading.MadeFiles;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>A file that is broken, or only begins like one, ends in an answer.</summary>
public sealed class DamagedFilesTests : ReadsFiles
{
    public static TheoryData<string> Files => ["ferries.xlsx", "ferries.xls", "ferries.ods"];

    [Theory]
    [MemberData(nameof(Files))]
    public void A_damaged_file_ends_in_an_answer(string name)
    {
        byte[] whole = File.ReadAllBytes(Fixture(name));
        var random = new Random(17);
        for (int i = 0; i < 60; i++)
        {
            byte[] broken = i % 3 == 0 ? whole[..random.Next(1, whole.Length)] : (byte[])whole.Clone();
            for (int k = 0; k < (i % 3) * 6; k++)
            {
                broken[random.Next(broken.Length)] = (byte)random.Next(256);
            }
            AnswersTo(broken, name);
        }
    }

    [Fact]
    public void A_damaged_parquet_or_database_ends_in_an_answer()
    {
        string path = InFolder("x.parquet");
        using (var duck = new DuckDBConnection("Data Source=:memory:"))
        {
            duck.Open();
            using DuckDBCommand command = duck.CreateCommand();
            command.CommandText = $"COPY (SELECT i AS n, 'part ' || (i % 7) AS part FROM range(500) r(i)) TO '{path}' (FORMAT parquet)";
            command.ExecuteNonQuery();
        }
        foreach (string file in (string[])[path, Fixture("company.sqlite")])
        {
            byte[] whole = File.ReadAllBytes(file);
            var random = new Random(23);
            for (int i = 0; i < 60; i++)
            {
                byte[] broken = i % 2 == 0 ? whole[..random.Next(16, whole.Length)] : (byte[])whole.Clone();
                for (int k = 0; k < (i % 2) * 10; k++)
                {
                    broken[random.Next(4, broken.Length)] = (byte)random.Next(256);
                }
                AnswersTo(broken, Path.GetFileName(file));
            }
        }
    }

    private static void AnswersTo(byte[] bytes, string name)
    {
        try
        {
            Assert.NotNull(Bytes(bytes, name).Table);
        }
        catch (ReadException fault)
        {
            Assert.False(string.IsNullOrWhiteSpace(fault.Message));
        }
    }

    [Theory]
    [InlineData("t.xlsx", "PK\u0003\u0004 but no archive")]
    [InlineData("t.json", "{{{")]
    [InlineData("t.parquet", "PAR1 and no more PAR1")]
    [InlineData("t.db", "SQLite format 3\0 and no more")]
    public void A_file_that_only_begins_like_one_is_refused(string name, string text) =>
        Assert.NotEmpty(Assert.Throws<ReadException>(() => Text(text, name)).Message);

    [Fact]
    public void An_archive_bomb_is_refused_before_it_unpacks()
    {
        byte[] file = Zip(("content.xml", new string(' ', 200_000_000)), ("xl/workbook.xml", "<x/>"));
        Assert.Equal("too-large", Assert.Throws<ReadException>(() => Bytes(file, "t.ods")).Code);
        Assert.Equal("too-large", Assert.Throws<ReadException>(() => Bytes(file, "t.xlsx")).Code);
    }
}
