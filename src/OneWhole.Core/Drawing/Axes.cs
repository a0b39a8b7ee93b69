using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Drawing;

/// <summary>Axes and the names along them.</summary>
public static class Axes
{
    /// <summary>One tick: where, and what it says.</summary>
    /// <param name="Value">The place on the axis.</param>
    /// <param name="Text">The number as it is printed.</param>
    /// <param name="CanEnd">Whether the analyst may say where this axis ends.</param>
    public readonly record struct Tick(double Value, string Text, bool CanEnd = false);

    /// <summary>Ticks of an amount axis; where it ends at a value that is not round (the whole), that is a tick too.</summary>
    public static IReadOnlyList<Tick> Amounts(
        double least,
        double most,
        double pixels,
        double textHeight,
        string? endText,
        AmountIn labels = AmountIn.Ones
    )
    {
        double step = Ticks.StepTo(least, most, Math.Max(2, (int)(pixels / (textHeight * 4.5))));
        double largest = Math.Max(Math.Abs(least), Math.Abs(most));
        var ticks = new List<Tick>();
        foreach (double value in Ticks.Between(least, most, step))
        {
            ticks.Add(new Tick(value, Ticks.Label(value, step, largest, labels), CanEnd: true));
        }
        if (endText is not null && most > least)
        {
            double room = (most - least) / pixels * textHeight * 1.6;
            ticks.RemoveAll(tick => most - tick.Value < room);
            ticks.Add(new Tick(most, endText));
        }
        return ticks;
    }

    /// <summary>Ticks of a share axis: quarters, tenths, or what suits.</summary>
    public static IReadOnlyList<Tick> Shares(double least, double most, double pixels, double textHeight)
    {
        double step =
            most - least is > 0.9 and <= 1.01 && pixels < textHeight * 18
                ? 0.25
                : Ticks.StepTo(least, most, Math.Max(2, (int)(pixels / (textHeight * 4.5))));
        if (least == 0 && most == 1)
        {
            step =
                pixels < textHeight * 6 ? 0.5
                : pixels < textHeight * 45 ? 0.25
                : 0.1;
        }
        int decimals = Math.Max(0, Ticks.Decimals(step) - 2);
        return [.. Ticks.Between(least, most, step).Select(value => new Tick(value, ShareText(value, decimals)))];
    }

    private static string ShareText(double value, int decimals) => NumberText.InPercent(NumberText.OfDouble(value * 100, decimals));

    /// <summary>The room that an axis takes beside an upright plot, or under one that lies; none where its numbers are hidden.</summary>
    public static double Room(FigureBuilder figure, IReadOnlyList<Tick> ticks, bool upright = true) =>
        figure.Common(
            "axis",
            ticks.Count == 0 || !figure.Finish.Axes.Numbers ? 0
                : upright ? ticks.Max(tick => figure.TextWidth(tick.Text, figure.Small)) + 12 * figure.Unit
                : figure.Small.LineHeight + 8 * figure.Unit
        );

    /// <summary>How far the last number of a lying axis reaches beyond the plot.</summary>
    public static double Overhang(FigureBuilder figure, IReadOnlyList<Tick> ticks) =>
        ticks.Count == 0 || !figure.Finish.Axes.Numbers ? 0 : figure.TextWidth(ticks[^1].Text, figure.Small) / 2;

    private static Edit? End(Tick tick) => tick.CanEnd ? new Edit("finish.amountEnd", "end") { Name = "where the axis ends" } : null;

    private static double TickLength(FigureBuilder figure) => 4 * figure.Unit;

    /// <summary>Tick texts beside the plot, at the left or at the right, with hairlines across it.</summary>
    public static void Upright(
        FigureBuilder figure,
        string id,
        Box plot,
        PixelScale scale,
        IReadOnlyList<Tick> ticks,
        bool left,
        bool lines
    )
    {
        Font font = figure.Small;
        Title(figure, id, ticks, upright: true, left);
        foreach (Tick tick in ticks.Reverse())
        {
            double y = scale.At(tick.Value);
            if (lines && tick.Value != 0)
            {
                figure.Line($"{id}-line-{tick.Value:R}", MarkRole.GridLine, plot.X, y, plot.Right, y, Ink.Hairline);
            }
            if (figure.Finish.Axes.Ticks)
            {
                double edge = left ? plot.X : plot.Right;
                figure.Line($"{id}-mark-{tick.Value:R}", MarkRole.Tick, edge, y, edge + (left ? -1 : 1) * TickLength(figure), y, Ink.Quiet);
            }
            double x = left ? plot.X - 8 * figure.Unit : plot.Right + 8 * figure.Unit;
            // The end of the axis is said first: where ticks crowd, it stays.
            figure.PutWhereFree(
                [
                    figure.Text(
                        $"{id}-tick-{tick.Value:R}",
                        MarkRole.Axis,
                        x,
                        y + font.CapHeight / 2,
                        left ? "end" : "start",
                        tick.Text,
                        font,
                        Ink.Quiet
                    ) with
                    {
                        Edit = End(tick),
                    },
                ],
                0
            );
        }
    }

