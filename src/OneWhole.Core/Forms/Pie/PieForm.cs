using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Pie;

/// <summary>The pie's members.</summary>
internal sealed record PieMembers
{
    /// <summary>The ring's inner radius as a share of the outer one, 0 to 0.8.</summary>
    public ExactDecimal Hole { get; init; }

    public static ObjectShape<PieMembers> Shape { get; } =
        new ObjectShape<PieMembers>("a pie", () => new PieMembers()).Has(
            "hole",
            new NumberShape(least: ExactDecimal.Parse("0"), most: ExactDecimal.Parse("0.8")),
            members => members.Hole,
            (members, value) => members with { Hole = value },
            "the inner radius as a share of the outer one, 0 to 0.8"
        );
}

/// <summary>Slices of a circle, clockwise from 12 o'clock; with a hole a ring around the whole.</summary>
internal sealed class PieForm : Form<PieMembers>
{
    /// <summary>Beyond so many slices bars are compared more easily (common practice).</summary>
    public const int MostSlices = 5;

    private static readonly ExactDecimal Ring = ExactDecimal.Parse("0.6");

    public override string Kind => "pie";

    public override string Name => "Pie";

    public override FormGuide Guide => PieGuide.Text;

    public override IReadOnlyList<(string Text, string Shape)> Answers =>
        [("Raised, tilted or 3-D: there is none, because depth makes shares look larger or smaller than they are. Take the ring", "ring")];

    protected override ObjectShape<PieMembers> Members => PieMembers.Shape;

    protected override PieMembers Default => new();

    public override IReadOnlyList<FormShape> Shapes =>
        [
            new(
                "pie",
                "Pie",
                study => With(study, members => members with { Hole = default }),
                study => Is(study, members => members.Hole.Units.IsZero)
            )
            {
                AlsoCalled = "circle slices",
            },
            new(
                "ring",
                "Ring",
                study => With(study, members => members.Hole.Units.IsZero ? members with { Hole = Ring } : members),
                study => Is(study, members => !members.Hole.Units.IsZero)
            )
            {
                AlsoCalled = "donut doughnut circle",
            },
        ];

    public override FormWorkings Compute(Division division)
    {
        var columns = new StandardColumns(division);
        var before = new ExactInt[division.RowCount];
        for (int row = 1; row < before.Length; row++)
        {
            before[row] = before[row - 1] + division.Amount(row - 1);
        }
        Fraction? Angle(int row, ExactInt units) =>
            division.Whole(row) is { IsZero: false } whole ? new Fraction(units * 360, whole) : null;
        int slices = Enumerable.Range(0, division.RowCount).Count(row => !division.Amount(row).IsZero);
        TieOutLine[] Advice() =>
            slices <= MostSlices
                ? []
                :
                [
                    new TieOutLine("many-slices", TieOutStatus.Warn, $"{slices} slices: hard to compare, ranked share bars read better")
                    {
                        Remedy = new Remedy("draw share bars", study => study with { Form = FormList.Standard.Choice("sharebars") }),
                    },
                ];
        return new FormWorkings(
            [
                columns.Part(),
                columns.Value(),
                columns.Share(),
                columns.ShownShare(),
                WorkingColumn.OfNumber("angleStart", "from angle", ColumnUnit.Number, new Rule.Before("angle", "all"), row =>
                    Angle(row, before[row])
                ) with
                {
                    Quiet = true,
                },
                WorkingColumn.OfNumber("angle", "angle", ColumnUnit.Number, new Rule.Constant(360) * Rule.Column("share"), row =>
                    Angle(row, division.Amount(row))
                ) with
                {
                    Quiet = true,
                },
            ],
            columns
        )
        {
            Shown = columns.Shown,
            Prove = Advice,
        };
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings)
    {
        ExactDecimal hole = Of(study).Hole;
        yield return new Phrase(
            "hole",
            [
                new Token(", as a "),
                Token.Choice(
                    "form.hole",
                    "A circle or a ring?",
                    ("full circle", 0, hole.Units.IsZero, null),
                    ("ring", 0.6, !hole.Units.IsZero, "with the whole in its middle")
                ),
            ]
        );
    }

    public override string? Verdict(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.PartCount < 3)
        {
            return null;
        }
        // Slices whose shares differ by less than 2 points can't be told apart by eye.
        var close = new List<string>();
        int[] rows =
        [
            .. Enumerable
                .Range(0, division.RowCount)
                .Where(row => division.Amount(row).Sign > 0)
                .OrderByDescending(row => division.Amount(row)),
        ];
        for (int i = 0; i + 1 < rows.Length; i++)
        {
            if (
                division.Share(rows[i]) is { } larger
                && division.Share(rows[i + 1]) is { } smaller
                && larger - smaller < new Fraction(2L, 100L)
            )
            {
                close.Add($"{division.Parts[rows[i]].Label} and {division.Parts[rows[i + 1]].Label}");
            }
        }
        string told =
            close.Count == 0
                ? ""
                : $" {string.Join(", ", close.Take(3))}{(close.Count > 3 ? $" and {close.Count - 3} more pairs" : "")} "
                    + "differ by less than 2 points.";
        return $"From three parts on share bars read better: lengths from one line are compared more easily than angles.{told}";
    }

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.IsEmpty || division.WholeAt(0).Sign <= 0)
        {
            return new Unsuitable("the whole is 0", null);
        }
        int negative = Enumerable.Range(0, division.RowCount).Count(row => division.Amount(row).Sign < 0);
        if (negative > 0)
        {
            return new Unsuitable(
                $"{(negative == 1 ? "a part is" : $"{negative} parts are")} negative: there is no slice of less than nothing",
                Remedy.LeaveOutNegatives
            );
        }
        if (division.Total != division.WholeAt(0))
        {
            return new Unsuitable(
                "the parts don't make up the whole, so that the circle would not close",
                new Remedy("let 100 % be everything used", study => study with { Whole = new Whole(WholeOf.All) })
            );
        }
        int slices = Enumerable.Range(0, division.RowCount).Count(row => !division.Amount(row).IsZero);
        return slices > MostSlices
            ? new Unsuitable(
                $"{slices} slices: hard to compare, ranked share bars read better",
                slices > TooMany.Parts
                    ? new Remedy("fold the small ones past the 5th", study => study with { Fold = new Fold { Keep = MostSlices } })
                    : null
            )
            : null;
    }

    /// <summary>What has no circle is not drawn: a negative part, parts that don't close it, more slices than degrees.</summary>
    public override bool RefusesToDraw(WorkingsResult workings)
    {
        Division division = workings.Division;
        return !division.IsEmpty
            && (division.WholeAt(0).Sign <= 0 || division.Total != division.WholeAt(0) || division.RowCount > 360 || division.HasNegative);
    }

    /// <summary>Parts of 0 have no slice: they stay in the key.</summary>
    public override IReadOnlyList<KeyEntry> Key(WorkingsResult workings) => PieLayout.KeyOf(workings);

    public override Domains Domains(WorkingsResult workings) => new(0, 1);

    protected override NativeChart? ChartOf(WorkingsResult workings) => PieChart.Of(workings, Of(workings.Division.Study));

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new PieLayout(workings, Of(workings.Division.Study), figure).Draw();
}
