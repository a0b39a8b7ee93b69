using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Diverging;

/// <summary>Lays diverging bars out: low levels to the left of zero, high ones to the right, the net at the far right.</summary>
internal sealed class DivergingLayout
{
    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly DivergingMembers _members;
    private readonly DivergingComputed _computed;
    private readonly Domains _domains;
    private readonly FigureBuilder _figure;
    private readonly LabelTexts _texts;
    private readonly PartInk _ink;

    public DivergingLayout(WorkingsResult workings, Domains domains, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _members = (DivergingMembers)_division.Study.Form.Members;
        _computed = (DivergingComputed)workings.Computed;
        _domains = domains;
        _figure = figure;
        _texts = new LabelTexts(workings, figure);
        _ink = InkOf(workings);
    }

    /// <summary>A two-sided set: the further from neutral, the fuller the colour.</summary>
    internal static PartInk InkOf(WorkingsResult workings)
    {
        Division division = workings.Division;
        Levels levels = ((DivergingComputed)workings.Computed).Levels;
        var ink = new string[division.PartCount];
        Array.Fill(ink, Ink.ClassC);
        void Fill(IReadOnlyList<int> parts, Func<int, string> name)
        {
            for (int i = 0; i < parts.Count; i++)
            {
                ink[parts[i]] = name(Ink.Step(i, parts.Count, Ink.SideSteps));
            }
        }
        Fill(levels.Lows, Ink.LowSide);
        Fill(levels.Highs, Ink.HighSide);
        foreach (int part in levels.Neutrals)
        {
            ink[part] = Ink.Middle;
        }
        return new PartInk(division, part => ink[part]);
    }

    /// <summary>In the order of the stack as one sees it, from left to right.</summary>
    public static IReadOnlyList<KeyEntry> KeyOf(WorkingsResult workings)
    {
        if (workings.Division.IsEmpty)
        {
            return [];
        }
        Division division = workings.Division;
        Levels levels = ((DivergingComputed)workings.Computed).Levels;
        PartInk ink = InkOf(workings);
        IEnumerable<int> neutrals = ((DivergingMembers)division.Study.Form.Members).Neutral == NeutralPlace.Out ? [] : levels.Neutrals;
        IEnumerable<int> order =
            ((DivergingMembers)division.Study.Form.Members).Neutral == NeutralPlace.Apart
                ? [.. levels.Lows.Reverse(), .. levels.Highs, .. neutrals]
                : [.. levels.Lows.Reverse(), .. neutrals, .. levels.Highs];
        return [.. order.Select(part => new KeyEntry(division.Parts[part].Label, ink[part]) { Part = division.Parts[part].Key })];
    }

    public static Domains DomainsOf(WorkingsResult workings)
    {
        double least = 0,
            most = 0;
        for (int row = 0; row < workings.RowCount; row++)
        {
            foreach (string end in (string[])["base", "top"])
            {
                double value = workings[end].Number(row) ?? 0;
                least = Math.Min(least, value);
                most = Math.Max(most, value);
            }
        }
        // At amounts both half-axes end at the same amount.
        bool amounts = ((DivergingMembers)workings.Division.Study.Form.Members).Length == LengthUnit.Amount;
        double longest = Math.Max(-least, most),
            half = longest > 0 ? Ticks.RoundUp(longest, 4) : 1;
        return amounts ? new Domains(-half, half) : new Domains(Math.Min(least, -0.05), Math.Max(most, 0.05));
    }

