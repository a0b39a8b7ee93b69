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

namespace OneWhole.Core.Forms.Bridge;

/// <summary>Floating bars: up to one whole, part by part, or from what was to what is, by how much each part rose or fell.</summary>
internal sealed class BridgeForm : Form<BridgeMembers>
{
    public override string Kind => "bridge";

    public override string Name => "Bridge";

    public override FormGuide Guide => BridgeGuide.Text;

    public override string AlsoCalled => "waterfall change variance steps floating";

    public override bool HasOwnColours => true;

    public override GroupUse Groups => GroupUse.Optional;

    public override int? GroupsWanted => 2;

    public override bool OrdersGroupsByShare => false;

    protected override ObjectShape<BridgeMembers> Members => BridgeMembers.Shape;

    protected override BridgeMembers Default => new();

    public override IReadOnlyList<FormShape> Shapes =>
        [
            new("bridge", "Bridge", study => study with { Form = Chosen(study) }, study => study.Form.Form == this && !IsSlope(study))
            {
                AlsoCalled = AlsoCalled,
            },
            new(
                "slope",
                "Slope",
                study => study with { Form = Chosen(study), Finish = study.Finish with { Slope = true } },
                study => study.Form.Form == this && IsSlope(study)
            )
            {
                AlsoCalled = "then and now before after shares line bump parallel change",
            },
        ];

    public override bool HasLabels(Study study) => !IsSlope(study) && base.HasLabels(study);

    public override IReadOnlyList<string> OwnLooks(Study study) => study.Finish.Slope ? [] : ["finish.axisFrom"];

    private static bool IsBetween(Study study) => study.Groups is not null || Of(study).Against is not null;

    public override bool UsesWhole(Study study) => !IsBetween(study);

    public override Order PartOrderOf(Study study) => IsBetween(study) ? new Order.By(ByChange) : Order.Largest;

    private const string ByChange = "change";

    public override IReadOnlyList<string> PartOrders(Study study) => IsBetween(study) ? [ByChange] : [];

    internal override Func<int, Fraction?>? PartKey(string name, Amounts amounts, int[]? groups) =>
        name != ByChange || groups is not { Length: 2 } ? null : part => new Fraction(amounts[groups[1], part] - amounts[groups[0], part]);

    internal override Against? BeforeOf(Study study)
    {
        if (Of(study).Against is { } against && study.Groups is not null)
        {
            throw new StudyException(
                "wrong-value",
                "form.against",
                "form.against goes with a study without groups, whose two wholes they are: leave groups out, or form.against."
            );
        }
        return Of(study).Against;
    }

    internal override string? VolumeOf(Study study)
    {
        if (Of(study).Volume is not { } volume || !IsBetween(study))
        {
            return null;
        }
        if (study.Value is not Measure.Sum || study.Parts is Axis.Columns || study.Groups is Axis.Columns)
        {
            throw new StudyException(
                "wrong-value",
                "form.volume",
                $"form.volume \"{volume}\" goes with the sum of one column: say value {{\"sum\": COLUMN}}, or leave form.volume out."
            );
        }
        return volume;
    }

    public override FormWorkings Compute(Division division)
    {
        if (!IsBetween(division.Study))
        {
            var columns = new StandardColumns(division);
            return new FormWorkings(BridgeColumns.BuildUp(division, columns), new BuildUp()) { Shown = columns.Shown };
        }
        NeedTwo(division);
        var bridge = BridgeWorkings.Of(division);
        return new FormWorkings(BridgeColumns.Between(division, new StandardColumns(division), bridge), bridge)
        {
            Rows = RowKind.Parts,
            AddReadings = bridge.AddTo,
            Prove = () => [.. Proofs(division, bridge)],
        };
    }

    /// <summary>What a bridge up to one whole has computed: nothing besides its columns.</summary>
    private sealed record BuildUp;

