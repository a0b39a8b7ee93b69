using System.Text;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Tests;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>The study as a file: read again it is the same study, in every form and shape.</summary>
public sealed class StudyFileTests : HandsOver
{
    public static TheoryData<string> Each() => EveryShape.Studies(_ => true, """{"fold": {"keep": 2}, "rounding": {"reconcile": false}}""");

    [Theory]
    [MemberData(nameof(Each))]
    public void It_is_read_again_as_it_was(string text)
    {
        Study study = StudyFormat.Standard.Read(text);
        string written = Encoding.UTF8.GetString(Write("study.json", Study() with { Study = study }));
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(text), JsonNode.Parse(written)), $"{text}\n{written}");
    }
}
