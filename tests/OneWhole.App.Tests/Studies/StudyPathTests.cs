using System.Text.Json.Nodes;
using OneWhole.Core.Studies;

namespace OneWhole.App.Tests;

public sealed class StudyPathTests
{
    private static string Set(
        string path,
        string? value,
        string start = """{"where":[{"column":"a"},{"column":"b"}],"form":{"kind":"pareto"}}"""
    )
    {
        var study = (JsonObject)JsonNode.Parse(start)!;
        StudyPath.Set(study, path, value is null ? null : JsonNode.Parse(value));
        return study.ToJsonString();
    }

    [Theory]
    [InlineData("title", "\"x\"", """{"where":[{"column":"a"},{"column":"b"}],"form":{"kind":"pareto"},"title":"x"}""")]
    [InlineData("where[0]", null, """{"where":[{"column":"b"}],"form":{"kind":"pareto"}}""")]
    [InlineData("where[1].is", "[1]", """{"where":[{"column":"a"},{"column":"b","is":[1]}],"form":{"kind":"pareto"}}""")]
    [InlineData("where[2]", """{"column":"c"}""", """{"where":[{"column":"a"},{"column":"b"},{"column":"c"}],"form":{"kind":"pareto"}}""")]
    [InlineData(
        "form.cuts[0].share",
        "0.8",
        """{"where":[{"column":"a"},{"column":"b"}],"form":{"kind":"pareto","cuts":[{"share":0.8}]}}"""
    )]
    [InlineData(
        "finish.cuts[1]",
        """{"across":true}""",
        """{"where":[{"column":"a"},{"column":"b"}],"form":{"kind":"pareto"},"finish":{"cuts":[{},{"across":true}]}}"""
    )]
    [InlineData("form.kind", null, """{"where":[{"column":"a"},{"column":"b"}],"form":{}}""")]
    public void A_place_is_set_or_taken_out(string path, string? value, string expected) => Assert.Equal(expected, Set(path, value));

    [Theory]
    [InlineData("")]
    [InlineData("where[")]
    [InlineData("where[x]")]
    [InlineData("where[-1]")]
    [InlineData("where[99]")]
    [InlineData("form[0]")]
    [InlineData("form.kind.other")]
    [InlineData(".title")]
    public void A_path_to_nowhere_is_refused(string path) => Assert.Throws<StudyException>(() => Set(path, "1"));
}
