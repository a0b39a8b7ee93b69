using OneWhole.Core.Recognition;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>
/// What a study's whole can be held against: an earlier label of a column that is an order of time, an earlier column, another table.
/// </summary>
internal static class WhatChanged
{
    private const int MostOfColumn = 4;
    private const int MostLabels = 500;

    /// <param name="table">The study's table.</param>
    /// <param name="study">The study.</param>
    /// <param name="otherTables">Tables that have its columns, by name: last month's file.</param>
    public static IReadOnlyList<ChangeOffer> Of(Table table, Study study, IEnumerable<string> otherTables)
    {
        Study plain = Plain(study);
        return
        [
            .. OfTrials(study, plain),
            .. OfColumns(table, study, plain),
            .. OfWideColumns(table, study, plain),
            .. otherTables.Select(name => new ChangeOffer(
                $"from the table {name} to {table.Name}",
                "the same columns of another table",
                plain with
                {
                    Form = Bridge(
                        new BridgeMembers
                        {
                            Against = new Against { Table = name, Label = name },
                        }
                    ),
                }
            )
            {
                FromTable = name,
            }),
        ];
    }

    /// <summary>
    /// What was counted against what is tried; in a study of groups a trial is of one of them, which a bridge between wholes does not have.
    /// </summary>
    private static IEnumerable<ChangeOffer> OfTrials(Study study, Study plain)
    {
        if (study.Trials.Length > 0 && study.Trials.All(trial => trial.Group is null))
        {
            var against = new Against { Where = study.Where, Label = "counted" };
            yield return new ChangeOffer(
                "from what was counted to what is tried",
                "the same rows, without and with what is tried",
                plain with
                {
                    Trials = study.Trials,
                    Form = Bridge(new BridgeMembers { Against = against }),
                }
            );
        }
    }

    private static FormChoice Bridge(BridgeMembers? members = null) =>
        FormList.Standard.Choice("bridge") is var choice && members is null ? choice : choice with { Members = members! };

    /// <summary>Without what a bridge has no use for: groups, whole, order, the form's own finish.</summary>
    private static Study Plain(Study study) =>
        study with
        {
            Title = "",
            Groups = null,
            Whole = null,
            Order = new Ordering(),
            PanelColumn = null,
            Trials = [],
            Form = Bridge(),
            Finish = new Finish
            {
                AmountIn = study.Finish.AmountIn,
                AmountDecimals = study.Finish.AmountDecimals,
                UnitName = study.Finish.UnitName,
                UnitPlace = study.Finish.UnitPlace,
                Numbers = study.Finish.Numbers,
                Colours = study.Finish.Colours,
                Source = study.Finish.Source,
            },
        };

    /// <summary>The labels of a column in time, or null where it is none.</summary>
    private static string[]? InOrder(IReadOnlyList<string> labels)
    {
        string[] filled = [.. labels.Where(label => label != Label.Blank)];
        return
            filled.Length is < 2 or > MostLabels
            || !(Array.TrueForAll(filled, Periods.IsPeriod) || NaturalOrder.IsOrderedSet(filled))
            || NaturalOrder.AreLevels(filled)
            ? null
            : [.. NaturalOrder.Sort([.. filled.Select((label, at) => new Entry(label, EntryKind.Label, at))]).Select(entry => entry.Label)];
    }

    private static IEnumerable<ChangeOffer> OfColumns(Table table, Study study, Study plain)
    {
        string? parts = (study.Parts as Axis.Labels)?.Column;
        string? first = (study.Groups as Axis.Labels)?.Column;
        IEnumerable<Column> columns = table
            .Columns.Where(column => column.Name != parts && column.Info.Type is ColumnType.Category or ColumnType.Date)
            .OrderByDescending(column => study.Where.Any(clause => clause.Column == column.Name && clause.Is is [_]))
            .ThenByDescending(column => column.Name == first);
        foreach (Column column in columns)
        {
            if (column.Labels.Labels.Count > MostLabels)
            {
                continue;
            }
            Clause? one = study.Where.FirstOrDefault(clause => clause.Column == column.Name && clause.Is is [_]);
            // What a filter keeps of it alone is "now": what it leaves out may be "before".
            string[] labels = one is not null ? [.. column.Labels.Labels] : [.. TableFit.LabelsLeft(study, column)];
            if (InOrder(labels) is not { } ordered)
            {
                continue;
            }
            string now = one?.Is is [var only] && ordered.Contains(only) ? only : ordered[^1];
            foreach (string before in ordered.TakeWhile(label => label != now).Reverse().Take(MostOfColumn))
            {
                var both = new Clause(column.Name) { Is = [before, now] };
                Study bridged = plain with
                {
                    Groups = new Axis.Labels(column.Name, []),
                    Where = one is null
                        ? [.. plain.Where.Where(clause => clause.Column != column.Name), both]
                        : plain.Where.Replace(one, both),
                    Order = new Ordering { Groups = Order.Natural },
                };
                yield return new ChangeOffer($"from {before} to {now}", $"by {column.Info.NounOne}", bridged);
            }
        }
    }

    private static IEnumerable<ChangeOffer> OfWideColumns(Table table, Study study, Study plain)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        if (!known.TogetherIsTime || study.Parts is not Axis.Labels || study.Value is Measure.Distinct)
        {
            yield break;
        }
        string[] names = [.. known.Together.Select(column => column.Name)];
        int now = study.Value is Measure.Sum sum && Array.IndexOf(names, sum.Column) is >= 0 and var at ? at : names.Length - 1;
        for (int before = now - 1; before >= Math.Max(0, now - MostOfColumn); before--)
        {
            yield return new ChangeOffer(
                $"from {names[before]} to {names[now]}",
                "two columns of this table",
                plain with
                {
                    GivenValue = null,
                    Groups = new Axis.Columns([names[before], names[now]]),
                }
            );
        }
    }
}
