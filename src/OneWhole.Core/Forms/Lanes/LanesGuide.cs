namespace OneWhole.Core.Forms.Lanes;

/// <summary>What the guide says of this form.</summary>
internal static class LanesGuide
{
    public static FormGuide Text { get; } =
        new(
            "boardings.csv",
            """{"format": "onewhole.study/1", "title": "Boardings and landings in lanes", "parts": {"columns": ["Boardings","""
                + """ "Landings"]}, "groups": {"column": "Stop"}, "form": {"kind": "lanes"}}"""
        )
        {
            Serves =
                "A lane for each part, a row for each group: every bar begins at the edge of its lane, so that each "
                + "part can be compared down the rows. It is the form for several amounts of one list.",
            ReadsBetter = [("parts make up a whole whose size matters", "stacked bars"), ("there are exactly two parts", "a butterfly")],
            Mistakes =
            [
                ("Lanes on scales of their own that look comparable", "One scale is the rule; others are said beneath the figure."),
                (
                    "Bars that are pushed out by an invisible series which somebody forgot to update",
                    "The spacer is computed, and stands in the workings."
                ),
            ],
        };
}
