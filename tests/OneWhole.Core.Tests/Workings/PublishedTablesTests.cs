using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>
/// Published tables, each with its source in its file under tests/fixtures/published, against what R and pandas make of them
/// (make.R and make.py there say how); and the numbers that their papers print.
/// </summary>
public sealed class PublishedTablesTests
{
    private static readonly string Folder = Repository.At("tests", "fixtures", "published");

    public static TheoryData<string> Cases() =>
        [.. Directory.GetFiles(Folder, "*.json").Select(path => Path.GetFileNameWithoutExtension(path)!).Order()];

    private static JsonObject Read(string name) => (JsonObject)JsonNode.Parse(File.ReadAllText(Path.Combine(Folder, name + ".json")))!;

    private static WorkingsResult Run(JsonObject published)
    {
        string[][] lines = [.. ((string)published["table"]!).Split('\n').Select(line => line.Split(','))];
        var table = new Table(
            "published",
            [.. lines[0].Select((heading, column) => TableOf.Column(heading, lines.Skip(1).Select(line => line[column])))]
        );
        var study = (JsonObject)published["study"]!.DeepClone();
        study["format"] = Study.Format;
        return Calculator.Run(table, StudyFormat.Standard.Read(study.ToJsonString()));
    }

    [Theory]
    [MemberData(nameof(Cases))]
    public void The_numbers_are_those_of_the_reference(string name)
    {
        JsonObject published = Read(name);
        Assert.False(string.IsNullOrWhiteSpace((string?)published["source"]));
        WorkingsResult workings = Run(published);
        int compared = 0;
        foreach ((string key, JsonNode? expected) in (JsonObject)published["rows"]!)
        {
            var values = (JsonArray)expected!;
            Assert.Equal(values.Count, workings.RowCount);
            for (int row = 0; row < values.Count; row++)
            {
                compared++;
                if (values[row]?.GetValueKind() == JsonValueKind.String)
                {
                    Assert.Equal((string)values[row]!, workings[key].Text(row));
                }
                else
                {
                    Near((double?)values[row], workings[key].Number(row), $"{name}: {key} of row {row}");
                }
            }
        }
        foreach ((string key, JsonNode? expected) in (JsonObject)published["readings"]!)
        {
            compared++;
            Near((double?)expected, Number(workings.Readings[key]), $"{name}: {key}");
        }
        foreach ((string key, JsonNode? expected) in (JsonObject)published["groups"]!)
        {
            foreach ((int group, JsonNode? value) in ((JsonArray)expected!).Index())
            {
                compared++;
                Near((double?)value, Number(workings.Readings["groups"]![group]![key]), $"{name}: {key} of group {group}");
            }
        }
        Assert.True(compared > 5, $"{name}: only {compared} numbers were compared");
    }

    private static double? Number(JsonNode? node) => node is null ? null : double.Parse(node.ToJsonString(), CultureInfo.InvariantCulture);

    private static void Near(double? expected, double? actual, string what) =>
        Assert.True(
            expected is null == actual is null && Math.Abs((expected ?? 0) - (actual ?? 0)) <= 1e-9 * Math.Max(1, Math.Abs(expected ?? 0)),
            $"{what} is {actual}, published {expected}"
        );

    [Fact]
    public void Fourteen_sources_or_more_are_compared() =>
        Assert.True(
            Directory
                .GetFiles(Folder, "*.json")
                .Select(path => (string)Read(Path.GetFileNameWithoutExtension(path))["source"]!)
                .Distinct()
                .Count() >= 14
        );

    /// <summary>As Bickel, Hammel and O'Connell print them: 44.5 and 30.4 percent of all, and each department's own.</summary>
    [Fact]
    public void The_admissions_are_those_of_the_paper()
    {
        WorkingsResult workings = Run(Read("admissions"));
        string Percent(string column, int row) => (workings[column].Number(row)!.Value * 100).ToString("0", CultureInfo.InvariantCulture);
        Assert.Equal(["62", "63", "37", "33", "28", "6"], Enumerable.Range(0, 6).Select(row => Percent("rateBefore", row)));
        Assert.Equal(["82", "68", "34", "35", "24", "7"], Enumerable.Range(0, 6).Select(row => Percent("rateAfter", row)));
        Assert.Equal(
            (44.5, 30.4),
            (
                Math.Round(100 * Number(workings.Readings["rateBefore"])!.Value, 1),
                Math.Round(100 * Number(workings.Readings["rateAfter"])!.Value, 1)
            )
        );
    }

    /// <summary>As Dawson prints them: who survived of the first, second and third class and of the crew, in percent.</summary>
    [Fact]
    public void The_survivors_are_those_of_the_paper()
    {
        WorkingsResult workings = Run(Read("survival-by-class"));
        Assert.Equal(
            [62.5, 41.4, 25.2, 24.0],
            Enumerable.Range(0, 4).Select(group => Math.Round(100 * workings["share"].Number(group * 2 + 1)!.Value, 1))
        );
    }
}
