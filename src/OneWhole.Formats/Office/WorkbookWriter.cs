using System.Globalization;
using System.Xml.Linq;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using OneWhole.Core.Drawing;

namespace OneWhole.Formats.Office;

/// <summary>What is drawn on a sheet: a native chart, or shapes.</summary>
/// <param name="Chart">The chart part; null for shapes.</param>
/// <param name="Shapes">The figure that is drawn as shapes; null for a chart.</param>
internal sealed record SheetDrawing(XDocument? Chart, Figure? Shapes)
{
    /// <summary>The cell whose upper left corner it starts in, from 0, and its size in pixels.</summary>
    public (int Row, int Column, double Width, double Height) Place { get; init; }

    public string Title { get; init; } = "";

    public string Description { get; init; } = "";
}

/// <summary>Writes sheets as a workbook (ECMA-376): rows one after the other, styles shared, nothing in it can run or call out.</summary>
internal static class WorkbookWriter
{
    private static readonly XNamespace Xdr = "http://schemas.openxmlformats.org/drawingml/2006/spreadsheetDrawing";
    private static readonly XNamespace A = "http://schemas.openxmlformats.org/drawingml/2006/main";
    private static readonly XNamespace C = "http://schemas.openxmlformats.org/drawingml/2006/chart";
    private static readonly XNamespace R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

    /// <param name="sheets">In their order; the first one is shown.</param>
    /// <param name="names">Names of the workbook and what they stand for.</param>
    /// <param name="drawings">By sheet, what is drawn on it.</param>
    /// <param name="title">Of the document.</param>
    public static byte[] Write(
        IReadOnlyList<Sheet> sheets,
        IReadOnlyList<(string Name, string Place)> names,
        IReadOnlyDictionary<Sheet, SheetDrawing> drawings,
        string title
    )
    {
        using var bytes = new MemoryStream();
        using (SpreadsheetDocument document = SpreadsheetDocument.Create(bytes, SpreadsheetDocumentType.Workbook))
        {
            document.PackageProperties.Title = title;
            document.PackageProperties.Creator = "One Whole";
            WorkbookPart workbook = document.AddWorkbookPart();
            var styles = new StyleTable();
            var list = new Sheets();
            foreach ((int at, Sheet sheet) in sheets.Index())
            {
                WorksheetPart part = workbook.AddNewPart<WorksheetPart>($"sheet{at + 1}");
                string? drawing = drawings.TryGetValue(sheet, out SheetDrawing? drawn) ? AddDrawing(part, drawn) : null;
                WriteSheet(part, sheet, styles, drawing);
                list.Append(
                    new DocumentFormat.OpenXml.Spreadsheet.Sheet
                    {
                        Id = $"sheet{at + 1}",
                        SheetId = (uint)(at + 1),
                        Name = sheet.Name,
                    }
                );
            }
            workbook.AddNewPart<WorkbookStylesPart>("styles").Stylesheet = styles.ToStylesheet();
            workbook.Workbook = new Workbook(
                list,
                new DefinedNames(names.Select(name => new DefinedName(name.Place) { Name = name.Name })),
                new CalculationProperties { FullCalculationOnLoad = true }
            );
        }
        return bytes.ToArray();
    }

