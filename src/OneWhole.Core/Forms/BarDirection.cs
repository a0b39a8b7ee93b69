using OneWhole.Core.Statements;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Forms;

/// <summary>Which way bars grow.</summary>
public enum BarDirection
{
    /// <summary>Bars lie, names stand at their left.</summary>
    Sideways,

    /// <summary>Bars stand, names are beneath.</summary>
    Upright,
}

/// <summary>What forms with bars of either way share.</summary>
internal static class BarDirections
{
    public static ChoiceShape<BarDirection> Shape { get; } =
        new() { { "upright", BarDirection.Upright }, { "sideways", BarDirection.Sideways } };

    /// <summary>", bars sideways", as a word that can be changed.</summary>
    public static Phrase Phrase(BarDirection lay, string bars = "bars") =>
        new(
            "lay",
            [
                new Token($", {bars} "),
                Token.Choice(
                    "form.lay",
                    "Which way do bars grow?",
                    ("sideways", "sideways", lay == BarDirection.Sideways, "names at the left: room for long ones"),
                    ("upright", "upright", lay == BarDirection.Upright, "names below")
                ),
            ]
        );
}
