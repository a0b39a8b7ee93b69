using OneWhole.Core.Studies;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Every file that leaves, whatever it is: from the list of them.</summary>
public sealed class HandOverTests : HandsOver
{
    public static TheoryData<string> Kinds => [.. HandOver.Standard.Select(kind => kind.Kind)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_kind_writes_a_study_and_one_that_is_repeated(string kind)
    {
        Assert.NotEmpty(Write(kind, Study()));
        Assert.NotEmpty(Write(kind, Study(""", "each": {"column": "Season"} """)));
        Assert.NotEmpty(HandOver.Find(kind).Name + HandOver.Find(kind).Detail + HandOver.Find(kind).MediaType);
    }

    [Fact]
    public void An_unknown_kind_is_refused_with_those_there_are() =>
        Assert.Contains("figure.pdf", Assert.Throws<StudyException>(() => HandOver.Find("figure.gif")).Message);
}
