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
        "Trips: 4000 | 1000 | 3000 | 2500 | 400 | 120 | 350 | 200 | 17 | 8 | 30 | 22");

    private static WorkingsSet Run(string form, string finish = "") => WorkingsSet.Run(Trips, StudyFormat.Standard.Read(
        $$"""{"format": "onewhole.study/1", "parts": {"column": "Way"}, "groups": {"column": "Stop"}, "value": {"sum": "Trips"}, "each": {"column": "Island"}, "form": {{form}}{{finish}} }"""));

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
                foreach (RectMark bar in figure.Marks.OfType<RectMark>().Where(mark => mark.Role == "bar" && mark.Id.StartsWith($"each-{each}-", StringComparison.Ordinal)))
                {
                    WorkingsResult workings = set.Values[each].Workings;
                    string column = !workings.RowsAreGroups ? "value" : bar.Part == workings.Division.Parts[0].Key ? "left" : "right";
                    double value = workings[column].Number(bar.Row)!.Value;
                    double length = upright ? bar.Height : bar.Width;
                    unit ??= length / value;
                    Assert.True(Math.Abs(length - value * unit.Value) < 0.05, $"{form} at {width} × {height}: {bar.Id} has {length:0.00} pixels for {value}, at {unit:0.0000} pixels each elsewhere");
                }
            }
        }
    }

    [Fact]
    public void The_rule_by_which_parts_stand_out_is_said_once_in_their_key()
    {
        Figure figure = FigureDrawer.Draw(Run("""{"kind": "stacked"}""", """, "finish": {"emphasisRule": "largest"}"""), 1000, 640, TextMeasurer.Shared);
        Assert.Single(figure.Marks.OfType<TextMark>(), text => text.Text == "in colour: the largest of each stop");
    }
}
