using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Store;

namespace OneWhole.App.Studies;

/// <summary>What is kept of a study: the study itself, and what other forms had when they were last chosen.</summary>
internal sealed record StudyContent(JsonObject Study, JsonObject Forms);

/// <summary>A stored study, with names; it is parsed once.</summary>
/// <param name="stored">The revision.</param>
/// <param name="content">With names in the place of ids.</param>
/// <param name="gone">Ids of names that nothing has any more.</param>
/// <param name="format">Reads it.</param>
internal sealed class StudyDocument(
    StoredDocument stored,
    StudyContent content,
    IReadOnlyDictionary<string, string> gone,
    StudyFormat format
)
{
    private Study? _study;

    public StoredDocument Stored => stored;

    public string Id => stored.Id;

    public string TableId => stored.Parent!;

    public StudyContent Content => content;

    public JsonObject Json => content.Study;

    public IReadOnlyDictionary<string, string> Gone => gone;

    /// <exception cref="StudyException">It is no study.</exception>
    public Study Study => _study ??= format.Read(content.Study.ToJsonString());

    /// <summary>The same revision with another study in its place, which is not stored.</summary>
    public StudyDocument With(JsonObject json, Study study) => new(stored, content with { Study = json }, gone, format) { _study = study };
}
