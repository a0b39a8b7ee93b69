using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Funnel;

/// <summary>Which rate the labels print.</summary>
internal enum FunnelBase
{
    First,
    Previous,
}

/// <summary>The funnel's members.</summary>
internal sealed record FunnelMembers
{
    public FunnelBase Base { get; init; }

    public ScaleSharing Scales { get; init; }

    public static ObjectShape<FunnelMembers> Shape { get; } =
        new ObjectShape<FunnelMembers>("a funnel", () => new FunnelMembers())
            .Has(
                "base",
                new ChoiceShape<FunnelBase> { { "first", FunnelBase.First }, { "previous", FunnelBase.Previous } },
                members => members.Base,
                (members, value) => members with { Base = value },
                "which rate the labels print"
            )
            .Has(
                "scales",
                TwoSides.ScalesShape,
                members => members.Scales,
                (members, value) => members with { Scales = value },
                "whether all funnels share one scale"
            );
}

/// <summary>Stages one under the other, centred: what is left of the first, and of the stage before.</summary>
internal sealed class FunnelForm : Form<FunnelMembers>
{
    public override string Kind => "funnel";

    public override string Name => "Funnel";

    public override FormGuide Guide => FunnelGuide.Text;

    public override string AlsoCalled => "conversion stages pipeline drop-off";

    public override bool HasOwnColours => true;

    public override GroupUse Groups => GroupUse.Optional;

    public override bool TakesFold => false;

    public override bool WholeIsFirstPart => true;

    public override Order PartOrder => Order.Table;

    protected override ObjectShape<FunnelMembers> Members => FunnelMembers.Shape;

    protected override FunnelMembers Default => new();

    public override FormWorkings Compute(Division division)
    {
        bool own = Of(division.Study).Scales == ScaleSharing.Own;
        var columns = new StandardColumns(division);
        var most = new ExactInt?[Math.Max(1, division.GroupCount)];
        for (int row = 0; row < division.RowCount; row++)
        {
            int funnel = own ? division.GroupOf(row) : 0;
            if (division.Has(row))
            {
                most[funnel] = ExactInt.Max(division.Amount(row), most[funnel] ?? division.Amount(row));
            }
        }
        Fraction? Rate(int row, int other) =>
            division.Has(row) && division.Has(other) && !division.Amount(other).IsZero
                ? new Fraction(division.Amount(row), division.Amount(other))
                : null;
        bool IsFirst(int row) => division.PartOf(row) == 0;
        Fraction? Drop(int row) =>
            IsFirst(row) || !division.Has(row) || !division.Has(row - 1)
                ? null
                : division.Value(division.Amount(row - 1) - division.Amount(row));
        int[] grows = [.. Enumerable.Range(0, division.RowCount).Where(row => Drop(row)?.Sign < 0)];
        string Stage(int row) =>
            division.Parts[division.PartOf(row)].Label
            + (division.Groups is { } groups ? $" of {groups[division.GroupOf(row)].Label}" : "");
        string more = grows.Length > 3 ? $" and {grows.Length - 3} others" : "";
        return new FormWorkings(
            [
                .. columns.GroupAndPart(),
                columns.Value(),
                WorkingColumn.OfNumber(
                    "overallRate",
                    "of the first",
                    ColumnUnit.Share,
                    Rule.Column("value") / new Rule.FirstOfGroup("value"),
                    row => Rate(row, row - division.PartOf(row))
                ),
                WorkingColumn.OfNumber(
                    "stepRate",
                    "of the one before",
                    ColumnUnit.Share,
                    Rule.Column("value") / new Rule.RowAbove("value"),
                    row => IsFirst(row) ? null : Rate(row, row - 1)
                ),
                WorkingColumn.OfNumber("drop", "drop", ColumnUnit.Amount, new Rule.RowAbove("value") - Rule.Column("value"), Drop),
                WorkingColumn.OfNumber(
                    "spacer",
                    "spacer",
                    ColumnUnit.Amount,
                    (new Rule.Largest("value", own ? "the group" : "all rows", AtLeastZero: false) - Rule.Column("value"))
                        / new Rule.Constant(2),
                    row =>
                        division.Has(row)
                            ? division.Value(most[own ? division.GroupOf(row) : 0]!.Value - division.Amount(row)) / new Fraction(2L)
                            : null
                ) with
                {
                    Quiet = true,
                },
            ],
            most
        )
        {
            Prove = () =>
                grows.Length == 0
                    ? []
                    :
                    [
                        new TieOutLine(
                            "stage-grows",
                            TieOutStatus.Warn,
                            "larger than the stage before: " + $"{string.Join(", ", grows.Take(3).Select(Stage))}{more}"
                        ),
                    ],
        };
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings)
    {
        FunnelMembers members = Of(study);
        yield return new Phrase(
            "base",
            [
                new Token(", each stage of the "),
                Token.Choice(
                    "form.base",
                    "Of which stage is each?",
                    ("first", "first", members.Base == FunnelBase.First, "how many are left of all that began"),
                    ("one before", "previous", members.Base == FunnelBase.Previous, "where most are lost")
                ),
            ]
        );
        if (study.Groups is not null)
        {
            yield return TwoSides.ScalesPhrase(members.Scales, "funnel");
        }
    }

    public override string? Verdict(WorkingsResult workings)
    {
        Division division = workings.Division;
        int worst = -1;
        for (int row = 0; row < workings.RowCount; row++)
        {
            if (workings["stepRate"].Exact(row) is { } rate && (worst < 0 || rate < workings["stepRate"].Exact(worst)!.Value))
            {
                worst = row;
            }
        }
        if (worst < 0)
        {
            return null;
        }
        string group = division.Groups is { } groups ? $" ({groups[division.GroupOf(worst)].Label})" : "";
        return $"Most is lost between {division.Parts[division.PartOf(worst) - 1].Label} and "
            + $"{division.Parts[division.PartOf(worst)].Label}{group}: "
            + $"{NumberText.Percent(workings["stepRate"].Exact(worst), division.Study.Rounding.Decimals)} go on.";
    }

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        return division.IsEmpty ? Unsuitable.Nothing
            : division.HasNegative ? new Unsuitable("a stage is negative: there is no bar of less than nothing", null)
            : division.PartCount > 15 ? new Unsuitable($"{division.PartCount} stages: too many for a funnel", null)
            : division.GroupCount > 8 ? new Unsuitable($"{division.GroupCount} funnels: too narrow to be read", null)
            : division.PartCount < 2 ? new Unsuitable("one stage is no funnel", null)
            : null;
    }

    public override bool RefusesToDraw(WorkingsResult workings) =>
        !workings.Division.IsEmpty && (workings.RowCount > 2000 || workings.Division.HasNegative);

    /// <summary>The common scale of all funnels; where each has its own, they stay their own.</summary>
    public override Domains Domains(WorkingsResult workings) => new(0, EndOf(workings, 0));

    private static double EndOf(WorkingsResult workings, int funnel) =>
        TwoSides.ScaleEnd(workings.Division.Value(((ExactInt?[])workings.Computed)[funnel] ?? ExactInt.Zero));

    protected override NativeChart? ChartOf(WorkingsResult workings) => FunnelChart.Of(workings, Of(workings.Division.Study));

    public override bool NamesPartsAlong(Study study) => true;

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure)
    {
        FunnelMembers members = Of(workings.Division.Study);
        new FunnelLayout(
            workings,
            funnel => members.Scales == ScaleSharing.Own ? EndOf(workings, funnel) : domains.Most,
            members.Base,
            figure
        ).Draw();
    }
}
