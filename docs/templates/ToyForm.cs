// A finished small form, to be copied: CONTRIBUTING.md says which steps there are. The tests compile this file, draw it, hand it over,
// and add it to the registry of a copy of the sources by those steps.
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Toy;

/// <summary>What a study can say of this form besides its kind: a property each, with the value that it has where a study is silent.</summary>
internal sealed record ToyMembers
{
    /// <summary>Pixels between bars, 0 to 9.</summary>
    public int Gap { get; init; } = 2;
}

/// <summary>
/// A bar for each part of each group, and a spacer that fills it up to the largest one. Everything that depends on the form is here:
/// its members, columns, words, scale and marks.
/// </summary>
internal sealed class ToyForm : Form<ToyMembers>
{
    // The word in study documents: small letters, never changed once studies have it.
    public override string Kind => "toy";

    // The name under its miniature.
    public override string Name => "Toy";

    // Its page in the guide is made of this and of what is computed from the demo.
    public override FormGuide Guide { get; } =
        new(
            "revenue.csv",
            """{"format": "onewhole.study/1", "title": "A toy", "value": {"sum": "Revenue"}, "parts": {"column": "Passenger type"},"""
                + """ "groups": {"column": "Route"}, "form": {"kind": "toy"}}"""
        )
        {
            Serves = "It shows how a form is made.",
            ReadsBetter = [("somebody is to read it", "any other form")],
            Mistakes = [("Taking it for a chart", "Its name says what it is.")],
        };

    // Whether it reads groups; what 100 % is where a study is silent.
    public override GroupUse Groups => GroupUse.Required;

    public override WholeOf DefaultWhole => WholeOf.Group;

    protected override ToyMembers Default => new();

    // Reads, checks and writes the members; the JSON Schema and the settings of looks are made of it.
    protected override ObjectShape<ToyMembers> Members { get; } =
        new ObjectShape<ToyMembers>("a toy", () => new ToyMembers()).Has(
            "gap",
            new CountShape(0, 9),
            members => members.Gap,
            (members, value) => members with { Gap = value },
            "pixels between bars"
        );

    // The workings: standard columns, and its own with their rules. A rule is an expression over other columns; the words under a
    // column's heading, a cell's arithmetic and a workbook's formula are all written from it.
    public override FormWorkings Compute(Division division)
    {
        var columns = new StandardColumns(division);
        ExactInt largest = default;
        for (int row = 0; row < division.RowCount; row++)
        {
            largest = division.Amount(row) > largest ? division.Amount(row) : largest;
        }
        WorkingColumn spacer = WorkingColumn.OfNumber(
            "spacer",
            "spacer",
            ColumnUnit.Amount,
            new Rule.Largest("value", "all rows") - Rule.Column("value"),
            row => division.Has(row) ? division.Value(largest - division.Amount(row)) : null
        );
        return new FormWorkings([columns.Group(), columns.Part(), columns.Value(), columns.Share(), columns.ShownShare(), spacer], columns)
        {
            Shown = columns.Shown,
        };
    }

    // What it adds to the sentence: a token with a path is a word that can be changed.
    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings) =>
        [new Phrase("gap", [new Token(", bars "), new Token($"{Of(study).Gap} apart") { Path = "form.gap", Control = "number" }])];

    // The range of values that a figure spans; small figures that stand side by side are laid out on one that spans all of theirs.
    public override Domains Domains(WorkingsResult workings) => new(0, 1);

    // The marks, in pixels. An id stays with what the mark stands for, so that marks move where numbers change; the role says what it
    // is (a bar is pointed at, a spacer is not drawn); the row leads to the workings.
    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure)
    {
        double step = Math.Min(4, figure.Plot.Height / Math.Max(1, workings.RowCount));
        for (int row = 0; row < workings.RowCount; row++)
        {
            double y = figure.Plot.Y + row * step;
            figure.Add(new RectMark($"bar-{row}", MarkRole.Bar, figure.Plot.X, y, 3, step, Ink.ClassA) { Row = row });
            figure.Add(new RectMark($"spacer-{row}", MarkRole.Spacer, figure.Plot.X + 3, y, 3, step, null) { Row = row });
        }
    }
}