    /// <summary>
    /// An axis' title, in the line that is kept for it: over one that stands, at its own side; at the end of one that lies.
    /// </summary>
    public static void Title(FigureBuilder figure, string id, IReadOnlyList<Tick> ticks, bool upright, bool left)
    {
        if (figure.AxisTitles is not { } titles || ticks.Count == 0)
        {
            return;
        }
        Font font = figure.Small;
        string text = ticks[^1].Text.EndsWith('%') ? titles.Shares : titles.Amounts;
        figure.Put(
            upright
                ? figure.Text(
                    $"{id}-title",
                    MarkRole.Axis,
                    left ? figure.Plot.X : figure.Plot.Right,
                    figure.Plot.Y - font.LineHeight * 0.45,
                    left ? "start" : "end",
                    text,
                    font,
                    Ink.Quiet,
                    figure.Plot.Width * 0.45
                )
                : figure.Text(
                    $"{id}-title",
                    MarkRole.Axis,
                    figure.Plot.Right,
                    figure.Plot.Bottom + font.LineHeight * 0.85,
                    "end",
                    text,
                    font,
                    Ink.Quiet,
                    figure.Plot.Width * 0.6
                )
        );
    }

    /// <summary>Tick texts under the plot.</summary>
    public static void Level(FigureBuilder figure, string id, Box plot, PixelScale scale, IReadOnlyList<Tick> ticks, bool lines)
    {
        Title(figure, id, ticks, upright: false, left: false);
        Font font = figure.Small;
        double last = double.NegativeInfinity;
        foreach (Tick tick in ticks)
        {
            double x = scale.At(tick.Value);
            if (lines)
            {
                figure.Line($"{id}-line-{tick.Value:R}", MarkRole.GridLine, x, plot.Y, x, plot.Bottom, Ink.Hairline);
            }
            if (figure.Finish.Axes.Ticks)
            {
                figure.Line($"{id}-mark-{tick.Value:R}", MarkRole.Tick, x, plot.Bottom, x, plot.Bottom + TickLength(figure), Ink.Quiet);
            }
            double width = figure.TextWidth(tick.Text, font);
            double middle = Math.Clamp(x, width / 2 + 2, figure.Width - width / 2 - 2);
            if (middle - width / 2 > last + 6)
            {
                figure.Put(
                    figure.Text(
                        $"{id}-tick-{tick.Value:R}",
                        MarkRole.Axis,
                        middle,
                        plot.Bottom + 6 * figure.Unit + font.CapHeight + 4,
                        "middle",
                        tick.Text,
                        font,
                        Ink.Quiet
                    ) with
                    {
                        Edit = End(tick),
                    }
                );
                last = middle + width / 2;
            }
        }
    }

    /// <summary>How the names under upright bars are set.</summary>
    public enum NameSetting
    {
        /// <summary>No names.</summary>
        None,

        /// <summary>In lines, each as wide as its place.</summary>
        Wrapped,

        /// <summary>Turned by a right angle.</summary>
        Turned,
    }

    /// <summary>What was decided about names, and the height they take.</summary>
    public sealed record Names(NameSetting Setting, double Height, IReadOnlyList<IReadOnlyList<string>> Lines, Font Font)
    {
        /// <summary>No names, in a font that would be theirs.</summary>
        public static Names Nothing(Font font) => new(NameSetting.None, 0, [], font);

        /// <summary>Where turned names stand, from the plot's left edge; empty where names are wrapped.</summary>
        internal IReadOnlyList<NamePlace> Places { get; init; } = [];

        /// <summary>The height that lines to names beside their bars take.</summary>
        internal double Lead { get; init; }
    }

