using System.Collections.Immutable;
using OneWhole.Core.Briefings;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Store;

namespace OneWhole.App;

/// <summary>What was picked on a page: a label of a column, to which the page is narrowed for the moment.</summary>
public sealed record BriefingPick(string Column, string Label);

/// <summary>Pages of several studies with running text and a filter in common: made, changed, undone, handed over.</summary>
public sealed class BriefingService(DocumentStore documents, TableService tables, StudyService studies)
{
    private const string Kind = "briefing";
    private const int MostTableRows = 200;
    private const int MostFilterColumns = 30;
    private const int MostFilterLabels = 200;

    public IReadOnlyList<BriefingSummary> List() => [.. documents.List(Kind).Select(stored => Read(stored) is var page ? new BriefingSummary(stored.Id, page.Title, page.Blocks.Count(block => block.Kind == BlockKind.Study), stored.Changed) : null!)];

    /// <summary>A new page with some studies on it, in two columns.</summary>
    public BriefingView Start(string title, IReadOnlyList<string> studyIds)
    {
        var page = new Briefing
        {
            Title = title.Trim().Length > 0 ? title.Trim() : "Briefing",
            Blocks = [.. studyIds.Take(Briefing.MostBlocks).Select((id, at) => new BriefingBlock($"b{at + 1}") { Kind = BlockKind.Study, Study = id })],
        };
        return View(documents.Create(Kind, null, page.Write().ToJsonString(), "started"), null);
    }

    /// <summary>Stores a page that came as a document.</summary>
    internal string Add(Briefing page) => documents.Create(Kind, null, page.Write().ToJsonString(), "brought in").Id;

    public BriefingView Get(string id, BriefingPick? pick) => View(Find(id), pick);

    /// <exception cref="StudyException">It is not a briefing.</exception>
    public BriefingView Change(string id, long revision, string json, string note, BriefingPick? pick)
    {
        StoredDocument stored = Find(id);
        string tidy = Briefing.Read(json).Write().ToJsonString();
        return View(stored.Revision == revision && stored.Body == tidy ? stored : documents.Change(id, revision, tidy, note), pick);
    }

    public BriefingView Undo(string id, long revision, BriefingPick? pick) => View(documents.Undo(Find(id).Id, revision), pick);

    public BriefingView Redo(string id, long revision, BriefingPick? pick) => View(documents.Redo(Find(id).Id, revision), pick);

    public void Remove(string id) => documents.Remove(Find(id).Id);

    internal Briefing Document(string id) => Read(Find(id));

    private StoredDocument Find(string id) => documents.Find(id) is { Kind: Kind } found ? found : throw new AppException("not-found", "There is no such briefing (any more).");

    private static Briefing Read(StoredDocument stored) => Briefing.Read(stored.Body);

    /// <summary>The tables of a page's studies, each once.</summary>
    public IReadOnlyList<string> TablesOf(string id) => [.. Read(Find(id)).Blocks.Where(block => block.Kind == BlockKind.Study).Select(block => documents.Find(block.Study)?.Parent).OfType<string>().Distinct()];

    // ---- Computing ----

    /// <summary>A study's block, computed: the study, or why there is none.</summary>
    private sealed record Computed(BriefingBlock Block, StudyService.BriefedStudy? Study, string? Problem);

    private static ImmutableArray<Clause> Clauses(Briefing page, BriefingPick? pick) => pick is null ? page.Filter : page.Filter.Add(new Clause(pick.Column) { Is = [pick.Label] });

    private IReadOnlyList<Computed> Compute(Briefing page, BriefingPick? pick) =>
        HandedBriefing.Compute(page, Clauses(page, pick), Try, computed => computed.Study?.Handed, block => new Computed(block, null, null));

    private Computed Try(BriefingBlock block, IReadOnlyList<Clause> filter, IReadOnlyDictionary<string, string> colours)
    {
        try
        {
            return new Computed(block, studies.OnBriefing(block.Study, filter, colours), null);
        }
        catch (AppException gone)
        {
            return new Computed(block, null, gone.Message);
        }
        catch (StudyException unfit)
        {
            return new Computed(block, null, unfit.Message);
        }
    }

    private BriefingView View(StoredDocument stored, BriefingPick? pick)
    {
        Briefing page = Read(stored);
        IReadOnlyList<Computed> computed = Compute(page, pick);
        IReadOnlyDictionary<string, string> readings = Readings(computed);
        return new BriefingView(stored.Id, stored.Revision, page.Title, page.Columns)
        {
            CanUndo = stored.CanUndo,
            CanRedo = stored.CanRedo,
            Changed = stored.Changed,
            Document = page.Write(),
            Filter = [.. page.Filter.Select(clause => new FilterWords(clause.Column, Words(clause)))],
            Picked = pick is null ? null : Words(new Clause(pick.Column) { Is = [pick.Label] }),
            Blocks = [.. computed.Select(block => View(block, page.Columns, readings))],
            FilterColumns = FilterColumns(computed),
        };
    }

    private static string Words(Clause clause) => HandedBriefing.WordsOf(clause);

