using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>
/// How a whole divides: the amounts of a study in display order, negatives dealt with and small parts folded, and the
/// whole of each amount. Every form computes its columns from this.
/// </summary>
public sealed class Division : IMeasured
{
    private readonly Amounts _amounts;
    private readonly ExactInt[] _partTotals;
    private readonly Lazy<ExactInt[]> _sortedTotals;
    private readonly ExactInt[] _groupTotals;

    internal Division(Study study, Table table, Aggregate aggregate, Amounts listed, Amounts display, IReadOnlyList<LeftOut> leftOut, ExactInt? fixedWhole, bool takesGroups)
    {
        Study = study;
        Table = table;
        Listed = listed;
        _amounts = display;
        LeftOut = leftOut;
        Rows = aggregate.Rows;
        FilteredAmount = aggregate.FilteredAmount;
        DistinctInAll = aggregate.DistinctInAll;
        TakesGroups = takesGroups;
        _partTotals = new ExactInt[display.Parts.Count];
        _sortedTotals = new Lazy<ExactInt[]>(() => [.. _partTotals.Order()]);
        _groupTotals = new ExactInt[display.GroupCount];
        for (int group = 0; group < display.GroupCount; group++)
        {
            for (int part = 0; part < display.Parts.Count; part++)
            {
                _partTotals[part] += display[group, part];
                _groupTotals[group] += display[group, part];
                HasNegative |= display[group, part].Sign < 0;
            }
        }
        foreach (ExactInt total in _groupTotals)
        {
            Total += total;
        }
        IsEmpty = display.Cells.Length == 0;
        FixedWhole = IsEmpty ? ExactInt.Zero : fixedWhole;
    }

    public Study Study { get; private init; }

    /// <summary>The same numbers for a study that differs in looks or title only.</summary>
    public Division With(Study study) => new(this, study);

    private Division(Division from, Study study)
    {
        _amounts = from._amounts;
        _partTotals = from._partTotals;
        _sortedTotals = from._sortedTotals;
        _groupTotals = from._groupTotals;
        (Study, Table, Second, Listed, LeftOut, Rows) = (study, from.Table, from.Second, from.Listed, from.LeftOut, from.Rows);
        (FilteredAmount, DistinctInAll, TakesGroups, IsEmpty, HasNegative, Total, FixedWhole) = (from.FilteredAmount, from.DistinctInAll, from.TakesGroups, from.IsEmpty, from.HasNegative, from.Total, from.FixedWhole);
    }

    /// <summary>The amounts; the table has its own place in memory, but is held all the same.</summary>
    public void Measure(MemoryCount count)
    {
        Table.Measure(count);
        Second?.Measure(count);
        Listed.Measure(count);
        _amounts.Measure(count);
        count.Add(_partTotals, 24L * _partTotals.Length);
        count.Add(_groupTotals, 24L * _groupTotals.Length);
        if (_sortedTotals.IsValueCreated)
        {
            count.Add(_sortedTotals.Value, 24L * _sortedTotals.Value.Length);
        }
    }

    public Table Table { get; }

    /// <summary>A second table for a form that lays one population over another, or null.</summary>
    public Table? Second { get; private init; }

    /// <summary>The amounts before folding, in table order.</summary>
    internal Amounts Listed { get; }

    public IReadOnlyList<LeftOut> LeftOut { get; }

    public RowCounts Rows { get; }

    /// <summary>The amount of the rows that were filtered out.</summary>
    public ExactInt FilteredAmount { get; }

    public long? DistinctInAll { get; }

    /// <summary>Whether the study has groups and its form uses them.</summary>
    public bool HasGroups => Groups is not null;

    internal bool TakesGroups { get; }

    /// <summary>Decimals of the amounts' units.</summary>
    public int Scale => _amounts.Scale;

    public IReadOnlyList<Entry> Parts => _amounts.Parts;

    public IReadOnlyList<Entry>? Groups => _amounts.Groups;

