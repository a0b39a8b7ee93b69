using CsCheck;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>The rows behind the amounts add up to them, whatever a study does with its rows.</summary>
public sealed class UsedRowsTests
{
    private static readonly string[] Studies =
    [
        """ "parts": {"column": "part"}, "value": {"sum": "amount"}, "form": {"kind": "pareto"} """,
        """ "parts": {"column": "part"}, "groups": {"column": "group"}, "value": {"sum": "amount"}, "form": {"kind": "stacked"} """,
        """ "parts": {"column": "part"}, "groups": {"column": "group"}, "value": """
            + """{"sum": "amount"}, "negatives": "size", "form": {"kind": "stacked"} """,
        """ "parts": {"column": "part"}, "groups": {"column": "group"}, "value": """
            + """{"sum": "amount"}, "negatives": "leaveOut", "form": {"kind": "nested"} """,
        """ "parts": {"column": "part"}, "groups": {"column": "group"}, "value": {"distinct": "who"}, "form": {"kind": "stacked"} """,
        """ "parts": {"column": "part"}, "fold": {"keep": 2}, "form": {"kind": "sharebars"} """,
        """ "parts": {"column": "part"}, "fold": {"keep": 1}, "value": {"sum": "amount"}, "negatives": "size", "where": """
            + """[{"column": "group", "isNot": ["y"]}], "form": {"kind": "sharebars"} """,
        """ "parts": {"columns": ["amount", "other"]}, "groups": {"column": "group"}, "form": {"kind": "lanes"} """,
        """ "parts": {"column": "part"}, "groups": {"columns": ["amount", "other"]}, "form": {"kind": "stacked"} """,
        """ "parts": {"column": "other", "bands": {"start": 0, "width": 5, "end": 20}}, "value": """
            + """{"sum": "amount"}, "form": {"kind": "pareto"} """,
        """ "parts": {"column": "part", "expected": ["a", "zz"]}, "groups": {"column": "group"}, "form": {"kind": "stacked"} """,
    ];

    [Fact]
    public void They_add_up_to_the_amounts()
    {
        Gen.Int[1, 40]
            .SelectMany(rows =>
                Gen.Select(
                    Gen.Int[0, 4].Array[rows],
                    Gen.Int[0, 2].Array[rows],
                    Gen.Int[-30, 90].Array[rows],
                    Gen.Int[-5, 30].Array[rows],
                    Gen.Int[0, 5].Array[rows]
                )
            )
            .Sample(
                (part, group, amount, other, who) =>
                {
                    var table = new Table(
                        "rows",
                        [
                            TableOf.Column("part", part.Select(at => "abcde"[at].ToString())),
                            TableOf.Column("group", group.Select(at => "xyz"[at].ToString())),
                            TableOf.Column(
                                "amount",
                                amount
                                    .Select(value =>
                                        value % 11 == 0 ? "" : (value / 4m).ToString(System.Globalization.CultureInfo.InvariantCulture)
                                    )
                                    .Append("1")
                                    .Take(amount.Length)
                            ),
                            TableOf.Column(
                                "other",
                                other.Select(value => value.ToString(System.Globalization.CultureInfo.InvariantCulture))
                            ),
                            TableOf.Column("who", who.Select(at => $"w{at}")),
                        ]
                    );
                    if (table.Find("amount")!.Info.Type != ColumnType.Quantity || table.Find("other")!.Info.Type != ColumnType.Quantity)
                    {
                        return;
                    }
                    foreach (string study in Studies)
                    {
                        Division division = Division.Of(
                            table,
                            StudyFormat.Standard.Read($$"""{"format": "onewhole.study/1", {{study}} }""")
                        );
                        var sums = new Fraction[division.RowCount];
                        var has = new bool[division.RowCount];
                        foreach (UsedRow row in UsedRows.Of(division))
                        {
                            int at = row.Group * division.PartCount + row.Part;
                            sums[at] += row.Amount;
                            has[at] = true;
                            Assert.True(row.IsUsed || row.Amount.Sign == 0);
                        }
                        for (int at = 0; at < sums.Length; at++)
                        {
                            Assert.True(
                                sums[at] == division.Value(division.Amount(at)),
                                $"{study}: row {at} has {division.Value(division.Amount(at)).ToDouble()}, its rows {sums[at].ToDouble()}"
                            );
                            Assert.True(!division.HasGroups || has[at] == division.Has(at), $"{study}: row {at}");
                        }
                        Assert.True(UsedRows.Of(division).LongCount() <= UsedRows.Most(division));
                    }
                },
                iter: 400
            );
    }
}
