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
