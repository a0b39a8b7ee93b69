using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Recognition;

/// <summary>
/// Lays a study's parts and groups on a table: the columns of a wide one, or a second column of labels. Stretches of time, bands and
/// ages go along the axis, the smaller set becomes the colours.
/// </summary>
public static class TableFit
{
    private const int MostGroups = 24;

    /// <summary>More colours than this can't be told apart.</summary>
    private const int MostColours = 12;

    /// <summary>Columns that would do as groups: labels of another kind than the parts', some, but not too many; in table order.</summary>
    public static IEnumerable<Column> GroupColumns(Table table, Study study)
    {
        string? taken = study.Parts switch
        {
            Axis.Labels labels => labels.Column,
            Axis.Bands bands => bands.Column,
            _ => null,
        };
        return from known in TableKnowledge.Of(table).Labels
            where known.Name != taken && known.Column.Info.Type != ColumnType.Date && known.Column.LabelCount is >= 2 and <= MostGroups
            select known.Column;
    }

    /// <summary>The labels of a column that the study's own conditions on it leave, blanks aside.</summary>
    public static IEnumerable<string> LabelsLeft(Study study, Column column)
    {
        Clause[] clauses = [.. study.Where.Where(clause => clause.Column == column.Name)];
        bool Passes(Clause clause, string label) =>
            (clause.Is is not { } only || only.Contains(label)) && (clause.IsNot is not { } not || !not.Contains(label));
        return column.Labels.Labels.Where(label => label != Label.Blank && Array.TrueForAll(clauses, clause => Passes(clause, label)));
    }

    /// <summary>The study with groups, where it has none and the table has what they are made of.</summary>
    /// <param name="table">The table.</param>
    /// <param name="study">As it is.</param>
    /// <param name="columnsAreParts">Whether the columns of a wide table are to be the parts whatever they are; null where that goes by
    /// what they are.</param>
    public static Study WithGroups(Table table, Study study, bool? columnsAreParts = null)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        if (study.Groups is not null)
        {
            return study;
        }
        if (known.Shape == TableShape.Wide)
        {
            return OfColumns(known, study, columnsAreParts);
        }
        if (GroupColumns(table, study).FirstOrDefault() is not { } second)
        {
            return study;
        }
        var groups = new Axis.Labels(second.Name, []);
        // Time that was laid along the parts, or more parts than there are colours: they change places with what has fewer.
        KnownColumn? first = known.Labels.FirstOrDefault(column => column.Name == (study.Parts as Axis.Labels)?.Column),
            other = known.Labels.First(column => column.Name == second.Name);
        bool swap = first is not null && !IsAxis(other) && (IsAxis(first) || (first.Labels > MostColours && other.Labels <= MostColours));
        return swap
            ? study with
            {
                Parts = groups,
                Groups = study.Parts,
                Order = Swapped(study.Order),
                Fold = null,
            }
            : study with
            {
                Groups = groups,
            };
    }

    private static bool IsAxis(KnownColumn column) =>
        column.Role == ColumnRole.Ordered && AnswerScale.Ranks(column.Column.Labels.Labels) is null;

    private static Ordering Swapped(Ordering order) =>
        order with
        {
            Parts = order.Groups is Order.By or Order.Listed ? order.Groups : null,
            Groups = order.Parts is Order.By { Name: not "change" } or Order.Listed ? order.Parts : null,
            ReverseParts = order.ReverseGroups,
            ReverseGroups = order.ReverseParts,
        };

    /// <summary>The columns of a wide table on one axis, its labels on the other.</summary>
    private static Study OfColumns(TableKnowledge known, Study study, bool? columnsAreParts)
    {
        Axis.Columns columns = known.Side;
        if (ItemsOf(known, study) is not { } items || known.Together[0].Count == 1)
        {
            return study with { Parts = columns, Groups = null, GivenValue = null, Fold = null, Order = new Ordering() };
        }
        var labels = new Axis.Labels(items.Name, []);
        bool time = known.TogetherIsTime || (known.TogetherIsOrdered && AnswerScale.Ranks(columns.Names) is null && !IsAxis(items));
        bool asParts = columnsAreParts ?? (!time && (IsAxis(items) || columns.Names.Length <= Math.Max(items.Labels, MostColours)));
        return asParts
            ? study with
            {
                Parts = columns,
                Groups = labels,
                GivenValue = null,
                Fold = null,
                Order = new Ordering(),
            }
            : study with
            {
                Parts = labels,
                Groups = columns,
                GivenValue = null,
                Order = new Ordering(),
            };
    }

    /// <summary>
    /// Whose amounts the rows of a wide table are: the study's parts where they are labels, else the column with the most labels.
    /// </summary>
    private static KnownColumn? ItemsOf(TableKnowledge known, Study study) =>
        known.Labels.FirstOrDefault(column => (study.Parts as Axis.Labels)?.Column == column.Name)
        ?? known.Labels.MaxBy(column => column.Labels);

    /// <summary>
    /// The study for a form that takes no groups: a sum of the columns side by side is no study, so one of them is counted.
    /// </summary>
    public static Study WithoutGroups(Table table, Study study)
    {
        if (study.Groups is not Axis.Columns columns)
        {
            return study;
        }
        TableKnowledge known = TableKnowledge.Of(table);
        // The last stretch of time is the one that is asked about; of others the first.
        string counted = known.TogetherIsTime ? columns.Names[^1] : columns.Names[0];
        return study with { Groups = null, GivenValue = new Measure.Sum(counted) };
    }

    /// <summary>
    /// Labels that have an order of their own start in it, except in a form that orders its parts by what is counted on purpose.
    /// </summary>
    public static Study InOrder(Table table, Study study, bool partsByAmount)
    {
        Ordering order = study.Order;
        if (partsByAmount)
        {
            return order.Parts == Order.Natural && IsOrdered(table, study.Parts)
                ? study with
                {
                    Order = order with { Parts = null },
                }
                : study;
        }
        if (
            order.Parts is null
            && !order.ReverseParts
            && study.Form.Form.PartOrderOf(study) != Order.Natural
            && IsOrdered(table, study.Parts)
        )
        {
            order = order with { Parts = Order.Natural };
        }
        if (
            study.Groups is { } groups
            && order.Groups is null
            && !order.ReverseGroups
            && study.Form.Form.GroupOrder != Order.Natural
            && IsOrdered(table, groups)
        )
        {
            order = order with { Groups = Order.Natural };
        }
        return order == study.Order ? study : study with { Order = order };
    }

    /// <summary>
    /// Whether a column holds amounts of one side that were made negative to point the other way: none above zero, some below.
    /// </summary>
    public static bool IsBelowZero(Column column)
    {
        bool below = false;
        for (int row = 0; row < column.Count; row++)
        {
            if (column.Numbers.At(row) is { } units)
            {
                if (units > default(Numbers.ExactInt))
                {
                    return false;
                }
                below |= !units.IsZero;
            }
        }
        return below;
    }

    private static bool IsOrdered(Table table, Axis axis) =>
        axis switch
        {
            Axis.Bands => true,
            Axis.Labels labels => table.Find(labels.Column) is { } column
                && column.LabelCount is > 1 and <= 500
                && NaturalOrder.IsOrderedSet(column.Labels.Labels),
            _ => false,
        };
}
