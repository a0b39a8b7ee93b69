using OneWhole.Formats.Pictures;

namespace OneWhole.Formats.Handing;

/// <summary>A vector picture that needs nothing else.</summary>
internal sealed class SvgFigure : HandOver
{
    public override string Kind => "figure.svg";

    public override string Name => "Figure, SVG";

    public override string Detail => "for pages and editing";

    public override string MediaType => "image/svg+xml";

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress) =>
        to.Write(SvgWriter.ToBytes(study.Draw(size.Width, size.Height)));
}