    public void Draw()
    {
        Font font = _figure.Small;
        double unit = _figure.Unit;
        Box room = _figure.Plot;
        bool text = !_figure.IsMiniature;
        int rows = _division.GroupCount;
        double head = text ? font.LineHeight + 2 * unit : 0;
        double band = Math.Min((room.Height - head) / rows, 84 * unit);
        room = room.Lowered(head + band * rows);
        var names = new GroupNames(
            _figure,
            _division,
            upright: false,
            band,
            text && _division.HasGroups ? [.. Enumerable.Range(0, rows).Select(group => _texts.OfGroup(group, LabelText.None))] : []
        );
        string[] nets = [.. _computed.Groups.Select(NetText)];
        bool labelled = text && _figure.Finish.Labels != LabelText.None && font.LineHeight <= band;
        double net = _figure.Common(
            "net",
            labelled
                ? Math.Max(_figure.TextWidth(FigureWords.Of("net"), font), nets.Max(shown => _figure.TextWidth(shown, _figure.Strong)))
                    + 14 * unit
                : 0
        );
        _figure.Field = _figure.Plot.Inset(names.Room, head, net, 0);
        Box plot = room.Inset(names.Room, head, net, 0) with { Height = band * rows };
        plot = plot with { Width = Math.Max(4, plot.Width) };
        var field = new BarField(plot, false, _domains.Least, _domains.Most);
        double zero = field.At(0),
            thickness = _figure.BarThickness(band, text ? 0.62 : 0.74);
        names.Draw(plot, plot.Bottom);
        _figure.Line("baseline", MarkRole.BaseLine, zero, plot.Y, zero, plot.Bottom, Ink.Quiet, text ? 1.2 * unit : 0.75);
        for (int row = 0; row < _workings.RowCount; row++)
        {
            if (_workings["base"].Number(row) is not { } from || _workings["top"].Number(row) is not { } to || from == to)
            {
                continue;
            }
            int group = _division.GroupOf(row),
                part = _division.PartOf(row);
            string name = _division.Groups?[group].Label ?? "",
                key = _division.Parts[part].Key;
            Box box = field.BarOn(group, rows, thickness, from, to);
            _figure.Add(
                FigureBuilder.Rect($"bar-{name}\u0001{key}", MarkRole.Bar, box, _ink.Row(row)) with
                {
                    Row = row,
                    Part = key,
                    Group = name,
                    Stroke = box.Width > 4 && text ? Ink.Paper : null,
                    StrokeWidth = 1,
                    Edit = text ? TrialEnds.Of(_workings, row, field, from, Math.Sign(to - from) * PerAmount(row)) : null,
                }
            );
            if (text && LabelFit.HasRoom(_figure, box))
            {
                // Labels print no minus.
                LabelFit.Inside(
                    _figure,
                    $"label-{name}\u0001{key}",
                    box,
                    _ink.Row(row),
                    _texts.Lines(row, _members.Length == LengthUnit.Amount ? LabelText.Amount : LabelText.Share),
                    row,
                    key
                );
            }
        }
        if (!labelled)
        {
            return;
        }
        _figure.PutWhereFree(
            [_figure.Text("net-head", MarkRole.Axis, room.Right, room.Y + font.CapHeight, "end", FigureWords.Of("net"), font, Ink.Quiet)],
            0
        );
        for (int group = 0; group < rows; group++)
        {
            string colour = _computed.Groups[group].Net?.Sign switch
            {
                < 0 => Ink.Cut,
                > 0 => Ink.ClassA,
                _ => Ink.Quiet,
            };
            _figure.PutWhereFree(
                [
                    _figure.Text(
                        $"net-{group}",
                        MarkRole.Total,
                        room.Right,
                        field.Middle(group, rows) + font.CapHeight / 2,
                        "end",
                        nets[group],
                        _figure.Strong,
                        colour
                    ) with
                    {
                        Group = _division.Groups?[group].Label,
                    },
                ],
                0
            );
        }
    }

    private double PerAmount(int row) =>
        _members.Length == LengthUnit.Share ? 1 / _division.Value(_division.GroupTotal(_division.GroupOf(row))).ToDouble() : 1;

    private string NetText(SideLengths lengths)
    {
        if (lengths.Net is not { } net)
        {
            return NumberText.Dash;
        }
        string text =
            _members.Length == LengthUnit.Share
                ? NumberText.Rounded(net * 100L, _division.Study.Rounding.Decimals, _figure.Finish.TrimZeros)
                : NumberText.Rounded(net, Math.Min(1, _division.Scale), true);
        return net.Sign > 0 ? "+" + text : text;
    }
}
