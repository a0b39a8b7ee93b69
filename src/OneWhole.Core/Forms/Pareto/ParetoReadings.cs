using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>What a cut reads.</summary>
/// <param name="PartsNeeded">For a share: the fewest first parts that reach it, or null.</param>
/// <param name="PositionNeeded">Their share of the parts.</param>
/// <param name="ShareReached">For a position or a count: the running share there, or null.</param>
/// <param name="Cut">Whose reading it is.</param>
internal sealed record CutReading(Cut Cut, long? PartsNeeded, Fraction? PositionNeeded, Fraction? ShareReached);

/// <summary>The Pareto's curve from (0, 0) through the points (i/n, running share), always part after part, and its readings.</summary>
internal sealed class ParetoReadings
{
    private readonly Division _division;
    private readonly RunningTotals _running;
    private readonly ExactInt _whole;

    public ParetoReadings(Division division, RunningTotals running, ParetoMembers members)
    {
        _division = division;
        _running = running;
        _whole = division.IsEmpty ? ExactInt.Zero : division.WholeAt(0);
        Members = members;
        (Lowest, Highest) = Reach();
        Cuts = [.. members.Cuts.Select(Read)];
        Balance = FindBalance();
    }

    public ParetoMembers Members { get; }

    public RunningTotals Running => _running;

    public IReadOnlyList<CutReading> Cuts { get; }

    /// <summary>The first point of the curve where position and share add up to 1, or null.</summary>
    public (Fraction Position, Fraction Share)? Balance { get; }

    /// <summary>How many parts the curve runs through, folded ones too.</summary>
    public int Count => _running.Count;

    /// <summary>Whether a part, folded or not, is below zero: the curve then turns back on its way.</summary>
    public bool HasNegative =>
        Enumerable
            .Range(0, Count)
            .Any(part => (part == 0 ? _running.Untied(0) : _running.Untied(part) - _running.Untied(part - 1)).Sign < 0);

    /// <summary>The highest running share on the way; 0 where the whole is 0.</summary>
    public double Highest { get; }

    /// <summary>The lowest.</summary>
    public double Lowest { get; }

    /// <summary>A running total over the size of the whole: its sign is that of the share.</summary>
    private ExactInt Upright(ExactInt running) => _whole.Sign < 0 ? -running : running;

    private double ToShare(ExactInt running) => new Fraction(running, _whole).ToDouble();

    private (double Lowest, double Highest) Reach()
    {
        if (_whole.IsZero || Count == 0)
        {
            return (0, 0);
        }
        ExactInt least = _running.Untied(0),
            most = least;
        for (int i = 1; i < Count; i++)
        {
            ExactInt running = _running.Untied(i);
            least = running < least ? running : least;
            most = running > most ? running : most;
        }
        double first = ToShare(least),
            second = ToShare(most);
        return (Math.Min(first, second), Math.Max(first, second));
    }

    /// <summary>The running share after so many parts; null where the whole is 0.</summary>
    public Fraction? ShareAfter(int parts) =>
        _whole.IsZero ? null
        : parts == 0 ? Fraction.Zero
        : new Fraction(_running.Untied(parts - 1), _whole);

    private CutReading Read(Cut cut)
    {
        if (_whole.IsZero || Count == 0)
        {
            return new CutReading(cut, null, null, null);
        }
        if (cut.Share is { } share)
        {
            int? needed = PartsToReach(share);
            return new CutReading(cut, needed, needed is { } count ? new Fraction((long)count, (long)Count) : null, null);
        }
        if (cut.Position is { } position)
        {
            return new CutReading(cut, null, null, ShareAt(position.ToFraction()));
        }
        return new CutReading(cut, null, null, ShareAfter(Math.Min(cut.Count!.Value, Count)));
    }

    /// <summary>
    /// The fewest first parts whose running share is at least <paramref name="share"/>; null where none is, or the whole is 0.
    /// </summary>
    public int? PartsToReach(ExactDecimal share)
    {
        // running ÷ W ≥ q, without dividing.
        ExactInt tens = ExactInt.PowerOfTen(share.Scale),
            needed = share.Units * _whole.Abs();
        for (int i = 1; i <= Count && !_whole.IsZero; i++)
        {
            if (Upright(_running.Untied(i - 1)) * tens >= needed)
            {
                return i;
            }
        }
        return null;
    }

    /// <summary>The curve's share at a position, linear between its points; null where the whole is 0.</summary>
    public Fraction? ShareAt(Fraction position)
    {
        if (_whole.IsZero || Count == 0)
        {
            return null;
        }
        (ExactInt index, Fraction rest) = (position * (long)Count).Floor();
        int before = (int)Math.Min(index.Small, Count);
        Fraction from = ShareAfter(before)!.Value;
        return before >= Count ? from : from + (ShareAfter(before + 1)!.Value - from) * rest;
    }

    private (Fraction, Fraction)? FindBalance()
    {
        if (_whole.IsZero)
        {
            return null;
        }
        for (int i = 1; i <= Count; i++)
        {
            // i/n + running/W < 1, without dividing.
            if (_whole.Abs() * i + Upright(_running.Untied(i - 1)) * Count < _whole.Abs() * Count)
            {
                continue;
            }
            var position = new Fraction((long)i, (long)Count);
            Fraction share = ShareAfter(i)!.Value;
            var previous = new Fraction(i - 1L, (long)Count);
            Fraction shareBefore = ShareAfter(i - 1)!.Value;
            Fraction sumBefore = previous + shareBefore;
            Fraction part = (Fraction.One - sumBefore) / (position + share - sumBefore);
            return (previous + (position - previous) * part, shareBefore + (share - shareBefore) * part);
        }
        return null;
    }

    public void AddTo(JsonObject readings)
    {
        readings["cuts"] = new JsonArray([.. Cuts.Select(Write)]);
        readings["balance"] = Balance is { } balance
            ? new JsonObject { ["position"] = balance.Position.ToDouble(), ["share"] = balance.Share.ToDouble() }
            : null;
    }

    private static JsonNode Write(CutReading reading)
    {
        if (reading.Cut.Share is { } share)
        {
            return new JsonObject
            {
                ["share"] = share.ToDouble(),
                ["partsNeeded"] = reading.PartsNeeded,
                ["positionNeeded"] = reading.PositionNeeded?.ToDouble(),
            };
        }
        return reading.Cut.Position is { } position
            ? new JsonObject { ["position"] = position.ToDouble(), ["shareReached"] = reading.ShareReached?.ToDouble() }
            : new JsonObject { ["count"] = reading.Cut.Count, ["shareReached"] = reading.ShareReached?.ToDouble() };
    }
}
