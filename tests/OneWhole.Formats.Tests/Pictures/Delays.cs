using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Tests.Pictures;

/// <summary>A Pareto of some parts, whatever they are called.</summary>
internal static class Delays
{
    internal static WorkingsResult Workings(params string[] parts)
    {
        var names = new ColumnBuilder(NumberReading.Point, false);
        var amounts = new ColumnBuilder(NumberReading.Point, true);
        for (int i = 0; i < parts.Length; i++)
        {
            names.Add(parts[i]);
            amounts.Add($"{100 - 7 * i}.5");
        }
        return Calculator.Run(
            new Table("delays", [names.Build("Cause"), amounts.Build("Minutes")]),
            StudyFormat.Standard.Read(
                """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pareto"}}"""
            )
        );
    }

    internal static Figure Draw(params string[] parts) => FigureDrawer.Draw(Workings(parts), 640, 420, TextMeasurer.Shared);
}
