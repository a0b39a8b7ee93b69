using OneWhole.Core.Forms;
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

    private Division(Study study, Table table, Aggregate aggregate, Amounts listed, Amounts display, ExactInt? fixedWhole)
    {
        _unreadable = new Lazy<HashSet<(int, int)>?>(FindUnreadable);
        _foldedTotals = new Lazy<ExactInt[]>(FindFoldedTotals);
        Study = study;
        Table = table;
        Listed = listed;
        _amounts = display;
        Rows = aggregate.Rows;
        FilteredAmount = aggregate.FilteredAmount * ExactInt.FloorDivide(display.Divisor, aggregate.Amounts.Divisor).Quotient;
        DistinctInAll = aggregate.DistinctInAll;
        Asked = aggregate.Asked;
        _partTotals = new ExactInt[display.Parts.Count];
        _sortedTotals = new Lazy<ExactInt[]>(() => ExactInt.Ordered(CountedTotals));
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
        IsEmpty = display.Cells.Length == 0;
        WholeIsFirst = study.Form.Form.WholeIsFirstPart;
        for (int group = 0; group < display.GroupCount && WholeIsFirst && !IsEmpty; group++)
        {
            _groupTotals[group] = display[group, 0];
        }
        foreach (ExactInt total in _groupTotals)
        {
            Total += total;
        }
        FixedWhole = IsEmpty ? ExactInt.Zero : fixedWhole;
    }

    /// <summary>What was asked.</summary>
    public Study Study { get; private init; }

    /// <summary>The same numbers for a study that differs in looks or title only.</summary>
    public Division With(Study study) => new(this, study);

    private Division(Division from, Study study)
    {
        _amounts = from._amounts;
        _unreadable = from._unreadable;
        _foldedTotals = from._foldedTotals;
        _partTotals = from._partTotals;
        _sortedTotals = from._sortedTotals;
        _groupTotals = from._groupTotals;
        (Study, Table, Second, Listed, LeftOut, Tried, Rows) = (
            study,
            from.Table,
            from.Second,
            from.Listed,
            from.LeftOut,
            from.Tried,
            from.Rows
        );
        (FilteredAmount, DistinctInAll, TakesGroups, Before, Volumes, Asked) = (
            from.FilteredAmount,
            from.DistinctInAll,
            from.TakesGroups,
            from.Before,
            from.Volumes,
            from.Asked
        );
        (IsEmpty, HasNegative, WholeIsFirst, Total, FixedWhole) = (
            from.IsEmpty,
            from.HasNegative,
            from.WholeIsFirst,
            from.Total,
            from.FixedWhole
        );
    }

    /// <summary>The amounts; the table has its own place in memory, but is held all the same.</summary>
    public void Measure(MemoryCount count)
    {
        Table.Measure(count);
        Second?.Measure(count);
        Listed.Measure(count);
        _amounts.Measure(count);
        count.Add(_partTotals, ExactInt.Bytes * _partTotals.Length);
        count.Add(_groupTotals, ExactInt.Bytes * _groupTotals.Length);
        if (_sortedTotals.IsValueCreated)
        {
            count.Add(_sortedTotals.Value, ExactInt.Bytes * _sortedTotals.Value.Length);
        }
        if (_foldedTotals.IsValueCreated)
        {
            count.Add(_foldedTotals.Value, ExactInt.Bytes * _foldedTotals.Value.Length);
        }
    }

    /// <summary>What it was asked of.</summary>
    public Table Table { get; }

    /// <summary>How rows that stay where they are were asked: the earliest of what is counted here; null for rows that are here.</summary>
    public Asking? Asked { get; private init; }

    /// <summary>When, in UTC.</summary>
    public DateTime? AsOf => Asked?.AsOf;

    /// <summary>A second table for a form that lays one population over another, or null.</summary>
    public Table? Second { get; private init; }

    /// <summary>The amounts before folding, in table order: what was dropped is not among them, what is tried is.</summary>
    public Amounts Listed { get; }

    /// <summary>How many parts there are, folded ones counted.</summary>
    public int CountedParts => IsEmpty ? 0 : Listed.Parts.Count;

    /// <summary>The totals of the parts before folding, in table order.</summary>
    internal ExactInt[] CountedTotals => Folded is null ? _partTotals : [.. Enumerable.Range(0, CountedParts).Select(Listed.PartTotal)];

    /// <summary>The folded part, which is always the last, or null.</summary>
    public Entry? Folded => PartCount > 0 && Parts[^1] is { Kind: EntryKind.Folded } folded ? folded : null;

    /// <summary>How many parts are shown by themselves: all of them but the folded one.</summary>
    public int KeptParts => Folded is null ? PartCount : PartCount - 1;

    /// <summary>Whether a row of the workings is one of the folded part.</summary>
    public bool IsFolded(int row) => PartOf(row) >= KeptParts;

    /// <summary>The totals of the parts that are folded, the largest first.</summary>
    internal ExactInt[] FoldedTotals => _foldedTotals.Value;

    private readonly Lazy<ExactInt[]> _foldedTotals;

    private ExactInt[] FindFoldedTotals()
    {
        if (Folded is not { } folded)
        {
            return [];
        }
        // By its place in the table: the entry itself may be made anew each time it is asked for.
        var places = new Dictionary<(EntryKind, int), int>();
        foreach ((int at, Entry part) in Listed.Parts.Index())
        {
            places[(part.Kind, part.TableRank)] = at;
        }
        return [.. folded.Folded.Select(part => Listed.PartTotal(places[(part.Kind, part.TableRank)]))];
    }

    /// <summary>Parts and cells that were dropped because they are below zero.</summary>
    public IReadOnlyList<LeftOut> LeftOut { get; private init; } = [];

    /// <summary>What the study's trials changed.</summary>
    public TrialOutcome Tried { get; private init; } = TrialOutcome.None;

    /// <summary>How many rows there were, and what became of them.</summary>
    public RowCounts Rows { get; }

    /// <summary>The amount of the rows that were filtered out.</summary>
    public ExactInt FilteredAmount { get; }

    /// <summary>Of a count of distinct values, how many there are in all; else null.</summary>
    public long? DistinctInAll { get; }

    /// <summary>What the study is held against, where its groups are two wholes, before and after; else null.</summary>
    public Against? Before { get; private init; }

    /// <summary>A second number for each of the amounts that are listed, in their order; null where the form asks for none.</summary>
    internal Fraction[]? Volumes { get; private init; }

    /// <summary>What the rows of the study itself are called beside those that they are held against.</summary>
    private const string NowName = "now";

    private const string VolumePlace = "form.volume";

    /// <summary>Whether the study has groups and its form uses them.</summary>
    public bool HasGroups => Groups is not null;

    internal bool TakesGroups { get; private init; }

    /// <summary>The decimals that amounts are printed with.</summary>
    public int Scale => _amounts.Scale;

    /// <summary>In their order.</summary>
    public IReadOnlyList<Entry> Parts => _amounts.Parts;

    /// <summary>In their order; null for one division.</summary>
    public IReadOnlyList<Entry>? Groups => _amounts.Groups;

    /// <summary>How many parts there are.</summary>
    public int PartCount => Parts.Count;

    /// <summary>1 where there are no groups.</summary>
    public int GroupCount => _amounts.GroupCount;

    /// <summary>Rows of the workings: one a part, or one a group and part.</summary>
    public int RowCount => _amounts.Cells.Length;

    /// <summary>Nothing is listed.</summary>
    public bool IsEmpty { get; }

    /// <summary>Whether an amount is below 0.</summary>
    public bool HasNegative { get; }

    /// <summary>Whether the whole is the first part of each group: stages of a way, that are no parts that add up.</summary>
    public bool WholeIsFirst { get; }

    /// <summary>Σ v; where the whole is the first part, the sum of those.</summary>
    public ExactInt Total { get; }

    /// <summary>The whole where it is a number that the parts need not make up (given, or before the filter).</summary>
    public ExactInt? FixedWhole { get; }

    /// <summary>What 100 % is.</summary>
    public WholeOf WholeOf
    {
        get
        {
            // Asked for with every row, and the same for all of them: 0 is not known yet.
            if (_wholeOf == 0)
            {
                _wholeOf = 1 + (int)FindWholeOf();
            }
            return (WholeOf)(_wholeOf - 1);
        }
    }

    private int _wholeOf;

    private WholeOf FindWholeOf() =>
        (WholeIsFirst ? WholeOf.Group : Study.EffectiveWhole.Of) switch
        {
            WholeOf.Group or WholeOf.Part when !HasGroups => WholeOf.All,
            var of => of,
        };

    /// <summary>The amount of a row of the workings, in the table's smallest unit.</summary>
    public ExactInt Amount(int row) => _amounts.Cells[row];

    /// <summary>The amount of a pair, in the table's smallest unit.</summary>
    public ExactInt Amount(int group, int part) => _amounts[group, part];

    /// <summary>False where a group has no row of a part.</summary>
    public bool Has(int row) => _amounts.Exists[row];

    /// <summary>Whether a row was there for a pair.</summary>
    public bool Has(int group, int part) => _amounts.Has(group, part);

    /// <summary>Whether there are rows behind an amount, and none of them could be read: it counts as 0, and is shown as none.</summary>
    public bool HasNoAmount(int row) =>
        Amount(row).IsZero
        && _unreadable.Value is { } unreadable
        && PartsOf(PartOf(row)).All(part => unreadable.Contains((Groups?[GroupOf(row)].TableRank ?? 0, part.TableRank)));

    private IEnumerable<Entry> PartsOf(int part) => Parts[part].Kind == EntryKind.Folded ? Parts[part].Folded : [Parts[part]];

    /// <summary>The amounts whose rows all can't be read; null where there are none.</summary>
    private readonly Lazy<HashSet<(int Group, int Part)>?> _unreadable;

    private HashSet<(int Group, int Part)>? FindUnreadable() =>
        Rows.NotReadable == 0 || Before is not null || Study.Value is not Studies.Measure.Sum || Study.Trials.Length > 0
            ? null
            : UsedNumbers.Unreadable(Table, Study, HasGroups);

    /// <summary>The group of a row of the workings.</summary>
    public int GroupOf(int row) => row / PartCount;

    /// <summary>The part of a row of the workings.</summary>
    public int PartOf(int row) => row % PartCount;

    /// <summary>W[p].</summary>
    public ExactInt PartTotal(int part) => _partTotals[part];

    /// <summary>How many parts, folded ones among them, have a total above an amount.</summary>
    public int LargerThan(ExactInt amount)
    {
        ExactInt[] sorted = _sortedTotals.Value;
        int from = 0,
            to = sorted.Length;
        while (from < to)
        {
            int middle = from + (to - from) / 2;
            (from, to) = sorted[middle] > amount ? (from, middle) : (middle + 1, to);
        }
        return sorted.Length - from;
    }

    /// <summary>W[g]: what the group adds up to, or its first part where that is the whole.</summary>
    public ExactInt GroupTotal(int group) => _groupTotals[group];

    /// <summary>False where the whole is the first part and the group has no row of it.</summary>
    public bool HasGroupTotal(int group) => !WholeIsFirst || Has(group, 0);

    /// <summary>How many wholes there are.</summary>
    public int WholeCount =>
        WholeOf switch
        {
            WholeOf.Group => GroupCount,
            WholeOf.Part => PartCount,
            _ => 1,
        };

    /// <summary>Which whole a row's amount is a share of.</summary>
    public int WholeIndex(int row) =>
        WholeOf switch
        {
            WholeOf.Group => GroupOf(row),
            WholeOf.Part => PartOf(row),
            _ => 0,
        };

    /// <summary>The whole of a number, in the table's smallest unit.</summary>
    public ExactInt WholeAt(int index) =>
        WholeOf switch
        {
            WholeOf.Group => _groupTotals[index],
            WholeOf.Part => _partTotals[index],
            _ => FixedWhole ?? Total,
        };

    /// <summary>The whole of a row's amount.</summary>
    public ExactInt Whole(int row) => WholeAt(WholeIndex(row));

    /// <summary>What the amounts of a whole add up to.</summary>
    public ExactInt SumIn(int index) =>
        WholeOf switch
        {
            WholeOf.Group => _groupTotals[index],
            WholeOf.Part => _partTotals[index],
            _ => Total,
        };

    /// <summary>The reading "whole": the whole itself, or Σ v where there are many.</summary>
    public ExactInt ReadingWhole => WholeCount == 1 && WholeOf is not (WholeOf.Group or WholeOf.Part) ? WholeAt(0) : Total;

    /// <summary>An amount as an exact number.</summary>
    public Fraction Value(ExactInt units) => new(units, _amounts.Divisor);

    /// <summary>How many units make 1.</summary>
    internal ExactInt Divisor => _amounts.Divisor;

    /// <summary>Whether what is summed is shares already, so that 0.425 is printed as 42.5 %.</summary>
    public bool SumsShares => _sumsShares ??= StudyWords.SumsShares(Table, Study);

    private bool? _sumsShares;

    /// <summary>
    /// Whether each amount is its own share, because the shares that are summed make up 100 %: printing both says the same twice.
    /// </summary>
    public bool AmountsAreShares => SumsShares && WholeCount == 1 && Decimal(WholeAt(0)) == new ExactDecimal(1, 0);

    /// <summary>An amount's number as it is printed: that of a column of shares in percent.</summary>
    public Fraction Printed(Fraction amount) => SumsShares ? amount * 100 : amount;

    /// <inheritdoc cref="Printed(Fraction)"/>
    public ExactDecimal Printed(ExactDecimal amount) => SumsShares ? amount.InPercent : amount;

    /// <inheritdoc cref="Printed(Fraction)"/>
    public ExactDecimal Printed(ExactInt units) => Printed(Readable(Decimal(units)));

    /// <summary>
    /// The decimals that the figure has, where it was told how many; else all, but two of an amount of three figures and more, since nobody
    /// reads more. An amount that they would make 0 keeps all of its own.
    /// </summary>
    private ExactDecimal Readable(ExactDecimal amount)
    {
        int most = Study.Finish.AmountDecimals ?? (Math.Abs(amount.ToDouble()) < 100 ? amount.Scale : 2);
        if (amount.Scale <= most)
        {
            return amount;
        }
        ExactInt units = (amount.ToFraction() * new Fraction(ExactInt.PowerOfTen(most))).Round();
        return units.IsZero ? amount : new ExactDecimal(units, most);
    }

    /// <summary>An amount in words: "4,821.5", of a column of shares "42.5 %".</summary>
    public string Text(ExactInt units) => NumberText.Exact(Printed(units)) is var text && SumsShares ? NumberText.InPercent(text) : text;

    /// <summary>An amount in all its decimals: rounded only where a trial makes one that no decimals hold.</summary>
    public ExactDecimal Decimal(ExactInt units) =>
        Divisor == ExactInt.PowerOfTen(Scale)
            ? new(units, Scale)
            : new((Value(units) * new Fraction(ExactInt.PowerOfTen(Scale))).Round(), Scale);

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
        Form form = study.Form.Form;
        bool takesGroups = form.Groups != GroupUse.None && study.Groups is not null;
        if (form.Groups == GroupUse.Required && study.Groups is null)
        {
            throw new StudyException(
                "needs-groups",
                "groups",
                $"groups is missing: {form.Name} needs a second column, one group a row or column of the figure."
            );
        }
        Aggregate aggregate = AggregateCache.Run(table, study, study.Where, takesGroups, cancel);
        (Amounts counted, IReadOnlyList<LeftOut> leftOut) = Negation.Apply(aggregate.Amounts, study.Negatives);
        (Amounts listed, TrialOutcome tried) = Trials.Apply(counted, study);

        ExactInt? fixedWhole = null;
        Asking? asked = aggregate.Asked;
        Whole whole = form.UsesWhole(study) ? study.EffectiveWhole : new Whole(form.DefaultWhole);
        if (whole.Of == WholeOf.Unfiltered)
        {
            Aggregate unfiltered = study.Where.Length == 0 ? aggregate : AggregateCache.Run(table, study, [], takesGroups, cancel);
            asked = Asking.Both(asked, unfiltered.Asked);
            fixedWhole = Negation.Apply(unfiltered.Amounts, study.Negatives).Amounts.Total();
            (listed, fixedWhole) = Align(listed, new ExactDecimal(fixedWhole.Value, unfiltered.Amounts.Scale));
        }
        else if (whole.Of == WholeOf.Given)
        {
            (listed, fixedWhole) = Align(listed, whole.Given!.Value);
        }

        Fraction[]? volumes = form.VolumeOf(study) is { } column ? UsedNumbers.ByCell(table, study, counted, column, VolumePlace) : null;
        Against? before = form.BeforeOf(study);
        if (before is not null)
        {
            (Table beforeTable, Study beforeStudy) = before.Rows(study, table, second);
            Aggregate earlier = AggregateCache.Run(beforeTable, beforeStudy, beforeStudy.Where, false, cancel);
            // Rows of another table are said to be of their own time by that table's name.
            asked = beforeTable == table ? Asking.Both(asked, earlier.Asked) : asked;
            (Amounts was, IReadOnlyList<LeftOut> wasLeftOut) = Negation.Apply(earlier.Amounts, study.Negatives);
            Fraction[]? volumesBefore = form.VolumeOf(study) is { } name
                ? UsedNumbers.ByCell(beforeTable, beforeStudy, was, name, VolumePlace)
                : null;
            (listed, volumes) = BeforeAndAfter.Of((before.Name, was, volumesBefore), (NowName, listed, volumes));
            leftOut = [.. wasLeftOut.Select(left => left with { Group = before.Name }), .. leftOut];
        }

        Amounts folded = study.Fold is not null && form.TakesFold ? Folding.Apply(listed, study.Fold) : listed;
        int[]? groups = folded.Groups is null ? null : [.. Enumerable.Range(0, folded.GroupCount)];
        int[] parts = [];
        ExactInt WholeOfGroup(int group) =>
            !form.WholeIsFirstPart ? folded.GroupTotal(group)
            : parts.Length == 0 ? default
            : folded[group, parts[0]];
        void OrderGroups() =>
            groups =
                before is not null || groups is null
                    ? groups
                    : Orders.OfGroups(folded, study.Order.Groups ?? form.GroupOrder, study.Order.ReverseGroups, WholeOfGroup, name =>
                        form.GroupKey(name, study, folded)
                    );
        void OrderParts() =>
            parts = Orders.OfParts(folded, study.Order.Parts ?? form.PartOrderOf(study), study.Order.ReverseParts, name =>
                form.PartKey(name, folded, groups)
            );
        if (form.WholeIsFirstPart)
        {
            // The first part is the whole, by which groups may be ordered.
            OrderParts();
            OrderGroups();
        }
        else
        {
            // Parts may be ordered by what they are in the first group.
            OrderGroups();
            OrderParts();
        }
        return new Division(study, table, aggregate, listed, Arrange(folded, parts, groups), fixedWhole)
        {
            Second = second,
            LeftOut = leftOut,
            Tried = tried,
            TakesGroups = takesGroups,
            Before = before,
            Volumes = volumes,
            Asked = asked,
        };
    }

    /// <summary>Brings amounts and a whole with more decimals to one scale.</summary>
    private static (Amounts, ExactInt) Align(Amounts amounts, ExactDecimal whole)
    {
        Amounts finer =
            whole.Scale <= amounts.Scale ? amounts : amounts.Finer(ExactInt.PowerOfTen(whole.Scale - amounts.Scale), whole.Scale);
        return (finer, whole.AtScale(finer.Scale) * ExactInt.FloorDivide(finer.Divisor, ExactInt.PowerOfTen(finer.Scale)).Quotient);
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
        return amounts.With(
            amounts.Parts is LabelEntries many ? many.At(parts) : [.. parts.Select(part => amounts.Parts[part])],
            groups is null ? null : [.. groups.Select(group => amounts.Groups![group])],
            cells,
            exists
        );
    }
}
