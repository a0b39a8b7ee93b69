namespace OneWhole.Core.Forms.Butterfly;

/// <summary>What the guide says of this form.</summary>
internal static class ButterflyGuide
{
    public static FormGuide Text { get; } =
        new(
            "boardings.csv",
            """{"format": "onewhole.study/1", "title": "Boardings and landings by stop", "parts": {"columns": ["Boardings","""
                + """ "Landings"]}, "groups": {"column": "Stop"}, "order": {"groups": "difference"}, "form": {"kind": "butterfly"}}"""
        )
        {
            Serves =
                "Two amounts for each row, back to back: in and out, this year and last, men and women. The eye "
                + "compares the two lengths and sees who leads where.",
            ReadsBetter =
            [
                ("the amounts have a common whole and an age axis", "a population pyramid"),
                ("there are three amounts or more", "lanes"),
                ("the exact difference is the point", "a bridge, whose bars are the differences"),
            ],
            Mistakes =
            [
                (
                    "Sides on two scales, so that equal lengths are different amounts",
                    "One scale is the rule; sides on scales of their own say so beneath the figure."
                ),
                ("Helper columns with a wrong sign", "The spacers and the difference are columns of the workings with their rules."),
            ],
            Columns = new Dictionary<string, string>
            {
                ["left"] = "the amount at the left",
                ["right"] = "the amount at the right",
                ["difference"] = "left less right",
                ["spacerBefore"] = "what is left free before the left bar, so that all of them end at the middle",
                ["spacerAfter"] = "what is left free after the right bar",
            },
        };
}
