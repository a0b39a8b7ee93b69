namespace OneWhole.Core.Forms.Bridge;

/// <summary>What the guide says of this form.</summary>
internal static class BridgeGuide
{
    public static FormGuide Text { get; } =
        new(
            "revenue.csv",
            """{"format": "onewhole.study/1", "title": "Revenue from 2024 to 2025", "where": [{"column": "Year", "is": """
                + """["2024", "2025"]}], "value": {"sum": "Revenue"}, "parts": {"column": "Passenger type"}, "groups": """
                + """{"column": "Year"}, "form": {"kind": "bridge"}}"""
        )
        {
            Serves =
                "From one whole to another: what each part added or took away, as floating bars between the two. With "
                + "one whole it builds up to it, part by part. It answers “what changed, and by how much?”.",
            ReadsBetter =
            [
                (
                    "how the division changed matters more than the amounts",
                    "slopes of shares, which “what changed” offers beside the bridge"
                ),
                ("there are more than some fifteen parts", "fold the small changes"),
            ],
            Mistakes =
            [
                ("Percent and percentage points mixed up", "Changes of amounts are amounts; changes of shares are said in points."),
                (
                    "Floating bars on invisible helpers that no longer fit",
                    "Start and end of each bar are columns with rules; the proof adds them up to the second whole."
                ),
                (
                    "An axis that is cut to make small changes visible, unsaid",
                    "Where it does not begin at zero, the foot of the figure says so."
                ),
            ],
            Columns = new Dictionary<string, string>
            {
                ["before"] = "the amount before",
                ["after"] = "the amount after",
                ["change"] = "what it added or took away",
                ["growth"] = "the change as a share of what was before",
                ["shareBefore"] = "its share of the whole before",
                ["shareAfter"] = "its share of the whole after",
                ["points"] = "the change of its share, in percentage points",
                ["base"] = "where the bar begins: where the one before ends",
                ["top"] = "where the bar ends",
            },
        };
}
