using OneWhole.Core.Drawing;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>
/// Contrast as WCAG 2.2 defines it. Black on white is 21 by the definition; #767676 is the lightest grey that passes on white,
/// 4.54, and #777777 the first that fails, 4.48 (both from memory).
/// </summary>
public sealed class ContrastTests
{
    [Theory]
    [InlineData("#000000", "#ffffff", 21)]
    [InlineData("#ffffff", "#ffffff", 1)]
    [InlineData("#767676", "#ffffff", 4.54)]
    [InlineData("#777777", "#ffffff", 4.48)]
    [InlineData("#ff0000", "#ffffff", 4.00)]
    public void It_is_that_of_the_definition_whichever_is_first(string one, string other, double expected)
    {
        Assert.Equal(expected, Contrast.Of(one, other), 2);
        Assert.Equal(Contrast.Of(one, other), Contrast.Of(other, one));
    }

    public static TheoryData<string> Fills =>
        [.. Ink.Sheet.Keys.Where(name => !name.StartsWith("on", StringComparison.Ordinal) && name is not ("ink" or "quiet"))];

    /// <summary>Of white and dark the one that stands out more is taken; where both are weak it is still the better.</summary>
    [Theory]
    [MemberData(nameof(Fills))]
    public void The_ink_on_a_fill_is_the_better_of_two(string fill)
    {
        string ink = Ink.Sheet[Contrast.TextOn(fill)];
        double best = Math.Max(Contrast.Of(Ink.Sheet[fill], "#ffffff"), Contrast.Of(Ink.Sheet[fill], "#14201e"));
        Assert.Equal(best, Contrast.Of(Ink.Sheet[fill], ink), 6);
    }

    [Theory]
    [MemberData(nameof(Fills))]
    public void Text_on_any_fill_stands_out_by_what_text_has_to(string fill) =>
        Assert.True(Contrast.Of(Ink.Sheet[fill], Ink.Sheet[Contrast.TextOn(fill)]) >= Contrast.ForText, fill);

    /// <summary>A fill that is another colour on a dark page has an ink of its own, which can be another there, too.</summary>
    [Theory]
    [InlineData(Ink.ClassA)]
    [InlineData(Ink.ClassB)]
    [InlineData(Ink.ClassC)]
    [InlineData(Ink.Folded)]
    [InlineData(Ink.Behind)]
    [InlineData(Ink.Wash)]
    public void A_fill_of_two_themes_has_an_ink_of_its_own(string fill) => Assert.Equal($"on-{fill}", Contrast.TextOn(fill));

    [Theory]
    [InlineData("cat-1", Ink.OnDarkFill)]
    [InlineData("cat-2", Ink.OnLightFill)]
    [InlineData("#ffffff", Ink.OnLightFill)]
    [InlineData("#000000", Ink.OnDarkFill)]
    public void A_fill_that_is_the_same_on_both_pages_takes_white_or_dark(string fill, string ink) =>
        Assert.Equal(ink, Contrast.TextOn(fill));

    [Fact]
    public void A_colour_for_text_on_the_sheet_is_as_much_of_it_as_can_be_read()
    {
        string readable = Ink.Readable("cat-2");
        Assert.StartsWith("cat-2/", readable, StringComparison.Ordinal);
        Assert.True(Contrast.Of(Ink.OnSheet(readable), "#ffffff") >= Contrast.ForText);
        // One step more of it could not be read.
        int part = int.Parse(readable.Split('/')[1], System.Globalization.CultureInfo.InvariantCulture);
        Assert.True(Contrast.Of(Ink.OnSheet($"cat-2/{part + 5}"), "#ffffff") < Contrast.ForText);
    }
}
