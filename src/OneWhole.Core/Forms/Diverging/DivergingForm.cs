using System.Text.Json.Nodes;
using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Diverging;

/// <summary>What the diverging layout wants to find again.</summary>
internal sealed record DivergingComputed(
    Levels Levels,
    IReadOnlyList<SideLengths> Groups,
    Fraction LongestLeft,
    Fraction LongestHigh,
    DivergingEnds Ends
);

/// <summary>Ordered levels around zero: low ones to the left, high ones to the right, neutral ones between.</summary>
internal sealed class DivergingForm : Form<DivergingMembers>
{
    public override string Kind => "diverging";

    public override string Name => "Diverging";

    public override FormGuide Guide => DivergingGuide.Text;

    public override string AlsoCalled => "likert survey agree opinion net scale";

    public override bool HasOwnColours => true;

    public override GroupUse Groups => GroupUse.Optional;

    public override bool TakesFold => false;

    public override WholeOf DefaultWhole => WholeOf.Group;

    public override Order PartOrder => Order.Natural;

    /// <summary>Levels that have an order as the parts, and what was divided before as the groups.</summary>
    protected override Study Fit(Tables.Table table, Study study)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        if (known.Shape == Tables.TableShape.Wide && study.Groups is null)
        {
            return TableFit.WithGroups(table, study, columnsAreParts: true);
        }
        if (study.Parts is Axis.Columns || (study.Parts is Axis.Labels labels && table.Find(labels.Column) is { } now && IsLevels(now)))
        {
            return base.Fit(table, study);
        }
        return table.Columns.FirstOrDefault(column => column.Name != (study.Groups as Axis.Labels)?.Column && IsLevels(column)) is { } found
            ? study with
            {
                Parts = new Axis.Labels(found.Name, []),
                Groups = study.Groups ?? study.Parts,
                Order = new Ordering(),
            }
            : base.Fit(table, study);
    }

    private static bool IsLevels(Tables.Column column) =>
        column.Info.Type == Tables.ColumnType.Category
        && column.Labels.Labels.Count is >= 2 and <= 15
        && NaturalOrder.AreLevels(column.Labels.Labels);

    /// <summary>Levels side by side, or in a column of a long table within other labels.</summary>
    public override IEnumerable<Proposal> Propose(Tables.Table table)
    {
        const int fewestLevels = 4,
            mostGroups = 24;
        TableKnowledge known = TableKnowledge.Of(table);
        if (known.Shape == Tables.TableShape.Wide)
        {
            if (NaturalOrder.AreLevels(known.Side.Names) && known.Labels.MaxBy(column => column.Labels) is { } items)
            {
                yield return new Proposal(Begin(table, known.Side, new Axis.Labels(items.Name, [])), 14);
            }
            yield break;
        }
        KnownColumn? levels = known.Labels.FirstOrDefault(column => IsLevels(column.Column) && column.Labels >= fewestLevels);
        if (levels is not null && Likely.Parts(table).FirstOrDefault(column => column != levels && column.Labels <= mostGroups) is { } by)
        {
            yield return new Proposal(
                Begin(table, new Axis.Labels(levels.Name, []), new Axis.Labels(by.Name, []), Likely.Counted(table)),
                9
            );
        }
    }

    public override IReadOnlyList<string> GroupOrders => ["net", "low", "high"];

    protected override ObjectShape<DivergingMembers> Members => DivergingMembers.Shape;

    protected override DivergingMembers Default => new();

    internal override Func<int, Fraction?>? GroupKey(string name, Study study, Amounts amounts)
    {
        if (!GroupOrders.Contains(name))
        {
            return null;
        }
        DivergingMembers members = Of(study);
        int[] parts = Orders.OfParts(amounts, study.Order.Parts ?? PartOrder, reverse: false);
        Levels levels = Levels.Of(
            parts,
            amounts.Parts.Count,
            part => amounts.Parts[part].Label,
            part => amounts.Parts[part].IsBlank,
            members
        );
        return group =>
        {
            SideLengths lengths = SideLengths.Of(
                levels,
                members.Length == LengthUnit.Share ? amounts.GroupTotal(group) : null,
                part => amounts[group, part],
                Fraction.One
            );
            return name switch
            {
                "low" => lengths.Low,
                "high" => lengths.High,
                _ => lengths.Net,
            };
        };
    }

    public override FormWorkings Compute(Division division)
    {
        DivergingMembers members = Of(division.Study);
        var columns = new StandardColumns(division);
        Levels levels = Levels.Of(division);
        bool share = members.Length == LengthUnit.Share;
        int groups = division.IsEmpty ? 0 : division.GroupCount;
        var unit = division.Value(ExactInt.One);
        SideLengths[] lengths =
        [
            .. Enumerable
                .Range(0, groups)
                .Select(group =>
                    SideLengths.Of(levels, share ? division.GroupTotal(group) : null, part => division.Amount(group, part), unit)
                ),
        ];
        Fraction left = Fraction.Zero,
            high = Fraction.Zero;
        foreach (SideLengths side in lengths)
        {
            left = Fraction.Max(left, side.Left(members.Neutral));
            high = Fraction.Max(high, side.High ?? Fraction.Zero);
        }
        var ends = new DivergingEnds(division, members, levels, lengths, high);
        ColumnUnit columnUnit = share ? ColumnUnit.Share : ColumnUnit.Amount;
        TieOutLine[] span = division.HasGroups
            ? [new TieOutLine("rows-span", TieOutStatus.Ok, $"all {groups} rows begin in one line, spacers included")]
            : [];
        return new FormWorkings(
            [
                .. columns.GroupAndPart(),
                WorkingColumn.OfText("side", "side", new Rule.Given("low, neutral or high, by the order of the levels or as given"), row =>
                    levels.Of(division.PartOf(row)) switch
                    {
                        Side.Low => "low",
                        Side.Neutral => "neutral",
                        Side.High => "high",
                        _ => null,
                    }
                ),
                columns.Value(),
                columns.Share(),
                columns.ShownShare(),
                WorkingColumn.OfNumber("base", "base", columnUnit, ends.BaseRule, row => ends[row].Base) with
                {
                    Quiet = true,
                },
                WorkingColumn.OfNumber("top", "top", columnUnit, ends.TopRule, row => ends[row].Top) with
                {
                    Quiet = true,
                },
            ],
            new DivergingComputed(levels, lengths, left, high, ends)
        )
        {
            Shown = columns.Shown,
            AddReadings = (all, byGroup) => AddReadings(division, members, lengths, left, all, byGroup),
            Prove = () => span,
        };
    }

    private static void AddReadings(
        Division division,
        DivergingMembers members,
        SideLengths[] lengths,
        Fraction longest,
        JsonObject all,
        List<JsonObject>? groups
    )
    {
        void Add(JsonObject to, SideLengths? side)
        {
            to["low"] = side?.Low?.ToDouble();
            to["neutral"] = side?.Neutral?.ToDouble();
            to["high"] = side?.High?.ToDouble();
            to["net"] = side?.Net?.ToDouble();
            to["spacerBefore"] = side is { } known ? (longest - known.Left(members.Neutral)).ToDouble() : null;
        }
        if (!division.HasGroups)
        {
            Add(all, lengths.Length > 0 ? lengths[0] : null);
        }
        for (int group = 0; group < (groups?.Count ?? 0); group++)
        {
            Add(groups![group], lengths[group]);
        }
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings)
    {
        DivergingMembers members = Of(study);
        if (workings is { Division.IsEmpty: false })
        {
            Division division = workings.Division;
            Levels levels = ((DivergingComputed)workings.Computed).Levels;
            string Names(IEnumerable<int> parts) =>
                string.Join(", ", parts.Select(part => division.Parts[part].Label)) is { Length: > 0 } names ? names : "nothing";
            bool known = Knows(division);
            var order = new Token(known ? "put in order" : "whose order is to be given")
            {
                Path = "levels",
                Control = "levels",
                Aside = known,
                Ask = "In which order do the levels stand, and which are low, neutral and high?",
                Value = LevelsOf(division, levels),
            };
            yield return new Phrase(
                "levels",
                [
                    .. known
                        ? [new Token($", {Names(levels.Lows.Reverse())} to the left and {Names(levels.Highs)} to the right"), order]
                        : (Token[])[new Token(", levels "), order],
                    new Token("levels on each side")
                    {
                        Path = "form.sides",
                        Control = "options",
                        Aside = true,
                        Ask = "Which side is a level on?",
                        Options = () => SideOptions(division, levels),
                    },
                ]
            );
        }
        // Where no level is neutral, nothing is said of where it would stand.
        bool neutral = workings is not { Division.IsEmpty: false } || ((DivergingComputed)workings.Computed).Levels.Neutrals.Count > 0;
        IEnumerable<Token> place =
        [
            new Token(", neutral "),
            Token.Choice(
                "form.neutral",
                "Where do neutral levels stand?",
                ("split over the middle", "split", members.Neutral == NeutralPlace.Split, null),
                ("apart at the right", "apart", members.Neutral == NeutralPlace.Apart, null),
                ("left out of the picture", "out", members.Neutral == NeutralPlace.Out, null)
            ),
        ];
        yield return new Phrase(
            "neutral",
            [
                .. neutral ? place : [],
                new Token(", as "),
                TwoSides.ScaleChoice(members.Length, shares: "of each group", amounts: "how many answers there were"),
            ]
        );
    }

    /// <summary>Whether the order of the levels is one that is known, or that the analyst gave.</summary>
    private static bool Knows(Division division) =>
        Of(division.Study).Sides.Count > 0
        || division.Study.Order.Parts is Order.Listed
        || NaturalOrder.IsOrderedSet([.. division.Parts.Where(part => !part.IsBlank).Select(part => part.Label)]);

    /// <summary>The levels from the lowest to the highest, each with its side.</summary>
    private static JsonArray LevelsOf(Division division, Levels levels)
    {
        IEnumerable<int> rising = levels.Lows.Reverse().Concat(levels.Neutrals).Concat(levels.Highs);
        return new JsonArray([
            .. rising.Select(part => new JsonObject
            {
                ["label"] = division.Parts[part].Label,
                ["side"] = levels.Of(part)!.Value.ToString().ToLowerInvariant(),
            }),
        ]);
    }

    public override string? Verdict(WorkingsResult workings) =>
        workings.Division.IsEmpty || Knows(workings.Division)
            ? null
            : "The levels stand in the order of their letters, which says nothing of low and high: net is right once "
                + "they are put in order.";

    /// <summary>All levels on the other side in one step, or one of them moved.</summary>
    private static List<Option> SideOptions(Division division, Levels levels)
    {
        JsonObject With(Func<int, Side, Side> change)
        {
            var sides = new JsonObject();
            for (int part = 0; part < division.PartCount; part++)
            {
                if (levels.Of(part) is { } side)
                {
                    sides[division.Parts[part].Label] = change(part, side).ToString().ToLowerInvariant();
                }
            }
            return sides;
        }
        static Side Other(Side side) =>
            side switch
            {
                Side.Low => Side.High,
                Side.High => Side.Low,
                _ => Side.Neutral,
            };
        var options = new List<Option>
        {
            new("swap the ends", "form.sides", With((_, side) => Other(side)), false) { Detail = "what was left is right" },
        };
        for (int part = 0; part < Math.Min(division.PartCount, 12); part++)
        {
            if (levels.Of(part) is not { } now)
            {
                continue;
            }
            int moved = part;
            foreach (Side to in Enum.GetValues<Side>().Where(side => side != now))
            {
                options.Add(
                    new Option(
                        $"{division.Parts[part].Label} "
                            + $"{(to switch { Side.Low => "to the left", Side.High => "to the right", _ => "neutral" })}",
                        "form.sides",
                        With((other, side) => other == moved ? to : side),
                        false
                    )
                );
            }
        }
        return options;
    }

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty)
        {
            return Unsuitable.Nothing;
        }
        if (division.HasNegative)
        {
            return new Unsuitable("an amount is negative: it would stand on the other side", Remedy.LeaveOutNegatives);
        }
        return division.PartCount > 11
                ? TooMany.Of(division) ?? new Unsuitable($"{division.PartCount} levels: too many to be told apart", null)
            : !Knows(division) ? new Unsuitable("the parts are no levels that have an order", null)
            : null;
    }

    public override bool RefusesToDraw(WorkingsResult workings) => workings.RowCount > 2000;

    public override IReadOnlyList<KeyEntry> Key(WorkingsResult workings) => DivergingLayout.KeyOf(workings);

    public override Domains Domains(WorkingsResult workings) => DivergingLayout.DomainsOf(workings);

    protected override NativeChart? ChartOf(WorkingsResult workings) => DivergingChart.Of(workings, Of(workings.Division.Study));

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new DivergingLayout(workings, domains, figure).Draw();
}
