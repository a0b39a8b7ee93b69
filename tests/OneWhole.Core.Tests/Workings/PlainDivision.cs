using System.Numerics;

namespace OneWhole.Core.Tests.Workings;

/// <summary>What a plain study asks, for the plain implementation beside the core's.</summary>
internal sealed record PlainStudy
{
    public string Value { get; init; } = "sum";

    public bool Groups { get; init; }

    public string Whole { get; init; } = "all";

    public long Given { get; init; } = 1;

    public string Order { get; init; } = "largest";

    public string[] Listed { get; init; } = [];

    public bool Reverse { get; init; }

    public string[] Expected { get; init; } = [];

    public string? RefusedSeason { get; init; }

    /// <summary>"keep", "reach", "under" or null, with a number in percent or of parts.</summary>
    public string? Fold { get; init; }

    public int FoldBy { get; init; }

    public string Negatives { get; init; } = "keep";

    public int Decimals { get; init; }

    public bool Reconcile { get; init; }

    public bool TiesTogether { get; init; }

    public bool CrossingOut { get; init; }

    public (string Kind, double Number)[] Cuts { get; init; } = [];

    public PlainTrial[] Trials { get; init; } = [];
}

/// <param name="Kind">"set", "times" or "share", with a number in hundredths.</param>
internal sealed record PlainTrial(string Part, string? Group, string Kind, int Hundredths);

/// <summary>An exact number as a quotient.</summary>
internal readonly record struct Ratio(BigInteger Top, BigInteger Bottom) : IComparable<Ratio>
{
    public static Ratio Zero { get; } = new(0, 1);

    public static Ratio Of(BigInteger hundredths) => new(hundredths, 100);

    public static Ratio operator +(Ratio a, Ratio b) =>
        a.Bottom == b.Bottom ? new(a.Top + b.Top, a.Bottom) : new(a.Top * b.Bottom + b.Top * a.Bottom, a.Bottom * b.Bottom);

    public static Ratio operator -(Ratio a, Ratio b) => a + new Ratio(-b.Top, b.Bottom);

    public static Ratio operator *(Ratio a, Ratio b) => new(a.Top * b.Top, a.Bottom * b.Bottom);

    public static Ratio operator /(Ratio a, Ratio b) =>
        b.Top < 0 ? new(a.Top * -b.Bottom, a.Bottom * -b.Top) : new(a.Top * b.Bottom, a.Bottom * b.Top);

    public static bool operator <(Ratio a, Ratio b) => a.CompareTo(b) < 0;

    public static bool operator >(Ratio a, Ratio b) => a.CompareTo(b) > 0;

    public int Sign => Top.Sign;

    /// <summary>To some fifteen digits: both are brought below 10^300 first.</summary>
    public double Number
    {
        get
        {
            int drop = (int)Math.Max(0, Math.Max(BigInteger.Abs(Top).GetBitLength(), Bottom.GetBitLength()) - 900);
            return (double)(Top >> drop) / (double)(Bottom >> drop);
        }
    }

    public int CompareTo(Ratio other) => (Top * other.Bottom).CompareTo(other.Top * Bottom);

    public BigInteger Floor() => (Top - (Top % Bottom + Bottom) % Bottom) / Bottom;

    public BigInteger RoundHalfAway() => Top.Sign * ((BigInteger.Abs(Top) * 2 + Bottom) / (Bottom * 2));

    public static Ratio Sum(IEnumerable<Ratio> terms) => terms.Aggregate(Zero, (sum, term) => sum + term);
}

internal sealed record PlainRow(string Part, string Group, string Amount, string Season, string Vessel);

internal sealed record PlainLine(string? Group, string Part, Ratio? Value, double? Share, double? Shown);

/// <summary>What a Pareto has of a part besides.</summary>
internal sealed record PlainStep(int? Rank, double Running, double? RunningShare, double Position, string? Class);

