using System.Text.Json.Nodes;
using CsCheck;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Preparing;

/// <summary>Each step on a small table, what it says of itself, and what it touched.</summary>
public sealed class PreparationTests
{
    private static readonly Table Trips = TableOf.Columns(
        "Route: Hallin | Oskery | hallin  quay | Hallin | | Tarn Holm",
        "Kind: Car | | | Foot | Foot | Car",
        "Day: 2026-01-31 | 2026-02-01 | 2026-05-09 | 2026-12-31 | | 2026-03-02",
        "Seats: 10 | 4 | 0 | 7.50 | x | 20",
        "Fare: 2 | 0.1 | 3 | | 5 | 1"
    );

    private static Preparation Of(string steps) => Preparation.Read($$"""{"format": "onewhole.prepare/1", "steps": [{{steps}}]}""");

    private static (Table Table, StepReport Report) Run(string step, Table? table = null)
    {
        (Table made, IReadOnlyList<StepReport> reports) = Of(step).Run(table ?? Trips);
        Assert.Null(reports[0].Problem);
        return (made, reports[0]);
    }

    private static string Cells(Table table, string column) =>
        string.Join("|", Enumerable.Range(0, table.RowCount).Select(row => table.Find(column)!.Cells.TextAt(row)));

    private static string Heads(Table table) => string.Join("|", table.Columns.Select(column => column.Name));

    [Theory]
    [InlineData("""{"do": "rename", "column": "Kind", "to": "Ticket"}""", "Route|Ticket|Day|Seats|Fare", "Kind renamed Ticket")]
    [InlineData("""{"do": "drop", "columns": ["Day", "Fare"]}""", "Route|Kind|Seats", "Day and Fare dropped")]
    [InlineData("""{"do": "move", "column": "Fare", "before": "Kind"}""", "Route|Fare|Kind|Day|Seats", "Fare moved before Kind")]
    [InlineData("""{"do": "move", "column": "Route"}""", "Kind|Day|Seats|Fare|Route", "Route moved to the end")]
    public void Columns_are_arranged(string step, string heads, string words)
    {
        (Table table, StepReport report) = Run(step);
        Assert.Equal((heads, words), (Heads(table), report.Words));
        Assert.Equal(6, table.RowCount);
    }

    [Fact]
    public void A_column_is_taken_for_something_else()
    {
        (Table table, StepReport report) = Run("""{"do": "retype", "column": "Seats", "type": "category", "unit": "seats"}""");
        Assert.Equal(
            ("Seats: taken for a category, in seats", ColumnType.Category, "seats"),
            (report.Words, table.Find("Seats")!.Info.Type, table.Find("Seats")!.Info.Unit)
        );
        Assert.Equal("10|4|0|7.50|x|20", Cells(table, "Seats"));
    }

    [Fact]
    public void Rows_at_the_ends_are_skipped()
    {
        (Table table, StepReport report) = Run("""{"do": "skip-rows", "first": 1, "last": 2}""");
        Assert.Equal(
            ("Oskery|hallin  quay|Hallin", 3L, "the first row and the last 2 rows skipped"),
            (Cells(table, "Route"), report.Rows, report.Words)
        );
        Assert.Equal(["Oskery", "hallin  quay", "Hallin"], table.Find("Route")!.Labels.Labels);
        Assert.Equal(0, Run("""{"do": "skip-rows", "first": 9, "last": 9}""").Table.RowCount);
    }

