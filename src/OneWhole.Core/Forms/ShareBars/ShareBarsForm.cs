using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.ShareBars;

/// <summary>The share bars' members.</summary>
internal sealed record ShareBarsMembers
{
    public BarDirection Direction { get; init; }

    public static ObjectShape<ShareBarsMembers> Shape { get; } =
        new ObjectShape<ShareBarsMembers>("share bars", () => new ShareBarsMembers()).Has(
            "lay",
            BarDirections.Shape,
            members => members.Direction,
            (members, value) => members with { Direction = value },
            "which way bars grow"
        );
}

/// <summary>One bar a part, with its share and its amount each in a place of its own.</summary>
internal sealed class ShareBarsForm : Form<ShareBarsMembers>
{
    public override string Kind => "sharebars";

    public override string Name => "Share bars";

    public override FormGuide Guide => ShareBarsGuide.Text;

    public override string AlsoCalled => "bar chart ranking horizontal column";

    public override bool HasOwnColours => true;

    protected override ObjectShape<ShareBarsMembers> Members => ShareBarsMembers.Shape;

    protected override ShareBarsMembers Default => new();

    /// <summary>The months of one row, side by side: they stand in their order.</summary>
    public override IEnumerable<Proposal> Propose(Tables.Table table)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        if (known.Shape == Tables.TableShape.Wide && known.TogetherIsOrdered && (known.Labels.Count == 0 || table.RowCount == 1))
        {
            Study study = Begin(table, known.Side);
            yield return new Proposal(study with { Order = new Ordering { Parts = Order.Table } }, 11);
        }
    }

    public override FormWorkings Compute(Division division)
    {
        var columns = new StandardColumns(division);
        return new FormWorkings([columns.Part(), columns.Value(), columns.Rank(), columns.Share(), columns.ShownShare()], columns.Shown)
        {
            Shown = columns.Shown,
            Prove = () => columns.Ties() is { } ties ? [ties] : [],
        };
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings) => [BarDirections.Phrase(Of(study).Direction)];

    public override Unsuitable? Suits(WorkingsResult workings) =>
        workings.Division.IsEmpty || workings.Division.WholeAt(0).IsZero ? new Unsuitable("the whole is 0", null) : null;

    public override Domains Domains(WorkingsResult workings)
    {
        double least = 0,
            most = 0;
        for (int row = 0; row < workings.RowCount; row++)
        {
            double share = workings["share"].Number(row) ?? 0;
            least = Math.Min(least, share);
            most = Math.Max(most, share);
        }
        return Drawing.Domains.Around(least, most);
    }

    public override bool HasValueAxis(WorkingsResult workings) => ShareBarsLayout.HasAxis(workings.Division.Study);

    protected override NativeChart? ChartOf(WorkingsResult workings) => ShareBarsChart.Of(workings, Of(workings.Division.Study).Direction);

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new ShareBarsLayout(workings, domains, figure).Draw(Of(workings.Division.Study).Direction);
}
