using System.Text;

namespace OneWhole.Formats.Text;

/// <summary>Text as XML can hold it (XML 1.0, 2.2).</summary>
internal static class XmlSafe
{
    private static bool IsHeld(Rune rune) =>
        rune.Value is 0x9 or 0xA or 0xD or (>= 0x20 and <= 0xD7FF) or (>= 0xE000 and <= 0xFFFD) or >= 0x10000;

    /// <summary>Leaves out what XML can't hold.</summary>
    public static string Clean(string text)
    {
        var clean = new StringBuilder(text.Length);
        foreach (Rune rune in text.EnumerateRunes())
        {
            if (IsHeld(rune))
            {
                clean.Append(rune.ToString());
            }
        }
        return clean.ToString();
    }

    /// <summary>On one line: a space for what XML can't hold, and for breaks and tabs.</summary>
    public static string OneLine(string text)
    {
        var clean = new StringBuilder(text.Length);
        foreach (Rune rune in text.EnumerateRunes())
        {
            clean.Append(IsHeld(rune) && rune.Value >= 0x20 ? rune.ToString() : " ");
        }
        return clean.ToString();
    }
}
