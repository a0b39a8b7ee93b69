using System.Text.Json.Nodes;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Tests.Studies;

public sealed class StudyFormatTests
{
    private const string Start = """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "form": {"kind": "pareto"}""";

    private static Study Read(string more = "") => StudyFormat.Standard.Read(Start + (more.Length > 0 ? ", " + more : "") + "}");

    [Fact]
    public void A_full_document_is_written_as_it_was_read()
    {
        const string text = """
            {"format":"onewhole.study/1","title":"Minutes","where":[{"column":"Season","is":["Summer"]},{"column":"Minutes","from":0,
            "to":600.5},{"column":"Day","from":"2025-01-01"},{"column":"Cause","blank":false}],
            "value":{"sum":"Minutes"},"parts":{"column":"Cause","expected":["Fog"]},"groups":{"column":"Minutes","bands":{"start":0,
            "width":20,"end":100}},"whole":{"given":5000.25},
            "order":{"parts":["Fog","Engine"],"groups":{"share":"Fog"},"reverse":["parts"]},"fold":{"reach":0.8,"label":"Rest"},
            "negatives":"size","trial":[{"part":"Fog","group":"0–20","set":-3.5},{"part":"Engine","times":1.25}],
            "running":{"ties":"together"},
            "rounding":{"decimals":2,"reconcile":true},"form":{"kind":"pareto","axes":"free","cuts":[{"count":3}],"limits":[0.7],
            "crossing":"out"},"each":{"column":"Route"},"finish":{"labels":"both","colours":{"Fog":"#1d6b60"}}}
            """;
        Study study = StudyFormat.Standard.Read(text);
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(text), StudyFormat.Standard.Write(study)), StudyFormat.Standard.WriteText(study));
    }

    [Fact]
    public void Defaults_are_left_out() =>
        Assert.Equal(
            """{"format":"onewhole.study/1","parts":{"column":"Cause"},"form":{"kind":"pareto"}}""",
            StudyFormat.Standard.Write(Read("\"negatives\": \"keep\", \"rounding\": {\"decimals\": 1}")).ToJsonString()
        );

    [Theory]
    [InlineData("\"colour\": 1", "colour", "members are")]
    [InlineData("\"rounding\": {\"digits\": 1}", "rounding.digits", "decimals and reconcile")]
    [InlineData("\"rounding\": {\"decimals\": 7}", "rounding.decimals", "0 to 6")]
    [InlineData("\"rounding\": {\"decimals\": \"1\"}", "rounding.decimals", "whole number")]
    [InlineData("\"fold\": {}", "fold", "exactly one")]
    [InlineData("\"fold\": {\"keep\": 1, \"under\": 0.1}", "fold", "exactly one")]
    [InlineData("\"fold\": {\"keep\": 0}", "fold.keep", "from 1")]
    [InlineData("\"fold\": {\"under\": 1}", "fold.under", "below 1")]
    [InlineData("\"trial\": [{\"part\": \"Fog\"}]", "trial[0]", "exactly one")]
    [InlineData("\"trial\": [{\"part\": \"Fog\", \"share\": 1}]", "trial[0].share", "below 1")]
    [InlineData("\"trial\": [{\"part\": \"Fog\", \"times\": -1}]", "trial[0].times", "at least 0")]
    [InlineData("\"order\": {\"parts\": \"change\"}", "order.parts", "\"largest\"")]
    [InlineData("\"whole\": {\"given\": 0}", "whole.given", "above 0")]
    [InlineData("\"whole\": {\"of\": \"all\", \"given\": 3}", "whole", "either")]
    [InlineData("\"whole\": {\"of\": \"All\"}", "whole.of", "\"all\"")]
    [InlineData("\"where\": [{\"is\": [\"a\"]}]", "where[0].column", "missing")]
    [InlineData("\"where\": [{\"column\": \"Day\", \"from\": \"09.03.2026\"}]", "where[0].from", "2026-03-09")]
    [InlineData("\"where\": {}", "where", "a list")]
    [InlineData("\"value\": {\"sum\": \"A\", \"count\": \"rows\"}", "value", "sum")]
    [InlineData("\"order\": {\"parts\": \"biggest\"}", "order.parts", "\"largest\"")]
    [InlineData("\"order\": {\"groups\": \"left\"}", "order.groups", "\"natural\"")]
    [InlineData("\"order\": {\"reverse\": [\"all\"]}", "order.reverse[0]", "\"groups\"")]
    [InlineData("\"groups\": {\"column\": \"Cause\"}", "groups.column", "two columns")]
    [InlineData("\"groups\": {\"column\": \"A\", \"bands\": {\"start\": 1}}", "groups.bands", "width")]
    [InlineData("\"groups\": {\"columns\": []}", "groups.columns", "1 or more")]
    [InlineData("\"value\": {\"sum\": \"A\"}, \"groups\": {\"columns\": [\"A\"]}", "value", "leave value out")]
    [InlineData("\"finish\": {\"colours\": {\"Fog\": \"red\"}}", "finish.colours.Fog", "#1d6b60")]
    [InlineData("\"parts\": {\"column\": \"B\"}", "", "well-formed")]
    public void A_mistake_is_named_with_its_place_and_what_would_be_right(string member, string place, string right)
    {
        StudyException fault = Assert.Throws<StudyException>(() => Read(member));
        Assert.Equal(place, fault.Place);
        Assert.Contains(right, fault.Message, StringComparison.Ordinal);
        Assert.DoesNotContain('\n', fault.Message);
    }

    [Theory]
    [InlineData("\"cuts\": [{\"share\": 1.5}]", "form.cuts[0].share")]
    [InlineData("\"cuts\": [{\"share\": 0.5, \"count\": 2}]", "form.cuts[0]")]
    [InlineData("\"limits\": [0.9, 0.8]", "form.limits")]
    [InlineData("\"limits\": []", "form.limits")]
    [InlineData("\"lay\": \"upright\"", "form.lay")]
    public void A_forms_own_members_are_checked(string member, string place)
    {
        StudyException fault = Assert.Throws<StudyException>(() =>
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "form": {"kind": "pareto", {{member}} } }"""
            )
        );
        Assert.Equal(place, fault.Place);
    }

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("null")]
    [InlineData("{")]
    [InlineData("""{"format": "onewhole.study/2", "parts": {"column": "a"}, "form": {"kind": "pareto"}}""")]
    [InlineData("""{"parts": {"column": "a"}, "form": {"kind": "pareto"}}""")]
    [InlineData("""{"format": "onewhole.study/1", "form": {"kind": "pareto"}}""")]
    [InlineData("""{"format": "onewhole.study/1", "parts": {"column": "a"}, "form": {}}""")]
    [InlineData("""{"format": "onewhole.study/1", "parts": {"column": "a"}, "form": {"kind": "spiral"}}""")]
    [InlineData("""{"format": "onewhole.study/1", "parts": {"column": "a"}, "form": {"kind": "pareto"}, "title": "\ud800"}""")]
    public void What_is_no_study_is_refused(string text) => Assert.Throws<StudyException>(() => StudyFormat.Standard.Read(text));

    [Fact]
    public void The_published_schema_is_the_one_of_the_shapes()
    {
        JsonNode? published = JsonNode.Parse(File.ReadAllText(Repository.At("docs", "study.schema.json")));
        Assert.True(
            JsonNode.DeepEquals(published, StudyFormat.Standard.Schema()),
            "docs/study.schema.json is stale: write it again with ./onewhole schema"
        );
        JsonNode? steps = JsonNode.Parse(File.ReadAllText(Repository.At("docs", "prepare.schema.json")));
        Assert.True(
            JsonNode.DeepEquals(steps, Core.Preparing.Preparation.Schema()),
            "docs/prepare.schema.json is stale: write it again with ./onewhole schema --of prepare"
        );
        string settings = File.ReadAllText(Repository.At("docs", "settings.md"));
        Assert.True(
            settings == Core.Statements.SettingsTable.Markdown(Core.Forms.FormList.Standard),
            "docs/settings.md is stale: write it again with ./onewhole schema --of settings"
        );
    }
}
