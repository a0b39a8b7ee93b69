using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>The proofs under the workings, in their fixed order.</summary>
internal sealed class TieOut
{
    /// <summary>The place of each proof. A form's own take the place of their id.</summary>
    private static readonly string[] Places =
    [
        "rows-accounted",
        "parts-add-up",
        "running-ends",
        "shown-adds-up",
        "areas-add-up",
        "rows-span",
        "bridge-ends",
        "bands-cover",
        "trial",
        "left-out",
        "negative-parts",
        "blank-labels",
        "unexpected-labels",
        "ties",
        "look-alikes",
        "absent-pairs",
        "many-slices",
        "stage-grows",
        "new-or-gone",
        "open-band",
        "not-additive",
        "not-used",
    ];

    private readonly Division _division;
    private readonly FormWorkings _own;
    private readonly StudyWords _words;
    private readonly List<TieOutLine> _lines = [];

    private TieOut(Division division, FormWorkings own)
    {
        _division = division;
        _own = own;
        _words = StudyWords.Of(division);
    }

    public static IReadOnlyList<TieOutLine> Of(Division division, FormWorkings own)
    {
        var tieOut = new TieOut(division, own);
        tieOut.RowsAccounted();
        tieOut.PartsAddUp();
        tieOut.ShownAddsUp();
        tieOut.BandsCover();
        tieOut.Tried();
        tieOut.LeftOutAmounts();
        tieOut.NegativeParts();
        tieOut.BlankLabels();
        tieOut.UnexpectedLabels();
        tieOut.SimilarLabels();
        tieOut.AbsentPairs();
        tieOut.NotAdditive();
        tieOut.NotUsed();
        tieOut._lines.AddRange(own.Prove());
        return [.. tieOut._lines.OrderBy(line => Array.IndexOf(Places, line.Id) is var place and >= 0 ? place : Places.Length)];
    }

    private string Text(ExactInt units) => _division.Text(units);

    private static string CountOf(long count, string one, string many) => $"{NumberText.Count(count)} {(count == 1 ? one : many)}";

    private void Add(string id, bool ok, string text, Remedy? remedy = null, IReadOnlyList<string>? names = null) =>
        _lines.Add(new TieOutLine(id, ok ? TieOutStatus.Ok : TieOutStatus.Warn, text) { Remedy = remedy, Names = names ?? [] });

    private void RowsAccounted()
    {
        RowCounts rows = _division.Rows;
        bool holds = rows.Used + rows.FilteredOut + rows.NotReadable + rows.Outside == rows.Total;
        var terms = new List<string> { $"{NumberText.Count(rows.Used)} used" };
        if (rows.FilteredOut > 0)
        {
            terms.Add($"{NumberText.Count(rows.FilteredOut)} filtered out ({Text(_division.FilteredAmount)} {_words.Counted})");
        }
        if (rows.NotReadable > 0)
        {
            terms.Add($"{NumberText.Count(rows.NotReadable)} not readable");
        }
        if (rows.Outside > 0)
        {
            terms.Add($"{NumberText.Count(rows.Outside)} outside the bands");
        }
        string text = $"{string.Join(" + ", terms)} = {CountOf(rows.Total, "row", "rows")}";
        _lines.Add(new TieOutLine("rows-accounted", holds ? TieOutStatus.Ok : TieOutStatus.Fail, text));
    }

    private void PartsAddUp()
    {
        if (_division.WholeIsFirst || _own.Rows == RowKind.Parts)
        {
            return;
        }
        int zero = 0,
            apart = 0,
            counted = 0;
        int firstApart = -1;
        var listed = new bool[_division.WholeCount];
        for (int row = 0; row < _division.RowCount; row++)
        {
            listed[_division.WholeIndex(row)] |= _division.Has(row);
        }
        bool many = _division.WholeOf is WholeOf.Group or WholeOf.Part;
        for (int index = 0; index < _division.WholeCount; index++)
        {
            if (many && (listed.Length == 0 || !listed[index]))
            {
                // A group or a part of absent pairs only.
                continue;
            }
            counted++;
            ExactInt whole = _division.WholeAt(index);
            if (whole.IsZero)
            {
                zero++;
            }
            else if (whole != _division.SumIn(index))
            {
                apart++;
                firstApart = index;
            }
        }
        string text;
        bool nothing = _division.IsEmpty || counted == 0;
        if (nothing)
        {
            text = "nothing is left to share out";
        }
        else if (zero > 0)
        {
            text = many && counted > 1 ? $"{zero} of {counted} wholes are 0: they have no shares" : "the whole is 0: there are no shares";
        }
        else if (apart > 0)
        {
            ExactInt whole = _division.WholeAt(firstApart),
                sum = _division.SumIn(firstApart);
            text =
                $"{_words.Parts(_division.CountedParts)} add up to {Text(sum)}, not to the whole of {Text(whole)}: "
                + $"{NumberText.Percent(new Fraction(sum, whole), _division.Study.Rounding.Decimals)} of it";
        }
        else if (many)
        {
            text = $"each of {CountOf(counted, "whole", "wholes")} is what its {_words.PartMany} add up to";
        }
        else
        {
            text = $"{_words.Parts(_division.CountedParts)} add up to the whole: {Text(_division.Total)} = {Text(_division.WholeAt(0))}";
        }
        Remedy? remedy =
            apart > 0 ? new Remedy("let 100 % be everything used", study => study with { Whole = new Whole(WholeOf.All) }) : null;
        Add("parts-add-up", !nothing && zero == 0 && apart == 0, text, remedy);
    }

