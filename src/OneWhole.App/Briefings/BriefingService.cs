using System.Collections.Immutable;
using OneWhole.App.HandingOver;
using OneWhole.App.Studies;
using OneWhole.App.Tables;
using OneWhole.Core.Briefings;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Store;

namespace OneWhole.App.Briefings;

/// <summary>What was picked on a page: a label of a column, to which the page is narrowed for the moment.</summary>
public sealed record BriefingPick(string Column, string Label);

/// <summary>Pages of several studies with running text and a filter in common: made, changed, undone, handed over.</summary>
public sealed class BriefingService(BriefingDocuments briefings, StudyHandOver studies, TableRows rows)
{
    private const int MostTableRows = 200;

    /// <summary>Narrower a figure is not laid out, in pixels.</summary>
    private const double LeastWidth = 260;
    private const int MostFilterColumns = 30;
    private const int MostFilterLabels = 200;

    public IReadOnlyList<BriefingSummary> List() => briefings.List();

    /// <summary>A new page with some studies on it, in two columns.</summary>
    public BriefingView Start(string title, IReadOnlyList<string> studyIds)
    {
        var page = new Briefing
        {
            Title = title.Trim().Length > 0 ? title.Trim() : "Briefing",
            Blocks =
            [
                .. studyIds
                    .Take(Briefing.MostBlocks)
                    .Select((id, at) => new BriefingBlock($"b{at + 1}") { Kind = BlockKind.Study, Study = id }),
            ],
        };
        return View(briefings.Create(page, "started"), null);
    }

    /// <summary>A page as it is shown.</summary>
    /// <param name="width">The room that it has on the screen, in pixels: its figures are laid out for it; null for the page's own.</param>
    public BriefingView Get(string id, BriefingPick? pick, double? width = null) => View(briefings.Find(id), pick, width);

    /// <exception cref="StudyException">It is not a briefing.</exception>
    public BriefingView Change(string id, long revision, string json, string note, BriefingPick? pick, double? width = null) =>
        View(briefings.Revise(briefings.Find(id), revision, Briefing.Read(json), note), pick, width);

    public BriefingView Undo(string id, long revision, BriefingPick? pick, double? width = null) =>
        View(briefings.Undo(id, revision), pick, width);

    public BriefingView Redo(string id, long revision, BriefingPick? pick, double? width = null) =>
        View(briefings.Redo(id, revision), pick, width);

    public void Remove(string id) => briefings.Remove(id);

    /// <summary>The tables of a page's studies, each once.</summary>
    public IReadOnlyList<string> TablesOf(string id) => briefings.TablesOf(briefings.Find(id).Page);

    // ---- Computing ----

    /// <summary>A study's block, computed: the study, or why there is none.</summary>
    private sealed record Computed(BriefingBlock Block, StudyHandOver.BriefedStudy? Study, string? Problem);

    private static ImmutableArray<Clause> Picked(BriefingPick? pick) => pick is null ? [] : [new Clause(pick.Column) { Is = [pick.Label] }];

    private IReadOnlyList<Computed> Compute(BriefingDocument document, BriefingPick? pick)
    {
        Func<string, IReadOnlyList<Clause>> clauses = briefings.ClausesFor(document, Picked(pick));
        return HandedBriefing.Compute(
            document.Page,
            (block, filtered, colours) => Try(block, filtered ? clauses : _ => [], colours),
            computed => computed.Study?.Handed,
            block => new Computed(block, null, null)
        );
    }

    private Computed Try(BriefingBlock block, Func<string, IReadOnlyList<Clause>> filter, IReadOnlyDictionary<string, string> colours)
    {
        try
        {
            return new Computed(block, studies.OnBriefing(block.Study, filter, colours), null);
        }
        catch (Exception fault) when (fault is AppException or StudyException)
        {
            return new Computed(block, null, fault.Message);
        }
    }

    private BriefingView View(BriefingDocument document, BriefingPick? pick, double? room = null)
    {
        double width = Math.Clamp(StudyPictures.Sane(room ?? BriefingLayout.Width, BriefingLayout.Width), LeastWidth, BriefingLayout.Width);
        (StoredDocument stored, Briefing page, _) = document;
        IReadOnlyList<Computed> computed = Compute(document, pick);
        IReadOnlyDictionary<string, string> readings = Readings(computed);
        return new BriefingView(stored.Id, stored.Revision, page.Title, page.Columns)
        {
            CanUndo = stored.CanUndo,
            LastChange = stored.Note,
            CanRedo = stored.CanRedo,
            Changed = stored.Changed,
            Document = page.Write(),
            Filter = [.. page.Filter.Select(clause => new FilterWords(clause.Column, Words(clause)))],
            Picked = pick is null ? null : Words(Picked(pick)[0]),
            SideBySide = BriefingLayout.ColumnsIn(width, page.Columns),
            Blocks = [.. computed.Select(block => View(block, width, BriefingLayout.ColumnsIn(width, page.Columns), readings))],
            FilterColumns = FilterColumns(computed),
        };
    }

