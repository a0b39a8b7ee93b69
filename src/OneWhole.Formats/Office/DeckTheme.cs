using System.Xml.Linq;
using OneWhole.Core.Drawing;

namespace OneWhole.Formats.Office;

/// <summary>The theme of slides: our colours in the places that office programs give colours from, so that what is added fits.</summary>
internal static class DeckTheme
{
    private static readonly XNamespace A = "http://schemas.openxmlformats.org/drawingml/2006/main";

    public static XDocument Write()
    {
        XElement Colour(string name, string ink) =>
            new(A + name, new XElement(A + "srgbClr", new XAttribute("val", Ink.OnSheet(ink)[1..].ToUpperInvariant())));
        XElement Fonts(string name, string typeface) =>
            new(
                A + name,
                new XElement(A + "latin", new XAttribute("typeface", typeface)),
                new XElement(A + "ea", new XAttribute("typeface", "")),
                new XElement(A + "cs", new XAttribute("typeface", ""))
            );
        XElement Fill() => new(A + "solidFill", new XElement(A + "schemeClr", new XAttribute("val", "phClr")));
        XElement Line() => new(A + "ln", new XAttribute("w", 9525), Fill());
        XElement Effect() => new(A + "effectStyle", new XElement(A + "effectLst"));
        return new XDocument(
            new XElement(
                A + "theme",
                new XAttribute(XNamespace.Xmlns + "a", A.NamespaceName),
                new XAttribute("name", "One Whole"),
                new XElement(
                    A + "themeElements",
                    new XElement(
                        A + "clrScheme",
                        new XAttribute("name", "One Whole"),
                        Colour("dk1", Ink.Text),
                        Colour("lt1", Ink.Paper),
                        Colour("dk2", Ink.Quiet),
                        Colour("lt2", Ink.Behind),
                        Enumerable.Range(0, 6).Select(at => Colour($"accent{at + 1}", Ink.Category(at))),
                        Colour("hlink", Ink.ClassA),
                        Colour("folHlink", Ink.Quiet)
                    ),
                    new XElement(
                        A + "fontScheme",
                        new XAttribute("name", "One Whole"),
                        Fonts("majorFont", "Georgia"),
                        Fonts("minorFont", "Calibri")
                    ),
                    new XElement(
                        A + "fmtScheme",
                        new XAttribute("name", "One Whole"),
                        new XElement(A + "fillStyleLst", Fill(), Fill(), Fill()),
                        new XElement(A + "lnStyleLst", Line(), Line(), Line()),
                        new XElement(A + "effectStyleLst", Effect(), Effect(), Effect()),
                        new XElement(A + "bgFillStyleLst", Fill(), Fill(), Fill())
                    )
                )
            )
        );
    }
}
