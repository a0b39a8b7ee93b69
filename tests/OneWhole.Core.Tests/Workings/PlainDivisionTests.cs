using System.Globalization;
using System.Text.Json.Nodes;
using CsCheck;
using OneWhole.Core.Forms;
using OneWhole.Core.Forms.Toy;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Random tables and studies: the core against the plain division beside it.</summary>
[Trait("Speed", "Slow")]
public sealed class PlainDivisionTests
{
    private static readonly StudyFormat Format = new(new FormList([.. FormList.Standard.Forms, new ToyForm()]));
    private static readonly string[] Labels = ["Fog", "Engine", "Crew change", "Other", " Fog ", "", "Bow door", "(blank)"];
    private static readonly string[] Amounts = ["1", "2.50", "0.05", "10", "", "x", "-3", "-0.5", "0", "7.25", "100"];

    private static readonly Gen<PlainRow> Row = Gen.Select(
        Gen.Int[0, 7],
        Gen.Int[0, 3],
        Gen.Int[0, 10],
        Gen.Int[0, 2],
        Gen.Int[0, 3],
        (part, group, amount, season, vessel) =>
            new PlainRow(
                Labels[part],
                group == 3 ? "" : $"Route {group}",
                Amounts[amount],
                $"Season {season}",
                vessel == 3 ? "" : $"Vessel {vessel}"
            )
    );

    private static Gen<string> Word(params string[] words) => Gen.Int[0, words.Length - 1].Select(at => words[at]);

    private static readonly Gen<(string, double)> Cut = Gen.Select(Word("share", "position", "count"), Gen.Int[1, 20], (kind, number) =>
        (kind, kind == "count" ? number : number / 20.0)
    );

    private static readonly Gen<PlainTrial> Tried = Gen.Select(
        Word("Fog", "Engine", "Other", "(blank)", "Nowhere"),
        Word("Route 0", "Route 2", "(blank)", "Nowhere"),
        Word("set", "times", "share"),
        Gen.Int[0, 99],
        (part, group, kind, hundredths) => new PlainTrial(part, group, kind, hundredths)
    );

    private static readonly Gen<PlainStudy> Asked = Gen.Select(
        Gen.Select(Word("sum", "rows", "distinct"), Gen.Bool, Word("all", "group", "part", "unfiltered", "given"), Gen.Long[1, 90]),
        Gen.Select(Word("largest", "smallest", "table", "list"), Gen.Bool, Gen.Int[0, 3], Gen.Bool),
        Gen.Select(Word("", "keep", "reach", "under"), Gen.Int[1, 60], Word("keep", "leaveOut", "size"), Gen.Int[0, 2], Gen.Bool),
        Gen.Select(Gen.Bool, Gen.Bool, Cut.Array[0, 3], Tried.Array[0, 3]),
        (first, second, third, fourth) =>
            new PlainStudy
            {
                Value = first.Item1,
                Groups = first.Item2,
                Whole = first.Item3,
                Given = first.Item4,
                Order = second.Item1,
                Listed = ["Crew change", "Nowhere", "Fog"],
                Reverse = second.Item2,
                Expected = second.Item3 == 0 ? ["Fog", "Tide", "Ice"] : [],
                RefusedSeason = second.Item4 ? "Season 1" : null,
                Fold = third.Item1.Length == 0 ? null : third.Item1,
                FoldBy = third.Item1 == "keep" ? third.Item2 % 4 + 1 : third.Item2,
                Negatives = third.Item3,
                Decimals = third.Item4,
                Reconcile = third.Item5,
                TiesTogether = fourth.Item1,
                CrossingOut = fourth.Item2,
                Cuts = fourth.Item3,
                // A trial of half of the tables; without groups most name none, with groups the odd factor acts in each.
                Trials =
                [
                    .. fourth
                        .Item4.Where(_ => first.Item4 % 2 == 0)
                        .Select(trial =>
                            trial.Hundredths % (first.Item2 ? 5 : 4) > 0 && (!first.Item2 || trial.Kind == "times")
                                ? trial with
                                {
                                    Group = null,
                                }
                                : trial
                        ),
                ],
            }
    );

