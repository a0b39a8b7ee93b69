using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Forms;

/// <summary>
/// What a bridge says and draws besides its numbers: rates that move against their parts, an axis that begins elsewhere, shares then and
/// now.
/// </summary>
public sealed class ThenAndNowTests
{
    /// <summary>
    /// Admissions to the six largest departments, Berkeley 1973: Bickel, Hammel and O'Connell, Science 187 (1975); UCBAdmissions in r-base.
    /// </summary>
    private static readonly Table Admissions = TableOf.Columns(
        "Department: A | A | B | B | C | C | D | D | E | E | F | F",
        "Sex: Men | Women | Men | Women | Men | Women | Men | Women | Men | Women | Men | Women",
        "Admitted: 512 | 89 | 353 | 17 | 120 | 202 | 138 | 131 | 53 | 94 | 22 | 24",
        "Applicants: 825 | 108 | 560 | 25 | 325 | 593 | 417 | 375 | 191 | 393 | 373 | 341"
    );

    private static WorkingsResult Run(Table table, string more, string finish = "{}") =>
        Calculator.Run(
            table,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "value": {"sum": "Admitted"}, "parts": """
                    + $$"""{"column": "Department"}, "groups": {"column": "Sex"}, "form": """
                    + $$"""{"kind": "bridge"{{more}}}, "finish": {{finish}} }"""
            )
        );

    [Fact]
    public void A_mean_rate_that_moves_against_its_parts_is_said()
    {
        WorkingsResult workings = Run(Admissions, """, "volume": "Applicants" """);
        Assert.Equal(1198.0 / 2691, (double)workings.Readings["rateBefore"]!, 12);
        Assert.Equal(557.0 / 1835, (double)workings.Readings["rateAfter"]!, 12);
        string said = workings.Division.Study.Form.Form.Verdict(workings)!;
        Assert.EndsWith(
            "The mean rate fell, though that of 4 of 6 departments rose: more of the volume lies where rates are low (Simpson's paradox).",
            said,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Where_each_part_moves_against_the_mean_it_says_each()
    {
        Table table = TableOf.Columns(
            "Department: A | B | A | B",
            "Sex: then | then | now | now",
            "Admitted: 90 | 20 | 19 | 270",
            "Applicants: 100 | 100 | 20 | 900"
        );
        string said = Run(table, """, "volume": "Applicants" """) is var workings
            ? workings.Division.Study.Form.Form.Verdict(workings)!
            : "";
        Assert.Contains("The mean rate fell, though that of each of the departments rose", said, StringComparison.Ordinal);
        // The same rates with volumes in one proportion: nothing moves against anything.
        Table even = TableOf.Columns(
            "Department: A | B | A | B",
            "Sex: then | then | now | now",
            "Admitted: 90 | 20 | 95 | 30",
            "Applicants: 100 | 100 | 100 | 100"
        );
        Assert.DoesNotContain(
            "Simpson",
            Run(even, """, "volume": "Applicants" """) is var calm ? calm.Division.Study.Form.Form.Verdict(calm)! : "",
            StringComparison.Ordinal
        );
    }

    private static string FootOf(Figure figure) =>
        figure.Marks.OfType<TextMark>().Where(mark => mark.Id == "tie-out-source").Select(mark => mark.Full ?? mark.Text).Single();

    [Fact]
    public void An_axis_that_begins_elsewhere_is_cut_and_said()
    {
        WorkingsResult workings = Run(Admissions, "", """{"axisFrom": 500}""");
        Figure figure = FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared);
        Assert.StartsWith("the axis begins at 500, not at 0", FootOf(figure), StringComparison.Ordinal);
        Assert.Equal(2, figure.Marks.Count(mark => mark.Id.StartsWith("axis-cut-", StringComparison.Ordinal)));
        RectMark[] bars = [.. figure.Marks.OfType<RectMark>().Where(mark => mark.Role == MarkRole.Bar)];
        double ground = bars.Where(bar => bar.Row < 0).Max(bar => bar.Y + bar.Height);
        Assert.All(bars, bar => Assert.True(bar.Y + bar.Height <= ground + 0.01));
        // Heights from the beginning: 1,198 − 500 against 557 − 500.
        double[] wholes = [.. bars.Where(bar => bar.Row < 0).Select(bar => bar.Height)];
        Assert.Equal(698.0 / 57, wholes[0] / wholes[1], 1);
    }

    [Fact]
    public void An_axis_can_t_begin_over_its_lowest_step_and_says_so()
    {
        Figure figure = FigureDrawer.Draw(Run(Admissions, "", """{"axisFrom": 600}"""), 960, 600, TextMeasurer.Shared);
        Assert.StartsWith("the axis begins at 0: 600 is over the lowest step", FootOf(figure), StringComparison.Ordinal);
        Assert.DoesNotContain(figure.Marks, mark => mark.Id.StartsWith("axis-cut-", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(480, 320)]
    [InlineData(960, 600)]
    public void A_slope_has_a_line_a_part_and_no_two_labels_touch(int width, int height)
    {
        WorkingsResult workings = Run(Admissions, "", """{"slope": true}""");
        Figure figure = FigureDrawer.Draw(workings, width, height, TextMeasurer.Shared);
        Assert.Equal(6, figure.Marks.Count(mark => mark is PathMark { Role: MarkRole.Bar }));
        TextMark[] texts = [.. figure.Marks.OfType<TextMark>().Where(mark => mark.Role is MarkRole.Name or MarkRole.Label)];
        Assert.Equal(12, texts.Length);
        Assert.All(texts.SelectMany((one, at) => texts.Skip(at + 1).Select(other => (one, other))), pair =>
            Assert.False(pair.one.Bounds.Overlaps(pair.other.Bounds), $"{pair.one.Text} and {pair.other.Text}")
        );
        // 512 of 1,198 men; 89 of 557 women.
        Assert.Contains(texts, text => text.Text == "A  42.7 %");
        Assert.Contains(texts, text => text.Text == "16.0 %  A");
        Assert.Null(figure.LeftOut);
    }

    [Fact]
    public void A_slope_needs_a_before_and_an_after()
    {
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "value": {"sum": "Admitted"}, "parts": {"column": "Department"}, "form": """
                + """{"kind": "bridge"}, "finish": {"slope": true} }"""
        );
        StudyException refused = Assert.Throws<StudyException>(() =>
            FigureDrawer.Draw(Calculator.Run(Admissions, study), 960, 600, TextMeasurer.Shared)
        );
        Assert.Contains("a slope needs a before and an after", refused.Message, StringComparison.Ordinal);
        Assert.Contains("Slope", study.Form.Form.Shapes.Select(shape => shape.Name));
        Assert.Contains("from Men to Women", Statement.Of(Run(Admissions, "")).Text, StringComparison.Ordinal);
    }
}
