using System.Xml.Linq;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using OneWhole.Core.Drawing;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Office;

/// <summary>What one slide shows.</summary>
/// <param name="Title">Its title.</param>
/// <param name="Caption">The sentence under it: what 100 % is.</param>
/// <param name="TieOut">The line at the bottom.</param>
/// <param name="Description">For who does not see the figure.</param>
internal sealed record SlideContent(string Title, string Caption, string TieOut, string Description)
{
    /// <summary>The print of a title, in hundredths of a point.</summary>
    public const int UsualTitle = 2800;

    public int TitleSize { get; init; } = UsualTitle;

    /// <summary>
    /// The figure as a native chart: writes the chart part, given the relationship of its workbook, and its width in pixels.
    /// </summary>
    public Func<string, double, XDocument>? Chart { get; init; }

    /// <summary>The workbook behind the chart.</summary>
    public byte[]? Workbook { get; init; }

    /// <summary>The figure as shapes, where there is no chart.</summary>
    public Figure? Shapes { get; init; }

    /// <summary>Several figures in its place, each where it stands on a page.</summary>
    public IReadOnlyList<PlacedFigure>? Page { get; init; }

    /// <summary>A table in the figure's place.</summary>
    public WorkingsTable? Table { get; init; }

    /// <summary>Of the table, the first row that stands here, and how many do.</summary>
    public (int First, int Count) Rows { get; init; }

    /// <summary>Running text beside the figure.</summary>
    public string? Text { get; init; }

    /// <summary>What the speaker has before them: the statement and the proofs; empty for no notes.</summary>
    public string Notes { get; init; } = "";
}

/// <summary>
/// Writes slides (ECMA-376, PresentationML): a title, a figure that can be edited, its caption and tie-out, one slide each.
/// </summary>
internal sealed class SlideDeck
{
    private const string PartRelationships = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

    private static readonly XNamespace P = "http://schemas.openxmlformats.org/presentationml/2006/main";
    private static readonly XNamespace A = "http://schemas.openxmlformats.org/drawingml/2006/main";
    private static readonly XNamespace R = PartRelationships;
    private static readonly XNamespace C = "http://schemas.openxmlformats.org/drawingml/2006/chart";

    private const double Margin = 48;
    private const double TitleTop = 36;

    /// <summary>Rows of workings on one slide, their headings aside.</summary>
    public const int RowsOfTable = 20;

    private readonly double _width;
    private readonly double _height;
    private int _id;

    private SlideDeck(double width, double height)
    {
        _width = width;
        _height = height;
    }

    /// <param name="slides">At least one.</param>
    /// <param name="title">Of the document.</param>
    /// <param name="wide">16:9; else 4:3.</param>
    public static byte[] Write(IReadOnlyList<SlideContent> slides, string title, bool wide = true) =>
        new SlideDeck(wide ? 1280 : 960, 720).ToBytes(slides, title);

    /// <summary>One slide that is as high as its page, and as wide.</summary>
    public static byte[] Write(SlideContent page)
    {
        const double highest = 5300;
        double under = page.Page!.Max(part => part.Y + part.Figure.Height * part.Scale),
            top = TopOf(page, BriefingLayout.Width);
        return new SlideDeck(BriefingLayout.Width + 2 * Margin, Math.Min(highest, top + under + Margin)).ToBytes([page], page.Title);
    }

    /// <summary>A long title takes a second line, and what is beneath moves down.</summary>
    private static int TitleLines(SlideContent slide, double inner) =>
        TextFit.Wrap(TextMeasurer.Shared, slide.Title, new Font(Typeface.Sans, slide.TitleSize / 75.0, 600), inner * 0.95, 2).Count;

    /// <summary>Where the figure begins.</summary>
    private static double TopOf(SlideContent slide, double inner) =>
        TitleTop + (slide.Page is not null && slide.Caption.Length == 0 ? 24 : 66) + 46 * TitleLines(slide, inner);

