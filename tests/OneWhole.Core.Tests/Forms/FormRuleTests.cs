using OneWhole.Core.Forms;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Forms;

public sealed class FormRuleTests
{
    private static readonly Table Table = TableOf.Columns(
        "Part: a | b | c | a | d | b | e", "Group: x | x | y | y | x | y | y", "Amount: 10.5 | 3 | 3 | 2.25 | 3 | -1 | 0");

    public static TheoryData<string> Kinds() => [.. FormList.Standard.Forms.Select(form => form.Kind)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Each_columns_rule_gives_its_computed_values(string kind)
    {
        // A form with two sides has two parts.
        string where = kind is "pyramid" or "butterfly" ? """, "where": [{"column": "Part", "is": ["a", "b"]}]""" : "";
        foreach (string ties in (string[])["each", "together"])
        {
            WorkingsResult workings = Calculator.Run(Table, StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "groups": {"column": "Group"}, "value": {"sum": "Amount"}, "running": {"ties": "{{ties}}"}, "form": {"kind": "{{kind}}"}{{where}} }"""));
            AssertRulesHold(workings, kind);
        }
    }

    private static void AssertRulesHold(WorkingsResult workings, string name)
    {
        foreach (WorkingColumn column in workings.Columns.Where(column => RuleEvaluator.CanEvaluate(column.Rule)))
        {
            for (int row = 0; row < workings.RowCount; row++)
            {
                double? expected = RuleEvaluator.Evaluate(workings, column.Rule, row), actual = column.Number(row);
                Assert.True(expected is null == actual is null && Math.Abs((expected ?? 0) - (actual ?? 0)) < 1e-9, $"{name}.{column.Key} row {row}: the rule gives {expected}, computed is {actual}");
            }
        }
    }

    /// <summary>Where the ends of levels stand for each side, neutral place and scale: absent pairs and a group without answers among them.</summary>
    [Theory]
    [InlineData("split", "share", "")]
    [InlineData("split", "amount", "")]
    [InlineData("apart", "share", "")]
    [InlineData("apart", "amount", "")]
    [InlineData("out", "share", "")]
    [InlineData("split", "share", """, "sides": {"bad": "high", "poor": "high", "fair": "neutral", "mixed": "neutral", "good": "low", "great": "low"}""")]
    [InlineData("apart", "share", """, "sides": {"bad": "low", "poor": "low", "fair": "low", "mixed": "low", "good": "low", "great": "high"}""")]
    public void The_ends_of_levels_follow_from_the_amounts(string neutral, string scale, string sides)
    {
        Table answers = TableOf.Columns("Answer: bad | poor | fair | mixed | good | great | bad | fair | great | good | poor", "Route: x | x | x | x | x | x | y | y | y | z | y", "N: 4 | 2 | 3 | 5 | 7 | 1 | 2 | 6 | 9 | 0 | 1.5");
        WorkingsResult workings = Calculator.Run(answers, StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "parts": {"column": "Answer"}, "groups": {"column": "Route"}, "value": {"sum": "N"}, "order": {"parts": ["bad", "poor", "fair", "mixed", "good", "great"]}, "form": {"kind": "diverging", "neutral": "{{neutral}}", "scale": "{{scale}}"{{sides}} } }"""));
        Assert.All((string[])["base", "top"], key => Assert.True(RuleEvaluator.CanEvaluate(workings[key].Rule)));
        AssertRulesHold(workings, "diverging");
        // Each end's arithmetic ends in the number that it explains.
        var words = new RuleWords(workings);
        for (int row = 0; row < workings.RowCount; row++)
        {
            if (workings["top"].Exact(row) is { } top)
            {
                Assert.EndsWith($"= {words.Value(workings["top"].Unit, top)}", words.Arithmetic(workings["top"], row), StringComparison.Ordinal);
            }
        }
    }

    [Fact]
    public void A_cells_arithmetic_shows_its_numbers()
    {
        WorkingsResult workings = Calculator.Run(Table, StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "negatives": "keep", "form": {"kind": "pareto"}}"""));
        var words = new RuleWords(workings);
        Assert.Equal("12.75 ÷ 20.75 = 61.4458 %, shown as 61.4 %", words.Arithmetic(workings["share"], 0));
        Assert.Equal("12.75 + 3 = 15.75", words.Arithmetic(workings["running"], 1));
        Assert.Equal("2 ÷ 5 = 40 %", words.Arithmetic(workings["position"], 1));
        Assert.Equal("amount ÷ 20.75", words.Of(workings["share"]));
        Assert.StartsWith("A: the running share before it is 0.00 %", words.Arithmetic(workings["class"], 0), StringComparison.Ordinal);
    }
}
