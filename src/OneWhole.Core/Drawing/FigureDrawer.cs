using OneWhole.Core.Forms;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Drawing;

/// <summary>
/// Lays a whole figure out: title and caption above, the form's plot, the key and the tie-out below. When room is short
/// this gives way in turn: the key, amount labels, names, the title. The whole and the tie-out never do.
/// </summary>
public static class FigureDrawer
{
    /// <summary>The smallest and the largest sheet.</summary>
    public const int SmallestSide = 24;

    /// <summary>The longest side of a figure, in pixels.</summary>
    public const int LargestSide = 8192;

    /// <summary>
    /// How labels and names give way as a set before any is left out: fewer decimals of amounts and what an axis says too, then smaller
    /// print.
    /// </summary>
    private static readonly (double Shrink, int FewerDecimals)[] Rooms = [(0, 1), (0.16, 1), (0.3, 2)];

    /// <summary>Print is made smaller only where that saves so much of what has no room.</summary>
    private const double WorthIt = 0.67;

    /// <summary>Of so many labels most have no room however they are printed: they are laid out once.</summary>
    private const int MostRefitted = 400;

    /// <exception cref="StudyException">The form can't be drawn from these workings.</exception>
    public static Figure Draw(WorkingsResult workings, double width, double height, ITextMeasurer measurer, Domains? domains = null)
    {
        Study study = workings.Division.Study;
        using IDisposable style = study.Finish.Numbers.Use(),
            said = FigureWords.Use(study.Finish.Words);
        Form form = study.Form.Form;
        if (Refused(workings) is { } unsuitable)
        {
            throw new StudyException("cannot-draw", "form.kind", $"{form.Name} can't be drawn: {unsuitable.Why}.");
        }
        Statement statement = Statement.Of(workings);
        Domains? ends = workings.Division.IsEmpty ? null : domains ?? form.Domains(workings);
        if (
            ends is not null
            && !(
                double.IsFinite(ends.Least)
                && double.IsFinite(ends.Most)
                && double.IsFinite(ends.ShareLeast)
                && double.IsFinite(ends.ShareMost)
            )
        )
        {
            throw new StudyException(
                "beyond-doubles",
                "form",
                "The lengths reach beyond what can be drawn: the whole is next to nothing beside its parts. Look at the "
                    + "workings, or leave out what can't be meant."
            );
        }
        (FigureBuilder Figure, Foot? Foot, LeftOut Left) Lay(LabelRoom room, string reserved = "")
        {
            var figure = new FigureBuilder(width, height, measurer, study.Finish, room);
            Foot? foot = LayOut(figure, workings, statement, ends, reserved);
            return (figure, foot, LeftOut.Of(figure, workings));
        }
        (FigureBuilder Figure, Foot? Foot, LeftOut Left) best = Lay(default);
        LeftOut unshrunk = best.Left;
        for (
            int way = best.Figure.CanSayLess ? 0 : 1;
            way < Rooms.Length && !best.Left.IsNothing && best.Left.AllNames + best.Left.AllLabels <= MostRefitted;
            way++
        )
        {
            (double shrink, int fewer) = Rooms[way];
            (FigureBuilder Figure, Foot? Foot, LeftOut Left) other = Lay(new LabelRoom(shrink, unshrunk.Names > 0, fewer));
            best = other.Left.Weight <= (shrink > 0 ? WorthIt * best.Left.Weight : best.Left.Weight - 1) ? other : best;
        }
        if (best.Foot is { } foot && !foot.HasRoomFor(best.Left))
        {
            // Rather without its source in full than with fewer labels.
            (FigureBuilder Figure, Foot? Foot, LeftOut Left) whole = Lay(best.Figure.Room, foot.With(best.Left));
            best =
                whole.Left.Weight <= best.Left.Weight ? whole
                : foot.HasRoomForWords(best.Left) ? best
                : Lay(best.Figure.Room, best.Left.Words);
        }
        best.Foot?.Draw(best.Left);
        return new Figure(width, height, statement.Title, $"{form.Name}. {statement.Text}", best.Figure.Marks)
        {
            LeftOut = best.Left.IsNothing ? null : best.Left,
        };
    }

