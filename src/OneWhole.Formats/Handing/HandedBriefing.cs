using OneWhole.Core.Briefings;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Handing;

/// <summary>A block of a page, ready to leave: running text with its readings in it, or a study.</summary>
/// <param name="Span">How many columns it takes.</param>
public sealed record HandedBlock(int Span)
{
    /// <summary>Running text, paragraphs apart by an empty line; null for a study.</summary>
    public string? Text { get; init; }

    public HandedStudy? Study { get; init; }

    public BlockShow Show { get; init; }

    /// <summary>What is to be said of the page's filter: where it does not act, or leaves nothing.</summary>
    public string Remark { get; init; } = "";

    /// <summary>Why there is no figure; null where there is one.</summary>
    public string? Problem { get; init; }
}

/// <summary>What a page is printed on.</summary>
/// <param name="Paper">The sheet.</param>
/// <param name="Margin">In millimetres, at most a third of the shorter side.</param>
public sealed record BriefingPaper(Paper Paper, double Margin)
{
    public const double UsualMargin = 12;

    public static BriefingPaper Usual { get; } = new(Paper.Find("a4"), UsualMargin);
}

/// <summary>A block of a page with what was computed for it.</summary>
/// <param name="Block">As the document has it.</param>
/// <param name="Study">The study with the page's filter; null for text, or where it can't be computed.</param>
/// <param name="Remarks">What is to be said of the filter: where it does not act, or leaves nothing.</param>
/// <param name="Problem">Why it can't be computed.</param>
public sealed record ComputedBlock(BriefingBlock Block, HandedStudy? Study, IReadOnlyList<string> Remarks, string? Problem)
{
    /// <summary>The block without amounts; a study that can't be told so is left out, and the block says why.</summary>
    public ComputedBlock AsShares()
    {
        try
        {
            return this with { Study = Study is null ? null : SharesOnly.Of(Study) };
        }
        catch (StudyException unfit)
        {
            return this with { Study = null, Problem = unfit.Message };
        }
    }
}

/// <summary>A page of several studies, ready to leave.</summary>
/// <param name="Title">Its title.</param>
/// <param name="Columns">How many columns it has, 1 to 3.</param>
/// <param name="Filter">The filter that it was made with, in words; empty for none.</param>
/// <param name="Blocks">In order.</param>
public sealed record HandedBriefing(string Title, int Columns, string Filter, IReadOnlyList<HandedBlock> Blocks)
{
    /// <summary>
    /// Computes a page's blocks: once as they are, for its colours (what is filtered away keeps its own), and once with the filter.
    /// </summary>
    /// <param name="page">The page.</param>
    /// <param name="compute">Computes a block of a study, with the filter or without it, and with the page's colours.</param>
    /// <param name="studyOf">The study of such a block; null where it could not be computed.</param>
    /// <param name="text">A block of text.</param>
    public static IReadOnlyList<T> Compute<T>(
        Briefing page,
        Func<BriefingBlock, bool, IReadOnlyDictionary<string, string>, T> compute,
        Func<T, HandedStudy?> studyOf,
        Func<BriefingBlock, T> text
    )
    {
        var none = new Dictionary<string, string>();
        IReadOnlyDictionary<string, string> colours = BriefingColours.Of(
            page.Blocks.Where(block => block.Kind == BlockKind.Study)
                .SelectMany(block => studyOf(compute(block, false, none))?.Workings.Values.Take(1) ?? [])
                .Select(each => each.Workings)
        );
        return [.. page.Blocks.Select(block => block.Kind == BlockKind.Study ? compute(block, true, colours) : text(block))];
    }

    /// <param name="page">The page.</param>
    /// <param name="clauses">The filter that it is made with.</param>
    /// <param name="blocks">Its blocks, computed.</param>
    /// <param name="sharesOnly">Whether it leaves without amounts; what was typed in its text stays as it is.</param>
    public static HandedBriefing Of(
        Briefing page,
        IReadOnlyList<Clause> clauses,
        IReadOnlyList<ComputedBlock> blocks,
        bool sharesOnly = false
    )
    {
        blocks = sharesOnly ? [.. blocks.Select(block => block.AsShares())] : blocks;
        IReadOnlyDictionary<string, string> readings = BriefingText.Readings(
            blocks.Where(block => block.Study is not null).Select(block => (block.Block.Key, block.Study!.Workings))
        );
        return new HandedBriefing(
            page.Title,
            page.Columns,
            string.Join(", ", clauses.Select(WordsOf)),
            [.. blocks.Select(block => BlockOf(block, page.Columns, readings))]
        );
    }

