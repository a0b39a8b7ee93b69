namespace OneWhole.Core.Forms.Pie;

/// <summary>What the guide says of this form.</summary>
internal static class PieGuide
{
    public static FormGuide Text { get; } =
        new(
            "tickets.csv",
            """{"format": "onewhole.study/1", "title": "Where ticket money comes from", "value": {"sum": "Money"}, "parts": """
                + """{"column": "Ticket"}, "form": {"kind": "pie", "hole": 0.6}}"""
        )
        {
            Serves =
                "A few parts of one whole, one of them large. Everybody sees that the slices are parts of one thing, "
                + "which is its whole merit. As a ring it leaves room for the whole in the middle.",
            ReadsBetter =
            [
                ("more than six or seven parts", "share bars: neighbouring angles can’t be told apart"),
                ("two wholes are compared", "stacked bars of 100 %: nobody compares angles between two circles"),
                ("parts are below zero", "a bridge: a slice can’t be negative, and the form refuses it"),
            ],
            Mistakes =
            [
                (
                    "Slices that are no parts of one whole (answers of which several could be given)",
                    "The proofs add the slices up to the whole that is named."
                ),
                ("A key at the side that has to be matched by colour", "Slices are named where they lie."),
            ],
            Columns = new Dictionary<string, string>
            {
                ["angleStart"] = "where the slice begins, in degrees from the top, clockwise",
                ["angle"] = "how wide it is: 3.6 degrees for each percent",
            },
        };
}
