using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms;

/// <summary>The columns that several forms share, each with its one rule.</summary>
public sealed class StandardColumns
{
    private readonly Division _division;
    private readonly StudyWords _words;
    private readonly Lazy<int[]> _descending;

    /// <summary>The columns of a division.</summary>
    public StandardColumns(Division division)
    {
        _division = division;
        _words = StudyWords.Of(division);
        Shown = ShownShares.Of(division);
        _descending = new Lazy<int[]>(Descending);
    }

    /// <summary>The shown shares behind <see cref="ShownShare"/>.</summary>
    public ShownShares Shown { get; }

    /// <summary>The group of a row.</summary>
    public WorkingColumn Group() =>
        WorkingColumn.OfText("group", _words.GroupOne, new Rule.Given($"each {_words.GroupOne}"), row =>
            _division.Groups![_division.GroupOf(row)].Label
        );

    /// <summary>The part of a row.</summary>
    public WorkingColumn Part() =>
        WorkingColumn.OfText("part", _words.PartOne, new Rule.Given($"each {_words.PartOne}"), row =>
            _division.Parts[_division.PartOf(row)].Label
        );

    /// <summary>The columns that name a row: group and part, or the part alone where the study has no groups.</summary>
    public IReadOnlyList<WorkingColumn> GroupAndPart() => _division.HasGroups ? [Group(), Part()] : [Part()];

    /// <summary>What an amount is, in words: "sum of Minutes over the rows used".</summary>
    public string ValueWords
    {
        get
        {
            return _division.Study.Value switch
            {
                Measure.Sum sum => $"sum of {sum.Column} over the rows used",
                Measure.Distinct distinct => $"distinct values of {distinct.Column} in the rows used",
                _ => _division.Study.Parts is Axis.Columns || _division.Study.Groups is Axis.Columns
                    ? "sum of the column over the rows used"
                    : "number of rows used",
            };
        }
    }

    /// <summary>What was counted.</summary>
    public WorkingColumn Value() =>
        WorkingColumn.OfNumber(
            "value",
            _words.Counted,
            ColumnUnit.Amount,
            new Rule.Amount(ValueWords, row => (_division.GroupOf(row), _division.PartOf(row))),
            row => _division.Has(row) ? _division.Value(_division.Amount(row)) : null
        );

    /// <summary>The place by size, 1 for the largest; equal amounts have one place.</summary>
    public WorkingColumn Rank() =>
        WorkingColumn.OfNumber("rank", "rank", ColumnUnit.Count, new Rule.Rank("value"), row =>
            _division.IsFolded(row) ? null : new Fraction(1L + _division.LargerThan(_division.Amount(row)))
        );

    /// <summary>The exact share, of 1.</summary>
    public WorkingColumn Share() =>
        WorkingColumn.OfNumber("share", "share", ColumnUnit.Share, Rule.Column("value") / new Rule.TheWhole(), _division.Share);

    /// <summary>The share as it is shown, in percent.</summary>
    public WorkingColumn ShownShare() =>
        WorkingColumn.OfNumber("shownShare", "shown share", ColumnUnit.Percent, new Rule.Shown(Rule.Column("share"), Shown), Shown.Percent);

    /// <summary>The sum of amounts so far.</summary>
    public WorkingColumn Running(RunningTotals totals) =>
        WorkingColumn.OfNumber(
            "running",
            $"running {_words.Counted}",
            ColumnUnit.Amount,
            new Rule.RunningTotal("value", _division.Study.Running.Ties == Studies.Ties.Together),
            row => _division.Value(totals.At(row))
        );

    /// <summary>The share of amounts so far, of 1.</summary>
    public WorkingColumn RunningShare(RunningTotals totals) =>
        WorkingColumn.OfNumber("runningShare", "running share", ColumnUnit.Share, Rule.Column("running") / new Rule.TheWhole(), row =>
            _division.Whole(row) is { IsZero: false } whole ? new Fraction(totals.At(row), whole) : null
        );

    private static Rule PositionRule { get; } = new Rule.RowNumber() / new Rule.PartCount();

    /// <summary>How many of the parts so far, of 1.</summary>
    public WorkingColumn Position() =>
        WorkingColumn.OfNumber(
            "position",
            "position",
            ColumnUnit.Share,
            _division.Folded is null
                ? PositionRule
                : new Rule.ByRow("place in the order ÷ how many there are, folded ones counted; all of them for the folded part", row =>
                    _division.IsFolded(row) ? new Rule.Constant(1) : PositionRule
                ),
            row => _division.IsFolded(row) ? Fraction.One : new Fraction(row + 1L, (long)_division.CountedParts)
        );

    /// <summary>The rows by amount, the folded part aside, largest first, equal ones in display order.</summary>
    private int[] Descending()
    {
        int n = _division.KeptParts;
        int[] order = [.. Enumerable.Range(0, n)];
        bool sorted = true;
        for (int row = 1; row < n && sorted; row++)
        {
            sorted = _division.Amount(row - 1) >= _division.Amount(row);
        }
        if (!sorted)
        {
            Array.Sort(order, (a, b) => _division.Amount(b).CompareTo(_division.Amount(a)) is var by and not 0 ? by : a - b);
        }
        return order;
    }

    /// <summary>The proof line for listed parts of equal amount, or null where there are none.</summary>
    public TieOutLine? Ties()
    {
        int[] order = _descending.Value;
        int[] largest = [];
        int count = 0;
        for (int first = 0, next; first < order.Length; first = next)
        {
            ExactInt amount = _division.Amount(order[first]);
            next = first + 1;
            while (next < order.Length && _division.Amount(order[next]) == amount)
            {
                next++;
            }
            if (next - first > 1 && !amount.IsZero)
            {
                largest = count++ == 0 ? order[first..next] : largest;
            }
        }
        if (count == 0)
        {
            return null;
        }
        string Names(int[] rows) =>
            string.Join(", ", rows.Take(3).Select(row => _division.Parts[row].Label))
            + (rows.Length > 3 ? $" and {NumberText.Count(rows.Length - 3)} {(rows.Length == 4 ? "other" : "others")}" : "");
        string same = $"{Names(largest)} have the same {_division.Text(_division.Amount(largest[0]))} {_words.Counted}";
        string more = count == 1 ? "" : $"; {count - 1} more such {(count == 2 ? "amount" : "amounts")}";
        return new TieOutLine("ties", TieOutStatus.Warn, same + more + "; they keep the order of the table");
    }
}
