using System.Text.Json.Nodes;
using OneWhole.Core.Briefings;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Tests.Briefings;

/// <summary>The briefing document: read strictly, written as it was read, and its published schema.</summary>
public sealed class BriefingFormatTests
{
    private const string Page =
        """{"format": "onewhole.briefing/1", "title": "The month", "columns": 3, "filter": [{"column": "Season", "is": """
        + """["Summer"]}], "blocks": [{"key": "b1", "kind": "study", "study": "s", "show": "both", "span": 2}, """
        + """{"key": "b2", "kind": "text", "text": "[[b1.whole]]"}]}""";

    [Fact]
    public void What_was_read_is_written_again() => Assert.True(JsonNode.DeepEquals(JsonNode.Parse(Page), Briefing.Read(Page).Write()));

    [Theory]
    [InlineData("""{"format": "onewhole.briefing/2"}""", "format")]
    [InlineData("""{"format": "onewhole.briefing/1", "columns": 4}""", "columns")]
    [InlineData("""{"format": "onewhole.briefing/1", "blocks": [{"key": "a", "kind": "study"}]}""", "blocks[0]")]
    [InlineData("""{"format": "onewhole.briefing/1", "blocks": [{"kind": "text"}]}""", "blocks[0].key")]
    [InlineData("""{"format": "onewhole.briefing/1", "colour": "red"}""", "colour")]
    [InlineData("""{"format": "onewhole.briefing/1", "filter": [{"column": "a", "are": []}]}""", "filter[0].are")]
    [InlineData("""{"format": """, "")]
    public void What_is_none_is_refused_with_its_place(string json, string place) =>
        Assert.Equal(place, Assert.Throws<StudyException>(() => Briefing.Read(json)).Place);

    [Fact]
    public void The_published_schema_is_the_one_that_is_read_by()
    {
        Assert.True(
            JsonNode.DeepEquals(JsonNode.Parse(File.ReadAllText(Repository.At("docs", "briefing.schema.json"))), Briefing.Schema()),
            "docs/briefing.schema.json is stale: write it again with ./onewhole schema --of briefing"
        );
    }

    [Fact]
    public void Text_that_only_looks_like_a_reading_stays_text()
    {
        IReadOnlyList<TextSegment> segments = BriefingText.Segments(
            "a [b] [[b1.whole]] [[]] c",
            new Dictionary<string, string> { ["b1.whole"] = "5 <rows>" }
        );
        Assert.Equal(["a [b] ", "5 <rows>", " [[]] c"], segments.Select(segment => segment.Text));
    }
}
