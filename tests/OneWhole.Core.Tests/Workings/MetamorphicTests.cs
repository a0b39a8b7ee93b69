using System.Globalization;
using CsCheck;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>
/// What must not change, for every form: the same rows in another order, cut in two, counted twice, in a larger unit, in wide columns,
/// or beside rows that a filter leaves out. No expected number is written down: two runs of different tables are compared.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class MetamorphicTests
{
    private sealed record Row(int Part, int Group, long Cents, bool Counted);

    private static readonly string[] Parts = ["Ferry", "Bus", "Train", "Tram"];
    private static readonly string[] Groups = ["2024", "2025", "2026"];

    private static readonly Gen<Row[]> Rows = Gen.Select(
        Gen.Int[0, 3],
        Gen.Int[0, 2],
        Gen.Long[0, 5000],
        Gen.Int[0, 5],
        (part, group, cents, counted) => new Row(part, group, cents, counted > 0)
    ).Array[1, 24];

    public static TheoryData<string> Kinds() => [.. FormList.Standard.Forms.Select(form => form.Kind)];

    private static bool IsTwoSided(string kind) => FormList.Standard.Find(kind, "kind").PartsWanted == 2;

    private static bool HasTwoGroups(string kind) => FormList.Standard.Find(kind, "kind").GroupsWanted == 2;

    private static Table Of(IEnumerable<Row> rows, Func<Row, string> amount)
    {
        Row[] all = [.. rows];
        Column Build(string name, bool numbers, Func<Row, string> cell)
        {
            var builder = new ColumnBuilder(NumberReading.Point, numbers);
            foreach (Row row in all)
            {
                builder.Add(cell(row));
            }
            Column built = builder.Build(name);
            return numbers ? built : built.With(built.Info with { Type = ColumnType.Category });
        }
        return new Table(
            "trips",
            [
                Build("Mode", false, row => Parts[row.Part]),
                Build("Year", false, row => Groups[row.Group]),
                Build("Fares", true, amount),
                Build("State", false, row => row.Counted ? "counted" : "open"),
            ]
        );
    }

    private static string Money(Row row) => (row.Cents / 100m).ToString("0.00", CultureInfo.InvariantCulture);

    private static WorkingsResult Run(Table table, string kind, string value = """ "value": {"sum": "Fares"}, """, bool wide = false)
    {
        string listed = $"[\"{string.Join("\", \"", IsTwoSided(kind) ? Parts[..2] : Parts)}\"]";
        string parts = wide
            ? $$"""{"columns": {{listed}} }"""
            : $$"""{"column": "Mode"{{(IsTwoSided(kind) || HasTwoGroups(kind) ? $", \"expected\": {listed}" : "")}} }""";
        string grouped = HasTwoGroups(kind) ? """["2024", "2025"]""" : """["2024", "2025", "2026"]""";
        string where =
            """{"column": "State", "is": ["counted"]}"""
            + (wide ? "" : $$""", {"column": "Mode", "is": {{listed}} }""")
            + (HasTwoGroups(kind) ? $$""", {"column": "Year", "is": {{grouped}} }""" : "");
        string groups = $$"""{"column": "Year"{{(HasTwoGroups(kind) ? $", \"expected\": {grouped}" : "")}} }""";
        return Calculator.Run(
            table,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {{parts}}, "groups": {{groups}}, {{value}} "where": """
                    + $$"""[{{where}}], "order": {"parts": {{listed}}, "groups": {{grouped}} }, "form": {"kind": "{{kind}}"} }"""
            )
        );
    }

    /// <summary>Every cell of two workings: the same texts, and the same numbers but for a factor on amounts.</summary>
    private static void AssertSame(WorkingsResult one, WorkingsResult other, string what, double factor = 1)
    {
        Assert.Equal(one.RowCount, other.RowCount);
        Assert.Equal(one.Columns.Select(column => column.Key), other.Columns.Select(column => column.Key));
        foreach ((WorkingColumn a, WorkingColumn b) in one.Columns.Zip(other.Columns))
        {
            for (int row = 0; row < one.RowCount; row++)
            {
                if (a.IsText)
                {
                    Assert.True(a.Text(row) == b.Text(row), $"{what}: {a.Key} of row {row} is {a.Text(row)} and {b.Text(row)}");
                    continue;
                }
                double? expected = a.Number(row) * (a.Unit == ColumnUnit.Amount ? factor : 1),
                    actual = b.Number(row);
                Assert.True(
                    expected is null == actual is null
                        && Math.Abs((expected ?? 0) - (actual ?? 0)) <= 1e-9 * Math.Max(1, Math.Abs(expected ?? 0)),
                    $"{what}: {a.Key} of row {row} is {expected} and {actual}"
                );
            }
        }
        Assert.Equal(one.TieOut.Select(line => (line.Id, line.Status)), other.TieOut.Select(line => (line.Id, line.Status)));
    }

    private static void Each(Action<Row[]> check) => Rows.Where(rows => rows.Any(row => row.Counted)).Sample(check, iter: 60);

    [Theory]
    [MemberData(nameof(Kinds))]
    public void The_order_of_rows_does_not_matter(string kind) =>
        Each(rows => AssertSame(Run(Of(rows, Money), kind), Run(Of(rows.Reverse(), Money), kind), $"{kind} reversed"));

    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_row_cut_in_two_is_the_same_amount(string kind) =>
        Each(rows =>
            AssertSame(
                Run(Of(rows, Money), kind),
                Run(
                    Of(
                        rows.SelectMany(row => (Row[])[row with { Cents = row.Cents / 3 }, row with { Cents = row.Cents - row.Cents / 3 }]),
                        Money
                    ),
                    kind
                ),
                $"{kind} cut"
            )
        );

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Rows_counted_twice_double_amounts_and_leave_every_share(string kind) =>
        Each(rows => AssertSame(Run(Of(rows, Money), kind), Run(Of([.. rows, .. rows], Money), kind), $"{kind} twice", factor: 2));

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Another_unit_leaves_every_share(string kind) =>
        Each(rows =>
            AssertSame(
                Run(Of(rows, Money), kind),
                Run(Of(rows, row => row.Cents.ToString(CultureInfo.InvariantCulture)), kind),
                $"{kind} in cents",
                factor: 100
            )
        );

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Rows_that_are_left_out_leave_everything(string kind) =>
        Each(rows =>
            AssertSame(
                Run(Of(rows, Money), kind),
                Run(Of([.. rows, .. rows.Select(row => row with { Cents = row.Cents + 7, Counted = false })], Money), kind),
                $"{kind} with others left out"
            )
        );

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Counted_rows_are_a_sum_of_ones(string kind) =>
        Each(rows =>
            AssertSame(Run(Of(rows, _ => "1"), kind), Run(Of(rows, Money), kind, """ "value": {"count": "rows"}, """), $"{kind} counted")
        );

    /// <summary>A row for each group and a column for each part: the same division as the long table.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void Wide_columns_are_the_same_division(string kind) =>
        Each(rows =>
        {
            string[] listed = IsTwoSided(kind) ? Parts[..2] : Parts;
            Row[] counted = [.. rows.Where(row => row.Counted && row.Part < listed.Length)];
            int[] groups = [.. counted.Select(row => row.Group).Distinct().Order()];
            // Every pair is there in a wide table: so it is in the long one, with nothing.
            Row[] whole =
            [
                .. counted,
                .. groups.SelectMany(group => Enumerable.Range(0, listed.Length).Select(part => new Row(part, group, 0, true))),
            ];
            string Cell(int group, int part) =>
                (counted.Where(row => row.Group == group && row.Part == part).Sum(row => row.Cents) / 100m).ToString(
                    "0.00",
                    CultureInfo.InvariantCulture
                );
            var columns = new List<Column>
            {
                Label("Year", groups.Select(group => Groups[group])),
                Label("State", groups.Select(_ => "counted")),
            };
            for (int part = 0; part < listed.Length; part++)
            {
                var builder = new ColumnBuilder(NumberReading.Point, true);
                foreach (int group in groups)
                {
                    builder.Add(Cell(group, part));
                }
                columns.Add(builder.Build(listed[part]));
            }
            if (groups.Length == 0)
            {
                return;
            }
            WorkingsResult wide = Run(new Table("trips", columns), kind, "", wide: true);
            AssertSame(Run(Of(whole, Money), kind), wide, $"{kind} in wide columns");
        });

    private static Column Label(string name, IEnumerable<string> labels)
    {
        var builder = new ColumnBuilder(NumberReading.Point, false);
        foreach (string label in labels)
        {
            builder.Add(label);
        }
        Column built = builder.Build(name);
        return built.With(built.Info with { Type = ColumnType.Category });
    }
}
