namespace OneWhole.Core.Drawing;

/// <summary>The two typefaces of figures.</summary>
public enum Typeface
{
    /// <summary>For everything inside a figure.</summary>
    Sans,

    /// <summary>For titles.</summary>
    Serif,
}

/// <summary>A typeface at a size in pixels.</summary>
/// <param name="Weight">400, 500 or 600.</param>
/// <param name="Typeface">One of the two that ship.</param>
/// <param name="Size">In pixels.</param>
public readonly record struct Font(Typeface Typeface, double Size, int Weight = 400)
{
    /// <summary>From one line to the next, in pixels.</summary>
    public double LineHeight => Math.Round(Size * 1.3);

    /// <summary>How far capitals rise above the baseline.</summary>
    public double CapHeight => Size * 0.7;

    /// <summary>How far letters hang below the baseline.</summary>
    public double Descent => Size * 0.24;
}

/// <summary>Measures text as it will be drawn, tabular figures and kerning included.</summary>
public interface ITextMeasurer
{
    /// <summary>The advance of the text in pixels.</summary>
    double Width(string text, Font font);
}
