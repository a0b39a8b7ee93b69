using System.Globalization;
using System.Xml.Linq;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Drawing.Charts;
using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Office;

/// <summary>Writes a chart part (ECMA-376 part 1, 21.2) over a table's ranges; labels are bound to cells by the 2012 extension.</summary>
internal static class ChartXml
{
    private static readonly XNamespace C = "http://schemas.openxmlformats.org/drawingml/2006/chart";
    private static readonly XNamespace A = "http://schemas.openxmlformats.org/drawingml/2006/main";
    private static readonly XNamespace R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    private static readonly XNamespace C15 = "http://schemas.microsoft.com/office/drawing/2012/chart";

    private const int NamesAxis = 1001;
    private const int ValueAxis = 1002;
    private const int LineNamesAxis = 1003;
    private const int LineAxis = 1004;

    /// <param name="chart">The chart.</param>
    /// <param name="table">Its table.</param>
    /// <param name="formats">Of its axes.</param>
    /// <param name="title">A range of one cell; null for no title.</param>
    /// <param name="workbook">The relationship of the embedded workbook; null in a workbook.</param>
    /// <param name="width">The chart's, in pixels.</param>
    public static XDocument Write(
        NativeChart chart,
        ChartTable table,
        NumberFormats formats,
        ChartRange? title,
        string? workbook,
        double width
    )
    {
        var plot = new XElement(
            C + "plotArea",
            table.Middle is null ? new XElement(C + "layout") : Placed(0.1, 0.04, 0.8, RingHeight, inner: true)
        );
        if (chart.IsPie)
        {
            plot.Add(Pie(chart, table));
        }
        else
        {
            AddBars(plot, chart, table, formats);
        }
        var whole = new XElement(
            C + "chart",
            table.Middle is { } middle ? Middle(middle, width)
                : title is null ? null
                : new XElement(
                    C + "title",
                    new XElement(C + "tx", Text(title)),
                    Value("overlay", "0"),
                    TextLook(chart.Look.TitleSize(1600), "20302e", true)
                ),
            Value("autoTitleDeleted", table.Middle is null && title is null ? "1" : "0"),
            plot,
            Legend(chart, table),
            Value("plotVisOnly", "1"),
            Value("dispBlanksAs", "gap")
        );
        return new XDocument(
            new XElement(
                C + "chartSpace",
                new XAttribute(XNamespace.Xmlns + "c", C.NamespaceName),
                new XAttribute(XNamespace.Xmlns + "a", A.NamespaceName),
                new XAttribute(XNamespace.Xmlns + "r", R.NamespaceName),
                Value("date1904", "0"),
                Value("roundedCorners", "0"),
                whole,
                new XElement(C + "spPr", Solid(Ink.Paper), new XElement(A + "ln", new XElement(A + "noFill"))),
                TextLook(1000, "20302e", false),
                workbook is null ? null : new XElement(C + "externalData", new XAttribute(R + "id", workbook), Value("autoUpdate", "0"))
            )
        );
    }

    /// <summary>A ring's share of the chart's height: the key stands beneath.</summary>
    private const double RingHeight = 0.82;

    /// <summary>The one text that can stand anywhere and is bound to a cell is the title: it goes where the ring's middle is.</summary>
    private static XElement Middle(ChartRange middle, double width)
    {
        const double points = 14;
        double part = TextMeasurer.Shared.Width(middle.Texts[0] ?? "", new Font(Typeface.Sans, points / 0.75, 600)) / width;
        return new XElement(
            C + "title",
            new XElement(C + "tx", Text(middle)),
            Placed(0.5 - part / 2 - 0.006, 0.04 + RingHeight / 2 - 0.035, null, null, inner: false),
            Value("overlay", "1"),
            TextLook((int)(points * 100), "20302e", true)
        );
    }

