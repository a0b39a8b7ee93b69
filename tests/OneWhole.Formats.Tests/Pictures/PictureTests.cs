using System.Text;
using System.Xml.Linq;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Pictures;
using OneWhole.Formats.Text;
using SkiaSharp;

namespace OneWhole.Formats.Tests;

public sealed class PictureTests
{
    private static WorkingsResult Workings(params string[] parts)
    {
        var names = new ColumnBuilder(NumberReading.Point, false);
        var amounts = new ColumnBuilder(NumberReading.Point, true);
        for (int i = 0; i < parts.Length; i++)
        {
            names.Add(parts[i]);
            amounts.Add($"{100 - 7 * i}.5");
        }
        return Calculator.Run(
            new Table("delays", [names.Build("Cause"), amounts.Build("Minutes")]),
            StudyFormat.Standard.Read(
                """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pareto"}}"""
            )
        );
    }

    private static Figure Draw(params string[] parts) => FigureDrawer.Draw(Workings(parts), 640, 420, TextMeasurer.Shared);

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

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(4)]
    public void A_png_has_the_figures_pixels_times_its_scale(int scale)
    {
        using SKBitmap bitmap = SKBitmap.Decode(PngWriter.ToBytes(Draw("Fog", "Engine", "Crew"), scale));
        Assert.Equal((640 * scale, 420 * scale), (bitmap.Width, bitmap.Height));
        Assert.Equal(SKColors.White, bitmap.GetPixel(2, 2));
        RectMark bar = Draw("Fog", "Engine", "Crew").Marks.OfType<RectMark>().First(mark => mark.Role == MarkRole.Bar);
        Assert.Equal(
            SKColor.Parse(Ink.OnSheet(Ink.ClassA)),
            bitmap.GetPixel((int)((bar.X + 4) * scale), (int)((bar.Bounds.Bottom - 30) * scale)).WithAlpha(255)
        );
    }

    [Fact]
    public void Workings_as_csv_follow_rfc_4180()
    {
        string csv = Encoding.UTF8.GetString(WorkingsCsv.ToBytes(Workings("a, b", "say \"hi\"", "=1+1")));
        string[] lines = csv.Split("\r\n");
        Assert.Equal("part,value,rank,share,shownShare,running,runningShare,position,class", lines[0]);
        Assert.StartsWith("\"a, b\",100.5,1,", lines[1], StringComparison.Ordinal);
        Assert.StartsWith("\"say \"\"hi\"\"\",93.5,2,", lines[2], StringComparison.Ordinal);
        Assert.StartsWith("=1+1,86.5,3,", lines[3], StringComparison.Ordinal);
        Assert.Equal("", lines[4]);
        Assert.False(csv.StartsWith('\uFEFF'));
    }

    [Fact]
    public void Figures_are_tabular_and_unknown_characters_take_an_em()
    {
        var font = new Font(Typeface.Sans, 12);
        Assert.Equal(TextMeasurer.Shared.Width("1111", font), TextMeasurer.Shared.Width("8888", font), 6);
        Assert.Equal(24, TextMeasurer.Shared.Width("霧港", font), 6);
        Assert.True(TextMeasurer.Shared.Width("Причал", font) > 20);
    }

    [Fact]
    public void The_shipped_fonts_are_those_of_the_front_end()
    {
        string? at = AppContext.BaseDirectory;
        while (at is not null && !Directory.Exists(Path.Combine(at, "web", "node_modules", "@fontsource")))
        {
            at = Path.GetDirectoryName(at);
        }
        string[] shipped =
        [
            .. typeof(TextMeasurer).Assembly.GetManifestResourceNames().Where(name => name.EndsWith(".woff", StringComparison.Ordinal)),
        ];
        Assert.Equal(10, shipped.Length);
        foreach (string name in shipped)
        {
            string package =
                name.StartsWith("public", StringComparison.Ordinal) ? "public-sans"
                : name.StartsWith("news", StringComparison.Ordinal) ? "newsreader"
                : "noto-sans";
            using Stream ours = typeof(TextMeasurer).Assembly.GetManifestResourceStream(name)!;
            var bytes = new byte[ours.Length];
            ours.ReadExactly(bytes);
            Assert.Equal(File.ReadAllBytes(Path.Combine(at!, "web", "node_modules", "@fontsource", package, "files", name)), bytes);
        }
    }
}
