using OneWhole.Core.Drawing;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>
/// The names of groups under upright bars or at the left of lying ones, each with a line of its own under it where asked for.
/// </summary>
internal sealed class GroupNames
{
    private readonly FigureBuilder _figure;
    private readonly Division _division;
    private readonly bool _upright;
    private readonly IReadOnlyList<string> _under;
    private readonly string[] _labels;
    private readonly string[] _shown;
    private readonly Axes.Names? _fitted;
    private readonly NameRanks _ranks;

    /// <param name="figure">The figure.</param>
    /// <param name="division">The division; without groups there is one name, that of everything.</param>
    /// <param name="upright">Whether bars are upright.</param>
    /// <param name="band">The room of one group along the names.</param>
    /// <param name="under">What stands under each name; empty for nothing.</param>
    public GroupNames(FigureBuilder figure, Division division, bool upright, double band, IReadOnlyList<string> under)
    {
        _figure = figure;
        _division = division;
        _upright = upright;
        _labels = division.Groups is { } groups ? [.. groups.Select(group => group.Label)] : ["all"];
        _under =
            under.Count == _labels.Length
            && under.Any(text => text.Length > 0)
            && under.All(text => figure.TextWidth(text, figure.Names) < band || !upright)
                ? under
                : [];
        _shown = _labels;
        if (!upright && _under.Count > 0 && band < 2 * figure.Names.LineHeight)
        {
            // No room for a line of its own: it stands on the name's.
            _shown = [.. _labels.Zip(_under, (label, text) => $"{label}  {text}")];
            _under = [];
        }
        _ranks = RanksOf.Groups(division);
        if (!figure.HasNames)
        {
            return;
        }
        if (upright)
        {
            _fitted = Axes.Fit(figure, _labels, band, figure.Plot.Height * 0.3, _ranks);
            Room = figure.Common(
                "names",
                _fitted.Height + (_under.Count > 0 ? figure.Names.LineHeight : 0) + (_fitted.Height > 0 ? 12 * figure.Unit : 0)
            );
        }
        else
        {
            Room = figure.Common(
                "names",
                Math.Min(figure.Plot.Width * 0.32, _shown.Concat(_under).Max(text => figure.TextWidth(text, figure.Names)))
                    + 10 * figure.Unit
            );
        }
    }

    /// <summary>The height below upright bars, or the width at the left of lying ones.</summary>
    public double Room { get; }

    public void Draw(Box plot, double bottom)
    {
        if (!_figure.HasNames)
        {
            return;
        }
        Font font = _figure.Names;
        double band = (_upright ? plot.Width : plot.Height) / _labels.Length;
        string[] keys = [.. _labels.Select(label => $"group {label}")];
        if (_upright)
        {
            Axes.Under(_figure, _fitted!, _labels, keys, plot, bottom, row: -1);
            for (int i = 0; i < _under.Count; i++)
            {
                _figure.PutWhereFree(
                    [
                        _figure.Text(
                            $"under-{keys[i]}",
                            MarkRole.Name,
                            plot.X + (i + 0.5) * band,
                            bottom + 8 * _figure.Unit + _fitted!.Height + font.CapHeight,
                            "middle",
                            _under[i],
                            font,
                            Ink.Quiet
                        ) with
                        {
                            Group = _labels[i],
                        },
                    ],
                    0
                );
            }
            return;
        }
        double right = plot.X - 10 * _figure.Unit,
            room = Room - 10 * _figure.Unit;
        if (_under.Count == 0)
        {
            RowNames.Draw(
                _figure,
                _shown,
                right,
                plot.X,
                room,
                plot.Y,
                band,
                _ranks,
                at => $"name-{keys[at]}",
                (at, mark) => mark with { Group = _labels[at] }
            );
            return;
        }
        for (int i = 0; i < _labels.Length; i++)
        {
            double y = plot.Y + (i + 0.5) * band + font.CapHeight / 2 - font.LineHeight / 2;
            _figure.Put(
                _figure.Text($"name-{keys[i]}", MarkRole.Name, right, y, "end", _shown[i], font, Ink.Text, room) with
                {
                    Group = _labels[i],
                }
            );
            if (_under[i].Length > 0)
            {
                _figure.PutWhereFree(
                    [
                        _figure.Text(
                            $"under-{keys[i]}",
                            MarkRole.Name,
                            plot.X - 10 * _figure.Unit,
                            y + font.LineHeight,
                            "end",
                            _under[i],
                            font,
                            Ink.Quiet
                        ) with
                        {
                            Group = _labels[i],
                        },
                    ],
                    0
                );
            }
        }
    }
}
