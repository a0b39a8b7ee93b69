using OneWhole.Core.Forms;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Drawing;

/// <summary>The same study on each value of a column, as small figures side by side on one scale.</summary>
public static class SmallFigures
{
    private const int MostKeyEntries = 12;

    /// <exception cref="StudyException">The form can't be drawn from the workings of a value.</exception>
    public static Figure Draw(WorkingsSet set, double width, double height, ITextMeasurer measurer)
    {
        if (set.Values.Count == 0)
        {
            throw new StudyException(
                "nothing-to-draw",
                "each.column",
                "No value of the column has a row that passes: there is no figure to draw."
            );
        }
        WorkingsResult first = set.Values[0].Workings;
        Form form = first.Division.Study.Form.Form;
        foreach (Panel each in set.Values)
        {
            if (FigureDrawer.Refused(each.Workings) is { } unsuitable)
            {
                throw new StudyException("cannot-draw", "form.kind", $"{form.Name} can't be drawn for {each.Value}: {unsuitable.Why}.");
            }
        }
        (int columns, int rows) = Grid(set.Values.Count, width, height);
        Study study = first.Division.Study;
        using IDisposable style = study.Finish.Numbers.Use(),
            said = FigureWords.Use(study.Finish.Words);
        var sheet = new FigureBuilder(width, height, measurer, study.Finish);
        double unit = sheet.Unit,
            margin = Math.Round(18 * unit),
            gap = Math.Round(16 * unit);
        Font font = sheet.Strong,
            small = sheet.Small,
            titleFont = sheet.Title;
        string title = study.Title.Length > 0 ? study.Title : $"{Statement.Of(first).Heading}, for each {Tables.Nouns.Lower(set.Column!)}";
        sheet.Add(
            sheet.Text(
                "title-0",
                MarkRole.Title,
                margin,
                margin + titleFont.CapHeight,
                "start",
                TextFit.Shorten(measurer, title, titleFont, width - 2 * margin),
                titleFont,
                Ink.Text
            )
        );
        // The whole is stated, and the proof named, as on every figure.
        string caption = study.Finish.Caption ?? $"{Alone(first, study).Text} For each {Tables.Nouns.Lower(set.Column!)}.";
        IReadOnlyList<string> lines = TextFit.Wrap(measurer, caption, small, width - 2 * margin, 2);
        double below = margin + titleFont.LineHeight;
        for (int line = 0; line < lines.Count; line++)
        {
            below += line == 0 ? small.CapHeight : small.LineHeight;
            sheet.Add(sheet.Text($"caption-{line}", MarkRole.Caption, margin, below, "start", lines[line], small, Ink.Quiet));
        }
        bool proven = set.Values.All(each => each.Workings.Outcome.Holds);
        string trial = study.Trials.Length > 0 ? FigureWords.Of("trial") + "; " : "";
        string held = first.Division.WholeIsFirst ? first.Outcome.Words : FigureWords.Of("eachAddsUp");
        string verdict = proven ? held : FigureWords.Of("notEach");
        long total = first.Division.Rows.Total;
        string counted = FigureWords.Counted("rows", total, ("count", Numbers.NumberText.Count(total)));
        string proof =
            $"{trial}{verdict}, {first.Division.Table.Name}, {counted}{(Foot.AsOf(first.Division) is { } asOf ? ", " + asOf : "")}";
        sheet.Add(
            sheet.Text(
                "tie-out",
                MarkRole.TieOut,
                width - margin,
                height - margin * 0.7,
                "end",
                proof,
                small,
                proven ? Ink.Quiet : Ink.Warn
            )
        );
        // One key for all of them: what each names beside its bars has no room in a small one.
        double keyEnd = height - margin * 0.7;
        (double evenWidth, double evenHeight) = (
            (width - 2 * margin - gap * (columns - 1)) / columns,
            (height - below - gap - margin - small.LineHeight - gap * (rows - 1)) / rows - font.LineHeight
        );
        bool miniature = evenWidth < FigureBuilder.MiniatureWidth || evenHeight < FigureBuilder.MiniatureHeight;
        KeyEntry[] entries = !study.Finish.Key
            ? []
            :
            [
                .. miniature && !form.HasOwnColours && form.Key(first).Count < 2 && first.Division.PartCount is > 1 and <= MostKeyEntries
                    ? PartInk.KeyOf(first.Division)
                    : [],
                .. form.Key(first),
                .. KeyDrawer.RuleOf(first.Division),
            ];
        double keyHeight = new KeyDrawer(sheet, study, entries, width - 2 * margin).Beneath(
            margin,
            width - 2 * margin,
            keyEnd,
            sheet.TextWidth(proof, small) + gap
        );
        double top = below + gap,
            head = font.LineHeight + 4 * unit;
        double room = height - top - margin - small.LineHeight - keyHeight;
        foreach (
            (int i, PanelGrid.Placed placed) in new PanelGrid(set, columns, miniature, measurer)
                .Lay(width - 2 * margin, room, gap, head)
                .Index()
        )
        {
            double x = margin + placed.X,
                y = top + placed.Y;
            if (placed.Figure.Height > 8 && placed.Figure.Width > font.Size * 2)
            {
                sheet.Add(
                    sheet.Text(
                        $"each-{i}",
                        MarkRole.Name,
                        x + (placed.Figure.Field?.X ?? 0),
                        y + font.CapHeight,
                        "start",
                        set.Values[i].Value,
                        font,
                        Ink.Text,
                        placed.Figure.Width - (placed.Figure.Field?.X ?? 0)
                    )
                );
            }
            foreach (Mark mark in placed.Figure.Marks)
            {
                sheet.Add(Moved(mark, $"each-{i}-", x, y + head));
            }
        }
        return new Figure(
            width,
            height,
            title,
            $"{form.Name} for each {Tables.Nouns.Lower(set.Column!)}: "
                + $"{string.Join(", ", set.Values.Take(6).Select(each => each.Value))}"
                + $"{(set.Values.Count > 6 ? $" and {set.Values.Count - 6} more" : "")}.",
            sheet.Marks
        );
    }

    /// <summary>Columns and rows whose cells are nearest to four by three.</summary>
    private static (int Columns, int Rows) Grid(int count, double width, double height)
    {
        int columns = Math.Clamp((int)Math.Round(Math.Sqrt(count * width * 3 / (height * 4))), 1, count);
        return (columns, (count + columns - 1) / columns);
    }

    private static Mark Moved(Mark mark, string prefix, double x, double y) =>
        mark switch
        {
            RectMark rect => rect with { Id = prefix + rect.Id, X = rect.X + x, Y = rect.Y + y, Edit = null },
            TextMark text => text with { Id = prefix + text.Id, X = text.X + x, Y = text.Y + y, Edit = null },
            PathMark path => path with
            {
                Id = prefix + path.Id,
                Runs =
                [
                    .. path.Runs.Select(run =>
                        (IReadOnlyList<double>)[.. run.Select((value, at) => FigureBuilder.Round(value + (at % 2 == 0 ? x : y)))]
                    ),
                ],
                Strip = null,
                Edit = null,
            },
            _ => mark,
        };

    /// <summary>The sentence without the clause that makes one figure of the set.</summary>
    private static Statement Alone(WorkingsResult first, Study study) =>
        Statement.Of(first.Division.Table, study with { Where = study.Where.RemoveAt(study.Where.Length - 1) });
}