    /// <exception cref="StudyException">There are not two groups.</exception>
    private static void NeedTwo(Division division)
    {
        if (division.IsEmpty || division.GroupCount == 2)
        {
            return;
        }
        string listed = TwoSides.Listed(division.Groups!);
        string are = division.GroupCount == 1 ? "is" : "are";
        throw new StudyException(
            "needs-two-groups",
            "groups",
            $"Bridge needs exactly two groups, before and after; there {are} {division.GroupCount}: {listed}. Filter or "
                + "choose another column."
        );
    }

    private static IEnumerable<TieOutLine> Proofs(Division division, BridgeWorkings bridge)
    {
        StudyWords words = StudyWords.Of(division);
        string Text(Fraction value) => NumberText.Rounded(value, division.Scale, trimZeros: true);
        Fraction changes = bridge.Parts.Aggregate(Fraction.Zero, (sum, part) => sum + part.Change);
        bool ends = bridge.Before + changes == bridge.After;
        string text =
            $"{Text(bridge.Before)} before {(changes.Sign < 0 ? "−" : "+")} {Text(changes.Abs())} of all changes = "
            + $"{Text(bridge.After)} after";
        if (bridge.AllEffects is { } effects)
        {
            ends &= effects.Volume + effects.Mix + effects.Rate == changes;
            // Effects are quotients: they are told as finely as their arithmetic is.
            string Fine(Fraction value) => NumberText.Rounded(value, Math.Max(4, division.Scale), trimZeros: true);
            text += $"; volume {Fine(effects.Volume)}, mix {Fine(effects.Mix)} and rate {Fine(effects.Rate)} make up {Text(changes)}";
        }
        yield return new TieOutLine("bridge-ends", ends ? TieOutStatus.Ok : TieOutStatus.Fail, text);
        if (bridge.NewOrGone.Count > 0)
        {
            string[] named =
            [
                .. bridge.NewOrGone.Select(part => $"{part.Name} {(part.IsNew ? "is new" : "is gone")} ({Text(part.Amount)})"),
            ];
            Fraction others = bridge.NewOrGone.Skip(3).Aggregate(Fraction.Zero, (sum, part) => sum + part.Amount);
            string rest = named.Length > 3 ? $" and {named.Length - 3} {(named.Length == 4 ? "other" : "others")} ({Text(others)})" : "";
            string lacking = $"not in both: {string.Join(", ", named.Take(3))}{rest} of the {words.PartMany}";
            yield return new TieOutLine("new-or-gone", TieOutStatus.Warn, lacking) { Names = named };
        }
    }

