using OneWhole.Core.Workings;

namespace OneWhole.Formats.Handing;

/// <summary>
/// One page that needs nothing else: the figure, its workings and its proofs. Pointing at a bar says what it is; without script
/// the figure stands still. It is written to be printed, too.
/// </summary>
internal sealed class HtmlPage : HandOver
{
    public override string Kind => "page.html";

    public override string Name => "Page, HTML";

    public override string Detail => "opens anywhere, with readings";

    public override string MediaType => "text/html; charset=utf-8";

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress)
    {
        var page = new HtmlDocument(study.Title);
        bool single = study.Workings.Column is null;
        page.Body.Append("<h1 class=\"heard\">").Append(HtmlDocument.Text(study.Title)).Append("</h1>\n");
        page.Figure(study.Draw(size.Width, size.Height), single ? study.Workings.Values[0].Workings : null);
        foreach (Panel each in study.Workings.Values)
        {
            if (!single)
            {
                page.Body.Append("<h2>").Append(HtmlDocument.Text(each.Value)).Append("</h2>\n");
            }
            page.Workings(each.Workings, single ? study.Title : each.Value);
        }
        to.Write(page.ToBytes());
    }
}
