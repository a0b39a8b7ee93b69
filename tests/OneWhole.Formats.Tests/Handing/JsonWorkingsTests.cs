using System.Text.Json;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Workings as JSON: every key in every row, unrounded numbers, and what is nothing is null.</summary>
public sealed class JsonWorkingsTests : HandsOver
{
    private static JsonElement Json(HandedStudy study) => JsonDocument.Parse(Write("workings.json", study)).RootElement;

    [Fact]
    public void Each_row_has_each_column_in_their_order()
    {
        HandedStudy study = Study();
        JsonElement json = Json(study);
        WorkingsResult workings = study.Workings.Values[0].Workings;
        string[] keys = [.. json.GetProperty("columns").EnumerateArray().Select(column => column.GetProperty("key").GetString()!)];
        Assert.Equal(workings.Columns.Select(column => column.Key), keys);
        Assert.All(json.GetProperty("columns").EnumerateArray(), column => Assert.NotEmpty(column.GetProperty("rule").GetString()!));
        foreach ((int at, JsonElement row) in json.GetProperty("rows").EnumerateArray().Index())
        {
            Assert.Equal(keys, row.EnumerateObject().Select(member => member.Name));
            foreach (WorkingColumn column in workings.Columns)
            {
                JsonElement cell = row.GetProperty(column.Key);
                if (column.IsText)
                {
                    Assert.Equal(column.Text(at), cell.GetString());
                }
                else
                {
                    Assert.Equal(column.Number(at), cell.ValueKind == JsonValueKind.Null ? null : cell.GetDouble());
                }
            }
        }
        Assert.All(json.GetProperty("tieOut").EnumerateArray(), line => Assert.Equal("ok", line.GetProperty("status").GetString()));
        Assert.Equal(200.5, json.GetProperty("readings").GetProperty("whole").GetDouble());
    }

    [Fact]
    public void Repeated_each_row_and_each_reading_says_of_which_value_it_is()
    {
        JsonElement json = Json(Study(""", "each": {"column": "Season"} """));
        Assert.Equal("each", json.GetProperty("columns")[0].GetProperty("key").GetString());
        Assert.Equal(
            ["Winter", "Winter", "Summer", "Summer"],
            json.GetProperty("rows").EnumerateArray().Select(row => row.GetProperty("each").GetString())
        );
        Assert.Equal(
            [("Winter", 180), ("Summer", 20.5)],
            json.GetProperty("readings")
                .GetProperty("each")
                .EnumerateArray()
                .Select(each => (each.GetProperty("each").GetString(), each.GetProperty("whole").GetDouble()))
        );
    }
}
