using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Mekko;

/// <summary>Lays a Mekko out: columns as wide as their share, cut into pieces; or as high as a second quantity.</summary>
internal sealed class MekkoLayout
{
    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly Domains _domains;
    private readonly FigureBuilder _figure;
    private readonly LabelTexts _texts;
    private readonly PartInk _ink;
    private readonly int _separate;

    public MekkoLayout(WorkingsResult workings, Domains domains, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _domains = domains;
        _figure = figure;
        _texts = new LabelTexts(workings, figure);
        _ink = new PartInk(_division);
        _separate = Separate(_division);
    }

    /// <summary>How many columns stand by themselves; those after them are drawn as one where there are two at least.</summary>
    public static int Separate(Division division) =>
        division.Study.Form.Members is MekkoMembers { Height: null }
        && division.Study.Finish.FoldGroups is { } keep
        && keep + 1 < division.GroupCount
            ? keep
            : division.GroupCount;

    /// <summary>Names beside the last column need it to be one group's.</summary>
    private static SideNames? NamesBeside(WorkingsResult workings) =>
        Separate(workings.Division) < workings.Division.GroupCount ? null : SideNames.Of(workings);

    public static IReadOnlyList<KeyEntry> KeyOf(WorkingsResult workings) =>
        workings.RowsAreGroups
        || workings.Division.IsEmpty
        || NamesBeside(workings) is not null
        || LabelTexts.PrintsNamesInside(workings.Division)
            ? []
            : PartInk.KeyOf(workings.Division);

    public static Domains DomainsOf(WorkingsResult workings)
    {
        if (!workings.RowsAreGroups)
        {
            return new Domains(0, 1);
        }
        double least = 0,
            most = 0;
        for (int row = 0; row < workings.RowCount; row++)
        {
            double height = workings["height"].Number(row) ?? 0;
            least = Math.Min(least, height);
            most = Math.Max(most, height);
        }
        return Domains.Around(least, most, workings.Division.Study.Finish.AmountEnd?.ToDouble());
    }

    public void Draw()
    {
        Box room = _figure.Plot;
        Font font = _figure.Small;
        double unit = _figure.Unit;
        bool text = !_figure.IsMiniature,
            heights = _workings.RowsAreGroups;
        SideNames? names = text && !heights ? NamesBeside(_workings) : null;
        double pixels = _figure.AxisLength(room.Height - 3 * font.LineHeight);
        IReadOnlyList<Axes.Tick> ticks =
            !text ? []
            : heights ? Axes.Amounts(_domains.Least, _domains.Most, pixels, font.Size, null)
            : Axes.Shares(0, 1, pixels, font.Size);
        double left = Axes.Room(_figure, ticks);
        double right = names?.Width(_figure) ?? 0;
        double width = room.Width - left - right;
        double below = _figure.HasNames ? NamesHeight(width, room.Height) : 0;
        bool widths = text && _figure.Finish.WidthAxis;
        double above = widths ? font.CapHeight + font.LineHeight + 4 * unit : font.CapHeight;
        Box plot = room.Inset(left, text ? above : 0, right, below);
        plot = plot.AtLeast(4);
        _figure.Field = plot;
        if (widths)
        {
            DrawWidths(plot);
        }
        var scale = new PixelScale(_domains.Least, _domains.Most, plot.Bottom, plot.Y);
        if (text)
        {
            Axes.Upright(_figure, "value", plot, scale, ticks, left: true, lines: true);
        }
        for (int row = 0; row < _workings.RowCount; row++)
        {
            if ((heights ? row : _division.GroupOf(row)) < _separate)
            {
                DrawPiece(plot, scale, row, heights);
            }
        }
        if (_separate < _division.GroupCount)
        {
            DrawOthers(plot, scale);
        }
        _figure.Line("baseline", MarkRole.BaseLine, plot.X, scale.At(0), plot.Right, scale.At(0), Ink.Quiet, text ? 1 : 0.75);
        if (!text)
        {
            return;
        }
        DrawNames(plot, below);
        int last = (_division.GroupCount - 1) * _division.PartCount;
        double Level(string column, int part) => scale.At(_workings[column].Number(last + part)!.Value);
        names?.Draw(_figure, plot.Right, plot, part => (Level("base", part) + Level("top", part)) / 2, _ink);
    }

