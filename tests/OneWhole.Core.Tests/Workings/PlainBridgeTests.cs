using System.Globalization;
using System.Text.Json.Nodes;
using CsCheck;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>
/// Random bridges between two years: the core against the definitions written out once more, in doubles and without any of its code.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class PlainBridgeTests
{
    private sealed record Trip(string Part, string Year, int Tenths, int Sold);

    private sealed record Asked(Trip[] Trips, bool Volume, int Keep, bool Largest, (string Part, int Tenths)[] Sets);

    private static readonly string[] Labels = ["Hallin", "Oskery", "Big Wick", "Tarn Holm", "Sule Bank", "Little Wick"];

    private static readonly Gen<Asked> Any = Gen.Select(
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 1], Gen.Int[0, 900], Gen.Int[0, 40], (part, year, tenths, sold) =>
            new Trip(Labels[part], year == 0 ? "2024" : "2025", tenths, sold)
        ).Array[2, 30],
        Gen.Bool,
        Gen.Int[0, 4],
        Gen.Bool,
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 900], (part, tenths) => (Labels[part], tenths)).Array[0, 2],
        // The first row is of the first year and the last of the second, so that there are two, in that order.
        (trips, volume, keep, largest, sets) =>
            new Asked([trips[0] with { Year = "2024" }, .. trips[1..^1], trips[^1] with { Year = "2025" }], volume, keep, largest, sets)
    );

    private sealed record Row(
        string Part,
        double? Before,
        double? After,
        double Change,
        double Volume0,
        double Volume1,
        double VolumeEffect,
        double RateEffect
    );

    [Fact]
    public void A_bridge_is_what_its_definitions_say() => Any.Sample(Check, iter: 2000);

    private static void Check(Asked asked)
    {
        (List<Row> rows, double before, double after) = Plain(asked);
        JsonObject study = Document(asked);
        Column Of(string name, Func<Trip, string> cell) => TableOf.Column(name, asked.Trips.Select(cell));
        Column year = Of("Year", trip => trip.Year);
        var table = new Table(
            "trips",
            [
                Of("Part", trip => trip.Part),
                year.With(year.Info with { Type = ColumnType.Category }),
                Of("Money", trip => (trip.Tenths / 10m).ToString("0.0", CultureInfo.InvariantCulture)),
                Of("Sold", trip => trip.Sold.ToString(CultureInfo.InvariantCulture)),
            ]
        );
        WorkingsResult workings = Calculator.Run(table, StudyFormat.Standard.Read(study.ToJsonString()));
        Assert.Equal(rows.Select(row => row.Part), Enumerable.Range(0, workings.RowCount).Select(row => workings["part"].Text(row)));
        double level = before,
            volume0 = asked.Trips.Where(trip => trip.Year == "2024").Sum(trip => trip.Sold);
        for (int at = 0; at < rows.Count; at++)
        {
            Row row = rows[at];
            double from = row.Before ?? 0,
                to = row.After ?? 0;
            Same(row.Before, "before");
            Same(row.After, "after");
            Same(row.Change, "change");
            Same(from > 0 ? row.Change / from : null, "growth");
            Same(before == 0 || row.Before is null ? null : row.Before / before, "shareBefore");
            Same(after == 0 || row.After is null ? null : row.After / after, "shareAfter");
            Same(before == 0 || after == 0 ? null : 100 * (to / after - from / before), "points");
            Same(level, "base");
            Same(level += row.Change, "top");
            if (asked.Volume)
            {
                Same(row.Volume0, "volumeBefore");
                Same(row.Volume1, "volumeAfter");
                Same(volume0 == 0 ? null : row.VolumeEffect, "volumeEffect");
                Same(volume0 == 0 ? null : row.RateEffect, "rateEffect");
                Same(volume0 == 0 ? null : row.Change - row.VolumeEffect - row.RateEffect, "mixEffect");
            }

            void Same(double? expected, string key)
            {
                double? found = workings[key].Number(at);
                Assert.True(
                    expected is null == found is null
                        && Math.Abs((expected ?? 0) - (found ?? 0)) < 1e-9 * Math.Max(1, Math.Abs(expected ?? 0)),
                    $"{key} of {row.Part} is {found}, not {expected}: {study} {string.Join(' ', asked.Trips.AsEnumerable())}"
                );
            }
        }
        Assert.Equal(after, level, 6);
        Assert.Equal(before, workings.Readings["before"]!.GetValue<double>(), 6);
    }

    private static JsonObject Document(Asked asked)
    {
        var study = new JsonObject
        {
            ["format"] = "onewhole.study/1",
            ["parts"] = new JsonObject { ["column"] = "Part" },
            ["groups"] = new JsonObject { ["column"] = "Year" },
            ["value"] = new JsonObject { ["sum"] = "Money" },
            ["form"] = asked.Volume ? new JsonObject { ["kind"] = "bridge", ["volume"] = "Sold" } : new JsonObject { ["kind"] = "bridge" },
            ["trial"] = new JsonArray([
                .. asked.Sets.Select(set => new JsonObject
                {
                    ["part"] = set.Part,
                    ["group"] = "2025",
                    ["set"] = set.Tenths / 10m,
                }),
            ]),
        };
        if (asked.Keep > 0)
        {
            study["fold"] = new JsonObject { ["keep"] = asked.Keep };
        }
        if (asked.Largest)
        {
            study["order"] = new JsonObject { ["parts"] = "largest" };
        }
        return study;
    }

    private static (List<Row> Rows, double Before, double After) Plain(Asked asked)
    {
        var parts = asked.Trips.Select(trip => trip.Part).Distinct().ToList();
        double? Sum(string part, string year) =>
            asked.Trips.Any(trip => trip.Part == part && trip.Year == year)
                ? asked.Trips.Where(trip => trip.Part == part && trip.Year == year).Sum(trip => (double)trip.Tenths) / 10
                : null;
        int Sold(string year, string? part = null) =>
            asked.Trips.Where(trip => trip.Year == year && (part is null || trip.Part == part)).Sum(trip => trip.Sold);
        Dictionary<string, double?> was = parts.ToDictionary(part => part, part => Sum(part, "2024")),
            now = parts.ToDictionary(part => part, part => Sum(part, "2025"));
        foreach ((string part, int tenths) in asked.Sets.Where(set => parts.Contains(set.Part)))
        {
            now[part] = tenths / 10.0;
        }
        double all0 = Sold("2024"),
            all1 = Sold("2025");
        Row Of(string part)
        {
            double a0 = was[part] ?? 0,
                a1 = now[part] ?? 0,
                n0 = Sold("2024", part),
                n1 = Sold("2025", part);
            return new Row(
                part,
                was[part],
                now[part],
                a1 - a0,
                n0,
                n1,
                all0 == 0 ? 0 : a0 * (all1 / all0 - 1),
                n0 == 0 ? 0 : a1 - n1 * a0 / n0
            );
        }
        double Total(Row row) => (row.Before ?? 0) + (row.After ?? 0);
        List<Row> rows = [.. parts.Select(Of)];
        double before = rows.Sum(row => row.Before ?? 0),
            after = rows.Sum(row => row.After ?? 0);
        // Folded by what both years add up to, the largest stay; nothing is folded where fewer than two go.
        List<Row> kept = rows,
            gone = [];
        if (asked.Keep > 0 && rows.Count - asked.Keep >= 2 && rows.Sum(Total) > 0)
        {
            List<Row> largest = [.. rows.OrderByDescending(row => Math.Round(10 * Total(row)))];
            gone = largest[asked.Keep..];
            kept = [.. rows.Except(gone)];
        }
        // The same sum can be told with another last digit in doubles: sums of tenths are whole tenths.
        double Key(Row row) => Math.Round(10 * (asked.Largest ? Total(row) : row.Change));
        kept = [.. kept.OrderByDescending(Key)];
        if (gone.Count > 0)
        {
            double? Sums(Func<Row, double?> of) => gone.All(row => of(row) is null) ? null : gone.Sum(row => of(row) ?? 0);
            kept.Add(
                new Row(
                    "Other",
                    Sums(row => row.Before),
                    Sums(row => row.After),
                    gone.Sum(row => row.Change),
                    gone.Sum(row => row.Volume0),
                    gone.Sum(row => row.Volume1),
                    gone.Sum(row => row.VolumeEffect),
                    gone.Sum(row => row.RateEffect)
                )
            );
        }
        return (kept, before, after);
    }
}
