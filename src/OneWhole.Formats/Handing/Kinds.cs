using System.Globalization;
using System.Text;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Pictures;

namespace OneWhole.Formats.Handing;

/// <summary>A vector picture that needs nothing else.</summary>
internal sealed class SvgFigure : HandOver
{
    public override string Kind => "figure.svg";

    public override string Name => "Figure, SVG";

    public override string Detail => "for pages and editing";

    public override string MediaType => "image/svg+xml";

    public override void Write(HandedStudy study, HandingSize size, Stream to, Progress progress) => to.Write(SvgWriter.ToBytes(study.Draw(size.Width, size.Height)));
}

/// <summary>A picture of pixels.</summary>
internal sealed class PngFigure : HandOver
{
    public override string Kind => "figure.png";

    public override string Name => "Figure, PNG";

    public override string Detail => "for slides and messages";

    public override string MediaType => "image/png";

    public override IReadOnlyList<int> Scales => [1, 2, 4];

    public override string Suffix(HandingSize size) => size.Scale == 1 ? "" : $"@{size.Scale.ToString("0.##", CultureInfo.InvariantCulture)}x";

    public override void Write(HandedStudy study, HandingSize size, Stream to, Progress progress) => to.Write(PngWriter.ToBytes(study.Draw(size.Width, size.Height), Math.Clamp(size.Scale, 0.25, 8)));
}

/// <summary>Every row as a table reads them.</summary>
internal sealed class CsvWorkings : HandOver
{
    public override string Kind => "workings.csv";

    public override string Name => "Workings, CSV";

    public override string Detail => "unrounded";

    public override string MediaType => "text/csv; charset=utf-8";

    public override void Write(HandedStudy study, HandingSize size, Stream to, Progress progress) => WorkingsCsv.Write(study.Workings, to, progress);
}

/// <summary>Workings with rules, proofs and readings.</summary>
internal sealed class JsonWorkings : HandOver
{
    public override string Kind => "workings.json";

    public override string Name => "Workings, JSON";

    public override string Detail => "with rules, proofs, readings";

    public override string MediaType => "application/json";

    public override void Write(HandedStudy study, HandingSize size, Stream to, Progress progress) => WorkingsJson.Write(study.Workings, to, progress);
}

/// <summary>The workings as a table of plain text, for documents and messages.</summary>
internal sealed class MarkdownWorkings : HandOver
{
    public override string Kind => "workings.md";

    public override string Name => "Workings, Markdown";

    public override string Detail => "a table of text";

    public override string MediaType => "text/markdown; charset=utf-8";

    public override void Write(HandedStudy study, HandingSize size, Stream to, Progress progress)
    {
        progress.Expect(study.Workings.RowCount);
        using var text = new StreamWriter(to, new UTF8Encoding(false), leaveOpen: true);
        text.Write($"# {Plain(study.Title)}\n\n");
        foreach (EachValue each in study.Workings.Values)
        {
            if (study.Workings.Column is not null)
            {
                text.Write("## "); text.Write(Plain(each.Value)); text.Write("\n\n");
            }
            var table = new WorkingsTable(each.Workings);
            text.Write("| "); text.Write(string.Join(" | ", table.Heads.Select(Plain))); text.Write(" |\n|");
            foreach (bool number in table.IsNumber)
            {
                text.Write(number ? "---:|" : "---|");
            }
            text.Write('\n');
            foreach (int row in progress.Rows(table.RowCount))
            {
                text.Write("| "); text.Write(string.Join(" | ", table.Row(row).Select(Plain))); text.Write(" |\n");
            }
            text.Write('\n');
            foreach (TieOutLine line in each.Workings.TieOut)
            {
                text.Write("- "); text.Write(WorkingsJson.StatusWord(line.Status)); text.Write(": "); text.Write(Plain(line.Text)); text.Write('\n');
            }
            text.Write('\n');
        }
    }

    /// <summary>One line in which nothing is markup: marks of the notation are escaped.</summary>
    private static string Plain(string text)
    {
        var plain = new StringBuilder();
        foreach (char c in text.ReplaceLineEndings(" "))
        {
            if (c is '\\' or '|' or '*' or '_' or '`' or '[' or ']' or '<' or '>' or '#' or '~')
            {
                plain.Append('\\');
            }
            plain.Append(c);
        }
        return plain.ToString();
    }
}

/// <summary>The study itself.</summary>
internal sealed class StudyFile : HandOver
{
    public override string Kind => "study.json";

    public override string Name => "Study, JSON";

    public override string Detail => "runs on another table";

    public override string MediaType => "application/json";

    public override void Write(HandedStudy study, HandingSize size, Stream to, Progress progress) => to.Write(Encoding.UTF8.GetBytes(StudyFormat.Standard.WriteText(study.Study)));
}

/// <summary>The workings as they are printed: texts in the study's decimals, made as they are asked for.</summary>
public sealed class WorkingsTable(WorkingsResult workings)
{
    public IReadOnlyList<string> Heads { get; } = [.. workings.Columns.Select(column => column.Label)];

    public IReadOnlyList<bool> IsNumber { get; } = [.. workings.Columns.Select(column => !column.IsText)];

    public int RowCount => workings.RowCount;

    /// <summary>The cells of a row.</summary>
    public IReadOnlyList<string> Row(int row) => [.. workings.Columns.Select(column => Cell(workings, column, row))];

    /// <summary>The first rows, at most so many.</summary>
    public IEnumerable<IReadOnlyList<string>> First(int most) => Enumerable.Range(0, Math.Min(most, RowCount)).Select(Row);

    private static string Cell(WorkingsResult workings, WorkingColumn column, int row)
    {
        if (column.IsText)
        {
            return column.Text(row) ?? "";
        }
        // A share stands as it is, one decimal finer than it is shown.
        return column.Exact(row) is not { } value ? ""
            : WorkingsText.Of(workings.Division, column.Unit, value, finer: 1) + (column.Unit is ColumnUnit.Share or ColumnUnit.Percent ? " %" : "");
    }
}
