using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Lanes;

/// <summary>The members of lanes.</summary>
internal sealed record LanesMembers
{
    public ScaleSharing Scales { get; init; }

    public static ObjectShape<LanesMembers> Shape { get; } =
        new ObjectShape<LanesMembers>("lanes", () => new LanesMembers()).Has(
            "scales",
            TwoSides.ScalesShape,
            members => members.Scales,
            (members, value) => members with { Scales = value },
            "whether all lanes share one scale"
        );
}

/// <summary>A row a group and a lane a part: all bars grow the same way, each from its lane's own line.</summary>
internal sealed class LanesForm : Form<LanesMembers>
{
    public override string Kind => "lanes";

    public override string Name => "Lanes";

    public override FormGuide Guide => LanesGuide.Text;

    public override string AlsoCalled => "columns of bars side-by-side";

    public override GroupUse Groups => GroupUse.Required;

    public override bool TakesFold => false;

    public override Order PartOrder => Order.Table;

    protected override Study Fit(Tables.Table table, Study study) => TableFit.WithGroups(table, study, columnsAreParts: true);

    protected override ObjectShape<LanesMembers> Members => LanesMembers.Shape;

    protected override LanesMembers Default => new();

    public override FormWorkings Compute(Division division)
    {
        bool own = Of(division.Study).Scales == ScaleSharing.Own;
        var columns = new StandardColumns(division);
        var most = new ExactInt[Math.Max(1, division.IsEmpty ? 1 : division.PartCount)];
        for (int row = 0; row < division.RowCount; row++)
        {
            int lane = own ? division.PartOf(row) : 0;
            most[lane] = ExactInt.Max(division.Amount(row), most[lane]);
        }
        WorkingColumn spacer = WorkingColumn.OfNumber(
            "spacer",
            "spacer",
            ColumnUnit.Amount,
            new Rule.Largest("value", own ? "the lane" : "all rows") - new Rule.OrZero("value"),
            row => division.Value(most[own ? division.PartOf(row) : 0] - division.Amount(row))
        );
        return new FormWorkings(
            [.. columns.GroupAndPart(), columns.Value(), columns.Share(), columns.ShownShare(), spacer with { Quiet = true }],
            most
        )
        {
            Shown = columns.Shown,
            Prove = () =>
                [
                    new TieOutLine(
                        "rows-span",
                        TieOutStatus.Ok,
                        $"all rows of {(division.IsEmpty ? 0 : division.PartCount)} lanes have one length, spacers included"
                    ),
                ],
        };
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings) => [TwoSides.ScalesPhrase(Of(study).Scales, "lane")];

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty)
        {
            return Unsuitable.Nothing;
        }
        return division.HasNegative
                ? new Unsuitable("an amount is negative: there is no bar of less than nothing", Remedy.LeaveOutNegatives)
            : division.PartCount > 8 ? new Unsuitable($"{division.PartCount} lanes: too narrow to be read", null)
            : null;
    }

    public override bool RefusesToDraw(WorkingsResult workings) =>
        !workings.Division.IsEmpty
        && (workings.Division.PartCount > 40 || workings.RowCount > TooMany.Pieces || workings.Division.HasNegative);

    /// <summary>The common scale of all lanes; where each has its own, they stay their own.</summary>
    public override Domains Domains(WorkingsResult workings) =>
        new(0, TwoSides.ScaleEnd(workings.Division.Value(((ExactInt[])workings.Computed)[0])));

    protected override NativeChart? ChartOf(WorkingsResult workings) => LanesChart.Of(workings, Of(workings.Division.Study));

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure)
    {
        var most = (ExactInt[])workings.Computed;
        bool own = Of(workings.Division.Study).Scales == ScaleSharing.Own;
        new LanesLayout(workings, lane => own ? TwoSides.ScaleEnd(workings.Division.Value(most[lane])) : domains.Most, figure).Draw();
    }
}