    private byte[] ToBytes(IReadOnlyList<SlideContent> slides, string title)
    {
        using var bytes = new MemoryStream();
        using (PresentationDocument document = PresentationDocument.Create(bytes, PresentationDocumentType.Presentation))
        {
            document.PackageProperties.Title = title;
            document.PackageProperties.Creator = "One Whole";
            PresentationPart presentation = document.AddPresentationPart();
            SlideMasterPart master = presentation.AddNewPart<SlideMasterPart>("master");
            SlideLayoutPart layout = master.AddNewPart<SlideLayoutPart>("layout");
            layout.AddPart(master, "master");
            ThemePart theme = master.AddNewPart<ThemePart>("theme");
            Put(theme, DeckTheme.Write());
            _id = 2;
            Put(layout, Page("sldLayout", "figure", [TitleBox("", 1, SlideContent.UsualTitle)], new XAttribute("preserve", "1")));
            _id = 2;
            Put(master, Page("sldMaster", null, [TitleBox("", 1, SlideContent.UsualTitle)], null));
            NotesMasterPart? notes = slides.Any(slide => slide.Notes.Length > 0) ? NotesMaster(presentation) : null;
            var list = new XElement(P + "sldIdLst");
            foreach ((int at, SlideContent slide) in slides.Index())
            {
                SlidePart part = presentation.AddNewPart<SlidePart>($"slide{at + 1}");
                part.AddPart(layout, "layout");
                Put(part, Write(part, slide));
                if (notes is not null && slide.Notes.Length > 0)
                {
                    NotesSlidePart told = part.AddNewPart<NotesSlidePart>("notes");
                    told.AddPart(notes, "master");
                    told.AddPart(part, "slide");
                    _id = 2;
                    Put(told, Page("notes", null, [NotesBox(slide.Notes)], null));
                }
                list.Add(new XElement(P + "sldId", new XAttribute("id", 256 + at), new XAttribute(R + "id", $"slide{at + 1}")));
            }
            presentation.AddPart(theme, "theme");
            Put(
                presentation,
                new XDocument(
                    new XElement(
                        P + "presentation",
                        Prefixes(),
                        new XElement(
                            P + "sldMasterIdLst",
                            new XElement(P + "sldMasterId", new XAttribute("id", 2147483648), new XAttribute(R + "id", "master"))
                        ),
                        notes is null
                            ? null
                            : new XElement(P + "notesMasterIdLst", new XElement(P + "notesMasterId", new XAttribute(R + "id", "notes"))),
                        list,
                        new XElement(
                            P + "sldSz",
                            new XAttribute("cx", (long)(_width * ShapesXml.Pixel)),
                            new XAttribute("cy", (long)(_height * ShapesXml.Pixel)),
                            _width == 960 ? new XAttribute("type", "screen4x3") : null
                        ),
                        new XElement(P + "notesSz", new XAttribute("cx", 6858000), new XAttribute("cy", 9144000))
                    )
                )
            );
        }
        return bytes.ToArray();
    }

    private NotesMasterPart NotesMaster(PresentationPart presentation)
    {
        NotesMasterPart master = presentation.AddNewPart<NotesMasterPart>("notes");
        Put(master.AddNewPart<ThemePart>("theme"), DeckTheme.Write());
        _id = 2;
        Put(master, Page("notesMaster", null, [NotesBox("")], null));
        return master;
    }

    private XElement NotesBox(string text) =>
        new(
            P + "sp",
            new XElement(
                P + "nvSpPr",
                Named("notes"),
                new XElement(P + "cNvSpPr"),
                new XElement(P + "nvPr", new XElement(P + "ph", new XAttribute("type", "body"), new XAttribute("idx", 1)))
            ),
            new XElement(P + "spPr", new XElement(A + "xfrm", Place(72, 456, 576, 432))),
            new XElement(
                P + "txBody",
                new XElement(A + "bodyPr"),
                new XElement(A + "lstStyle"),
                text.Split('\n').Select(line => Paragraph(line, 1200, Ink.Text, "l"))
            )
        );

    private static XAttribute[] Prefixes() =>
        [
            new(XNamespace.Xmlns + "p", P.NamespaceName),
            new(XNamespace.Xmlns + "a", A.NamespaceName),
            new(XNamespace.Xmlns + "r", R.NamespaceName),
        ];

    private static void Put(OpenXmlPart part, XDocument document)
    {
        using Stream stream = part.GetStream(FileMode.Create);
        document.Save(stream);
    }

    /// <summary>A master, a layout or a slide with what is on it.</summary>
    private static XDocument Page(string kind, string? name, IEnumerable<XElement> shapes, XAttribute? more)
    {
        var tree = new XElement(
            P + "spTree",
            new XElement(
                P + "nvGrpSpPr",
                new XElement(P + "cNvPr", new XAttribute("id", 1), new XAttribute("name", "")),
                new XElement(P + "cNvGrpSpPr"),
                new XElement(P + "nvPr")
            ),
            new XElement(P + "grpSpPr"),
            shapes
        );
        var page = new XElement(
            P + kind,
            Prefixes(),
            more,
            new XElement(
                P + "cSld",
                name is null ? null : new XAttribute("name", name),
                kind == "sldMaster"
                    ? new XElement(
                        P + "bg",
                        new XElement(
                            P + "bgPr",
                            new XElement(A + "solidFill", new XElement(A + "srgbClr", new XAttribute("val", "FFFFFF"))),
                            new XElement(A + "effectLst")
                        )
                    )
                    : null,
                tree
            )
        );
        if (kind is "sldMaster" or "notesMaster")
        {
            page.Add(
                new XElement(
                    P + "clrMap",
                    (
                        (string[])
                            [
                                "bg1=lt1",
                                "tx1=dk1",
                                "bg2=lt2",
                                "tx2=dk2",
                                "accent1=accent1",
                                "accent2=accent2",
                                "accent3=accent3",
                                "accent4=accent4",
                                "accent5=accent5",
                                "accent6=accent6",
                                "hlink=hlink",
                                "folHlink=folHlink",
                            ]
                    ).Select(pair => new XAttribute(pair.Split('=')[0], pair.Split('=')[1]))
                ),
                kind == "notesMaster"
                    ? null
                    : new XElement(
                        P + "sldLayoutIdLst",
                        new XElement(P + "sldLayoutId", new XAttribute("id", 2147483649), new XAttribute(R + "id", "layout"))
                    )
            );
        }
        else
        {
            page.Add(new XElement(P + "clrMapOvr", new XElement(A + "masterClrMapping")));
        }
        return new XDocument(page);
    }

