namespace OneWhole.Core.Forms.ShareBars;

/// <summary>What the guide says of this form.</summary>
internal static class ShareBarsGuide
{
    public static FormGuide Text { get; } =
        new(
            "tickets.csv",
            """{"format": "onewhole.study/1", "title": "Returns, cars and ten-trip cards bring in seven tenths of the money","""
                + """ "value": {"sum": "Money"}, "parts": {"column": "Ticket"}, "form": {"kind": "sharebars"}}"""
        )
        {
            Serves =
                "The plainest way to show shares: a bar for each part, labelled with its share and its amount. Lengths "
                + "are compared more exactly than angles or areas, and long names have room.",
            ReadsBetter =
            [
                ("the point is that few parts make most", "a Pareto, which adds the running share"),
                ("the same parts are to be compared between groups", "nested bars, or stacked bars of 100 %"),
                ("there are two or three parts and the figure is small", "a pie says “parts of one thing” at a glance"),
            ],
            Mistakes =
            [
                ("Shares that are printed to add up to 99.9 or 100.1", "The proofs say so, and offer to round so that all make 100."),
                ("The smallest parts left away without a word", "Folded, they stay as one bar, and the figure says how many there are."),
            ],
        };
}
