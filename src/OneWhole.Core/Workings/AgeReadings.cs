using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>
/// Readings of a population from its age bands, all parts together. The median lies linearly within the first band in which the
/// running amount reaches half; the young are under 15, the old 65 and over (the usual limits of demography). "(blank)" is left out.
/// </summary>
internal sealed class AgeReadings
{
    private static readonly string[] OfAges =
    [
        "young",
        "working",
        "old",
        "dependencyYoung",
        "dependencyOld",
        "dependencyTotal",
        "ageingIndex",
    ];

    private readonly Dictionary<string, Fraction?> _numbers = OfAges.Prepend("medianAge").ToDictionary(name => name, _ => (Fraction?)null);

    /// <summary>The open band in which the median falls, or null.</summary>
    public string? OpenMedian { get; private set; }

    public Fraction? this[string name] => _numbers[name];

    private readonly record struct Band(string Label, ExactDecimal From, ExactDecimal? To, ExactInt Amount);

    public static AgeReadings Of(Division division)
    {
        var readings = new AgeReadings();
        if (!division.IsEmpty && division.Groups is not null && Bands(division) is { } bands)
        {
            readings.Read(bands);
        }
        return readings;
    }

    public void AddTo(JsonObject readings)
    {
        foreach (string name in OfAges.Prepend("medianAge"))
        {
            readings[name] = _numbers[name]?.ToDouble();
        }
    }

    /// <returns>The bands from the youngest on, or null where a label is not understood.</returns>
    private static List<Band>? Bands(Division division)
    {
        var read = new List<(string Label, AgeBand Age, (ExactDecimal From, ExactDecimal To)? Own, ExactInt Amount)>();
        for (int group = 0; group < division.GroupCount; group++)
        {
            Entry entry = division.Groups![group];
            if (entry.IsBlank)
            {
                continue;
            }
            AgeBand age = default;
            if (entry.Band is null && !AgeBand.TryRead(entry.Label, out age))
            {
                return null;
            }
            read.Add((entry.Label, age, entry.Band, division.GroupTotal(group)));
        }
        // "0–5" and "5–10" share an end: then a band's last number is not in it. "0–4" and "5–9" don't: there it is.
        bool shared = read.Where(band => band.Own is null && band.Age is { IsRange: true, Below: false, To: not null })
            .Any(band => read.Any(other => other.Label != band.Label && (other.Own?.From ?? other.Age.From) == band.Age.To!.Value));
        return
        [
            .. read.Select(band =>
                    band.Own is { } own
                        ? new Band(band.Label, own.From, own.To, band.Amount)
                        : new Band(band.Label, band.Age.From, EndOf(band.Age, shared), band.Amount)
                )
                .OrderBy(band => band.From),
        ];
    }

    private static ExactDecimal? EndOf(AgeBand band, bool shared) =>
        band.To is not { } to ? null
        : band.Below || (band.IsRange && shared) ? to
        : new ExactDecimal(to.Units + ExactInt.PowerOfTen(to.Scale), to.Scale);

    private void Read(List<Band> bands)
    {
        ExactInt total = default;
        bands.ForEach(band => total += band.Amount);
        if (total.Sign <= 0)
        {
            return;
        }
        ReadMedian(bands, total);
        ExactDecimal fifteen = 15,
            sixtyFive = 65;
        bool Straddles(Band band, ExactDecimal age) => band.From < age && (band.To is not { } to || to > age);
        if (bands.Exists(band => Straddles(band, fifteen) || Straddles(band, sixtyFive)))
        {
            return;
        }
        ExactInt Sum(Func<Band, bool> belongs) => bands.Where(belongs).Aggregate(default(ExactInt), (sum, band) => sum + band.Amount);
        ExactInt young = Sum(band => band.From < fifteen),
            old = Sum(band => band.From >= sixtyFive),
            working = total - young - old;
        Fraction? Per(ExactInt amount, ExactInt of) => of.IsZero ? null : new Fraction(amount * 100, of);
        _numbers["young"] = new Fraction(young, total);
        _numbers["working"] = new Fraction(working, total);
        _numbers["old"] = new Fraction(old, total);
        _numbers["dependencyYoung"] = Per(young, working);
        _numbers["dependencyOld"] = Per(old, working);
        _numbers["dependencyTotal"] = Per(young + old, working);
        _numbers["ageingIndex"] = Per(old, young);
    }

    private void ReadMedian(List<Band> bands, ExactInt total)
    {
        ExactInt running = default;
        foreach (Band band in bands)
        {
            ExactInt before = running;
            running += band.Amount;
            // Twice, so that half of an odd total is exact.
            if (running * 2 < total)
            {
                continue;
            }
            if (band.To is not { } to)
            {
                OpenMedian = band.Label;
                return;
            }
            Fraction from = band.From.ToFraction(),
                width = to.ToFraction() - from;
            _numbers["medianAge"] = band.Amount.IsZero ? from : from + new Fraction(total - before * 2, band.Amount * 2) * width;
            return;
        }
    }
}