    private static string Document(PlainStudy study)
    {
        var parts = new JsonObject { ["column"] = "Part" };
        if (study.Expected.Length > 0)
        {
            parts["expected"] = new JsonArray([.. study.Expected.Select(label => JsonValue.Create(label))]);
        }
        var order = new JsonObject
        {
            ["parts"] = study.Order == "list" ? new JsonArray([.. study.Listed.Select(label => JsonValue.Create(label))]) : study.Order,
        };
        if (study.Reverse)
        {
            order["reverse"] = new JsonArray("parts");
        }
        var document = new JsonObject
        {
            ["format"] = "onewhole.study/1",
            ["parts"] = parts,
            ["value"] = study.Value switch
            {
                "sum" => new JsonObject { ["sum"] = "Amount" },
                "distinct" => new JsonObject { ["distinct"] = "Vessel" },
                _ => new JsonObject { ["count"] = "rows" },
            },
            ["whole"] = study.Whole == "given" ? new JsonObject { ["given"] = study.Given } : new JsonObject { ["of"] = study.Whole },
            ["order"] = order,
            ["negatives"] = study.Negatives,
            ["rounding"] = new JsonObject { ["decimals"] = study.Decimals, ["reconcile"] = study.Reconcile },
            ["form"] = new JsonObject { ["kind"] = study.Groups ? "toy" : "pareto" },
            ["running"] = new JsonObject { ["ties"] = study.TiesTogether ? "together" : "each" },
            ["trial"] = new JsonArray([.. study.Trials.Select(TrialOf)]),
        };
        if (!study.Groups)
        {
            document["form"]!["crossing"] = study.CrossingOut ? "out" : "in";
            document["form"]!["cuts"] = new JsonArray([
                .. study.Cuts.Select(cut => new JsonObject
                {
                    [cut.Kind] = JsonNode.Parse(cut.Number.ToString(CultureInfo.InvariantCulture)),
                }),
            ]);
        }
        if (study.Groups)
        {
            document["groups"] = new JsonObject { ["column"] = "Group" };
        }
        if (study.RefusedSeason is { } season)
        {
            document["where"] = new JsonArray(new JsonObject { ["column"] = "Season", ["isNot"] = new JsonArray(season) });
        }
        if (study.Fold is { } fold)
        {
            document["fold"] = new JsonObject
            {
                [fold] = fold == "keep" ? JsonValue.Create(study.FoldBy) : JsonNode.Parse($"0.{study.FoldBy:00}"),
            };
        }
        return document.ToJsonString();
    }

    private static JsonObject TrialOf(PlainTrial trial)
    {
        var one = new JsonObject { ["part"] = trial.Part, [trial.Kind] = JsonNode.Parse($"0.{trial.Hundredths:00}") };
        if (trial.Group is { } group)
        {
            one["group"] = group;
        }
        return one;
    }

    private static Table TableFrom(PlainRow[] rows) =>
        new(
            "t",
            [
                TableOf.Column("Part", rows.Select(row => row.Part)),
                TableOf.Column("Group", rows.Select(row => row.Group)),
                TableOf.Column("Amount", rows.Select(row => row.Amount)),
                TableOf.Column("Season", rows.Select(row => row.Season)),
                TableOf.Column("Vessel", rows.Select(row => row.Vessel)),
            ]
        );

    [Fact]
    public void The_core_and_the_plain_division_agree() =>
        Gen.Select(Row.Array[1, 40], Asked)
            .Sample(
                (rows, study) =>
                {
                    string document = Document(study);
                    WorkingsResult workings = Calculator.Run(TableFrom(rows), Format.Read(document));
                    var plain = new PlainDivision(rows, study);
                    Assert.Equal(new RowCounts(rows.Length, plain.Used, plain.FilteredOut, plain.NotReadable, 0), workings.Division.Rows);
                    Assert.Equal(
                        plain.Lines.Select(line => $"{line.Group}/{line.Part}"),
                        Enumerable
                            .Range(0, workings.RowCount)
                            .Select(row => $"{workings.Find("group")?.Text(row)}/{workings["part"].Text(row)}")
                    );
                    for (int row = 0; row < plain.Lines.Count; row++)
                    {
                        Near(plain.Lines[row].Value?.Number, workings["value"].Number(row), document);
                        Near(plain.Lines[row].Share, workings["share"].Number(row), document);
                        Near(plain.Lines[row].Shown, workings["shownShare"].Number(row), document);
                    }
                    CheckReadings(plain, workings, document);
                    CheckSteps(plain, workings, document);
                },
                iter: 6000
            );

