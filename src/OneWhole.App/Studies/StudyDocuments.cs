using System.Text.Json.Nodes;
using OneWhole.App.Changing;
using OneWhole.App.Tables;
using OneWhole.Core.Studies;
using OneWhole.Store;

namespace OneWhole.App.Studies;

/// <summary>Studies as the store has them. Outside of it they have names, in it ids.</summary>
public sealed class StudyDocuments
{
    public const string Kind = "study";

    private readonly DocumentStore _documents;
    private readonly Changes _changes;
    private readonly TableDocuments _tables;
    private readonly StudyFormat _format;
    private readonly StudyNames _names;

    public StudyDocuments(DocumentStore documents, Changes changes, TableDocuments tables, Core.Forms.FormList forms)
    {
        (_documents, _changes, _tables) = (documents, changes, tables);
        _format = new StudyFormat(forms);
        _names = new StudyNames(_format);
    }

    internal StudyFormat Format => _format;

    internal StudyNames Names => _names;

    /// <exception cref="AppException">There is no such study.</exception>
    internal StudyDocument Find(string id) => Read(Stored(id));

    internal StoredDocument Stored(string id) =>
        _documents.Find(id) is { Kind: Kind } stored
            ? stored
            : throw new AppException("not-found", "There is no such study; it may have been removed.");

    /// <summary>The stored studies, of one table or of all, the latest changed first.</summary>
    internal IReadOnlyList<StoredDocument> List(string? tableId = null) => _documents.List(Kind, tableId);

    /// <summary>The studies of a table that can be read.</summary>
    internal IEnumerable<StudyDocument> Of(string tableId)
    {
        foreach (StoredDocument stored in List(tableId))
        {
            StudyDocument? document = null;
            try
            {
                document = Read(stored);
            }
            catch (AppException)
            {
                // A damaged study says so itself, and hides no other one.
            }
            if (document is not null)
            {
                yield return document;
            }
        }
    }

    private StudyNames.Known Known(string tableId, TableDocument table)
    {
        IReadOnlyDictionary<string, string>? past = null,
            tables = null;
        return StudyNames.Known.Of(table, () => past ??= _tables.PastNames(tableId), () => tables ??= _tables.Names());
    }

    internal StudyDocument Read(StoredDocument stored) => Read(stored, Known(stored.Parent!, _tables.Document(stored.Parent!)));

    private StudyDocument Read(StoredDocument stored, StudyNames.Known known)
    {
        StudyContent content = Json.Stored<StudyContent>(stored.Body, "study", content => content.Forms is null ? null : content.Study);
        var gone = new Dictionary<string, string>();
        var forms = new JsonObject();
        foreach ((string kind, JsonNode? form) in content.Forms)
        {
            forms[kind] = _names.Named(new JsonObject { ["form"] = form?.DeepClone() }, known, gone)["form"]?.DeepClone();
        }
        return new StudyDocument(stored, new StudyContent(_names.Named(content.Study, known, gone), forms), gone, _format);
    }

    /// <summary>A study as it is stored.</summary>
    private string Body(StudyContent content, StudyNames.Known known, IReadOnlyDictionary<string, string> gone)
    {
        var forms = new JsonObject();
        foreach ((string kind, JsonNode? form) in content.Forms)
        {
            forms[kind] = _names
                .Stored(
                    new JsonObject
                    {
                        ["form"] = form?.DeepClone(),
                        ["parts"] = content.Study["parts"]?.DeepClone(),
                        ["groups"] = content.Study["groups"]?.DeepClone(),
                    },
                    known,
                    gone
                )["form"]
                ?.DeepClone();
        }
        return Json.Write(new StudyContent(_names.Stored(content.Study, known, gone), forms));
    }

    /// <summary>A new study of a table, to be part of a change.</summary>
    /// <param name="tableId">Its table.</param>
    /// <param name="table">The table as it will be.</param>
    /// <param name="content">The study.</param>
    /// <param name="coming">By name, tables that come in the same change.</param>
    internal NewDocument New(string tableId, TableDocument table, StudyContent content, IReadOnlyDictionary<string, string>? coming = null)
    {
        StudyNames.Known known = Known(tableId, table);
        if (coming is not null)
        {
            known = known with { Tables = () => coming.ToDictionary(pair => pair.Value, pair => pair.Key) };
        }
        return new NewDocument(DocumentStore.NewId(), Kind, tableId, Body(content, known, new Dictionary<string, string>()));
    }

    /// <summary>A study's next revision, to be part of a change.</summary>
    internal NewRevision Next(StudyDocument document, long revision, StudyContent content, string? note = null) =>
        new(document.Id, revision, Body(content, Known(document.TableId, _tables.Document(document.TableId)), document.Gone), note);

    /// <summary>Stores a new study of a table that is there.</summary>
    internal StudyDocument Create(string tableId, StudyContent content, string note) =>
        Read(_changes.Write(new Change(note).Create(New(tableId, _tables.Document(tableId), content)))[0]);

    internal StudyDocument Undo(string id, long revision) => Read(_changes.Undo(Stored(id).Id, revision));

    internal StudyDocument Redo(string id, long revision) => Read(_changes.Redo(Stored(id).Id, revision));

    /// <summary>A study's table, or null where the study is gone.</summary>
    internal string? TableOf(string id) => _documents.Find(id) is { Kind: Kind } stored ? stored.Parent : null;

    /// <summary>Takes a study away; it can be brought back.</summary>
    /// <param name="name">What it is called.</param>
    internal void Remove(string id, string name) => _documents.Remove(Stored(id).Id, name);
}