    private void ShownAddsUp()
    {
        if (_own.Shown is not { } shown)
        {
            return;
        }
        ExactInt hundred = ExactInt.PowerOfTen(shown.Decimals + 2);
        var sums = new ExactInt[_division.WholeCount];
        var has = new bool[_division.WholeCount];
        var moved = new List<string>();
        for (int row = 0; row < _division.RowCount; row++)
        {
            if (shown.Units(row) is { } units)
            {
                int index = _division.WholeIndex(row);
                sums[index] += units;
                has[index] = true;
                if (shown.IsReconciled(row) && new Fraction(_division.Amount(row) * hundred, _division.Whole(row)).Round() != units)
                {
                    moved.Add(Name(_division.Groups?[_division.GroupOf(row)].Label, _division.Parts[_division.PartOf(row)].Label));
                }
            }
        }
        int wholes = has.Count(known => known);
        int[] off = [.. Enumerable.Range(0, sums.Length).Where(index => has[index] && sums[index] != hundred)];
        bool asked = _division.Study.Rounding.Reconcile;
        string all = NumberText.OfUnits(hundred, shown.Decimals);
        string text = (wholes, off.Length) switch
        {
            (0, _) => "there are no shares to add up",
            (_, 0) => $"shown shares add up to {all}{(wholes > 1 ? " in each whole" : "")}{MovedText(moved)}",
            (1, _) => $"shown shares add up to {NumberText.OfUnits(sums[off[0]], shown.Decimals)}",
            _ => $"shown shares add up to {NumberText.OfUnits(sums[off[0]], shown.Decimals)}"
                + $"{(off.Length == 1 ? " in one" : $" in the first of {off.Length}")} of {wholes} wholes, to {all} in the others",
        };
        // Each by itself is the rule, and no fault; it is one where the analyst asked for another.
        string why =
            off.Length == 0 ? ""
            : asked ? $", not to {all}: {WhyNot(off[0])}"
            : ": each is rounded by itself";
        Remedy? remedy = (off.Length > 0, asked) switch
        {
            (true, false) when off.Any(CanAddUp) => new Remedy("make them add up", study =>
                study with
                {
                    Rounding = study.Rounding with { Reconcile = true },
                }
            ),
            (_, true) => new Remedy("round each by itself", study => study with { Rounding = study.Rounding with { Reconcile = false } }),
            _ => null,
        };
        Add("shown-adds-up", !asked || off.Length == 0, text + why, remedy, moved);
    }

    /// <summary>Names at most three shares that were rounded the other way.</summary>
    private static string MovedText(List<string> moved) =>
        moved.Count == 0 ? "" : $"; {FirstThree(moved)} {(moved.Count == 1 ? "was" : "were")} rounded the other way for it";

    /// <summary>"a, b, c and 4 others".</summary>
    private static string FirstThree(IReadOnlyList<string> all) =>
        string.Join(", ", all.Take(3)) + (all.Count > 3 ? $" and {CountOf(all.Count - 3, "other", "others")}" : "");

    private bool CanAddUp(int whole) =>
        _division.SumIn(whole) == _division.WholeAt(whole) && _division.RowsIn(whole).All(row => _division.Amount(row).Sign >= 0);

    private string WhyNot(int whole) =>
        CanAddUp(whole) ? "equal amounts keep equal shares, and there are too few units for all of them"
        : _division.SumIn(whole) != _division.WholeAt(whole) ? $"the {_words.PartMany} don't make up the whole"
        : "an amount is negative";

