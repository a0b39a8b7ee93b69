using System.CommandLine;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Cli.Verbs;

/// <summary>A study drawn, or handed over as a page, a workbook or slides.</summary>
internal sealed class FigureVerb(string name) : Verb(name, "Draws a study: as a picture, on paper, as a page, a workbook or slides.")
{
    private const double UsualMargin = 15;

    private static readonly HandOver[] Known = [.. HandOver.Standard.Where(IsFigure)];

    private readonly StudyInput _input = new();
    private readonly Kinds _kinds = new([.. Known.Select(kind => kind.Extension)], ".svg");
    private readonly Option<string> _size = Options.Size;
    private readonly Option<string> _scale = Options.Scale;
    private readonly OnPaper _paper = new(UsualMargin);
    private readonly Option<string> _pages = Options.Pages;
    private readonly Option<string> _only = Options.Only;
    private readonly Option<string> _numbers = Options.Numbers;

    protected override IEnumerable<Option> Takes =>
        [.. _input.All, _kinds.Out, _kinds.As, _size, _scale, .. _paper.All, _pages, _only, _numbers];

    protected override Option<string> Numbers => _numbers;

    protected override IDisposable UsualNumbers => NumberStyle.Plain.Use();

    private static bool IsFigure(HandOver kind) =>
        kind.Kind.StartsWith("figure.", StringComparison.Ordinal) || kind.Kind.StartsWith("page.", StringComparison.Ordinal);

    protected override int Run(Given given, Streams streams)
    {
        (string path, string ending) = _kinds.Of(given, given.Required(_kinds.Out));
        (int width, int height) = SizeOf(given.Optional(_size) ?? "960x600");
        var size = new HandingSize(width, height, ScaleOf(given))
        {
            Paper = _paper.Sheet(given),
            Margin = _paper.Margin(given),
            HasWorkings = given.OneOf(_pages, "figure", "all") != "figure",
        };
        bool onlyShares = given.OneOf(_only, "shares") is not null;
        (Study study, WorkingsSet workings) = _input.Compute(given, streams);
        HandedStudy handed = StudyInput.Handed(onlyShares, study, workings);
        HandOver kind = Known.First(known => known.Extension == ending);
        OutputFile.Write(path, streams, (to, progress) => kind.Write(handed, size, to, progress));
        if (handed.Draw(width, height).LeftOut is { } left)
        {
            streams.Note($"note: {left.Words} at {width}x{height}: take a larger --size, or fold small parts.");
        }
        return 0;
    }

    private int ScaleOf(Given given) =>
        int.TryParse(given.Optional(_scale) ?? "1", out int scale) && scale is >= 1 and <= 8
            ? scale
            : throw new WrongUse("--scale must be a whole number from 1 to 8.");

    private static (int Width, int Height) SizeOf(string text)
    {
        string[] sides = text.Split('x');
        if (
            sides.Length != 2
            || !int.TryParse(sides[0], out int width)
            || !int.TryParse(sides[1], out int height)
            || Math.Min(width, height) < FigureDrawer.SmallestSide
            || Math.Max(width, height) > FigureDrawer.LargestSide
        )
        {
            throw new WrongUse(
                $"--size is {text}; it must be like 960x600, each side from {FigureDrawer.SmallestSide} to {FigureDrawer.LargestSide}."
            );
        }
        return (width, height);
    }
}
