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
    /// <returns>The study with the clauses, and the columns of those that do not act on it.</returns>
    public static (Study Study, IReadOnlyList<string> Without) Lay(Study study, Table table, IReadOnlyList<Clause> clauses)
    {
        var without = new List<string>();
        foreach (Clause clause in clauses)
        {
            if (table.Find(clause.Column) is null || !Suits(table, clause))
            {
                without.Add(clause.Column);
                continue;
            }
            study = study with { Where = study.Where.Add(clause) };
        }
        return (study, without);
    }

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
