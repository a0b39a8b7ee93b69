using System.Globalization;
using System.Text;
using System.Xml;
using OneWhole.Core.Drawing;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Pictures;

/// <summary>Writes a figure as SVG that needs nothing else: the fonts it uses are inside; there is no script.</summary>
public static class SvgWriter
{
    private const string Namespace = "http://www.w3.org/2000/svg";

    public static byte[] ToBytes(Figure figure)
    {
        using var bytes = new MemoryStream();
        using (
            var xml = XmlWriter.Create(
                bytes,
                new XmlWriterSettings
                {
                    Encoding = new UTF8Encoding(false),
                    Indent = true,
                    CheckCharacters = false,
                }
            )
        )
        {
            Write(figure, xml);
        }
        return bytes.ToArray();
    }

    /// <summary>The picture as an element of a page; what is drawn of a row of the workings names it.</summary>
    internal static string ToInline(Figure figure)
    {
        var text = new StringBuilder();
        using (var xml = XmlWriter.Create(text, new XmlWriterSettings { OmitXmlDeclaration = true, CheckCharacters = false }))
        {
            Write(figure, xml, rows: true);
        }
        return text.ToString();
    }

    private static void Write(Figure figure, XmlWriter xml, bool rows = false)
    {
        xml.WriteStartElement("svg", Namespace);
        Attribute(xml, "width", figure.Width);
        Attribute(xml, "height", figure.Height);
        xml.WriteAttributeString("viewBox", $"0 0 {Number(figure.Width)} {Number(figure.Height)}");
        xml.WriteAttributeString("role", "img");
        xml.WriteElementString("title", Namespace, XmlSafe.Clean(figure.Title));
        xml.WriteElementString("desc", Namespace, XmlSafe.Clean(figure.Description));
        xml.WriteElementString("style", Namespace, Style(figure));
        xml.WriteStartElement("rect", Namespace);
        xml.WriteAttributeString("width", "100%");
        xml.WriteAttributeString("height", "100%");
        xml.WriteAttributeString("fill", Ink.OnSheet(Ink.Paper));
        xml.WriteEndElement();
        foreach (Mark mark in figure.Marks)
        {
            // Handles are for dragging on the screen; a handed-over figure has none.
            if (mark.Role != MarkRole.Handle)
            {
                Write(mark, xml, rows && mark.Role == MarkRole.Bar && mark.Row >= 0 ? mark.Row : null);
            }
        }
        xml.WriteEndElement();
    }

    private static void Write(Mark mark, XmlWriter xml, int? row)
    {
        switch (mark)
        {
            case RectMark rect:
                xml.WriteStartElement("rect", Namespace);
                Row(xml, row);
                Attribute(xml, "x", rect.X);
                Attribute(xml, "y", rect.Y);
                Attribute(xml, "width", rect.Width);
                Attribute(xml, "height", rect.Height);
                Paint(xml, rect.Fill, rect.Stroke, rect.StrokeWidth);
                xml.WriteEndElement();
                break;
            case PathMark path:
                xml.WriteStartElement("path", Namespace);
                Row(xml, row);
                xml.WriteAttributeString("d", PathText(path));
                Paint(xml, path.Fill, path.Stroke, path.StrokeWidth);
                if (path.Dash is not null)
                {
                    xml.WriteAttributeString("stroke-dasharray", string.Join(' ', path.Dash.Select(Number)));
                }
                if (path.Fill is null)
                {
                    xml.WriteAttributeString("stroke-linejoin", "round");
                }
                xml.WriteEndElement();
                break;
            case TextMark text:
                xml.WriteStartElement("text", Namespace);
                Attribute(xml, "x", text.X);
                Attribute(xml, "y", text.Y);
                xml.WriteAttributeString("class", text.Typeface);
                Attribute(xml, "font-size", text.Size);
                xml.WriteAttributeString("font-weight", text.Weight.ToString(CultureInfo.InvariantCulture));
                if (text.Anchor != "start")
                {
                    xml.WriteAttributeString("text-anchor", text.Anchor);
                }
                if (text.Turn != 0)
                {
                    xml.WriteAttributeString("transform", $"rotate({Number(text.Turn)} {Number(text.X)} {Number(text.Y)})");
                }
                xml.WriteAttributeString("fill", Ink.OnSheet(text.Fill));
                if (text.Full is not null)
                {
                    xml.WriteElementString("title", Namespace, XmlSafe.Clean(text.Full));
                }
                xml.WriteString(Bidi.Isolated(XmlSafe.Clean(text.Text)));
                xml.WriteEndElement();
                break;
        }
    }