    /// <summary>Where something stands, as parts of the chart's width and height.</summary>
    private static XElement Placed(double x, double y, double? width, double? height, bool inner) =>
        new(
            C + "layout",
            new XElement(
                C + "manualLayout",
                inner ? Value("layoutTarget", "inner") : null,
                Value("xMode", "edge"),
                Value("yMode", "edge"),
                Value("x", Number(x)),
                Value("y", Number(y)),
                width is { } wide ? Value("w", Number(wide)) : null,
                height is { } high ? Value("h", Number(high)) : null
            )
        );

    private static string Number(double value) => value.ToString("0.####", CultureInfo.InvariantCulture);

    private static XElement Value(string name, string value) => new(C + name, new XAttribute("val", value));

    private static XElement Value(string name, int value) => Value(name, value.ToString(CultureInfo.InvariantCulture));

    private static XElement Solid(string ink) =>
        new(A + "solidFill", new XElement(A + "srgbClr", new XAttribute("val", Ink.OnSheet(ink)[1..].ToUpperInvariant())));

    private static XElement TextLook(int size, string colour, bool bold, LabelTurn turn = LabelTurn.Auto) =>
        new(
            C + "txPr",
            new XElement(
                A + "bodyPr",
                turn == LabelTurn.Auto ? [] : (XAttribute[])[new("rot", turn == LabelTurn.Turned ? -5_400_000 : 0), new("vert", "horz")]
            ),
            new XElement(A + "lstStyle"),
            new XElement(
                A + "p",
                new XElement(
                    A + "pPr",
                    new XElement(
                        A + "defRPr",
                        new XAttribute("sz", size),
                        new XAttribute("b", bold ? 1 : 0),
                        new XElement(A + "solidFill", new XElement(A + "srgbClr", new XAttribute("val", colour.ToUpperInvariant())))
                    )
                ),
                new XElement(A + "endParaRPr", new XAttribute("lang", "en-GB"))
            )
        );

    private static XElement Text(ChartRange range) =>
        new(
            C + "strRef",
            new XElement(C + "f", range.Reference),
            new XElement(
                C + "strCache",
                Value("ptCount", range.Texts.Count),
                range.Texts.Select(
                    (text, at) =>
                        text is null ? null : new XElement(C + "pt", new XAttribute("idx", at), new XElement(C + "v", XmlSafe.Clean(text)))
                )
            )
        );

    private static XElement Numbers(ChartRange range, string format) =>
        new(
            C + "numRef",
            new XElement(C + "f", range.Reference),
            new XElement(
                C + "numCache",
                new XElement(C + "formatCode", format),
                Value("ptCount", range.Texts.Count),
                range.Numbers!.Select(
                    (number, at) =>
                        number is not { } value
                            ? null
                            : new XElement(
                                C + "pt",
                                new XAttribute("idx", at),
                                new XElement(C + "v", value.ToString("R", CultureInfo.InvariantCulture))
                            )
                )
            )
        );

    private static XElement Edge(string ink) =>
        new(C + "spPr", new XElement(A + "noFill"), new XElement(A + "ln", new XAttribute("w", 15875), Solid(ink)));

    /// <summary>From a point to the axis: the whole of its height.</summary>
    private static XElement Drops(string ink) =>
        new(
            C + "errBars",
            Value("errDir", "y"),
            Value("errBarType", "minus"),
            Value("errValType", "percentage"),
            Value("noEndCap", "1"),
            Value("val", "100"),
            Looks(ink, true, true)
        );

    private static XElement Looks(string? fill, bool isLine, bool isDashed = false) =>
        isLine
            ? new XElement(
                C + "spPr",
                new XElement(
                    A + "ln",
                    new XAttribute("w", isDashed ? 12700 : 22225),
                    Solid(fill!),
                    isDashed ? new XElement(A + "prstDash", new XAttribute("val", "dash")) : null,
                    new XElement(A + "round")
                )
            )
        : fill is null ? new XElement(C + "spPr", new XElement(A + "noFill"), new XElement(A + "ln", new XElement(A + "noFill")))
        : new XElement(C + "spPr", Solid(fill), new XElement(A + "ln", new XAttribute("w", 9525), Solid(Ink.Paper)));

