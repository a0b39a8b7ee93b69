using System.Text;

namespace OneWhole.Core.Tables;

/// <summary>How a cell's text becomes a category label.</summary>
public static class Label
{
    /// <summary>The label of a cell without text; a cell with exactly this text counts as blank too.</summary>
    public const string Blank = "(blank)";

    /// <summary>Outer white space trimmed, Unicode NFC; no text at all is <see cref="Blank"/>.</summary>
    public static string Of(string? text)
    {
        if (text is null)
        {
            return Blank;
        }
        string trimmed = text.Trim();
        if (trimmed.Length == 0)
        {
            return Blank;
        }
        return Ascii.IsValid(trimmed) || IsNormalized(trimmed) ? trimmed : Normalize(trimmed);
    }

    /// <summary>Whether a cell without outer white space is certainly its own label; false where that must be looked at.</summary>
    internal static bool IsPlain(ReadOnlySpan<char> cell) => cell.Length > 0 && Ascii.IsValid(cell);

    /// <returns>The place of <see cref="Blank"/> in a list of distinct labels, or −1.</returns>
    internal static int BlankIn(IReadOnlyList<string> labels)
    {
        for (int code = 0; code < labels.Count; code++)
        {
            if (Is(labels, code, Blank))
            {
                return code;
            }
        }
        return -1;
    }

    /// <summary>Whether one of many labels has exactly this text.</summary>
    internal static bool Is(IReadOnlyList<string> labels, int code, string text) =>
        labels is LabelPool pool ? pool.Is(code, text) : labels[code] == text;

    /// <summary>The characters of one of many labels, without a string where they are kept otherwise.</summary>
    /// <param name="labels">The labels.</param>
    /// <param name="code">Which.</param>
    /// <param name="scratch">Room that may be used, and may be exchanged for more.</param>
    /// <returns>Valid until the room is used again.</returns>
    internal static ReadOnlySpan<char> Read(IReadOnlyList<string> labels, int code, ref char[] scratch) =>
        labels is IReadableLabels readable ? readable.Read(code, ref scratch) : labels[code];

    private static bool IsNormalized(string text)
    {
        try
        {
            return text.IsNormalized(NormalizationForm.FormC);
        }
        catch (ArgumentException)
        {
            // A lone surrogate can't be normalised; the label is kept as it is.
            return true;
        }
    }

    private static string Normalize(string text) => text.Normalize(NormalizationForm.FormC);
}

/// <summary>Labels whose characters can be read without a string of each.</summary>
internal interface IReadableLabels : IReadOnlyList<string>
{
    /// <inheritdoc cref="Label.Read"/>
    ReadOnlySpan<char> Read(int code, ref char[] scratch);
}

/// <summary>Some of many labels, in an order of their own.</summary>
internal sealed class PlacedLabels(IReadOnlyList<string> labels, int[] codes) : IReadableLabels
{
    public int Count => codes.Length;

    public string this[int index] => labels[codes[index]];

    public ReadOnlySpan<char> Read(int code, ref char[] scratch) => Label.Read(labels, codes[code], ref scratch);

    public IEnumerator<string> GetEnumerator()
    {
        foreach (int code in codes)
        {
            yield return labels[code];
        }
    }

    System.Collections.IEnumerator System.Collections.IEnumerable.GetEnumerator() => GetEnumerator();
}
