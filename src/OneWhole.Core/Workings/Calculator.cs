using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Workings;

/// <summary>Table and study in, workings out.</summary>
public static class Calculator
{
    /// <exception cref="StudyException">The study does not fit the table.</exception>
    /// <exception cref="OperationCanceledException">Stopped.</exception>
    /// <param name="table">The table.</param>
    /// <param name="study">The study.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="second">A second table, for a form that lays one population over another.</param>
    public static WorkingsResult Run(Table table, Study study, CancellationToken cancel = default, Table? second = null)
    {
        if (study.PanelColumn is not null)
        {
            throw new StudyException(
                "not-available",
                "each",
                "each: a study for each value of a column has workings of its own for each of them."
            );
        }
        Division division = Division.Of(table, study, cancel, second);
        cancel.ThrowIfCancellationRequested();
        return Of(division);
    }

    /// <summary>The same workings for a study that differs in looks or title only: nothing is scanned, ordered or folded again.</summary>
    public static WorkingsResult Again(WorkingsResult known, Study study) => Of(known.Division.With(study));

    private static WorkingsResult Of(Division division)
    {
        Form form = division.Study.Form.Form;
        RefuseBeyondDoubles(division);
        FormWorkings own = form.Compute(division);
        JsonObject readings = CommonReadings(division);
        List<JsonObject>? groups = GroupReadings(division);
        own.AddReadings?.Invoke(readings, groups);
        RefuseInfinite(readings, "");
        groups?.ForEach(group => RefuseInfinite(group, $" of {(string?)group["group"]}"));
        if (groups is not null && division.Before is null)
        {
            readings["groups"] = new JsonArray([.. groups]);
        }
        var result = new WorkingsResult(division, own.Columns, readings, () => TieOut.Of(division, own))
        {
            Computed = own.Computed,
            Rows = own.Rows,
            LabelColumns = [.. LabelColumns(division, own), .. own.Beside, .. Counted(division, own)],
        };
        _ = result.TieOut;
        return result;
    }

    /// <summary>
    /// Exact numbers can be larger than any double: an amount or a total that no number of a file can hold is said, not written as
    /// infinite.
    /// </summary>
    private static void RefuseBeyondDoubles(Division division)
    {
        void Check(ExactInt units, Func<string> what)
        {
            if (!units.IsSmall && !double.IsFinite(division.Value(units).ToDouble()))
            {
                throw new StudyException(
                    "beyond-doubles",
                    "value",
                    $"{what()} is beyond the largest number there is (1.8 × 10^308): leave out what can't be meant, or "
                        + "count in larger units."
                );
            }
        }
        for (int row = 0; row < division.RowCount; row++)
        {
            if (division.Amount(row).IsSmall)
            {
                continue;
            }
            int at = row;
            Check(division.Amount(row), () =>
                $"The amount of {division.Parts[division.PartOf(at)].Label}"
                + $"{(division.Groups is { } groups ? $" in {groups[division.GroupOf(at)].Label}" : "")}"
            );
        }
        if (!division.IsEmpty)
        {
            for (int group = 0; group < division.GroupCount; group++)
            {
                int at = group;
                Check(division.GroupTotal(group), () => division.Groups is { } groups ? $"The total of {groups[at].Label}" : "The total");
            }
            for (int part = 0; part < division.PartCount; part++)
            {
                if (division.PartTotal(part).IsSmall)
                {
                    continue;
                }
                int at = part;
                Check(division.PartTotal(part), () => $"The total of {division.Parts[at].Label}");
            }
            Check(division.ReadingWhole, () => "The whole");
            Check(division.Total, () => "The total of all amounts");
        }
    }

    /// <summary>A reading that no number of a file can hold is said, too.</summary>
    private static void RefuseInfinite(JsonObject readings, string of)
    {
        foreach ((string name, JsonNode? node) in readings)
        {
            if (node is JsonValue value && value.TryGetValue(out double number) && !double.IsFinite(number))
            {
                throw new StudyException(
                    "beyond-doubles",
                    "value",
                    $"The reading {name}{of} is beyond the largest number there is (1.8 × 10^308): leave out what can't "
                        + "be meant, or count in larger units."
                );
            }
        }
    }

    /// <summary>The share that labels print, where it is of something else than the study's whole.</summary>
    /// <summary>What was counted, beside what is tried: a trial is never mistaken for the truth.</summary>
    private static IEnumerable<WorkingColumn> Counted(Division division, FormWorkings own)
    {
        if (division.Tried.Changed.Count == 0 || own.Rows != RowKind.Cells || division.IsEmpty)
        {
            yield break;
        }
        var was = division.Tried.Changed.ToDictionary(tried => (tried.Group, tried.Part), tried => tried.Was);
        yield return WorkingColumn.OfNumber(
            "counted",
            "counted",
            ColumnUnit.Amount,
            new Rule.Given("what was counted, before the trial"),
            row =>
                division.IsFolded(row) || !division.Has(row) ? null
                : was.TryGetValue(
                    (division.Groups?[division.GroupOf(row)].Label, division.Parts[division.PartOf(row)].Label),
                    out Fraction? counted
                )
                    ? counted
                : division.Value(division.Amount(row))
        ) with
        {
            Quiet = true,
        };
    }