    /// <summary>How wide the columns are, on a scale above them.</summary>
    private void DrawWidths(Box plot)
    {
        Font font = _figure.Small;
        var scale = new PixelScale(0, 1, plot.X, plot.Right);
        foreach (Axes.Tick tick in Axes.Shares(0, 1, plot.Width, font.Size * 2.2))
        {
            double x = scale.At(tick.Value);
            _figure.Line($"width-mark-{tick.Value:R}", MarkRole.Tick, x, plot.Y - 5 * _figure.Unit, x, plot.Y - 1, Ink.Quiet);
            double half = _figure.TextWidth(tick.Text, font) / 2;
            double middle = Math.Clamp(x, plot.X + half, plot.Right - half);
            _figure.PutWhereFree(
                [
                    _figure.Text(
                        $"width-tick-{tick.Value:R}",
                        MarkRole.Axis,
                        middle,
                        plot.Y - 8 * _figure.Unit,
                        "middle",
                        tick.Text,
                        font,
                        Ink.Quiet
                    ),
                ],
                3
            );
        }
    }

    private (double From, double To) Column(Box plot, int group)
    {
        int row = _workings.RowsAreGroups ? group : group * _division.PartCount;
        // The last one stands for all after those that stand by themselves.
        int last = group == _separate ? (_division.GroupCount - 1) * _division.PartCount : row;
        double from = _workings["start"].Number(row) ?? 0,
            to = _workings["end"].Number(last) ?? 0;
        return (plot.X + from * plot.Width, plot.X + to * plot.Width);
    }

    private void DrawPiece(Box plot, PixelScale scale, int row, bool heights)
    {
        Entry? part = _workings.PartOf(row);
        double? low = heights ? 0 : _workings["base"].Number(row),
            high = _workings[heights ? "height" : "top"].Number(row);
        if (
            low is not { } from
            || high is not { } to
            || from == to
            || (part is not null && !DrawnParts.Has(_division, _division.PartOf(row)))
        )
        {
            return;
        }
        int group = heights ? row : _division.GroupOf(row);
        (double left, double right) = Column(plot, group);
        if (right <= left)
        {
            return;
        }
        string name = _division.Groups![group].Label,
            key = part?.Key ?? "";
        string fill = heights ? Ink.ClassA : _ink.Row(row);
        double top = Math.Min(scale.At(from), scale.At(to)),
            bottom = Math.Max(scale.At(from), scale.At(to));
        Box box = FigureBuilder.Round(new Box(left, top, right - left, bottom - top));
        _figure.Add(Bar($"bar-{name}\u0001{key}", box, fill) with { Row = row, Part = part?.Key, Group = name });
        if (_figure.IsMiniature || !LabelFit.HasRoom(_figure, box))
        {
            return;
        }
        IReadOnlyList<LabelLine> lines = heights
            ? [new(NumberText.Rounded(_workings["height"].Exact(row)!.Value, HeightDecimals(), true), _figure.Amounts)]
            : _texts.Lines(row, LabelText.Share);
        LabelFit.Inside(_figure, $"label-{name}\u0001{key}", box, fill, lines, row, part?.Key);
    }

    /// <summary>A piece with a gap of paper around it, where it is large enough for one.</summary>
    private RectMark Bar(string id, Box box, string fill) =>
        FigureBuilder.Rect(id, MarkRole.Bar, box, fill) with
        {
            Stroke = box.Width > 3 && box.Height > 3 ? Ink.Paper : null,
            StrokeWidth = Math.Max(1, _figure.Unit),
        };

    /// <summary>Narrow columns as one: the sums of their parts, on one another.</summary>
    private void DrawOthers(Box plot, PixelScale scale)
    {
        ExactInt whole = TotalOf(_separate),
            below = default;
        (double left, double right) = Column(plot, _separate);
        if (whole.Sign <= 0 || right <= left)
        {
            return;
        }
        foreach (int part in DrawnParts.Of(_division))
        {
            ExactInt amount = SumOfOthers(group => _division.Amount(group, part));
            double from = scale.At(new Fraction(below, whole).ToDouble()),
                to = scale.At(new Fraction(below + amount, whole).ToDouble());
            below += amount;
            if (amount.IsZero)
            {
                continue;
            }
            Box box = FigureBuilder.Round(new Box(left, to, right - left, from - to));
            string key = _division.Parts[part].Key,
                fill = _ink[part];
            _figure.Add(Bar($"bar-others\u0001{key}", box, fill) with { Part = key });
            if (!_figure.IsMiniature && LabelFit.HasRoom(_figure, box))
            {
                LabelFit.Inside(
                    _figure,
                    $"label-others\u0001{key}",
                    box,
                    fill,
                    [new LabelLine(ShareText.Of(_division, amount, whole), _figure.Shares)],
                    -1,
                    key
                );
            }
        }
    }

    private string NameOf(int group) =>
        group == _separate
            ? FigureWords.Of("others", ("count", NumberText.Count(_division.GroupCount - _separate)))
            : _division.Groups![group].Label;

    private ExactInt TotalOf(int group) => group < _separate ? _division.GroupTotal(group) : SumOfOthers(_division.GroupTotal);

    private ExactInt SumOfOthers(Func<int, ExactInt> of) =>
        Enumerable.Range(_separate, _division.GroupCount - _separate).Aggregate(default(ExactInt), (sum, group) => sum + of(group));

