using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>
/// Forms, orders, wholes and looks don't change what a scan over the rows gives: one scan serves every form of the strip. A table
/// that is asked again and again brings its cache (<see cref="Table.Scans"/>); one that is used once has none.
/// </summary>
internal static class AggregateCache
{
    /// <exception cref="StudyException">As the scan's.</exception>
    public static Aggregate Run(Table table, Study study, IReadOnlyList<Clause> where, bool takesGroups, CancellationToken cancel)
    {
        Aggregate Scan() => Aggregation.Run(table, study, where, takesGroups, cancel);
        return table.Scans is { } scans ? scans.Get(KeyOf(study, where, takesGroups), Scan) : Scan();
    }

    private static string KeyOf(Study study, IReadOnlyList<Clause> where, bool takesGroups) =>
        string.Join(
            '\u0001',
            [
                KeyOf(study.Parts),
                takesGroups && study.Groups is { } groups ? KeyOf(groups) : "",
                study.Value.ToString(),
                .. where.Select(clause => StudyFormat.WriteClause(clause)?.ToJsonString() ?? ""),
            ]
        );

    private static string KeyOf(Axis axis) =>
        axis switch
        {
            Axis.Labels labels => $"labels\u0002{labels.Column}\u0002{string.Join('\u0002', labels.Expected)}",
            Axis.Columns columns => $"columns\u0002{string.Join('\u0002', columns.Names)}",
            _ => axis.ToString()!,
        };
}
