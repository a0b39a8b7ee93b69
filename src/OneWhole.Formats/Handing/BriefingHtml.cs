using System.Globalization;
using OneWhole.Core.Briefings;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Handing;

/// <summary>The whole page as one file that opens anywhere, and prints.</summary>
internal sealed class BriefingHtml : BriefingHandOver
{
    public override string Extension => ".html";

    public override string Name => "Page, HTML";

    public override string Detail => "one file, opens anywhere";

    public override string MediaType => "text/html; charset=utf-8";

    public override void Write(HandedBriefing briefing, BriefingPaper on, Stream to, Progress progress)
    {
        var page = new HtmlDocument(briefing.Title);
        page.Body.Append("<header>\n<h1 class=\"shown\">").Append(HtmlDocument.Text(briefing.Title)).Append("</h1>\n");
        if (briefing.Filter.Length > 0)
        {
            page.Body.Append("<p>").Append(HtmlDocument.Text(briefing.Filter)).Append("</p>\n");
        }
        page.Body.Append("</header>\n");
        foreach (IReadOnlyList<HandedBlock> row in progress.Through([.. briefing.Rows()]))
        {
            page.Body.Append("<div class=\"row\" style=\"grid-template-columns:repeat(")
                .Append(briefing.Columns.ToString(CultureInfo.InvariantCulture))
                .Append(",minmax(0,1fr))\">\n");
            foreach (HandedBlock block in row)
            {
                page.Body.Append("<section style=\"grid-column:span ")
                    .Append(block.Span.ToString(CultureInfo.InvariantCulture))
                    .Append("\">\n");
                Write(page, block, briefing.Columns);
                page.Body.Append("</section>\n");
            }
            page.Body.Append("</div>\n");
        }
        to.Write(page.ToBytes());
    }

    private static void Write(HtmlDocument page, HandedBlock block, int columns)
    {
        if (block.Text is { } text)
        {
            foreach (string paragraph in text.Split("\n\n", StringSplitOptions.RemoveEmptyEntries))
            {
                page.Body.Append("<p class=\"text\">")
                    .Append(HtmlDocument.Text(paragraph).Replace("\n", "<br>", StringComparison.Ordinal))
                    .Append("</p>\n");
            }
            return;
        }
        if (block.Study is not { } study)
        {
            page.Body.Append("<p>").Append(HtmlDocument.Text(block.Problem ?? "")).Append("</p>\n");
            return;
        }
        page.Body.Append("<h2>").Append(HtmlDocument.Text(study.Title)).Append("</h2>\n");
        if (block.Problem is { } problem)
        {
            page.Body.Append("<p>").Append(HtmlDocument.Text(problem)).Append("</p>\n");
        }
        else if (block.Show != BlockShow.Workings)
        {
            (double width, double height) = BriefingLayout.SizeOf(block, columns);
            page.Figure(study.Draw(width, height), study.Workings.Column is null ? study.Workings.Values[0].Workings : null);
        }
        if (block.Show != BlockShow.Figure)
        {
            foreach (Panel each in study.Workings.Values)
            {
                page.Workings(each.Workings, study.Workings.Column is null ? study.Title : each.Value);
            }
        }
        if (block.Remark is { Length: > 0 } remark)
        {
            page.Body.Append("<p class=\"warn\">").Append(HtmlDocument.Text(remark)).Append("</p>\n");
        }
    }
}