    private static void Row(XmlWriter xml, int? row)
    {
        if (row is { } number)
        {
            xml.WriteAttributeString("data-row", number.ToString(CultureInfo.InvariantCulture));
        }
    }

    private static void Paint(XmlWriter xml, string? fill, string? stroke, double width)
    {
        xml.WriteAttributeString("fill", fill is null ? "none" : Ink.OnSheet(fill));
        if (stroke is not null)
        {
            xml.WriteAttributeString("stroke", Ink.OnSheet(stroke));
            Attribute(xml, "stroke-width", width);
        }
    }

    /// <summary>The path data of runs; closed where the path is filled.</summary>
    internal static string PathText(PathMark path)
    {
        var text = new StringBuilder();
        foreach (IReadOnlyList<double> run in path.Runs)
        {
            for (int i = 0; i + 1 < run.Count; i += 2)
            {
                text.Append(i == 0 ? 'M' : 'L').Append(Number(run[i])).Append(' ').Append(Number(run[i + 1]));
            }
            if (path.Fill is not null)
            {
                text.Append('Z');
            }
        }
        return text.ToString();
    }

    private static string Style(Figure figure)
    {
        var style = new StringBuilder();
        var done = new HashSet<string>();
        foreach (TextMark text in figure.Marks.OfType<TextMark>())
        {
            Typeface typeface = text.Typeface == "serif" ? Typeface.Serif : Typeface.Sans;
            foreach (GlyphRun run in TextShaper.Shape(text.Text, typeface, text.Weight))
            {
                if (run.Face is { } face && done.Add(face.File))
                {
                    style
                        .Append("@font-face{font-family:\"")
                        .Append(face.Family)
                        .Append("\";font-weight:")
                        .Append(FontStack.Of(typeface, text.Weight).Weight)
                        .Append(";src:url(data:font/woff;base64,")
                        .Append(Convert.ToBase64String(face.Woff))
                        .Append(") format(\"woff\");unicode-range:")
                        .Append(Range(face.File))
                        .Append('}');
                }
            }
        }
        style
            .Append("text{font-feature-settings:\"tnum\",\"lnum\",\"kern\";text-rendering:geometricPrecision;white-space:pre}")
            .Append(".sans{font-family:\"Public Sans\",\"Noto Sans\",sans-serif}.serif{font-family:Newsreader,\"Noto Sans\",serif}");
        return style.ToString();
    }

    /// <summary>The characters of a shipped subset, as its package's styles give them.</summary>
    private static string Range(string file) =>
        file.Contains("latin-ext", StringComparison.Ordinal)
            ? "U+0100-02AF,U+0304,U+0308,U+0329,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF"
        : file.Contains("greek", StringComparison.Ordinal) ? "U+0370-03FF"
        : file.Contains("cyrillic", StringComparison.Ordinal) ? "U+0301,U+0400-045F,U+0490-0491,U+04B0-04B1,U+2116"
        : "U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+2000-206F,"
            + "U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD";

    private static void Attribute(XmlWriter xml, string name, double value) => xml.WriteAttributeString(name, Number(value));

    private static string Number(double value) => (Math.Round(value * 100) / 100).ToString("0.##", CultureInfo.InvariantCulture);
}