    private static XElement Series(NativeChart chart, ChartTable table, int index, string format)
    {
        BoundSeries bound = table.Series[index];
        ChartSeries series = bound.Series;
        int count = chart.Categories.Count;
        var element = new XElement(C + "ser", Value("idx", index), Value("order", index), new XElement(C + "tx", Text(bound.Name)));
        if (chart.IsPie)
        {
            element.Add(Looks(series.Fill, false));
        }
        else
        {
            element.Add(
                series.IsOutline ? Edge(series.Fill!) : Looks(series.Fill, series.IsLine, series.IsDashed),
                series.IsLine ? new XElement(C + "marker", Value("symbol", "none")) : Value("invertIfNegative", "0")
            );
        }
        for (int at = 0; at < count && series.Fill is not null && !series.IsLine; at++)
        {
            if (series.FillAt?.Invoke(at) is { } own && (own != series.Fill || chart.IsPie))
            {
                element.Add(
                    new XElement(
                        C + "dPt",
                        Value("idx", at),
                        chart.IsPie ? null : Value("invertIfNegative", "0"),
                        Value("bubble3D", "0"),
                        Looks(own, false)
                    )
                );
            }
        }
        if (bound.Labels is not null)
        {
            element.Add(Labels(chart, series, bound.Labels));
        }
        if (series.Falls)
        {
            element.Add(Drops(series.Fill!));
        }
        element.Add(new XElement(C + "cat", Text(table.Categories)), new XElement(C + "val", Numbers(bound.Values, format)));
        if (series.IsLine)
        {
            element.Add(Value("smooth", "0"));
        }
        if (bound.Labels is { } labels)
        {
            element.Add(
                new XElement(
                    C + "extLst",
                    new XElement(
                        C + "ext",
                        new XAttribute("uri", "{02D57815-91ED-43cb-92C2-25804820EDAC}"),
                        new XAttribute(XNamespace.Xmlns + "c15", C15.NamespaceName),
                        new XElement(
                            C15 + "datalabelsRange",
                            new XElement(C15 + "f", labels.Reference),
                            new XElement(
                                C15 + "dlblRangeCache",
                                Value("ptCount", count),
                                labels.Texts.Select(
                                    (text, at) =>
                                        text is null
                                            ? null
                                            : new XElement(C + "pt", new XAttribute("idx", at), new XElement(C + "v", XmlSafe.Clean(text)))
                                )
                            )
                        )
                    )
                )
            );
        }
        return element;
    }

