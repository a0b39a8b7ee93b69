using System.Text.Json.Nodes;
using OneWhole.App.Studies;
using OneWhole.App.Tables;
using OneWhole.Core.Forms;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Store;

namespace OneWhole.App.Changing;

/// <summary>
/// Documents once referred to columns and tables by name. This gives the columns of every revision of a table their ids, and
/// resolves each old revision of a study or a briefing against the table revision of its time. A name that nothing had stays.
/// </summary>
public static class NamesToIds
{
    /// <summary>The migration's place among the numbered ones.</summary>
    public static BodyMigration Migration { get; } = new(4, Rewrite);

    /// <summary>A table's revision with its ids.</summary>
    private sealed record TableAt(string Document, string Created, JsonObject Body)
    {
        public string Name => (string?)Body["name"] ?? "";

        /// <summary>The columns that studies see, by id.</summary>
        public Dictionary<string, string> Columns { get; } = Shown(Body);

        private static Dictionary<string, string> Shown(JsonObject body)
        {
            var names = new Dictionary<string, string>();
            foreach (JsonNode? column in (body["prepared"] ?? body["columns"])!.AsArray())
            {
                names.TryAdd((string)column!["id"]!, (string)column["name"]!);
            }
            return names;
        }
    }

    private static IEnumerable<StoredRevision> Rewrite(IReadOnlyList<StoredRevision> revisions)
    {
        var written = new List<StoredRevision>();
        var tables = new List<TableAt>();
        foreach (
            IGrouping<string, StoredRevision> table in revisions
                .Where(revision => revision.Kind == TableDocuments.Kind)
                .GroupBy(revision => revision.Document)
        )
        {
            JsonObject? before = null;
            foreach (StoredRevision revision in table.OrderBy(revision => revision.Number))
            {
                if (Parsed(revision.Body) is { } body && body["columns"] is JsonArray)
                {
                    before = WithIds(body, before);
                    tables.Add(new TableAt(revision.Document, revision.Created, before));
                    written.Add(revision with { Body = before.ToJsonString(Json.Options) });
                }
            }
        }
        ILookup<string, TableAt> byTable = tables.ToLookup(table => table.Document);
        var names = new StudyNames(new StudyFormat(FormList.Standard));
        var studyTables = revisions
            .Where(revision => revision.Kind == StudyDocuments.Kind)
            .GroupBy(revision => revision.Document)
            .ToDictionary(study => study.Key, study => study.First().Parent ?? "");
        foreach (StoredRevision revision in revisions)
        {
            if (Parsed(revision.Body) is not { } body)
            {
                continue;
            }
            if (
                revision.Kind == StudyDocuments.Kind
                && body["study"] is JsonObject study
                && AtTime(byTable[revision.Parent ?? ""], revision.Created) is { } table
            )
            {
                written.Add(revision with { Body = Study(study, body["forms"] as JsonObject ?? [], table, revision, tables, names) });
            }
            else if (revision.Kind == Briefings.BriefingDocuments.Kind && body["blocks"] is JsonArray blocks)
            {
                written.Add(revision with { Body = Briefing(body, blocks, revision, byTable, studyTables) });
            }
        }
        return written;
    }

    private static JsonObject? Parsed(string body)
    {
        try
        {
            return JsonNode.Parse(body) as JsonObject;
        }
        catch (System.Text.Json.JsonException)
        {
            // Damaged before already: it stays as it is.
            return null;
        }
    }

    /// <summary>The table as it was at a time; at its beginning where the time is before it.</summary>
    private static TableAt? AtTime(IEnumerable<TableAt> revisions, string time)
    {
        TableAt? at = null;
        foreach (TableAt revision in revisions)
        {
            at = at is null || string.CompareOrdinal(revision.Created, time) <= 0 ? revision : at;
        }
        return at;
    }

    // ---- Tables ----

    private static JsonObject WithIds(JsonObject old, JsonObject? before)
    {
        var table = (JsonObject)old.DeepClone();
        string import = (string?)table["import"] ?? "";
        table.Remove("import");
        JsonArray known = before?["columns"] as JsonArray ?? [];
        foreach (JsonNode? column in table["columns"]!.AsArray())
        {
            // Within one import a column keeps its place whatever it is called; from one to the next it keeps its name.
            JsonNode? same = known.FirstOrDefault(other => (string?)other!["in"] == import && (int)other["at"]! == (int)column!["at"]!)
                ?? known.FirstOrDefault(other => (string?)other!["in"] != import && (string?)other["name"] == (string?)column!["name"]);
            column!["id"] = (string?)same?["id"] ?? ColumnIds.New();
            column["in"] = import;
        }
        if (table["steps"] is JsonObject steps)
        {
            Prepare(table, steps, before);
        }
        JsonObject? met = table["met"] as JsonObject;
        table.Remove("met");
        if (met is not null)
        {
            var earlier = new JsonObject();
            foreach (JsonNode? column in (table["prepared"] as JsonArray ?? table["columns"]!.AsArray()))
            {
                if (met[(string)column!["name"]!] is { } labels)
                {
                    earlier[(string)column["id"]!] = labels.DeepClone();
                }
            }
            table["earlierLabels"] = earlier;
        }
        return table;
    }

