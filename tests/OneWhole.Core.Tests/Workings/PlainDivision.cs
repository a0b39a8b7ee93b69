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

    public bool Reconcile { get; init; } = true;
}

internal sealed record PlainRow(string Part, string Group, string Amount, string Season, string Vessel);

internal sealed record PlainLine(string? Group, string Part, BigInteger? Value, double? Share, double? Shown);

/// <summary>
/// The division of a table, written a second time and as plainly as can be: lists and dictionaries, amounts in hundredths,
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

    public int Used { get; private set; }

    public int FilteredOut { get; private set; }

    public int NotReadable { get; private set; }

    public BigInteger Sum { get; private set; }

    public List<BigInteger> PartTotals { get; private set; } = [];

    private static string LabelOf(string text) => text.Trim() is { Length: > 0 } label ? label : "(blank)";

    private bool Passes(PlainRow row) => _study.RefusedSeason is null || LabelOf(row.Season) != _study.RefusedSeason;

    private string GroupOf(PlainRow row) => _study.Groups ? LabelOf(row.Group) : "";

    /// <summary>Hundredths; null where it can't be read.</summary>
    private BigInteger? AmountOf(PlainRow row) => _study.Value switch
    {
        "sum" => decimal.TryParse(row.Amount, System.Globalization.CultureInfo.InvariantCulture, out decimal amount) ? (BigInteger)(amount * 100) : null,
        _ => 100,
    };

    private Dictionary<(string Group, string Part), BigInteger> AmountsOf(IEnumerable<PlainRow> rows)
    {
        var amounts = new Dictionary<(string, string), BigInteger>();
        var seen = new HashSet<(string, string, string)>();
        foreach (PlainRow row in rows)
        {
            (string, string) pair = (GroupOf(row), LabelOf(row.Part));
            amounts.TryAdd(pair, 0);
            if (_study.Value == "distinct")
            {
                amounts[pair] += LabelOf(row.Vessel) != "(blank)" && seen.Add((pair.Item1, pair.Item2, LabelOf(row.Vessel))) ? 100 : 0;
            }
            else
            {
                amounts[pair] += AmountOf(row) ?? 0;
            }
        }
        if (!_study.Groups)
        {
            foreach (string label in _study.Expected)
            {
                amounts.TryAdd(("", label), 0);
            }
        }
        return amounts;
    }

    private Dictionary<(string Group, string Part), BigInteger> WithNegatives(Dictionary<(string Group, string Part), BigInteger> amounts) => _study.Negatives switch
    {
        "leaveOut" => amounts.Where(pair => pair.Value >= 0).ToDictionary(),
        "size" => amounts.ToDictionary(pair => pair.Key, pair => BigInteger.Abs(pair.Value)),
        _ => amounts,
    };

    private void Run()
    {
        List<PlainRow> passing = [.. _rows.Where(Passes)];
        FilteredOut = _rows.Count - passing.Count;
        NotReadable = passing.Count(row => AmountOf(row) is null);
        Used = passing.Count - NotReadable;
        Dictionary<(string Group, string Part), BigInteger> before = AmountsOf(passing);
        Dictionary<(string Group, string Part), BigInteger> amounts = WithNegatives(before);
        List<string> inTable = [.. _rows.Select(row => LabelOf(row.Part)).Concat(_study.Expected).Distinct()];
        // A part is listed if it has a row that passes or is expected, unless all that it had was left out.
        bool IsListed(string part) => (before.Keys.Any(pair => pair.Part == part) || _study.Expected.Contains(part))
            && (!before.Keys.Any(pair => pair.Part == part) || amounts.Keys.Any(pair => pair.Part == part));
        List<string> parts = [.. inTable.Where(IsListed)];
        List<string> groups = _study.Groups
            ? [.. _rows.Select(row => LabelOf(row.Group)).Distinct().Where(group => amounts.Keys.Any(pair => pair.Group == group))]
            : [""];
        BigInteger Total(string part) => amounts.Where(pair => pair.Key.Part == part).Aggregate(BigInteger.Zero, (sum, pair) => sum + pair.Value);
        Sum = amounts.Values.Aggregate(BigInteger.Zero, (sum, value) => sum + value);
        List<string> ordered = Ordered(parts, Total);
        (List<string> kept, List<string> folded) = Folded(parts, Total);
        ordered = [.. ordered.Where(kept.Contains)];
        string? other = folded.Count == 0 ? null : kept.Contains("Other") ? "Other (folded)" : "Other";
        if (parts.Count == 0 || groups.Count == 0)
        {
            return;
        }
        List<(string Name, List<string> Of)> columns = [.. ordered.Select(part => (part, new List<string> { part }))];
        if (other is not null)
        {
            columns.Add((other, folded));
        }
        PartTotals = [.. columns.Select(column => column.Of.Select(Total).Aggregate(BigInteger.Zero, (sum, value) => sum + value))];
        var lines = new List<(string Group, string Part, BigInteger? Value)>();
        foreach (string group in groups)
        {
            foreach ((string name, List<string> of) in columns)
            {
                List<BigInteger> values = [.. of.Where(part => amounts.ContainsKey((group, part))).Select(part => amounts[(group, part)])];
                // Without groups nothing is absent.
                lines.Add((group, name, values.Count == 0 && _study.Groups ? null : values.Aggregate(BigInteger.Zero, (sum, value) => sum + value)));
            }
        }
        AddLines(lines);
    }

    private List<string> Ordered(List<string> parts, Func<string, BigInteger> total)
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

    private (List<string> Kept, List<string> Folded) Folded(List<string> parts, Func<string, BigInteger> total)
    {
        List<string> sorted = [.. parts.Where(part => part != "(blank)").OrderByDescending(total)];
        int keep = sorted.Count;
        if (_study.Fold == "keep")
        {
            keep = Math.Min(_study.FoldBy, sorted.Count);
        }
        else if (_study.Fold == "reach")
        {
            BigInteger running = 0;
            int found = sorted.FindIndex(part => (running += total(part)) * 100 >= _study.FoldBy * Sum);
            keep = found < 0 ? sorted.Count : found + 1;
        }
        else if (_study.Fold == "under")
        {
            keep = sorted.FindIndex(part => total(part) * 100 < _study.FoldBy * Sum) is var first and >= 0 ? first : sorted.Count;
        }
        List<string> folded = [.. sorted.Skip(keep)];
        return folded.Count < 2 || Sum <= 0 ? (parts, []) : ([.. parts.Where(part => !folded.Contains(part))], folded);
    }

    private void AddLines(List<(string Group, string Part, BigInteger? Value)> lines)
    {
        bool byGroup = _study.Whole == "group" && _study.Groups, byPart = _study.Whole == "part" && _study.Groups;
        BigInteger unfiltered = WithNegatives(AmountsOf(_rows)).Values.Aggregate(BigInteger.Zero, (sum, value) => sum + value);
        object KeyOf((string Group, string Part, BigInteger? Value) line) => byGroup ? line.Group : byPart ? line.Part : "";
        foreach (var one in lines.GroupBy(KeyOf).ToDictionary(group => group.Key, group => group.ToList()))
        {
            BigInteger sum = one.Value.Aggregate(BigInteger.Zero, (total, line) => total + (line.Value ?? 0));
            BigInteger whole = _study.Whole switch { "unfiltered" => unfiltered, "given" => _study.Given * 100, _ => sum };
            Dictionary<string, double?> shown = Shown(one.Value, whole, sum);
            foreach (var line in one.Value)
            {
                bool none = line.Value is null || whole.IsZero;
                Lines.Add(new PlainLine(_study.Groups ? line.Group : null, line.Part, line.Value, none ? null : (double)line.Value!.Value / (double)whole, none ? null : shown[line.Group + "\n" + line.Part]));
            }
        }
        // Back into the order of the rows.
        List<(string?, string)> order = [.. lines.Select(line => (_study.Groups ? line.Group : null, line.Part))];
        Lines.Sort((a, b) => order.IndexOf((a.Group, a.Part)).CompareTo(order.IndexOf((b.Group, b.Part))));
    }

    private Dictionary<string, double?> Shown(List<(string Group, string Part, BigInteger? Value)> lines, BigInteger whole, BigInteger sum)
    {
        List<(string Group, string Part, BigInteger? Value)> there = [.. lines.Where(line => line.Value is not null)];
        BigInteger units = BigInteger.Pow(10, _study.Decimals + 2);
        double scale = Math.Pow(10, _study.Decimals);
        if (whole.IsZero)
        {
            return [];
        }
        var shown = there.ToDictionary(line => line.Group + "\n" + line.Part, line => RoundHalfAway(line.Value!.Value * units, whole));
        if (_study.Reconcile && sum == whole && there.TrueForAll(line => line.Value >= 0))
        {
            foreach (var line in there)
            {
                shown[line.Group + "\n" + line.Part] = line.Value!.Value * units / whole;
            }
            BigInteger missing = units - shown.Values.Aggregate(BigInteger.Zero, (total, value) => total + value);
            foreach (var line in there.OrderByDescending(line => line.Value!.Value * units % whole).ThenByDescending(line => line.Value!.Value).Take((int)missing))
            {
                shown[line.Group + "\n" + line.Part] += 1;
            }
        }
        return shown.ToDictionary(pair => pair.Key, pair => (double?)((double)pair.Value / scale));
    }

    private static BigInteger RoundHalfAway(BigInteger dividend, BigInteger divisor)
    {
        BigInteger sign = dividend.Sign * divisor.Sign, twice = BigInteger.Abs(dividend) * 2 + BigInteger.Abs(divisor);
        return sign * (twice / (BigInteger.Abs(divisor) * 2));
    }
}
