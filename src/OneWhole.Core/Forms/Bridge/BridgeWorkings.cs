using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>From one whole to another, part by part: the numbers behind a bridge between two.</summary>
internal sealed class BridgeWorkings
{
    private readonly Division _division;
    private readonly BridgePart[] _counted;
    private readonly Fraction? _growthOfVolume;
    private readonly Effects?[] _effects;
    private readonly Fraction[] _tops;

    private BridgeWorkings(Division division)
    {
        _division = division;
        _counted = CountedParts(division);
        Parts = [.. Enumerable.Range(0, division.IsEmpty ? 0 : division.PartCount).Select(part => Of(division.Parts[part]))];
        BridgePart all = _counted.Aggregate(default(BridgePart), (sum, part) => sum + part);
        (Before, After) = (all.Before ?? Fraction.Zero, all.After ?? Fraction.Zero);
        (VolumeBefore, VolumeAfter) = (all.VolumeBefore, all.VolumeAfter);
        _growthOfVolume = division.Volumes is null || VolumeBefore.Sign == 0 ? null : VolumeAfter / VolumeBefore;
        _effects = [.. Enumerable.Range(0, Parts.Count).Select(part => EffectsOf(division.Parts[part]))];
        _tops = new Fraction[Parts.Count];
        for (int part = 0; part < _tops.Length; part++)
        {
            _tops[part] = BaseOf(part) + Parts[part].Change;
        }
    }

    public static BridgeWorkings Of(Division division) => new(division);

    /// <summary>The parts in display order, the folded one the sum of its own.</summary>
    public IReadOnlyList<BridgePart> Parts { get; }

    /// <summary>What the first group adds up to.</summary>
    public Fraction Before { get; }

    /// <summary>What the second adds up to.</summary>
    public Fraction After { get; }

    public Fraction VolumeBefore { get; }

    public Fraction VolumeAfter { get; }

    /// <summary>The effects of a part; null where there is no volume before.</summary>
    public Effects? EffectsAt(int part) => _effects[part];

    /// <summary>The effects of all parts together; null likewise.</summary>
    public Effects? AllEffects =>
        _growthOfVolume is { } growth ? _counted.Aggregate(default(Effects), (sum, part) => sum + part.Effects(growth)) : null;

    public Fraction BaseOf(int part) => part == 0 ? Before : _tops[part - 1];

    public Fraction TopOf(int part) => _tops[part];

    /// <summary>In percentage points of the two wholes; null where one of them is 0.</summary>
    public Fraction? Points(BridgePart part) =>
        Before.Sign == 0 || After.Sign == 0
            ? null
            : ((part.After ?? Fraction.Zero) / After - (part.Before ?? Fraction.Zero) / Before) * 100;

    /// <summary>The share of the whole that changed hands: Σ|points| ÷ 200 (index of dissimilarity, Duncan and Duncan 1955).</summary>
    public Fraction? Shift =>
        Before.Sign == 0 || After.Sign == 0 || Array.Exists(_counted, part => part.Before is { Sign: < 0 } || part.After is { Sign: < 0 })
            ? null
            : _counted.Aggregate(Fraction.Zero, (sum, part) => (sum + Points(part)!.Value.Abs()).Reduced()) / new Fraction(200L);

    /// <summary>The parts, before folding, that one of the two wholes lacks, the largest first.</summary>
    public IReadOnlyList<(string Name, bool IsNew, Fraction Amount)> NewOrGone { get; private set; } = [];

    private Dictionary<(EntryKind, int), int> Places { get; } = [];

    private BridgePart[] CountedParts(Division division)
    {
        Amounts listed = division.Listed;
        if (division.IsEmpty)
        {
            return [];
        }
        int first = division.Groups![0].Equals(listed.Groups![0]) ? 0 : 1,
            parts = listed.Parts.Count;
        Fraction? Amount(int group, int part) => listed.Has(group, part) ? division.Value(listed[group, part]) : null;
        Fraction Volume(int group, int part) => division.Volumes is { } volumes ? volumes[group * parts + part] : Fraction.Zero;
        var counted = new BridgePart[parts];
        var lacking = new List<(string, bool, Fraction)>();
        for (int part = 0; part < parts; part++)
        {
            counted[part] = new BridgePart(Amount(first, part), Amount(1 - first, part), Volume(first, part), Volume(1 - first, part));
            Places[(listed.Parts[part].Kind, listed.Parts[part].TableRank)] = part;
            if (counted[part].Before is null != counted[part].After is null)
            {
                lacking.Add((listed.Parts[part].Label, counted[part].Before is null, counted[part].Before ?? counted[part].After!.Value));
            }
        }
        NewOrGone = [.. lacking.OrderByDescending(part => part.Item3.Abs())];
        return counted;
    }

