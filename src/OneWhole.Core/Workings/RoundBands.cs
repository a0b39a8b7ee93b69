using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>Round starts and widths (1, 2, 2.5, 5 × 10^k) near Sturges' count: 1 + log2 of the number of values.</summary>
public static class RoundBands
{
    /// <summary>A start at or below the smallest value and a width; null where there are no numbers, or only one.</summary>
    public static (ExactDecimal Start, ExactDecimal Width)? Suggest(NumberView numbers)
    {
        int rows = numbers.Units?.Length ?? numbers.Wide!.Length;
        ExactInt? least = null, most = null;
        long count = 0;
        for (int row = 0; row < rows; row++)
        {
            if (numbers.At(row) is { } number)
            {
                count++;
                least = least is null || number < least.Value ? number : least;
                most = most is null || number > most.Value ? number : most;
            }
        }
        if (least is null || least == most)
        {
            return null;
        }
        double low = new ExactDecimal(least.Value, numbers.Scale).ToDouble(), high = new ExactDecimal(most!.Value, numbers.Scale).ToDouble();
        int wanted = (int)Math.Ceiling(1 + Math.Log2(count));
        double step = Drawing.Ticks.Step(low, high, wanted);
        if (!double.IsFinite(step) || step <= 0 || step > 1e15 || step < 1e-9)
        {
            return null;
        }
        ExactDecimal width = ExactDecimal.FromDouble(step);
        int scale = Math.Max(width.Scale, numbers.Scale);
        ExactInt unit = width.AtScale(scale);
        ExactInt first = ExactInt.FloorDivide(new ExactDecimal(least.Value, numbers.Scale).AtScale(scale), unit).Quotient;
        return (new ExactDecimal(first * unit, scale), width);
    }
}
