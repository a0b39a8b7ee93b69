using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using OneWhole.App.Tables;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.App.Elsewhere;

/// <summary>Rows of a source that stay where they are.</summary>
/// <param name="Name">Of a table or a view; null where a query was written.</param>
/// <param name="Query">One SELECT; null where a table was picked.</param>
/// <param name="Engine">What people call the engine that has them.</param>
public sealed record LeftLink(string? Name, string? Query, string Engine)
{
    /// <summary>After so many minutes the engine is asked again; null for only when it is said.</summary>
    public int? EveryMinutes { get; init; }

    /// <summary>What tells these rows from others.</summary>
    internal string KeyIn(string source) => $"{source}\u0001{Name}\u0001{Query}";
}

/// <summary>
/// Cells that were asked of rows elsewhere and are kept: as of a time, for one question and whatever is coarser than it. Their columns are
/// those of the answer; the last two say how many rows each cell stands for, and whether they pass.
/// </summary>
/// <param name="Question">What was asked.</param>
/// <param name="Summed">The columns whose cells are sums.</param>
/// <param name="AsOf">When, in UTC.</param>
/// <param name="Columns">Where the cells are stored.</param>
public sealed record KeptAnswer(KeptQuestion Question, IReadOnlyList<string> Summed, DateTime AsOf, IReadOnlyList<ColumnDocument> Columns);

/// <summary>A question as it is stored.</summary>
public sealed record KeptQuestion(IReadOnlyList<string> Keys, IReadOnlyList<string> Numbers, JsonArray Where, IReadOnlyList<string> Ordered, IReadOnlyList<string> FilteredKeys)
{
    /// <summary>The keys that are cut into bands, each with how.</summary>
    public IReadOnlyList<string> Bands { get; init; } = [];

    internal static KeptQuestion Of(CellQuestion question) => new(question.Keys, question.Numbers, [.. question.Where.Select(StudyFormat.WriteClause)], question.Ordered, question.FilteredKeys)
    {
        Bands = [.. question.Bands.Select(axis => axis.ToString()!)],
    };

    [JsonIgnore]
    internal string Text => Json.Write(this);

    /// <summary>Whether the cells of this question answer another one: it is the same, or coarser.</summary>
    internal bool Answers(KeptQuestion other) =>
        JsonNode.DeepEquals(Where, other.Where) && Has(Keys, other.Keys) && Has(Numbers, other.Numbers) && Has(Ordered, other.Ordered) && Has(FilteredKeys, other.FilteredKeys)
        // A number that stands for its band stands for no other one; a sum is no number of a single row.
        && Bands.All(other.Bands.Contains) && !other.Keys.Any(key => Numbers.Contains(key) && !Keys.Contains(key));

    private static bool Has(IReadOnlyList<string> all, IReadOnlyList<string> some) => some.All(all.Contains);
}