/// <summary>
/// The division of a table, written a second time and as plainly as can be: lists and dictionaries, amounts as quotients,
/// comparisons by cross-multiplying. It shares no code with the core, so that the two check each other.
/// </summary>
internal sealed class PlainDivision
{
    private readonly IReadOnlyList<PlainRow> _rows;
    private readonly PlainStudy _study;

    public PlainDivision(IReadOnlyList<PlainRow> rows, PlainStudy study)
    {
        _rows = rows;
        _study = study;
        Run();
    }

    public List<PlainLine> Lines { get; } = [];

    /// <summary>A line each of a study without groups.</summary>
    public List<PlainStep> Steps { get; } = [];

    public List<double?[]> Cuts { get; } = [];

    public (double Position, double Share)? Balance { get; private set; }

    public int Used { get; private set; }

    public int FilteredOut { get; private set; }

    public int NotReadable { get; private set; }

    public Ratio Sum { get; private set; }

    /// <summary>Of the parts before folding.</summary>
    public List<Ratio> PartTotals { get; private set; } = [];

    private static string LabelOf(string text) => text.Trim() is { Length: > 0 } label ? label : "(blank)";

    private bool Passes(PlainRow row) => _study.RefusedSeason is null || LabelOf(row.Season) != _study.RefusedSeason;

    private string GroupOf(PlainRow row) => _study.Groups ? LabelOf(row.Group) : "";

    /// <summary>Null where it can't be read.</summary>
    private Ratio? AmountOf(PlainRow row) =>
        _study.Value switch
        {
            "sum" => decimal.TryParse(row.Amount, System.Globalization.CultureInfo.InvariantCulture, out decimal amount)
                ? Ratio.Of((BigInteger)(amount * 100))
                : null,
            _ => Ratio.Of(100),
        };

    private Dictionary<(string Group, string Part), Ratio> AmountsOf(IEnumerable<PlainRow> rows)
    {
        var amounts = new Dictionary<(string, string), Ratio>();
        var seen = new HashSet<(string, string, string)>();
        foreach (PlainRow row in rows)
        {
            (string, string) pair = (GroupOf(row), LabelOf(row.Part));
            amounts.TryAdd(pair, Ratio.Zero);
            if (_study.Value == "distinct")
            {
                amounts[pair] +=
                    LabelOf(row.Vessel) != "(blank)" && seen.Add((pair.Item1, pair.Item2, LabelOf(row.Vessel)))
                        ? Ratio.Of(100)
                        : Ratio.Zero;
            }
            else
            {
                amounts[pair] += AmountOf(row) ?? Ratio.Zero;
            }
        }
        if (!_study.Groups)
        {
            foreach (string label in _study.Expected)
            {
                amounts.TryAdd(("", label), Ratio.Zero);
            }
        }
        return amounts;
    }

    private Dictionary<(string Group, string Part), Ratio> WithNegatives(Dictionary<(string Group, string Part), Ratio> amounts) =>
        _study.Negatives switch
        {
            "leaveOut" => amounts.Where(pair => pair.Value.Sign >= 0).ToDictionary(),
            "size" => amounts.ToDictionary(pair => pair.Key, pair => pair.Value.Sign < 0 ? Ratio.Zero - pair.Value : pair.Value),
            _ => amounts.ToDictionary(),
        };

    private void Try(Dictionary<(string Group, string Part), Ratio> amounts, List<string> parts, List<string> groups)
    {
        foreach (PlainTrial trial in _study.Trials)
        {
            if (!parts.Contains(trial.Part) || (trial.Group is not null && (!_study.Groups || !groups.Contains(trial.Group))))
            {
                continue;
            }
            Ratio number = Ratio.Of(trial.Hundredths);
            if (trial.Kind == "times")
            {
                foreach (
                    var pair in amounts
                        .Keys.Where(pair => pair.Part == trial.Part && (trial.Group is null || pair.Group == trial.Group))
                        .ToList()
                )
                {
                    amounts[pair] *= number;
                }
                continue;
            }
            (string, string) own = (trial.Group ?? "", trial.Part);
            Ratio others = Ratio.Sum(amounts.Where(pair => pair.Key.Group == own.Item1 && pair.Key != own).Select(pair => pair.Value));
            if (trial.Kind == "set")
            {
                amounts[own] = number;
            }
            else if (others.Sign > 0)
            {
                amounts[own] = others * number / (Ratio.Of(100) - number);
            }
        }
    }

