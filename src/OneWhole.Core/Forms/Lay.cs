using OneWhole.Core.Statements;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Forms;

/// <summary>Which way bars grow.</summary>
public enum Lay
{
    Sideways,
    Upright,
}

/// <summary>What forms with bars of either way share.</summary>
internal static class Lays
{
    public static ChoiceShape<Lay> Shape { get; } = new(("upright", Lay.Upright), ("sideways", Lay.Sideways));

    /// <summary>", bars sideways", as a word that can be changed.</summary>
    public static Phrase Phrase(Lay lay, string bars = "bars") => new("lay",
    [
        new Token($", {bars} "),
        Token.Choice("form.lay", "Which way do bars grow?",
            ("sideways", "sideways", lay == Lay.Sideways, "names at the left: room for long ones"),
            ("upright", "upright", lay == Lay.Upright, "names below")),
    ]);
}
