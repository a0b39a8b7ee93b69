using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Each proof says what it found, in its place, with its remedy; the remedy mends it.</summary>
public sealed class TieOutTests
{
    private static readonly Table Delays = TableOf.Columns(
        "Cause: Fog | Engine | Fog | Crew | | fog | Tide | Bow door",
        "Season: Summer | Summer | Winter | Winter | Summer | Summer | Winter | Winter",
        "Minutes: 10 | 4.5 | 20 | 5 | 1 | x | -3 | 5"
    );

    private static WorkingsResult Run(string members, string form = "\"pareto\"", Table? table = null) =>
        CalculatorTests.Run(table ?? Delays, members, form);

    private static TieOutLine Line(WorkingsResult workings, string id) => Assert.Single(workings.TieOut, line => line.Id == id);

    private const string Minutes = """ "parts": {"column": "Cause"}, "value": {"sum": "Minutes"} """;

    [Fact]
    public void All_that_there_is_to_say_comes_in_its_order()
    {
        WorkingsResult workings = Run(Minutes + """, "groups": {"column": "Season"} """);
        Assert.Equal(
            [
                "rows-accounted",
                "parts-add-up",
                "running-ends",
                "shown-adds-up",
                "negative-parts",
                "blank-labels",
                "ties",
                "look-alikes",
                "not-used",
            ],
            workings.TieOut.Select(line => line.Id)
        );
        Assert.Equal("wwww", string.Concat(workings.TieOut.Skip(4).Take(4).Select(line => line.Status == TieOutStatus.Warn ? 'w' : '-')));
        Assert.All(workings.TieOut, line => Assert.NotEqual(TieOutStatus.Fail, line.Status));
    }

    [Theory]
    [InlineData("rows-accounted", "7 used + 1 not readable = 8 rows")]
    [InlineData("negative-parts", "below zero: Tide −3")]
    [InlineData("blank-labels", "1 minutes without a cause")]
    [InlineData("look-alikes", "may be one label in two spellings: “Fog” and “fog”")]
    public void Sentences_have_the_numbers(string id, string text) => Assert.Equal(text, Line(Run(Minutes), id).Text);

    [Fact]
    public void The_filtered_rows_are_told_with_their_amount() =>
        Assert.Equal(
            "4 used + 4 filtered out (15.5 minutes) = 8 rows",
            Line(Run(Minutes + """, "where": [{"column": "Season", "is": ["Winter"]}] """), "rows-accounted").Text
        );

    [Theory]
    [InlineData("negative-parts", "")]
    [InlineData("blank-labels", "")]
    [InlineData("not-used", """, "groups": {"column": "Season"} """)]
    [InlineData("parts-add-up", """, "whole": {"given": 900} """)]
    public void A_remedy_mends_its_line(string id, string more)
    {
        WorkingsResult workings = Run(Minutes + more);
        TieOutLine line = Line(workings, id);
        Assert.Equal(TieOutStatus.Warn, line.Status);
        WorkingsResult mended = Calculator.Run(Delays, line.Remedy!.Apply(workings.Division.Study));
        Assert.DoesNotContain(mended.TieOut, other => other.Id == id && other.Status == TieOutStatus.Warn);
    }

    [Fact]
    public void Rows_outside_the_bands_are_counted()
    {
        TieOutLine line = Line(Run(""" "parts": {"column": "Minutes", "bands": {"start": 0, "width": 5, "end": 10}} """), "bands-cover");
        Assert.Equal((TieOutStatus.Warn, "2 rows are outside the bands"), (line.Status, line.Text));
        Assert.Equal(
            TieOutStatus.Ok,
            Line(Run(""" "parts": {"column": "Minutes", "bands": {"start": -5, "width": 5}} """), "bands-cover").Status
        );
    }

    [Fact]
    public void Labels_that_were_not_expected_are_named_with_their_amount()
    {
        WorkingsResult workings = Run(""" "parts": {"column": "Cause", "expected": ["Fog", "Ice"]}, "value": {"sum": "Minutes"} """);
        TieOutLine line = Line(workings, "unexpected-labels");
        Assert.Equal("not expected: Crew 5, Bow door 5, Engine 4.5, and 3 others −2", line.Text);
        Assert.Equal(6, line.Names.Count);
        Assert.Contains("Ice", Enumerable.Range(0, workings.RowCount).Select(row => workings["part"].Text(row)));
    }

    [Fact]
    public void A_whole_of_0_is_said_and_nothing_has_a_share()
    {
        WorkingsResult workings = Run(Minutes, table: TableOf.Columns("Cause: a | b", "Minutes: 5 | -5"));
        Assert.Equal("the whole is 0: there are no shares", Line(workings, "parts-add-up").Text);
        Assert.Equal(TieOutStatus.Warn, Line(workings, "running-ends").Status);
        Assert.Equal("there are no shares to add up", Line(workings, "shown-adds-up").Text);
    }

    [Fact]
    public void Equal_amounts_are_told_apart_by_the_table()
    {
        TieOutLine line = Line(Run(Minutes, "\"sharebars\""), "ties");
        Assert.Equal("Crew, Bow door have the same 5 minutes; they keep the order of the table", line.Text);
    }

    [Fact]
    public void An_amount_without_a_number_behind_it_counts_as_0_and_is_said_to_be_none()
    {
        Table table = TableOf.Columns("Cause: a | b | b | c | c", "Minutes: 5 |  | x | 0 | ");
        WorkingsResult workings = Run(Minutes + """, "order": {"parts": "table"} """, table: table);
        Assert.Equal([5.0, 0.0, 0.0], Enumerable.Range(0, 3).Select(row => workings["value"].Number(row)!.Value));
        // The second has no number at all; the third has one, which is 0.
        Assert.Equal([false, true, false], Enumerable.Range(0, 3).Select(workings.Division.HasNoAmount));
        Assert.StartsWith("no amount", new RuleWords(workings).Arithmetic(workings["value"], 1), StringComparison.Ordinal);
    }

    private const string Reconciled = """, "rounding": {"reconcile": true} """;

    [Fact]
    public void Shares_that_are_rounded_by_themselves_say_how_far_they_are_off()
    {
        Table thirds = TableOf.Columns("Cause: a | b | c", "Minutes: 1 | 1 | 1");
        TieOutLine thirdsLine = Line(Run(Minutes, table: thirds), "shown-adds-up");
        Assert.Equal(
            (TieOutStatus.Ok, "shown shares add up to 99.9: each is rounded by itself", "make them add up"),
            (thirdsLine.Status, thirdsLine.Text, thirdsLine.Remedy!.Text)
        );
        // Three equal amounts can't share one unit: equal ones keep equal shares, and it is said.
        TieOutLine asked = Line(Run(Minutes + Reconciled, table: thirds), "shown-adds-up");
        Assert.Equal(
            (
                TieOutStatus.Warn,
                "shown shares add up to 99.9, not to 100.0: equal amounts keep equal shares, and there are too few units for all of them"
            ),
            (asked.Status, asked.Text)
        );
        TieOutLine moved = Line(
            Run(Minutes + Reconciled, table: TableOf.Columns("Cause: a | b | c | d", "Minutes: 305 | 65 | 50 | 10")),
            "shown-adds-up"
        );
        Assert.Equal((TieOutStatus.Ok, "shown shares add up to 100.0; a was rounded the other way for it"), (moved.Status, moved.Text));
    }
}
