using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Butterfly;

/// <summary>The butterfly's members.</summary>
internal sealed record ButterflyMembers
{
    public ScaleSharing Scales { get; init; }

    public static ObjectShape<ButterflyMembers> Shape { get; } =
        new ObjectShape<ButterflyMembers>("a butterfly", () => new ButterflyMembers()).Has(
            "scales",
            TwoSides.ScalesShape,
            members => members.Scales,
            (members, value) => members with { Scales = value },
            "whether both sides share one scale"
        );
}

/// <summary>The largest amount of each side.</summary>
internal sealed record ButterflyEnds(ExactInt Left, ExactInt Right);

/// <summary>Two parts of each group back to back, the group's name between them.</summary>
internal sealed class ButterflyForm : Form<ButterflyMembers>
{
    public override string Kind => "butterfly";

    public override string Name => "Butterfly";

    public override FormGuide Guide => ButterflyGuide.Text;

    public override string AlsoCalled => "tornado mirror back-to-back two-sided";

    public override GroupUse Groups => GroupUse.Required;

    public override int? PartsWanted => 2;

    public override bool TakesFold => false;

    public override Order PartOrder => Order.Table;

    protected override Study Fit(Tables.Table table, Study study) => TwoSides.Fit(table, study);

    public override IReadOnlyList<string> GroupOrders => ["left", "right", "sum", "difference"];

    protected override ObjectShape<ButterflyMembers> Members => ButterflyMembers.Shape;

    protected override ButterflyMembers Default => new();

    /// <summary>Two columns side by side that are not two times.</summary>
    public override IEnumerable<Proposal> Propose(Tables.Table table)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        if (
            known is { Shape: Tables.TableShape.Wide, Together.Count: 2, TogetherIsOrdered: false }
            && table.RowCount > 2
            && known.Labels.Count > 0
        )
        {
            Study study = Fitted(table, Begin(table, new Axis.Labels(known.Labels[0].Name, [])));
            if (study.Parts is Axis.Columns)
            {
                yield return new Proposal(study, 9.5);
            }
        }
    }

    internal override Func<int, Fraction?>? GroupKey(string name, Study study, Amounts amounts)
    {
        int[] parts = Orders.OfParts(amounts, study.Order.Parts ?? PartOrder, study.Order.ReverseParts);
        Fraction? Side(int group, int side) =>
            side < parts.Length && amounts.Has(group, parts[side]) ? new Fraction(amounts[group, parts[side]]) : null;
        return name switch
        {
            "left" => group => Side(group, 0),
            "right" => group => Side(group, 1),
            "sum" => group => new Fraction(amounts.GroupTotal(group)),
            "difference" => group => Side(group, 0) - Side(group, 1),
            _ => null,
        };
    }

    public override FormWorkings Compute(Division division)
    {
        TwoSides.Need(division, Name);
        int groups = division.IsEmpty ? 0 : division.GroupCount;
        ExactInt left = default,
            right = default;
        for (int group = 0; group < groups; group++)
        {
            left = ExactInt.Max(division.Amount(group, 0), left);
            right = ExactInt.Max(division.Amount(group, 1), right);
        }
        if (Of(division.Study).Scales == ScaleSharing.Common)
        {
            left = right = ExactInt.Max(left, right);
        }
        var ends = new ButterflyEnds(left, right);
        StudyWords words = StudyWords.Of(division);
        Fraction? Side(int group, int part) => division.Has(group, part) ? division.Value(division.Amount(group, part)) : null;
        Fraction? Total(int part) => division.IsEmpty ? null : division.Value(division.PartTotal(part));
        string NameOf(int part) =>
            division.IsEmpty
                ? part == 0
                    ? "left"
                    : "right"
                : division.Parts[part].Label;
        Rule Spacer(string side) =>
            new Rule.Largest(side, Of(division.Study).Scales == ScaleSharing.Common ? "left and right" : "the side")
            - new Rule.OrZero(side);
        return new FormWorkings(
            [
                WorkingColumn.OfText("group", words.GroupOne, new Rule.Given($"each {words.GroupOne}"), group =>
                    division.Groups![group].Label
                ),
                WorkingColumn.OfNumber(
                    "left",
                    NameOf(0),
                    ColumnUnit.Amount,
                    new Rule.Amount($"{words.Counted} of {NameOf(0)}", group => (group, 0)),
                    group => Side(group, 0)
                ) with
                {
                    Whole = Total(0),
                },
                WorkingColumn.OfNumber(
                    "right",
                    NameOf(1),
                    ColumnUnit.Amount,
                    new Rule.Amount($"{words.Counted} of {NameOf(1)}", group => (group, 1)),
                    group => Side(group, 1)
                ) with
                {
                    Whole = Total(1),
                },
                WorkingColumn.OfNumber("difference", "difference", ColumnUnit.Amount, Rule.Column("left") - Rule.Column("right"), group =>
                    Side(group, 0) - Side(group, 1)
                ) with
                {
                    Whole = Total(0) - Total(1),
                },
                WorkingColumn.OfNumber("spacerBefore", "spacer before", ColumnUnit.Amount, Spacer("left"), group =>
                    division.Value(left - division.Amount(group, 0))
                ) with
                {
                    Quiet = true,
                },
                WorkingColumn.OfNumber("spacerAfter", "spacer after", ColumnUnit.Amount, Spacer("right"), group =>
                    division.Value(right - division.Amount(group, 1))
                ) with
                {
                    Quiet = true,
                },
            ],
            ends
        )
        {
            Rows = RowKind.Groups,
            Prove = () => [new TieOutLine("rows-span", TieOutStatus.Ok, $"all {groups} rows have one length, spacers included")],
        };
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings) =>
        [TwoSides.Words(study, workings), TwoSides.ScalesPhrase(Of(study).Scales, "side")];

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        return division.IsEmpty ? Unsuitable.Nothing
            : division.HasNegative ? new Unsuitable("an amount is negative: there is no bar of less than nothing", Remedy.LeaveOutNegatives)
            : null;
    }

    public override bool RefusesToDraw(WorkingsResult workings) =>
        !workings.Division.IsEmpty && (workings.RowCount > TooMany.Pieces || workings.Division.HasNegative);

    public override Domains Domains(WorkingsResult workings)
    {
        var ends = (ButterflyEnds)workings.Computed;
        Division division = workings.Division;
        return new Domains(division.Value(ends.Left).ToDouble(), division.Value(ends.Right).ToDouble());
    }

    protected override NativeChart? ChartOf(WorkingsResult workings) => ButterflyChart.Of(workings, Of(workings.Division.Study));

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new ButterflyLayout(workings, domains, figure).Draw();
}
