using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Store;

namespace OneWhole.App.Numbers;

/// <summary>What is said once for the whole installation, kept as a document with revisions.</summary>
/// <param name="documents">Where it is kept.</param>
/// <param name="kind">The document's kind.</param>
/// <param name="shape">How it is written.</param>
/// <param name="standard">What holds while nothing is said.</param>
internal sealed class InstallationSetting<T>(DocumentStore documents, string kind, Shape<T> shape, T standard)
    where T : class
{
    private readonly Lock _gate = new();
    private T? _known;

    public T Now
    {
        get
        {
            lock (_gate)
            {
                return _known ??= documents.List(kind) is [var stored, ..]
                    ? shape.Read(JsonDocument.Parse(stored.Body).RootElement, kind)
                    : standard;
            }
        }
    }

    public JsonNode Written => shape.Write(Now)!;

    /// <summary>Says it anew; an empty object goes back to what holds by itself.</summary>
    /// <exception cref="Core.Studies.StudyException">Something in it is none of what it may be.</exception>
    public void Set(JsonNode value)
    {
        T read = shape.Read(JsonSerializer.SerializeToElement(value), kind);
        string body = shape.Write(read)!.ToJsonString();
        lock (_gate)
        {
            if (documents.List(kind) is [var stored, ..])
            {
                documents.Revise(stored.Id, stored.Revision, body, "set");
            }
            else
            {
                documents.Create(kind, null, body, "set");
            }
            _known = read;
        }
    }
}