    private BlockView View(Computed computed, int columns, IReadOnlyDictionary<string, string> readings)
    {
        BriefingBlock block = computed.Block;
        var view = new BlockView(block.Key, block.Kind.ToString().ToLowerInvariant(), Math.Min(block.Span, columns), block.Show.ToString().ToLowerInvariant()) { Text = block.Text, Problem = computed.Problem, Segments = block.Kind == BlockKind.Text ? BriefingText.Segments(block.Text, readings) : [] };
        if (computed.Study is not { } study)
        {
            return view;
        }
        HandedBlock handed = HandedBriefing.BlockOf(Pages(computed), columns, readings);
        WorkingsResult? first = study.Handed.Workings.Values.FirstOrDefault()?.Workings;
        BriefingTable? table = null;
        if (block.Show != BlockShow.Figure && first is not null)
        {
            var printed = new WorkingsTable(first);
            table = new BriefingTable(printed.Heads, printed.IsNumber, [.. printed.First(MostTableRows)], printed.RowCount);
        }
        (double width, double height) = BriefingLayout.SizeOf(handed, columns);
        string? problem = null;
        Figure? figure = null;
        try
        {
            figure = block.Show == BlockShow.Workings ? null : study.Handed.Draw(width, height);
        }
        catch (StudyException unfit)
        {
            problem = unfit.Message;
        }
        return view with
        {
            Problem = problem,
            Study = new BriefingStudy(study.Document.Id, study.Handed.Title, first is null ? "" : Statement.Of(first).Text)
            {
                TableId = study.Document.Parent!,
                Figure = figure,
                Table = table,
                Parts = (study.Handed.Study.Parts as Axis.Labels)?.Column,
                Groups = (study.Handed.Study.Groups as Axis.Labels)?.Column,
                Rows = first is null || study.Handed.Workings.Column is not null || first.RowCount > 2000 ? [] : [.. Enumerable.Range(0, first.RowCount).Select(row => new BriefingRow(row, first.PartOf(row)?.Label, first.GroupOf(row)?.Label, [first.NameOf(row), .. PointedReading.Of(first, row)]))],
                Readings = first is null || study.Handed.Workings.Column is not null ? [] : NamedReading.Of(first),
                Remark = HandedBriefing.RemarkOf(study.Remarks),
                AddsUp = study.Handed.Workings.Values.All(each => each.Workings.TieOut.All(line => line.Status != TieOutStatus.Fail)),
            },
        };
    }

    /// <summary>Columns of labels that the page's tables have, those that most studies have first.</summary>
    private List<BriefingFilterColumn> FilterColumns(IReadOnlyList<Computed> blocks)
    {
        var columns = new Dictionary<string, (List<string> Labels, int Studies)>();
        foreach (StudyService.BriefedStudy study in blocks.Select(block => block.Study).OfType<StudyService.BriefedStudy>())
        {
            foreach (Column column in tables.Load(study.Document.Parent!).Table.Columns.Where(column => column.Info.Type == ColumnType.Category && column.Labels.Labels.Count <= MostFilterLabels))
            {
                (List<string> labels, int count) = columns.GetValueOrDefault(column.Name, ([], 0));
                columns[column.Name] = ([.. labels.Union(column.Labels.Labels)], count + 1);
            }
        }
        return [.. columns.OrderByDescending(column => column.Value.Studies).Take(MostFilterColumns).Select(column => new BriefingFilterColumn(column.Key, column.Value.Labels, column.Value.Studies))];
    }

    // ---- Handing over ----

    private static ComputedBlock Pages(Computed computed) => new(computed.Block, computed.Study?.Handed, computed.Study?.Remarks ?? [], computed.Problem);

    private static IReadOnlyDictionary<string, string> Readings(IReadOnlyList<Computed> blocks) =>
        BriefingText.Readings(blocks.Where(block => block.Study is not null).Select(block => (block.Block.Key, block.Study!.Handed.Workings)));

    public static IReadOnlyList<HandOverKind> HandOverKinds => [.. BriefingHandOver.Standard.Select(kind => new HandOverKind(kind.Extension[1..], kind.Name, kind.Detail, [1]) { Papers = StudyService.PapersOf(kind.HasPaper) })];

    /// <summary>The page as it is to leave, with the filter and what was picked.</summary>
    public HandedBriefing Handed(string id, BriefingPick? pick, bool sharesOnly = false)
    {
        Briefing page = Read(Find(id));
        return HandedBriefing.Of(page, Clauses(page, pick), [.. Compute(page, pick).Select(Pages)], sharesOnly);
    }

    /// <summary>The page as a file of one of the kinds of <see cref="BriefingHandOver.Standard"/>.</summary>
    public LeavingFile HandOver(string id, string kind, BriefingPick? pick, string? paper = null, double? margin = null, bool sharesOnly = false)
    {
        BriefingHandOver found;
        BriefingPaper on;
        try
        {
            found = BriefingHandOver.Find(kind);
            on = new BriefingPaper(paper is null ? BriefingPaper.Usual.Paper : Paper.Find(paper), StudyService.Sane(margin ?? BriefingPaper.UsualMargin, BriefingPaper.UsualMargin));
        }
        catch (StudyException fault)
        {
            throw new AppException("not-found", fault.Message);
        }
        HandedBriefing page = Handed(id, pick, sharesOnly);
        return new LeavingFile(StudyService.FileName(page.Title) + found.Extension, found.MediaType, (to, progress) => found.Write(page, on, to, progress));
    }
}