    private IEnumerable<BridgePart> CountedOf(Entry part) =>
        (part.Kind == EntryKind.Folded ? part.Folded : [part]).Select(one => _counted[Places[(one.Kind, one.TableRank)]]);

    private BridgePart Of(Entry part) => CountedOf(part).Aggregate((a, b) => a + b);

    private Effects? EffectsOf(Entry part) =>
        _growthOfVolume is { } growth ? CountedOf(part).Select(one => one.Effects(growth)).Aggregate((a, b) => a + b) : null;

    public void AddTo(JsonObject readings, List<JsonObject>? groups)
    {
        BridgePart all = new(Before, After, VolumeBefore, VolumeAfter);
        Concentration? concentration = Concentration.Of([.. _counted.Select(part => part.After ?? Fraction.Zero)]);
        readings["whole"] = After.ToDouble();
        readings["hhi"] = concentration?.Hhi.ToDouble();
        readings["effectiveParts"] = concentration?.EffectiveParts.ToDouble();
        readings["gini"] = concentration?.Gini.ToDouble();
        readings["largestShare"] = concentration?.LargestShare.ToDouble();
        readings["before"] = Before.ToDouble();
        readings["after"] = After.ToDouble();
        readings["change"] = all.Change.ToDouble();
        readings["growth"] = Growth(all)?.ToDouble();
        readings["shift"] = Shift?.ToDouble();
        if (_division.Volumes is not null)
        {
            Effects? effects = AllEffects;
            readings["volumeBefore"] = VolumeBefore.ToDouble();
            readings["volumeAfter"] = VolumeAfter.ToDouble();
            readings["rateBefore"] = Rate(Before, VolumeBefore)?.ToDouble();
            readings["rateAfter"] = Rate(After, VolumeAfter)?.ToDouble();
            readings["volumeEffect"] = effects?.Volume.ToDouble();
            readings["mixEffect"] = effects?.Mix.ToDouble();
            readings["rateEffect"] = effects?.Rate.ToDouble();
        }
        foreach (JsonObject group in groups ?? [])
        {
            group["share"] = null;
        }
    }

    /// <summary>Change ÷ before; null unless that is above 0.</summary>
    public static Fraction? Growth(BridgePart part) => part.Before is { Sign: > 0 } before ? part.Change / before : null;

    /// <summary>Amount ÷ volume; null where there is no amount, or the volume is 0.</summary>
    public static Fraction? Rate(Fraction? amount, Fraction volume) => volume.Sign == 0 ? null : amount / volume;

    /// <summary>Where the mean rate moves against the rates of the parts (E. H. Simpson 1951), in words; null where it does not.</summary>
    public string? AgainstItsParts(Division division)
    {
        if (
            AllEffects is not { } effects
            || Rate(Before, VolumeBefore) is not { } before
            || Rate(After, VolumeAfter) is not { } after
            || before == after
        )
        {
            return null;
        }
        int up = 0,
            down = 0;
        foreach (BridgePart part in _counted)
        {
            if (Rate(part.Before, part.VolumeBefore) is { } own && Rate(part.After, part.VolumeAfter) is { } then)
            {
                up += then > own ? 1 : 0;
                down += then < own ? 1 : 0;
            }
        }
        bool rose = after > before;
        int against = rose ? down : up,
            along = rose ? up : down;
        // Either each part's rate went the other way, or most did and what they make together did.
        if (against < 2 || (along > 0 && (against <= along || (rose ? effects.Rate.Sign >= 0 : effects.Rate.Sign <= 0))))
        {
            return null;
        }
        string parts =
            along == 0
                ? $"that of each of the {StudyWords.Of(division).PartMany}"
                : $"that of {NumberText.Count(against)} of {StudyWords.Of(division).Parts(up + down)}";
        return $"The mean rate {(rose ? "rose" : "fell")}, though {parts} {(rose ? "fell" : "rose")}: more of the "
            + $"volume lies where rates are {(rose ? "high" : "low")} (Simpson's paradox).";
    }
}
