using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Forms.Toy;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;
using OneWhole.Formats.Handing;

namespace OneWhole.Core.Tests.Forms;

/// <summary>A form with groups and spacers that only the tests know (docs/templates/ToyForm.cs): nothing under src may need to change for it.</summary>
public sealed class ToyFormTests
{
    private static readonly FormList Forms = new([.. FormList.Standard.Forms, new ToyForm()]);

    private static WorkingsResult Run()
    {
        Study study = new StudyFormat(Forms).Read(
            """{"format": "onewhole.study/1", "parts": {"column": "P"}, "groups": {"column": "G"}, "value": """
                + """{"sum": "V"}, "form": {"kind": "toy", "gap": 4}}"""
        );
        return Calculator.Run(TableOf.Columns("P: a | b | a", "G: x | x | y", "V: 3 | 1 | 2"), study);
    }

    [Fact]
    public void It_has_workings_with_groups_spacers_and_absent_pairs()
    {
        WorkingsResult workings = Run();
        Assert.Equal(4, workings.RowCount);
        Assert.Equal([0.75, 0.25, 1.0, null], Enumerable.Range(0, 4).Select(workings["share"].Number));
        Assert.Equal([0.0, 2.0, 1.0, null], Enumerable.Range(0, 4).Select(workings["spacer"].Number));
        Assert.Contains(workings.TieOut, line => line.Id == "absent-pairs");
        Assert.Equal(2, workings.Readings["groups"]!.AsArray().Count);
        Assert.All(Enumerable.Range(0, 3), row =>
            Assert.Equal(workings["spacer"].Number(row), workings["spacer"].Rule.Value(new RuleCells(workings), row)?.ToDouble())
        );
    }

    [Fact]
    public void It_is_in_the_schema_the_statement_and_the_figure()
    {
        Assert.Contains("\"toy\"", new StudyFormat(Forms).Schema().ToJsonString(), StringComparison.Ordinal);
        Assert.Contains(
            "within each g, largest first, gs as in the table, bars 4 apart",
            Statement.Of(Run()).Text,
            StringComparison.Ordinal
        );
        Figure figure = FigureDrawer.Draw(Run(), 400, 300, Formats.Text.TextMeasurer.Shared);
        Assert.Equal(4, figure.Marks.Count(mark => mark.Role == MarkRole.Spacer));
    }

    [Theory]
    [InlineData("figure.xlsx")]
    [InlineData("figure.pptx")]
    [InlineData("figure.pdf")]
    [InlineData("page.html")]
    public void It_is_handed_over_with_no_change_to_a_writer(string kind)
    {
        WorkingsResult workings = Run();
        byte[] bytes = HandOver
            .Find(kind)
            .ToBytes(new HandedStudy("a toy", workings.Division.Study, WorkingsSet.Of(workings)), new HandingSize(960, 600));
        if (kind is "figure.xlsx" or "figure.pptx")
        {
            using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(bytes));
            string drawing = new StreamReader(
                zip.Entries.Single(entry =>
                        entry.FullName.EndsWith(kind == "figure.xlsx" ? "drawing1.xml" : "slide1.xml", StringComparison.Ordinal)
                    )
                    .Open()
            ).ReadToEnd();
            Assert.Equal(4, System.Text.RegularExpressions.Regex.Count(drawing, "name=\"spacer-[0-9]\""));
        }
        if (kind == "figure.xlsx")
        {
            // Its spacer is a formula made from its rule.
            using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(bytes));
            string sheet = new StreamReader(zip.GetEntry("xl/worksheets/sheet2.xml")!.Open()).ReadToEnd();
            Assert.Contains("MAX(0,E$7:E$8,E$10:E$11)-E7", sheet, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void Its_members_are_read_and_missing_groups_are_named()
    {
        StudyFormat format = new(Forms);
        Assert.Throws<StudyException>(() =>
            format.Read("""{"format": "onewhole.study/1", "parts": {"column": "P"}, "form": {"kind": "toy", "gap": 10}}""")
        );
        Study study = format.Read("""{"format": "onewhole.study/1", "parts": {"column": "P"}, "form": {"kind": "toy"}}""");
        Assert.Equal("needs-groups", Assert.Throws<StudyException>(() => Calculator.Run(TableOf.Columns("P: a"), study)).Code);
    }
}
