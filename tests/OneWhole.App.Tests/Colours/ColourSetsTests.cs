using OneWhole.App.Colours;

namespace OneWhole.App.Tests;

/// <summary>Colours of one's own are kept by name, checked, replaced and forgotten.</summary>
public sealed class ColourSetsTests : AppTest
{
    [Fact]
    public void A_set_is_kept_by_its_name_and_replaced_under_it()
    {
        var sets = new ColourSets(Documents);
        sets.Keep(" Our house ", ["#1D6B60", "#b98a2f"]);
        sets.Keep("Annual report", ["#000000"]);
        Assert.Equal(["Annual report", "Our house"], sets.List().Select(set => set.Name));
        ColourSetView again = sets.Keep("our HOUSE", ["#102030"]);
        Assert.Equal(2, sets.List().Count);
        Assert.Equal(["#102030"], sets.List()[1].Colours);
        sets.Remove(again.Id);
        Assert.Equal("Annual report", Assert.Single(sets.List()).Name);
        Assert.Equal("not-found", Assert.Throws<AppException>(() => sets.Remove(again.Id)).Code);
    }

    [Theory]
    [InlineData("", "#102030")]
    [InlineData("Ours", "")]
    [InlineData("Ours", "red")]
    [InlineData("Ours", "#10203")]
    public void What_is_no_set_is_refused(string name, string colour)
    {
        var sets = new ColourSets(Documents);
        Assert.Throws<AppException>(() => sets.Keep(name, [colour]));
        Assert.Throws<AppException>(() => sets.Keep("Ours", []));
        Assert.Throws<AppException>(() => sets.Keep("Ours", [.. Enumerable.Repeat("#102030", 17)]));
        Assert.Empty(sets.List());
    }
}
