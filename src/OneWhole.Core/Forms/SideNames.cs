using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>
/// The parts' names beside the last stack, in their colours, instead of a key: where all of them stand in it and are few.
/// </summary>
internal sealed class SideNames
{
    private const int MostNames = 9;

    private readonly Division _division;
    private readonly int[] _parts;

    private SideNames(Division division, int[] parts)
    {
        _division = division;
        _parts = parts;
    }

    /// <returns>Null where a key is needed.</returns>
    public static SideNames? Of(WorkingsResult workings)
    {
        Division division = workings.Division;
        int last = division.GroupCount - 1;
        int[] parts = DrawnParts.Of(division);
        return
            division.Study.Finish is { Key: true, KeyPlace: KeyPlace.Auto }
            && parts.Length is > 0 and <= MostNames
            && parts.All(part => division.Has(last, part) && division.Amount(last, part).Sign > 0)
            ? new SideNames(division, parts)
            : null;
    }

    /// <summary>The room that they take at the right.</summary>
    public double Width(FigureBuilder figure) =>
        Math.Min(figure.Width * 0.22, _parts.Max(part => figure.TextWidth(_division.Parts[part].NameInFigure, figure.Names)))
        + 18 * figure.Unit;

    /// <summary>Draws them.</summary>
    /// <param name="figure">The figure.</param>
    /// <param name="x">Where the last stack ends.</param>
    /// <param name="plot">The least and the greatest height.</param>
    /// <param name="middle">The middle of a part's piece in the last stack.</param>
    /// <param name="ink">The parts' colours.</param>
    public void Draw(FigureBuilder figure, double x, Box plot, Func<int, double> middle, PartInk ink)
    {
        Font font = figure.Names;
        double[] wished = [.. _parts.Select(middle)];
        double[] places = LabelFit.Spread(wished, plot.Y + font.LineHeight / 2, plot.Bottom - font.LineHeight / 2, font.LineHeight);
        double room = figure.Width - x - 26 * figure.Unit;
        for (int i = 0; i < _parts.Length; i++)
        {
            Entry part = _division.Parts[_parts[i]];
            double from = x + 12 * figure.Unit;
            figure.Line(
                $"lead-{part.Key}",
                MarkRole.Leader,
                x + 2 * figure.Unit,
                wished[i],
                from - 2 * figure.Unit,
                places[i],
                ink[_parts[i]],
                Math.Max(1, figure.Unit)
            );
            figure.PutWhereFree(
                [
                    figure.Text(
                        $"key-text-{part.Key}",
                        MarkRole.Key,
                        from,
                        places[i] + font.CapHeight / 2,
                        "start",
                        part.NameInFigure,
                        font,
                        Ink.Text,
                        room
                    ) with
                    {
                        Part = part.Key,
                    },
                ],
                0
            );
        }
    }
}