    private void Run()
    {
        List<PlainRow> passing = [.. _rows.Where(Passes)];
        FilteredOut = _rows.Count - passing.Count;
        NotReadable = passing.Count(row => AmountOf(row) is null);
        Used = passing.Count - NotReadable;
        Dictionary<(string Group, string Part), Ratio> before = AmountsOf(passing);
        Dictionary<(string Group, string Part), Ratio> amounts = WithNegatives(before);
        List<string> inTable = [.. _rows.Select(row => LabelOf(row.Part)).Concat(_study.Expected).Distinct()];
        // A part is listed if it has a row that passes or is expected, unless all that it had was left out.
        bool IsListed(string part) =>
            (before.Keys.Any(pair => pair.Part == part) || _study.Expected.Contains(part))
            && (!before.Keys.Any(pair => pair.Part == part) || amounts.Keys.Any(pair => pair.Part == part));
        List<string> parts = [.. inTable.Where(IsListed)];
        List<string> groups = _study.Groups
            ? [.. _rows.Select(row => LabelOf(row.Group)).Distinct().Where(group => amounts.Keys.Any(pair => pair.Group == group))]
            : [""];
        Try(amounts, parts, groups);
        Ratio Total(string part) => Ratio.Sum(amounts.Where(pair => pair.Key.Part == part).Select(pair => pair.Value));
        Sum = Ratio.Sum(amounts.Values);
        List<string> ordered = Ordered(parts, Total);
        (List<string> kept, List<string> folded) = Folded(parts, Total);
        ordered = [.. ordered.Where(kept.Contains)];
        string? other =
            folded.Count == 0 ? null
            : kept.Contains("Other") ? "Other (folded)"
            : "Other";
        if (parts.Count == 0 || groups.Count == 0)
        {
            return;
        }
        PartTotals = [.. parts.Select(Total)];
        List<(string Name, List<string> Of)> columns = [.. ordered.Select(part => (part, new List<string> { part }))];
        if (other is not null)
        {
            columns.Add((other, folded));
        }
        var lines = new List<(string Group, string Part, Ratio? Value)>();
        foreach (string group in groups)
        {
            foreach ((string name, List<string> of) in columns)
            {
                List<Ratio> values = [.. of.Where(part => amounts.ContainsKey((group, part))).Select(part => amounts[(group, part)])];
                // Without groups nothing is absent.
                lines.Add((group, name, values.Count == 0 && _study.Groups ? null : Ratio.Sum(values)));
            }
        }
        AddLines(lines);
        if (!_study.Groups)
        {
            AddSteps([.. ordered.Select(Total)], [.. folded.Select(Total)]);
        }
    }

    private List<string> Ordered(List<string> parts, Func<string, Ratio> total)
    {
        int Blank(string part) => part == "(blank)" ? 1 : 0;
        List<string> ordered = _study.Order switch
        {
            "largest" => [.. parts.OrderByDescending(total).ThenBy(Blank)],
            "smallest" => [.. parts.OrderBy(total).ThenBy(Blank)],
            "list" => [.. _study.Listed.Where(parts.Contains), .. parts.Where(part => !_study.Listed.Contains(part))],
            _ => parts,
        };
        return _study.Reverse ? [.. Enumerable.Reverse(ordered)] : ordered;
    }

