using System.Text.Json.Nodes;
using OneWhole.Store;

namespace OneWhole.App.Changing;

/// <summary>Writes changes, undoes and redoes them, and says in words what stands in the way.</summary>
public sealed class Changes(DocumentStore documents)
{
    /// <inheritdoc cref="DocumentStore.Write(Change)"/>
    public IReadOnlyList<StoredDocument> Write(Change change) => Write(() => change);

    /// <inheritdoc cref="DocumentStore.Write(Func{Change})"/>
    /// <exception cref="AppException">Rows that it was to publish are gone.</exception>
    public IReadOnlyList<StoredDocument> Write(Func<Change> make)
    {
        try
        {
            return documents.Write(make);
        }
        catch (ImportGoneException gone)
        {
            throw new AppException("rows-gone", gone.Message);
        }
    }

    /// <summary>Takes a document's last change back, in all documents that it changed.</summary>
    /// <returns>The document as it is now.</returns>
    /// <exception cref="AppException">Another of them has gone on since.</exception>
    public StoredDocument Undo(string id, long revision) => Step(() => documents.Undo(id, revision));

    /// <summary>Does again what was undone last, in all documents that it changed.</summary>
    /// <inheritdoc cref="Undo"/>
    public StoredDocument Redo(string id, long revision) => Step(() => documents.Redo(id, revision));

    private static StoredDocument Step(Func<IReadOnlyList<StoredDocument>> step)
    {
        try
        {
            return step()[0];
        }
        catch (InTheWayException blocked)
        {
            string others =
                string.Join(" and ", blocked.Documents.Take(2).Select(NameOf))
                + (blocked.Documents.Count > 2 ? $" and {blocked.Documents.Count - 2} others" : "");
            throw new AppException(
                "in-the-way",
                blocked.Documents.Count == 0
                    ? "This can't be done again: it was one change of several things, and one of them was changed otherwise since."
                    : $"This can't be {(blocked.Redo ? "done again" : "undone")} here alone: it was one change with "
                        + $"{others}, changed since. Undo there first."
            );
        }
    }

    /// <summary>"the study “Minutes by cause”".</summary>
    private static string NameOf(StoredDocument document)
    {
        string? name = null;
        try
        {
            JsonNode? body = JsonNode.Parse(document.Body);
            name = (string?)body?["study"]?["title"] ?? (string?)body?["document"]?["title"] ?? (string?)body?["name"];
        }
        catch (System.Text.Json.JsonException)
        {
            // A damaged document still has its kind.
        }
        return name is { Length: > 0 } ? $"the {document.Kind} “{name}”" : $"another {document.Kind}";
    }
}
