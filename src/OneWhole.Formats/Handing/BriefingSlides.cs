using OneWhole.Formats.Office;

namespace OneWhole.Formats.Handing;

/// <summary>The page as slides: a figure each, with the text that stands before or after it beside it.</summary>
internal sealed class BriefingSlides : BriefingHandOver
{
    public override string Extension => ".pptx";

    public override string Name => "Slides";

    public override string Detail => "a slide a study, charts that can be edited";

    public override string MediaType => "application/vnd.openxmlformats-officedocument.presentationml.presentation";

    public override void Write(HandedBriefing briefing, BriefingPaper on, Stream to, Progress progress)
    {
        var slides = new List<SlideContent>();
        string said = "";
        foreach (HandedBlock block in progress.Through(briefing.Blocks))
        {
            if (block.Text is { } text)
            {
                // Text belongs to the figure before it; before the first one it opens the slides.
                int figure = slides.FindLastIndex(slide => slide.Table is null);
                if (figure >= 0)
                {
                    slides[figure] = slides[figure] with { Text = slides[figure].Text is { } before ? $"{before}\n\n{text}" : text };
                }
                else
                {
                    said = said.Length == 0 ? text : $"{said}\n\n{text}";
                }
                continue;
            }
            if (block.Study is { } study && block.Problem is null)
            {
                SlideContent slide = StudySlides.Figure(study);
                slides.Add(block.Remark.Length == 0 ? slide : slide with { TieOut = $"{slide.TieOut}; {block.Remark}" });
                if (block.Show != Core.Briefings.BlockShow.Figure)
                {
                    slides.AddRange(StudySlides.Tables(study));
                }
            }
        }
        if (said.Length > 0 || slides.Count == 0)
        {
            slides.Insert(0, new SlideContent(briefing.Title, briefing.Filter, "", "") { Text = said });
        }
        to.Write(
            SlideDeck.Write(
                [
                    .. slides.Select(slide =>
                        briefing.Filter.Length > 0 && slide.Caption != briefing.Filter
                            ? slide with
                            {
                                TieOut = $"{briefing.Filter}; {slide.TieOut}",
                            }
                            : slide
                    ),
                ],
                briefing.Title
            )
        );
    }
}
