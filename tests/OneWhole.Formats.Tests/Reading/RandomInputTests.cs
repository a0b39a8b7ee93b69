using System.Text;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>Every reader on bytes that nobody meant: each ends in a table or in a clear refusal, soon, whatever comes.</summary>
[Trait("Speed", "Slow")]
public sealed class RandomInputTests
{
    private static readonly string[] Names = ["a.csv", "a.xlsx", "a.xls", "a.ods", "a.json", "a.ndjson", "a.parquet", "a.sqlite"];

    private static readonly byte[][] Heads =
    [
        [],
        "PK\u0003\u0004"u8.ToArray(),
        [0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1],
        "PAR1"u8.ToArray(),
        "SQLite format 3\0"u8.ToArray(),
        "[{\"a\":"u8.ToArray(),
        "{\"a\":1}\n"u8.ToArray(),
        [0xEF, 0xBB, 0xBF],
        [0xFF, 0xFE],
    ];

    /// <summary>Reads; a table or a refusal with a sentence is fine, any other exception is not.</summary>
    private static void Read(byte[] bytes, string name)
    {
        using var limit = new CancellationTokenSource(TimeSpan.FromSeconds(20));
        try
        {
            ReadResult result = TableFile.Read(new MemoryStream(bytes), name, ReadSettings.Found, null, limit.Token);
            Assert.True(result.Table.Columns.Count > 0);
        }
        catch (ReadException refused)
        {
            Assert.True(refused.Message.Length > 10 && refused.Code.Length > 0);
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void Noise_behind_any_head_is_read_or_refused(int seed)
    {
        var random = new Random(seed);
        for (int i = 0; i < 150; i++)
        {
            byte[] noise = new byte[random.Next(1, 3000)];
            random.NextBytes(noise);
            Read([.. Heads[random.Next(Heads.Length)], .. noise], Names[random.Next(Names.Length)]);
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void Text_that_is_nearly_a_table_is_read_or_refused(int seed)
    {
        var random = new Random(seed);
        string[] pieces =
        [
            ",",
            ";",
            "\t",
            "\n",
            "\r\n",
            "\r",
            "\"",
            "\"\"",
            "a",
            "1",
            "1.5",
            "1,5",
            "-",
            "NaN",
            "1e308",
            "1e999",
            "{",
            "}",
            "[",
            "]",
            ":",
            "null",
            "true",
            "\"a\":",
            " ",
            "\u0000",
            "é",
            "𝄞",
            "2026-01-02",
            "%",
            "=1+1",
            "<a/>",
            "\uFEFF",
        ];
        for (int i = 0; i < 400; i++)
        {
            var text = new StringBuilder();
            for (int piece = random.Next(1, 60); piece > 0; piece--)
            {
                text.Append(pieces[random.Next(pieces.Length)]);
            }
            Read(Encoding.UTF8.GetBytes(text.ToString()), Names[random.Next(2) == 0 ? 0 : random.Next(4, 6)]);
        }
    }

    /// <summary>Files of every format with bytes changed, cut or doubled somewhere.</summary>
    [Theory]
    [InlineData("ferries.xlsx")]
    [InlineData("ferries.xls")]
    [InlineData("ferries.ods")]
    [InlineData("blocks.xlsx")]
    [InlineData("company.sqlite")]
    public void A_file_with_bytes_changed_is_read_or_refused(string fixture)
    {
        byte[] whole = File.ReadAllBytes(ReadsFiles.Fixture(fixture));
        var random = new Random(fixture.Length);
        for (int i = 0; i < 120; i++)
        {
            byte[] bytes = (byte[])whole.Clone();
            for (int change = random.Next(1, 12); change > 0; change--)
            {
                bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
            }
            int cut = random.Next(4) == 0 ? random.Next(bytes.Length) : bytes.Length;
            Read(bytes[..Math.Max(1, cut)], fixture);
        }
    }
}
