using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Nested;

/// <summary>The members of nested bars.</summary>
internal sealed record NestedMembers
{
    public BarDirection Direction { get; init; }

    public static ObjectShape<NestedMembers> Shape { get; } =
        new ObjectShape<NestedMembers>("nested bars", () => new NestedMembers()).Has(
            "lay",
            BarDirections.Shape,
            members => members.Direction,
            (members, value) => members with { Direction = value },
            "which way bars grow"
        );
}

/// <summary>
/// One broad bar a group with its parts as narrow bars in front, all on one amount axis: groups and parts can both be compared,
/// where a Mekko's uneven widths mislead.
/// </summary>
internal sealed class NestedForm : Form<NestedMembers>
{
    public override string Kind => "nested";

    public override string Name => "Nested bars";

    public override FormGuide Guide => NestedGuide.Text;

    public override string AlsoCalled => "overlapping within bars";

    public override GroupUse Groups => GroupUse.Required;

    public override WholeOf DefaultWhole => WholeOf.Group;

    public override Order GroupOrder => Order.Largest;

    protected override ObjectShape<NestedMembers> Members => NestedMembers.Shape;

    protected override NestedMembers Default => new();

    public override FormWorkings Compute(Division division)
    {
        var columns = new StandardColumns(division);
        return new FormWorkings([.. columns.GroupAndPart(), columns.Value(), columns.Share(), columns.ShownShare()], columns)
        {
            Shown = columns.Shown,
        };
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings) => [BarDirections.Phrase(Of(study).Direction)];

    public override Unsuitable? Suits(WorkingsResult workings) =>
        workings.Division.IsEmpty ? Unsuitable.Nothing : TooMany.Of(workings.Division);

    public override bool RefusesToDraw(WorkingsResult workings) => workings.RowCount > TooMany.Pieces;

    public override IReadOnlyList<KeyEntry> Key(WorkingsResult workings) => NestedLayout.KeyOf(workings);

    public override Domains Domains(WorkingsResult workings) => NestedLayout.DomainsOf(workings);

    protected override NativeChart? ChartOf(WorkingsResult workings) => NestedChart.Of(workings, Of(workings.Division.Study).Direction);

    public override bool HasValueAxis(WorkingsResult workings) => true;

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new NestedLayout(workings, Of(workings.Division.Study).Direction, domains, figure).Draw();
}