    private void Tried()
    {
        if (_division.Study.Trials.Length == 0)
        {
            return;
        }
        static string Printed(Fraction amount) => NumberText.Rounded(amount, 4, trimZeros: true);
        List<string> told =
        [
            .. _division.Tried.Changed.Select(tried =>
                $"{Name(tried.Group, tried.Part)} {(tried.Was is { } was ? Printed(was) : "nothing")} → {Printed(tried.Is)}"
            ),
        ];
        string changed =
            told.Count == 0
                ? "no amount was changed"
                : "tried, not counted: "
                    + $"{string.Join(", ", told.Take(3))}{(told.Count > 3 ? $" and {CountOf(told.Count - 3, "other", "others")}" : "")}";
        IReadOnlyList<string> over = _division.Tried.PassedOver;
        string passed = over.Count == 0 ? "" : $"; passed over: {FirstThree(over)}";
        Add(
            "trial",
            false,
            changed + passed,
            new Remedy("count what was counted", study => study with { Trials = [] }),
            [.. told, .. over]
        );
    }

    private bool UsesBands => _division.Study.Parts is Axis.Bands || (_division.HasGroups && _division.Study.Groups is Axis.Bands);

    private void BandsCover()
    {
        if (UsesBands)
        {
            long outside = _division.Rows.Outside;
            Remedy? remedy =
                outside == 0
                    ? null
                    : new Remedy("let the bands cover every row", study =>
                        study with
                        {
                            Parts = Covering(study.Parts)!,
                            Groups = Covering(study.Groups),
                        }
                    );
            Add(
                "bands-cover",
                outside == 0,
                outside == 0 ? "the bands cover every row" : $"{CountOf(outside, "row is", "rows are")} outside the bands",
                remedy
            );
        }
    }

    private Axis? Covering(Axis? axis) =>
        axis is Axis.Bands bands && _division.Table.Source is null && _division.Table.Find(bands.Column) is { } column
            ? RoundBands.Cover(column.Numbers, bands)
            : axis;

    private void LeftOutAmounts()
    {
        if (_division.LeftOut.Count == 0)
        {
            return;
        }
        (string text, IReadOnlyList<string> names) = ListAmounts(
            _division.LeftOut.Select(left => (Name(left.Group, left.Part), left.Amount))
        );
        Add("left-out", false, $"left out as negative: {text}", null, names);
    }

    private static string Name(string? group, string part) => group is null ? part : $"{group}, {part}";

    private void NegativeParts()
    {
        var negatives = new List<(string, ExactInt)>();
        for (int row = 0; row < _division.RowCount; row++)
        {
            if (_division.Amount(row).Sign < 0)
            {
                negatives.Add(
                    (
                        Name(_division.Groups?[_division.GroupOf(row)].Label, _division.Parts[_division.PartOf(row)].Label),
                        _division.Amount(row)
                    )
                );
            }
        }
        if (negatives.Count == 0)
        {
            return;
        }
        (string text, IReadOnlyList<string> names) = ListAmounts(negatives);
        string what = CountOf(
            negatives.Count,
            _division.HasGroups ? "negative amount" : "negative part",
            _division.HasGroups ? "negative amounts" : "negative parts"
        );
        Add(
            "negative-parts",
            false,
            $"below zero: {text}",
            new Remedy($"leave out {what}", study => study with { Negatives = Negatives.LeaveOut }),
            names
        );
    }

    /// <summary>At most three by name, the largest first, then "and 147 others" with their sum.</summary>
    private (string Text, IReadOnlyList<string> Names) ListAmounts(IEnumerable<(string Name, ExactInt Amount)> amounts)
    {
        List<(string Name, ExactInt Amount)> sorted = [.. amounts.OrderByDescending(pair => pair.Amount.Abs())];
        var shown = sorted.Take(3).Select(pair => $"{pair.Name} {Text(pair.Amount)}").ToList();
        int others = sorted.Count - shown.Count;
        if (others > 0)
        {
            ExactInt sum = default;
            foreach ((_, ExactInt amount) in sorted.Skip(3))
            {
                sum += amount;
            }
            shown.Add($"and {CountOf(others, "other", "others")} {Text(sum)}");
        }
        return (string.Join(", ", shown), [.. sorted.Select(pair => $"{pair.Name} {Text(pair.Amount)}")]);
    }

