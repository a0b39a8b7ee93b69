using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
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

    public const int LargestSide = 8192;

    /// <exception cref="StudyException">The form can't be drawn from these workings.</exception>
    public static Figure Draw(WorkingsResult workings, double width, double height, ITextMeasurer measurer, Domains? domains = null)
    {
        Study study = workings.Division.Study;
        Form form = study.Form.Form;
        var figure = new FigureBuilder(width, height, measurer, study.Finish);
        if (Refused(workings) is { } unsuitable)
        {
            throw new StudyException("cannot-draw", "form.kind", $"{form.Name} can't be drawn: {unsuitable.Why}.");
        }
        Statement statement = Statement.Of(workings);
        string title = statement.Title;
        if (figure.IsMiniature)
        {
            double edge = Math.Min(width, height) * 0.06;
            figure.Plot = new Box(edge, edge, width - 2 * edge, height - 2 * edge);
        }
        else
        {
            figure.Plot = Frame(figure, workings, title, study.Finish.Caption ?? statement.Text);
        }
        if (!workings.Division.IsEmpty)
        {
            Domains ends = domains ?? form.Domains(workings);
            if (!double.IsFinite(ends.Least) || !double.IsFinite(ends.Most) || !double.IsFinite(ends.ShareLeast) || !double.IsFinite(ends.ShareMost))
            {
                throw new StudyException("beyond-doubles", "form", "The lengths reach beyond what can be drawn: the whole is next to nothing beside its parts. Look at the workings, or leave out what can't be meant.");
            }
            form.Layout(workings, ends, figure);
        }
        else if (!figure.IsMiniature)
        {
            figure.Put(figure.Text("empty", "label", figure.Plot.CentreX, figure.Plot.CentreY, "middle", "no rows to show", figure.Small, Ink.Quiet));
        }
        return new Figure(width, height, title, $"{form.Name}. {statement.Text}", figure.Marks);
    }

    /// <summary>Why a figure is not drawn at all; null where it is.</summary>
    public static Unsuitable? Refused(WorkingsResult workings) =>
        workings.Division.Study.Form.Form is var form && form.Suits(workings) is { } unsuitable && form.RefusesToDraw(workings) ? unsuitable : null;

    /// <summary>Draws one figure, or the small figures of a study for each value of a column.</summary>
    /// <exception cref="StudyException">The form can't be drawn from these workings.</exception>
    public static Figure Draw(WorkingsSet set, double width, double height, ITextMeasurer measurer) =>
        set.Column is null ? Draw(set.Values[0].Workings, width, height, measurer) : SmallFigures.Draw(set, width, height, measurer);

    /// <summary>Draws what surrounds the plot, and returns the room that is left for it.</summary>
    private static Box Frame(FigureBuilder figure, WorkingsResult workings, string title, string caption)
    {
        double unit = figure.Unit, margin = Math.Round(24 * unit);
        double inner = figure.Width - 2 * margin;
        double y = margin;

        Font titleFont = figure.Title;
        IReadOnlyList<string> titleLines = TextFit.Wrap(figure.Measurer, title, titleFont, inner, figure.Height > 420 * unit ? 2 : 1);
        for (int i = 0; i < titleLines.Count; i++)
        {
            y += i == 0 ? titleFont.CapHeight : titleFont.LineHeight;
            TextMark mark = figure.Text($"title-{i}", "title", margin, y, "start", titleLines[i], titleFont, Ink.Text);
            figure.Put(mark with { Full = string.Join(' ', titleLines) == title ? null : title, Edit = new Edit("title", "text") { Name = "title" } });
        }
        Font captionFont = figure.Small;
        IReadOnlyList<string> captionLines = TextFit.Wrap(figure.Measurer, caption, captionFont, inner, 3);
        y += Math.Round(8 * unit);
        for (int i = 0; i < captionLines.Count; i++)
        {
            y += i == 0 ? captionFont.CapHeight + 2 : captionFont.LineHeight;
            TextMark mark = figure.Text($"caption-{i}", "caption", margin, y, "start", captionLines[i], captionFont, Ink.Quiet);
            figure.Put(mark with { Full = string.Join(' ', captionLines) == caption ? null : caption });
        }
        var key = new KeyDrawer(figure, workings, inner);
        double top = y + Math.Round(18 * unit), bottom = Foot(figure, workings, key, margin);
        top += figure.Finish.KeyPlace == KeyPlace.Above ? key.Above(margin, inner, top) : 0;
        double right = figure.Finish.KeyPlace == KeyPlace.Right ? key.AtRight(margin + inner, top, bottom) : 0;
        return new Box(margin, top, inner - right, Math.Max(1, bottom - top));
    }

    /// <summary>The tie-out at the right of the last line, and the key where it stands beneath.</summary>
    /// <returns>The bottom of what is left for the plot.</returns>
    private static double Foot(FigureBuilder figure, WorkingsResult workings, KeyDrawer key, double margin)
    {
        Font font = figure.Small;
        double baseline = figure.Height - margin + font.Size * 0.2;
        Division division = workings.Division;
        int warnings = workings.TieOut.Count(line => line.Status == TieOutStatus.Warn);
        RowCounts rows = division.Rows;
        string counts = rows.Used == rows.Total ? $"{NumberText.Count(rows.Total)} rows" : $"{NumberText.Count(rows.Used)} of {NumberText.Count(rows.Total)} rows";
        (bool proven, string addsUp) = workings.Outcome;
        string from = figure.Finish.Source ?? division.Table.Name;
        string source = from.Length > 0 ? $"{from}, {counts}" : counts;
        // Whatever text stands over it, a figure of amounts that were not counted says so.
        source = division.Study.Trials.Length > 0 ? $"a trial; {source}" : source;
        source = LeftUndrawn(division) is { } undrawn ? $"{undrawn}; {source}" : source;
        string note = warnings > 0 && proven ? $"{source}, {warnings} {(warnings == 1 ? "note" : "notes")}" : source;
        double inner = figure.Width - 2 * margin;
        double tick = font.Size * 0.75, gap = font.Size * 0.5;
        double addsWidth = figure.TextWidth(addsUp, font);
        note = TextFit.Shorten(figure.Measurer, note, font, Math.Max(font.Size, inner - addsWidth - tick - 3 * gap));
        double noteWidth = figure.TextWidth(note, font);
        double right = figure.Width - margin;
        figure.Put(figure.Text("tie-out-source", "tie-out", right, baseline, "end", note, font, Ink.Quiet));
        double markRight = right - noteWidth - 2 * gap;
        figure.Add(Glyph(proven, markRight - tick, baseline, tick));
        figure.Put(figure.Text("tie-out", "tie-out", markRight - tick - gap, baseline, "end", addsUp, font, proven ? Ink.Quiet : Ink.Warn));
        double top = baseline - font.CapHeight - Math.Round(10 * figure.Unit);
        return top - (figure.Finish.KeyPlace is KeyPlace.Auto or KeyPlace.Beneath ? key.Beneath(margin, inner, baseline, addsWidth + tick + noteWidth + 3 * gap) : 0);
    }

    /// <summary>"5 of 37 shown, 71.4 % of all", where a folded part is in the workings and is not drawn.</summary>
    private static string? LeftUndrawn(Division division)
    {
        int at = division.Parts.ToList().FindIndex(part => part.Kind == EntryKind.Folded);
        if (at < 0 || DrawnParts.Has(division, at))
        {
            return null;
        }
        int shown = division.PartCount - 1;
        string share = division.Total.IsZero ? "" : $", {NumberText.Percent(new Fraction(division.Total - division.PartTotal(at), division.Total), division.Study.Rounding.Decimals)} of all";
        return $"{NumberText.Count(shown)} of {NumberText.Count(shown + division.Parts[at].Folded.Count)} shown{share}";
    }

    /// <summary>A tick or an exclamation mark, as a path: no font is asked for them.</summary>
    private static PathMark Glyph(bool proven, double x, double baseline, double size) => proven
        ? new PathMark("tie-out-glyph", "tie-out", [[x, baseline - size * 0.42, x + size * 0.36, baseline - size * 0.05, x + size, baseline - size * 0.9]]) { Stroke = Ink.ClassA, StrokeWidth = Math.Max(1.2, size / 6) }
        : new PathMark("tie-out-glyph", "tie-out", [[x + size / 2, baseline - size, x + size / 2, baseline - size * 0.3], [x + size / 2, baseline - size * 0.12, x + size / 2, baseline]]) { Stroke = Ink.Warn, StrokeWidth = Math.Max(1.4, size / 5) };
}