    /// <summary>Ids of steps, and of the columns after them: the steps are done on the columns without rows.</summary>
    private static void Prepare(JsonObject table, JsonObject steps, JsonObject? before)
    {
        Preparation given;
        try
        {
            Preparation old = before?["steps"] is JsonObject earlier ? Preparation.Read(earlier.ToJsonString()) : Preparation.None;
            given = TableSteps.WithIds(Preparation.Read(steps.ToJsonString()), old);
        }
        catch (StudyException)
        {
            return;
        }
        table["steps"] = given.Write();
        Dictionary<string, string> ids = given
            .Run(
                new Table(
                    "",
                    [
                        .. table["columns"]!
                            .AsArray()
                            .Select(column => new Column(
                                new ColumnInfo((string)column!["name"]!, Enum.Parse<ColumnType>((string)column["type"]!, ignoreCase: true))
                                {
                                    Id = (string)column["id"]!,
                                },
                                new LabelCells([Label.Blank], Codes.From([], 0, 1))
                            )),
                    ]
                )
            )
            .Table.Columns.ToDictionary(column => column.Name, column => column.Info.Id);
        // What labels become is known only with rows.
        Step? spread = given.Steps.FirstOrDefault(step => step.Kind is Core.Preparing.Steps.RowsToColumns) ?? given.Steps.LastOrDefault();
        foreach (JsonNode? column in table["prepared"] as JsonArray ?? [])
        {
            string name = (string)column!["name"]!;
            column["id"] = ids.GetValueOrDefault(name) ?? $"{spread?.Id}:{name}";
            column["in"] = "";
        }
    }

    // ---- Studies and briefings ----

    private static string Study(
        JsonObject study,
        JsonObject forms,
        TableAt table,
        StoredRevision revision,
        List<TableAt> tables,
        StudyNames names
    )
    {
        var known = new StudyNames.Known(
            table.Columns,
            () => table.Columns,
            () =>
            {
                var at = new Dictionary<string, string>();
                foreach (
                    IGrouping<string, TableAt> other in tables
                        .Where(other => other.Document != revision.Parent)
                        .GroupBy(other => other.Document)
                )
                {
                    at[other.Key] = AtTime(other, revision.Created)!.Name;
                }
                return at;
            }
        );
        // A name that the table of its time did not have is one that it had before or after: a rename that was torn.
        var others = new Dictionary<string, string>();
        foreach (TableAt other in tables.Where(other => other.Document == revision.Parent))
        {
            foreach ((string id, string name) in other.Columns)
            {
                others[name] = id;
            }
        }
        var remembered = new JsonObject();
        foreach ((string kind, JsonNode? form) in forms)
        {
            remembered[kind] = names.Stored(new JsonObject { ["form"] = form?.DeepClone() }, known, others)["form"]?.DeepClone();
        }
        return Json.Write(new StudyContent(names.Stored(study, known, others), remembered));
    }

    private static string Briefing(
        JsonObject page,
        JsonArray blocks,
        StoredRevision revision,
        ILookup<string, TableAt> byTable,
        Dictionary<string, string> studyTables
    )
    {
        string[] tables =
        [
            .. blocks.Select(block => studyTables.GetValueOrDefault((string?)block?["study"] ?? "")).OfType<string>().Distinct(),
        ];
        var columns = new List<IReadOnlyDictionary<string, string>>();
        foreach (JsonNode? clause in page["filter"] as JsonArray ?? [])
        {
            var bound = new Dictionary<string, string>();
            foreach (string table in tables)
            {
                if (
                    AtTime(byTable[table], revision.Created)
                        ?.Columns.FirstOrDefault(column => column.Value == (string?)clause?["column"])
                        .Key is
                    { } id
                )
                {
                    bound[table] = id;
                }
            }
            columns.Add(bound);
        }
        return Json.Write(new Briefings.BriefingDocuments.Body(page, columns));
    }
}
