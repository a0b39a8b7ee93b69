using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>
/// Running totals over a division without groups: the listed parts in display order, then those that are folded, the
/// largest first. So a folded part is drawn as one, and counts as many.
/// </summary>
public sealed class RunningTotals
{
    private readonly ExactInt[] _each;
    private readonly ExactInt[] _stepEnd;
    private readonly ExactInt[] _stepStart;
    private readonly int _foldedRow;

    private RunningTotals(ExactInt[] each, ExactInt[] stepEnd, ExactInt[] stepStart, int foldedRow)
    {
        _each = each;
        _stepEnd = stepEnd;
        _stepStart = stepStart;
        _foldedRow = foldedRow;
    }

    /// <summary>The running total of a row as the study counts ties; the folded part's is the last one.</summary>
    public ExactInt At(int row) => row == _foldedRow ? _each[^1] : _stepEnd[row];

    /// <summary>The running total before the row's step.</summary>
    public ExactInt Before(int row) => _stepStart[row];

    /// <summary>Part after part, folded ones too, whatever the study says of ties.</summary>
    /// <param name="part">0 for the first of <see cref="Count"/>.</param>
    public ExactInt Untied(int part) => _each[part];

    /// <summary>How many parts there are, folded ones counted.</summary>
    public int Count => _each.Length;

    /// <summary>How many of them are listed by themselves.</summary>
    public int Listed => _foldedRow < 0 ? Count : _foldedRow;

    public static RunningTotals Of(Division division)
    {
        int listed = division.KeptParts;
        ExactInt[] amounts = [.. Enumerable.Range(0, listed).Select(row => division.Amount(row)), .. division.FoldedTotals];
        var each = new ExactInt[amounts.Length];
        ExactInt running = default;
        for (int part = 0; part < each.Length; part++)
        {
            running += amounts[part];
            each[part] = running;
        }
        bool together = division.Study.Running.Ties == Ties.Together;
        var end = new ExactInt[listed];
        var start = new ExactInt[listed];
        for (int first = 0; first < listed;)
        {
            int last = first;
            while (together && last + 1 < listed && amounts[last + 1] == amounts[first])
            {
                last++;
            }
            for (int row = first; row <= last; row++)
            {
                end[row] = each[last];
                start[row] = first == 0 ? default : each[first - 1];
            }
            first = last + 1;
        }
        return new RunningTotals(each, end, start, division.Folded is null ? -1 : listed);
    }
}
