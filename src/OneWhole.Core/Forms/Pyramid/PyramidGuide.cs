namespace OneWhole.Core.Forms.Pyramid;

/// <summary>What the guide says of this form.</summary>
internal static class PyramidGuide
{
    public static FormGuide Text { get; } =
        new(
            "residents.csv",
            """{"format": "onewhole.study/1", "title": "Residents of Hallin by age and sex", "where": [{"column": "Island","""
                + """ "is": ["Hallin"]}], "value": {"sum": "People"}, "parts": {"column": "Sex"}, "groups": """
                + """{"column": "Age"}, "form": {"kind": "pyramid"}}"""
        )
        {
            Serves =
                "The age structure of a population: two sides, youngest at the bottom, bars on one scale. Its outline "
                + "tells growth, war, emigration. A second population can be laid over it as an outline.",
            ReadsBetter =
            [
                ("the two sides are no halves of one population", "a butterfly, in which each side may have its own whole"),
                ("only the difference of the sides matters", "a butterfly ordered by it"),
                ("there are more than two parts", "lanes"),
            ],
            Mistakes =
            [
                ("A minus sign on a count of people", "The mirrored side is negative in the workings alone; labels and axis print sizes."),
                ("The youngest on top", "Ages begin at the bottom, whatever order the rows have."),
                ("Bands of different widths drawn alike", "An open band (“85 and over”) is named in the proofs."),
            ],
            Columns = new Dictionary<string, string> { ["mirrored"] = "the length with its sign: negative for the side at the left" },
        };
}
