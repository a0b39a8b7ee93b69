using OneWhole.Core.Briefings;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Briefings;

/// <summary>A page's filter on one of its studies: each clause acts, or it is said why it does not.</summary>
public sealed class SharedFilterTests
{
    private static readonly Table Delays = TableOf.Columns(
        "Cause: Fog | Ice | Fog",
        "Season: Summer | Winter | Winter",
        "Day: 2026-01-01 | 2026-02-01 | 2026-03-01",
        "Minutes: 5 | 3 | 2"
    );

    private static readonly Study Alone = StudyFormat.Standard.Read(
        """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "form": {"kind": "pie"}, """
            + """ "where": [{"column": "Cause", "isNot": ["Ice"]}]}"""
    );

    private static (Study Study, string Remarks) Apply(string clauses)
    {
        Study page = StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "form": {"kind": "pie"}, "where": [{{clauses}}]}"""
        );
        (Study study, IReadOnlyList<string> remarks) = SharedFilter.Apply(Alone, Delays, page.Where);
        return (study, string.Join("; ", remarks));
    }

    [Theory]
    [InlineData("""{"column": "Season", "is": ["Winter"]}""", true, "")]
    [InlineData("""{"column": "Day", "from": "2026-02-01"}""", true, "")]
    [InlineData("""{"column": "Minutes", "from": 3}""", true, "")]
    [InlineData("""{"column": "Season", "is": ["Spring", "Autumn"]}""", true, "season is never Spring or Autumn in its table")]
    [InlineData("""{"column": "Season", "is": ["Spring", "Winter"]}""", true, "")]
    [InlineData("""{"column": "Season", "from": "2026-02-01"}""", false, "not filtered by season: its column holds no dates")]
    [InlineData("""{"column": "Season", "to": 3}""", false, "not filtered by season: its column holds no numbers")]
    [InlineData("""{"column": "Vessel", "is": ["Star"]}""", false, "not filtered by vessel: its table has no such column")]
    public void A_clause_acts_or_says_why_not(string clause, bool acts, string remark)
    {
        (Study study, string remarks) = Apply(clause);
        Assert.Equal((acts ? 2 : 1, remark), (study.Where.Length, remarks));
        // What the study asks by itself stays, and comes first.
        Assert.Equal("Cause", study.Where[0].Column);
    }

    [Fact]
    public void Columns_that_are_missing_are_named_together_and_once()
    {
        (Study study, string remarks) = Apply(
            """{"column": "Vessel", "is": ["Star"]}, {"column": "Season", "is": ["Winter"]}, {"column": "Crew", "is": ["A"]}, """
                + """{"column": "Vessel", "isNot": ["Lass"]}"""
        );
        Assert.Equal(2, study.Where.Length);
        Assert.Equal("not filtered by vessel, crew: its table has no such column", remarks);
    }
}
