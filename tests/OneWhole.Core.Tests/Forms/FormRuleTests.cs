using CsCheck;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Tests.Forms;

public sealed class FormRuleTests
{
    private static readonly Table Table = TableOf.Columns(
        "Part: a | b | c | a | d | b | e",
        "Group: x | x | y | y | x | y | y",
        "Amount: 10.5 | 3 | 3 | 2.25 | 3 | -1 | 0"
    );

    public static TheoryData<string> Kinds() => [.. FormList.Standard.Forms.Select(form => form.Kind)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Each_columns_rule_gives_its_computed_values(string kind)
    {
        // A form with two sides has two parts.
        string where = FormList.Standard.Find(kind, "form.kind").PartsWanted is 2
            ? """, "where": [{"column": "Part", "is": ["a", "b"]}]"""
            : "";
        foreach (string ties in (string[])["each", "together"])
        {
            WorkingsResult workings = Calculator.Run(
                Table,
                StudyFormat.Standard.Read(
                    $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "groups": """
                        + $$"""{"column": "Group"}, "value": {"sum": "Amount"}, "running": """
                        + $$"""{"ties": "{{ties}}"}, "form": {"kind": "{{kind}}"}{{where}} }"""
                )
            );
            AssertRulesHold(workings, kind);
        }
    }

    /// <summary>Whether a rule tells of the rows or the study alone, so that nothing follows from other columns.</summary>
    private static bool IsGiven(Rule rule) => rule is Rule.Given or Rule.Amount;

    private static void AssertRulesHold(WorkingsResult workings, string name)
    {
        var cells = new RuleCells(workings);
        foreach (WorkingColumn column in workings.Columns.Concat(workings.LabelColumns).Where(column => !IsGiven(column.Rule)))
        {
            for (int row = 0; row < workings.RowCount; row++)
            {
                (string? expected, string? actual) = column.Rule is Rule.ClassOf classes
                    ? (classes.TextOf(cells, row), column.Text(row))
                    : (column.Rule.Value(cells, row)?.Reduced().ToString(), column.Exact(row)?.Reduced().ToString());
                Assert.True(expected == actual, $"{name}.{column.Key} row {row}: the rule gives {expected}, computed is {actual}");
            }
        }
    }

    private static Gen<string> Word(params string[] words) => Gen.Int[0, words.Length - 1].Select(at => words[at]);

    private static readonly Gen<(string Part, string Group, string Amount)> Row = Gen.Select(
        Word("a", "b", "c", "d", ""),
        Word("x", "y", "z"),
        Word("10.5", "3", "2.25", "-1", "0", "", "7", "0.3")
    );

    /// <summary>
    /// What a study may have besides its form, as JSON members; those that a form does not take are told of, and do no harm.
    /// </summary>
    private static readonly Gen<string> Members = Gen.Select(
        Gen.Select(
            Word("", "\"order\": {\"parts\": \"smallest\"}", "\"order\": {\"reverse\": [\"parts\", \"groups\"]}"),
            Word("", "\"fold\": {\"keep\": 2}", "\"fold\": {\"under\": 0.3}")
        ),
        Gen.Select(
            Word("", "\"whole\": {\"of\": \"all\"}", "\"whole\": {\"of\": \"part\"}", "\"whole\": {\"given\": 40}"),
            Word("", "\"negatives\": \"size\"", "\"negatives\": \"leaveOut\"")
        ),
        Gen.Select(
            Word("", "\"rounding\": {\"reconcile\": true}", "\"rounding\": {\"decimals\": 0}"),
            Word("", "\"running\": {\"ties\": \"together\"}"),
            Word("", "\"trial\": [{\"part\": \"a\", \"times\": 1.3}]"),
            Word("", "\"finish\": {\"labelOf\": \"all\"}")
        ),
        (first, second, third) =>
            string.Concat(
                ((string[])[first.Item1, first.Item2, second.Item1, second.Item2, third.Item1, third.Item2, third.Item3, third.Item4])
                    .Where(member => member.Length > 0)
                    .Select(member => $", {member}")
            )
    );

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Each_columns_rule_holds_on_random_studies(string kind)
    {
        Form form = FormList.Standard.Find(kind, "form.kind");
        // A form that compares two has two.
        string where =
            form.PartsWanted is 2 ? """, "where": [{"column": "Part", "is": ["a", "b"]}]"""
            : form.GroupsWanted is 2 ? """, "where": [{"column": "Group", "is": ["x", "y"]}]"""
            : "";
        int drawn = 0;
        Gen.Select(Row.Array[1, 14], Members, Gen.Bool)
            .Sample(
                (rows, members, grouped) =>
                {
                    string groups = grouped || form.Groups == GroupUse.Required ? """, "groups": {"column": "Group"}""" : "";
                    Table table = TableOf.Columns(
                        $"Part: {string.Join(" | ", rows.Select(row => row.Part))}",
                        $"Group: {string.Join(" | ", rows.Select(row => row.Group))}",
                        $"Amount: {string.Join(" | ", rows.Select(row => row.Amount))}"
                    );
                    WorkingsResult workings;
                    try
                    {
                        workings = Calculator.Run(
                            table,
                            StudyFormat.Standard.Read(
                                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}{{groups}}, "value": """
                                    + $$"""{"sum": "Amount"}{{members}}{{where}}, "form": {"kind": "{{kind}}"} }"""
                            )
                        );
                    }
                    catch (StudyException fault) when (fault.Code is "needs-two-parts" or "needs-two-groups")
                    {
                        return;
                    }
                    drawn++;
                    AssertRulesHold(workings, $"{kind} {members} {groups}");
                },
                iter: 400,
                threads: 1
            );
        Assert.True(drawn > 100, $"{kind}: only {drawn} studies could be computed");
    }

    /// <summary>
    /// Where the ends of levels stand for each side, neutral place and scale: absent pairs and a group without answers among them.
    /// </summary>
    [Theory]
    [InlineData("split", "share", "")]
    [InlineData("split", "amount", "")]
    [InlineData("apart", "share", "")]
    [InlineData("apart", "amount", "")]
    [InlineData("out", "share", "")]
    [InlineData(
        "split",
        "share",
        """, "sides": {"bad": "high", "poor": "high", "fair": "neutral", "mixed": "neutral", "good": "low", "great": "low"}"""
    )]
    [InlineData(
        "apart",
        "share",
        """, "sides": {"bad": "low", "poor": "low", "fair": "low", "mixed": "low", "good": "low", "great": "high"}"""
    )]
    public void The_ends_of_levels_follow_from_the_amounts(string neutral, string scale, string sides)
    {
        Table answers = TableOf.Columns(
            "Answer: bad | poor | fair | mixed | good | great | bad | fair | great | good | poor",
            "Route: x | x | x | x | x | x | y | y | y | z | y",
            "N: 4 | 2 | 3 | 5 | 7 | 1 | 2 | 6 | 9 | 0 | 1.5"
        );
        WorkingsResult workings = Calculator.Run(
            answers,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Answer"}, "groups": """
                    + $$"""{"column": "Route"}, "value": {"sum": "N"}, "order": {"parts": """
                    + $$"""["bad", "poor", "fair", "mixed", "good", "great"]}, "form": """
                    + $$"""{"kind": "diverging", "neutral": "{{neutral}}", "scale": "{{scale}}"{{sides}} } }"""
            )
        );
        Assert.All((string[])["base", "top"], key => Assert.False(IsGiven(workings[key].Rule)));
        AssertRulesHold(workings, "diverging");
        // Each end's arithmetic ends in the number that it explains.
        var words = new RuleWords(workings);
        for (int row = 0; row < workings.RowCount; row++)
        {
            if (workings["top"].Exact(row) is { } top)
            {
                Assert.EndsWith(
                    $"= {words.Value(workings["top"].Unit, top)}",
                    words.Arithmetic(workings["top"], row),
                    StringComparison.Ordinal
                );
            }
        }
    }

    [Fact]
    public void A_cells_arithmetic_shows_its_numbers()
    {
        WorkingsResult workings = Calculator.Run(
            Table,
            StudyFormat.Standard.Read(
                """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": """
                    + """{"sum": "Amount"}, "negatives": "keep", "form": {"kind": "pareto"}}"""
            )
        );
        var words = new RuleWords(workings);
        Assert.Equal("12.75 ÷ 20.75 = 61.4458 %, shown as 61.4 %", words.Arithmetic(workings["share"], 0));
        Assert.Equal("12.75 + 3 = 15.75", words.Arithmetic(workings["running"], 1));
        Assert.Equal("2 ÷ 5 = 40 %", words.Arithmetic(workings["position"], 1));
        Assert.Equal("amount ÷ 20.75", words.Of(workings["share"]));
        Assert.StartsWith("A: the running share before it is 0.00 %", words.Arithmetic(workings["class"], 0), StringComparison.Ordinal);
    }
}
