using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>The columns that several forms share, each with its one rule.</summary>
public sealed class StandardColumns
{
    private readonly Division _division;
    private readonly StudyWords _words;
    private readonly Lazy<int[]> _ranks;

    public StandardColumns(Division division)
    {
        _division = division;
        _words = StudyWords.Of(division);
        Shown = ShownShares.Of(division);
        _ranks = new Lazy<int[]>(Ranks);
    }

    /// <summary>The shown shares behind <see cref="ShownShare"/>.</summary>
    public ShownShares Shown { get; }

    public WorkingColumn Group() => WorkingColumn.OfText("group", _words.GroupOne, new Rule.Given($"each {_words.GroupOne}"),
        row => _division.Groups![_division.GroupOf(row)].Label);

    public WorkingColumn Part() => WorkingColumn.OfText("part", _words.PartOne, new Rule.Given($"each {_words.PartOne}"),
        row => _division.Parts[_division.PartOf(row)].Label);

    public WorkingColumn Value()
    {
        string words = _division.Study.Value switch
        {
            Measure.Sum sum => $"sum of {sum.Column} over the rows used",
            Measure.Distinct distinct => $"distinct values of {distinct.Column} in the rows used",
            _ => _division.Study.Parts is Axis.Columns || _division.Study.Groups is Axis.Columns ? "sum of the column over the rows used" : "number of rows used",
        };
        return WorkingColumn.OfNumber("value", _words.Counted, ColumnUnit.Amount, new Rule.Given(words),
            row => _division.Has(row) ? _division.Value(_division.Amount(row)) : null);
    }

    public WorkingColumn Rank() => WorkingColumn.OfNumber("rank", "rank", ColumnUnit.Count, new Rule.Rank("value"), row => _ranks.Value[row]);

    public WorkingColumn Share() => WorkingColumn.OfNumber("share", "share", ColumnUnit.Share,
        Rule.Column("value") / new Rule.TheWhole(), _division.Share);

    public WorkingColumn ShownShare() => WorkingColumn.OfNumber("shownShare", "shown share", ColumnUnit.Percent,
        new Rule.Shown("share", Shown.Decimals, _division.Study.Rounding.Reconcile), Shown.Percent);

    public WorkingColumn Running(RunningTotals totals) => WorkingColumn.OfNumber("running", $"running {_words.Counted}", ColumnUnit.Amount,
        new Rule.RunningTotal("value", _division.Study.Running.Ties == Studies.Ties.Together), row => _division.Value(totals.At(row)));

    public WorkingColumn RunningShare(RunningTotals totals) => WorkingColumn.OfNumber("runningShare", "running share", ColumnUnit.Share,
        Rule.Column("running") / new Rule.TheWhole(),
        row => _division.Whole(row) is { IsZero: false } whole ? new Fraction(totals.At(row), whole) : null);

    public WorkingColumn Position() => WorkingColumn.OfNumber("position", "position", ColumnUnit.Share,
        new Rule.RowNumber() / new Rule.PartCount(), row => new Fraction(row + 1L, (long)_division.PartCount));

    private int[] Ranks()
    {
        int n = _division.RowCount;
        int[] order = [.. Enumerable.Range(0, n)];
        var totals = new ExactInt[n];
        for (int row = 0; row < n; row++)
        {
            totals[row] = _division.Amount(row);
        }
        bool sorted = true;
        for (int row = 1; row < n && sorted; row++)
        {
            sorted = totals[row - 1] >= totals[row];
        }
        if (!sorted)
        {
            Array.Sort(order, (a, b) => totals[b].CompareTo(totals[a]));
        }
        var ranks = new int[n];
        for (int i = 0; i < n; i++)
        {
            ranks[order[i]] = i > 0 && totals[order[i]] == totals[order[i - 1]] ? ranks[order[i - 1]] : i + 1;
        }
        return ranks;
    }

    /// <summary>The proof line for listed parts of equal amount, or null where there are none.</summary>
    public TieOutLine? Ties()
    {
        var seen = new Dictionary<ExactInt, List<int>>();
        for (int row = 0; row < _division.RowCount; row++)
        {
            ExactInt amount = _division.Amount(row);
            if (!amount.IsZero)
            {
                if (!seen.TryGetValue(amount, out List<int>? rows))
                {
                    seen.Add(amount, rows = new List<int>(1));
                }
                rows.Add(row);
            }
        }
        List<KeyValuePair<ExactInt, List<int>>> ties = [.. seen.Where(pair => pair.Value.Count > 1).OrderByDescending(pair => pair.Key)];
        if (ties.Count == 0)
        {
            return null;
        }
        string Names(List<int> rows) => string.Join(", ", rows.Take(3).Select(row => _division.Parts[row].Label))
            + (rows.Count > 3 ? $" and {NumberText.Count(rows.Count - 3)} {(rows.Count == 4 ? "other" : "others")}" : "");
        string first = $"{Names(ties[0].Value)} have the same {NumberText.Exact(_division.Decimal(ties[0].Key))} {_words.Counted}";
        string more = ties.Count == 1 ? "" : $"; {ties.Count - 1} more such {(ties.Count == 2 ? "amount" : "amounts")}";
        return new TieOutLine("ties", TieOutStatus.Warn, first + more + "; they keep the order of the table");
    }
}