    private static string Words(Clause clause) => HandedBriefing.WordsOf(clause);

    private static BlockView View(Computed computed, double page, int columns, IReadOnlyDictionary<string, string> readings)
    {
        BriefingBlock block = computed.Block;
        var view = new BlockView(
            block.Key,
            block.Kind.ToString().ToLowerInvariant(),
            Math.Min(block.Span, columns),
            block.Show.ToString().ToLowerInvariant()
        )
        {
            Text = block.Text,
            Problem = computed.Problem,
            Segments = block.Kind == BlockKind.Text ? BriefingText.Segments(block.Text, readings) : [],
        };
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
        (double width, double height) = BriefingLayout.SizeOf(handed, columns, page);
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
            Study = new BriefingStudy(study.Id, study.Handed.Title, first is null ? "" : Statement.Of(first).Text)
            {
                TableId = study.TableId,
                Figure = figure,
                Table = table,
                Parts = (study.Handed.Study.Parts as Axis.Labels)?.Column,
                Groups = (study.Handed.Study.Groups as Axis.Labels)?.Column,
                Rows =
                    first is null || study.Handed.Workings.Column is not null || first.RowCount > 2000
                        ? []
                        :
                        [
                            .. Enumerable
                                .Range(0, first.RowCount)
                                .Select(row => new BriefingRow(
                                    row,
                                    first.PartOf(row)?.Label,
                                    first.GroupOf(row)?.Label,
                                    [first.NameOf(row), .. PointedReading.Of(first, row)]
                                )),
                        ],
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
        foreach (StudyHandOver.BriefedStudy study in blocks.Select(block => block.Study).OfType<StudyHandOver.BriefedStudy>())
        {
            foreach (
                Column column in rows.Load(study.TableId)
                    .Table.Columns.Where(column =>
                        column.Info.Type == ColumnType.Category && column.Labels.Labels.Count <= MostFilterLabels
                    )
            )
            {
                (List<string> labels, int count) = columns.GetValueOrDefault(column.Name, ([], 0));
                columns[column.Name] = ([.. labels.Union(column.Labels.Labels)], count + 1);
            }
        }
        return
        [
            .. columns
                .OrderByDescending(column => column.Value.Studies)
                .Take(MostFilterColumns)
                .Select(column => new BriefingFilterColumn(column.Key, column.Value.Labels, column.Value.Studies)),
        ];
    }

    // ---- Handing over ----

    private static ComputedBlock Pages(Computed computed) =>
        new(computed.Block, computed.Study?.Handed, computed.Study?.Remarks ?? [], computed.Problem);

    private static IReadOnlyDictionary<string, string> Readings(IReadOnlyList<Computed> blocks) =>
        BriefingText.Readings(
            blocks.Where(block => block.Study is not null).Select(block => (block.Block.Key, block.Study!.Handed.Workings))
        );

    public static IReadOnlyList<HandOverKind> Kinds =>
        [
            .. BriefingHandOver.Standard.Select(kind => new HandOverKind(kind.Kind, kind.Name, kind.Detail, [1])
            {
                Papers = StudyHandOver.PapersOf(kind.HasPaper),
            }),
        ];

    /// <summary>The page as it is to leave, with the filter and what was picked.</summary>
    public HandedBriefing Handed(string id, BriefingPick? pick, bool sharesOnly = false)
    {
        BriefingDocument document = briefings.Find(id);
        return HandedBriefing.Of(
            document.Page,
            [.. document.Page.Filter, .. Picked(pick)],
            [.. Compute(document, pick).Select(Pages)],
            sharesOnly
        );
    }

    /// <summary>The page as a file of one of the kinds of <see cref="BriefingHandOver.Standard"/>.</summary>
    public LeavingFile HandOver(
        string id,
        string kind,
        BriefingPick? pick,
        string? paper = null,
        double? margin = null,
        bool sharesOnly = false
    )
    {
        BriefingHandOver found;
        BriefingPaper on;
        try
        {
            found = BriefingHandOver.Find(kind);
            on = new BriefingPaper(
                paper is null ? BriefingPaper.Usual.Paper : Paper.Find(paper),
                StudyPictures.Sane(margin ?? BriefingPaper.UsualMargin, BriefingPaper.UsualMargin)
            );
        }
        catch (StudyException fault)
        {
            throw new AppException("not-found", fault.Message);
        }
        HandedBriefing page = Handed(id, pick, sharesOnly);
        return new LeavingFile(StudyHandOver.FileName(page.Title) + found.Extension, found.MediaType, (to, progress) =>
            found.Write(page, on, to, progress)
        );
    }
}