    private static XElement Labels(NativeChart chart, ChartSeries series, ChartRange labels)
    {
        string? place = chart is { IsPie: true, Hole: > 0 }
            ? null
            : series.LabelPlace switch
            {
                ChartLabelPlace.Beyond => series.IsLine ? "t"
                : chart.IsPie ? "outEnd"
                : chart.Arrangement == ChartArrangement.Beside || chart.Series.Count(other => !other.IsLine) == 1 ? "outEnd"
                : "ctr",
                ChartLabelPlace.AtBase => "inBase",
                ChartLabelPlace.AtTip => "inEnd",
                _ => "ctr",
            };
        XElement[] nothing =
        [
            .. ((string[])["showLegendKey", "showVal", "showCatName", "showSerName", "showPercent", "showBubbleSize"]).Select(name =>
                Value(name, "0")
            ),
        ];
        var element = new XElement(C + "dLbls");
        // On a piece in the ink that stands out from it, beside it in the text's.
        bool isOn = (series.Fill is not null || series.LabelIsOnFill) && !series.IsLine && place is "ctr" or "inEnd" or "inBase";
        string InkOn(string? fill) =>
            Ink.OnSheet(
                series.IsLine ? Ink.Text : chart.Look.LabelInk(series.LabelFill ?? fill, isOn && (fill ?? series.LabelFill) is not null)
            )[1..];
        (int size, bool strong) = chart.Look.LabelPrint(
            900,
            Enumerable.Range(0, chart.Categories.Count).Select(at => series.Label!(at)).FirstOrDefault(label => label is not null)?.Numbers
                ?? []
        );
        LabelTurn turn = chart.IsPie ? LabelTurn.Auto : chart.Look.Finish.LabelTurn;
        XElement Extension() =>
            new(
                C + "extLst",
                new XElement(
                    C + "ext",
                    new XAttribute("uri", "{CE6537A1-D6FC-4f65-9D91-7224C49458BB}"),
                    new XAttribute(XNamespace.Xmlns + "c15", C15.NamespaceName),
                    new XElement(C15 + "showDataLabelsRange", new XAttribute("val", "1"))
                )
            );
        IEnumerable<XElement?> Looked(string colour) =>
            [
                new XElement(C + "spPr", new XElement(A + "noFill"), new XElement(A + "ln", new XElement(A + "noFill"))),
                TextLook(size, colour, strong, turn),
                place is null ? null : Value("dLblPos", place),
                .. nothing.Select(flag => new XElement(flag)),
                Extension(),
            ];
        // For each point a field of its cell, with what it says now: readers that know no ranges of labels print that.
        for (int at = 0; at < labels.Texts.Count; at++)
        {
            string ink = InkOn(series.FillAt?.Invoke(at) ?? series.Fill);
            element.Add(
                labels.Texts[at] is not { } text
                    ? new XElement(C + "dLbl", Value("idx", at), Value("delete", "1"))
                    : new XElement(C + "dLbl", Value("idx", at), Field(text, at, size, strong, ink, turn), Looked(ink))
            );
        }
        element.Add(Looked(InkOn(series.Fill)));
        return element;
    }

    /// <summary>A label's text as a field: the cell of its point in the range of labels.</summary>
    private static XElement Field(string text, int at, int size, bool strong, string colour, LabelTurn turn)
    {
        XElement look = TextLook(size, colour, strong, turn);
        XElement paragraph = look.Element(A + "p")!;
        paragraph
            .Element(A + "pPr")!
            .AddAfterSelf(
                new XElement(
                    A + "fld",
                    new XAttribute("id", $"{{00000000-0000-4000-8000-{at + 1:X12}}}"),
                    new XAttribute("type", "CELLRANGE"),
                    new XElement(A + "rPr", new XAttribute("lang", "en-GB")),
                    new XElement(A + "pPr"),
                    new XElement(A + "t", XmlSafe.Clean(text))
                )
            );
        return new XElement(C + "tx", new XElement(C + "rich", look.Elements()));
    }

    private static XElement Pie(NativeChart chart, ChartTable table)
    {
        XElement slices = Series(chart, table, 0, "General");
        bool ring = chart.Hole > 0;
        return new XElement(
            C + (ring ? "doughnutChart" : "pieChart"),
            Value("varyColors", "1"),
            slices,
            Value("firstSliceAng", "0"),
            ring ? Value("holeSize", Math.Clamp((int)Math.Round(chart.Hole * 100), 10, 90)) : null
        );
    }

