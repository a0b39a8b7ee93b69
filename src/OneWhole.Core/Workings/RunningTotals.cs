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

    /// <summary>Where equal amounts share a step: each one's end and start; else null.</summary>
    private readonly (ExactInt[] End, ExactInt[] Start)? _steps;
    private readonly int _foldedRow;

    private RunningTotals(ExactInt[] each, (ExactInt[] End, ExactInt[] Start)? steps, int foldedRow)
    {
        _each = each;
        _steps = steps;
        _foldedRow = foldedRow;
    }

    /// <summary>The running total of a row as the study counts ties; the folded part's is the last one.</summary>
    public ExactInt At(int row) => row == _foldedRow ? _each[^1] : _steps?.End[row] ?? _each[row];

    /// <summary>The running total before the row's step.</summary>
    public ExactInt Before(int row) => _steps?.Start[row] ?? (row == 0 ? default : _each[row - 1]);

    /// <summary>Part after part, folded ones too, whatever the study says of ties.</summary>
    /// <param name="part">0 for the first of <see cref="Count"/>.</param>
    public ExactInt Untied(int part) => _each[part];

    /// <summary>How many parts there are, folded ones counted.</summary>
    public int Count => _each.Length;

    /// <summary>How many of them are listed by themselves.</summary>
    public int Listed => _foldedRow < 0 ? Count : _foldedRow;

    /// <summary>The sums so far of a division.</summary>
    public static RunningTotals Of(Division division)
    {
        int listed = division.KeptParts;
        ExactInt[] folded = division.FoldedTotals;
        var each = new ExactInt[listed + folded.Length];
        ExactInt running = default;
        for (int part = 0; part < each.Length; part++)
        {
            running += part < listed ? division.Amount(part) : folded[part - listed];
            each[part] = running;
        }
        int foldedRow = division.Folded is null ? -1 : listed;
        if (division.Study.Running.Ties != Ties.Together)
        {
            return new RunningTotals(each, null, foldedRow);
        }
        var end = new ExactInt[listed];
        var start = new ExactInt[listed];
        for (int first = 0; first < listed; )
        {
            int last = first;
            while (last + 1 < listed && division.Amount(last + 1) == division.Amount(first))
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
        return new RunningTotals(each, (end, start), foldedRow);
    }
}
