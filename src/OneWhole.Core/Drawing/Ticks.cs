using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Drawing;

/// <summary>Round ticks: 1, 2, 2.5 or 5 times a power of ten apart.</summary>
public static class Ticks
{
    /// <inheritdoc cref="RoundSteps.Of"/>
    public static double Step(double least, double most, int intervals) => RoundSteps.Of(least, most, intervals);

    /// <summary>
    /// A round step that both ends are multiples of, so that the axis ends in a number; where there is none, a round one.
    /// </summary>
    public static double StepTo(double least, double most, int intervals)
    {
        for (int count = intervals; count >= Math.Max(2, intervals / 2); count--)
        {
            double step = (most - least) / count;
            if (step > 0 && IsRound(step) && Math.Abs(least / step - Math.Round(least / step)) < 1e-9)
            {
                return step;
            }
        }
        return Step(least, most, intervals);
    }

    private static bool IsRound(double step)
    {
        double mantissa = step / Math.Pow(10, Math.Floor(Math.Log10(step) + 1e-9));
        return RoundSteps.Multiples.Any(round => Math.Abs(mantissa - round) < 1e-9);
    }

    /// <summary>The multiples of the step within the ends.</summary>
    public static IReadOnlyList<double> Between(double least, double most, double step)
    {
        var ticks = new List<double>();
        long first = (long)Math.Ceiling(least / step - 1e-9),
            last = (long)Math.Floor(most / step + 1e-9);
        for (long i = first; i <= last && ticks.Count < 200; i++)
        {
            ticks.Add(i * step);
        }
        return ticks;
    }

    /// <summary>The round value at or above a number.</summary>
    public static double RoundUp(double value, int intervals)
    {
        if (value <= 0)
        {
            return 0;
        }
        double step = Step(0, value, intervals),
            round = Math.Ceiling(value / step - 1e-9) * step;
        // Near the last double no round number is above it; near the first one a step may be 0.
        return double.IsFinite(round) && round > 0 ? round : value;
    }

    /// <summary>Decimals that a step needs to be printed exactly.</summary>
    public static int Decimals(double step)
    {
        for (int decimals = 0; decimals < 10; decimals++)
        {
            double scaled = step * Math.Pow(10, decimals);
            if (Math.Abs(scaled - Math.Round(scaled)) < 1e-6 * Math.Max(1, scaled))
            {
                return decimals;
            }
        }
        return 10;
    }

    /// <summary>
    /// A tick's text: in what the labels are printed in, so that a figure has one suffix; in ones, a letter stands for the zeros of very
    /// large amounts.
    /// </summary>
    public static string Label(double value, double step, double largest, AmountIn labels = AmountIn.Ones)
    {
        (double unit, string suffix) = largest switch
        {
            _ when labels == AmountIn.Thousands => (1e3, "thousands"),
            _ when labels == AmountIn.Percents => (0.01, ""),
            _ when labels == AmountIn.Millions => (1e6, "millions"),
            >= 1e12 => (1e12, "trillions"),
            >= 1e9 => (1e9, "billions"),
            >= 1e7 => (1e6, "millions"),
            _ => (1.0, ""),
        };
        if (value == 0)
        {
            return labels == AmountIn.Percents ? NumberText.InPercent("0") : "0";
        }
        int decimals = Decimals(step / unit);
        if (largest >= 1e15)
        {
            return value.ToString("0.###e+0", System.Globalization.CultureInfo.InvariantCulture);
        }
        string number = NumberText.OfDouble(value / unit, decimals),
            text = suffix.Length == 0 ? number : FigureWords.Of(suffix, ("number", number));
        return labels == AmountIn.Percents ? NumberText.InPercent(text) : text;
    }
}