    private (List<string> Kept, List<string> Folded) Folded(List<string> parts, Func<string, Ratio> total)
    {
        List<string> sorted = [.. parts.Where(part => part != "(blank)").OrderByDescending(total)];
        Ratio limit = Sum * Ratio.Of(_study.FoldBy);
        int keep = sorted.Count;
        if (_study.Fold == "keep")
        {
            keep = Math.Min(_study.FoldBy, sorted.Count);
        }
        else if (_study.Fold == "reach")
        {
            Ratio running = Ratio.Zero;
            int found = sorted.FindIndex(part => !((running += total(part)) < limit));
            keep = found < 0 ? sorted.Count : found + 1;
        }
        else if (_study.Fold == "under")
        {
            keep = sorted.FindIndex(part => total(part) < limit) is var first and >= 0 ? first : sorted.Count;
        }
        List<string> folded = [.. sorted.Skip(keep)];
        return folded.Count < 2 || Sum.Sign <= 0 ? (parts, []) : ([.. parts.Where(part => !folded.Contains(part))], folded);
    }

    /// <summary>The whole that is no sum of the lines; null where it is.</summary>
    private Ratio? GivenWhole =>
        _study.Whole switch
        {
            "unfiltered" => Ratio.Sum(WithNegatives(AmountsOf(_rows)).Values),
            "given" => Ratio.Of(_study.Given * 100),
            _ => null,
        };

    private void AddLines(List<(string Group, string Part, Ratio? Value)> lines)
    {
        bool byGroup = _study.Whole == "group" && _study.Groups,
            byPart = _study.Whole == "part" && _study.Groups;
        object KeyOf((string Group, string Part, Ratio? Value) line) =>
            byGroup ? line.Group
            : byPart ? line.Part
            : "";
        foreach (var one in lines.GroupBy(KeyOf).ToDictionary(group => group.Key, group => group.ToList()))
        {
            Ratio sum = Ratio.Sum(one.Value.Select(line => line.Value ?? Ratio.Zero)),
                whole = GivenWhole ?? sum;
            Dictionary<string, double?> shown = Shown(one.Value, whole, sum);
            foreach (var line in one.Value)
            {
                bool none = line.Value is null || whole.Sign == 0;
                Lines.Add(
                    new PlainLine(
                        _study.Groups ? line.Group : null,
                        line.Part,
                        line.Value,
                        none ? null : (line.Value!.Value / whole).Number,
                        none ? null : shown[line.Group + "\n" + line.Part]
                    )
                );
            }
        }
        // Back into the order of the rows.
        List<(string?, string)> order = [.. lines.Select(line => (_study.Groups ? line.Group : null, line.Part))];
        Lines.Sort((a, b) => order.IndexOf((a.Group, a.Part)).CompareTo(order.IndexOf((b.Group, b.Part))));
    }

    private Dictionary<string, double?> Shown(List<(string Group, string Part, Ratio? Value)> lines, Ratio whole, Ratio sum)
    {
        if (whole.Sign == 0)
        {
            return [];
        }
        var there = lines
            .Where(line => line.Value is not null)
            .Select(line => (Key: line.Group + "\n" + line.Part, Value: line.Value!.Value))
            .ToList();
        var units = new Ratio(BigInteger.Pow(10, _study.Decimals + 2), 1);
        Dictionary<string, BigInteger> shown = there.ToDictionary(line => line.Key, line => (line.Value * units / whole).RoundHalfAway());
        if (_study.Reconcile && sum.CompareTo(whole) == 0 && there.TrueForAll(line => line.Value.Sign >= 0))
        {
            Dictionary<string, BigInteger> floors = there.ToDictionary(line => line.Key, line => (line.Value * units / whole).Floor());
            BigInteger missing = units.Top - floors.Values.Aggregate(BigInteger.Zero, (total, value) => total + value);
            // Equal amounts lie side by side here, and get their units together or not at all.
            var queue = there.OrderByDescending(line => Remainder(line.Value)).ThenByDescending(line => line.Value).ToList();
            while (missing > 0)
            {
                var equals = queue.TakeWhile(line => line.Value.CompareTo(queue[0].Value) == 0).ToList();
                missing -= equals.Count;
                equals.ForEach(line => floors[line.Key] += 1);
                queue.RemoveRange(0, equals.Count);
            }
            shown = missing < 0 ? shown : floors;
        }
        return shown.ToDictionary(pair => pair.Key, pair => (double?)((double)pair.Value / Math.Pow(10, _study.Decimals)));

        Ratio Remainder(Ratio value) => value * units / whole - new Ratio((value * units / whole).Floor(), 1);
    }

