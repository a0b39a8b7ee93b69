using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Stacked;

/// <summary>Groups side by side, their parts on one another (or beside), as amounts or as 100 % of each group.</summary>
internal sealed class StackedForm : Form<StackedMembers>
{
    public override string Kind => "stacked";

    public override string Name => "Stacked";

    public override FormGuide Guide => StackedGuide.Text;

    public override GroupUse Groups => GroupUse.Optional;

    public override WholeOf DefaultWhole => WholeOf.Group;

    public override Order PartOrder => Order.Table;

    protected override ObjectShape<StackedMembers> Members => StackedMembers.Shape;

    protected override StackedMembers Default => new();

    /// <summary>The columns of a wide table; of a long one the likeliest parts within other labels.</summary>
    public override IEnumerable<Proposal> Propose(Tables.Table table)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        if (Likely.Parts(table).FirstOrDefault() is not { } parts || table.RowCount < 2)
        {
            yield break;
        }
        Study study = Fitted(table, Begin(table, new Axis.Labels(parts.Name, []), null, Likely.Counted(table)));
        if (study.Groups is not null)
        {
            yield return new Proposal(
                study,
                known.Shape == Tables.TableShape.Long ? 6
                    : known.TogetherIsTime ? 12
                    : 9
            );
        }
    }

    public override IReadOnlyList<FormShape> Shapes =>
        [
            new(
                "amount",
                "Stacked",
                study => With(study, members => members with { Length = LengthUnit.Amount, Arrange = Arrangement.Stacked }),
                study => Is(study, members => members is { Length: LengthUnit.Amount, Arrange: Arrangement.Stacked })
            )
            {
                AlsoCalled = "column bar chart composition",
            },
            new(
                "share",
                "100 % stacked",
                study => With(study, members => members with { Length = LengthUnit.Share, Arrange = Arrangement.Stacked }),
                study => Is(study, members => members is { Length: LengthUnit.Share, Arrange: Arrangement.Stacked })
            )
            {
                AlsoCalled = "percent normalised normalized 100% full",
            },
            new(
                "beside",
                "Side by side",
                study => With(study, members => members with { Arrange = Arrangement.Beside }),
                study => Is(study, members => members.Arrange == Arrangement.Beside)
            )
            {
                AlsoCalled = "clustered grouped columns compare",
            },
        ];

    public override FormWorkings Compute(Division division)
    {
        StackedMembers members = Of(division.Study);
        var columns = new StandardColumns(division);
        var stacking = Stacking.Of(division);
        bool beside = members.Arrange == Arrangement.Beside,
            share = members.Length == LengthUnit.Share;
        Fraction? At(int row, ExactInt units)
        {
            if (!division.Has(row))
            {
                return null;
            }
            ExactInt whole = division.GroupTotal(division.GroupOf(row));
            return !share ? division.Value(units)
                : whole.Sign <= 0 ? null
                : new Fraction(units, whole);
        }
        ColumnUnit unit = share ? ColumnUnit.Share : ColumnUnit.Amount;
        Rule start = new Rule.SameSignBefore("value"),
            height = Rule.Column("value");
        Rule baseRule =
            beside ? new Rule.Constant(0)
            : share ? start / new Rule.GroupTotal()
            : start;
        Rule topRule = Rule.Column("base") + (share ? height / new Rule.GroupTotal() : height);
        return new FormWorkings(
            [
                .. columns.GroupAndPart(),
                columns.Value(),
                columns.Share(),
                columns.ShownShare(),
                WorkingColumn.OfNumber("base", "base", unit, baseRule, row => At(row, beside ? ExactInt.Zero : stacking.Base(row))) with
                {
                    Quiet = true,
                },
                WorkingColumn.OfNumber("top", "top", unit, topRule, row =>
                    At(row, (beside ? ExactInt.Zero : stacking.Base(row)) + division.Amount(row))
                ) with
                {
                    Quiet = true,
                },
            ],
            columns
        )
        {
            Shown = columns.Shown,
        };
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings)
    {
        StackedMembers members = Of(study);
        yield return new Phrase(
            "scale",
            [
                new Token(", "),
                Token.Choice(
                    "form.scale",
                    "How high is a stack?",
                    ("as amounts", "amount", members.Length == LengthUnit.Amount, "unequal wholes are seen"),
                    ("each as 100 %", "share", members.Length == LengthUnit.Share, "only the mix is seen; each total stands with its name")
                ),
                new Token(", "),
                Token.Choice(
                    "form.arrange",
                    "How do the parts stand?",
                    ("stacked", "stacked", members.Arrange == Arrangement.Stacked, "on one another, so that they add up"),
                    ("side by side", "beside", members.Arrange == Arrangement.Beside, "each from zero, so that they can be compared")
                ),
            ]
        );
        yield return BarDirections.Phrase(members.Direction);
    }

    public override IReadOnlyList<string> OwnLooks(Study study) => Of(study).Arrange == Arrangement.Stacked ? ["finish.connect"] : [];

    public override bool PilesUp(Study study) => Of(study) is { Direction: BarDirection.Upright, Arrange: Arrangement.Stacked };

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty)
        {
            return new Unsuitable("there is nothing to stack", null);
        }
        if (
            Of(division.Study).Length == LengthUnit.Share
            && Enumerable.Range(0, division.GroupCount).All(group => division.GroupTotal(group).Sign <= 0)
        )
        {
            return new Unsuitable("no total is above 0", null);
        }
        return !division.HasGroups ? new Unsuitable("one stack only: it needs a second column to compare", null) : TooMany.Of(division);
    }

    public override bool RefusesToDraw(WorkingsResult workings) => workings.RowCount > TooMany.Pieces;

    public override IReadOnlyList<KeyEntry> Key(WorkingsResult workings) => StackedLayout.KeyOf(workings);

    public override Domains Domains(WorkingsResult workings) => StackedLayout.DomainsOf(workings, Of(workings.Division.Study));

    protected override NativeChart? ChartOf(WorkingsResult workings) => StackedChart.Of(workings, Of(workings.Division.Study));

    public override bool HasValueAxis(WorkingsResult workings) => StackedLayout.NeedsAxis(workings.Division, Of(workings.Division.Study));

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new StackedLayout(workings, Of(workings.Division.Study), domains, figure).Draw();
}
