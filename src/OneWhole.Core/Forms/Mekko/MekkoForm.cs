using System.Collections.Immutable;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Mekko;

/// <summary>A height of its own for each group: the mean of a column over its rows, or the quotient of two columns' sums.</summary>
internal sealed record MekkoHeight
{
    public string? Mean { get; init; }

    public ImmutableArray<string>? Ratio { get; init; }

    public static ObjectShape<MekkoHeight> Shape { get; } =
        new ObjectShape<MekkoHeight>("a height", () => new MekkoHeight())
            .MayHave(
                "mean",
                TextShape.Column,
                height => height.Mean,
                (height, value) => height with { Mean = value },
                "the mean of a column over the group's used rows"
            )
            .May(
                "ratio",
                new ListShape<string>(TextShape.Column, 2, 2),
                height => height.Ratio,
                (height, value) => height with { Ratio = value },
                "the sum of the first column divided by the sum of the second"
            )
            .Where(height => height.Mean is null == height.Ratio is null ? "a height with exactly one of mean and ratio" : null);

    public string Words =>
        Mean is { } mean
            ? $"mean {Tables.Nouns.Lower(mean)}"
            : $"{Tables.Nouns.Lower(Ratio!.Value[0])} per {Tables.Nouns.Lower(Ratio.Value[1])}";
}

/// <summary>The Mekko's members.</summary>
internal sealed record MekkoMembers
{
    /// <summary>Null for the parts, stacked to 100 %.</summary>
    public MekkoHeight? Height { get; init; }

    public static ObjectShape<MekkoMembers> Shape { get; } =
        new ObjectShape<MekkoMembers>("a Mekko", () => new MekkoMembers()).Has(
            "height",
            new NoneOr<MekkoHeight>(MekkoHeight.Shape),
            members => members.Height,
            (members, value) => members with { Height = value },
            "a second quantity instead of the parts; none for the parts"
        );
}

/// <summary>Columns as wide as their group's share, cut into their parts; or as high as a second quantity.</summary>
internal sealed class MekkoForm : Form<MekkoMembers>
{
    public override string Kind => "mekko";

    public override string Name => "Mekko";

    public override FormGuide Guide => MekkoGuide.Text;

    public override string AlsoCalled => "mosaic variable width columns";

    public override GroupUse Groups => GroupUse.Required;

    public override (string Kind, string Shape, string Text)? ComparesIn => ("nested", "nested", "compare it in nested bars");

    public override WholeOf DefaultWhole => WholeOf.Group;

    public override Order GroupOrder => Order.Largest;

    protected override ObjectShape<MekkoMembers> Members => MekkoMembers.Shape;

    protected override MekkoMembers Default => new();

    public override FormWorkings Compute(Division division)
    {
        MekkoMembers members = Of(division.Study);
        return members.Height is { } height ? OfGroups(division, height) : OfPairs(division);
    }

    private static ExactInt[] Starts(Division division)
    {
        var starts = new ExactInt[division.GroupCount];
        for (int group = 1; group < starts.Length; group++)
        {
            starts[group] = starts[group - 1] + division.GroupTotal(group - 1);
        }
        return starts;
    }

    private static FormWorkings OfPairs(Division division)
    {
        var columns = new StandardColumns(division);
        ExactInt[] starts = Starts(division);
        var running = new ExactInt[division.RowCount];
        for (int row = 0; row < running.Length; row++)
        {
            running[row] = division.PartOf(row) == 0 ? ExactInt.Zero : running[row - 1] + division.Amount(row - 1);
        }
        Fraction? OfAll(ExactInt units) => division.Total.IsZero ? null : new Fraction(units, division.Total);
        Fraction? OfGroup(int row, ExactInt units) =>
            !division.Has(row) || division.GroupTotal(division.GroupOf(row)) is { IsZero: true }
                ? null
                : new Fraction(units, division.GroupTotal(division.GroupOf(row)));
        Rule before = new Rule.Before("value", "group") / new Rule.GroupTotal();
        ExactInt areas = default;
        for (int row = 0; row < division.RowCount; row++)
        {
            areas += division.GroupTotal(division.GroupOf(row)).IsZero ? ExactInt.Zero : division.Amount(row);
        }
        TieOutLine Proof() =>
            division.Total.IsZero ? new TieOutLine("areas-add-up", TieOutStatus.Warn, "the whole is 0: there are no areas")
            : areas == division.Total
                ? new TieOutLine("areas-add-up", TieOutStatus.Ok, $"the areas of {NumberText.Count(division.RowCount)} pieces add up to 1")
            : new TieOutLine(
                "areas-add-up",
                TieOutStatus.Fail,
                $"the areas add up to {NumberText.Rounded(new Fraction(areas, division.Total), 6, true)}, not to 1"
            );
        return new FormWorkings(
            [
                .. columns.GroupAndPart(),
                columns.Value(),
                columns.Share(),
                columns.ShownShare(),
                GroupWide("start", new Rule.GroupsBefore() / new Rule.GrandTotal(), row => OfAll(starts[division.GroupOf(row)])),
                GroupWide("end", Rule.Column("start") + Rule.Column("width"), row =>
                    OfAll(starts[division.GroupOf(row)] + division.GroupTotal(division.GroupOf(row)))
                ),
                GroupWide("width", new Rule.GroupTotal() / new Rule.GrandTotal(), row => OfAll(division.GroupTotal(division.GroupOf(row)))),
                Quiet("base", before, row => OfGroup(row, running[row])),
                Quiet("top", Rule.Column("base") + Rule.Column("value") / new Rule.GroupTotal(), row =>
                    OfGroup(row, running[row] + division.Amount(row))
                ),
                Quiet("area", Rule.Column("width") * (Rule.Column("top") - Rule.Column("base")), row =>
                    division.Total.IsZero || OfGroup(row, ExactInt.Zero) is null ? null : OfAll(division.Amount(row))
                ),
            ],
            columns
        )
        {
            Shown = columns.Shown,
            Prove = () => [Proof()],
        };
    }

