using System.Collections.Immutable;
using OneWhole.Core.Drawing;
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
        var rows = new List<(string Group, string Part, string Share)>();
        for (int row = 0; row < division.RowCount; row++)
        {
            if (division.Has(row))
            {
                rows.Add(
                    (
                        division.Groups?[division.GroupOf(row)].Label ?? "",
                        division.Parts[division.PartOf(row)].Label,
                        Percent(division.Amount(row), division.Total)
                    )
                );
            }
        }
        ColumnBuilder[] builders = [new(NumberReading.Point, false), new(NumberReading.Point, false), new(NumberReading.Point, true)];
        foreach ((string group, string part, string share) in rows)
        {
            builders[0].Add(part);
            builders[1].Add(group);
            builders[2].Add(share);
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

    private static string NameOf(Axis axis, string otherwise) =>
        axis switch
        {
            Axis.Labels labels => labels.Column,
            Axis.Bands bands => bands.Column,
            _ => otherwise,
        };

    /// <summary>The same study of the shares: what was left out, folded and put in order has been done already.</summary>
    private static Study Study(Division division, string parts, string groups)
    {
        Study study = division.Study;
        ImmutableArray<string> Listed(IReadOnlyList<Entry> entries) => [.. entries.Select(entry => entry.Label)];
        Finish finish = study.Finish;
        ImmutableSortedDictionary<string, string> colours = finish.Colours;
        foreach (Entry folded in division.Parts.Where(part => part.Kind == EntryKind.Folded && !colours.ContainsKey(part.Label)))
        {
            colours = colours.SetItem(folded.Label, Ink.OnSheet(Ink.ClassC));
        }
        return study with
        {
            Parts = new Axis.Labels(parts, Listed(division.Parts)),
            Groups = division.HasGroups ? new Axis.Labels(groups, Listed(division.Groups!)) : null,
            GivenValue = new Measure.Sum(ShareColumn),
            Where = [],
            Fold = null,
            Negatives = Negatives.Keep,
            PanelColumn = null,
            Order = new Ordering
            {
                Parts = new Order.Listed(Listed(division.Parts)),
                Groups = division.HasGroups ? new Order.Listed(Listed(division.Groups!)) : null,
            },
            Whole = division.FixedWhole is { } whole
                ? new Whole(WholeOf.Given) { Given = ExactDecimal.Parse(Percent(whole, division.Total)) }
                : study.Whole,
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
                Colours = colours,
            },
        };
    }

    /// <summary>An amount as a percent of all, with its decimals.</summary>
    private static string Percent(ExactInt amount, ExactInt total) =>
        ExactDecimal.Format((new Fraction(amount * 100, total) * new Fraction(ExactInt.PowerOfTen(Decimals))).Round(), Decimals);
}