    private static void AddBars(XElement plot, NativeChart chart, ChartTable table, NumberFormats formats)
    {
        string format = formats.OfAxis(chart.Unit, chart.IsMirrored);
        int[] bars = [.. Enumerable.Range(0, table.Series.Count).Where(at => !table.Series[at].Series.IsLine)],
            lines = [.. Enumerable.Range(0, table.Series.Count).Except(bars)];
        bool beside = chart.Arrangement == ChartArrangement.Beside;
        // One series of bars, or two that grow away from each other, have nothing to be stacked on.
        bool over = chart.IsMirrored || bars.Length == 1;
        plot.Add(
            new XElement(
                C + "barChart",
                Value("barDir", chart.IsSideways ? "bar" : "col"),
                Value(
                    "grouping",
                    Grouping(
                        beside || over ? BarGroupingValues.Clustered
                        : chart.Arrangement == ChartArrangement.Full ? BarGroupingValues.PercentStacked
                        : BarGroupingValues.Stacked
                    )
                ),
                Value("varyColors", "0"),
                bars.Select(at => Series(chart, table, at, format)),
                Value("gapWidth", Math.Clamp((int)Math.Round(chart.Gap * 100), 0, 500)),
                Value("overlap", beside ? -Math.Clamp((int)Math.Round(chart.GapWithin * 100), 0, 100) : 100),
                chart.Connects
                    ? new XElement(
                        C + "serLines",
                        new XElement(C + "spPr", new XElement(A + "ln", new XAttribute("w", 6350), Solid(Ink.Quiet)))
                    )
                    : null,
                Value("axId", NamesAxis),
                Value("axId", ValueAxis)
            )
        );
        // A share line over shares reads on their axis; over amounts it has its own.
        bool ownAxis = lines.Length > 0 && chart.Unit != ColumnUnit.Share;
        if (lines.Length > 0)
        {
            plot.Add(
                new XElement(
                    C + "lineChart",
                    Value("grouping", "standard"),
                    Value("varyColors", "0"),
                    lines.Select(at => Series(chart, table, at, "0%")),
                    Value("marker", "1"),
                    Value("axId", ownAxis ? LineNamesAxis : NamesAxis),
                    Value("axId", ownAxis ? LineAxis : ValueAxis)
                )
            );
        }
        bool turned = chart is { IsSideways: true, FirstOnTop: true };
        plot.Add(Names(chart, NamesAxis, ValueAxis, turned, !chart.HasNames));
        plot.Add(
            Values(
                chart,
                ValueAxis,
                NamesAxis,
                format,
                chart.IsSideways ? "b" : "l",
                chart.Arrangement == ChartArrangement.Full ? 1 : End(chart, table),
                !chart.HasValueAxis,
                turned ? "max" : "autoZero",
                chart.HasValueAxis
            )
        );
        if (ownAxis)
        {
            plot.Add(Names(chart, LineNamesAxis, LineAxis, false, hidden: true));
            // A line that bends past 100 % is not cut off there.
            bool bends = lines.Any(at => table.Series[at].Values.Numbers!.Any(share => share is > 1 + 1e-9));
            plot.Add(Values(chart, LineAxis, LineNamesAxis, "0%", "r", bends ? null : 1, hidden: false, "max", grid: false));
        }
    }

    /// <summary>Where the axis ends, but not before what is drawn.</summary>
    private static double? End(NativeChart chart, ChartTable table)
    {
        if (chart.End is not { } end)
        {
            return null;
        }
        bool single = chart.IsMirrored || chart.Arrangement == ChartArrangement.Beside;
        double most = 0;
        for (int at = 0; at < chart.Categories.Count; at++)
        {
            IEnumerable<double> values = table.Series.Where(bound => !bound.Series.IsLine).Select(bound => bound.Values.Numbers![at] ?? 0);
            most = Math.Max(most, single ? values.Max(Math.Abs) : values.Where(value => value > 0).Sum());
        }
        return most > end * (1 + 1e-9) ? most : end;
    }

    /// <summary>As the format writes it.</summary>
    private static string Grouping(BarGroupingValues grouping) => new EnumValue<BarGroupingValues>(grouping).InnerText!;

    private static XElement Names(NativeChart chart, int id, int across, bool turned, bool hidden) =>
        new(
            C + "catAx",
            Value("axId", id),
            new XElement(C + "scaling", Value("orientation", turned ? "maxMin" : "minMax")),
            Value("delete", hidden ? "1" : "0"),
            Value("axPos", chart.IsSideways ? "l" : "b"),
            new XElement(C + "numFmt", new XAttribute("formatCode", "General"), new XAttribute("sourceLinked", 0)),
            Value("majorTickMark", "none"),
            Value("minorTickMark", "none"),
            Value("tickLblPos", chart.Look.Finish.Axes.Names ? "low" : "none"),
            new XElement(
                C + "spPr",
                chart.Look.Finish.Axes.Line
                    ? new XElement(A + "ln", new XAttribute("w", 9525), Solid(Ink.Quiet))
                    : new XElement(A + "ln", new XElement(A + "noFill"))
            ),
            TextLook(chart.Look.NameSize(1000), Ink.OnSheet(Ink.Text)[1..], chart.Look.Finish.Print.StrongNames),
            Value("crossAx", across),
            Value("crosses", "autoZero"),
            Value("auto", "0"),
            Value("lblAlgn", "ctr"),
            Value("lblOffset", "100"),
            Value("noMultiLvlLbl", "1")
        );

