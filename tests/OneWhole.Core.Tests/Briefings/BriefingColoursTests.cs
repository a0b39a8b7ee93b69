using OneWhole.Core.Briefings;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Briefings;

/// <summary>A part has one colour across a page, and a study's own colours are its own.</summary>
public sealed class BriefingColoursTests
{
    private static readonly Table Delays = TableOf.Columns(
        "Cause: Fog | Ice | Crew | Fog",
        "Route: Hallin | Wick | Wick | Wick",
        "Minutes: 5 | 3 | 2 | 4"
    );

    private static WorkingsResult Run(string parts, string where = "", string finish = "") =>
        Calculator.Run(
            Delays,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "{{parts}}"}, "value": {"sum": "Minutes"}, """
                    + $$""" "form": {"kind": "pie"}{{where}}{{finish}} }"""
            )
        );

    [Fact]
    public void The_first_study_that_has_a_part_gives_its_colour()
    {
        WorkingsResult all = Run("Cause"),
            some = Run("Cause", """, "where": [{"column": "Cause", "isNot": ["Fog"]}] """),
            routes = Run("Route");
        IReadOnlyDictionary<string, string> colours = BriefingColours.Of([all, some, routes]);
        Assert.Equal(["Crew", "Fog", "Hallin", "Ice", "Wick"], colours.Keys.Order());
        Assert.All(colours.Values, colour => Assert.Matches("^#[0-9a-f]{6}$", colour));
        Assert.Equal(BriefingColours.Of([all])["Ice"], colours["Ice"]);
        Assert.Equal(3, new[] { colours["Fog"], colours["Ice"], colours["Crew"] }.Distinct().Count());
    }

    [Fact]
    public void A_study_takes_the_pages_colours_where_it_has_none_of_its_own()
    {
        Study own = Run("Cause", finish: """, "finish": {"colours": {"Fog": "#123456"}} """).Division.Study;
        Study painted = BriefingColours.Apply(own, new Dictionary<string, string> { ["Fog"] = "#ffffff", ["Ice"] = "#abcdef" });
        Assert.Equal(("#123456", "#abcdef"), (painted.Finish.Colours["Fog"], painted.Finish.Colours["Ice"]));
    }
}