    public int PartCount => Parts.Count;

    public int GroupCount => _amounts.GroupCount;

    /// <summary>Rows of the workings: one a part, or one a group and part.</summary>
    public int RowCount => _amounts.Cells.Length;

    /// <summary>Nothing is listed.</summary>
    public bool IsEmpty { get; }

    /// <summary>Whether an amount is below 0.</summary>
    public bool HasNegative { get; }

    /// <summary>Σ v.</summary>
    public ExactInt Total { get; }

    /// <summary>The whole where it is a number that the parts need not make up (given, or before the filter).</summary>
    public ExactInt? FixedWhole { get; }

    public WholeOf WholeOf => !HasGroups && Study.EffectiveWhole.Of is WholeOf.Group or WholeOf.Part
        ? WholeOf.All
        : Study.EffectiveWhole.Of;

    public ExactInt Amount(int row) => _amounts.Cells[row];

    public ExactInt Amount(int group, int part) => _amounts[group, part];

    /// <summary>False where a group has no row of a part.</summary>
    public bool Has(int row) => _amounts.Exists[row];

    public bool Has(int group, int part) => _amounts.Has(group, part);

    public int GroupOf(int row) => row / PartCount;

    public int PartOf(int row) => row % PartCount;

    /// <summary>W[p].</summary>
    public ExactInt PartTotal(int part) => _partTotals[part];

    /// <summary>How many parts have a total above an amount.</summary>
    public int LargerThan(ExactInt amount)
    {
        ExactInt[] sorted = _sortedTotals.Value;
        int from = 0, to = sorted.Length;
        while (from < to)
        {
            int middle = from + (to - from) / 2;
            (from, to) = sorted[middle] > amount ? (from, middle) : (middle + 1, to);
        }
        return sorted.Length - from;
    }

    /// <summary>W[g].</summary>
    public ExactInt GroupTotal(int group) => _groupTotals[group];

    /// <summary>How many wholes there are.</summary>
    public int WholeCount => WholeOf switch { WholeOf.Group => GroupCount, WholeOf.Part => PartCount, _ => 1 };

    /// <summary>Which whole a row's amount is a share of.</summary>
    public int WholeIndex(int row) => WholeOf switch { WholeOf.Group => GroupOf(row), WholeOf.Part => PartOf(row), _ => 0 };

    public ExactInt WholeAt(int index) => WholeOf switch
    {
        WholeOf.Group => _groupTotals[index],
        WholeOf.Part => _partTotals[index],
        _ => FixedWhole ?? Total,
    };

    /// <summary>The whole of a row's amount.</summary>
    public ExactInt Whole(int row) => WholeAt(WholeIndex(row));

    /// <summary>What the amounts of a whole add up to.</summary>
    public ExactInt SumIn(int index) => WholeOf switch
    {
        WholeOf.Group => _groupTotals[index],
        WholeOf.Part => _partTotals[index],
        _ => Total,
    };

    /// <summary>The reading "whole": the whole itself, or Σ v where there are many.</summary>
    public ExactInt ReadingWhole => WholeCount == 1 && WholeOf is not (WholeOf.Group or WholeOf.Part) ? WholeAt(0) : Total;

    /// <summary>An amount as an exact number.</summary>
    public Fraction Value(ExactInt units) => new(units, ExactInt.PowerOfTen(Scale));

    public ExactDecimal Decimal(ExactInt units) => new(units, Scale);

    /// <summary>v / W, or null where the whole is 0 or the pair is absent.</summary>
    public Fraction? Share(int row)
    {
        ExactInt whole = Whole(row);
        return whole.IsZero || !Has(row) ? null : new Fraction(Amount(row), whole);
    }

    /// <summary>The rows of one whole.</summary>
    public IEnumerable<int> RowsIn(int index)
    {
        for (int row = 0; row < RowCount; row++)
        {
            if (WholeIndex(row) == index)
            {
                yield return row;
            }
        }
    }

