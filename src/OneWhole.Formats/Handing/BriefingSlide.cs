using OneWhole.Formats.Office;

namespace OneWhole.Formats.Handing;

/// <summary>
/// The page as one slide that looks like it: as high as the page is, its figures as shapes that can be edited, its proofs in the notes.
/// </summary>
internal sealed class BriefingSlide : BriefingHandOver
{
    public override string Kind => "slide.pptx";

    public override string Extension => ".pptx";

    public override string Name => "One slide";

    public override string Detail => "the whole page on it, figures as shapes";

    public override string MediaType => "application/vnd.openxmlformats-officedocument.presentationml.presentation";

    public override void Write(HandedBriefing briefing, BriefingPaper on, Stream to, Progress progress)
    {
        IReadOnlyList<PlacedFigure> page = BriefingSheets.Of(briefing, double.PositiveInfinity, progress, hasHead: false)[0];
        string notes = string.Join(
            '\n',
            briefing
                .Blocks.Select(block => block.Study)
                .OfType<HandedStudy>()
                .Select(study =>
                    $"{study.Title}: "
                    + string.Join(
                        "; ",
                        study.Workings.Values.SelectMany(each => each.Workings.TieOut.Take(2)).Take(4).Select(line => line.Text)
                    )
                )
        );
        to.Write(SlideDeck.Write(new SlideContent(briefing.Title, briefing.Filter, "", "") { Page = page, Notes = notes }));
    }
}
