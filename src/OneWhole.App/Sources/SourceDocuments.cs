using OneWhole.Engines;
using OneWhole.Store;

namespace OneWhole.App.Sources;

/// <summary>What is stored of a source.</summary>
internal sealed record StoredSource(string Name, string Place);

/// <summary>Sources as the store has them.</summary>
public sealed class SourceDocuments(DocumentStore documents)
{
    internal const string Kind = "source";

    internal StoredDocument Find(string id) =>
        documents.Find(id) is { Kind: Kind } stored
            ? stored
            : throw new AppException("not-found", "There is no such source; it may have been removed.");

    internal static StoredSource Read(StoredDocument stored) => Json.Stored<StoredSource>(stored.Body, Kind);

    /// <summary>The source at a place, or null.</summary>
    internal string? At(string place) => documents.List(Kind).FirstOrDefault(stored => Read(stored).Place == place)?.Id;

    internal string NameOf(string id) => Read(Find(id)).Name;

    /// <summary>The engine that has a source's rows.</summary>
    /// <exception cref="AppException">There is no such source, or none of its kind there.</exception>
    internal EnginePlace EngineOf(string id)
    {
        StoredSource source = Read(Find(id));
        return SourcePlace.EngineOf(source.Place)
            ?? throw new AppException(
                "no-engine",
                $"Nothing at {source.Name} can be asked where it is: it must be a server, a database file, or a folder "
                    + "of Parquet and CSV files."
            );
    }
}
