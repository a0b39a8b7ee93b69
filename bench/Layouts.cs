using System.Diagnostics;
using System.Globalization;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Bench;

/// <summary>How long each form takes from the workings of 40 groups × 40 parts to a figure of 960 × 600.</summary>
internal static class Layouts
{
    private const int Side = 40;

    public static void Run()
    {
        Table table = Pairs();
        foreach (Form form in FormList.Standard.Forms)
        {
            Study study = StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "part"}, "groups": """
                    + $$"""{"column": "group"}, "value": {"sum": "amount"}, "form": {{form.Beginning.ToJsonString()}} }"""
            );
            try
            {
                WorkingsResult workings = Calculator.Run(table, study);
                void Draw() => FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared);
                var first = Stopwatch.StartNew();
                Draw();
                first.Stop();
                // Until the code has been compiled for speed, as it is in a server that draws all day.
                for (var warming = Stopwatch.StartNew(); warming.ElapsedMilliseconds < 1_000; )
                {
                    Draw();
                }
                double figure = Comparison.Median(25, Draw);
                Console.WriteLine(
                    $"{Side} × {Side}    {form.Name, -24} figure "
                        + $"{figure.ToString("0.0", CultureInfo.InvariantCulture), 6} ms, the first one "
                        + $"{first.Elapsed.TotalMilliseconds.ToString("0", CultureInfo.InvariantCulture)} ms"
                );
            }
            catch (StudyException unfit)
            {
                Console.WriteLine($"{Side} × {Side}    {form.Name, -24} is not drawn: {unfit.Plain}");
            }
        }
    }

    private static Table Pairs()
    {
        var random = new Random(5);
        string[] names = ["group", "part", "amount"];
        ColumnBuilder[] builders = [new(NumberReading.Point, false), new(NumberReading.Point, false), new(NumberReading.Point, true)];
        for (int pair = 0; pair < Side * Side; pair++)
        {
            builders[0].Add($"group {pair / Side}");
            builders[1].Add($"part {pair % Side}");
            builders[2].Add(random.Next(1, 10_000).ToString(CultureInfo.InvariantCulture));
        }
        return new Table("pairs", [.. builders.Select((builder, at) => builder.Build(names[at]))]);
    }
}