    private static void CheckSteps(PlainDivision plain, WorkingsResult workings, string document)
    {
        for (int row = 0; row < plain.Steps.Count; row++)
        {
            PlainStep step = plain.Steps[row];
            Near(step.Rank, workings["rank"].Number(row), document);
            Near(step.Running, workings["running"].Number(row), document);
            Near(step.RunningShare, workings["runningShare"].Number(row), document);
            Near(step.Position, workings["position"].Number(row), document);
            Assert.True(
                step.Class == workings["class"].Text(row),
                $"class {step.Class} is not {workings["class"].Text(row)} in {document}"
            );
        }
        for (int cut = 0; cut < plain.Cuts.Count; cut++)
        {
            double?[] read =
            [
                .. workings.Readings["cuts"]![cut]!
                    .AsObject()
                    .Skip(1)
                    .Select(member =>
                        member.Value is { } number ? double.Parse(number.ToJsonString(), CultureInfo.InvariantCulture) : (double?)null
                    ),
            ];
            foreach ((int at, double? number) in plain.Cuts[cut].Index())
            {
                Near(number, read[at], document);
            }
        }
        if (plain.Steps.Count > 0)
        {
            Near(plain.Balance?.Position, workings.Readings["balance"]?["position"]!.GetValue<double>(), document);
            Near(plain.Balance?.Share, workings.Readings["balance"]?["share"]!.GetValue<double>(), document);
        }
    }

    private static void CheckReadings(PlainDivision plain, WorkingsResult workings, string document)
    {
        List<double> totals = [.. plain.PartTotals.Select(total => total.Number)];
        double sum = totals.Sum();
        Assert.Equal(totals.Count, workings.Readings["parts"]!.GetValue<int>());
        if (totals.Count == 0 || plain.PartTotals.Exists(total => total.Sign < 0) || plain.Sum.Sign <= 0)
        {
            Assert.Null(workings.Readings["hhi"]);
            return;
        }
        List<double> shares = [.. totals.Select(total => total / sum)];
        Near(shares.Sum(share => share * share) * 10_000, workings.Readings["hhi"]!.GetValue<double>(), document);
        Near(1 / shares.Sum(share => share * share), workings.Readings["effectiveParts"]!.GetValue<double>(), document);
        Near(shares.Max(), workings.Readings["largestShare"]!.GetValue<double>(), document);
        double pairs = totals.Sum(a => totals.Sum(b => Math.Abs(a - b)));
        Near(pairs / (2 * totals.Count * totals.Count * (sum / totals.Count)), workings.Readings["gini"]!.GetValue<double>(), document);
    }

    private static void Near(double? expected, double? actual, string document) =>
        Assert.True(
            expected is null
                ? actual is null
                : actual is not null && Math.Abs(expected.Value - actual.Value) <= 1e-9 * Math.Max(1, Math.Abs(expected.Value)),
            $"{expected} is not {actual} in {document}"
        );

    [Fact]
    public void Rows_in_any_order_make_the_same_amounts() =>
        Gen.Select(Row.Array[2, 60], Gen.Int[0, 1_000_000])
            .Sample(
                (rows, seed) =>
                {
                    string document = Document(new PlainStudy { Order = "table" });
                    var shuffled = (PlainRow[])rows.Clone();
                    new Random(seed).Shuffle(shuffled);
                    Dictionary<string, double?> Amounts(PlainRow[] table)
                    {
                        WorkingsResult workings = Calculator.Run(TableFrom(table), Format.Read(document));
                        return Enumerable
                            .Range(0, workings.RowCount)
                            .ToDictionary(row => workings["part"].Text(row)!, workings["value"].Number);
                    }
                    Assert.Equal(Amounts(rows).OrderBy(pair => pair.Key), Amounts(shuffled).OrderBy(pair => pair.Key));
                },
                iter: 300
            );

    [Fact]
    public void Large_tables_are_added_up_by_several_workers_alike()
    {
        var random = new Random(5);
        PlainRow[] rows =
        [
            .. Enumerable
                .Range(0, 300_000)
                .Select(_ => new PlainRow(Labels[random.Next(8)], $"Route {random.Next(4)}", Amounts[random.Next(4)], "s", "v")),
        ];
        WorkingsResult workings = Calculator.Run(TableFrom(rows), Format.Read(Document(new PlainStudy { Groups = true, Whole = "group" })));
        var plain = new PlainDivision(rows, new PlainStudy { Groups = true, Whole = "group" });
        Assert.Equal(
            plain.Lines.Select(line => line.Value!.Value.Number),
            Enumerable.Range(0, workings.RowCount).Select(row => workings["value"].Number(row)!.Value)
        );
        Assert.Equal(plain.Sum.Number, workings.Readings["whole"]!.GetValue<double>());
    }
}