    private XDocument Write(SlidePart part, SlideContent slide)
    {
        const double margin = Margin,
            top = TitleTop;
        _id = 2;
        double inner = _width - 2 * margin;
        int lines = TitleLines(slide, inner);
        var shapes = new List<XElement>
        {
            TitleBox(slide.Title, lines, slide.TitleSize),
            TextBox("caption", slide.Caption, margin, top + 12 + 46 * lines, inner, 46, 1400, Ink.Quiet, "l"),
            TextBox("tie-out", slide.TieOut, margin, _height - 46, inner, 24, 1100, Ink.Quiet, "r"),
        };
        double y = TopOf(slide, inner),
            height = _height - y - 56,
            width = inner;
        if (slide.Text is { } text)
        {
            width = inner * 0.66;
            shapes.Add(TextBox("text", text, margin + width + 24, y, inner - width - 24, height, 1600, Ink.Text, "l"));
        }
        if (slide.Page is { } page)
        {
            // What is higher than a slide can be is reduced to it.
            double room = Math.Min(1, (_height - y - Margin) / page.Max(part => part.Y + part.Figure.Height * part.Scale));
            foreach (PlacedFigure placed in page)
            {
                var drawn = new ShapesXml(P, _id, placed.Scale * room);
                shapes.Add(drawn.Group(placed.Figure, margin + placed.X * room, y + placed.Y * room));
                _id = drawn.NextId;
            }
        }
        else if (slide.Table is { } table)
        {
            shapes.Add(Table(table, slide.Rows, margin, y, inner));
        }
        else if (slide.Chart is { } chart)
        {
            ChartPart chartPart = part.AddNewPart<ChartPart>("chart");
            EmbeddedPackagePart workbook = chartPart.AddEmbeddedPackagePart(EmbeddedPackagePartType.Xlsx);
            using (var bytes = new MemoryStream(slide.Workbook!))
            {
                workbook.FeedData(bytes);
            }
            Put(chartPart, chart(chartPart.GetIdOfPart(workbook), width));
            shapes.Add(
                new XElement(
                    P + "graphicFrame",
                    new XElement(
                        P + "nvGraphicFramePr",
                        Named("figure", slide.Description),
                        new XElement(P + "cNvGraphicFramePr"),
                        new XElement(P + "nvPr")
                    ),
                    Frame(margin, y, width, height),
                    new XElement(
                        A + "graphic",
                        new XElement(
                            A + "graphicData",
                            new XAttribute("uri", C.NamespaceName),
                            new XElement(C + "chart", new XAttribute(R + "id", "chart"))
                        )
                    )
                )
            );
        }
        else if (slide.Shapes is { } figure)
        {
            double scale = Math.Min(width / figure.Width, height / figure.Height);
            shapes.Add(new ShapesXml(P, _id, scale).Group(figure, margin + (width - figure.Width * scale) / 2, y));
        }
        return Page("sld", null, shapes, null);
    }

    private XElement Named(string name, string? description = null) =>
        new(
            P + "cNvPr",
            new XAttribute("id", _id++),
            new XAttribute("name", name),
            description is null ? null : new XAttribute("descr", description)
        );

    private static string Units(double pixels) =>
        ((long)Math.Round(pixels * ShapesXml.Pixel)).ToString(System.Globalization.CultureInfo.InvariantCulture);

    private static XElement Frame(double x, double y, double width, double height) => new(P + "xfrm", Place(x, y, width, height));

    private static XElement[] Place(double x, double y, double width, double height) =>
        [
            new(A + "off", new XAttribute("x", Units(x)), new XAttribute("y", Units(y))),
            new(A + "ext", new XAttribute("cx", Units(width)), new XAttribute("cy", Units(height))),
        ];

