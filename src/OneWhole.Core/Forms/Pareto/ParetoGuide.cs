namespace OneWhole.Core.Forms.Pareto;

/// <summary>What the guide says of this form.</summary>
internal static class ParetoGuide
{
    public static FormGuide Text { get; } =
        new(
            "delays.csv",
            """{"format": "onewhole.study/1", "title": "Minutes lost by cause", "where": [{"column": "Cause", "isNot": """
                + """["Harbour correction"]}], "value": {"sum": "Minutes"}, "parts": """
                + """{"column": "Cause"}, "form": {"kind": "pareto", "cuts": [{"share": 0.8}]}}"""
        )
        {
            Serves =
                "Few causes often make most of a whole. A Pareto shows how few: bars from the largest to the smallest, "
                + "and the running share above them. It answers “where do we begin?”.",
            ReadsBetter =
            [
                (
                    "parts have an order of their own (months, ages, levels)",
                    "stacked bars or a pyramid keep that order; sorted by size it is lost"
                ),
                ("only the sizes matter, not how they pile up", "share bars say the same with less"),
                (
                    "there are hundreds of parts",
                    "the concentration curve, a shape of this form, reads “the first tenth holds half” at once"
                ),
            ],
            Mistakes =
            [
                (
                    "A running share that is said to end at 100 %, while parts were filtered or folded away",
                    "The proofs add it up; the folded part stays in the count and is named."
                ),
                (
                    "“80/20” said by heart",
                    "A cut at 80 % reads how many parts it really takes, of how many; move it, and the sentence follows."
                ),
                (
                    "An axis of shares to 120 %",
                    "The share axis ends at 100 %, and stands level with the amounts: 100 % is the height of all bars together."
                ),
                (
                    "A part below zero, which bends the running share past 100 % and back",
                    "It is said, with the remedy: leave it out, or take its size."
                ),
            ],
            Columns = new Dictionary<string, string>
            {
                ["running"] = "the amounts so far, from the top",
                ["runningShare"] = "the share so far; it ends at 1",
                ["position"] = "how far down the list of parts one is, from 0 to 1",
                ["class"] = "A for the parts that make most of the whole, B and C for the rest; the limits can be set",
            },
        };
}
