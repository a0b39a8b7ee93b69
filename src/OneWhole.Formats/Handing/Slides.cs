using OneWhole.Formats.Office;

namespace OneWhole.Formats.Handing;

/// <summary>The figure as a slide that can be edited, its workings as a table on the next where they are wanted.</summary>
internal sealed class Slides : HandOver
{
    public override string Kind => "figure.pptx";

    public override string Name => "Slides";

    public override string Detail => "a chart that can be edited";

    public override string MediaType => "application/vnd.openxmlformats-officedocument.presentationml.presentation";

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress) =>
        to.Write(
            SlideDeck.Write(
                [StudySlides.Figure(study), .. size.HasWorkings ? StudySlides.Tables(study) : []],
                study.Title,
                wide: size.Width / size.Height > 1.45
            )
        );
}
