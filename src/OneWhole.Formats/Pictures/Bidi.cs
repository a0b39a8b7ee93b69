using System.Text.RegularExpressions;

namespace OneWhole.Formats.Pictures;

/// <summary>Keeps text that is written from right to left from moving what stands beside it.</summary>
public static partial class Bidi
{
    /// <summary>From one letter of a right-to-left script to the last one before another letter or a number.</summary>
    [GeneratedRegex(
        @"[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFC]"
            + @"(?:(?:[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFC]|[^\p{L}\p{N}])*[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFC])?"
    )]
    private static partial Regex RightToLeft { get; }

    /// <summary>
    /// The text with each run of right-to-left letters isolated (Unicode Annex 9: FIRST STRONG ISOLATE to POP DIRECTIONAL ISOLATE).
    /// </summary>
    public static string Isolated(string text) => RightToLeft.Replace(text, "\u2068$0\u2069");
}
