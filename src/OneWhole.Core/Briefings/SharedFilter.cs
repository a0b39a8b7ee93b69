using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Briefings;

/// <summary>Lays a page's filter on a study: each clause whose column the study's table has, and that suits it.</summary>
public static class SharedFilter
{
    /// <param name="study">The study.</param>
    /// <param name="table">Its table.</param>
    /// <param name="clauses">The page's filter, and what was picked on it.</param>
    /// <returns>The study with the clauses; and, in words, which of them do not act on it, or leave nothing of it, and why. Empty where all
    /// act.</returns>
    public static (Study Study, IReadOnlyList<string> Remarks) Apply(Study study, Table table, IReadOnlyList<Clause> clauses)
    {
        var missing = new List<string>();
        var remarks = new List<string>();
        foreach (Clause clause in clauses)
        {
            string name = clause.Column.ToLowerInvariant();
            if (table.Find(clause.Column) is not { } column)
            {
                missing.Add(name);
                continue;
            }
            if (Unfit(column, clause) is { } why)
            {
                remarks.Add($"not filtered by {name}: {why}");
                continue;
            }
            study = study with { Where = study.Where.Add(clause) };
            // Of rows elsewhere not every label is known here.
            bool allKnown = table.Source is null || column.Info.Elsewhere is { Listed.Count: > 0 };
            if (allKnown && clause.Is is { Length: > 0 } labels && !labels.Any(column.Labels.Labels.Contains))
            {
                remarks.Add($"{name} is never {string.Join(" or ", labels)} in its table");
            }
        }
        return (
            study,
            missing.Count == 0
                ? remarks
                : [$"not filtered by {string.Join(", ", missing.Distinct())}: its table has no such column", .. remarks]
        );
    }

    /// <summary>Why a clause can't be asked of a column: an end of dates says nothing of labels. Null where it can.</summary>
    private static string? Unfit(Column column, Clause clause) =>
        column.Info.Type != ColumnType.Date && (clause.From ?? clause.To) is RangeEnd.Date ? "its column holds no dates"
        : column.Info.Type != ColumnType.Quantity && (clause.From ?? clause.To) is RangeEnd.Number ? "its column holds no numbers"
        : null;
}