    /// <summary>Computes the division of a table by a study.</summary>
    /// <exception cref="StudyException">The study does not fit the table.</exception>
    /// <param name="table">The table.</param>
    /// <param name="study">The study.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="second">A second table, for a form that asks for one.</param>
    public static Division Of(Table table, Study study, CancellationToken cancel = default, Table? second = null)
    {
        Forms.Form form = study.Form.Form;
        bool takesGroups = form.Groups != Forms.GroupUse.None && study.Groups is not null;
        if (form.Groups == Forms.GroupUse.Required && study.Groups is null)
        {
            throw new StudyException("needs-groups", "groups", $"groups is missing: {form.Name} needs a second column, one group a row or column of the figure.");
        }
        Aggregate aggregate = AggregateCache.Run(table, study, study.Where, takesGroups, cancel);
        (Amounts listed, IReadOnlyList<LeftOut> leftOut) = Negation.Apply(aggregate.Amounts, study.Negatives);

        ExactInt? fixedWhole = null;
        Whole whole = study.EffectiveWhole;
        if (whole.Of == WholeOf.Unfiltered)
        {
            Aggregate before = study.Where.Length == 0 ? aggregate : AggregateCache.Run(table, study, [], takesGroups, cancel);
            fixedWhole = Negation.Apply(before.Amounts, study.Negatives).Amounts.Total();
            (listed, aggregate, fixedWhole) = Align(listed, aggregate, new ExactDecimal(fixedWhole.Value, before.Amounts.Scale));
        }
        else if (whole.Of == WholeOf.Given)
        {
            (listed, aggregate, fixedWhole) = Align(listed, aggregate, whole.Given!.Value);
        }

        Amounts folded = study.Fold is not null && form.TakesFold ? Folding.Apply(listed, study.Fold) : listed;
        int[] parts = Orders.OfParts(folded, study.Order.Parts ?? form.PartOrder, study.Order.ReverseParts);
        int[]? groups = folded.Groups is null
            ? null
            : Orders.OfGroups(folded, study.Order.Groups ?? form.GroupOrder, study.Order.ReverseGroups, name => form.GroupKey(name, study, folded));
        return new Division(study, table, aggregate, listed, Arrange(folded, parts, groups), leftOut, fixedWhole, takesGroups) { Second = second };
    }

    /// <summary>Brings amounts and a whole with more decimals to one scale.</summary>
    private static (Amounts, Aggregate, ExactInt) Align(Amounts amounts, Aggregate aggregate, ExactDecimal whole)
    {
        if (whole.Scale <= amounts.Scale)
        {
            return (amounts, aggregate, whole.AtScale(amounts.Scale));
        }
        ExactInt step = ExactInt.PowerOfTen(whole.Scale - amounts.Scale);
        var finer = new Amounts(whole.Scale, amounts.Parts, amounts.Groups, Array.ConvertAll(amounts.Cells, cell => cell * step), amounts.Exists);
        return (finer, aggregate with { FilteredAmount = aggregate.FilteredAmount * step }, whole.Units);
    }

    private static Amounts Arrange(Amounts amounts, int[] parts, int[]? groups)
    {
        int groupCount = groups?.Length ?? 1;
        var cells = new ExactInt[parts.Length * groupCount];
        var exists = new bool[cells.Length];
        for (int group = 0; group < groupCount; group++)
        {
            int from = (groups?[group] ?? 0) * parts.Length;
            for (int part = 0; part < parts.Length; part++)
            {
                cells[group * parts.Length + part] = amounts.Cells[from + parts[part]];
                exists[group * parts.Length + part] = amounts.Exists[from + parts[part]];
            }
        }
        return new Amounts(
            amounts.Scale,
            [.. parts.Select(part => amounts.Parts[part])],
            groups is null ? null : [.. groups.Select(group => amounts.Groups![group])],
            cells,
            exists);
    }
}