    /// <summary>The columns that are named: those by themselves, and the one that stands for the others.</summary>
    private IEnumerable<int> Columns => Enumerable.Range(0, Math.Min(_separate + 1, _division.GroupCount));

    private int HeightDecimals() =>
        _domains.Most >= 100 ? 0
        : _domains.Most >= 10 ? 1
        : 2;

    /// <summary>Each column is named under its middle, with its share of everything.</summary>
    private string Under(int group) =>
        group < _separate ? _texts.OfGroup(group, LabelText.Share)
        : _division.Total.IsZero ? ""
        : ShareText.Of(_division, TotalOf(group), _division.Total);

    /// <summary>A narrow column's name with its share, on one line.</summary>
    private string TurnedName(int group) => Under(group).Length > 0 ? $"{NameOf(group)}  {Under(group)}" : NameOf(group);

    /// <summary>The same within a length: the name is shortened, the share stands whole or not at all.</summary>
    private (string Text, bool HasShare) TurnedName(int group, double room)
    {
        string share = Under(group),
            name = NameOf(group);
        double left = room - (share.Length > 0 ? _figure.TextWidth($"  {share}", _figure.Names) : 0);
        string shortened = TextFit.Shorten(_figure.Measurer, name, _figure.Names, left);
        return share.Length > 0 && shortened.Length > Math.Min(3, name.Length - 1)
            ? ($"{shortened}  {share}", true)
            : (TextFit.Shorten(_figure.Measurer, name, _figure.Names, room), share.Length == 0);
    }

    private IReadOnlyList<string> Wrapped(int group, double width) =>
        TextFit.Wrap(_figure.Measurer, NameOf(group), _figure.Names, width, 2);

    private static bool Fits(IReadOnlyList<string> lines) => lines.All(line => !line.EndsWith('…'));

    private double NamesHeight(double width, double height)
    {
        Font font = _figure.Names;
        var plot = new Box(0, 0, width, 1);
        double most = 0;
        foreach (int group in Columns)
        {
            (double left, double right) = Column(plot, group);
            double room = right - left - 4;
            IReadOnlyList<string> lines = Wrapped(group, Math.Max(1, room));
            double needed =
                Fits(lines) ? (lines.Count + (_figure.TextWidth(Under(group), font) <= room ? 1 : 0)) * font.LineHeight
                : room >= font.LineHeight - 3 ? Math.Min(height * 0.32, _figure.TextWidth(TurnedName(group), font))
                : 0;
            most = Math.Max(most, needed);
        }
        return Math.Min(most, height * 0.34) + 10 * _figure.Unit;
    }

    private void DrawNames(Box plot, double below)
    {
        if (!_figure.HasNames)
        {
            return;
        }
        Font font = _figure.Names;
        double unit = _figure.Unit,
            start = plot.Bottom + 7 * unit;
        // The widest first: where names crowd, those of narrow columns give way.
        foreach (int group in Columns.OrderByDescending(TotalOf))
        {
            (double left, double right) = Column(plot, group);
            double room = right - left - 4,
                middle = (left + right) / 2;
            string name = NameOf(group),
                under = Under(group),
                id = $"group {name}";
            bool shares = under.Length == 0;
            IReadOnlyList<string> lines = Wrapped(group, Math.Max(1, room));
            if (Fits(lines) || room >= font.Size * 4.5)
            {
                string? full = Fits(lines) ? null : name;
                for (int line = 0; line < lines.Count; line++)
                {
                    _figure.PutWhereFree([Line($"name-{id}-{line}", line, lines[line], Ink.Text) with { Full = full }], 0);
                }
                shares =
                    under.Length == 0
                    || (
                        _figure.TextWidth(under, font) <= room
                        && _figure.PutWhereFree([Line($"under-{id}", lines.Count, under, Ink.Quiet)], 0)
                    );
            }
            else if (room >= font.LineHeight - 3)
            {
                (string shown, bool hasShare) = TurnedName(group, below - 10 * unit);
                TextMark turned = _figure.Text(
                    $"name-{id}",
                    MarkRole.Name,
                    middle + font.CapHeight / 2,
                    start,
                    "end",
                    shown,
                    font,
                    Ink.Text
                );
                shares =
                    _figure.PutWhereFree(
                        [
                            turned with
                            {
                                Turn = -90,
                                Group = name,
                                Full = shown.StartsWith(name, StringComparison.Ordinal) ? null : TurnedName(group),
                            },
                        ],
                        0
                    ) && hasShare;
            }
            _figure.CountLabel(shares);

            TextMark Line(string mark, int line, string text, string ink) =>
                _figure.Text(mark, MarkRole.Name, middle, start + font.CapHeight + line * font.LineHeight, "middle", text, font, ink) with
                {
                    Group = name,
                };
        }
    }
}
