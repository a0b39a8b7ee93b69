using System.Numerics;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>One amount that a trial changed.</summary>
/// <param name="Group">Null in a study without groups.</param>
/// <param name="Part">Its part.</param>
/// <param name="Was">What was counted; null where the pair was absent.</param>
/// <param name="Is">What it is tried as.</param>
public sealed record TriedAmount(string? Group, string Part, Fraction? Was, Fraction Is);

/// <summary>What a study's trials did: the amounts that they changed, and those that were passed over, in words.</summary>
public sealed record TrialOutcome(IReadOnlyList<TriedAmount> Changed, IReadOnlyList<string> PassedOver)
{
    /// <summary>Nothing was tried.</summary>
    public static TrialOutcome None { get; } = new([], []);
}

/// <summary>Changes amounts to see what would be: after negatives, before order, fold and whole; one after another.</summary>
internal sealed class Trials
{
    private readonly Amounts _amounts;
    private readonly Dictionary<int, Fraction> _tried = [];
    private readonly List<string> _passedOver = [];

    private Trials(Amounts amounts) => _amounts = amounts;

    /// <exception cref="StudyException">A trial sets an amount without saying in which group.</exception>
    public static (Amounts Amounts, TrialOutcome Outcome) Apply(Amounts amounts, Study study)
    {
        if (study.Trials.Length == 0)
        {
            return (amounts, TrialOutcome.None);
        }
        var trials = new Trials(amounts);
        foreach ((int at, Trial trial) in study.Trials.Index())
        {
            trials.Try(trial, $"trial[{at}]");
        }
        return trials.Finish();
    }

    private void Try(Trial trial, string place)
    {
        if (_amounts.Groups is not null && trial is { Group: null, Times: null })
        {
            string given = trial.Set is null ? "given as a share" : "set";
            throw new StudyException(
                "needs-group",
                $"{place}.group",
                $"{place}.group is missing: the study has groups, so an amount that is {given} belongs to one of them."
            );
        }
        string name = trial.Group is { } named ? $"{trial.Part}, {named}" : trial.Part;
        int part = Find(_amounts.Parts, trial.Part);
        int group =
            trial.Group is null ? -1
            : _amounts.Groups is null ? -2
            : Find(_amounts.Groups, trial.Group);
        if (part < 0 || group < -1 || (trial.Group is not null && group < 0))
        {
            _passedOver.Add($"{name} is not listed");
        }
        else if (trial.Times is { } times)
        {
            int first = Math.Max(group, 0),
                last = trial.Group is null ? _amounts.GroupCount - 1 : group;
            int[] present = [.. Enumerable.Range(first, last - first + 1).Select(at => RowOf(at, part)).Where(Has)];
            if (present.Length == 0)
            {
                _passedOver.Add($"{name} has no row");
            }
            foreach (int row in present)
            {
                _tried[row] = At(row) * times.ToFraction();
            }
        }
        else
        {
            int row = RowOf(Math.Max(group, 0), part);
            if (trial.Set is { } set)
            {
                _tried[row] = set.ToFraction();
            }
            else if (Others(row) is { Sign: > 0 } others)
            {
                Fraction share = trial.Share!.Value.ToFraction();
                _tried[row] = others * share / (Fraction.One - share);
            }
            else
            {
                _passedOver.Add($"{name} can't have a share: the others don't add up to more than 0");
            }
        }
    }

    private static int Find(IReadOnlyList<Entry> entries, string label)
    {
        for (int at = 0; at < entries.Count; at++)
        {
            if (entries[at].Label == label)
            {
                return at;
            }
        }
        return -2;
    }

    private int RowOf(int group, int part) => group * _amounts.Parts.Count + part;

    private bool Has(int row) => _amounts.Exists[row] || _tried.ContainsKey(row);

    private Fraction At(int row) =>
        _tried.TryGetValue(row, out Fraction tried) ? tried : new Fraction(_amounts.Cells[row], _amounts.Divisor);

    /// <summary>What the other amounts of the row's group add up to.</summary>
    private Fraction Others(int row)
    {
        int first = row - row % _amounts.Parts.Count;
        ExactInt counted = default;
        Fraction tried = Fraction.Zero;
        for (int at = first; at < first + _amounts.Parts.Count; at++)
        {
            if (at != row && _tried.TryGetValue(at, out Fraction amount))
            {
                tried += amount;
            }
            else if (at != row)
            {
                counted += _amounts.Cells[at];
            }
        }
        return new Fraction(counted, _amounts.Divisor) + tried;
    }

    private (Amounts, TrialOutcome) Finish()
    {
        // Units so small that every tried amount is a whole number of them.
        ExactInt divisor = _amounts.Divisor;
        int scale = _amounts.Scale;
        foreach (Fraction amount in _tried.Values)
        {
            ExactInt needed = amount.Reduced().Divisor;
            divisor = CommonMultiple(divisor, needed);
            scale = Math.Max(scale, Decimals(needed, scale));
        }
        divisor = CommonMultiple(divisor, ExactInt.PowerOfTen(scale));
        Amounts finer = _amounts.Finer(ExactInt.FloorDivide(divisor, _amounts.Divisor).Quotient, scale);
        ExactInt[] cells = [.. finer.Cells];
        bool[] exists = [.. finer.Exists];
        var changed = new List<TriedAmount>();
        foreach ((int row, Fraction amount) in _tried.OrderBy(tried => tried.Key))
        {
            Fraction? was = _amounts.Exists[row] ? new Fraction(_amounts.Cells[row], _amounts.Divisor) : null;
            changed.Add(
                new TriedAmount(
                    _amounts.Groups?[row / _amounts.Parts.Count].Label,
                    _amounts.Parts[row % _amounts.Parts.Count].Label,
                    was,
                    amount
                )
            );
            cells[row] = (amount * new Fraction(divisor)).Round();
            exists[row] = true;
        }
        return (finer.With(finer.Parts, finer.Groups, cells, exists), new TrialOutcome(changed, _passedOver));
    }

    private static ExactInt CommonMultiple(ExactInt a, ExactInt b) =>
        a * ExactInt.FloorDivide(b, new ExactInt(BigInteger.GreatestCommonDivisor(a.ToBigInteger(), b.ToBigInteger()))).Quotient;

    /// <summary>The decimals that hold an amount, where a few do: a trial of 12.5 in a table of whole numbers is printed as such.</summary>
    private static int Decimals(ExactInt divisor, int scale)
    {
        const int most = 4;
        for (int decimals = scale; decimals <= most; decimals++)
        {
            if (ExactInt.FloorDivide(ExactInt.PowerOfTen(decimals), divisor).Remainder.IsZero)
            {
                return decimals;
            }
        }
        return Math.Max(scale, 1);
    }
}
