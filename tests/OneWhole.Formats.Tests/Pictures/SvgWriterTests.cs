using System.Text;
using System.Xml.Linq;
using OneWhole.Formats.Pictures;
using static OneWhole.Formats.Tests.Pictures.Delays;

namespace OneWhole.Formats.Tests.Pictures;

/// <summary>Pictures as SVG: whole, harmless, and readable whichever way a label runs.</summary>
public sealed class SvgWriterTests
{
    [Fact]
    public void An_svg_is_well_formed_and_runs_nothing_whatever_the_labels_say()
    {
        byte[] bytes = SvgWriter.ToBytes(Draw("<script>alert(1)</script>", "a & b", "\"q\" onload=x", "c\u0001d", "]]>"));
        XDocument svg = XDocument.Load(new MemoryStream(bytes));
        Assert.DoesNotContain(svg.Descendants(), element => element.Name.LocalName is "script" or "foreignObject" or "image");
        Assert.DoesNotContain(svg.Descendants().Attributes(), attribute =>
            attribute.Name.LocalName.StartsWith("on", StringComparison.OrdinalIgnoreCase)
        );
        Assert.Contains(svg.Descendants(), element => element.Name.LocalName == "text" && element.Value == "a & b");
        Assert.DoesNotContain(
            "http://",
            Encoding.UTF8.GetString(bytes).Replace("http://www.w3.org/2000/svg", "", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_label_from_right_to_left_is_isolated_and_moves_no_number()
    {
        XDocument svg = XDocument.Load(new MemoryStream(SvgWriter.ToBytes(Draw("שער יפו", "ميناء (2)", "Fog"))));
        string[] texts = [.. svg.Descendants().Where(element => element.Name.LocalName == "text").Select(element => element.Value)];
        Assert.Contains("\u2068שער יפו\u2069", texts);
        Assert.Contains("\u2068ميناء\u2069 (2)", texts);
        Assert.Contains("Fog", texts);
    }
}
