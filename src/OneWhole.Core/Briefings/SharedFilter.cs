using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Briefings;

/// <summary>Lays a page's filter on a study: each clause whose column the study's table has, and that suits it.</summary>
public static class SharedFilter
{
    /// <param name="study">The study.</param>
    /// <param name="table">Its table.</param>
    /// <param name="clauses">The page's filter, and what was picked on it.</param>
    /// <returns>The study with the clauses; and, in words, which of them do not act on it, or leave nothing of it, and why. Empty where all act.</returns>
    public static (Study Study, IReadOnlyList<string> Remarks) Lay(Study study, Table table, IReadOnlyList<Clause> clauses)
    {
        var missing = new List<string>();
        var unfit = new List<string>();
        var remarks = new List<string>();
        foreach (Clause clause in clauses)
        {
            string name = clause.Column.ToLowerInvariant();
            if (table.Find(clause.Column) is not { } column)
            {
                missing.Add(name);
                continue;
            }
            if (!Suits(table, clause))
            {
                unfit.Add(name);
                continue;
            }
            study = study with { Where = study.Where.Add(clause) };
            if (clause.Is is { Length: > 0 } labels && !labels.Any(column.Labels.Labels.Contains))
            {
                remarks.Add($"{name} is never {string.Join(" or ", labels)} in its table");
            }
        }
        return (study, [.. Without(missing, "its table has no such column"), .. Without(unfit, "its column holds something else"), .. remarks]);
    }

    private static IEnumerable<string> Without(List<string> columns, string why) =>
        columns.Count == 0 ? [] : [$"not filtered by {string.Join(", ", columns.Distinct())}: {why}"];

    /// <summary>Whether the clause can be asked of the column: an end of dates is none for labels.</summary>
    private static bool Suits(Table table, Clause clause)
    {
        try
        {
            RowFilter.Passing(table, [clause], CancellationToken.None);
            return true;
        }
        catch (StudyException)
        {
            return false;
        }
    }
}
