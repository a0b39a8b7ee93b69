using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>Round starts and widths (1, 2, 2.5, 5 × 10^k) near Sturges' count: 1 + log2 of the number of values.</summary>
public static class RoundBands
{
    /// <summary>The same bands, from a start so many widths lower and to an end so high that every number is inside.</summary>
    public static Axis.Bands Cover(NumberView numbers, Axis.Bands bands)
    {
        ExactDecimal start = bands.Start;
        if (numbers.Ends() is not var (least, most, _))
        {
            return bands;
        }
        if (least < start)
        {
            int scale = Math.Max(Math.Max(least.Scale, start.Scale), bands.Width.Scale);
            ExactInt width = bands.Width.AtScale(scale);
            ExactInt steps = -ExactInt.FloorDivide(least.AtScale(scale) - start.AtScale(scale), width).Quotient;
            start = new ExactDecimal(start.AtScale(scale) - width * steps, scale);
        }
        // Without an end, bands run on until the largest value is inside.
        return bands with { Start = start, End = most > bands.End ? null : bands.End };
    }

    /// <summary>A start at or below the smallest value and a width; null where there are no numbers, or only one.</summary>
    /// <param name="numbers">The values.</param>
    /// <param name="bands">About so many bands; null for Sturges' count.</param>
    public static (ExactDecimal Start, ExactDecimal Width)? Suggest(NumberView numbers, int? bands = null)
    {
        if (numbers.Ends() is not var (least, most, count) || least == most)
        {
            return null;
        }
        double low = least.ToDouble(),
            high = most.ToDouble();
        int wanted = bands ?? (int)Math.Ceiling(1 + Math.Log2(count));
        double step = RoundSteps.Of(low, high, wanted);
        if (!double.IsFinite(step) || step <= 0 || step > 1e15 || step < 1e-9)
        {
            return null;
        }
        ExactDecimal width = ExactDecimal.FromDouble(step);
        int scale = Math.Max(width.Scale, least.Scale);
        ExactInt unit = width.AtScale(scale);
        ExactInt first = ExactInt.FloorDivide(least.AtScale(scale), unit).Quotient;
        return (new ExactDecimal(first * unit, scale), width);
    }
}