    private static XElement Values(
        NativeChart chart,
        int id,
        int across,
        string format,
        string place,
        double? end,
        bool hidden,
        string crosses,
        bool grid
    ) =>
        new(
            C + "valAx",
            Value("axId", id),
            new XElement(
                C + "scaling",
                Value("orientation", "minMax"),
                end is { } most ? Value("max", most.ToString("R", CultureInfo.InvariantCulture)) : null,
                end is not { } least ? null : Value("min", chart.IsMirrored ? Number(-least) : "0")
            ),
            Value("delete", hidden ? "1" : "0"),
            Value("axPos", place),
            grid && chart.Look.Finish.Axes.Grid
                ? new XElement(
                    C + "majorGridlines",
                    new XElement(C + "spPr", new XElement(A + "ln", new XAttribute("w", 6350), Solid(Ink.Hairline)))
                )
                : null,
            AxisTitle(chart, id == LineAxis || chart.Unit != ColumnUnit.Amount),
            new XElement(C + "numFmt", new XAttribute("formatCode", format), new XAttribute("sourceLinked", 0)),
            Value("majorTickMark", chart.Look.Finish.Axes.Ticks ? "out" : "none"),
            Value("minorTickMark", "none"),
            Value("tickLblPos", chart.Look.Finish.Axes.Numbers ? "nextTo" : "none"),
            new XElement(
                C + "spPr",
                new XElement(A + "ln", chart.Look.Finish.Axes.Ticks ? (XElement[])[Solid(Ink.Quiet)] : [new XElement(A + "noFill")])
            ),
            TextLook(900, Ink.OnSheet(Ink.Quiet)[1..], false),
            Value("crossAx", across),
            Value("crosses", crosses),
            Value("crossBetween", "between")
        );

    private static XElement? AxisTitle(NativeChart chart, bool shares) =>
        chart.Look.AxisTitles is not { } titles
            ? null
            : new XElement(
                C + "title",
                new XElement(
                    C + "tx",
                    new XElement(
                        C + "rich",
                        new XElement(A + "bodyPr"),
                        new XElement(
                            A + "p",
                            new XElement(
                                A + "pPr",
                                new XElement(A + "defRPr", new XAttribute("sz", 900), new XAttribute("b", 0), Solid(Ink.Quiet))
                            ),
                            new XElement(
                                A + "r",
                                new XElement(
                                    A + "rPr",
                                    new XAttribute("lang", "en-GB"),
                                    new XAttribute("sz", 900),
                                    new XAttribute("b", 0),
                                    Solid(Ink.Quiet)
                                ),
                                new XElement(A + "t", XmlSafe.OneLine(shares ? titles.Shares : titles.Amounts))
                            )
                        )
                    )
                ),
                Value("overlay", "0")
            );

    private static XElement? Legend(NativeChart chart, ChartTable table) =>
        !chart.HasKey
            ? null
            : new XElement(
                C + "legend",
                Value(
                    "legendPos",
                    chart.Look.Finish.KeyPlace switch
                    {
                        KeyPlace.Right => "r",
                        KeyPlace.Above => "t",
                        _ => "b",
                    }
                ),
                table
                    .Series.Index()
                    .Where(bound => !chart.IsPie && (bound.Item.Series.Fill is null || !bound.Item.Series.InKey))
                    .Select(bound => new XElement(C + "legendEntry", Value("idx", bound.Index), Value("delete", "1"))),
                Value("overlay", "0"),
                TextLook(1000, Ink.OnSheet(Ink.Quiet)[1..], false)
            );
}