    private void AddSteps(List<Ratio> listed, List<Ratio> folded)
    {
        Ratio whole = GivenWhole ?? Sum;
        List<Ratio> all = [.. listed, .. folded];
        List<Ratio> running = [.. all.Select((_, at) => Ratio.Sum(all.Take(at + 1)))];
        double? Share(Ratio amount) => whole.Sign == 0 ? null : (amount / whole).Number;
        for (int at = 0; at < listed.Count; at++)
        {
            int first = at,
                last = at;
            while (_study.TiesTogether && first > 0 && listed[first - 1].CompareTo(listed[at]) == 0)
            {
                first--;
            }
            while (_study.TiesTogether && last + 1 < listed.Count && listed[last + 1].CompareTo(listed[at]) == 0)
            {
                last++;
            }
            Ratio before = first == 0 ? Ratio.Zero : running[first - 1];
            Steps.Add(
                new PlainStep(
                    1 + all.Count(other => other > listed[at]),
                    running[last].Number,
                    Share(running[last]),
                    (at + 1.0) / all.Count,
                    whole.Sign == 0 ? null : ClassOf((_study.CrossingOut ? running[last] : before) / whole)
                )
            );
        }
        if (folded.Count > 0)
        {
            Steps.Add(new PlainStep(null, running[^1].Number, Share(running[^1]), 1, null));
        }
        foreach ((string kind, double number) in _study.Cuts)
        {
            int needed =
                kind == "share" && whole.Sign != 0
                    ? running.FindIndex(sum => !(sum / whole < Ratio.Of((BigInteger)Math.Round(number * 100)))) + 1
                    : 0;
            Cuts.Add(
                whole.Sign == 0
                    ? [null]
                    : kind switch
                    {
                        "share" => [needed > 0 ? needed : null, needed > 0 ? (double)needed / all.Count : null],
                        "position" => [At(number)],
                        _ => [(running[Math.Min((int)number, all.Count) - 1] / whole).Number],
                    }
            );
        }
        // The first point where position and share add up to 1.
        for (int at = 0; at < all.Count && whole.Sign != 0 && Balance is null; at++)
        {
            double x0 = (double)at / all.Count,
                y0 = at == 0 ? 0 : Share(running[at - 1])!.Value,
                x1 = (at + 1.0) / all.Count,
                y1 = Share(running[at])!.Value;
            if (!(running[at] / whole + new Ratio(at + 1, all.Count) < new Ratio(1, 1)))
            {
                double part = (1 - x0 - y0) / (x1 + y1 - x0 - y0);
                Balance = (x0 + (x1 - x0) * part, y0 + (y1 - y0) * part);
            }
        }

        double At(double position)
        {
            int before = (int)Math.Floor(position * all.Count + 1e-9);
            double from = before == 0 ? 0 : (running[before - 1] / whole).Number;
            return before >= all.Count ? from : from + ((running[before] / whole).Number - from) * (position * all.Count - before);
        }
    }

    private string ClassOf(Ratio share)
    {
        bool Under(int hundredths) => _study.CrossingOut ? !(share > Ratio.Of(hundredths)) : share < Ratio.Of(hundredths);
        return Under(80) ? "A"
            : Under(95) ? "B"
            : "C";
    }
}
