using System.Collections.Immutable;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Formats.Handing;

/// <summary>
/// A study without its amounts: the same study on a table of shares of everything, in percent, a row for each amount. Whatever is
/// made of it, no writer ever sees an amount.
/// </summary>
public static class SharesOnly
{
    /// <summary>Decimals of a percent that a share has: far more than are shown, so that what is shown is the same.</summary>
    private const int Decimals = 16;

    private const string ShareColumn = "Share of all";

    /// <exception cref="StudyException">There is no whole to be a share of, or the study reads amounts besides those that it
    /// divides.</exception>
    public static HandedStudy Of(HandedStudy study)
    {
        if (study.Study.Trials.Length > 0)
        {
            throw new StudyException(
                "not-shares-only",
                "trial",
                "What is tried can't be handed over as shares only: it says amounts. Go back to what was counted, and hand that over."
            );
        }
        if (
            study.Study.Form.Form.SecondTable(study.Study) is not null
            || study.Workings.Values.Any(each =>
                each.Workings.LabelColumns.Any(column => column.Rule is Rule.Given)
                || each.Workings.Columns.Any(column => column is { IsText: false, Rule: Rule.Given or Rule.OfRows })
            )
        )
        {
            throw new StudyException(
                "not-shares-only",
                "form",
                $"{study.Study.Form.Form.Name} can't be handed over as shares only: it reads amounts of another table "
                    + "or column besides those that it divides."
            );
        }
        Panel[] values = [.. study.Workings.Values.Select(each => each with { Workings = Of(each.Workings) })];
        Study first = values.Length > 0 ? values[0].Workings.Division.Study : study.Study;
        return new HandedStudy(
            study.Title,
            first with
            {
                Title = study.Title,
            },
            new WorkingsSet(study.Workings.Column, values, values.Length > 0 ? values[0].Workings.Columns : study.Workings.Columns)
        );
    }

    private static WorkingsResult Of(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.Total.Sign <= 0)
        {
            throw new StudyException(
                "not-shares-only",
                "",
                "There is nothing to hand over as shares: all amounts together are not above 0."
            );
        }
        string parts = NameOf(division.Study.Parts, "part"),
            groups = division.Study.Groups is { } axis ? NameOf(axis, "group") : "group";
        ColumnBuilder[] builders = [new(NumberReading.Point, false), new(NumberReading.Point, false), new(NumberReading.Point, true)];
        foreach ((string? group, string part, ExactInt amount) in RowsOf(division))
        {
            builders[0].Add(part);
            builders[1].Add(group);
            builders[2].Add(Percent(division, amount).ToString());
        }
        Column[] columns = [builders[0].Build(parts), builders[1].Build(groups), builders[2].Build(ShareColumn)];
        // Names of numbers ("2024") stay names.
        var table = new Table(
            division.Table.Name,
            [
                columns[0].With(columns[0].Info with { Type = ColumnType.Category, One = StudyWords.Of(division).PartOne }),
                columns[1].With(columns[1].Info with { Type = ColumnType.Category, One = StudyWords.Of(division).GroupOne }),
                columns[2].With(columns[2].Info with { Unit = "%" }),
            ]
        );
        return Calculator.Run(table, Study(division, parts, groups));
    }

    /// <summary>Each pair's amount, before anything was dropped or folded: the study does that again.</summary>
    private static IEnumerable<(string? Group, string Part, ExactInt Amount)> RowsOf(Division division)
    {
        Amounts listed = division.Listed;
        for (int group = 0; group < listed.GroupCount; group++)
        {
            for (int part = 0; part < listed.Parts.Count; part++)
            {
                if (listed.Has(group, part))
                {
                    yield return (listed.Groups?[group].Label, listed.Parts[part].Label, listed[group, part]);
                }
            }
        }
        foreach (LeftOut dropped in division.LeftOut)
        {
            yield return (dropped.Group, dropped.Part, dropped.Amount);
        }
    }

    private static string NameOf(Axis axis, string otherwise) =>
        axis switch
        {
            Axis.Labels labels => labels.Column,
            Axis.Bands bands => bands.Column,
            _ => otherwise,
        };

    /// <summary>
    /// The same study of the shares. What was filtered and put in order has been done already; what is dropped and folded is done by the
    /// study again, so that it says so, and counts parts as it did.
    /// </summary>
    private static Study Study(Division division, string parts, string groups)
    {
        Study study = division.Study;
        ImmutableArray<string> Listed(IEnumerable<Entry> entries) => [.. entries.Select(entry => entry.Label)];
        Finish finish = study.Finish;
        IEnumerable<Entry> kept = division.Parts.Take(division.KeptParts);
        return study with
        {
            Parts = new Axis.Labels(parts, Listed(kept.Concat(division.Folded?.Folded ?? []))),
            Groups = division.HasGroups ? new Axis.Labels(groups, Listed(division.Groups!)) : null,
            GivenValue = new Measure.Sum(ShareColumn),
            Where = [],
            Fold = FoldOf(division),
            PanelColumn = null,
            Order = new Ordering
            {
                Parts = new Order.Listed(Listed(kept)),
                Groups = division.HasGroups ? new Order.Listed(Listed(division.Groups!)) : null,
            },
            Whole = division.FixedWhole is { } whole ? new Whole(WholeOf.Given) { Given = Percent(division, whole) } : study.Whole,
            Finish = finish with
            {
                // The sentence as it was, without the number of the whole.
                Caption = finish.Caption ?? Statement.Of(division.Table, study with { PanelColumn = null }).Text,
                Labels = finish.Labels is LabelText.None or LabelText.Name ? finish.Labels : LabelText.Share,
                GroupLabel = finish.GroupLabel is LabelText.Auto or LabelText.None ? finish.GroupLabel : LabelText.Share,
                UnitPlace = UnitPlace.After,
                AmountDecimals = study.Rounding.Decimals,
                AmountIn = AmountIn.Ones,
                AmountEnd = null,
            },
        };
    }

    /// <summary>As many as stay are kept: a share that is reached exactly need not be reached by shares that are rounded.</summary>
    private static Fold? FoldOf(Division division)
    {
        int named = division.Parts.Take(division.KeptParts).Count(part => !part.IsBlank);
        return division.Folded is null ? null
            : named == 0 ? division.Study.Fold
            : new Fold { Keep = named, Label = division.Study.Fold!.Label };
    }

    /// <summary>An amount as a percent of all, with its decimals.</summary>
    private static ExactDecimal Percent(Division division, ExactInt amount) =>
        new((new Fraction(amount * 100, division.Total) * new Fraction(ExactInt.PowerOfTen(Decimals))).Round(), Decimals);
}