    private static XElement Solid(string ink) =>
        new(A + "solidFill", new XElement(A + "srgbClr", new XAttribute("val", Ink.OnSheet(ink)[1..].ToUpperInvariant())));

    private static XElement Paragraph(string text, int size, string ink, string align, bool bold = false) =>
        new(
            A + "p",
            new XElement(A + "pPr", new XAttribute("algn", align)),
            text.Length == 0
                ? null
                : new XElement(
                    A + "r",
                    new XElement(
                        A + "rPr",
                        new XAttribute("lang", "en-GB"),
                        new XAttribute("sz", size),
                        new XAttribute("b", bold ? 1 : 0),
                        Solid(ink)
                    ),
                    new XElement(A + "t", XmlSafe.OneLine(text))
                )
        );

    /// <summary>The title, as such: outlines and readers of slides find it.</summary>
    private XElement TitleBox(string text, int lines, int size) =>
        TextBox("title", text, Margin, TitleTop, _width - 2 * Margin, 46 * lines, size, Ink.Text, "l", isTitle: true);

    private XElement TextBox(
        string name,
        string text,
        double x,
        double y,
        double width,
        double height,
        int size,
        string ink,
        string align,
        bool isTitle = false
    ) =>
        new(
            P + "sp",
            new XElement(
                P + "nvSpPr",
                Named(name),
                new XElement(P + "cNvSpPr", isTitle ? null : new XAttribute("txBox", 1)),
                new XElement(P + "nvPr", isTitle ? new XElement(P + "ph", new XAttribute("type", "title")) : null)
            ),
            new XElement(
                P + "spPr",
                new XElement(A + "xfrm", Place(x, y, width, height)),
                new XElement(A + "prstGeom", new XAttribute("prst", "rect"), new XElement(A + "avLst")),
                new XElement(A + "noFill")
            ),
            new XElement(
                P + "txBody",
                new XElement(
                    A + "bodyPr",
                    new XAttribute("wrap", "square"),
                    new XAttribute("lIns", 0),
                    new XAttribute("tIns", 0),
                    new XAttribute("rIns", 0),
                    new XAttribute("bIns", 0),
                    new XElement(A + "normAutofit")
                ),
                new XElement(A + "lstStyle"),
                text.Split('\n').Select(line => Paragraph(line, size, ink, align, isTitle))
            )
        );

    /// <summary>Some rows of the workings as a table that can be edited.</summary>
    private XElement Table(WorkingsTable table, (int First, int Count) rows, double x, double y, double width)
    {
        const double line = 26;
        int columns = table.Heads.Count;
        IReadOnlyList<IReadOnlyList<string>> shown = [table.Heads, .. Enumerable.Range(rows.First, rows.Count).Select(table.Row)];
        double each = width / columns;
        XElement Cell(string text, bool head, bool number) =>
            new(
                A + "tc",
                new XElement(
                    A + "txBody",
                    new XElement(A + "bodyPr"),
                    new XElement(A + "lstStyle"),
                    Paragraph(text, 1100, head ? Ink.Quiet : Ink.Text, number ? "r" : "l", head)
                ),
                new XElement(
                    A + "tcPr",
                    new XAttribute("marT", 20000),
                    new XAttribute("marB", 20000),
                    ((string[])["lnL", "lnR", "lnT"]).Select(side => new XElement(A + side, new XElement(A + "noFill"))),
                    new XElement(A + "lnB", new XAttribute("w", 6350), Solid(head ? Ink.Text : Ink.Hairline)),
                    new XElement(A + "noFill")
                )
            );
        return new XElement(
            P + "graphicFrame",
            new XElement(
                P + "nvGraphicFramePr",
                Named("workings"),
                new XElement(P + "cNvGraphicFramePr", new XElement(A + "graphicFrameLocks", new XAttribute("noGrp", 1))),
                new XElement(P + "nvPr")
            ),
            Frame(x, y, width, line * shown.Count),
            new XElement(
                A + "graphic",
                new XElement(
                    A + "graphicData",
                    new XAttribute("uri", "http://schemas.openxmlformats.org/drawingml/2006/table"),
                    new XElement(
                        A + "tbl",
                        new XElement(A + "tblPr", new XAttribute("firstRow", 1)),
                        new XElement(
                            A + "tblGrid",
                            Enumerable.Range(0, columns).Select(_ => new XElement(A + "gridCol", new XAttribute("w", Units(each))))
                        ),
                        shown
                            .Index()
                            .Select(row => new XElement(
                                A + "tr",
                                new XAttribute("h", Units(line)),
                                row.Item.Index().Select(cell => Cell(cell.Item, row.Index == 0, table.IsNumber[cell.Index]))
                            ))
                    )
                )
            )
        );
    }
}