    /// <summary>
    /// Two groups are before and after. Of more stretches of time the last two are; of other groups the bridge goes up to the whole of all
    /// of them.
    /// </summary>
    protected override Study Fit(Table table, Study study)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        if (study.Groups is Axis.Columns columns)
        {
            return columns.Names.Length < 2
                ? study with
                {
                    Groups = null,
                }
                : study with
                {
                    Groups = new Axis.Columns([.. columns.Names[^2..]]),
                };
        }
        if (study.Groups is Axis.Labels labels && table.Find(labels.Column) is { } column)
        {
            string[] left = [.. TableFit.LabelsLeft(study, column).Take(500)];
            return left.Length == 2 ? study
                : left.Length > 2 && NaturalOrder.IsOrderedSet(left) ? OfLastTwo(study, labels.Column, left)
                : study with { Groups = null };
        }
        // A wide table of stretches of time: its last two are before and after.
        return study is { Groups: null, Parts: Axis.Labels, Where: [] } && known is { Shape: TableShape.Wide, TogetherIsTime: true }
                ? study with
                {
                    Groups = new Axis.Columns([.. known.Side.Names[^2..]]),
                    GivenValue = null,
                }
            : study.Groups is null ? study
            : study with { Groups = null };
    }

    private static Study OfLastTwo(Study study, string column, string[] labels)
    {
        IEnumerable<Entry> sorted = NaturalOrder.Sort([.. labels.Select((label, at) => new Entry(label, EntryKind.Label, at))]);
        var clause = new Clause(column) { Is = [.. sorted.TakeLast(2).Select(entry => entry.Label)] };
        return study with { Where = study.Where.Add(clause), Order = study.Order with { Groups = Order.Natural } };
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings)
    {
        BridgeMembers members = Of(study);
        if (!IsBetween(study))
        {
            yield return new Phrase("bridge", [new Token(", one standing on the other up to the whole")]);
            yield break;
        }
        if (workings is { Division: { IsEmpty: false } division })
        {
            (string before, string after) = BridgeColumns.Names(division);
            var bridge = (BridgeWorkings)workings.Computed;
            string Amount(Fraction value) => NumberText.Rounded(value, division.Scale, trimZeros: true);
            var said = new Token($": from {before} to {after}, {Amount(bridge.Before)} became {Amount(bridge.After)}");
            yield return new Phrase("bridge", [said]) { Drop = members.Against is null ? null : "form.against" };
        }
        if (members.Volume is not null)
        {
            yield return new Phrase(
                "steps",
                [
                    new Token(", "),
                    Token.Choice(
                        "form.steps",
                        "What are the steps?",
                        ("part by part", "parts", members.Steps == BridgeSteps.Parts, "how much each rose or fell"),
                        (
                            "by volume, mix and rate",
                            "effects",
                            members.Steps == BridgeSteps.Effects,
                            "how much comes from more, from other ones, and from other rates"
                        )
                    ),
                ]
            )
            {
                Drop = "form.volume",
            };
        }
    }

    public override IEnumerable<Offer> Offers(Study study, Table table)
    {
        BridgeMembers members = Of(study);
        if (study.Groups is null && members.Against is null)
        {
            foreach (Clause clause in study.Where)
            {
                if (clause.Is is [var now] && table.Find(clause.Column) is { Info.Type: ColumnType.Category } column)
                {
                    foreach (string label in column.Labels.Labels.Where(label => label != now && label != Label.Blank).Take(MostOffers))
                    {
                        yield return new Offer(
                            $"from {label} to {now}",
                            "what rose and what fell",
                            "form.against",
                            new JsonObject
                            {
                                ["where"] = new JsonArray([
                                    .. study.Where.Replace(clause, clause with { Is = [label] }).Select(StudyFormat.WriteClause),
                                ]),
                                ["label"] = label,
                            }
                        );
                    }
                }
            }
        }
        if (IsBetween(study) && members.Volume is null && study.Value is Measure.Sum sum && study.Parts is not Axis.Columns)
        {
            foreach (KnownColumn column in Likely.Amounts(table).Where(column => column.Name != sum.Column).Take(MostOffers))
            {
                yield return new Offer(
                    $"volume, mix and rate by {column.Name}",
                    "how much of the change comes from more of them, and from more for each",
                    "form.volume",
                    column.Name
                );
            }
        }
    }

    private const int MostOffers = 6;

    public override string? SecondTable(Study study) => Of(study).Against?.Table;

    public override Offer? OfferOf(Study study, string secondTable) =>
        study.Groups is not null || Of(study).Against is not null
            ? null
            : new(
                $"from the table {secondTable}",
                "what rose and what fell since",
                "form.against",
                new JsonObject { ["table"] = secondTable, ["label"] = secondTable }
            );

    public override string? Verdict(WorkingsResult workings)
    {
        if (workings.Computed is not BridgeWorkings bridge || workings.Division.IsEmpty)
        {
            return null;
        }
        Division division = workings.Division;
        int decimals = division.Study.Rounding.Decimals;
        string Amount(Fraction value) => NumberText.Rounded(value, division.Scale, trimZeros: true);
        (string Name, Fraction Change)[] named =
        [
            .. from pair in bridge.Parts.Zip(division.Parts)
            where pair.Second.Kind != EntryKind.Folded
            orderby pair.First.Change
            select (pair.Second.Label, pair.First.Change),
        ];
        var said = new List<string>();
        if (named.LastOrDefault() is { Change.Sign: > 0 } rise)
        {
            said.Add($"{rise.Name} rose most, by {Amount(rise.Change)}");
        }
        if (named.FirstOrDefault() is { Change.Sign: < 0 } fall)
        {
            said.Add($"{fall.Name} fell most, by {Amount(fall.Change.Abs())}");
        }
        // What one part brought is a share of the whole change, where it went that way and no further.
        Fraction change = bridge.After - bridge.Before;
        if (
            change.Sign != 0
            && named.Length > 1
            && (change.Sign > 0 ? named[^1] : named[0]) is var first
            && first.Change.Sign == change.Sign
            && first.Change.Abs() <= change.Abs()
        )
        {
            said.Add(
                $"{first.Name} brought {NumberText.Percent(first.Change / change, decimals)} of the {(change.Sign > 0 ? "rise" : "fall")}"
            );
        }
        if (bridge.Shift is { } shift)
        {
            said.Add($"{NumberText.Percent(shift, decimals)} of the whole changed hands");
        }
        return (said.Count == 0 ? null : string.Join("; ", said) + ".") is var words && bridge.AgainstItsParts(division) is { } paradox
            ? $"{words} {paradox}".Trim()
            : words;
    }

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        return division.IsEmpty ? Unsuitable.Nothing
            : IsSlope(division.Study) && !IsBetween(division.Study)
                ? new Unsuitable("has one whole; a slope needs a before and an after", null)
            : IsSlope(division.Study) && ((BridgeWorkings)workings.Computed).Shift is null
                ? new Unsuitable("a whole is 0, or an amount is below zero: there are no shares to compare", null)
            : division.PartCount > MostBars
                ? new Unsuitable($"{division.PartCount} steps: too many to be followed", TooMany.FoldPastEighth(division))
            : null;
    }

    private const int MostBars = 30;

    public override bool RefusesToDraw(WorkingsResult workings) =>
        workings.RowCount > 500
        || (IsSlope(workings.Division.Study) && !workings.Division.IsEmpty && (workings.Computed as BridgeWorkings)?.Shift is null);

    private static bool IsSlope(Study study) => study.Finish.Slope;

    public override IReadOnlyList<KeyEntry> Key(WorkingsResult workings) =>
        workings.Computed is BridgeWorkings && !IsSlope(workings.Division.Study)
            ? [new(FigureWords.Of("rise"), BridgeLayout.Rise), new(FigureWords.Of("fall"), BridgeLayout.Fall) { IsOutlined = true }]
            : [];

    public override Domains Domains(WorkingsResult workings) =>
        IsSlope(workings.Division.Study) && workings.Computed is BridgeWorkings
            ? SlopeLayout.DomainsOf(workings)
            : BridgeLayout.DomainsOf(workings);

    protected override NativeChart? ChartOf(WorkingsResult workings) => IsSlope(workings.Division.Study) ? null : BridgeChart.Of(workings);

    public override IReadOnlyList<ChangeOffer> WhatChanged(Table table, Study study, IEnumerable<string> otherTables) =>
        Bridge.WhatChanged.Of(table, study, otherTables);

    public override string? SaidOfAxis(WorkingsResult workings) =>
        workings.Division.Study.Finish.AxisFrom is not { } from || IsSlope(workings.Division.Study) || workings.Division.IsEmpty ? null
        : BridgeLayout.BeginOf(workings) is null ? FigureWords.Of("axisOver", ("number", NumberText.Exact(from)))
        : FigureWords.Of("axisBegins", ("number", NumberText.Exact(from)));

    public override bool NamesPartsAlong(Study study) => true;

    /// <summary>Bars of effects stand for no part.</summary>
    public override bool NamesParts(Study study) => Of(study).Steps == BridgeSteps.Parts;

    public override bool HasValueAxis(WorkingsResult workings) => !IsSlope(workings.Division.Study);

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure)
    {
        if (IsSlope(workings.Division.Study))
        {
            new SlopeLayout(workings, figure).Draw(domains);
            return;
        }
        new BridgeLayout(workings, domains, figure).Draw();
    }
}