    private static void WriteSheet(WorksheetPart part, Sheet sheet, StyleTable styles, string? drawing)
    {
        using OpenXmlWriter writer = OpenXmlWriter.Create(part);
        writer.WriteStartElement(new Worksheet());
        var view = new SheetView { WorkbookViewId = 0, ShowGridLines = false };
        if (sheet.FrozenRows > 0)
        {
            view.Append(
                new Pane
                {
                    VerticalSplit = sheet.FrozenRows,
                    TopLeftCell = $"A{sheet.FrozenRows + 1}",
                    ActivePane = PaneValues.BottomLeft,
                    State = PaneStateValues.Frozen,
                }
            );
        }
        writer.WriteElement(new SheetViews(view));
        writer.WriteElement(new SheetFormatProperties { DefaultRowHeight = 15 });
        if (sheet.Widths.Count > 0)
        {
            writer.WriteElement(
                new Columns(
                    sheet
                        .Widths.OrderBy(width => width.Key)
                        .Select(width => new Column
                        {
                            Min = (uint)width.Key,
                            Max = (uint)width.Key,
                            Width = width.Value,
                            CustomWidth = true,
                        })
                )
            );
        }
        writer.WriteStartElement(new SheetData());
        int open = 0;
        foreach (Cell cell in sheet.Cells)
        {
            if (cell.Row != open)
            {
                if (open > 0)
                {
                    writer.WriteEndElement();
                }
                writer.WriteStartElement(new Row { RowIndex = (uint)cell.Row });
                open = cell.Row;
            }
            writer.WriteElement(Written(cell, styles.Of(cell.Style)));
        }
        if (open > 0)
        {
            writer.WriteEndElement();
        }
        writer.WriteEndElement();
        writer.WriteElement(
            new PageMargins
            {
                Left = 0.5,
                Right = 0.5,
                Top = 0.6,
                Bottom = 0.6,
                Header = 0.3,
                Footer = 0.3,
            }
        );
        writer.WriteElement(new PageSetup { Orientation = OrientationValues.Landscape, FitToHeight = 0 });
        if (drawing is not null)
        {
            writer.WriteElement(new Drawing { Id = drawing });
        }
        writer.WriteEndElement();
    }

    private static DocumentFormat.OpenXml.Spreadsheet.Cell Written(Cell cell, uint style)
    {
        var written = new DocumentFormat.OpenXml.Spreadsheet.Cell
        {
            CellReference = Sheet.Place(cell.Row, cell.Column),
            StyleIndex = style,
        };
        if (cell.Formula is not null)
        {
            written.CellFormula = new CellFormula(cell.Formula);
        }
        switch (cell.Value)
        {
            case string text when cell.Formula is null:
                written.DataType = CellValues.InlineString;
                written.InlineString = new InlineString(
                    new DocumentFormat.OpenXml.Spreadsheet.Text(text) { Space = SpaceProcessingModeValues.Preserve }
                );
                break;
            case string text:
                written.DataType = CellValues.String;
                written.CellValue = new CellValue(text);
                break;
            case bool flag:
                written.DataType = CellValues.Boolean;
                written.CellValue = new CellValue(flag ? "1" : "0");
                break;
            case double number:
                written.CellValue = new CellValue(number.ToString("R", CultureInfo.InvariantCulture));
                break;
        }
        return written;
    }

    private static string AddDrawing(WorksheetPart sheet, SheetDrawing drawing)
    {
        DrawingsPart part = sheet.AddNewPart<DrawingsPart>("drawing");
        XElement content;
        if (drawing.Chart is { } chart)
        {
            ChartPart chartPart = part.AddNewPart<ChartPart>("chart");
            using (Stream stream = chartPart.GetStream(FileMode.Create))
            {
                chart.Save(stream);
            }
            content = new XElement(
                Xdr + "graphicFrame",
                new XAttribute("macro", ""),
                new XElement(
                    Xdr + "nvGraphicFramePr",
                    new XElement(
                        Xdr + "cNvPr",
                        new XAttribute("id", 2),
                        new XAttribute("name", "figure"),
                        new XAttribute("descr", drawing.Description)
                    ),
                    new XElement(Xdr + "cNvGraphicFramePr")
                ),
                new XElement(
                    Xdr + "xfrm",
                    new XElement(A + "off", new XAttribute("x", 0), new XAttribute("y", 0)),
                    new XElement(A + "ext", new XAttribute("cx", 0), new XAttribute("cy", 0))
                ),
                new XElement(
                    A + "graphic",
                    new XElement(
                        A + "graphicData",
                        new XAttribute("uri", C.NamespaceName),
                        new XElement(C + "chart", new XAttribute(R + "id", "chart"))
                    )
                )
            );
        }
        else
        {
            content = new ShapesXml(Xdr, 2, drawing.Place.Width / drawing.Shapes!.Width).Group(drawing.Shapes, 0, 0);
        }
        (int row, int column, double width, double height) = drawing.Place;
        var document = new XDocument(
            new XElement(
                Xdr + "wsDr",
                new XAttribute(XNamespace.Xmlns + "xdr", Xdr.NamespaceName),
                new XAttribute(XNamespace.Xmlns + "a", A.NamespaceName),
                new XAttribute(XNamespace.Xmlns + "r", R.NamespaceName),
                new XElement(
                    Xdr + "oneCellAnchor",
                    new XElement(
                        Xdr + "from",
                        new XElement(Xdr + "col", column),
                        new XElement(Xdr + "colOff", 0),
                        new XElement(Xdr + "row", row),
                        new XElement(Xdr + "rowOff", 0)
                    ),
                    new XElement(
                        Xdr + "ext",
                        new XAttribute("cx", (long)(width * ShapesXml.Pixel)),
                        new XAttribute("cy", (long)(height * ShapesXml.Pixel))
                    ),
                    content,
                    new XElement(Xdr + "clientData")
                )
            )
        );
        using (Stream stream = part.GetStream(FileMode.Create))
        {
            document.Save(stream);
        }
        return "drawing";
    }