    private static Foot? LayOut(FigureBuilder figure, WorkingsResult workings, Statement statement, Domains? ends, string reserved)
    {
        Foot? foot = null;
        if (figure.IsMiniature)
        {
            double edge = Math.Min(figure.Width, figure.Height) * 0.06;
            figure.Plot = new Box(edge, edge, figure.Width - 2 * edge, figure.Height - 2 * edge);
        }
        else
        {
            foot = Frame(figure, workings, statement, reserved);
        }
        if (ends is not null)
        {
            workings.Division.Study.Form.Form.Layout(workings, ends, figure);
            TrialEnds.DrawCounted(figure, workings);
        }
        else if (!figure.IsMiniature)
        {
            figure.Put(
                figure.Text(
                    "empty",
                    MarkRole.Label,
                    figure.Plot.CentreX,
                    figure.Plot.CentreY,
                    "middle",
                    FigureWords.Of("noRows"),
                    figure.Small,
                    Ink.Quiet
                )
            );
        }
        return foot;
    }

    /// <summary>Why a figure is not drawn at all; null where it is.</summary>
    public static Unsuitable? Refused(WorkingsResult workings) =>
        workings.Division.Study.Form.Form is var form && form.Suits(workings) is { } unsuitable && form.RefusesToDraw(workings)
            ? unsuitable
            : null;

    /// <summary>Draws one figure, or the small figures of a study for each value of a column.</summary>
    /// <exception cref="StudyException">The form can't be drawn from these workings.</exception>
    public static Figure Draw(WorkingsSet set, double width, double height, ITextMeasurer measurer) =>
        set.Column is null ? Draw(set.Values[0].Workings, width, height, measurer) : SmallFigures.Draw(set, width, height, measurer);

    /// <summary>Draws what stands above the plot, leaves room for the foot, and gives the plot what is left.</summary>
    private static Foot Frame(FigureBuilder figure, WorkingsResult workings, Statement statement, string reserved)
    {
        string title = statement.Title,
            caption = figure.Finish.Caption ?? statement.Text;
        double unit = figure.Unit,
            margin = Math.Round(24 * unit);
        double inner = figure.Width - 2 * margin;
        double y = margin;

        Font titleFont = figure.Title;
        IReadOnlyList<string> titleLines = TextFit.Wrap(figure.Measurer, title, titleFont, inner, figure.Height > 420 * unit ? 2 : 1);
        for (int i = 0; i < titleLines.Count; i++)
        {
            y += i == 0 ? titleFont.CapHeight : titleFont.LineHeight;
            TextMark mark = figure.Text($"title-{i}", MarkRole.Title, margin, y, "start", titleLines[i], titleFont, Ink.Text);
            figure.Put(
                mark with
                {
                    Full = string.Join(' ', titleLines) == title ? null : title,
                    Edit = new Edit("title", "text") { Name = "title" },
                }
            );
        }
        Font captionFont = figure.Small;
        IReadOnlyList<string> captionLines = figure.Finish.ShowCaption ? TextFit.Wrap(figure.Measurer, caption, captionFont, inner, 3) : [];
        y += Math.Round(8 * unit);
        for (int i = 0; i < captionLines.Count; i++)
        {
            y += i == 0 ? captionFont.CapHeight + 2 : captionFont.LineHeight;
            TextMark mark = figure.Text($"caption-{i}", MarkRole.Caption, margin, y, "start", captionLines[i], captionFont, Ink.Quiet);
            figure.Put(mark with { Full = string.Join(' ', captionLines) == caption ? null : caption });
        }
        var key = new KeyDrawer(figure, workings, inner);
        var foot = new Foot(figure, workings, statement, margin, reserved);
        double top = y + Math.Round(18 * unit),
            bottom = foot.Top(key);
        top += figure.Finish.KeyPlace == KeyPlace.Above ? key.Above(margin, inner, top) : 0;
        double right = figure.Finish.KeyPlace == KeyPlace.Right ? key.AtRight(margin + inner, top, bottom) : 0;
        figure.Plot = new Box(margin, top, inner - right, Math.Max(1, bottom - top));
        if (figure.Finish.Axes.Titles && workings.Division.Study.Form.Form.HasValueAxis(workings))
        {
            figure.AxisTitles = AxisTitles.Of(workings.Division);
            // A line above for axes that stand, one beneath for those that lie.
            figure.Plot = figure.Plot.Inset(0, figure.Small.LineHeight, 0, figure.Small.LineHeight);
        }
        return foot;
    }
}
