using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>
/// Columns with very many labels: what a filter leaves of them is divided as if nothing else were there, and what can't be divided is
/// refused in words.
/// </summary>
public sealed class LongColumnsTests
{
    private const int Many = 3_000;

    private static Table Long(int rows = Many) =>
        new(
            "many",
            [
                TableOf.Column("Part", Enumerable.Range(0, rows).Select(row => $"p{row} x")),
                TableOf.Column("Group", Enumerable.Range(0, rows).Select(row => $"g{row} x")),
                TableOf.Column("Kept", Enumerable.Range(0, rows).Select(row => row % 600 == 7 ? "yes" : "no")),
                TableOf.Column(
                    "Amount",
                    Enumerable.Range(0, rows).Select(row => (row + 1).ToString(System.Globalization.CultureInfo.InvariantCulture))
                ),
            ]
        );

    private static WorkingsResult Run(Table table, string form, string more = "") =>
        Calculator.Run(
            table,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"{{more}} }, "groups": """
                    + $$"""{"column": "Group"}, "value": {"sum": "Amount"}, "where": [{"column": "Kept", "is": """
                    + $$"""["yes"]}], "form": {"kind": "{{form}}"} }"""
            )
        );

    [Theory]
    [InlineData("stacked")]
    [InlineData("mekko")]
    [InlineData("nested")]
    public void The_few_pairs_that_a_filter_leaves_are_those_of_a_small_table(string form)
    {
        int[] kept = [.. Enumerable.Range(0, Many).Where(row => row % 600 == 7)];
        var small = new Table(
            "many",
            [
                TableOf.Column("Part", kept.Select(row => $"p{row} x")),
                TableOf.Column("Group", kept.Select(row => $"g{row} x")),
                TableOf.Column("Kept", kept.Select(_ => "yes")),
                TableOf.Column("Amount", kept.Select(row => (row + 1).ToString(System.Globalization.CultureInfo.InvariantCulture))),
            ]
        );
        WorkingsResult expected = Run(small, form),
            actual = Run(Long(), form);
        Assert.Equal(expected.RowCount, actual.RowCount);
        Assert.Equal(25, actual.RowCount);
        foreach (WorkingColumn column in expected.Columns)
        {
            for (int row = 0; row < expected.RowCount; row++)
            {
                Assert.Equal(
                    column.IsText ? column.Text(row) : (object?)column.Number(row),
                    column.IsText ? actual[column.Key].Text(row) : actual[column.Key].Number(row)
                );
            }
        }
    }

    [Fact]
    public void Expected_labels_without_a_row_are_listed_among_them()
    {
        WorkingsResult workings = Run(Long(), "stacked", """, "expected": ["p7 x", "p1 x", "nobody"]""");
        Assert.Equal(
            ["nobody", "p1 x", "p1207 x", "p1807 x", "p2407 x", "p607 x", "p7 x"],
            workings.Division.Parts.Select(part => part.Label).Order(StringComparer.Ordinal)
        );
        Assert.Equal(0, workings.Division.PartTotal(workings.Division.Parts.ToList().FindIndex(part => part.Label == "nobody")).Sign);
    }

    [Fact]
    public void More_pairs_than_can_be_made_are_refused_with_what_to_do()
    {
        StudyException refused = Assert.Throws<StudyException>(() =>
            Calculator.Run(
                Long(),
                StudyFormat.Standard.Read(
                    """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "groups": """
                        + """{"column": "Group"}, "value": {"sum": "Amount"}, "form": {"kind": "stacked"} }"""
                )
            )
        );
        Assert.Equal(("too-many-pairs", "groups"), (refused.Code, refused.Place));
        Assert.Contains("9000000 pairs", refused.Message.Replace(",", "", StringComparison.Ordinal));
        Assert.Contains("filter rows", refused.Message);
    }

    [Fact]
    public void A_row_for_each_part_adds_up_whatever_their_number()
    {
        WorkingsResult workings = Calculator.Run(
            Long(20_000),
            StudyFormat.Standard.Read(
                """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "form": {"kind": "pareto"} }"""
            )
        );
        Assert.Equal(20_000, workings.RowCount);
        Assert.All(workings.TieOut, line => Assert.NotEqual(TieOutStatus.Fail, line.Status));
        Assert.Equal(1.0, workings["runningShare"].Number(19_999)!.Value, 12);
        Assert.Equal("p19999 x", workings["part"].Text(0));
        // Classes go on where the ones before end.
        string classes = string.Concat(Enumerable.Range(0, 20_000).Select(row => workings["class"].Text(row)));
        Assert.Equal(string.Concat(classes.Order()), classes);
        Assert.Equal(3, classes.Distinct().Count());
    }
}
