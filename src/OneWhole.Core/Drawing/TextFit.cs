namespace OneWhole.Core.Drawing;

/// <summary>Makes text fit: wraps it at spaces, or shortens it with an ellipsis.</summary>
public static class TextFit
{
    /// <summary>A text whose own width was given is not to be shortened for a rounding error.</summary>
    private const double Slack = 0.01;

    /// <summary>The text if it fits, else as much of it as does with "…" after it; never less than the ellipsis.</summary>
    public static string Shorten(ITextMeasurer measurer, string text, Font font, double width)
    {
        if (measurer.Width(text, font) <= width + Slack)
        {
            return text;
        }
        int low = 0,
            high = text.Length;
        while (low < high)
        {
            int middle = (low + high + 1) / 2;
            if (measurer.Width(Cut(text, middle), font) <= width + Slack)
            {
                low = middle;
            }
            else
            {
                high = middle - 1;
            }
        }
        return Cut(text, low);
    }

    private static string Cut(string text, int length)
    {
        if (length > 0 && char.IsHighSurrogate(text[length - 1]))
        {
            length--;
        }
        return text[..length].TrimEnd() + "…";
    }

    /// <summary>The words between which a line may end: a number and its percent sign are one.</summary>
    private static string[] Words(string text)
    {
        var words = new List<string>();
        foreach (string word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (word[0] == '%' && words.Count > 0)
            {
                words[^1] += " " + word;
            }
            else
            {
                words.Add(word);
            }
        }
        return [.. words];
    }

    /// <summary>
    /// Lines of at most a width; the last is shortened where there would be more. A word that is too long by itself is shortened.
    /// </summary>
    public static IReadOnlyList<string> Wrap(ITextMeasurer measurer, string text, Font font, double width, int mostLines)
    {
        string[] words = Words(text);
        var lines = new List<string>();
        int at = 0;
        while (at < words.Length)
        {
            if (lines.Count == mostLines - 1)
            {
                lines.Add(Shorten(measurer, string.Join(' ', words.Skip(at)), font, width));
                return lines;
            }
            string line = words[at++];
            while (at < words.Length && measurer.Width($"{line} {words[at]}", font) <= width + Slack)
            {
                line += " " + words[at++];
            }
            lines.Add(Shorten(measurer, line, font, width));
        }
        return lines;
    }
}
