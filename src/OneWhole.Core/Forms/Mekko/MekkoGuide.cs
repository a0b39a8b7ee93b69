namespace OneWhole.Core.Forms.Mekko;

/// <summary>What the guide says of this form.</summary>
internal static class MekkoGuide
{
    public static FormGuide Text { get; } =
        new(
            "revenue.csv",
            """{"format": "onewhole.study/1", "title": "Revenue by route and passenger type", "where": """
                + """[{"column": "Passenger type", "isNot": ["Refunds"]}], "value": {"sum": "Revenue"},"""
                + """ "parts": {"column": "Passenger type"}, "groups": {"column": "Route"}, "form": {"kind": "mekko"}}"""
        )
        {
            Serves =
                "Two divisions at once: columns as wide as the groups’ shares of everything, pieces as high as the "
                + "parts’ shares of their group. Areas are shares of the whole, so that one sees both where the money is "
                + "and what it is made of.",
            ReadsBetter =
            [
                ("all groups are about equally large", "stacked bars of 100 %: widths would say nothing"),
                ("more than some twelve groups or eight parts", "fold the small ones; slivers can’t be read"),
                ("one part is compared from group to group", "lines of shares"),
            ],
            Mistakes =
            [
                ("Widths and heights that add up while areas don’t", "The proofs add up the areas."),
                (
                    "A narrow column that looks unimportant and is the fastest growing",
                    "A Mekko shows one time; ask what changed, and the bridge shows it."
                ),
            ],
            Columns = new Dictionary<string, string>
            {
                ["start"] = "where the column begins, from 0 to 1",
                ["end"] = "where it ends",
                ["width"] = "the group’s share of everything",
                ["area"] = "the piece’s share of everything: its width times its height",
            },
        };
}