    /// <summary>The looks of all cells, each once.</summary>
    private sealed class StyleTable
    {
        private readonly List<CellStyle> _styles = [CellStyle.Plain];

        public uint Of(CellStyle style)
        {
            int at = _styles.IndexOf(style);
            if (at < 0)
            {
                at = _styles.Count;
                _styles.Add(style);
            }
            return (uint)at;
        }

        public Stylesheet ToStylesheet()
        {
            string[] formats = [.. _styles.Select(style => style.Format).OfType<string>().Distinct()];
            (bool Bold, bool Quiet, bool Large)[] fonts =
            [
                (false, false, false),
                .. _styles.Select(style => (style.Bold, style.Quiet, style.Large)).Distinct().Where(font => font != (false, false, false)),
            ];
            return new Stylesheet(
                new NumberingFormats(
                    formats.Select((format, at) => new NumberingFormat { NumberFormatId = (uint)(164 + at), FormatCode = format })
                ),
                new Fonts(
                    fonts.Select(font => new DocumentFormat.OpenXml.Spreadsheet.Font([
                        .. font.Bold || font.Large ? (OpenXmlElement[])[new Bold()] : [],
                        new FontSize { Val = font.Large ? 15 : 11 },
                        new Color { Rgb = font.Quiet ? "FF66736F" : "FF20302E" },
                        new FontName { Val = "Calibri" },
                    ]))
                ),
                new Fills(
                    new Fill(new PatternFill { PatternType = PatternValues.None }),
                    new Fill(new PatternFill { PatternType = PatternValues.Gray125 })
                ),
                new Borders(
                    new Border(new LeftBorder(), new RightBorder(), new TopBorder(), new BottomBorder(), new DiagonalBorder()),
                    new Border(
                        new LeftBorder(),
                        new RightBorder(),
                        new TopBorder(),
                        new BottomBorder(new Color { Rgb = "FF66736F" }) { Style = BorderStyleValues.Thin },
                        new DiagonalBorder()
                    )
                ),
                new CellStyleFormats(new CellFormat()),
                new CellFormats(_styles.Select(style => Format(style, formats, fonts)))
            );
        }

        private static CellFormat Format(CellStyle style, string[] formats, (bool, bool, bool)[] fonts)
        {
            var format = new CellFormat
            {
                FontId = (uint)Array.IndexOf(fonts, (style.Bold, style.Quiet, style.Large)),
                FillId = 0,
                BorderId = style.Ruled ? 1u : 0,
                NumberFormatId = style.Format is null ? 0 : (uint)(164 + Array.IndexOf(formats, style.Format)),
                FormatId = 0,
                ApplyFont = true,
                ApplyNumberFormat = style.Format is not null,
                ApplyBorder = style.Ruled,
            };
            if (style.Quoted)
            {
                format.QuotePrefix = true;
            }
            if (style.Wrap || style.Right)
            {
                var alignment = new Alignment { Vertical = VerticalAlignmentValues.Top };
                if (style.Wrap)
                {
                    alignment.WrapText = true;
                }
                if (style.Right)
                {
                    alignment.Horizontal = HorizontalAlignmentValues.Right;
                }
                format.Append(alignment);
                format.ApplyAlignment = true;
            }
            return format;
        }
    }
}
