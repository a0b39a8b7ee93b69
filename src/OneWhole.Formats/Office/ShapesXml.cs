using System.Globalization;
using System.Xml.Linq;
using OneWhole.Core.Drawing;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Office;

/// <summary>
/// A figure's marks as one group of named shapes (DrawingML, ECMA-376 part 1, 20.1): for sheets and for slides, which differ in their
/// namespace alone.
/// </summary>
internal sealed class ShapesXml
{
    /// <summary>English metric units of a pixel: 914,400 an inch, of which there are 96.</summary>
    public const long Pixel = 9525;

    private static readonly XNamespace A = "http://schemas.openxmlformats.org/drawingml/2006/main";

    private readonly XNamespace _own;
    private readonly double _scale;
    private int _id;

    /// <param name="own">The namespace of the sheet's or the slide's drawing.</param>
    /// <param name="firstId">The first number for shapes.</param>
    /// <param name="scale">Units of the page for a pixel of the figure.</param>
    public ShapesXml(XNamespace own, int firstId, double scale = 1)
    {
        _own = own;
        _id = firstId;
        _scale = scale;
    }

    /// <summary>The first number that no shape has yet.</summary>
    public int NextId => _id;

    /// <summary>The figure as a group.</summary>
    /// <param name="figure">The figure.</param>
    /// <param name="x">Its left edge on the page, in pixels of the page.</param>
    /// <param name="y">Its upper edge.</param>
    public XElement Group(Figure figure, double x, double y) =>
        new(
            _own + "grpSp",
            new XElement(_own + "nvGrpSpPr", Named(figure.Title, figure.Description), new XElement(_own + "cNvGrpSpPr"), Empty()),
            new XElement(
                _own + "grpSpPr",
                new XElement(
                    A + "xfrm",
                    Point("off", x, y),
                    Size("ext", figure.Width * _scale, figure.Height * _scale),
                    Point("chOff", 0, 0),
                    Size("chExt", figure.Width, figure.Height)
                )
            ),
            figure.Marks.Where(mark => mark.Role != MarkRole.Handle).Select(Shape).OfType<XElement>()
        );

    private XElement Named(string name, string? description = null) =>
        new(
            _own + "cNvPr",
            new XAttribute("id", _id++),
            new XAttribute("name", XmlSafe.OneLine(name).Trim()),
            description is null ? null : new XAttribute("descr", XmlSafe.OneLine(description).Trim())
        );

    /// <summary>Slides want an element more than sheets.</summary>
    private XElement? Empty() =>
        _own.NamespaceName.Contains("presentationml", StringComparison.Ordinal) ? new XElement(_own + "nvPr") : null;

    private static string Units(double pixels) => ((long)Math.Round(pixels * Pixel)).ToString(CultureInfo.InvariantCulture);

    private static XElement Point(string name, double x, double y) =>
        new(A + name, new XAttribute("x", Units(x)), new XAttribute("y", Units(y)));

    private static XElement Size(string name, double width, double height) =>
        new(A + name, new XAttribute("cx", Units(Math.Max(0, width))), new XAttribute("cy", Units(Math.Max(0, height))));

    private XElement? Shape(Mark mark) =>
        mark switch
        {
            RectMark rect => Filled(
                rect,
                new XElement(A + "xfrm", Point("off", rect.X, rect.Y), Size("ext", rect.Width, rect.Height)),
                new XElement(A + "prstGeom", new XAttribute("prst", "rect"), new XElement(A + "avLst")),
                rect.Fill,
                rect.Stroke,
                rect.StrokeWidth,
                null
            ),
            PathMark { Runs.Count: > 0 } path => OfPath(path),
            TextMark text => OfText(text),
            _ => null,
        };

    private XElement Filled(
        Mark mark,
        XElement place,
        XElement geometry,
        string? fill,
        string? stroke,
        double width,
        IReadOnlyList<double>? dash
    ) =>
        new(
            _own + "sp",
            new XElement(_own + "nvSpPr", Named(mark.Id), new XElement(_own + "cNvSpPr"), Empty()),
            new XElement(
                _own + "spPr",
                place,
                geometry,
                fill is null ? new XElement(A + "noFill") : Solid(fill),
                stroke is null
                    ? new XElement(A + "ln", new XElement(A + "noFill"))
                    : new XElement(
                        A + "ln",
                        new XAttribute("w", Units(width)),
                        Solid(stroke),
                        dash is null ? null : new XElement(A + "prstDash", new XAttribute("val", "sysDash")),
                        new XElement(A + "round")
                    )
            )
        );

