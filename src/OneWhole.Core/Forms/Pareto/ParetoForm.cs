using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>
/// Bars by size and the running share over them, with cuts; or, along position, the concentration curve
/// (Lorenz, 1905, with the largest first).
/// </summary>
internal sealed class ParetoForm : Form<ParetoMembers>
{
    public override string Kind => "pareto";

    public override string Name => "Pareto";

    public override FormGuide Guide => ParetoGuide.Text;

    public override bool HasOwnColours => true;

    protected override ObjectShape<ParetoMembers> Members => ParetoMembers.Shape;

    protected override ParetoMembers Default => new();

    public override bool OrdersByAmount => true;

    /// <summary>What is counted by what: the likeliest amount by the likeliest parts, then another amount, then other parts.</summary>
    public override IEnumerable<Proposal> Propose(Table table)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        KnownColumn[] parts = [.. Likely.Parts(table)];
        Measure[] amounts = [.. Likely.Amounts(table).Select(amount => new Measure.Sum(amount.Name))];
        if (known.Shape == TableShape.Wide && (parts.Length == 0 || table.RowCount == 1))
        {
            yield return new Proposal(Begin(table, known.Side), 10);
            yield break;
        }
        if (parts.Length == 0)
        {
            // Nothing but numbers: they are cut into bands.
            if (Likely.Amounts(table).FirstOrDefault() is { } only && RoundBands.Suggest(only.Column.Numbers) is var (start, width))
            {
                yield return new Proposal(
                    Begin(table, new Axis.Bands(only.Name, start, width, null)) with
                    {
                        Order = new Ordering { Parts = Order.Natural },
                    },
                    10
                );
            }
            yield break;
        }
        var first = new Axis.Labels(parts[0].Name, []);
        yield return new Proposal(Begin(table, first, null, amounts.FirstOrDefault()), 10);
        if (amounts.Length > 1)
        {
            yield return new Proposal(Begin(table, first, null, amounts[1]), 8);
        }
        if (parts.Length > 1)
        {
            yield return new Proposal(Begin(table, new Axis.Labels(parts[1].Name, []), null, amounts.FirstOrDefault()), 7);
        }
    }

    public override IReadOnlyList<FormShape> Shapes =>
        [
            new(
                "bars",
                "Pareto",
                study => With(study, members => members with { Along = ParetoAlong.Parts }),
                study => Is(study, members => members.Along == ParetoAlong.Parts)
            )
            {
                AlsoCalled = "80/20 abc cumulative running",
            },
            new(
                "curve",
                "Concentration",
                study => With(study, members => members with { Along = ParetoAlong.Position }),
                study => Is(study, members => members.Along == ParetoAlong.Position)
            )
            {
                AlsoCalled = "lorenz gini inequality cumulative",
            },
        ];

    public override FormWorkings Compute(Division division)
    {
        ParetoMembers members = Of(division.Study);
        var columns = new StandardColumns(division);
        var running = RunningTotals.Of(division);
        var readings = new ParetoReadings(division, running, members);
        return new FormWorkings(
            [
                columns.Part(),
                columns.Value(),
                columns.Rank(),
                columns.Share(),
                columns.ShownShare(),
                columns.Running(running),
                columns.RunningShare(running),
                columns.Position() with
                {
                    OnScreen = members.Along == ParetoAlong.Position,
                },
                ClassColumn(division, running, members),
            ],
            readings
        )
        {
            Shown = columns.Shown,
            AddReadings = (all, _) => readings.AddTo(all),
            Prove = () => columns.Ties() is { } ties ? [RunningEnds(division, running), ties] : [RunningEnds(division, running)],
        };
    }

    /// <summary>Where a class ends: at a share, and so at an amount of the only whole, in units so small that it is whole.</summary>
    private sealed class ClassLimit(Fraction share, ExactInt whole)
    {
        public Fraction Share => share;

        public ExactInt Amount { get; } = share.Dividend * whole;
    }

    private static WorkingColumn ClassColumn(Division division, RunningTotals running, ParetoMembers members)
    {
        bool crossingIn = members.Crossing == ParetoCrossing.In;
        // With one whole a limit is an amount: no fraction is made for each row.
        ExactInt only = division.WholeCount == 1 ? division.WholeAt(0) : ExactInt.Zero;
        var limits = new List<ClassLimit>();
        foreach (ExactDecimal limit in members.Limits)
        {
            limits.Add(new ClassLimit(limit.ToFraction(), only));
        }
        int IndexOf(ExactInt sum, ExactInt whole)
        {
            if (only.Sign > 0)
            {
                return limits.FindIndex(limit =>
                    (sum * limit.Share.Divisor).CompareTo(limit.Amount) is var over && (crossingIn ? over < 0 : over <= 0)
                );
            }
            var share = new Fraction(sum, whole);
            return limits.FindIndex(limit => crossingIn ? share < limit.Share : share <= limit.Share);
        }
        return WorkingColumn.OfText("class", "class", new Rule.ClassOf("runningShare", members.Limits, crossingIn), row =>
        {
            ExactInt whole = division.Whole(row);
            if (whole.IsZero || row >= running.Listed)
            {
                return null;
            }
            return IndexOf(crossingIn ? running.Before(row) : running.At(row), whole) switch
            {
                0 => "A",
                1 => "B",
                _ => limits.Count == 1 ? "B" : "C",
            };
        });
    }

    private static TieOutLine RunningEnds(Division division, RunningTotals running)
    {
        ExactInt whole = division.IsEmpty ? ExactInt.Zero : division.WholeAt(0);
        if (whole.IsZero)
        {
            return new TieOutLine("running-ends", TieOutStatus.Warn, "the whole is 0: there is no running share");
        }
        ExactInt last = running.Untied(running.Count - 1);
        string reached = NumberText.Percent(new Fraction(last, whole), division.Study.Rounding.Decimals);
        if (last != whole)
        {
            return new TieOutLine(
                "running-ends",
                TieOutStatus.Warn,
                $"the running share ends at {reached}, because the parts do not make up the whole"
            );
        }
        ExactInt furthest = ExactInt.Zero;
        for (int row = 0; row < running.Count; row++)
        {
            ExactInt upright = whole.Sign < 0 ? -running.Untied(row) : running.Untied(row);
            furthest = upright > furthest ? upright : furthest;
        }
        var most = new Fraction(furthest, whole.Abs());
        string bend =
            most > Fraction.One
                ? $", after {NumberText.Percent(most, division.Study.Rounding.Decimals)} on the way: a part is negative"
                : "";
        return new TieOutLine("running-ends", TieOutStatus.Ok, $"the running share ends at {reached}{bend}");
    }

    /// <summary>"4 of 9 causes make 80 %", and what goes with it.</summary>
    internal static (string Words, string More) ReadingWords(CutReading reading, ParetoReadings readings, StudyWords words, int decimals)
    {
        int count = readings.Count;
        if (reading.Cut.Share is { } share)
        {
            string q = NumberText.PlainPercent(share);
            if (reading.PartsNeeded is not { } needed)
            {
                return (FigureWords.Of("neverReached", ("share", q)), "");
            }
            string reached = NumberText.Percent(readings.ShareAfter((int)needed), decimals);
            return (
                FigureWords.Counted(
                    "makes",
                    (long)needed,
                    ("needed", NumberText.Count(needed)),
                    ("parts", words.Parts(count)),
                    ("share", q)
                ),
                FigureWords.Counted(
                    "withThem",
                    (long)needed,
                    ("position", NumberText.Percent(reading.PositionNeeded, 0)),
                    ("parts", words.PartMany),
                    ("reached", reached)
                ) + AmongFolded(needed, readings)
            );
        }
        if (reading.Cut.Position is { } position)
        {
            return (
                FigureWords.Of(
                    "hold",
                    ("position", NumberText.PlainPercent(position)),
                    ("parts", words.PartMany),
                    ("reached", NumberText.Percent(reading.ShareReached, decimals))
                ),
                ""
            );
        }
        long first = Math.Min(reading.Cut.Count!.Value, count);
        return (
            FigureWords.Counted(
                "firstHold",
                first,
                ("count", NumberText.Count(first)),
                ("reached", NumberText.Percent(reading.ShareReached, decimals))
            ),
            AmongFolded(first, readings).TrimStart(';', ' ')
        );
    }

    /// <summary>"; 3 of them among the 37 folded": where a cut falls among parts that are drawn as one.</summary>
    private static string AmongFolded(long parts, ParetoReadings readings)
    {
        long folded = parts - readings.Running.Listed;
        return folded <= 0
            ? ""
            : "; "
                + FigureWords.Counted(
                    "amongFolded",
                    parts,
                    ("count", NumberText.Count(folded)),
                    ("folded", NumberText.Count(readings.Count - readings.Running.Listed))
                );
    }

    public override IEnumerable<NamedReading> Named(WorkingsResult workings)
    {
        var readings = (ParetoReadings)workings.Computed;
        StudyWords words = StudyWords.Of(workings.Division);
        foreach ((int at, CutReading cut) in readings.Cuts.Index())
        {
            (string said, string more) = ReadingWords(cut, readings, words, workings.Division.Study.Rounding.Decimals);
            yield return new NamedReading($"cut-{at + 1}", said);
            if (more.Length > 0)
            {
                yield return new NamedReading($"cut-{at + 1}-more", more);
            }
        }
    }

    public override IReadOnlyList<(int Count, Fraction Share)> Goals(WorkingsResult workings) =>
        [
            .. ((ParetoReadings)workings.Computed)
                .Cuts.Where(cut => cut is { Cut.Share: not null, PartsNeeded: > 1 })
                .Select(cut => ((int)cut.PartsNeeded! - 1, cut.Cut.Share!.Value.ToFraction())),
        ];

    /// <summary>With fewer parts a fifth of them is less than one.</summary>
    private const int FewestForVerdict = 5;

    public override string? Verdict(WorkingsResult workings)
    {
        var readings = (ParetoReadings)workings.Computed;
        if (readings.Count < FewestForVerdict || readings.HasNegative || readings.ShareAt(new Fraction(1L, 5L)) is not { } fifth)
        {
            return null;
        }
        StudyWords words = StudyWords.Of(workings.Division);
        int decimals = workings.Division.Study.Rounding.Decimals;
        var four = new Fraction(4L, 5L);
        string hold = $"the first {NumberText.InPercent("20")} of the {words.PartMany} hold {NumberText.Percent(fifth, decimals)}";
        string verdict;
        if (readings.PartsToReach(new ExactDecimal(8, 1)) is { } needed)
        {
            var point = new Fraction(1L, 100L);
            var position = new Fraction((long)needed, (long)readings.Count);
            bool holds = (fifth - four).Abs() <= point && (position - new Fraction(1L, 5L)).Abs() <= point;
            string take =
                $"{NumberText.InPercent("80")} {(needed == 1 ? "takes" : "take")} {NumberText.Count(needed)} of "
                + $"{words.Parts(readings.Count)} ({NumberText.Percent(position, decimals)})";
            verdict = $"80/20 {(holds ? "holds" : "does not hold")}: {hold}, and {take}";
        }
        else
        {
            verdict = $"80/20 does not hold: {hold}, and {NumberText.InPercent("80")} are never reached";
        }
        if (readings.Balance is { } balance)
        {
            verdict +=
                "; the curve balances at "
                + $"{NumberText.Rounded(balance.Share * 100, 0)}\u00a0/\u00a0{NumberText.Rounded(balance.Position * 100, 0)}";
        }
        return verdict + ".";
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings)
    {
        ParetoMembers members = Of(study);
        StudyWords? words = workings is null ? null : StudyWords.Of(workings.Division);
        string parts = words?.PartMany ?? "parts";
        for (int i = 0; i < members.Cuts.Length; i++)
        {
            Cut cut = members.Cuts[i];
            string path = $"form.cuts[{i}]";
            string start =
                i == 0 ? ", with a cut "
                : i == members.Cuts.Length - 1 ? " and "
                : ", ";
            (string before, Token token, string after) = cut switch
            {
                { Share: { } share } => (
                    $"where they reach ",
                    Number($"{path}.share", NumberText.PlainPercent(share), "percent", share.ToString(), "Where is the cut?"),
                    ""
                ),
                { Position: { } position } => (
                    "after the first ",
                    Number(
                        $"{path}.position",
                        NumberText.PlainPercent(position),
                        "percent",
                        position.ToString(),
                        "After which share of the parts?"
                    ),
                    $" of the {parts}"
                ),
                _ => (
                    "after the first ",
                    Number(
                        $"{path}.count",
                        NumberText.Count(cut.Count!.Value),
                        "number",
                        cut.Count.Value.ToString(System.Globalization.CultureInfo.InvariantCulture),
                        "After how many?"
                    ),
                    ""
                ),
            };
            yield return new Phrase($"cut-{i}", [new Token(start + before), token, new Token(after)]) { Drop = path };
        }
        if (!members.Limits.SequenceEqual(Default.Limits) || members.Crossing == ParetoCrossing.Out)
        {
            yield return ClassWords(members);
        }
        if (study.Running.Ties == Ties.Together)
        {
            yield return new Phrase("ties", [new Token(", equal amounts in one step")]) { Drop = "running.ties" };
        }
    }

    /// <summary>", class A to 70 %, B to 90 %": where the classes are not the standard ones.</summary>
    private static Phrase ClassWords(ParetoMembers members)
    {
        Token Limit(int i) =>
            Number(
                $"form.limits[{i}]",
                NumberText.PlainPercent(members.Limits[i]),
                "percent",
                members.Limits[i].ToString(),
                $"Where does class {(i == 0 ? "A" : "B")} end?"
            );
        Token[] limits =
            members.Limits.Length == 1 ? [new(", class A to "), Limit(0)] : [new(", class A to "), Limit(0), new(", B to "), Limit(1)];
        Token[] crossing =
            members.Crossing == ParetoCrossing.In
                ? []
                :
                [
                    new(", "),
                    Token.Choice(
                        "form.crossing",
                        "Where does the part belong that carries the running share across a limit?",
                        ("a part that crosses a limit outside", "out", true, "class A then stays below its limit"),
                        ("a part that crosses a limit inside", "in", false, "class A then reaches its limit")
                    ),
                ];
        return new Phrase("classes", [.. limits, .. crossing])
        {
            Drop = members.Crossing == ParetoCrossing.In ? "form.limits" : "form.crossing",
        };
    }

    private static Token Number(string path, string text, string control, string value, string ask) =>
        new(text)
        {
            Path = path,
            Control = control,
            Ask = ask,
            Value = JsonNode.Parse(value),
        };

    public override JsonObject Beginning =>
        new() { ["kind"] = Kind, ["cuts"] = new JsonArray(new JsonObject { ["share"] = 0.8 }, new JsonObject { ["position"] = 0.2 }) };

    public override IEnumerable<Offer> Offers(Study study, Tables.Table table)
    {
        ImmutableArray<Cut> cuts = Of(study).Cuts;
        // A study that has the standard cut does not say so: with another one, both are written.
        JsonNode With(string member, double value)
        {
            var list = new JsonArray([.. cuts.Select(cut => Cut.Shape.Write(cut))]);
            list.Add(new JsonObject { [member] = value });
            return list;
        }
        yield return new Offer("a cut at a share", "how many parts reach 80 %", "form.cuts", With("share", 0.8));
        yield return new Offer("a cut along the parts", "what the first 20 % of them hold", "form.cuts", With("position", 0.2));
        yield return new Offer("a cut by count", "what the first 5 hold", "form.cuts", With("count", 5));
        if (Of(study).Limits.SequenceEqual(Default.Limits))
        {
            yield return new Offer(
                "classes with other limits",
                "class A to 70 %, B to 90 %, each to be changed",
                "form.limits",
                new JsonArray(0.7, 0.9)
            );
        }
        if (study.Running.Ties == Ties.Each)
        {
            yield return new Offer(
                "equal amounts in one step",
                "neighbours of equal amount share one running total and one class",
                "running.ties",
                "together"
            );
        }
    }

    public override IReadOnlyList<string> OwnLooks(Study study) =>
        ["running.ties", "finish.classColours", "finish.curveNumbers", "finish.curveName"];

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.WholeAt(0).IsZero)
        {
            return new Unsuitable("the whole is 0", null);
        }
        return division.CountedParts < 3
            ? new Unsuitable(
                $"{division.CountedParts} {(division.CountedParts == 1 ? "part has" : "parts have")} no curve to speak of",
                null
            )
            : null;
    }

    public override IReadOnlyList<KeyEntry> Key(WorkingsResult workings)
    {
        ParetoMembers members = Of(workings.Division.Study);
        string First(int i) => NumberText.PlainPercent(members.Limits[i]);
        Finish finish = workings.Division.Study.Finish;
        if (!finish.ClassColours)
        {
            return [];
        }
        string Shade(string ink) => Ink.In(finish.Palette, ink);
        const double apart = 0.01;
        Edit Limit(int i) =>
            new($"form.limits[{i}]", "drag-x")
            {
                Least = i == 0 ? apart : members.Limits[0].ToDouble() + apart,
                Most = i + 1 < members.Limits.Length ? members.Limits[i + 1].ToDouble() - apart : 1 - apart,
                Value = members.Limits[i].ToDouble(),
                Name = $"where class {(i == 0 ? "A" : "B")} ends",
            };
        return members.Limits.Length == 1
            ?
            [
                new(FigureWords.Of("upTo", ("class", "A"), ("limit", First(0))), Shade(Ink.ClassA)) { Limit = Limit(0) },
                new(FigureWords.Of("theRest", ("class", "B")), Shade(Ink.ClassB)),
            ]
            :
            [
                new(FigureWords.Of("upTo", ("class", "A"), ("limit", First(0))), Shade(Ink.ClassA)) { Limit = Limit(0) },
                new(FigureWords.Of("upTo", ("class", "B"), ("limit", First(1))), Shade(Ink.ClassB)) { Limit = Limit(1) },
                new(FigureWords.Of("theRest", ("class", "C")), Ink.ClassC),
            ];
    }

    public override Domains Domains(WorkingsResult workings) => ParetoLayout.DomainsOf(workings, Of(workings.Division.Study));

    protected override NativeChart? ChartOf(WorkingsResult workings) => ParetoChart.Of(workings, Of(workings.Division.Study));

    public override bool HasLabels(Study study) => base.HasLabels(study) && Of(study).Along == ParetoAlong.Parts;

    /// <summary>Along the share of the parts there is no place for each.</summary>
    public override bool NamesParts(Study study) => Of(study).Along == ParetoAlong.Parts;

    public override bool HasValueAxis(WorkingsResult workings) => true;

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new ParetoLayout(workings, Of(workings.Division.Study), domains, figure).Draw();
}
