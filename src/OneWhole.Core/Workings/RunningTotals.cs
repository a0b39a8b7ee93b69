using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>Running totals in display order, over a division without groups.</summary>
public sealed class RunningTotals
{
    private readonly ExactInt[] _each;
    private readonly ExactInt[] _stepEnd;
    private readonly ExactInt[] _stepStart;

    private RunningTotals(ExactInt[] each, ExactInt[] stepEnd, ExactInt[] stepStart)
    {
        _each = each;
        _stepEnd = stepEnd;
        _stepStart = stepStart;
    }

    /// <summary>The running total as the study counts ties.</summary>
    public ExactInt At(int row) => _stepEnd[row];

    /// <summary>The running total before the row's step.</summary>
    public ExactInt Before(int row) => _stepStart[row];

    /// <summary>Part after part, whatever the study says of ties.</summary>
    public ExactInt Untied(int row) => _each[row];

    public int Count => _each.Length;

    public static RunningTotals Of(Division division)
    {
        int count = division.RowCount;
        var each = new ExactInt[count];
        ExactInt running = default;
        for (int row = 0; row < count; row++)
        {
            running += division.Amount(row);
            each[row] = running;
        }
        if (division.Study.Running.Ties == Ties.Each)
        {
            var before = new ExactInt[count];
            for (int row = 1; row < count; row++)
            {
                before[row] = each[row - 1];
            }
            return new RunningTotals(each, each, before);
        }
        var end = new ExactInt[count];
        var start = new ExactInt[count];
        for (int first = 0; first < count;)
        {
            int last = first;
            while (last + 1 < count && division.Amount(last + 1) == division.Amount(first))
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
        return new RunningTotals(each, end, start);
    }
}