    /// <summary>
    /// Names under bars: wrapped into up to three lines where bars are wide enough for them, else turned by a quarter; where
    /// not all have room, the most important ones stay. What is shortened keeps its whole text for pointing.
    /// </summary>
    internal static Names Fit(FigureBuilder figure, IReadOnlyList<string> names, double band, double mostHeight, NameRanks ranks)
    {
        Font font = figure.Names;
        var none = Names.Nothing(font);
        if (!figure.HasNames || names.Count == 0 || mostHeight < font.LineHeight)
        {
            return none;
        }
        double width = band - Math.Max(4, font.Size * 0.6);
        int mostLines = Math.Clamp((int)(mostHeight / font.LineHeight), 1, 3);
        if (names.Count <= 60 && width >= font.Size * 2.2)
        {
            // Rather a little smaller than turned.
            foreach (double shrink in (ReadOnlySpan<double>)[1, 0.92, 0.84])
            {
                Font tried = font with { Size = Math.Max(9, font.Size * shrink) };
                List<IReadOnlyList<string>> wrapped =
                [
                    .. names.Select(name => TextFit.Wrap(figure.Measurer, name, tried, width, mostLines)),
                ];
                int cut = wrapped.Count(lines => lines.Any(line => line.EndsWith('…')));
                if (cut == 0 || (shrink < 0.9 && (width >= tried.Size * 7 || (width >= tried.Size * 5.5 && cut * 3 <= names.Count))))
                {
                    return new Names(NameSetting.Wrapped, wrapped.Max(lines => lines.Count) * tried.LineHeight, wrapped, tried);
                }
            }
        }
        IReadOnlyList<NamePlace> places = NamePlaces.Of(names.Count, band, font.LineHeight, ranks, NamePlaces.Far);
        double lead = places.Any(place => place.IsMoved) ? 18 * figure.Unit : 0;
        double widest = places.Max(place => figure.TextWidth(place.More > 0 ? place.RunText : names[place.At], font));
        double height = Math.Min(mostHeight, widest + 2 + lead);
        List<IReadOnlyList<string>> turned =
        [
            .. places.Select(place =>
                (IReadOnlyList<string>)
                    [
                        place.More > 0
                            ? place.RunTextWithin(figure, font, height - lead)
                            : TextFit.Shorten(figure.Measurer, names[place.At], font, height - lead),
                    ]
            ),
        ];
        return new Names(NameSetting.Turned, height, turned, font) { Places = places, Lead = lead };
    }

    /// <summary>Draws fitted names under their bars.</summary>
    /// <param name="row">The row that all of them stand for; null where each stands for its own.</param>
    /// <param name="figure">Takes the marks.</param>
    /// <param name="fitted">How the names fit.</param>
    /// <param name="names">The texts, a place each.</param>
    /// <param name="keys">Of the places, for the marks' ids.</param>
    /// <param name="plot">The area of bars.</param>
    /// <param name="bottom">Where the names begin, in pixels.</param>
    public static void Under(
        FigureBuilder figure,
        Names fitted,
        IReadOnlyList<string> names,
        IReadOnlyList<string> keys,
        Box plot,
        double bottom,
        int? row = null
    )
    {
        Font font = fitted.Font;
        double band = plot.Width / Math.Max(1, names.Count);
        if (fitted.Setting == NameSetting.Turned)
        {
            UnderTurned(figure, fitted, names, keys, plot.X, bottom, row);
            return;
        }
        for (int i = 0; i < fitted.Lines.Count; i++)
        {
            double x = plot.X + (i + 0.5) * band;
            IReadOnlyList<string> lines = fitted.Lines[i];
            bool shortened = string.Join(' ', lines) != names[i];
            for (int line = 0; line < lines.Count; line++)
            {
                TextMark mark = figure.Text(
                    $"name-{keys[i]}-{line}",
                    MarkRole.Name,
                    x,
                    bottom + 8 * figure.Unit + font.CapHeight + line * font.LineHeight,
                    "middle",
                    lines[line],
                    font,
                    Ink.Text
                );
                figure.Put(mark with { Part = keys[i], Row = row ?? i, Full = shortened ? names[i] : null });
            }
        }
    }

    /// <summary>Turned names, each under its bar or led to it by a thin line, and how many stand between them without one.</summary>
    private static void UnderTurned(
        FigureBuilder figure,
        Names fitted,
        IReadOnlyList<string> names,
        IReadOnlyList<string> keys,
        double left,
        double bottom,
        int? row
    )
    {
        Font font = fitted.Font;
        double start = bottom + 6 * figure.Unit + fitted.Lead;
        foreach ((int at, NamePlace place) in fitted.Places.Index())
        {
            string shown = fitted.Lines[at][0];
            double x = left + place.Place;
            TextMark Turned(string id, MarkRole role, string ink) =>
                figure.Text(id, role, x + font.CapHeight / 2, start, "end", shown, font, ink) with
                {
                    Turn = -90,
                };
            if (place.More > 0)
            {
                figure.Put(
                    Turned($"more-{place.At}", MarkRole.Axis, Ink.Quiet) with
                    {
                        Full = shown == place.RunText ? null : place.RunText,
                    }
                );
                continue;
            }
            string key = keys[place.At];
            figure.Put(
                Turned($"name-{key}", MarkRole.Name, Ink.Text) with
                {
                    Part = key,
                    Row = row ?? place.At,
                    Full = shown == names[place.At] ? null : names[place.At],
                }
            );
            if (fitted.Lead > 0)
            {
                figure.Line($"lead-{key}", MarkRole.Leader, left + place.Wished, bottom + 2, x, start - 2, Ink.Quiet, 0.6 * figure.Unit);
            }
        }
    }
}
