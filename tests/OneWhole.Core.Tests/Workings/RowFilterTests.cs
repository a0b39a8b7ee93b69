using System.Globalization;
using System.Text.Json.Nodes;
using CsCheck;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Random clauses on random columns, against a filter that reads each cell for itself.</summary>
public sealed class RowFilterTests
{
    private static readonly string[] Numbers = ["1", "2", "2.0", "2.50", "-3", "0", "10", "", "n/a", "1,000", "0.125"];
    private static readonly string[] Ends = ["-3", "0", "0.1", "2", "2.5", "2.49", "2.51", "10", "1000", "99999999999999999999"];
    private static readonly string[] Days = ["2026-01-01", "2026-01-01T12:00", "2026-01-31", "2026-02-28", "2026-12-31T23:59:59", ""];
    private static readonly string[] DayEnds = ["2026-01-01", "2026-01-01T12:00", "2026-01-15", "2026-02-28", "2027-01-01"];
    private static readonly string[] Labels = ["Fog", "fog", " Fog ", "Engine", "", "(blank)"];

    private static Gen<string> Of(string[] texts) => Gen.Int[0, texts.Length - 1].Select(at => texts[at]);

    private static bool[] Passing(Column column, JsonObject clause)
    {
        clause["column"] = column.Name;
        Study study = StudyFormat.Standard.Read(
            new JsonObject
            {
                ["format"] = "onewhole.study/1",
                ["parts"] = new JsonObject { ["column"] = column.Name },
                ["where"] = new JsonArray(clause),
                ["form"] = new JsonObject { ["kind"] = "sharebars" },
            }.ToJsonString()
        );
        byte[]? passing = RowFilter.Passing(new Table("rows", [column]), study.Where, CancellationToken.None);
        return passing is null ? [.. Enumerable.Repeat(true, column.Count)] : [.. passing.Select(flag => flag != 0)];
    }

    private static JsonArray List(IEnumerable<string> texts) => [.. texts.Select(text => (JsonNode)text)];

    private static Column Quantity(string[] cells)
    {
        var builder = new ColumnBuilder(NumberReading.Point, true);
        foreach (string cell in (string[])["1", .. cells])
        {
            builder.Add(cell);
        }
        Column built = builder.Build("Amount");
        return built.With(built.Info with { Type = ColumnType.Quantity });
    }

    private static decimal? Read(string cell) =>
        decimal.TryParse(cell, NumberStyles.Number, CultureInfo.InvariantCulture, out decimal number) ? number : null;

    [Fact]
    public void Numbers_are_within_their_ends_which_are_inside() =>
        Gen.Select(Of(Numbers).Array[0, 12], Of(Ends), Of(Ends), Gen.Int[0, 2])
            .Sample(
                (cells, from, to, ends) =>
                {
                    Column column = Quantity(cells);
                    var clause = new JsonObject();
                    decimal? least = ends != 1 ? decimal.Parse(from, CultureInfo.InvariantCulture) : null,
                        most = ends != 0 ? decimal.Parse(to, CultureInfo.InvariantCulture) : null;
                    if (least is not null && most < least)
                    {
                        (least, most) = (most, least);
                    }
                    if (least is { } low)
                    {
                        clause["from"] = JsonNode.Parse(low.ToString(CultureInfo.InvariantCulture));
                    }
                    if (most is { } high)
                    {
                        clause["to"] = JsonNode.Parse(high.ToString(CultureInfo.InvariantCulture));
                    }
                    bool[] expected =
                    [
                        .. ((string[])["1", .. cells]).Select(cell =>
                            Read(cell) is { } number && (least is null || number >= least) && (most is null || number <= most)
                        ),
                    ];
                    Assert.Equal(expected, Passing(column, clause));
                }
            );

    [Fact]
    public void A_number_is_the_same_number_however_it_is_written() =>
        Gen.Select(Of(Numbers).Array[0, 12], Of(Numbers[..^4]).Array[1, 3], Gen.Bool)
            .Sample(
                (cells, listed, not) =>
                {
                    HashSet<decimal> numbers = [.. listed.Select(Read).OfType<decimal>()];
                    bool[] expected =
                    [
                        .. ((string[])["1", .. cells]).Select(cell => (Read(cell) is { } number && numbers.Contains(number)) != not),
                    ];
                    Assert.Equal(expected, Passing(Quantity(cells), new JsonObject { [not ? "isNot" : "is"] = List(listed.Distinct()) }));
                }
            );

