using System.Text;
using HarfBuzzSharp;
using OneWhole.Core.Drawing;
using Buffer = HarfBuzzSharp.Buffer;

namespace OneWhole.Formats.Text;

/// <summary>One run of glyphs of one face; positions in em from the start of the text.</summary>
internal sealed record GlyphRun(FontFace? Face, ushort[] Glyphs, double[] X, double Start, double Width, string Text)
{
    /// <summary>For each glyph, where in the text the characters begin that it stands for.</summary>
    public int[] Clusters { get; init; } = [];
}

/// <summary>Shapes text with tabular lining figures and kerning, as the styles of the page ask for it.</summary>
internal static class TextShaper
{
    private static readonly Feature[] Features = [Feature.Parse("kern"), Feature.Parse("tnum"), Feature.Parse("lnum")];

    /// <summary>What no shipped font has is given one em.</summary>
    private const double UnknownWidth = 1;

    /// <summary>A space that no shipped font has: a thin one stands between thousands in some languages.</summary>
    private const double SpaceWidth = 0.2;

    /// <summary>What a character without a face takes, in em.</summary>
    internal static double WidthOfUnknown(Rune rune) => Rune.IsWhiteSpace(rune) ? SpaceWidth : UnknownWidth;

    private static readonly Lock Gate = new();

    public static List<GlyphRun> Shape(string text, Typeface typeface, int weight)
    {
        FontStack stack = FontStack.Of(typeface, weight);
        var runs = new List<GlyphRun>();
        double at = 0;
        int start = 0;
        FontFace? current = null;
        bool first = true;
        bool afterSpace = false;
        int index = 0;
        foreach (Rune rune in text.EnumerateRunes())
        {
            FontFace? face = IsJoiner(rune) && !first ? current : stack.FaceFor((uint)rune.Value);
            // Browsers shape word by word, so that no pair with a space is kerned; what is measured here must agree.
            bool space = rune.Value == ' ';
            if (!first && (face != current || space || afterSpace))
            {
                at = Flush(runs, text[start..index], current, at);
                start = index;
            }
            current = face;
            afterSpace = space;
            first = false;
            index += rune.Utf16SequenceLength;
        }
        if (start < text.Length)
        {
            Flush(runs, text[start..], current, at);
        }
        return runs;
    }

    private static bool IsJoiner(Rune rune) =>
        Rune.GetUnicodeCategory(rune) is System.Globalization.UnicodeCategory.NonSpacingMark or System.Globalization.UnicodeCategory.Format;

    private static double Flush(List<GlyphRun> runs, string text, FontFace? face, double at)
    {
        if (face is null)
        {
            double unknown = text.EnumerateRunes().Sum(WidthOfUnknown);
            runs.Add(new GlyphRun(null, [], [], at, unknown, text));
            return at + unknown;
        }
        lock (Gate)
        {
            using var buffer = new Buffer();
            buffer.AddUtf16(text);
            buffer.GuessSegmentProperties();
            face.Shaper.Shape(buffer, Features);
            GlyphInfo[] infos = buffer.GlyphInfos;
            GlyphPosition[] positions = buffer.GlyphPositions;
            var glyphs = new ushort[infos.Length];
            var xs = new double[infos.Length];
            double x = 0;
            for (int i = 0; i < infos.Length; i++)
            {
                glyphs[i] = (ushort)infos[i].Codepoint;
                xs[i] = (x + positions[i].XOffset) / face.UnitsPerEm;
                x += positions[i].XAdvance;
            }
            double width = x / face.UnitsPerEm;
            runs.Add(new GlyphRun(face, glyphs, xs, at, width, text) { Clusters = [.. infos.Select(info => (int)info.Cluster)] });
            return at + width;
        }
    }
}

/// <summary>Measures text with the fonts that draw it. Widths are kept: figures ask for the same names again and again.</summary>
public sealed class TextMeasurer : ITextMeasurer
{
    private const int MostKept = 50_000;

    private readonly System.Collections.Concurrent.ConcurrentDictionary<(string, Typeface, bool), double> _widths = new();

    public static TextMeasurer Shared { get; } = new();

    public double Width(string text, Core.Drawing.Font font)
    {
        if (text.Length == 0)
        {
            return 0;
        }
        (string, Typeface, bool) key = (text, font.Typeface, font.Weight >= 600);
        if (!_widths.TryGetValue(key, out double width))
        {
            foreach (GlyphRun run in TextShaper.Shape(text, font.Typeface, font.Weight))
            {
                width = run.Start + run.Width;
            }
            if (_widths.Count > MostKept)
            {
                _widths.Clear();
            }
            _widths[key] = width;
        }
        return width * font.Size;
    }
}