    [Fact]
    public void Headings_come_from_a_row()
    {
        Table raw = TableOf.Columns("A: | Stop | Hallin | Oskery", "B: | Boardings | 12 | 30", "C: | Boardings | 1 | 2");
        Table table = Run("""{"do": "headings-from-row", "row": 2}""", raw).Table;
        Assert.Equal("Stop|Boardings|Boardings (2)", Heads(table));
        Assert.Equal((ColumnType.Quantity, "12|30"), (table.Columns[1].Info.Type, Cells(table, "Boardings")));
        Assert.Contains(
            "there is no row 9",
            Of("""{"do": "headings-from-row", "row": 9}""").Run(raw).Reports[0].Problem,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Blanks_are_filled_from_above()
    {
        (Table table, StepReport report) = Run("""{"do": "fill-down", "columns": ["Kind", "Fare"]}""");
        Assert.Equal(("Car|Car|Car|Foot|Foot|Car", "2|0.1|3|3|5|1", 3L), (Cells(table, "Kind"), Cells(table, "Fare"), report.Cells));
        Assert.Equal("|a|a", Cells(Run("""{"do": "fill-down", "columns": ["X"]}""", TableOf.Columns("X: | a | ")).Table, "X"));
    }

    [Fact]
    public void Spelling_is_tidied()
    {
        (Table table, StepReport report) = Run("""{"do": "tidy", "columns": ["Route"], "letters": "sentence"}""");
        Assert.Equal(("Hallin|Oskery|Hallin quay|Hallin||Tarn holm", 2L), (Cells(table, "Route"), report.Cells));
    }

    [Fact]
    public void Spellings_of_one_thing_become_one_label_in_its_first_place()
    {
        (Table table, StepReport report) = Run(
            """{"do": "unify", "column": "Route", "labels": {"Hallin": "Hallin Quay", "hallin  quay": "Hallin """
                + """Quay", "(blank)": "Unknown"}}"""
        );
        Assert.Equal(("Hallin Quay|Oskery|Hallin Quay|Hallin Quay|Unknown|Tarn Holm", 4L), (Cells(table, "Route"), report.Cells));
        Assert.Equal(["Hallin Quay", "Oskery", "Unknown", "Tarn Holm"], table.Find("Route")!.Labels.Labels);
    }

    [Theory]
    [InlineData(", \"else\": \"Outer\"", "Inner|Inner|Outer|Inner||Outer", "Route regrouped into Inner, everything else Outer as Ring")]
    [InlineData("", "Inner|Inner|hallin  quay|Inner||Tarn Holm", "Route regrouped into Inner as Ring")]
    public void Labels_are_regrouped_into_a_column_of_their_own(string more, string cells, string words)
    {
        (Table table, StepReport report) = Run(
            $$"""{"do": "regroup", "column": "Route", "as": "Ring", "labels": {"Hallin": "Inner", "Oskery": "Inner"}{{more}} }"""
        );
        Assert.Equal((cells, words), (Cells(table, "Ring"), report.Words));
        Assert.Equal("Hallin|Oskery|hallin  quay|Hallin||Tarn Holm", Cells(table, "Route"));
    }

    [Theory]
    [InlineData("\"start\": 0, \"width\": 10", "10–20|0–10|0–10|0–10||20–30", null)]
    [InlineData("\"start\": 0, \"width\": 10, \"end\": 20", "10–20|0–10|0–10|0–10||10–20", null)]
    [InlineData(
        "\"edges\": [0, 5, 10], \"labels\": [\"few\", \"many\"]",
        "many|few|few|many||",
        "1 row falls outside the bands and is blank"
    )]
    [InlineData("\"edges\": [4, 8]", "|4–8||4–8||", "3 rows fall outside the bands and are blank")]
    public void Numbers_are_cut_into_bands(string bands, string cells, string? note)
    {
        (Table table, StepReport report) = Run($$"""{"do": "bands", "column": "Seats", "as": "Size", {{bands}} }""");
        Assert.Equal((cells, note), (Cells(table, "Size"), report.Note));
        Assert.Equal(ColumnType.Category, table.Find("Size")!.Info.Type);
    }

    [Fact]
    public void Columns_become_rows_and_rows_columns_again()
    {
        Table wide = TableOf.Columns("Age: 0–4 | 5–9", "Men: 31 | 33", "Women: 29.5 | ");
        (Table tall, StepReport report) = Run(
            """{"do": "columns-to-rows", "columns": ["Men", "Women"], "names": "Sex", "values": "People"}""",
            wide
        );
        Assert.Equal(
            ("Age|Sex|People", "0–4|0–4|5–9|5–9", "Men|Women|Men|Women", "31|29.5|33|"),
            (Heads(tall), Cells(tall, "Age"), Cells(tall, "Sex"), Cells(tall, "People"))
        );
        Assert.Equal((ColumnType.Quantity, 4L), (tall.Find("People")!.Info.Type, report.Rows));
        Table back = Run("""{"do": "rows-to-columns", "names": "Sex", "values": "People"}""", tall).Table;
        Assert.Equal(("Age|Men|Women", "31|33", "29.5|"), (Heads(back), Cells(back, "Men"), Cells(back, "Women")));
    }

    [Theory]
    [InlineData(
        "add",
        """{"column": "Seats"}, {"column": "Fare"}, {"number": 0.5}""",
        "12.5|4.6|3.5|||21.5",
        "X = Seats + Fare + 0.5",
        null
    )]
    [InlineData("subtract", """{"column": "Seats"}, {"column": "Fare"}""", "8|3.9|-3|||19", "X = Seats − Fare", null)]
    [InlineData("multiply", """{"column": "Fare"}, {"column": "Fare"}""", "4|0.01|9||25|1", "X = Fare × Fare", null)]
    [InlineData(
        "divide",
        """{"column": "Fare"}, {"column": "Seats"}""",
        "0.2|0.025||||0.05",
        "X = Fare ÷ Seats",
        "1 division by zero is blank"
    )]
    [InlineData("negate", """{"column": "Fare"}""", "-2|-0.1|-3||-5|-1", "X = −Fare", null)]
    [InlineData(
        "join",
        """{"column": "Route"}, {"text": ", "}, {"column": "Kind"}""",
        "Hallin, Car|Oskery,|hallin  quay,|Hallin, Foot|, Foot|Tarn Holm, Car",
        "X = Route and “, ” and Kind, joined",
        null
    )]
    [InlineData("year", """{"column": "Day"}""", "2026|2026|2026|2026||2026", "X = year of Day", null)]
    [InlineData("quarter", """{"column": "Day"}""", "2026 Q1|2026 Q1|2026 Q2|2026 Q4||2026 Q1", "X = quarter of Day", null)]
    [InlineData("month", """{"column": "Day"}""", "January|February|May|December||March", "X = month of Day", null)]
    [InlineData("weekday", """{"column": "Day"}""", "Saturday|Sunday|Saturday|Thursday||Monday", "X = weekday of Day", null)]
    public void Columns_are_worked_out(string how, string of, string cells, string words, string? note)
    {
        (Table table, StepReport report) = Run($$"""{"do": "work-out", "as": "X", "how": "{{how}}", "of": [{{of}}]}""");
        Assert.Equal((cells, words, note), (Cells(table, "X"), report.Words, report.Note));
    }

    [Fact]
    public void Rows_are_counted_left_out_and_kept_once()
    {
        Table counted = Run("""{"do": "count", "by": ["Kind"], "as": "Trips"}""").Table;
        Assert.Equal(("Car||Foot", "2|2|2"), (Cells(counted, "Kind"), Cells(counted, "Trips")));
        (Table left, StepReport report) = Run(
            """{"do": "leave-out", "where": [{"column": "Route", "is": ["Hallin"]}, {"column": "Kind", "is": ["Foot"]}]}"""
        );
        Assert.Equal((5, 1L, "rows left out where Route is Hallin and Kind is Foot"), (left.RowCount, report.Rows, report.Words));
        (Table once, report) = Run("""{"do": "remove-repeats", "columns": ["Kind"]}""");
        Assert.Equal(("Hallin|Oskery|Hallin", 3L), (Cells(once, "Route"), report.Rows));
        Assert.Equal(0L, Run("""{"do": "remove-repeats"}""").Report.Rows);
    }

    [Theory]
    [InlineData("""{"do": "rename", "column": "Boat", "to": "x"}""", "there is no column \"Boat\"; the columns are \"Route\"")]
    [InlineData("""{"do": "rename", "column": "Kind", "to": "Route"}""", "there is a column \"Route\" already")]
    [InlineData("""{"do": "work-out", "as": "Fare", "how": "negate", "of": [{"column": "Fare"}]}""", "there is a column \"Fare\" already")]
    [InlineData("""{"do": "columns-to-rows", "columns": ["Seats"], "names": "N", "values": "N"}""", "two headings")]
    [InlineData("""{"do": "bands", "column": "Seats", "as": "S", "start": 0, "width": 0.0001}""", "bands are too many")]
    public void A_step_that_does_not_fit_says_why_and_ends_the_list(string step, string problem)
    {
        (Table table, IReadOnlyList<StepReport> reports) = Of(
                $$"""{"do": "drop", "columns": ["Day"]}, {{step}}, {"do": "drop", "columns": ["Kind"]}"""
            )
            .Run(Trips);
        Assert.Equal(2, reports.Count);
        Assert.Contains(problem, reports[1].Problem, StringComparison.Ordinal);
        Assert.Equal("Route|Kind|Seats|Fare", Heads(table));
        StudyException fault = Assert.Throws<StudyException>(() => Of(step).Apply(Trips));
        Assert.Equal("steps[0]", fault.Place);
    }

    [Theory]
    [InlineData("""{"do": "paint"}""", "steps[0].do")]
    [InlineData("""{"column": "Kind"}""", "steps[0]")]
    [InlineData("""{"do": "rename", "column": "Kind"}""", "steps[0].to")]
    [InlineData("""{"do": "rename", "column": "Kind", "to": "x", "why": 1}""", "steps[0].why")]
    [InlineData("""{"do": "bands", "column": "a", "as": "b", "start": 1}""", "steps[0]")]
    [InlineData("""{"do": "bands", "column": "a", "as": "b", "edges": [2, 1]}""", "steps[0]")]
    [InlineData("""{"do": "work-out", "as": "b", "how": "divide", "of": [{"number": 1}]}""", "steps[0]")]
    [InlineData("""{"do": "work-out", "as": "b", "how": "add", "of": [{"text": "a"}]}""", "steps[0]")]
    public void A_document_that_is_no_preparation_names_the_place(string step, string place) =>
        Assert.Equal(place, Assert.Throws<StudyException>(() => Of(step)).Place);

    [Fact]
    public void A_step_that_is_switched_off_does_nothing_and_stays_in_the_document()
    {
        Preparation preparation = Of(
            """{"do": "drop", "columns": ["Day"], "off": true}, {"do": "rename", "column": "Day", "to": "Date"}"""
        );
        (Table table, IReadOnlyList<StepReport> reports) = preparation.Run(Trips);
        Assert.NotNull(table.Find("Date"));
        Assert.True(reports[0].Off);
        Assert.True(JsonNode.DeepEquals(preparation.Write(), Preparation.Read(preparation.Write().ToJsonString()).Write()));
        Assert.True((bool)preparation.Write()["steps"]![0]!["off"]!);
    }

    [Fact]
    public void Every_kind_is_in_the_schema_and_is_written_as_it_was_read()
    {
        string schema = Preparation.Schema().ToJsonString();
        Assert.All(StepList.Standard, kind => Assert.Contains($"{{\"const\":\"{kind.Kind}\"}}", schema, StringComparison.Ordinal));
        string[] steps =
        [
            """{"do":"retype","column":"a","type":"date","dates":"day-month-year"}""",
            """{"do":"tidy","columns":["a"],"letters":"upper"}""",
            """{"do":"bands","column":"a","as":"b","edges":[0,0.5,1],"labels":["x","y"]}""",
            """{"do":"work-out","as":"b","how":"join","of":[{"column":"a"},{"text":"-"},{"number":2}]}""",
            """{"do":"leave-out","where":[{"column":"a","is":["x"]}]}""",
            """{"do":"regroup","column":"a","as":"b","labels":{"x":"y"},"else":"z"}""",
        ];
        Assert.All(steps, step => Assert.Equal(step, Of(step).Steps[0].Write().ToJsonString()));
    }

    [Fact]
    public void Columns_to_rows_keeps_every_amount() =>
        Gen.Int[-100, 100]
            .Array[3]
            .Array[1, 20]
            .Sample(
                rows =>
                {
                    var table = new Table(
                        "t",
                        [
                            .. Enumerable
                                .Range(0, 3)
                                .Select(at =>
                                    TableOf.Column(
                                        $"C{at}",
                                        rows.Select(row => (row[at] / 10m).ToString(System.Globalization.CultureInfo.InvariantCulture))
                                    )
                                ),
                            TableOf.Column("Id", rows.Select((_, at) => $"r{at}")),
                        ]
                    );
                    Table tall = Run(
                        """{"do": "columns-to-rows", "columns": ["C0", "C1", "C2"], "names": "N", "values": "V"}""",
                        table
                    ).Table;
                    Table back = Run("""{"do": "rows-to-columns", "names": "N", "values": "V"}""", tall).Table;
                    for (int at = 0; at < 3; at++)
                    {
                        Column before = table.Find($"C{at}")!,
                            after = back.Find($"C{at}")!;
                        Assert.Equal(
                            Enumerable
                                .Range(0, rows.Length)
                                .Select(row => (double)before.Numbers.At(row)!.Value.Small / Math.Pow(10, before.Numbers.Scale)),
                            Enumerable
                                .Range(0, rows.Length)
                                .Select(row => (double)after.Numbers.At(row)!.Value.Small / Math.Pow(10, after.Numbers.Scale))
                        );
                    }
                },
                iter: 200
            );
}
