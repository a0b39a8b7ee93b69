using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Handing;

/// <summary>A study with its workings, ready to leave.</summary>
/// <param name="Title">The study's title, or what stands for it.</param>
/// <param name="Study">The study.</param>
/// <param name="Workings">Its workings; those of each value where it is repeated.</param>
public sealed record HandedStudy(string Title, Study Study, WorkingsSet Workings)
{
    public Figure Draw(double width, double height) => FigureDrawer.Draw(Workings, width, height, TextMeasurer.Shared);
}

/// <summary>How a figure is handed over.</summary>
/// <param name="Width">Of the figure, in pixels.</param>
/// <param name="Height">Of the figure, in pixels.</param>
/// <param name="PixelRatio">Pixels of a picture for each of the figure's.</param>
public sealed record HandingSize(double Width, double Height, double PixelRatio = 1)
{
    /// <summary>The paper of a page; null for one of the figure's own size.</summary>
    public Paper? Paper { get; init; }

    /// <summary>The paper's margin in millimetres, at most a third of its shorter side.</summary>
    public double Margin { get; init; } = 15;

    /// <summary>Whether the workings, and of a PDF the proofs, follow on pages or a slide of their own.</summary>
    public bool HasWorkings { get; init; } = true;
}

/// <summary>A kind of file that a study leaves as: one class, and one line in <see cref="Standard"/>.</summary>
public abstract class HandOver
{
    /// <summary>Every kind, in the order in which they are offered.</summary>
    public static IReadOnlyList<HandOver> Standard { get; } =
    [
        new SvgFigure(),
        new PngFigure(),
        new PdfFigure(),
        new HtmlPage(),
        new Workbook(),
        new Slides(),
        new CsvWorkings(),
        new InertCsvWorkings(),
        new JsonWorkings(),
        new OdsWorkings(),
        new ParquetWorkings(),
        new MarkdownWorkings(),
        new StudyFile(),
    ];

    /// <exception cref="StudyException">There is no such kind; the message lists those there are.</exception>
    public static HandOver Find(string kind) =>
        Standard.FirstOrDefault(known => known.Kind == kind)
        ?? throw new StudyException(
            "not-handed-over",
            "",
            $"\"{kind}\" can't be handed over; it must be one of {string.Join(", ", Standard.Select(known => known.Kind))}."
        );

    /// <summary>What is handed over and as what: "figure.svg".</summary>
    public abstract string Kind { get; }

    /// <summary>As it is offered.</summary>
    public abstract string Name { get; }

    /// <summary>What it is good for.</summary>
    public abstract string Detail { get; }

    public abstract string MediaType { get; }

    /// <summary>The ending of its name: ".svg".</summary>
    public string Extension => System.IO.Path.GetExtension(Kind);

    /// <summary>What stands between the study's name and the ending: what it is, where it is no picture of the study.</summary>
    public virtual string Suffix(HandingSize size) =>
        System.IO.Path.GetFileNameWithoutExtension(Kind) is var what and not ("figure" or "page") ? $".{what}" : "";

    /// <summary>Whether it is laid out on paper.</summary>
    public virtual bool HasPaper => false;

    /// <summary>Pixels of a picture for each of the figure's, as they are offered; one where it has none.</summary>
    public virtual IReadOnlyList<int> PixelRatios => [1];

    /// <summary>Writes the file.</summary>
    /// <param name="study">What leaves.</param>
    /// <param name="size">How it is drawn, where it is.</param>
    /// <param name="to">Takes the bytes; it is left open.</param>
    /// <param name="progress">Is told how far the rows are.</param>
    /// <exception cref="OperationCanceledException">The file is not wanted any more.</exception>
    public void Write(HandedStudy study, HandingSize size, Stream to, Progress progress)
    {
        using IDisposable style = IsData ? NumberStyle.Plain.Force() : study.Study.Finish.Numbers.Use(),
            words = FigureWords.Use(study.Study.Finish.Words);
        WriteFile(study, size, to, progress);
    }

    /// <summary>Whether programs read it: then numbers are written plainly, whatever the study asks for.</summary>
    protected virtual bool IsData => false;

    /// <inheritdoc cref="Write"/>
    protected abstract void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress);

    /// <summary>The file in memory.</summary>
    public byte[] ToBytes(HandedStudy study, HandingSize size)
    {
        using var bytes = new MemoryStream();
        Write(study, size, bytes, Progress.None);
        return bytes.ToArray();
    }
}
