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
        new Token(lay == Lay.Sideways ? "sideways" : "upright")
        {
            Path = "form.lay",
            Control = "options",
            Ask = "Which way do bars grow?",
            Options = () =>
            [
                new Option("sideways", "form.lay", "sideways", lay == Lay.Sideways) { Detail = "names at the left: room for long ones" },
                new Option("upright", "form.lay", "upright", lay == Lay.Upright) { Detail = "names below" },
            ],
        },
    ]);
}
