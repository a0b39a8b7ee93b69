namespace OneWhole.Core.Forms.Diverging;

/// <summary>What the guide says of this form.</summary>
internal static class DivergingGuide
{
    public static FormGuide Text { get; } =
        new(
            "survey.csv",
            """{"format": "onewhole.study/1", "title": "How satisfied passengers are, by route", "where": """
                + """[{"column": "Level", "blank": false}], "value": {"count": "rows"},"""
                + """ "parts": {"column": "Level"}, "groups": {"column": "Route"}, "form": {"kind": "diverging"}}"""
        )
        {
            Serves =
                "Answers from low to high: disapproval to the left of zero, approval to the right, in one bar for each "
                + "question or group. It shows on which side the weight lies, and how strong it is.",
            ReadsBetter =
            [
                ("levels have no two sides", "stacked bars of 100 %"),
                ("the neutral answers are the point", "lanes, or this form with the neutral level apart"),
            ],
            Mistakes =
            [
                ("Neutral answers that push one side out", "They lie half on each side, or apart: the statement says which."),
                ("Levels in alphabetical order", "They are known as an ordered set, and keep their order; it can be given."),
                ("Percentages of different numbers of answers", "How many answered is the whole of each group, in the workings."),
            ],
            Columns = new Dictionary<string, string>
            {
                ["side"] = "low, neutral or high",
                ["base"] = "where the piece begins, from zero outwards",
                ["top"] = "where it ends, from zero outwards",
            },
        };
}
