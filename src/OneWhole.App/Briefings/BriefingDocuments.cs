using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.App.Changing;
using OneWhole.App.Studies;
using OneWhole.App.Tables;
using OneWhole.Core.Briefings;
using OneWhole.Core.Studies;
using OneWhole.Store;

namespace OneWhole.App.Briefings;

/// <summary>A stored briefing, with names.</summary>
/// <param name="Stored">The revision.</param>
/// <param name="Page">It, its filter by the names that the columns have now.</param>
/// <param name="Bound">By clause of the filter, by table, the id of the column that it looks at.</param>
internal sealed record BriefingDocument(StoredDocument Stored, Briefing Page, IReadOnlyList<IReadOnlyDictionary<string, string>> Bound);

/// <summary>
/// Briefings as the store has them. A filter is stored with the column that it looks at in each table of the page, by its id: when
/// one table's column is renamed it goes on looking at it.
/// </summary>
public sealed class BriefingDocuments(DocumentStore documents, Changes changes, StudyDocuments studies, TableDocuments tables)
{
    public const string Kind = "briefing";

    internal sealed record Body(JsonObject Document, IReadOnlyList<IReadOnlyDictionary<string, string>> Columns);

    internal StoredDocument Stored(string id) =>
        documents.Find(id) is { Kind: Kind } found ? found : throw new AppException("not-found", "There is no such briefing (any more).");

    internal BriefingDocument Find(string id) => Read(Stored(id));

    public IReadOnlyList<BriefingSummary> List() => [.. documents.List(Kind).Select(Summary)];

    /// <summary>A page in the list; one that can't be read says so, and hides no other one.</summary>
    private static BriefingSummary Summary(StoredDocument stored)
    {
        try
        {
            Briefing page = Briefing.Read(
                Json.Stored<Body>(stored.Body, Kind, body => body.Columns is null ? null : body.Document).Document.ToJsonString()
            );
            return new BriefingSummary(stored.Id, page.Title, page.Blocks.Count(block => block.Kind == BlockKind.Study), stored.Changed);
        }
        catch (Exception fault) when (fault is AppException or StudyException)
        {
            return new BriefingSummary(stored.Id, "(a briefing that can't be read)", 0, stored.Changed) { Problem = fault.Message };
        }
    }

    internal BriefingDocument Read(StoredDocument stored)
    {
        Body body = Json.Stored<Body>(stored.Body, Kind, body => body.Columns is null ? null : body.Document);
        Briefing page = Briefing.Read(body.Document.ToJsonString());
        var names = new Names(tables);
        IReadOnlyDictionary<string, string>[] bound =
        [
            .. page.Filter.Select((_, at) => at < body.Columns.Count ? body.Columns[at] : ImmutableDictionary<string, string>.Empty),
        ];
        return new BriefingDocument(
            stored,
            page with
            {
                Filter = [.. page.Filter.Select((clause, at) => clause with { Column = NameNow(clause.Column, bound[at], names) })],
            },
            bound
        );
    }

    /// <summary>
    /// What a clause's column is called now: as it was, where one of the tables still calls it so; else as most of them do.
    /// </summary>
    private static string NameNow(string name, IReadOnlyDictionary<string, string> bound, Names names)
    {
        string[] now = [.. bound.Select(pair => names.Of(pair.Key, pair.Value)).OfType<string>()];
        return now.Length == 0 || now.Contains(name)
            ? name
            : now.GroupBy(other => other).OrderByDescending(same => same.Count()).First().Key;
    }

    /// <summary>The names of tables' columns, each table looked up once.</summary>
    internal sealed class Names(TableDocuments tables)
    {
        private readonly Dictionary<string, IReadOnlyList<ColumnDocument>> _columns = [];

        public IReadOnlyList<ColumnDocument> In(string table)
        {
            if (!_columns.TryGetValue(table, out IReadOnlyList<ColumnDocument>? columns))
            {
                try
                {
                    columns = tables.Document(table).Shown;
                }
                catch (AppException)
                {
                    columns = [];
                }
                _columns[table] = columns;
            }
            return columns;
        }

        public string? Of(string table, string id) => In(table).FirstOrDefault(column => column.Id == id)?.Name;

        public string? IdOf(string table, string name) => In(table).FirstOrDefault(column => column.Name == name)?.Id;
    }

