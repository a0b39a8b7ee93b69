using System.Globalization;
using System.Text;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Tests.Reference;

/// <summary>
/// Every loop over numbers ends for all doubles: the ends of the range, one beside the other, next to nothing, in every form.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class ExtremeNumbersTests
{
    private static readonly double[] Numbers =
    [
        1e308,
        -1e308,
        double.MaxValue,
        -double.MaxValue,
        5e-324,
        1e-300,
        -1e-300,
        0,
        1,
        1e15,
        1e-9,
        123456789012345,
    ];

    public static TheoryData<string, string> Cases()
    {
        var cases = new TheoryData<string, string>();
        foreach (Form form in FormList.Standard.Forms)
        {
            foreach (FormShape shape in form.Shapes)
            {
                cases.Add(form.Kind, shape.Id);
            }
        }
        return cases;
    }

    [Theory]
    [MemberData(nameof(Cases))]
    public async Task A_figure_is_drawn_or_refused_in_words(string kind, string shapeId)
    {
        Form form = FormList.Standard.Forms.Single(known => known.Kind == kind);
        FormShape shape = form.Shapes.Single(known => known.Id == shapeId);
        Task drawing = Task.Run(() =>
        {
            for (int first = 0; first < Numbers.Length; first++)
            {
                for (int second = 0; second < Numbers.Length; second++)
                {
                    Draw(form, shape, Numbers[first], Numbers[second], Numbers[(first + second) % Numbers.Length]);
                }
            }
        });
        Task ended = await Task.WhenAny(drawing, Task.Delay(TimeSpan.FromSeconds(60)));
        Assert.True(ended == drawing, $"{kind} {shapeId} does not end");
        await drawing;
    }

    private static void Draw(Form form, FormShape shape, params double[] values)
    {
        var csv = new StringBuilder("Part,Group,Amount\n");
        string[] parts = ["0–4", "5–9"];
        for (int row = 0; row < 6; row++)
        {
            csv.Append(
                CultureInfo.InvariantCulture,
                $"{(row % 2 == 0 ? "Men" : "Women")},{parts[row / 2 % 2]},{values[row % values.Length]:R}\n"
            );
        }
        try
        {
            Table table = TableFile.Read(new MemoryStream(Encoding.UTF8.GetBytes(csv.ToString())), "t.csv", ReadSettings.Found).Table;
            Study study = StudyFormat.Standard.Read(
                """{"format": "onewhole.study/1", "value": {"sum": "Amount"}, "parts": {"column": "Part"}, "groups": """
                    + """{"column": "Group"}, "form": {"kind": "pareto"}}"""
            );
            study = form.Fitted(table, shape.Apply(study with { Form = new FormChoice(form, form.DefaultMembers) }));
            Figure figure = FigureDrawer.Draw(Calculator.Run(table, study), 480, 320, TextMeasurer.Shared);
            Assert.All(figure.Marks.OfType<RectMark>(), mark =>
                Assert.True(
                    double.IsFinite(mark.X + mark.Y + mark.Width + mark.Height),
                    $"{mark.Id} lies nowhere with {string.Join(" and ", values)}"
                )
            );
        }
        catch (StudyException refused)
        {
            Assert.NotEmpty(refused.Message);
        }
    }
}