    private XElement OfPath(PathMark path)
    {
        Box box = path.Bounds;
        XElement Corner(double x, double y) => new(A + "pt", new XAttribute("x", Units(x - box.X)), new XAttribute("y", Units(y - box.Y)));
        var outline = new XElement(
            A + "path",
            new XAttribute("w", Units(box.Width)),
            new XAttribute("h", Units(box.Height)),
            path.Fill is null ? new XAttribute("fill", "none") : null
        );
        foreach (IReadOnlyList<double> run in path.Runs)
        {
            for (int i = 0; i + 1 < run.Count; i += 2)
            {
                outline.Add(new XElement(A + (i == 0 ? "moveTo" : "lnTo"), Corner(run[i], run[i + 1])));
            }
            if (path.Fill is not null)
            {
                outline.Add(new XElement(A + "close"));
            }
        }
        var geometry = new XElement(
            A + "custGeom",
            new XElement(A + "avLst"),
            new XElement(A + "gdLst"),
            new XElement(A + "ahLst"),
            new XElement(A + "cxnLst"),
            new XElement(
                A + "rect",
                new XAttribute("l", "0"),
                new XAttribute("t", "0"),
                new XAttribute("r", "r"),
                new XAttribute("b", "b")
            ),
            new XElement(A + "pathLst", outline)
        );
        return Filled(
            path,
            new XElement(A + "xfrm", Point("off", box.X, box.Y), Size("ext", box.Width, box.Height)),
            geometry,
            path.Fill,
            path.Stroke,
            path.StrokeWidth,
            path.Dash
        );
    }

    private XElement OfText(TextMark text)
    {
        // Wider than the text is here, because the reader's font may be; it grows away from where it is anchored.
        double width = text.Width * 1.15 + 4,
            height = text.Size * 1.3,
            down = (text.Size * 0.72) / 2;
        double shift = text.Anchor switch
        {
            "end" => -width / 2,
            "middle" => 0,
            _ => width / 2,
        };
        double angle = text.Turn * Math.PI / 180;
        // The middle of the text's box, seen from its anchor, turned with it.
        double x = text.X + shift * Math.Cos(angle) + down * Math.Sin(angle),
            y = text.Y + shift * Math.Sin(angle) - down * Math.Cos(angle);
        string place = text.Anchor switch
        {
            "end" => "r",
            "middle" => "ctr",
            _ => "l",
        };
        return new XElement(
            _own + "sp",
            new XElement(_own + "nvSpPr", Named(text.Id), new XElement(_own + "cNvSpPr", new XAttribute("txBox", "1")), Empty()),
            new XElement(
                _own + "spPr",
                new XElement(
                    A + "xfrm",
                    text.Turn == 0
                        ? null
                        : new XAttribute("rot", ((long)Math.Round(text.Turn * 60_000 % 21_600_000)).ToString(CultureInfo.InvariantCulture)),
                    Point("off", x - width / 2, y - height / 2),
                    Size("ext", width, height)
                ),
                new XElement(A + "prstGeom", new XAttribute("prst", "rect"), new XElement(A + "avLst")),
                new XElement(A + "noFill")
            ),
            new XElement(
                _own + "txBody",
                new XElement(
                    A + "bodyPr",
                    new XAttribute("wrap", "none"),
                    new XAttribute("lIns", 0),
                    new XAttribute("tIns", 0),
                    new XAttribute("rIns", 0),
                    new XAttribute("bIns", 0),
                    new XAttribute("anchor", "ctr")
                ),
                new XElement(A + "lstStyle"),
                new XElement(
                    A + "p",
                    new XElement(A + "pPr", new XAttribute("algn", place)),
                    new XElement(
                        A + "r",
                        new XElement(
                            A + "rPr",
                            new XAttribute("lang", "en-GB"),
                            new XAttribute("sz", (int)Math.Round(text.Size * 0.75 * 100 * _scale)),
                            new XAttribute("b", text.Weight >= 600 ? 1 : 0),
                            Solid(text.Fill)
                        ),
                        new XElement(A + "t", XmlSafe.OneLine(text.Text).Trim())
                    )
                )
            )
        );
    }

    private static XElement Solid(string ink) =>
        new(A + "solidFill", new XElement(A + "srgbClr", new XAttribute("val", Ink.OnSheet(ink)[1..].ToUpperInvariant())));
}