    /// <summary>A page's clauses as one of its tables has their columns.</summary>
    internal Func<string, IReadOnlyList<Clause>> ClausesFor(BriefingDocument document, IReadOnlyList<Clause> besides)
    {
        var names = new Names(tables);
        return table =>
            [
                .. document.Page.Filter.Select(
                    (clause, at) => clause with { Column = Column(clause.Column, document.Bound[at], table, names) }
                ),
                .. besides,
            ];
    }

    private static string Column(string name, IReadOnlyDictionary<string, string> bound, string table, Names names) =>
        !bound.TryGetValue(table, out string? id)
            ? name
            : names.Of(table, id) ?? (names.IdOf(table, name) is null ? name : $"{name} (gone)");

    /// <summary>The page for who has only names: a clause whose column has two names in two tables is there with both.</summary>
    internal Briefing Portable(BriefingDocument document)
    {
        var names = new Names(tables);
        return document.Page with
        {
            Filter =
            [
                .. document.Page.Filter.SelectMany(
                    (clause, at) =>
                        document
                            .Bound[at]
                            .Keys.Select(table => Column(clause.Column, document.Bound[at], table, names))
                            .Append(clause.Column)
                            .Distinct()
                            .Select(name => clause with { Column = name })
                ),
            ],
        };
    }

    /// <summary>The tables of a page's studies, each once.</summary>
    internal IReadOnlyList<string> TablesOf(Briefing page) =>
        [
            .. page
                .Blocks.Where(block => block.Kind == BlockKind.Study)
                .Select(block => studies.TableOf(block.Study))
                .OfType<string>()
                .Distinct(),
        ];

    private static string Written(
        Briefing page,
        IEnumerable<string> pageTables,
        BriefingDocument? before,
        Func<string, string, string?> idOf
    )
    {
        var columns = new List<IReadOnlyDictionary<string, string>>();
        foreach (Clause clause in page.Filter)
        {
            int old = before?.Page.Filter.ToList().FindIndex(known => known.Column == clause.Column) ?? -1;
            var bound = new Dictionary<string, string>();
            foreach (string table in pageTables)
            {
                if ((old >= 0 ? before!.Bound[old].GetValueOrDefault(table) : null) is { } kept)
                {
                    bound[table] = kept;
                }
                else if (idOf(table, clause.Column) is { } id)
                {
                    bound[table] = id;
                }
            }
            columns.Add(bound);
        }
        return Json.Write(new Body(page.Write(), columns));
    }

    /// <summary>A new page, to be part of a change.</summary>
    /// <param name="page">It.</param>
    /// <param name="studyTables">By study, its table, for studies that come in the same change.</param>
    /// <param name="tableDocuments">By id, tables that come in the same change.</param>
    internal NewDocument New(
        Briefing page,
        IReadOnlyDictionary<string, string>? studyTables = null,
        IReadOnlyDictionary<string, TableDocument>? tableDocuments = null
    )
    {
        var names = new Names(tables);
        string[] pageTables =
        [
            .. page
                .Blocks.Where(block => block.Kind == BlockKind.Study)
                .Select(block => studyTables?.GetValueOrDefault(block.Study) ?? studies.TableOf(block.Study))
                .OfType<string>()
                .Distinct(),
        ];
        return new NewDocument(
            DocumentStore.NewId(),
            Kind,
            null,
            Written(page, pageTables, null, (table, name) =>
                tableDocuments?.GetValueOrDefault(table) is { } coming
                    ? coming.Shown.FirstOrDefault(column => column.Name == name)?.Id
                    : names.IdOf(table, name)
            )
        );
    }

    internal BriefingDocument Create(Briefing page, string note) => Read(changes.Write(new Change(note).Create(New(page)))[0]);

    internal BriefingDocument Revise(BriefingDocument document, long revision, Briefing page, string note)
    {
        string body = Written(page, TablesOf(page), document, new Names(tables).IdOf);
        return document.Stored.Revision == revision && document.Stored.Body == body
            ? document
            : Read(changes.Write(new Change(note).Revise(new NewRevision(document.Stored.Id, revision, body)))[0]);
    }

    internal BriefingDocument Undo(string id, long revision) => Read(changes.Undo(Stored(id).Id, revision));

    internal BriefingDocument Redo(string id, long revision) => Read(changes.Redo(Stored(id).Id, revision));

    /// <summary>Takes a page away; it can be brought back.</summary>
    public void Remove(string id) => documents.Remove(Stored(id).Id, List().FirstOrDefault(page => page.Id == id)?.Title ?? "a briefing");
}
