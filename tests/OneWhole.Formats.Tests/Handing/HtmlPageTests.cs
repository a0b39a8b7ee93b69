using System.Text;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>A study as one page.</summary>
public sealed class HtmlPageTests : HandsOver
{
    [Fact]
    public void A_page_needs_nothing_else_and_labels_stay_text()
    {
        string page = Encoding.UTF8.GetString(Write("page.html", Study()));
        Assert.DoesNotContain("<script>alert", page);
        Assert.Contains("&lt;script&gt;alert(1)&lt;/script&gt;", page);
        Assert.DoesNotContain("http:", page.Replace("http://www.w3.org/2000/svg", "", StringComparison.Ordinal));
        Assert.DoesNotContain("https:", page);
        // Whatever a label holds, the page itself lets nothing be fetched and nothing run but its own script.
        Assert.Contains("Content-Security-Policy\" content=\"default-src 'none'", page);
        Assert.DoesNotContain("script-src 'unsafe", page);
        Assert.Equal(4, System.Text.RegularExpressions.Regex.Count(page, "<rect data-row="));
        Assert.Contains("4 causes add up to the whole: 200.5 = 200.5", page);
    }
}
