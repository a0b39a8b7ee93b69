using System.Text;
using OneWhole.Core.Forms;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>A form's page in the guide, as Markdown: what the form says of itself, and the columns that a study of the demo has in it.</summary>
public static class FormPage
{
    /// <summary>Writes the page.</summary>
    /// <param name="form">The form.</param>
    /// <param name="example">The study of its guide, computed.</param>
    /// <param name="figure">Where its figure lies, as seen from the page.</param>
    public static string Markdown(Form form, WorkingsResult example, string figure)
    {
        FormGuide guide = form.Guide;
        var text = new StringBuilder();
        text.Append('#').Append(' ').Append(form.Name).Append("\n\n");
        text.Append(guide.Serves).Append("\n\n");
        text.Append("![").Append(Statement.Of(example).Text).Append("](").Append(figure).Append(")\n");
        if (form.Shapes.Count > 1)
        {
            text.Append("\nIt has ").Append(form.Shapes.Count).Append(" shapes: ");
            text.Append(string.Join(", ", form.Shapes.Select(shape => shape.Name.ToLowerInvariant()))).Append(".\n");
        }
        string also = string.Join(' ', form.Shapes.Select(shape => shape.AlsoCalled).Where(words => words.Length > 0));
        if (also.Length > 0)
        {
            text.Append("\nAlso looked for as: ").Append(string.Join(", ", also.Split(' ').Distinct())).Append(".\n");
        }
        text.Append("\n## When another reads better\n\n");
        foreach ((string when, string better) in guide.ReadsBetter)
        {
            text.Append("- Where **").Append(when).Append("**: ").Append(better).Append(".\n");
        }
        text.Append(
            "\n## What each column means\n\nThe workings of the figure above:\n\n| column | rule | what it tells |\n|---|---|---|\n"
        );
        foreach (WorkingColumn column in example.Columns)
        {
            text.Append("| ").Append(column.Label).Append(" | ").Append(RuleText(example, column)).Append(" | ");
            text.Append(guide.MeaningOf(column.Key)).Append(" |\n");
        }
        text.Append("\n## The usual mistakes\n\n");
        foreach ((string mistake, string shown) in guide.Mistakes)
        {
            text.Append("- **").Append(mistake).Append(".** ").Append(shown).Append('\n');
        }
        return text.ToString();
    }

    private static string RuleText(WorkingsResult workings, WorkingColumn column) =>
        new Workings.Rules.RuleWords(workings).Of(column).Replace("|", "\\|", StringComparison.Ordinal);
}
