namespace OneWhole.Core.Forms.Stacked;

/// <summary>What the guide says of this form.</summary>
internal static class StackedGuide
{
    public static FormGuide Text { get; } =
        new(
            "revenue.csv",
            """{"format": "onewhole.study/1", "title": "Revenue by year and passenger type", "where": """
                + """[{"column": "Passenger type", "isNot": ["Refunds"]}], "value": {"sum": "Revenue"},"""
                + """ "parts": {"column": "Passenger type"}, "groups": {"column": "Year"}, "form": {"kind": "stacked"},"""
                + """ "finish": {"amountIn": "thousands"}}"""
        )
        {
            Serves =
                "How a whole grows or falls, and what it is made of, in one figure. In amounts it compares the wholes; "
                + "at 100 % it compares how they divide; side by side it compares the parts.",
            ReadsBetter =
            [
                (
                    "one part is to be followed over the groups and it does not lie on the axis",
                    "lines of shares from group to group, or bars side by side: only the lowest piece has a common base"
                ),
                ("groups differ in size and both size and division matter", "a Mekko, whose widths are the wholes"),
                ("parts are answers from low to high", "diverging bars, which lay them on both sides of zero"),
            ],
            Mistakes =
            [
                (
                    "100 % bars of which nobody says that one stands for ten cases and another for ten thousand",
                    "The whole of each group stands in the workings, and can be printed with its name."
                ),
                ("A key in the opposite order to the pieces", "Pieces are named beside the last bar, in their order."),
                ("Totals counted as one more part", "A column or a row that adds others up is recognised, and asked about."),
            ],
        };
}
