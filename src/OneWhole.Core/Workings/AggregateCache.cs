using System.Runtime.CompilerServices;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>
/// The last aggregates of each table. Forms, orders, wholes and looks don't change what a scan over the rows gives: one scan
/// serves every form of the strip. A table that is no longer used takes its aggregates with it.
/// </summary>
internal static class AggregateCache
{
    private const int Kept = 24;

    private static readonly ConditionalWeakTable<Table, LinkedList<(string Key, Aggregate Aggregate)>> Tables = [];

    /// <exception cref="StudyException">As the scan's.</exception>
    public static Aggregate Run(Table table, Study study, IReadOnlyList<Clause> where, bool takesGroups, CancellationToken cancel)
    {
        string key = KeyOf(study, where, takesGroups);
        LinkedList<(string Key, Aggregate Aggregate)> known = Tables.GetOrCreateValue(table);
        lock (known)
        {
            for (var node = known.First; node is not null; node = node.Next)
            {
                if (node.Value.Key == key)
                {
                    known.Remove(node);
                    known.AddFirst(node);
                    return node.Value.Aggregate;
                }
            }
        }
        Aggregate aggregate = Aggregation.Run(table, study, where, takesGroups, cancel);
        lock (known)
        {
            known.AddFirst((key, aggregate));
            if (known.Count > Kept)
            {
                known.RemoveLast();
            }
        }
        return aggregate;
    }

    private static string KeyOf(Study study, IReadOnlyList<Clause> where, bool takesGroups) => string.Join('\u0001',
    [
        KeyOf(study.Parts),
        takesGroups && study.Groups is { } groups ? KeyOf(groups) : "",
        study.Value.ToString(),
        .. where.Select(clause => StudyFormat.WriteClause(clause)?.ToJsonString() ?? ""),
    ]);

    private static string KeyOf(Axis axis) => axis switch
    {
        Axis.Labels labels => $"labels\u0002{labels.Column}\u0002{string.Join('\u0002', labels.Expected)}",
        Axis.Columns columns => $"columns\u0002{string.Join('\u0002', columns.Names)}",
        _ => axis.ToString()!,
    };
}
