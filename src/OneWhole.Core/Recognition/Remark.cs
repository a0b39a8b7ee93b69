using System.Collections.Immutable;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Recognition;

/// <summary>Something that the analyst should know of a study, that is no proof: it may be meant so.</summary>
/// <param name="Id">Its kind; one of a kind at most.</param>
/// <param name="Text">One sentence.</param>
/// <param name="Remedy">What can be done about it, or null.</param>
public sealed record Remark(string Id, string Text, Remedy? Remedy);

/// <summary>What is remarked of a study on its table.</summary>
public static class Remarks
{
    private const int MostNamed = 3;

    /// <summary>A sum of so many others is no chance.</summary>
    private const int FewestOthers = 3;

    /// <summary>Of so large an amount a sum to the last digit is no chance.</summary>
    private const double SureAmount = 100;

    /// <summary>What is to be said of a division.</summary>
    public static IReadOnlyList<Remark> Of(Division division)
    {
        Study study = division.Study;
        TableKnowledge known = TableKnowledge.Of(division.Table);
        return
        [
            .. new[]
            {
                Beside(known, study),
                Summed(known, study),
                All(division, groups: false),
                All(division, groups: true),
            }.OfType<Remark>(),
        ];
    }

    /// <summary>Columns that stand side by side with those that are counted, and are not.</summary>
    private static Remark? Beside(TableKnowledge known, Study study)
    {
        if (known.Shape == TableShape.Long)
        {
            return null;
        }
        ImmutableArray<string> together = known.Side.Names;
        string[] named =
        [
            .. (study.Parts as Axis.Columns)?.Names ?? [],
            .. (study.Groups as Axis.Columns)?.Names ?? [],
            .. study.Value is Measure.Sum sum ? [sum.Column] : (string[])[],
        ];
        string[] counted = [.. named.Intersect(together)],
            beside = [.. together.Except(named)];
        if (beside.Length == 0 || counted.Length == 0)
        {
            return null;
        }
        string names =
            string.Join(", ", beside.Take(MostNamed)) + (beside.Length > MostNamed ? $" and {beside.Length - MostNamed} more" : "");
        (string stand, string are) = beside.Length == 1 ? ("stands", "is") : ("stand", "are");
        return new Remark(
            "beside",
            $"{names} {stand} beside {string.Join(", ", counted.Take(MostNamed))}, and {are} not counted here: forms "
                + "with groups take them together.",
            null
        );
    }

    /// <summary>A sum of what doesn't add up.</summary>
    private static Remark? Summed(TableKnowledge known, Study study)
    {
        if (
            study.Value is not Measure.Sum sum
            || known.Columns.FirstOrDefault(column => column.Name == sum.Column)
                is not { Role: ColumnRole.Rate or ColumnRole.Identifier or ColumnRole.Derived } column
            || (column.Column.Info.HoldsShares && known.Amounts.Count == 0)
        )
        {
            return null;
        }
        KnownColumn? better = known.Amounts.OrderByDescending(amount => amount.Worth).FirstOrDefault();
        Remedy? remedy = better is null
            ? new Remedy("count rows instead", now => now with { GivenValue = null })
            : new Remedy($"count {better.Name} instead", now => now with { GivenValue = new Measure.Sum(better.Name) });
        return new Remark("summed", $"{column.Name} is added up here, though {column.Why}.", remedy);
    }

    /// <summary>A part, or a group, that equals the sum of all others: a total among them counts everything twice.</summary>
    private static Remark? All(Division division, bool groups)
    {
        if (
            division.IsEmpty
            || (groups ? division.Study.Groups : division.Study.Parts) is not Axis.Labels axis
            || (groups && !division.HasGroups)
        )
        {
            return null;
        }
        int count = groups ? division.GroupCount : division.PartCount;
        ExactInt Total(int at) => groups ? division.GroupTotal(at) : division.PartTotal(at);
        Entry EntryOf(int at) => groups ? division.Groups![at] : division.Parts[at];
        for (int at = 0; at < count && count > FewestOthers; at++)
        {
            ExactInt own = Total(at);
            string label = EntryOf(at).Label;
            bool halfOfAll = EntryOf(at).Kind == EntryKind.Label && own.Sign > 0 && (own + own) == division.Total;
            if (halfOfAll && (TotalRows.SaysTotal(label) || division.Decimal(own).ToDouble() >= SureAmount))
            {
                return new Remark(
                    groups ? "group-is-all" : "part-is-all",
                    $"“{label}” is as much as all others together: if it is their total, everything is counted twice.",
                    new Remedy($"leave “{label}” out", study => Without(study, axis.Column, label))
                );
            }
        }
        return null;
    }

    private static Study Without(Study study, string column, string label)
    {
        int at = study.Where.ToList().FindIndex(clause => clause.Column == column && clause.IsNot is not null);
        return at < 0
            ? study with
            {
                Where = study.Where.Add(new Clause(column) { IsNot = [label] }),
            }
            : study with
            {
                Where = study.Where.SetItem(at, study.Where[at] with { IsNot = study.Where[at].IsNot!.Value.Add(label) }),
            };
    }
}
