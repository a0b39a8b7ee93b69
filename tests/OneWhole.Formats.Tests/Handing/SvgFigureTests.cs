using System.Xml.Linq;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>A figure as SVG: of the size that was asked for, with every part's name.</summary>
public sealed class SvgFigureTests : HandsOver
{
    [Theory]
    [InlineData(960, 600)]
    [InlineData(480, 360)]
    public void It_has_the_size_that_was_asked_for_and_the_studys_words(int width, int height)
    {
        using var stream = new MemoryStream(HandOver.Find("figure.svg").ToBytes(Study(), new HandingSize(width, height)));
        XElement svg = XDocument.Load(stream).Root!;
        Assert.Equal((width.ToString(), height.ToString()), (svg.Attribute("width")!.Value, svg.Attribute("height")!.Value));
        Assert.Equal($"0 0 {width} {height}", svg.Attribute("viewBox")!.Value);
        string words = string.Join('\n', svg.Descendants().Where(element => element.Name.LocalName == "text").Select(text => text.Value));
        Assert.Contains("Minutes lost & found", words, StringComparison.Ordinal);
        Assert.Contains("Ærvåg", words, StringComparison.Ordinal);
    }
}
