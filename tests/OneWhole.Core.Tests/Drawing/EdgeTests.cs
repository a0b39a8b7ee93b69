using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>Every bar stands out from its sheet, and from its neighbour, also for who sees fewer colours.</summary>
[Trait("Speed", "Slow")]
public sealed class EdgeTests
{
    private static readonly Table Trips = EveryShape.Trips(
        "Disagree",
        "Neutral",
        "Agree",
        "Strongly agree",
        "None",
        "Other",
        "Late",
        "Early"
    );

    public static TheoryData<string> Fills => [.. Ink.Sheet.Keys, "#ffffff", "#fefe80", "#d0d0ff", "#000000", "#808080"];

    [Theory]
    [MemberData(nameof(Fills))]
    public void A_fill_that_does_not_stand_out_has_an_edge_that_does(string fill)
    {
        double own = Contrast.Of(Ink.OnSheet(fill), "#ffffff");
        string? edge = Ink.EdgeOf(fill);
        Assert.Equal(own < Contrast.ForShapes, edge is not null);
        if (edge is not null)
        {
            Assert.True(Contrast.Of(Ink.OnSheet(edge), "#ffffff") >= Contrast.ForShapes, $"{fill} has the edge {edge}");
            Assert.StartsWith(fill + "/", edge, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void An_edge_has_no_edge_of_its_own() => Assert.Null(Ink.EdgeOf("cat-10/40"));

    public static TheoryData<string, string, string> Drawn()
    {
        var all = new TheoryData<string, string, string>();
        foreach (Form form in FormList.Standard.Forms)
        {
            foreach (FormShape shape in form.Shapes)
            {
                foreach (string palette in (string[])["auto", "categories", "ordered", "twoSided", "oneHue", "greys"])
                {
                    all.Add(form.Kind, shape.Id, palette);
                }
            }
        }
        return all;
    }

    [Theory]
    [MemberData(nameof(Drawn))]
    public void Bars_stand_out_from_the_sheet_and_neighbours_are_told_apart(string kind, string shapeId, string palette)
    {
        (Form form, FormShape shape) = EveryShape.Find(kind, shapeId);
        Study study = EveryShape.Begin(form, shape, $$"""{"finish": {"palette": "{{palette}}"} }""", ["Hallin", "Oskery"]);
        Figure figure = FigureDrawer.Draw(Calculator.Run(Trips, study), 900, 600, TextMeasurer.Shared);
        RectMark[] bars =
        [
            .. figure.Marks.OfType<RectMark>().Where(mark => mark is { Role: MarkRole.Bar, Fill: not null, Width: > 4, Height: > 4 }),
        ];
        foreach (RectMark bar in bars)
        {
            double own = Contrast.Of(Ink.OnSheet(bar.Fill!), "#ffffff");
            double edge = bar is { Stroke: { } stroke, StrokeWidth: > 0.5 } ? Contrast.Of(Ink.OnSheet(stroke), "#ffffff") : 1;
            Assert.True(Math.Max(own, edge) >= Contrast.ForShapes, $"{bar.Id}: {bar.Fill} {own:0.00}, its edge {edge:0.00}");
        }
        foreach ((RectMark one, RectMark other) in from one in bars from other in bars where Touch(one, other) select (one, other))
        {
            // A line between them tells them apart, whatever their colours.
            bool line = one is { Stroke: not null, StrokeWidth: > 0.5 } || other is { Stroke: not null, StrokeWidth: > 0.5 };
            double least = Deficiencies.Min(matrix => Contrast.Of(Seen(matrix, one.Fill!), Seen(matrix, other.Fill!)));
            Assert.True(
                one.Fill == other.Fill || line || least >= 1.25,
                $"{one.Id} and {other.Id}: {one.Fill}, {other.Fill}, {least:0.00}"
            );
        }
    }

    /// <summary>Two bars that share a side of some length.</summary>
    private static bool Touch(RectMark one, RectMark other)
    {
        if (string.CompareOrdinal(one.Id, other.Id) >= 0)
        {
            return false;
        }
        double across = Math.Min(one.X + one.Width, other.X + other.Width) - Math.Max(one.X, other.X),
            down = Math.Min(one.Y + one.Height, other.Y + other.Height) - Math.Max(one.Y, other.Y);
        return (Math.Abs(across) < 0.6 && down > 2) || (Math.Abs(down) < 0.6 && across > 2);
    }

    /// <summary>
    /// What is seen without one of the three kinds of cones, of linear red, green and blue (Machado, Oliveira and Fernandes 2009,
    /// severity 1; from memory).
    /// </summary>
    private static readonly double[][] Deficiencies =
    [
        [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
        [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.011820, 0.042940, 0.968881],
        [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.303900],
    ];

    private static string Seen(double[] matrix, string fill)
    {
        string colour = Ink.OnSheet(fill);
        double[] linear = [.. Enumerable.Range(0, 3).Select(at => Linear(Convert.ToInt32(colour.Substring(1 + 2 * at, 2), 16) / 255.0))];
        IEnumerable<int> seen = Enumerable
            .Range(0, 3)
            .Select(row => Enumerable.Range(0, 3).Sum(at => matrix[3 * row + at] * linear[at]))
            .Select(value => (int)Math.Round(255 * Gamma(Math.Clamp(value, 0, 1))));
        return "#" + string.Concat(seen.Select(value => value.ToString("x2", System.Globalization.CultureInfo.InvariantCulture)));
    }

    private static double Linear(double value) => value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4);

    private static double Gamma(double value) => value <= 0.0031308 ? 12.92 * value : 1.055 * Math.Pow(value, 1 / 2.4) - 0.055;
}
