using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

public sealed class CalculatorTests
{
    internal static WorkingsResult Run(Table table, string members, string form = "\"pareto\"") =>
        Calculator.Run(table, StudyFormat.Standard.Read($$"""{"format": "onewhole.study/1", "form": {"kind": {{form}}}, {{members}}}"""));

    private static string Column(WorkingsResult workings, string key) =>
        string.Join(
            " ",
            Enumerable
                .Range(0, workings.RowCount)
                .Select(row =>
                    workings[key].IsText
                        ? workings[key].Text(row) ?? "-"
                        : workings[key].Number(row)?.ToString("0.######", System.Globalization.CultureInfo.InvariantCulture) ?? "-"
                )
        );

    private static readonly Table Delays = TableOf.Columns(
        "Cause: Fog | Engine | Fog | Crew | | Engine | Fog",
        "Season: Summer | Summer | Winter | Winter | Summer | Summer | Autumn",
        "Minutes: 10 | 4.5 | 20 | 5 | 1 | x | 0.5",
        "Day: 2025-06-01 | 2025-06-02 | 2025-01-09 | 2025-01-09T10:30 | | 2025-07-01 | 2025-10-01",
        "Vessel: Star | Star | Lass | Star | Lass | Lass | Lass"
    );

    [Fact]
    public void Decimals_leave_no_binary_residue()
    {
        var table = new Table(
            "t",
            [TableOf.Column("P", Enumerable.Repeat("a", 100_000)), TableOf.Column("V", Enumerable.Repeat("0.01", 100_000))]
        );
        Assert.Equal(1000.0, Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"} """).Readings["whole"]!.GetValue<double>());
        table = TableOf.Columns("P: a | a | a", "V: 0.1 | 0.2 | -0.3");
        Assert.Equal(0.0, Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"} """).Readings["whole"]!.GetValue<double>());
    }

    [Fact]
    public void Numbers_of_any_size_add_up()
    {
        var table = TableOf.Columns("P: a | a | a | b", "V: 1e308 | 1 | -1e308 | 0.0000000000000000001");
        WorkingsResult workings = Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"} """);
        Assert.Equal("a b", Column(workings, "part"));
        Assert.Equal(1.0, workings["value"].Number(0));
        Assert.Equal(1e-19, workings["value"].Number(1));
    }

    [Fact]
    public void Rows_are_one_of_four_things()
    {
        WorkingsResult workings = Run(
            Delays,
            """ "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "where": [{"column": "Season", "isNot": ["Autumn"]}] """
        );
        Assert.Equal(new RowCounts(7, 5, 1, 1, 0), workings.Division.Rows);
        Assert.Equal("Fog Crew Engine (blank)", Column(workings, "part"));
        Assert.Equal("30 5 4.5 1", Column(workings, "value"));
    }

    [Fact]
    public void A_part_whose_number_cant_be_read_is_listed_with_0()
    {
        WorkingsResult workings = Run(
            Delays,
            """ "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "where": """
                + """[{"column": "Day", "from": "2025-07-01", "to": "2025-07-01"}] """
        );
        Assert.Equal("Engine", Column(workings, "part"));
        Assert.Equal("0", Column(workings, "value"));
    }

    [Theory]
    [InlineData("""{"column": "Day", "from": "2025-01-09", "to": "2025-01-09"}""", 2)]
    [InlineData("""{"column": "Day", "to": "2025-01-09T10:29"}""", 1)]
    [InlineData("""{"column": "Minutes", "from": 0.5, "to": 5}""", 4)]
    [InlineData("""{"column": "Minutes", "is": [20, 5]}""", 2)]
    [InlineData("""{"column": "Minutes", "isNot": [20]}""", 6)]
    [InlineData("""{"column": "Cause", "is": []}""", 0)]
    [InlineData("""{"column": "Cause", "isNot": ["Fog"]}""", 4)]
    [InlineData("""{"column": "Cause", "isNot": ["Fog", "(blank)"]}""", 3)]
    [InlineData("""{"column": "Cause", "blank": true}""", 1)]
    [InlineData("""{"column": "Cause", "blank": false, "isNot": ["Fog"]}""", 3)]
    public void Clauses_pass_the_rows_they_should(string clause, int rows) =>
        Assert.Equal(rows, Run(Delays, $$""" "parts": {"column": "Vessel"}, "where": [{{clause}}] """).Division.Rows.Used);

    [Fact]
    public void Bands_take_their_lower_end_and_the_last_one_its_upper()
    {
        Table table = TableOf.Columns("V: 0 | 20 | 19.99 | 45 | 50 | 50.01 | -1 | | 7");
        WorkingsResult workings = Run(
            table,
            """ "parts": {"column": "V", "bands": {"start": 0, "width": 20, "end": 50}}, "order": {"parts": "table"} """
        );
        Assert.Equal("0–20 20–40 40–50", Column(workings, "part"));
        Assert.Equal("3 1 2", Column(workings, "value"));
        Assert.Equal(new RowCounts(9, 6, 0, 1, 2), workings.Division.Rows);
        workings = Run(table, """ "parts": {"column": "V", "bands": {"start": 0, "width": 25}}, "order": {"parts": "table"} """);
        Assert.Equal("0–25 25–50 50–75", Column(workings, "part"));
        Assert.Equal("4 1 2", Column(workings, "value"));
    }

    [Fact]
    public void Wide_columns_are_parts_in_their_order()
    {
        Table table = TableOf.Columns("Stop: Hallin | Oskery | Tarn", "On: 10 | | x", "Off: 4 | 6 | ");
        WorkingsResult workings = Run(table, """ "parts": {"columns": ["Off", "On"]}, "order": {"parts": "table"} """);
        Assert.Equal("Off On", Column(workings, "part"));
        Assert.Equal("10 10", Column(workings, "value"));
        Assert.Equal(new RowCounts(3, 2, 0, 1, 0), workings.Division.Rows);
    }

    [Fact]
    public void Distinct_counts_labels_once_a_part()
    {
        WorkingsResult workings = Run(Delays, """ "parts": {"column": "Cause"}, "value": {"distinct": "Vessel"} """);
        Assert.Equal("Fog Engine Crew (blank)", Column(workings, "part"));
        Assert.Equal("2 2 1 1", Column(workings, "value"));
        Assert.Contains(workings.TieOut, line =>
            line.Id == "not-additive" && line.Text.StartsWith("2 distinct vessels in all", StringComparison.Ordinal)
        );
    }

    [Theory]
    [InlineData("\"keep\": 1", "e a b Other", "(blank)")]
    public void Folding_keeps_blanks_apart(string fold, string _, string blank)
    {
        Table table = TableOf.Columns("P: a | b | c | | e", "V: 4 | 3 | 2 | 9 | 5");
        WorkingsResult workings = Run(table, $$""" "parts": {"column": "P"}, "value": {"sum": "V"}, "fold": { {{fold}} } """);
        Assert.Equal($"{blank} e Other", Column(workings, "part"));
        Assert.Equal("9 5 9", Column(workings, "value"));
    }

    [Theory]
    [InlineData("\"reach\": 0.5", "a b Other")]
    [InlineData("\"reach\": 1", "a b c d e")]
    [InlineData("\"under\": 0.15", "a b c Other")]
    [InlineData("\"under\": 0.1", "a b c d e")]
    [InlineData("\"keep\": 4", "a b c d e")]
    public void Each_rule_of_folding(string fold, string parts)
    {
        Table table = TableOf.Columns("P: a | b | c | d | e", "V: 40 | 20 | 20 | 10 | 10");
        WorkingsResult workings = Run(table, $$""" "parts": {"column": "P"}, "value": {"sum": "V"}, "fold": { {{fold}} } """);
        Assert.Equal(parts, Column(workings, "part"));
    }

    [Fact]
    public void A_folded_part_makes_way_for_a_label_of_its_name()
    {
        Table table = TableOf.Columns("P: Other | b | c | d", "V: 40 | 3 | 2 | 1");
        Assert.Equal(
            "Other|b|Other (folded)",
            string.Join(
                '|',
                Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"}, "fold": {"keep": 2} """)
                    .Division.Parts.Select(part => part.Label)
            )
        );
    }

    [Fact]
    public void Equal_totals_keep_table_order_with_blanks_after_their_equals()
    {
        Table table = TableOf.Columns("P: | b | a | c", "V: 2 | 2 | 2 | 3");
        Assert.Equal("c b a (blank)", Column(Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"} """), "part"));
        Assert.Equal(
            "b a (blank) c",
            Column(Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"}, "order": {"parts": "smallest"} """), "part")
        );
        Assert.Equal(
            "c a (blank) b",
            Column(Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"}, "order": {"parts": ["c", "x", "a"]} """), "part")
        );
    }

    [Fact]
    public void Ties_together_take_the_running_total_of_the_last()
    {
        Table table = TableOf.Columns("P: a | b | c | d", "V: 4 | 2 | 2 | 2");
        WorkingsResult workings = Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"}, "running": {"ties": "together"} """);
        Assert.Equal("4 10 10 10", Column(workings, "running"));
        Assert.Equal("1 2 2 2", Column(workings, "rank"));
        Assert.Equal("A A A A", Column(workings, "class"));
        Assert.Equal("A A A B", Column(Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"} """), "class"));
    }

    [Fact]
    public void The_whole_may_be_given_or_that_before_the_filter()
    {
        Assert.Equal(
            "0.1",
            Column(
                Run(Delays, """ "parts": {"column": "Cause"}, "whole": {"given": 20}, "where": [{"column": "Cause", "is": ["Engine"]}] """),
                "share"
            )
        );
        WorkingsResult workings = Run(
            Delays,
            """ "parts": {"column": "Cause"}, "whole": {"of": "unfiltered"}, "where": [{"column": "Cause", "is": ["Fog"]}] """
        );
        Assert.Equal("0.428571", Column(workings, "share"));
        Assert.Equal(TieOutStatus.Warn, workings.TieOut.First(line => line.Id == "parts-add-up").Status);
    }

    [Fact]
    public void Negative_parts_bend_the_line_and_can_be_left_out()
    {
        Table table = TableOf.Columns("P: a | b | c", "V: 8 | 4 | -2");
        WorkingsResult kept = Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"} """);
        Assert.Equal("0.8 1.2 1", Column(kept, "runningShare"));
        TieOutLine line = Assert.Single(kept.TieOut, line => line.Id == "negative-parts");
        Study mended = line.Remedy!.Apply(kept.Division.Study);
        WorkingsResult left = Calculator.Run(table, mended);
        Assert.Equal("a b", Column(left, "part"));
        Assert.Contains(left.TieOut, left => left.Id == "left-out" && left.Text.Contains("c −2", StringComparison.Ordinal));
        Assert.Equal("8 4 2", Column(Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"}, "negatives": "size" """), "value"));
    }

    [Fact]
    public void Many_names_are_three_and_others_with_their_sum()
    {
        var table = new Table(
            "t",
            [
                TableOf.Column("P", Enumerable.Range(0, 151).Select(i => $"p{i}")),
                TableOf.Column("V", Enumerable.Range(0, 151).Select(i => i == 0 ? "1000" : $"-{i}")),
            ]
        );
        WorkingsResult workings = Run(table, """ "parts": {"column": "P"}, "value": {"sum": "V"}, "negatives": "leaveOut" """);
        TieOutLine line = Assert.Single(workings.TieOut, line => line.Id == "left-out");
        Assert.Equal("left out as negative: p150 −150, p149 −149, p148 −148, and 147 others −10,878", line.Text);
        Assert.Equal(150, line.Names.Count);
    }

    [Fact]
    public void Nothing_listed_is_no_error()
    {
        WorkingsResult workings = Run(
            Delays,
            """ "parts": {"column": "Cause"}, "whole": {"given": 5}, "where": [{"column": "Cause", "is": []}] """
        );
        Assert.Equal(0, workings.RowCount);
        Assert.Equal(
            """{"whole":0,"parts":0,"hhi":null,"effectiveParts":null,"gini":null,"largestShare":null"""
                + ""","cuts":[{"share":0.8,"partsNeeded":null,"positionNeeded":null}],"balance":null}""",
            workings.Readings.ToJsonString()
        );
    }

    [Fact]
    public void Too_many_bands_are_refused_with_their_number()
    {
        StudyException fault = Assert.Throws<StudyException>(() =>
            Run(Delays, """ "parts": {"column": "Minutes", "bands": {"start": 0, "width": 0.001}} """)
        );
        Assert.Contains("20001 bands", fault.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_column_that_is_not_there_is_named_with_those_that_are()
    {
        StudyException fault = Assert.Throws<StudyException>(() => Run(Delays, """ "parts": {"column": "Reason"} """));
        Assert.Equal("parts.column", fault.Place);
        Assert.Contains("\"Cause\", \"Season\"", fault.Message, StringComparison.Ordinal);
    }
}