    private void BlankLabels()
    {
        var found = new List<string>();
        int part = LabelEntries.BlankIn(_division.Parts);
        if (part >= 0 && _division.Study.Parts is Axis.Labels labels)
        {
            found.Add($"{CountedText(_division.PartTotal(part))} without a {_words.PartOne}");
        }
        int group = _division.Groups is null ? -1 : LabelEntries.BlankIn(_division.Groups);
        if (group >= 0)
        {
            found.Add($"{CountedText(_division.GroupTotal(group))} without a {_words.GroupOne}");
        }
        if (found.Count > 0)
        {
            string column = part >= 0 ? ((Axis.Labels)_division.Study.Parts).Column : ((Axis.Labels)_division.Study.Groups!).Column;
            Add(
                "blank-labels",
                false,
                string.Join("; ", found),
                new Remedy("take only filled rows", study => study with { Where = study.Where.Add(new Clause(column) { Blank = false }) })
            );
        }
    }

    private string CountedText(ExactInt units) => $"{Text(units)} {_words.Counted}";

    private void UnexpectedLabels()
    {
        var found = new List<(string, ExactInt)>();
        Amounts listed = _division.Listed;
        if (_division.Study.Parts is Axis.Labels { Expected.Length: > 0 })
        {
            found.AddRange(
                Enumerable
                    .Range(0, listed.Parts.Count)
                    .Where(part => !listed.Parts[part].Expected)
                    .Select(part => (listed.Parts[part].Label, listed.PartTotal(part)))
            );
        }
        if (listed.Groups is not null && _division.Study.Groups is Axis.Labels { Expected.Length: > 0 })
        {
            found.AddRange(
                Enumerable
                    .Range(0, listed.Groups.Count)
                    .Where(group => !listed.Groups[group].Expected)
                    .Select(group => (listed.Groups[group].Label, listed.GroupTotal(group)))
            );
        }
        if (found.Count > 0)
        {
            (string text, IReadOnlyList<string> names) = ListAmounts(found);
            Add("unexpected-labels", false, $"not expected: {text}", null, names);
        }
    }

    private void SimilarLabels()
    {
        var pairs = new List<string>();
        Collect(_division.Listed.Parts, _division.Study.Parts);
        if (_division.Listed.Groups is { } groups && _division.Study.Groups is { } axis)
        {
            Collect(groups, axis);
        }
        if (pairs.Count > 0)
        {
            string shown =
                string.Join(", ", pairs.Take(3)) + (pairs.Count > 3 ? $" and {CountOf(pairs.Count - 3, "other pair", "other pairs")}" : "");
            Add("look-alikes", false, $"may be one label in two spellings: {shown}", null, pairs);
        }

        void Collect(IReadOnlyList<Entry> entries, Axis from)
        {
            if (from is Axis.Labels)
            {
                IReadOnlyList<string> labels = LabelEntries.FilledLabels(entries);
                pairs.AddRange(LookAlikes.Find(labels).Select(pair => $"“{labels[pair.First]}” and “{labels[pair.Second]}”"));
            }
        }
    }

    private void AbsentPairs()
    {
        if (!_division.HasGroups || _own.Rows == RowKind.Parts)
        {
            return;
        }
        int absent = Enumerable.Range(0, _division.RowCount).Count(row => !_division.Has(row));
        if (absent > 0)
        {
            Add(
                "absent-pairs",
                false,
                $"{NumberText.Count(absent)} of {CountOf(_division.RowCount, "pair", "pairs")} of {_words.GroupOne} and "
                    + $"{_words.PartOne} have no row"
            );
        }
    }

    private void NotAdditive()
    {
        if (_division.DistinctInAll is { } all && _division.Study.Value is Measure.Distinct)
        {
            Add(
                "not-additive",
                false,
                $"{NumberText.Count(all)} {_words.Counted} in all; the {_words.PartMany} add up to "
                    + $"{Text(_division.Total)}, because one that is found in two {_words.PartMany} counts twice"
            );
        }
    }

    private void NotUsed()
    {
        Form form = _division.Study.Form.Form;
        var unused = new List<string>();
        if (_division.Study.Groups is not null && !_division.TakesGroups)
        {
            unused.Add("groups");
        }
        if (_division.Study.Fold is not null && !form.TakesFold)
        {
            unused.Add("fold");
        }
        if (_division.Study.Whole is not null && !form.UsesWhole(_division.Study))
        {
            unused.Add("whole");
        }
        if (unused.Count > 0)
        {
            string members = string.Join(" and ", unused);
            Add(
                "not-used",
                false,
                $"{form.Name} does not use the study's {members}",
                new Remedy($"drop the {members}", study =>
                    study with
                    {
                        Groups = unused.Contains("groups") ? null : study.Groups,
                        Fold = unused.Contains("fold") ? null : study.Fold,
                        Whole = unused.Contains("whole") ? null : study.Whole,
                    }
                )
            );
        }
    }
}
