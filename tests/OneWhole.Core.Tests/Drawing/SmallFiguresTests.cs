using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>The same study for each value of a column: one scale, one key.</summary>
public sealed class SmallFiguresTests
{
    private static readonly Table Trips = TableOf.Columns(
        "Island: Hallin | Hallin | Hallin | Hallin | Oskery | Oskery | Oskery | Oskery | Tarn | Tarn | Tarn | Tarn",
        "Way: out | out | back | back | out | out | back | back | out | out | back | back",
        "Stop: Quay | Mole | Quay | Mole | Quay | Mole | Quay | Mole | Quay | Mole | Quay | Mole",
        "Trips: 4000 | 1000 | 3000 | 2500 | 400 | 120 | 350 | 200 | 17 | 8 | 30 | 22"
    );

    private static WorkingsSet Run(string form, string finish = "") =>
        WorkingsSet.Run(
            Trips,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Way"}, "groups": {"column": "Stop"}, "value": """
                    + $$"""{"sum": "Trips"}, "each": {"column": "Island"}, "form": {{form}}{{finish}} }"""
            )
        );

    [Theory]
    [InlineData("""{"kind": "lanes"}""", false)]
    [InlineData("""{"kind": "funnel"}""", false)]
    [InlineData("""{"kind": "butterfly"}""", false)]
    [InlineData("""{"kind": "pyramid", "scale": "amount"}""", false)]
    [InlineData("""{"kind": "diverging", "scale": "amount"}""", false)]
    [InlineData("""{"kind": "nested"}""", false)]
    [InlineData("""{"kind": "stacked"}""", true)]
    [InlineData("""{"kind": "stacked", "lay": "sideways"}""", false)]
    [InlineData("""{"kind": "stacked", "arrange": "beside"}""", true)]
    public void An_amount_has_the_same_length_in_all_of_them(string form, bool upright)
    {
        WorkingsSet set = Run(form);
        foreach ((int width, int height) in ((int, int)[])[(700, 460), (1600, 1000)])
        {
            Figure figure = FigureDrawer.Draw(set, width, height, TextMeasurer.Shared);
            double? unit = null;
            for (int each = 0; each < set.Values.Count; each++)
            {
                foreach (
                    RectMark bar in figure
                        .Marks.OfType<RectMark>()
                        .Where(mark => mark.Role == MarkRole.Bar && mark.Id.StartsWith($"each-{each}-", StringComparison.Ordinal))
                )
                {
                    WorkingsResult workings = set.Values[each].Workings;
                    string column =
                        !workings.RowsAreGroups ? "value"
                        : bar.Part == workings.Division.Parts[0].Key ? "left"
                        : "right";
                    double value = workings[column].Number(bar.Row)!.Value;
                    double length = upright ? bar.Height : bar.Width;
                    unit ??= length / value;
                    Assert.True(
                        Math.Abs(length - value * unit.Value) < 0.05,
                        $"{form} at {width} × {height}: {bar.Id} has {length:0.00} pixels for {value}, at {unit:0.0000} "
                            + "pixels each elsewhere"
                    );
                }
            }
        }
    }

    [Theory]
    [InlineData("""{"kind": "stacked"}""", 3)]
    [InlineData("""{"kind": "stacked", "lay": "sideways"}""", 1)]
    [InlineData("""{"kind": "nested"}""", 1)]
    public void What_is_the_same_for_all_stands_once_at_their_edge(string form, int named)
    {
        // Three side by side: names stand beneath each column, or left of the first.
        Figure figure = FigureDrawer.Draw(Run(form, """, "order": {"groups": "natural"}"""), 720, 240, TextMeasurer.Shared);
        TextMark[] texts = [.. figure.Marks.OfType<TextMark>()];
        Assert.Equal(named, texts.Count(text => text.Role == MarkRole.Name && text.Text == "Quay"));
        bool upright = named > 1;
        Assert.Equal(
            upright ? 1 : 3,
            texts.Where(text => text.Role == MarkRole.Axis).Select(text => text.Id.Split('-')[1]).Distinct().Count()
        );
    }

    [Fact]
    public void Names_in_an_order_of_their_own_stand_with_each_of_them()
    {
        Figure figure = FigureDrawer.Draw(
            Run("""{"kind": "stacked", "lay": "sideways"}""", """, "order": {"groups": "largest"}"""),
            720,
            240,
            TextMeasurer.Shared
        );
        Table other = TableOf.Columns(
            "Island: a | a | b | b",
            "Way: out | out | out | out",
            "Stop: Quay | Mole | Quay | Mole",
            "Trips: 4 | 1 | 1 | 4"
        );
        Figure mixed = FigureDrawer.Draw(
            WorkingsSet.Run(
                other,
                StudyFormat.Standard.Read(
                    """{"format": "onewhole.study/1", "parts": {"column": "Way"}, "groups": """
                        + """{"column": "Stop"}, "value": {"sum": "Trips"}, "order": {"groups": "largest"}, "each": """
                        + """{"column": "Island"}, "form": {"kind": "stacked", "lay": "sideways"} }"""
                )
            ),
            720,
            240,
            TextMeasurer.Shared
        );
        Assert.Equal(1, figure.Marks.OfType<TextMark>().Count(text => text is { Role: MarkRole.Name, Text: "Quay" }));
        Assert.Equal(2, mixed.Marks.OfType<TextMark>().Count(text => text is { Role: MarkRole.Name, Text: "Quay" }));
    }

    [Fact]
    public void All_of_them_have_the_same_numbers_along_their_one_scale()
    {
        WorkingsSet set = Run("""{"kind": "stacked"}""");
        Figure figure = FigureDrawer.Draw(set, 300, 560, TextMeasurer.Shared);
        string[][] lines =
        [
            .. Enumerable
                .Range(0, set.Values.Count)
                .Select(each =>
                    figure
                        .Marks.Where(mark =>
                            mark.Role == MarkRole.GridLine && mark.Id.StartsWith($"each-{each}-", StringComparison.Ordinal)
                        )
                        .Select(mark => mark.Id[7..])
                        .Order()
                        .ToArray()
                ),
        ];
        Assert.NotEmpty(lines[0]);
        Assert.All(lines, own => Assert.Equal(lines[0], own));
    }

    [Fact]
    public void The_rule_by_which_parts_stand_out_is_said_once_in_their_key()
    {
        Figure figure = FigureDrawer.Draw(
            Run("""{"kind": "stacked"}""", """, "finish": {"emphasisRule": "largest"}"""),
            1000,
            640,
            TextMeasurer.Shared
        );
        Assert.Single(figure.Marks.OfType<TextMark>(), text => text.Text == "in colour: the largest of each stop");
    }
}
