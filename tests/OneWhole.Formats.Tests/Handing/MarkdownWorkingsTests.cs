using System.Text;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Workings as a table of Markdown.</summary>
public sealed class MarkdownWorkingsTests : HandsOver
{
    [Fact]
    public void Markdown_is_a_table_in_which_labels_are_no_markup()
    {
        string[] lines = Encoding.UTF8.GetString(Write("workings.md", Study())).Split('\n');
        Assert.Equal("| cause | minutes | rank | share | shown share | running minutes | running share | position | class |", lines[2]);
        Assert.StartsWith(@"| \<script\>alert(1)\</script\> & \| \*x\* | 60.0 | 2 | 29.93 % | 29.9 % |", lines[5]);
        Assert.Contains("- ok: 4 causes add up to the whole: 200.5 = 200.5", lines);
    }
}
