using System.Text;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as a table of plain text, for documents and messages.</summary>
internal sealed class MarkdownWorkings : HandOver
{
    public override string Kind => "workings.md";

    public override string Name => "Workings, Markdown";

    public override string Detail => "a table of text";

    public override string MediaType => "text/markdown; charset=utf-8";

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress)
    {
        progress.Expect(study.Workings.RowCount);
        using var text = new StreamWriter(to, new UTF8Encoding(false), leaveOpen: true);
        text.Write($"# {Plain(study.Title)}\n\n");
        foreach (Panel each in study.Workings.Values)
        {
            if (study.Workings.Column is not null)
            {
                text.Write("## ");
                text.Write(Plain(each.Value));
                text.Write("\n\n");
            }
            var table = new WorkingsTable(each.Workings);
            text.Write("| ");
            text.Write(string.Join(" | ", table.Heads.Select(Plain)));
            text.Write(" |\n|");
            foreach (bool number in table.IsNumber)
            {
                text.Write(number ? "---:|" : "---|");
            }
            text.Write('\n');
            foreach (int row in progress.Rows(table.RowCount))
            {
                text.Write("| ");
                text.Write(string.Join(" | ", table.Row(row).Select(Plain)));
                text.Write(" |\n");
            }
            text.Write('\n');
            foreach (TieOutLine line in each.Workings.TieOut)
            {
                text.Write("- ");
                text.Write(WorkingsJson.StatusWord(line.Status));
                text.Write(": ");
                text.Write(Plain(line.Text));
                text.Write('\n');
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