    [Fact]
    public void Days_are_within_their_ends_and_a_bare_last_day_is_whole() =>
        Gen.Select(Of(Days).Array[1, 12], Of(DayEnds), Of(DayEnds), Gen.Int[0, 2])
            .Sample(
                (cells, from, to, ends) =>
                {
                    if (ends == 2 && string.CompareOrdinal(to, from) < 0)
                    {
                        (from, to) = (to, from);
                    }
                    Column column = TableOf.Column("When", ["2026-01-02", .. cells]);
                    Assert.Equal(ColumnType.Date, column.Info.Type);
                    var clause = new JsonObject();
                    if (ends != 1)
                    {
                        clause["from"] = from;
                    }
                    if (ends != 0)
                    {
                        clause["to"] = to;
                    }
                    DateTime least = DateTime.Parse(from, CultureInfo.InvariantCulture),
                        most = DateTime.Parse(to, CultureInfo.InvariantCulture);
                    bool Inside(string cell) =>
                        cell.Length > 0
                        && DateTime.Parse(cell, CultureInfo.InvariantCulture) is var at
                        && (ends == 1 || at >= least)
                        && (ends == 0 || (to.Contains('T', StringComparison.Ordinal) ? at <= most : at < most.AddDays(1)));
                    Assert.Equal(((string[])["2026-01-02", .. cells]).Select(Inside), Passing(column, clause));
                }
            );

    [Fact]
    public void Labels_are_compared_trimmed_and_exactly() =>
        Gen.Select(Of(Labels).Array[1, 12], Of(Labels[..2]).Array[1, 2], Gen.Bool)
            .Sample(
                (cells, listed, not) =>
                {
                    bool[] expected = [.. cells.Select(cell => listed.Contains(cell.Trim()) != not)];
                    Assert.Equal(expected, Passing(Category(cells), new JsonObject { [not ? "isNot" : "is"] = List(listed.Distinct()) }));
                }
            );

    [Fact]
    public void Blank_and_filled_cells_are_told_apart_in_every_kind_of_column() =>
        Gen.Select(Of(Numbers).Array[1, 10], Of(Labels).Array[1, 10], Of(Days).Array[1, 10], Gen.Bool)
            .Sample(
                (numbers, labels, days, blank) =>
                {
                    var clause = new JsonObject { ["blank"] = blank };
                    // A cell that is no number is not blank: something stands in it. One that says "(blank)" stands for nothing.
                    Assert.Equal(
                        ((string[])["1", .. numbers]).Select(cell => cell.Length == 0 == blank),
                        Passing(Quantity(numbers), (JsonObject)clause.DeepClone())
                    );
                    Assert.Equal(
                        labels.Select(cell => cell.Trim() is "" or "(blank)" == blank),
                        Passing(Category(labels), (JsonObject)clause.DeepClone())
                    );
                    Assert.Equal(
                        ((string[])["2026-01-02", .. days]).Select(cell => cell.Length == 0 == blank),
                        Passing(TableOf.Column("When", ["2026-01-02", .. days]), (JsonObject)clause.DeepClone())
                    );
                }
            );

    [Fact]
    public void Clauses_narrow_one_after_the_other_whatever_their_order() =>
        Gen.Select(Of(Numbers).Array[3, 12], Of(Ends), Of(Ends))
            .Sample(
                (cells, from, to) =>
                {
                    Column column = Quantity(cells);
                    Clause[] clauses =
                    [
                        .. StudyFormat
                            .Standard.Read(
                                $$"""{"format": "onewhole.study/1", "parts": {"column": "Amount"}, "where": """
                                    + $$"""[{"column": "Amount", "from": {{from}} }, {"column": "Amount", "to": {{to}} """
                                    + $$"""}, {"column": "Amount", "isNot": ["2"]}], "form": {"kind": "sharebars"} }"""
                            )
                            .Where,
                    ];
                    var table = new Table("rows", [column]);
                    byte[] together = RowFilter.Passing(table, clauses, CancellationToken.None)!,
                        reversed = RowFilter.Passing(table, [.. clauses.Reverse()], CancellationToken.None)!;
                    Assert.Equal(together, reversed);
                    byte[][] alone = [.. clauses.Select(clause => RowFilter.Passing(table, [clause], CancellationToken.None)!)];
                    Assert.Equal(
                        Enumerable.Range(0, column.Count).Select(row => (byte)(alone.All(passing => passing[row] != 0) ? 1 : 0)),
                        together
                    );
                }
            );

    private static Column Category(string[] cells)
    {
        var builder = new ColumnBuilder(NumberReading.Point, false);
        foreach (string cell in cells)
        {
            builder.Add(cell);
        }
        Column built = builder.Build("Cause");
        return built.With(built.Info with { Type = ColumnType.Category });
    }
}
