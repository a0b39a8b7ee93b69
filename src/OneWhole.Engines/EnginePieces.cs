using System.Data.Common;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Engines;

/// <summary>A table that lies in pieces on other servers.</summary>
/// <param name="Keys">The columns by whose values it is cut into pieces.</param>
/// <param name="Servers">On how many servers.</param>
public sealed record EnginePieces(IReadOnlyList<string> Keys, int Servers);

/// <summary>Tells whether the pieces of a table answer a question where they are, or send their rows.</summary>
public sealed partial class EngineTable
{
    private readonly Lazy<EnginePieces?> _pieces;

    /// <summary>The pieces that lie on other servers; null where the table is in one place.</summary>
    public EnginePieces? Pieces => _pieces.Value;

    /// <summary>What is to be said of an answer: that sums are the engine's own, that rows travel; null for nothing.</summary>
    /// <exception cref="StudyException">It can't be read.</exception>
    public string? NoteOf(CellQuestion question, CancellationToken cancel)
    {
        string[] floating =
        [
            .. question.Numbers.Distinct().Where(name => _types.TryGetValue(name, out EngineType type) && type == EngineType.Float),
        ];
        string? own =
            floating.Length == 0
                ? null
                : $"{string.Join(" and ", floating)} {(floating.Length == 1 ? "is a column" : "are columns")} of binary "
                    + $"fractions there: {(floating.Length == 1 ? "its" : "their")} sums are those of {EngineName}, "
                    + "good to some 15 digits.";
        return (own, TravelOf(question, cancel)) switch
        {
            (null, var travel) => travel,
            (_, null) => own,
            var (first, second) => $"{first} {second}",
        };
    }

    /// <summary>What is said where rows have to travel for an answer; null where they stay, or where there is one place.</summary>
    /// <exception cref="StudyException">It can't be read.</exception>
    public string? TravelOf(CellQuestion question, CancellationToken cancel)
    {
        if (Pieces is not { } pieces || PlanOf(question, cancel).All(step => step.Aggregates))
        {
            return null;
        }
        string[] missing = [.. pieces.Keys.Where(key => !question.Keys.Contains(key) || question.Bands.Any(axis => axis.Column == key))];
        string on = $"The rows are on {pieces.Servers} servers, and travel to be counted together here";
        return missing.Length > 0
            ? $"{on}: grouping by {string.Join(" and ", missing)} too keeps the work where the rows are."
            : $"{on}, though each piece could be counted by itself: see that the engine has enable_partitionwise_aggregate on.";
    }

    /// <summary>What another server is asked for by one step of a plan.</summary>
    /// <param name="Aggregates">Whether it answers with cells, not with rows.</param>
    /// <param name="Async">Whether others work at the same time.</param>
    public sealed record ForeignStep(bool Aggregates, bool Async, string Relations);

    /// <summary>The steps of a question's plan that other servers work on.</summary>
    /// <exception cref="StudyException">It can't be read.</exception>
    public IReadOnlyList<ForeignStep> PlanOf(CellQuestion question, CancellationToken cancel = default) =>
        Told(_place, _dialect, Table.Name, () =>
        {
            var steps = new List<ForeignStep>();
            _explaining = (sql, values) =>
            {
                foreach (DbDataReader reader in Read($"EXPLAIN (VERBOSE, FORMAT JSON) {sql}", values, cancel))
                {
                    Visit(JsonNode.Parse(reader.GetString(0))![0]!["Plan"]!);
                }
            };
            try
            {
                Asked(question, cancel);
            }
            finally
            {
                _explaining = null;
            }
            return steps;

            void Visit(JsonNode plan)
            {
                if ((string?)plan["Node Type"] == "Foreign Scan")
                {
                    string relations = (string?)plan["Relations"] ?? "";
                    steps.Add(
                        new ForeignStep(
                            relations.StartsWith("Aggregate on", StringComparison.Ordinal),
                            (bool?)plan["Async Capable"] ?? false,
                            relations
                        )
                    );
                }
                foreach (JsonNode? inner in plan["Plans"] as JsonArray ?? [])
                {
                    Visit(inner!);
                }
            }
        });

    /// <summary>Takes a question's GROUP BY instead of the engine; null to have it answered.</summary>
    private Action<string, IReadOnlyList<object>>? _explaining;
}
