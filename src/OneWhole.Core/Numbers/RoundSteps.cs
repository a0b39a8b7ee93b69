namespace OneWhole.Core.Numbers;

/// <summary>Round steps: 1, 2, 2.5 or 5 times a power of ten.</summary>
public static class RoundSteps
{
    /// <summary>The multiples of a power of ten that are round.</summary>
    internal static readonly double[] Multiples = [1, 2, 2.5, 5, 10];

    /// <summary>A round step that makes at most so many intervals between the ends.</summary>
    public static double Of(double least, double most, int intervals)
    {
        double raw = (most - least) / Math.Max(1, intervals);
        if (!(raw > 0) || double.IsInfinity(raw))
        {
            return 1;
        }
        double power = Math.Pow(10, Math.Floor(Math.Log10(raw)));
        foreach (double multiple in Multiples)
        {
            if (multiple * power >= raw * (1 - 1e-9))
            {
                return multiple * power;
            }
        }
        return 10 * power;
    }
}
