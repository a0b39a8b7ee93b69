namespace OneWhole.Core.Forms.Funnel;

/// <summary>What the guide says of this form.</summary>
internal static class FunnelGuide
{
    public static FormGuide Text { get; } =
        new(
            "bookings.csv",
            """{"format": "onewhole.study/1", "title": "Bookings by stage and channel", "value": {"sum": "Count"}, "parts": """
                + """{"column": "Stage"}, "groups": {"column": "Channel"}, "form": {"kind": "funnel"}}"""
        )
        {
            Serves =
                "How many are left after each stage of a way: visits, offers, bookings, journeys. Each stage has two "
                + "rates: of the first one and of the one before.",
            ReadsBetter =
            [
                ("stages are no steps of one way", "share bars: a funnel promises that those of a later stage were in the earlier one"),
                ("only the losses matter", "a bridge up to what is left"),
            ],
            Mistakes =
            [
                (
                    "Stages that are added up as though they were parts of a whole",
                    "100 % is the first stage; the proofs say that stages don’t add up and are not meant to."
                ),
                ("A rate without its base", "Each rate is a column of its own: of the first, and of the one before."),
                ("A stage that grows", "The proofs warn: more cannot be left than there were."),
            ],
            Columns = new Dictionary<string, string>
            {
                ["overallRate"] = "what is left of the first stage",
                ["stepRate"] = "what is left of the stage before",
                ["drop"] = "how many were lost since the stage before",
                ["spacer"] = "what is left free at both sides, so that bars stand in the middle",
            },
        };
}
