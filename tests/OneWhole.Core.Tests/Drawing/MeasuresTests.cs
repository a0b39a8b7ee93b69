using CsCheck;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>Ticks, boxes, scales, and text made to fit.</summary>
public sealed class MeasuresTests
{
    private static readonly Font Small = new(Typeface.Sans, 12);

    [Fact]
    public void Steps_are_1_2_25_or_5_times_a_power_of_ten() =>
        Gen.Select(Gen.Double[-1e6, 1e6], Gen.Double[1e-3, 1e6], Gen.Int[2, 12])
            .Sample(
                (least, span, most) =>
                {
                    double step = Ticks.Step(least, least + span, most);
                    double mantissa = step / Math.Pow(10, Math.Floor(Math.Log10(step) + 1e-9));
                    Assert.Contains(Math.Round(mantissa, 6), new[] { 1, 2, 2.5, 5, 10 });
                    IReadOnlyList<double> ticks = Ticks.Between(least, least + span, step);
                    Assert.True(ticks.Count <= most + 1, $"{ticks.Count} ticks where {most} were asked for");
                    Assert.All(ticks, tick => Assert.InRange(tick, least - step * 1e-6, least + span + step * 1e-6));
                },
                iter: 2000
            );

    [Fact]
    public void The_round_end_is_at_or_above_and_not_far() =>
        Gen.Double[1e-6, 1e9]
            .Sample(
                value =>
                {
                    double end = Ticks.RoundUp(value, 5);
                    return end >= value * (1 - 1e-9) && end <= value * 1.6;
                },
                iter: 2000
            );

    [Theory]
    [InlineData(0, 50, 200, "0")]
    [InlineData(50, 50, 200, "50")]
    [InlineData(2.5, 2.5, 10, "2.5")]
    [InlineData(-1000, 1000, 5000, "−1,000")]
    [InlineData(250_000, 50_000, 250_000, "250,000")]
    [InlineData(15_000_000, 5_000_000, 20_000_000, "15 m")]
    [InlineData(250_000, 50_000, 250_000, "250 k", AmountIn.Thousands)]
    [InlineData(1_500_000, 500_000, 2_000_000, "1.5 m", AmountIn.Millions)]
    [InlineData(0, 500_000, 2_000_000, "0", AmountIn.Millions)]
    public void Ticks_say_their_number(double value, double step, double largest, string text, AmountIn labels = AmountIn.Ones) =>
        Assert.Equal(text, Ticks.Label(value, step, largest, labels));

    private static readonly Gen<Box> AnyBox = Gen.Select(Gen.Int[0, 40], Gen.Int[0, 40], Gen.Int[1, 30], Gen.Int[1, 30])
        .Select((x, y, width, height) => new Box(x, y, width, height));

    [Fact]
    public void Boxes_overlap_where_they_share_a_pixel() =>
        Gen.Select(AnyBox, AnyBox)
            .Sample(
                (a, b) =>
                {
                    bool shared = false;
                    for (int x = (int)a.X; x < a.Right && !shared; x++)
                    {
                        for (int y = (int)a.Y; y < a.Bottom && !shared; y++)
                        {
                            shared = x >= b.X && x < b.Right && y >= b.Y && y < b.Bottom;
                        }
                    }
                    return a.Overlaps(b) == shared && b.Overlaps(a) == shared;
                },
                iter: 500
            );

    [Fact]
    public void A_line_crosses_a_box_where_one_of_its_points_is_inside() =>
        Gen.Select(AnyBox, Gen.Double[-10, 90].Array[4])
            .Sample(
                (box, line) =>
                {
                    bool inside = Enumerable
                        .Range(0, 4001)
                        .Any(i =>
                        {
                            double t = i / 4000.0,
                                x = line[0] + (line[2] - line[0]) * t,
                                y = line[1] + (line[3] - line[1]) * t;
                            return x > box.X && x < box.Right && y > box.Y && y < box.Bottom;
                        });
                    // Sampling may miss a corner that is only grazed, never the other way round.
                    return !inside || box.Crosses(line[0], line[1], line[2], line[3]);
                },
                iter: 500
            );

    [Fact]
    public void Shortened_text_fits_and_is_as_long_as_it_can_be() =>
        Gen.Select(Gen.Int[0, 60], Gen.Int[10, 300])
            .Sample(
                (length, width) =>
                {
                    string text = string.Concat(Enumerable.Range(0, length).Select(i => "Fog on the Sound, Berth taken "[i % 30]));
                    string shown = TextFit.Shorten(TextMeasurer.Shared, text, Small, width);
                    bool whole = shown == text;
                    Assert.True(shown == "…" || TextMeasurer.Shared.Width(shown, Small) <= width + 0.02, shown);
                    Assert.True(whole || shown.EndsWith('…'));
                    Assert.Equal(whole, TextMeasurer.Shared.Width(text, Small) <= width + 0.01);
                },
                iter: 400
            );

    [Fact]
    public void A_text_whose_own_width_was_asked_for_is_never_shortened() => Assert.All(["Fog", "Berth taken", "W", "AVAVAV"], text =>
        {
            double gap = 10.1,
                room = TextMeasurer.Shared.Width(text, Small) + gap;
            Assert.Equal(text, TextFit.Shorten(TextMeasurer.Shared, text, Small, room - gap));
        });

    [Theory]
    [InlineData("Late connecting bus", 60, 3)]
    [InlineData("a b c d e f g h i j k l m n o p q r s t u v w x y z", 30, 2)]
    [InlineData("Unbreakablelongwordofthesound", 50, 3)]
    public void Wrapped_lines_fit_and_are_no_more_than_allowed(string text, double width, int most)
    {
        IReadOnlyList<string> lines = TextFit.Wrap(TextMeasurer.Shared, text, Small, width, most);
        Assert.InRange(lines.Count, 1, most);
        Assert.All(lines, line => Assert.True(TextMeasurer.Shared.Width(line, Small) <= width + 0.02, line));
        Assert.StartsWith(lines[0].TrimEnd('…'), text, StringComparison.Ordinal);
    }

    [Fact]
    public void Turned_text_takes_the_room_of_its_turned_box()
    {
        TextMark flat = new("a", MarkRole.Name, 100, 100, "end", "Fog", 12, 400, "sans", "ink") { Width = 40 };
        Box level = flat.Bounds,
            upright = (flat with { Turn = -90 }).Bounds;
        Assert.Equal((level.Width, level.Height), (upright.Height, upright.Width));
        Assert.Equal(100, level.Right, 6);
        Assert.Equal(100, upright.Y, 6);
    }
}
