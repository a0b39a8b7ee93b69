using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Forms;

/// <summary>
/// What the eye compares is what was counted, in each layout: areas go by amounts, what is stacked touches, what is mirrored starts at
/// one line, what is centred has one middle.
/// </summary>
public sealed class LayoutTests
{
    /// <summary>Pixels are rounded to a hundredth.</summary>
    private const double Rounding = 0.02;

    private sealed record Bar(int Row, double Left, double Top, double Right, double Bottom, double Area)
    {
        /// <summary>By how much the area may be wrong for each of its edges' rounding.</summary>
        public double Slack => Rounding * (Right - Left + Bottom - Top) + 0.05;

        public double Middle => (Left + Right) / 2;
    }

    private static (Division Division, Bar[] Bars) Draw(string kind, string shapeId)
    {
        (Form form, FormShape shape) = EveryShape.Find(kind, shapeId);
        Study study = EveryShape.Begin(form, shape, "{}", ["Hallin", "Oskery"]);
        WorkingsResult workings = Calculator.Run(EveryShape.Trips("Disagree", "Agree", "Strongly agree"), study);
        Figure figure = FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared);
        Division division = workings.Division;
        Bar[] bars =
        [
            .. figure
                .Marks.Where(mark => mark is { Role: MarkRole.Bar, Row: >= 0 })
                .Select(mark => Of(mark) is { } bar ? bar with { Row = RowOf(division, mark) } : null)
                .OfType<Bar>()
                .OrderBy(bar => bar.Row),
        ];
        return (division, bars);
    }

    /// <summary>The pair that a bar stands for; where rows of the workings are groups, its mark says which part it is of.</summary>
    private static int RowOf(Division division, Mark mark)
    {
        if (division.Groups is not { } groups || mark.Group is null || mark.Part is null)
        {
            return mark.Row;
        }
        int group = groups.ToList().FindIndex(entry => entry.Key == mark.Group),
            part = division.Parts.ToList().FindIndex(entry => entry.Key == mark.Part);
        return group * division.PartCount + part;
    }

    private static string FirstOf(string kind) => FormList.Standard.Find(kind, "").Shapes[0].Id;

    private static Bar? Of(Mark mark) =>
        mark switch
        {
            RectMark box => new Bar(box.Row, box.X, box.Y, box.X + box.Width, box.Y + box.Height, box.Width * box.Height),
            PathMark { Fill: not null } path => OfPath(path),
            _ => null,
        };

    /// <summary>A polygon's area is that of its triangles from the origin (Gauss's area formula).</summary>
    private static Bar OfPath(PathMark path)
    {
        double twice = 0;
        foreach (IReadOnlyList<double> run in path.Runs)
        {
            for (int at = 0; at < run.Count; at += 2)
            {
                int next = (at + 2) % run.Count;
                twice += run[at] * run[next + 1] - run[next] * run[at + 1];
            }
        }
        double[] xs = [.. path.Runs.SelectMany(run => run.Where((_, at) => at % 2 == 0))];
        double[] ys = [.. path.Runs.SelectMany(run => run.Where((_, at) => at % 2 == 1))];
        return new Bar(path.Row, xs.Min(), ys.Min(), xs.Max(), ys.Max(), Math.Abs(twice) / 2);
    }

    private static double AmountOf(Division division, int row) => Math.Abs(division.Value(division.Amount(row)).ToDouble());

    public static TheoryData<string, string> OfAreas()
    {
        var data = new TheoryData<string, string>();
        foreach (object[] each in EveryShape.All().Where(each => Draws((string)each[0], (string)each[1])))
        {
            data.Add((string)each[0], (string)each[1]);
        }
        return data;
    }

    /// <summary>Steps between sums and lines between shares are laid out otherwise; they have tests below.</summary>
    private static bool Draws(string kind, string shapeId) => kind != "bridge" && shapeId != "concentration";

    [Theory]
    [MemberData(nameof(OfAreas))]
    public void Within_a_group_areas_are_to_one_another_as_amounts(string kind, string shapeId)
    {
        (Division division, Bar[] bars) = Draw(kind, shapeId);
        Assert.NotEmpty(bars);
        foreach (IGrouping<int, Bar> group in bars.GroupBy(bar => division.GroupOf(bar.Row)))
        {
            // What is cut in two (a neutral level on both sides) is one part.
            (int Row, double Area, double Slack)[] parts =
            [
                .. group.GroupBy(bar => bar.Row).Select(same => (same.Key, same.Sum(bar => bar.Area), same.Sum(bar => bar.Slack))),
            ];
            double scale = parts.Sum(part => part.Area) / parts.Sum(part => AmountOf(division, part.Row));
            Assert.True(scale > 0);
            Assert.All(parts, part => Assert.Equal(AmountOf(division, part.Row) * scale, part.Area, 2 * part.Slack + part.Area * 0.002));
        }
    }

    [Theory]
    [InlineData("mekko")]
    [InlineData("pie")]
    public void Where_widths_are_amounts_too_all_areas_have_one_scale(string kind)
    {
        (Division division, Bar[] bars) = Draw(kind, FirstOf(kind));
        double scale = bars.Sum(bar => bar.Area) / bars.Sum(bar => AmountOf(division, bar.Row));
        Assert.All(bars, bar => Assert.Equal(AmountOf(division, bar.Row) * scale, bar.Area, 2 * bar.Slack + bar.Area * 0.002));
    }

    [Fact]
    public void What_is_stacked_touches_and_begins_at_zero()
    {
        (Division division, Bar[] bars) = Draw("stacked", FirstOf("stacked"));
        double zero = bars.Max(bar => bar.Bottom);
        foreach (IGrouping<int, Bar> stack in bars.GroupBy(bar => division.GroupOf(bar.Row)))
        {
            Bar[] upward = [.. stack.OrderByDescending(bar => bar.Bottom)];
            Assert.Equal(zero, upward[0].Bottom, Rounding);
            Assert.All(upward.Zip(upward.Skip(1)), pair => Assert.Equal(pair.First.Top, pair.Second.Bottom, Rounding));
            Assert.All(upward, bar => Assert.Equal(upward[0].Middle, bar.Middle, Rounding));
        }
    }

    [Theory]
    [InlineData("butterfly")]
    [InlineData("pyramid")]
    public void What_is_mirrored_starts_at_one_line_on_each_side(string kind)
    {
        (Division division, Bar[] bars) = Draw(kind, FirstOf(kind));
        Bar[] left = [.. bars.Where(bar => division.PartOf(bar.Row) == 0)],
            right = [.. bars.Where(bar => division.PartOf(bar.Row) == 1)];
        if (left.Average(bar => bar.Middle) > right.Average(bar => bar.Middle))
        {
            (left, right) = (right, left);
        }
        Assert.All(left, bar => Assert.Equal(left[0].Right, bar.Right, Rounding));
        Assert.All(right, bar => Assert.Equal(right[0].Left, bar.Left, Rounding));
        Assert.True(left[0].Right <= right[0].Left + Rounding);
        Assert.Equal(left.Select(bar => bar.Top), right.Select(bar => bar.Top));
    }

    [Fact]
    public void What_is_centred_has_one_middle()
    {
        (Division division, Bar[] bars) = Draw("funnel", FirstOf("funnel"));
        foreach (IGrouping<int, Bar> funnel in bars.GroupBy(bar => division.GroupOf(bar.Row)))
        {
            Assert.All(funnel, bar => Assert.Equal(funnel.First().Middle, bar.Middle, Rounding));
            Bar[] downward = [.. funnel.OrderBy(bar => bar.Row)];
            Assert.All(downward.Zip(downward.Skip(1)), pair => Assert.True(pair.First.Bottom <= pair.Second.Top + Rounding));
        }
    }

    [Fact]
    public void Each_step_begins_where_the_one_before_it_ends()
    {
        (_, Bar[] bars) = Draw("bridge", FirstOf("bridge"));
        Bar[] along = [.. bars.OrderBy(bar => bar.Left)];
        Assert.True(along.Length > 1);
        Assert.All(along.Zip(along.Skip(1)), pair =>
            Assert.True(
                new[] { pair.First.Top, pair.First.Bottom }.Any(end =>
                    Math.Abs(end - pair.Second.Top) < Rounding || Math.Abs(end - pair.Second.Bottom) < Rounding
                ),
                $"{pair.First} and {pair.Second}"
            )
        );
    }
}
