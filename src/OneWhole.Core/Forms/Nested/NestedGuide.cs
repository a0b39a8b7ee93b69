namespace OneWhole.Core.Forms.Nested;

/// <summary>What the guide says of this form.</summary>
internal static class NestedGuide
{
    public static FormGuide Text { get; } =
        new(
            "revenue.csv",
            """{"format": "onewhole.study/1", "title": "Routes compared", "where": [{"column": "Passenger type","""
                + """ "isNot": ["Refunds"]}], "value": {"sum": "Revenue"}, "parts": """
                + """{"column": "Passenger type"}, "groups": {"column": "Route"}, "form": {"kind": "nested"}, "finish": """
                + """{"amountIn": "thousands"}}"""
        )
        {
            Serves =
                "The groups one below the other, each divided into its parts, with names along the bars and a total "
                + "for each group. It reads like a table, and is the form for long names.",
            ReadsBetter =
            [
                ("the division of a group matters more than the size of its parts", "stacked bars of 100 %"),
                ("parts are compared across groups", "bars side by side, one colour for each part"),
            ],
            Mistakes =
            [
                ("A share without its base: of the group, or of everything?", "The statement says it, and every label goes by it."),
                ("Group totals drawn as though they were parts", "They stand apart, with a weight of their own."),
            ],
        };
}