    /// <summary>"only season is Summer".</summary>
    public static string WordsOf(Clause clause) => $"only {Statement.WhereWords(clause, Nouns.Lower(clause.Column))}";

    /// <param name="block">A block, computed.</param>
    /// <param name="columns">The columns of the page.</param>
    /// <param name="readings">What text can have in it.</param>
    public static HandedBlock BlockOf(ComputedBlock block, int columns, IReadOnlyDictionary<string, string> readings) =>
        new(Math.Min(block.Block.Span, columns))
        {
            Text =
                block.Block.Kind == BlockKind.Text
                    ? string.Concat(BriefingText.Segments(block.Block.Text, readings).Select(segment => segment.Text))
                    : null,
            Study = block.Study,
            Show = block.Block.Show,
            Remark = RemarkOf(block.Remarks),
            Problem = block.Problem ?? (block.Study is { } study ? Undrawn(study) : null),
        };

    /// <summary>Why a study can't be drawn; null where it can.</summary>
    private static string? Undrawn(HandedStudy study)
    {
        if (study.Workings.Values.Count == 0)
        {
            return "no row is left";
        }
        return
            study.Workings.Values.Select(each => FigureDrawer.Refused(each.Workings)).FirstOrDefault(unfit => unfit is not null)
                is { } unsuitable
            ? $"{study.Study.Form.Form.Name} can't be drawn: {unsuitable.Why}"
            : null;
    }

    /// <summary>Blocks in rows of the page: as many as fit beside one another, in order.</summary>
    public IEnumerable<IReadOnlyList<HandedBlock>> Rows()
    {
        var row = new List<HandedBlock>();
        int taken = 0;
        foreach (HandedBlock block in Blocks)
        {
            int span = Math.Min(block.Span, Columns);
            if (taken + span > Columns)
            {
                yield return row;
                row = [];
                taken = 0;
            }
            row.Add(block with { Span = span });
            taken += span;
        }
        if (row.Count > 0)
        {
            yield return row;
        }
    }

    public static string RemarkOf(IReadOnlyList<string> remarks) => string.Join("; ", remarks);
}

/// <summary>A kind of file that a page leaves as: one class, and one line in <see cref="Standard"/>.</summary>
public abstract class BriefingHandOver
{
    public static IReadOnlyList<BriefingHandOver> Standard { get; } =
    [new BriefingPdf(), new BriefingHtml(), new BriefingSlides(), new BriefingSlide()];

    /// <exception cref="StudyException">There is no such kind.</exception>
    public static BriefingHandOver Find(string kind) =>
        Standard.FirstOrDefault(known => known.Kind == kind)
        ?? throw new StudyException(
            "not-handed-over",
            "",
            $"A briefing can't be handed over as \"{kind}\"; it must be one of {string.Join(", ", Standard.Select(known => known.Kind))}."
        );

    /// <summary>What tells it from the others; where two have one extension, a file's name alone means the first.</summary>
    public virtual string Kind => Extension[1..];

    /// <summary>".pdf".</summary>
    public abstract string Extension { get; }

    public abstract string Name { get; }

    public abstract string Detail { get; }

    public abstract string MediaType { get; }

    /// <summary>Whether it is laid out on paper.</summary>
    public virtual bool HasPaper => false;

    /// <summary>Writes the file.</summary>
    /// <param name="briefing">What leaves.</param>
    /// <param name="on">What it is printed on, where it is.</param>
    /// <param name="to">Takes the bytes; it is left open.</param>
    /// <param name="progress">Is told how many blocks are done.</param>
    /// <exception cref="OperationCanceledException">The file is not wanted any more.</exception>
    public abstract void Write(HandedBriefing briefing, BriefingPaper on, Stream to, Progress progress);

    /// <summary>The file in memory.</summary>
    public byte[] ToBytes(HandedBriefing briefing, BriefingPaper? on = null)
    {
        using var bytes = new MemoryStream();
        Write(briefing, on ?? BriefingPaper.Usual, bytes, Progress.None);
        return bytes.ToArray();
    }
}
