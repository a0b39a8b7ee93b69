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
            throw new StudyException("nothing-to-draw", "each.column", "No value of the column has a row that passes: there is no figure to draw.");
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
        Domains domains = Common([.. set.Values.Where(each => !each.Workings.Division.IsEmpty).Select(each => form.Domains(each.Workings))]);
        (int columns, int rows) = Grid(set.Values.Count, width, height);
        Study study = first.Division.Study;
        var sheet = new FigureBuilder(width, height, measurer, study.Finish);
        double unit = sheet.Unit, margin = Math.Round(18 * unit), gap = Math.Round(16 * unit);
        Font font = sheet.Strong, small = sheet.Small, titleFont = sheet.Title;
        string title = study.Title.Length > 0 ? study.Title : $"{Statement.Of(first).Heading}, for each {Tables.Nouns.Lower(set.Column!)}";
        sheet.Add(sheet.Text("title-0", "title", margin, margin + titleFont.CapHeight, "start", TextFit.Shorten(measurer, title, titleFont, width - 2 * margin), titleFont, Ink.Text));
        // The whole is stated, and the proof named, as on every figure.
        string caption = study.Finish.Caption ?? $"{Statement.Of(first.Division.Table, study with { Where = study.Where.RemoveAt(study.Where.Length - 1) }).Text} For each {Tables.Nouns.Lower(set.Column!)}.";
        IReadOnlyList<string> lines = TextFit.Wrap(measurer, caption, small, width - 2 * margin, 2);
        double below = margin + titleFont.LineHeight;
        for (int line = 0; line < lines.Count; line++)
        {
            below += line == 0 ? small.CapHeight : small.LineHeight;
            sheet.Add(sheet.Text($"caption-{line}", "caption", margin, below, "start", lines[line], small, Ink.Quiet));
        }
        bool proven = set.Values.All(each => each.Workings.Outcome.Holds);
        string proof = $"{(study.Trials.Length > 0 ? "a trial; " : "")}{(!proven ? "not every one adds up" : first.Division.WholeIsFirst ? first.Outcome.Words : "each adds up")}, {first.Division.Table.Name}, {Numbers.NumberText.Count(first.Division.Table.RowCount)} rows";
        sheet.Add(sheet.Text("tie-out", "tie-out", width - margin, height - margin * 0.7, "end", proof, small, proven ? Ink.Quiet : Ink.Warn));
        // One key for all of them: what each names beside its bars has no room in a small one.
        double keyEnd = height - margin * 0.7;
        bool miniature = Cell(0).Width < FigureBuilder.MiniatureWidth || Cell(0).Height < FigureBuilder.MiniatureHeight;
        KeyEntry[] entries = !study.Finish.Key ? [] : [.. miniature && !form.HasOwnColours && form.Key(first).Count < 2 && first.Division.PartCount is > 1 and <= MostKeyEntries ? PartInk.KeyOf(first.Division) : [], .. form.Key(first), .. KeyDrawer.RuleOf(first.Division)];
        double keyHeight = new KeyDrawer(sheet, study, entries, width - 2 * margin).Beneath(margin, width - 2 * margin, keyEnd, sheet.TextWidth(proof, small) + gap);
        double top = below + gap, head = font.LineHeight + 4 * unit;
        (double cellWidth, double cellHeight) = Cell(keyHeight);
        (double Width, double Height) Cell(double key) => ((width - 2 * margin - gap * (columns - 1)) / columns, (height - below - gap - margin - small.LineHeight - key - gap * (rows - 1)) / rows);
        // Laid out once to learn how much room text takes at most, and once in that room: bars then have one scale.
        var rooms = new Dictionary<string, double>();
        FigureBuilder Laid(Panel each)
        {
            var builder = new FigureBuilder(cellWidth, Math.Max(8, cellHeight - head), measurer, study.Finish) { Rooms = rooms };
            builder.Plot = builder.IsMiniature ? new Box(0, 0, builder.Width, builder.Height) : new Box(0, 6 * unit, builder.Width, builder.Height - 6 * unit);
            if (!each.Workings.Division.IsEmpty)
            {
                form.Layout(each.Workings, domains, builder);
            }
            return builder;
        }
        foreach (Panel each in set.Values)
        {
            Laid(each);
        }
        for (int i = 0; i < set.Values.Count; i++)
        {
            Panel each = set.Values[i];
            double x = margin + i % columns * (cellWidth + gap), y = top + i / columns * (cellHeight + gap);
            if (cellHeight > head + 8 && cellWidth > font.Size * 2)
            {
                sheet.Add(sheet.Text($"each-{i}", "name", x, y + font.CapHeight, "start", each.Value, font, Ink.Text, cellWidth));
            }
            foreach (Mark mark in Laid(each).Marks)
            {
                sheet.Add(Moved(mark, $"each-{i}-", x, y + head));
            }
        }
        return new Figure(width, height, title, $"{form.Name} for each {Tables.Nouns.Lower(set.Column!)}: {string.Join(", ", set.Values.Take(6).Select(each => each.Value))}{(set.Values.Count > 6 ? $" and {set.Values.Count - 6} more" : "")}.", sheet.Marks);
    }

    /// <summary>Columns and rows whose cells are nearest to four by three.</summary>
    private static (int Columns, int Rows) Grid(int count, double width, double height)
    {
        int columns = Math.Clamp((int)Math.Round(Math.Sqrt(count * width * 3 / (height * 4))), 1, count);
        return (columns, (count + columns - 1) / columns);
    }

    private static Domains Common(IReadOnlyList<Domains> all)
    {
        if (all.Count == 0)
        {
            return new Domains(0, 1);
        }
        // A least value above 0 is a length of its own (the left side of a butterfly), not the lower end of an axis.
        return new Domains(all.Any(domains => domains.Least > 0) ? all.Max(domains => domains.Least) : all.Min(domains => domains.Least), all.Max(domains => domains.Most))
        {
            ShareLeast = all.Min(domains => domains.ShareLeast),
            ShareMost = all.Max(domains => domains.ShareMost),
        };
    }

    private static Mark Moved(Mark mark, string prefix, double x, double y) => mark switch
    {
        RectMark rect => rect with { Id = prefix + rect.Id, X = rect.X + x, Y = rect.Y + y, Edit = null },
        TextMark text => text with { Id = prefix + text.Id, X = text.X + x, Y = text.Y + y, Edit = null },
        PathMark path => path with { Id = prefix + path.Id, Runs = [.. path.Runs.Select(run => (IReadOnlyList<double>)[.. run.Select((value, at) => FigureBuilder.Round(value + (at % 2 == 0 ? x : y)))])], Strip = null, Edit = null },
        _ => mark,
    };
}
