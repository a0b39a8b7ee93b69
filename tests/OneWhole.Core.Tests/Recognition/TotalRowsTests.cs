using OneWhole.Core.Recognition;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Recognition;

/// <summary>Rows that count others twice are found by their numbers; what they are called decides only where numbers don't.</summary>
public sealed class TotalRowsTests
{
    private static string Found(Table table) =>
        string.Join(", ", TotalRows.Find(table).Select(total => $"row {total.Row} of {total.Of}{(total.IsSure ? "" : "?")}"));

    [Theory]
    [InlineData("Stop: Hallin | Oskery | Tarn Holm | Total", "On: 812 | 640 | 259 | 1711", "row 3 of 3")]
    // By its numbers alone, wherever it stands and whatever it is called.
    [InlineData("Stop: Hallin | Oskery | Tarn Holm | Sound", "On: 81200 | 64000 | 25900 | 171100", "row 3 of 3")]
    [InlineData("Stop: Sound | Hallin | Oskery | Tarn Holm", "On: 171100 | 81200 | 64000 | 25900", "row 0 of 3")]
    // Few rows, few digits: it may be chance, and is asked about.
    [InlineData("Stop: Hallin | Oskery | Tarn Holm | Sound", "On: 1 | 2 | 3 | 6", "row 3 of 3?")]
    [InlineData("Stop: Hallin | Oskery | Tarn Holm |", "On: 1 | 2 | 3 | 6", "row 3 of 3")]
    [InlineData("Stop: Hallin | Oskery | Total", "On: 1 | 2 | 3", "row 2 of 2")]
    // One unit of rounding is let pass where the row says what it is, and nowhere else.
    [InlineData("Stop: Hallin | Oskery | Tarn Holm | Total", "On: 81.2 | 64.0 | 25.9 | 171.2", "row 3 of 3")]
    [InlineData("Stop: Hallin | Oskery | Tarn Holm | Sound", "On: 812.2 | 640.0 | 259.9 | 1712.2", "")]
    // What only says that it is a total is none.
    [InlineData("Stop: Hallin | Oskery | Tarn Holm | Total", "On: 812 | 640 | 259 | 1700", "")]
    [InlineData("Stop: Hallin | Oskery | Tarn Holm", "On: 812 | 640 | 259", "")]
    [InlineData("Stop: Hallin | Total", "On: 812 | 812", "")]
    // Blocks with a total each, and one of them all.
    [InlineData("Stop: Hallin | Oskery | Total North | Wick | Sule | Total South", "On: 8 | 6 | 14 | 5 | 4 | 9", "row 2 of 2, row 5 of 2")]
    [InlineData(
        "Stop: Hallin | Oskery | Total North | Wick | Sule | Total South | Total",
        "On: 8 | 6 | 14 | 5 | 4 | 9 | 23",
        "row 2 of 2, row 5 of 2, row 6 of 4"
    )]
    // A total above its rows.
    [InlineData("Stop: Total North | Hallin | Oskery | Total South | Wick | Sule", "On: 14 | 8 | 6 | 9 | 5 | 4", "row 0 of 2, row 3 of 2")]
    public void A_total_is_found(string labels, string amounts, string expected) =>
        Assert.Equal(expected, Found(TableOf.Columns(labels, amounts)));

    [Fact]
    public void Every_amount_of_the_row_must_agree()
    {
        const string stops = "Stop: Hallin | Oskery | Tarn Holm | Total";
        Assert.Equal("row 3 of 3", Found(TableOf.Columns(stops, "On: 8 | 6 | 2 | 16", "Off: 5 | 4 | 1 | 10")));
        Assert.Equal("row 3 of 3", Found(TableOf.Columns(stops, "On: 8 | 6 | 2 | 16", "Off: 5 | 4 | 1 | ")));
        Assert.Equal("", Found(TableOf.Columns(stops, "On: 8 | 6 | 2 | 16", "Off: 5 | 4 | 1 | 11.5")));
    }

    [Theory]
    [InlineData("Total", true)]
    [InlineData("TOTAL North", true)]
    [InlineData("All islands", true)]
    [InlineData("Both sexes", true)]
    [InlineData("Summe", true)]
    [InlineData("sub-total: west", true)]
    [InlineData("Totally lost", false)]
    [InlineData("Small", false)]
    [InlineData("Hallin", false)]
    [InlineData("", false)]
    public void Words_that_say_so(string label, bool expected) => Assert.Equal(expected, TotalRows.SaysTotal(label));

    [Fact]
    public void Rows_are_named_by_the_column_in_which_no_other_row_has_their_label()
    {
        Table table = TableOf.Columns("Line: North | North | North | South", "Stop: Hallin | Oskery | Total | Wick", "On: 8 | 6 | 14 | 5");
        (string Column, IReadOnlyList<string> Labels) named = Assert.NotNull(TotalRows.NamesOf(table, [2]));
        Assert.Equal(("Stop", "Total"), (named.Column, Assert.Single(named.Labels)));
        Assert.Null(TotalRows.NamesOf(TableOf.Columns("Line: North | North", "On: 8 | 8"), [1]));
    }
}
