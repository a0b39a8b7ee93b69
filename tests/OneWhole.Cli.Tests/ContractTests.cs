using System.Text.Json;
using OneWhole.Core.Forms;

namespace OneWhole.Cli.Tests;

/// <summary>The worked examples under tests/contract, each through the command line: numbers to 1e-9, everything else exactly.</summary>
public sealed class ContractTests
{
    private static string Folder { get; } = Repository.At("tests", "contract");

    public static TheoryData<string> Examples()
    {
        var data = new TheoryData<string>();
        foreach (string path in Directory.GetFiles(Folder, "*.study.json").Order())
        {
            string name = Path.GetFileName(path).Replace(".study.json", "", StringComparison.Ordinal);
            if (FormList.Standard.Forms.Any(form => name.StartsWith(form.Kind + "-", StringComparison.Ordinal)))
            {
                data.Add(name);
            }
        }
        return data;
    }

    [Theory]
    [MemberData(nameof(Examples))]
    public void The_example_comes_out_the_same(string name)
    {
        string outFile = Path.Combine(Path.GetTempPath(), $"onewhole-{Guid.NewGuid():n}.json");
        var error = new StringWriter();
        int status = CommandLine.Run(
            [
                "workings",
                "--table",
                Path.Combine(Folder, name + ".csv"),
                "--study",
                Path.Combine(Folder, name + ".study.json"),
                "--out",
                outFile,
            ],
            TextWriter.Null,
            error
        );
        Assert.True(status == 0, error.ToString());
        using JsonDocument expected = JsonDocument.Parse(File.ReadAllBytes(Path.Combine(Folder, name + ".workings.json")));
        using JsonDocument actual = JsonDocument.Parse(File.ReadAllBytes(outFile));
        File.Delete(outFile);

        string[] keys =
        [
            .. actual.RootElement.GetProperty("columns").EnumerateArray().Select(column => column.GetProperty("key").GetString()!),
        ];
        Assert.Equal(expected.RootElement.GetProperty("columns").EnumerateArray().Select(key => key.GetString()!), keys);
        AssertSame(expected.RootElement.GetProperty("rows"), actual.RootElement.GetProperty("rows"), "rows");
        AssertSame(expected.RootElement.GetProperty("readings"), actual.RootElement.GetProperty("readings"), "readings");
        Assert.Equal(Lines(expected), Lines(actual));
    }

    private static IEnumerable<string> Lines(JsonDocument document) =>
        document
            .RootElement.GetProperty("tieOut")
            .EnumerateArray()
            .Select(line => $"{line.GetProperty("status").GetString()} {line.GetProperty("id").GetString()}");

    private static void AssertSame(JsonElement expected, JsonElement actual, string place)
    {
        Assert.True(expected.ValueKind == actual.ValueKind, $"{place}: {expected.GetRawText()} but {actual.GetRawText()}");
        switch (expected.ValueKind)
        {
            case JsonValueKind.Object:
                Assert.Equal(
                    expected.EnumerateObject().Select(member => member.Name).Order(),
                    actual.EnumerateObject().Select(member => member.Name).Order()
                );
                foreach (JsonProperty member in expected.EnumerateObject())
                {
                    AssertSame(member.Value, actual.GetProperty(member.Name), $"{place}.{member.Name}");
                }
                break;
            case JsonValueKind.Array:
                Assert.Equal(expected.GetArrayLength(), actual.GetArrayLength());
                for (int i = 0; i < expected.GetArrayLength(); i++)
                {
                    AssertSame(expected[i], actual[i], $"{place}[{i}]");
                }
                break;
            case JsonValueKind.Number:
                double wanted = expected.GetDouble(),
                    got = actual.GetDouble();
                Assert.True(Math.Abs(wanted - got) <= 1e-9 * Math.Max(1, Math.Abs(wanted)), $"{place}: {wanted:R} but {got:R}");
                break;
            case JsonValueKind.String:
                Assert.Equal(expected.GetString(), actual.GetString());
                break;
        }
    }
}