    private static IReadOnlyList<WorkingColumn> LabelColumns(Division division, FormWorkings own)
    {
        LabelOf of = division.Study.Finish.LabelOf;
        WholeOf wanted = of == LabelOf.Group && division.HasGroups ? WholeOf.Group : WholeOf.All;
        if (of == LabelOf.Whole || own.Shown is null || own.Rows != RowKind.Cells || wanted == division.WholeOf)
        {
            return [];
        }
        ShownShares shown = ShownShares.Of(division, wanted);
        Rule whole = wanted == WholeOf.Group ? new Rule.GroupTotal() : new Rule.GrandTotal();
        string label = wanted == WholeOf.Group ? $"share of {StudyWords.Of(division).GroupOne}" : "share of all";
        return
        [
            WorkingColumn.OfNumber(
                "labelShare",
                label,
                ColumnUnit.Percent,
                new Rule.Shown(Rule.Column("value") / whole, shown),
                shown.Percent
            ),
        ];
    }

    private static JsonObject CommonReadings(Division division)
    {
        var readings = new JsonObject { ["whole"] = division.Value(division.ReadingWhole).ToDouble(), ["parts"] = division.CountedParts };
        Concentration? concentration = Concentration.Of(division);
        readings["hhi"] = concentration?.Hhi.ToDouble();
        readings["effectiveParts"] = concentration?.EffectiveParts.ToDouble();
        readings["gini"] = concentration?.Gini.ToDouble();
        readings["largestShare"] = concentration?.LargestShare.ToDouble();
        return readings;
    }

    private static List<JsonObject>? GroupReadings(Division division)
    {
        if (division.Groups is null)
        {
            return null;
        }
        ExactInt whole = division.ReadingWhole;
        var groups = new List<JsonObject>();
        for (int group = 0; group < (division.IsEmpty ? 0 : division.GroupCount); group++)
        {
            groups.Add(
                new JsonObject
                {
                    ["group"] = division.Groups[group].Label,
                    ["whole"] = division.HasGroupTotal(group) ? division.Value(division.GroupTotal(group)).ToDouble() : null,
                    ["share"] =
                        whole.IsZero || !division.HasGroupTotal(group) ? null : new Fraction(division.GroupTotal(group), whole).ToDouble(),
                }
            );
        }
        return groups;
    }
}

/// <summary>How concentrated the parts are; over the parts' totals as shares of Σ v.</summary>
/// <param name="Hhi">Σ (100·s)², the Herfindahl–Hirschman index, 0 to 10 000.</param>
/// <param name="EffectiveParts">1 / Σ s².</param>
/// <param name="Gini">Σ_i Σ_j |x_i − x_j| / (2 n² mean).</param>
/// <param name="LargestShare">The largest s.</param>
internal sealed record Concentration(Fraction Hhi, Fraction EffectiveParts, Fraction Gini, Fraction LargestShare)
{
    /// <returns>Null where a total is negative or Σ v is 0, and where parts don't add up to the whole.</returns>
    public static Concentration? Of(Division division)
    {
        ExactInt sum = division.Total;
        if (division.IsEmpty || division.WholeIsFirst || sum.IsZero)
        {
            return null;
        }
        return Of(division.CountedTotals, sum);
    }

    /// <summary>Of amounts that come as quotients.</summary>
    /// <returns>Null where one is negative or all of them add up to 0.</returns>
    public static Concentration? Of(IReadOnlyList<Fraction> amounts)
    {
        // In units of which each is a whole number.
        ExactInt divisor = amounts.Select(amount => amount.Divisor).Distinct().Aggregate(ExactInt.One, (product, one) => product * one);
        ExactInt[] units = [.. amounts.Select(amount => (amount * new Fraction(divisor)).Round())];
        ExactInt sum = units.Aggregate(ExactInt.Zero, (all, one) => all + one);
        return sum.IsZero ? null : Of(units, sum);
    }

    /// <summary>Amounts of 64 bits, so many of them at most, keep their squares and weighted sums within 127.</summary>
    private const long LargestFast = 1L << 48;

    /// <summary>Fewer are done before the faster way is compiled.</summary>
    private const int FewestFast = 1000;

    private const int MostFast = 1 << 28;

    private static Concentration? Of(IReadOnlyList<ExactInt> amounts, ExactInt sum)
    {
        if (
            amounts.Count is >= FewestFast and < MostFast
            && Array.TrueForAll((ExactInt[])amounts, amount => amount.IsSmall && amount.Small <= LargestFast)
        )
        {
            return OfSmall(Array.ConvertAll((ExactInt[])amounts, amount => amount.Small), sum);
        }
        ExactInt[] totals = ExactInt.Ordered(amounts);
        int n = totals.Length;
        if (totals[0].Sign < 0)
        {
            return null;
        }
        ExactInt squares = default,
            weighted = default;
        for (int i = 0; i < n; i++)
        {
            squares += totals[i] * totals[i];
            // With x sorted upwards, Σ_i Σ_j |x_i − x_j| = 2 Σ_i (2i − n + 1) x_i, i from 0.
            weighted += totals[i] * (2L * i - n + 1);
        }
        return new Concentration(
            new Fraction(squares * 10_000, sum * sum),
            new Fraction(sum * sum, squares),
            new Fraction(weighted, sum * n),
            new Fraction(totals[^1], sum)
        );
    }

    /// <summary>The same in plain integers.</summary>
    private static Concentration? OfSmall(long[] totals, ExactInt sum)
    {
        Array.Sort(totals);
        if (totals[0] < 0)
        {
            return null;
        }
        Int128 squares = 0,
            weighted = 0;
        int n = totals.Length;
        for (int i = 0; i < n; i++)
        {
            squares += (Int128)totals[i] * totals[i];
            weighted += (Int128)totals[i] * (2L * i - n + 1);
        }
        return new Concentration(
            new Fraction(new ExactInt(squares) * 10_000, sum * sum),
            new Fraction(sum * sum, new ExactInt(squares)),
            new Fraction(new ExactInt(weighted), sum * n),
            new Fraction(totals[n - 1], sum)
        );
    }
}
