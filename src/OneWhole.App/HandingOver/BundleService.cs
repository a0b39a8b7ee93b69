using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.App.Briefings;
using OneWhole.App.Changing;
using OneWhole.App.Elsewhere;
using OneWhole.App.Studies;
using OneWhole.App.Tables;
using OneWhole.App.Waiting;
using OneWhole.Core.Briefings;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Bundles;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.HandingOver;

/// <summary>What is in a bundle, before anything of it is taken.</summary>
/// <param name="Id">By which it is taken.</param>
/// <param name="Tables">Names of its tables.</param>
/// <param name="Studies">Titles of its studies.</param>
/// <param name="Page">The title of its page; null for studies alone.</param>
public sealed record BundleLook(string Id, string Title, IReadOnlyList<string> Tables, IReadOnlyList<string> Studies, string? Page)
{
    /// <summary>What of it is here already under the same name, in words: it can lie beside that, or replace it.</summary>
    public IReadOnlyList<string> Known { get; init; } = [];
}

/// <summary>What was taken: the page, or the first study.</summary>
public sealed record BundleTaken(string? Briefing, string Study);

/// <summary>Studies and pages with their tables as one file; opened, it is added beside what is there.</summary>
public sealed class BundleService(
    TableDocuments tables,
    TableRows rows,
    TableImport imports,
    StudyDocuments studyDocuments,
    StudyHandOver studies,
    StudyService changing,
    BriefingDocuments briefings,
    Changes changes,
    WaitingRoom room,
    LeftTables? left = null
)
{
    private const string Kind = "bundle";
    private const string Gone = "The bundle is not at hand any more: open it again.";

    /// <summary>A study with its tables.</summary>
    /// <param name="id">The study.</param>
    /// <param name="questionAlone">Whether of rows elsewhere only the question leaves; else the cells that it was answered with, so that
    /// the bundle opens anywhere.</param>
    public LeavingFile OfStudy(string id, bool questionAlone = false) => Leaving(Of([id], null, questionAlone));

    /// <summary>A page with its studies and their tables.</summary>
    /// <inheritdoc cref="OfStudy"/>
    public LeavingFile OfBriefing(string id, bool questionAlone = false)
    {
        Briefing page = briefings.Portable(briefings.Find(id));
        return Leaving(
            Of(
                [
                    .. page
                        .Blocks.Where(block => block.Kind == BlockKind.Study && studyDocuments.TableOf(block.Study) is not null)
                        .Select(block => block.Study)
                        .Distinct(),
                ],
                page,
                questionAlone
            )
        );
    }

    private static LeavingFile Leaving(Bundle bundle) =>
        new($"{Bundle.FileName(bundle.Title)}.bundle.zip", "application/zip", bundle.Write);

    private Bundle Of(IReadOnlyList<string> studyIds, Briefing? page, bool questionAlone)
    {
        if (studyIds.Count == 0)
        {
            throw new AppException("nothing-to-hand-over", "There is no study on the page: put one on it first.");
        }
        var names = new Dictionary<string, string>();
        var studyNames = new Dictionary<string, string>();
        // Among all resources of a package a name is there once.
        string Distinct(string name) => Bundle.FileName(name, [.. names.Values, .. studyNames.Values, "briefing"]);
        var bundled = new List<BundledTable>();
        // Of rows elsewhere the answers that the studies use.
        var answers = new Dictionary<string, List<UsedAnswer>>();
        string TableName(string tableId)
        {
            if (
                !names.TryGetValue(tableId, out string? name)
                && tables.Document(tableId) is { } document
                && (document.Left is not null || document.Kept is not null)
            )
            {
                name = names[tableId] = Distinct(document.Name);
                answers[tableId] = [];
            }
            else if (name is null)
            {
                (Table table, Preparation steps) = rows.WithSteps(tableId);
                name = names[tableId] = Distinct(table.Name);
                bundled.Add(BundledTable.Of(name, table, steps));
            }
            return name;
        }
        var list = new List<BundledStudy>();
        foreach (string id in studyIds)
        {
            StudyHandOver.BriefedStudy study = studies.OnBriefing(id, _ => [], ImmutableDictionary<string, string>.Empty);
            // A study against another table takes that with it, by its name.
            if (
                study.Handed.Study.Form.Form.SecondTable(study.Handed.Study) is { } second
                && tables.List().FirstOrDefault(table => table.Name == second) is { } other
            )
            {
                TableName(other.Id);
            }
            string name = studyNames[id] = Distinct(study.Handed.Title);
            list.Add(new BundledStudy(name, TableName(study.TableId), study.Handed.Study));
            NoteAnswers(study, answers);
        }
        foreach ((string tableId, List<UsedAnswer> used) in answers)
        {
            bundled.AddRange(
                questionAlone && tables.Document(tableId).Left is not null
                    ? [WithoutRows(names[tableId], tableId)]
                    : WithAnswers(names[tableId], tableId, used, Distinct)
            );
        }
        string title = page?.Title ?? studies.OnBriefing(studyIds[0], _ => [], ImmutableDictionary<string, string>.Empty).Handed.Title;
        Briefing? named = page is null
            ? null
            : page with
            {
                Blocks =
                [
                    .. page
                        .Blocks.Where(block => block.Kind == BlockKind.Text || studyNames.ContainsKey(block.Study))
                        .Select(block => block.Kind == BlockKind.Text ? block : block with { Study = studyNames[block.Study] }),
                ],
            };
        return new Bundle(title, bundled, list, named);
    }

    /// <summary>Notes what a study asks of rows elsewhere: for its workings, its proofs and its figure.</summary>
    private void NoteAnswers(StudyHandOver.BriefedStudy study, Dictionary<string, List<UsedAnswer>> answers)
    {
        string? secondId = study.Handed.Study.Form.Form.SecondTable(study.Handed.Study) is { } second
            ? tables.List().FirstOrDefault(table => table.Name == second)?.Id
            : null;
        Table Noting(string id)
        {
            Table table = rows.Load(id).Table;
            if (!answers.TryGetValue(id, out List<UsedAnswer>? all))
            {
                return table;
            }
            (Table noting, List<UsedAnswer> used) = KeptCells.Noting(table, all);
            return noting;
        }
        if (!answers.ContainsKey(study.TableId) && (secondId is null || !answers.ContainsKey(secondId)))
        {
            return;
        }
        WorkingsSet set = WorkingsSet.Run(Noting(study.TableId), study.Handed.Study, default, secondId is null ? null : Noting(secondId));
        foreach (Panel each in set.Values)
        {
            _ = each.Workings.TieOut.Count;
        }
        _ = (study.Handed with { Workings = set }).Draw(960, 600);
    }

    /// <summary>A table with the answers instead of its rows.</summary>
    private IEnumerable<BundledTable> WithAnswers(string name, string tableId, IEnumerable<UsedAnswer> used, Func<string, string> distinct)
    {
        IReadOnlyList<UsedAnswer> kept = KeptCells.Distinct(used);
        Table table = rows.Load(tableId).Table;
        yield return BundledTable.Of(name, KeptCells.Bare(table, kept));
        foreach ((int at, UsedAnswer answer) in kept.Index())
        {
            yield return BundledTable.Of(distinct($"{name}-answer-{at + 1}"), KeptCells.TableOf(answer)) with
            {
                Answer = new JsonObject
                {
                    ["of"] = name,
                    ["asOf"] = answer.Cells.Asked?.AsOf,
                    ["question"] = JsonNode.Parse(answer.Question.Write()),
                    ["summed"] = new JsonArray([.. answer.Cells.Summed.Select(column => JsonValue.Create(column))]),
                },
            };
        }
    }

    /// <summary>A table's columns, and where its rows are.</summary>
    private BundledTable WithoutRows(string name, string tableId)
    {
        TableDocument document = tables.Document(tableId);
        return BundledTable.Of(name, KeptCells.Bare(rows.Load(tableId).Table, [])) with { Left = left!.AddressOf(document) };
    }

    // ---- Opening ----

    /// <summary>Looks into a bundle; nothing is added yet.</summary>
    /// <exception cref="StudyException">It can't be opened.</exception>
    public BundleLook Look(Stream stream)
    {
        Bundle bundle = Bundle.Read(stream);
        string id = room.Keep(Kind, bundle, null, stream.Length).Id;
        return new BundleLook(
            id,
            bundle.Title,
            [.. Tables(bundle).Select(TitleOf)],
            [.. bundle.Studies.Select(study => study.Study.Title.Length > 0 ? study.Study.Title : study.Name)],
            bundle.Page?.Title
        )
        {
            Known = [.. Here(bundle).Words],
        };
    }

    /// <summary>Its tables, without the answers that belong to one.</summary>
    private static IEnumerable<BundledTable> Tables(Bundle bundle) => bundle.Tables.Where(table => table.Answer is null);

    /// <summary>What is said of a table before it is taken.</summary>
    private static string TitleOf(BundledTable table) =>
        table.Left is { } there ? $"{table.Title} (its rows stay at {(string?)there["place"]})" : table.Title;

    /// <summary>What is here under the names that a bundle has.</summary>
    /// <param name="Pages">Pages of its page's title.</param>
    /// <param name="Studies">Studies of its studies' titles, on a table of their table's name.</param>
    /// <param name="Tables">Tables of its tables' names.</param>
    private sealed record KnownHere(
        IReadOnlyList<BriefingSummary> Pages,
        IReadOnlyList<string> Studies,
        IReadOnlyList<TableSummary> Tables,
        IReadOnlyList<string> Words
    );

    private KnownHere Here(Bundle bundle)
    {
        BriefingSummary[] pages = [.. briefings.List().Where(page => page.Title == bundle.Page?.Title)];
        TableSummary[] same = [.. tables.List().Where(table => bundle.Tables.Any(coming => coming.Title == table.Name))];
        var found = new List<string>();
        var words = new List<string>(pages.Select(page => $"the page “{page.Title}”"));
        foreach (BundledStudy study in bundle.Studies.Where(study => study.Study.Title.Length > 0))
        {
            string table = bundle.Tables.First(coming => coming.Name == study.Table).Title;
            string[] old =
            [
                .. same.Where(here => here.Name == table)
                    .SelectMany(here => studyDocuments.Of(here.Id))
                    .Where(known => (string?)known.Json["title"] == study.Study.Title)
                    .Select(known => known.Id),
            ];
            found.AddRange(old);
            words.AddRange(old.Length > 0 ? [$"the study “{study.Study.Title}”"] : []);
        }
        words.AddRange(same.Select(table => $"the table {table.Name}"));
        return new KnownHere(pages, found, same, words);
    }

    /// <summary>
    /// Adds what is in it, in one change: all of it, or nothing. Where it is to replace what is here under the same names, that goes once
    /// the new is there: pages and studies, and tables that no study is left on, whose names the new ones take.
    /// </summary>
    /// <param name="id">By which it was looked into.</param>
    /// <param name="replace">Whether it replaces what has its names; else it lies beside, under names that differ.</param>
    /// <param name="cancel">Stops it; nothing was changed then.</param>
    /// <exception cref="AppException">It was not looked into, or a table can't be read.</exception>
    public BundleTaken Take(string id, bool replace = false, CancellationToken cancel = default)
    {
        using Bundle bundle = room.Take<Bundle>(Kind, id, Gone);
        KnownHere known = Here(bundle);
        var change = new Change("brought in");
        try
        {
            var coming = new Dictionary<string, (string Id, TableDocument Document)>();
            foreach (BundledTable table in Tables(bundle))
            {
                if (table.Left is { } there)
                {
                    (change, string leftId, TableDocument document) = left!.AddTo(
                        change,
                        there,
                        tables.FreeName(table.Title, [.. coming.Values.Select(other => other.Document.Name)]),
                        cancel
                    );
                    coming[table.Name] = (leftId, document);
                    continue;
                }
                using FileStream stream = table.ToFile();
                string name = tables.FreeName(table.Title, [.. coming.Values.Select(other => other.Document.Name)]);
                ReadTable read = imports.ReadIn(stream, $"{table.Name}.csv", name, table.Read, null, cancel);
                if (table.Prepare.Steps.Length > 0)
                {
                    read = read with { Document = TableSteps.Prepared(read.Table, read.Document, table.Prepare) };
                }
                BundledTable[] answers = [.. bundle.Tables.Where(other => (string?)other.Answer?["of"] == table.Name)];
                if (answers.Length > 0)
                {
                    (change, read) = WithAnswers(change, read, answers, cancel);
                }
                (change, string tableId) = read.AddTo(change);
                coming[table.Name] = (tableId, read.Document);
            }
            var studyIds = new Dictionary<string, NewDocument>();
            foreach (BundledStudy study in bundle.Studies)
            {
                (string tableId, TableDocument document) = coming[study.Table];
                NewDocument made = changing.New(
                    tableId,
                    document,
                    StudyFormat.Standard.WriteText(study.Study),
                    coming.ToDictionary(pair => bundle.Tables.First(table => table.Name == pair.Key).Title, pair => pair.Value.Id)
                );
                studyIds[study.Name] = made;
                change = change.Create(made);
            }
            string? pageId = null;
            if (bundle.Page is { } page)
            {
                NewDocument made = briefings.New(
                    page with
                    {
                        Blocks =
                        [
                            .. page.Blocks.Select(block =>
                                block.Kind == BlockKind.Text ? block : block with { Study = studyIds[block.Study].Id }
                            ),
                        ],
                    },
                    studyIds.Values.ToDictionary(study => study.Id, study => study.Parent!),
                    coming.Values.ToDictionary(table => table.Id, table => table.Document)
                );
                pageId = made.Id;
                change = change.Create(made);
            }
            changes.Write(change);
            if (replace)
            {
                Replace(
                    known,
                    coming.ToDictionary(pair => bundle.Tables.First(table => table.Name == pair.Key).Title, pair => pair.Value.Id)
                );
            }
            return new BundleTaken(pageId, studyIds.Values.First().Id);
        }
        catch (Exception fault)
        {
            imports.Leave(change.Publishes);
            if (fault is ReadException or StudyException or AppException)
            {
                throw new AppException("not-a-bundle", $"The bundle can't be opened: {fault.Message} Nothing was changed.");
            }
            throw;
        }
    }

    /// <summary>A table that comes with answers in place of rows.</summary>
    private (Change Change, ReadTable Read) WithAnswers(
        Change change,
        ReadTable read,
        IReadOnlyList<BundledTable> answers,
        CancellationToken cancel
    )
    {
        var kept = new List<KeptAnswer>();
        foreach (BundledTable table in answers)
        {
            using FileStream stream = table.ToFile();
            ReadTable answer = imports.ReadIn(stream, $"{table.Name}.csv", table.Title, table.Read, null, cancel);
            change = change.Publish(answer.Import);
            UsedAnswer used = BundledAnswers.Of(table, answer.Table);
            kept.Add(new KeptAnswer(used.Question, [.. used.Cells.Summed], used.Cells.Asked!.AsOf, answer.Document.Columns));
        }
        TableDocument document = read.Document with
        {
            Kept = kept,
            Steps = null,
            Prepared = null,
            Notes = [],
            Source = $"cells as of {kept.Min(answer => answer.AsOf).ToLocalTime():yyyy-MM-dd HH:mm}",
        };
        return (change, read with { Document = document });
    }

    /// <summary>Takes away what was here under the same names; the new tables take the names that have become free.</summary>
    private void Replace(KnownHere known, Dictionary<string, string> coming)
    {
        foreach (BriefingSummary page in known.Pages)
        {
            briefings.Remove(page.Id);
        }
        foreach (string study in known.Studies)
        {
            changing.Remove(study);
        }
        foreach (TableSummary table in known.Tables.Where(table => !studyDocuments.Of(table.Id).Any()))
        {
            tables.Remove(table.Id);
            IReadOnlyList<TableSummary> left = tables.List();
            if (
                coming.GetValueOrDefault(table.Name) is { } made
                && left.FirstOrDefault(other => other.Id == made) is { } now
                && left.All(other => other.Name != table.Name)
            )
            {
                tables.Rename(made, now.Revision, table.Name);
            }
        }
    }
}