    private static WorkingColumn Quiet(string key, Rule rule, Func<int, Fraction?> number) =>
        WorkingColumn.OfNumber(key, key, ColumnUnit.Share, rule, number) with
        {
            Quiet = true,
        };

    private static WorkingColumn GroupWide(string key, Rule rule, Func<int, Fraction?> number) =>
        Quiet(key, rule, number) with
        {
            OfGroup = true,
        };

    private static FormWorkings OfGroups(Division division, MekkoHeight height)
    {
        var columns = new StandardColumns(division);
        ExactInt[] starts = Starts(division);
        Fraction?[] heights = Heights(division, height);
        Fraction? OfAll(ExactInt units) => division.Total.IsZero ? null : new Fraction(units, division.Total);
        string words = height.Mean is { } mean
            ? $"mean of {mean} over the group's used rows"
            : $"sum of {height.Ratio!.Value[0]} ÷ sum of {height.Ratio.Value[1]}, over the group's used rows";
        return new FormWorkings(
            [
                WorkingColumn.OfText(
                    "group",
                    StudyWords.Of(division).GroupOne,
                    new Rule.Given($"each {StudyWords.Of(division).GroupOne}"),
                    group => division.Groups![group].Label
                ),
                WorkingColumn.OfNumber("value", StudyWords.Of(division).Counted, ColumnUnit.Amount, new Rule.GroupTotal(), group =>
                    division.Value(division.GroupTotal(group))
                ),
                WorkingColumn.OfNumber(
                    "share",
                    "share of everything",
                    ColumnUnit.Share,
                    Rule.Column("value") / new Rule.GrandTotal(),
                    group => OfAll(division.GroupTotal(group))
                ),
                Quiet("start", new Rule.GroupsBefore() / new Rule.GrandTotal(), group => OfAll(starts[group])),
                Quiet("end", Rule.Column("start") + Rule.Column("width"), group => OfAll(starts[group] + division.GroupTotal(group))),
                Quiet("width", new Rule.GroupTotal() / new Rule.GrandTotal(), group => OfAll(division.GroupTotal(group))),
                WorkingColumn.OfNumber(
                    "height",
                    height.Words,
                    ColumnUnit.Number,
                    new Rule.OfRows(
                        words,
                        height.Mean ?? height.Ratio!.Value[0],
                        height.Mean is null ? height.Ratio!.Value[1] : null,
                        heights
                    ),
                    group => heights[group]
                ),
            ],
            columns
        )
        {
            Shown = columns.Shown,
            Rows = RowKind.Groups,
        };
    }

    private static Fraction?[] Heights(Division division, MekkoHeight height)
    {
        if (height.Mean is { } mean)
        {
            return
            [
                .. UsedNumbers
                    .ByGroup(division, mean, "form.height.mean")
                    .Select(group => group.Count == 0 ? (Fraction?)null : group.Sum / (Fraction)group.Count),
            ];
        }
        (Fraction Sum, long Count)[] above = UsedNumbers.ByGroup(division, height.Ratio!.Value[0], "form.height.ratio[0]"),
            below = UsedNumbers.ByGroup(division, height.Ratio.Value[1], "form.height.ratio[1]");
        return [.. above.Zip(below, (first, second) => second.Sum.Sign == 0 ? (Fraction?)null : first.Sum / second.Sum)];
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings)
    {
        if (Of(study).Height is { } height)
        {
            yield return new Phrase("height", [new Token($", as high as the {height.Words}")]) { Drop = "form.height" };
        }
    }

    public override bool PilesUp(Study study) => true;

    public override bool HasValueAxis(WorkingsResult workings) => true;

    public override IReadOnlyList<string> OwnLooks(Study study) => ["finish.widthAxis", "finish.foldGroups"];

    public override int GroupsDrawn(Division division) => MekkoLayout.Separate(division);

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.Total.Sign <= 0)
        {
            return new Unsuitable("the whole is 0", null);
        }
        if (division.HasNegative)
        {
            return new Unsuitable("a piece is negative: there is no area of less than nothing", Remedy.LeaveOutNegatives);
        }
        return TooMany.Of(division);
    }

    public override bool RefusesToDraw(WorkingsResult workings)
    {
        Division division = workings.Division;
        return !division.IsEmpty && (division.Total.Sign <= 0 || workings.RowCount > TooMany.Pieces || division.HasNegative);
    }

    public override IReadOnlyList<KeyEntry> Key(WorkingsResult workings) => MekkoLayout.KeyOf(workings);

    public override Domains Domains(WorkingsResult workings) => MekkoLayout.DomainsOf(workings);

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new MekkoLayout(workings, domains, figure).Draw();
}
