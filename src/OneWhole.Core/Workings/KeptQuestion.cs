using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>
/// A question to rows that stay where they are, as it is kept beside its answer: the answer answers whatever is the same, or coarser.
/// </summary>
/// <param name="Keys">As in <see cref="CellQuestion"/>.</param>
/// <param name="Numbers">As in <see cref="CellQuestion"/>.</param>
/// <param name="Where">The clauses, as a study document has them.</param>
/// <param name="Ordered">As in <see cref="CellQuestion"/>.</param>
/// <param name="FilteredKeys">As in <see cref="CellQuestion"/>.</param>
public sealed record KeptQuestion(
    IReadOnlyList<string> Keys,
    IReadOnlyList<string> Numbers,
    JsonArray Where,
    IReadOnlyList<string> Ordered,
    IReadOnlyList<string> FilteredKeys
)
{
    /// <summary>The keys that are cut into bands, each with how.</summary>
    public IReadOnlyList<string> Bands { get; init; } = [];

    /// <summary>A question as it is kept.</summary>
    public static KeptQuestion Of(CellQuestion question) =>
        new(question.Keys, question.Numbers, [.. question.Where.Select(StudyFormat.WriteClause)], question.Ordered, question.FilteredKeys)
        {
            Bands = [.. question.Bands.Select(axis => axis.ToString()!)],
        };

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Disallow,
    };

    /// <summary>As text, one line.</summary>
    public string Write() => JsonSerializer.Serialize(this, Options);

    /// <exception cref="StudyException">It is no such question.</exception>
    public static KeptQuestion Read(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<KeptQuestion>(json, Options) ?? throw new JsonException();
        }
        catch (JsonException)
        {
            throw new StudyException("wrong-answer", "", "An answer says of its question what can't be read.");
        }
    }

    /// <summary>Whether the cells of this question answer another one.</summary>
    public bool Answers(KeptQuestion other) =>
        JsonNode.DeepEquals(Where, other.Where)
        && Has(Keys, other.Keys)
        && Has(Numbers, other.Numbers)
        && Has(Ordered, other.Ordered)
        && Has(FilteredKeys, other.FilteredKeys)
        // A number that stands for its band stands for no other one; a sum is no number of a single row.
        && Bands.All(other.Bands.Contains)
        && !other.Keys.Any(key => Numbers.Contains(key) && !Keys.Contains(key));

    private static bool Has(IReadOnlyList<string> all, IReadOnlyList<string> some) => some.All(all.Contains);
}

/// <summary>A question with its answer.</summary>
public sealed record UsedAnswer(KeptQuestion Question, AskedCells Cells);
