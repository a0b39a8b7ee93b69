using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>The ends of bars that are dragged to try another amount.</summary>
public class TrialEndsTests
{
    private static readonly Table Trips = TableOf.Columns(
        "Kind: Disagree | Agree | Strongly agree | Disagree | Agree | Strongly agree | Disagree | Agree | Strongly agree",
        "Route: Hallin | Hallin | Hallin | Oskery | Oskery | Oskery | Big Wick | Big Wick | Big Wick",
        "Fares: 3204.5 | 1400 | 610.25 | 2222 | 900 | 4100.5 | 3300 | 1250 | 777"
    );

    private static Figure Draw(Study study) => FigureDrawer.Draw(Calculator.Run(Trips, study), 960, 600, TextMeasurer.Shared);

    /// <summary>
    /// A bar ends where its amount is, by what its end is told; so whatever it is dragged to is the amount at that place.
    /// </summary>
    [Theory]
    [MemberData(nameof(EveryShape.All), MemberType = typeof(EveryShape))]
    public void A_bars_end_is_at_its_amount(string kind, string shapeId)
    {
        (Form form, FormShape shape) = EveryShape.Find(kind, shapeId);
        Figure figure = Draw(EveryShape.Begin(form, shape, "{}", ["Hallin", "Oskery"]));
        RectMark[] bars = [.. figure.Marks.OfType<RectMark>().Where(mark => mark is { Role: MarkRole.Bar, Edit: not null })];
        Assert.All(bars, bar =>
        {
            Edit edit = bar.Edit!;
            double end = edit.FromPixel + (edit.Value - edit.FromValue) / (edit.ToValue - edit.FromValue) * (edit.ToPixel - edit.FromPixel);
            double[] ends = edit.Control == "drag-y" ? [bar.Y, bar.Y + bar.Height] : [bar.X, bar.X + bar.Width];
            Assert.Contains(ends, each => Math.Abs(each - end) < 0.02);
        });
        // Areas, centred bars, sides that are rows of groups, and lines have none.
        Assert.Equal(
            kind is not ("mekko" or "funnel" or "butterfly" or "pie") && shapeId is not ("slope" or "concentration"),
            bars.Length > 0
        );
    }

    [Theory]
    [InlineData("stacked")]
    [InlineData("nested")]
    [InlineData("lanes")]
    [InlineData("diverging")]
    public void What_was_counted_stays_as_an_outline(string kind)
    {
        (Form form, FormShape shape) = EveryShape.Find(kind, FormList.Standard.Forms.Single(other => other.Kind == kind).Shapes[0].Id);
        Study study = EveryShape.Begin(
            form,
            shape,
            """{"trial": [{"part": "Agree", "group": "Hallin", "set": 700}]}""",
            ["Hallin", "Oskery"]
        );
        Figure figure = Draw(study);
        PathMark outline = Assert.Single(figure.Marks.OfType<PathMark>(), mark => mark.Id.StartsWith("counted-", StringComparison.Ordinal));
        RectMark bar = figure.Marks.OfType<RectMark>().Single(mark => mark.Role == MarkRole.Bar && outline.Id == $"counted-{mark.Id}");
        // 1,400 were counted where 700 are tried.
        Assert.Equal(
            2
                * Math.Max(bar.Width, bar.Height)
                * (bar.Edit!.Control == "drag-x" ? bar.Width : bar.Height)
                / Math.Max(bar.Width, bar.Height),
            bar.Edit.Control == "drag-x" ? outline.Bounds.Width : outline.Bounds.Height,
            1
        );
        Assert.DoesNotContain(FigureDrawer.Draw(Calculator.Run(Trips, study), 120, 80, TextMeasurer.Shared).Marks, mark =>
            mark.Role == MarkRole.Outline || mark.Edit is not null
        );
    }
}
