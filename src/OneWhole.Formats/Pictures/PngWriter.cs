using System.Text;
using OneWhole.Core.Drawing;
using OneWhole.Formats.Text;
using SkiaSharp;

namespace OneWhole.Formats.Pictures;

/// <summary>Draws a figure's marks to a PNG, with the glyphs that were measured.</summary>
public static class PngWriter
{
    /// <summary>The most pixels of a picture.</summary>
    public const long MostPixels = 200_000_000;

    /// <param name="figure">To draw.</param>
    /// <param name="scale">Pixels of the picture for each of the figure's.</param>
    /// <exception cref="ArgumentOutOfRangeException">The picture would be too large.</exception>
    public static byte[] ToBytes(Figure figure, double scale = 1)
    {
        int width = (int)Math.Round(figure.Width * scale),
            height = (int)Math.Round(figure.Height * scale);
        if ((long)width * height > MostPixels || width < 1 || height < 1)
        {
            throw new ArgumentOutOfRangeException(nameof(scale), $"A picture of {width} × {height} pixels is too large.");
        }
        using var bitmap = new SKBitmap(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul));
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(Colour(Ink.Paper));
            canvas.Scale((float)scale);
            Draw(figure, canvas);
        }
        using SKData data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    /// <summary>Draws the marks on a canvas, whose unit is the figure's pixel.</summary>
    internal static void Draw(Figure figure, SKCanvas canvas)
    {
        using var paint = new SKPaint { IsAntialias = true };
        foreach (Mark mark in figure.Marks)
        {
            switch (mark)
            {
                case RectMark rect when mark.Role != MarkRole.Handle:
                    DrawRect(canvas, paint, rect);
                    break;
                case PathMark path:
                    DrawPath(canvas, paint, path);
                    break;
                case TextMark text:
                    DrawText(canvas, paint, text);
                    break;
            }
        }
    }

    private static SKColor Colour(string name) => SKColor.Parse(Ink.OnSheet(name));

    private static void DrawRect(SKCanvas canvas, SKPaint paint, RectMark rect)
    {
        var box = SKRect.Create((float)rect.X, (float)rect.Y, (float)rect.Width, (float)rect.Height);
        if (rect.Fill is not null)
        {
            Fill(paint, rect.Fill);
            canvas.DrawRect(box, paint);
        }
        if (rect.Stroke is not null)
        {
            Stroke(paint, rect.Stroke, rect.StrokeWidth);
            canvas.DrawRect(box, paint);
        }
    }

    private static void DrawPath(SKCanvas canvas, SKPaint paint, PathMark mark)
    {
        using var builder = new SKPathBuilder();
        foreach (IReadOnlyList<double> run in mark.Runs)
        {
            for (int i = 0; i + 1 < run.Count; i += 2)
            {
                if (i == 0)
                {
                    builder.MoveTo((float)run[i], (float)run[i + 1]);
                }
                else
                {
                    builder.LineTo((float)run[i], (float)run[i + 1]);
                }
            }
            if (mark.Fill is not null)
            {
                builder.Close();
            }
        }
        using SKPath path = builder.Detach();
        if (mark.Fill is not null)
        {
            Fill(paint, mark.Fill);
            canvas.DrawPath(path, paint);
        }
        if (mark.Stroke is not null)
        {
            Stroke(paint, mark.Stroke, mark.StrokeWidth);
            paint.StrokeJoin = SKStrokeJoin.Round;
            using SKPathEffect? dash = mark.Dash is null
                ? null
                : SKPathEffect.CreateDash([.. mark.Dash.Select(length => (float)length)], 0);
            paint.PathEffect = dash;
            canvas.DrawPath(path, paint);
            paint.PathEffect = null;
        }
    }

    private static void DrawText(SKCanvas canvas, SKPaint paint, TextMark text)
    {
        Fill(paint, text.Fill);
        canvas.Save();
        canvas.Translate((float)text.X, (float)text.Y);
        if (text.Turn != 0)
        {
            canvas.RotateDegrees((float)text.Turn);
        }
        double start = text.Anchor switch
        {
            "end" => -text.Width,
            "middle" => -text.Width / 2,
            _ => 0,
        };
        foreach (GlyphRun run in TextShaper.Shape(text.Text, text.Typeface == "serif" ? Typeface.Serif : Typeface.Sans, text.Weight))
        {
            if (run.Face is null)
            {
                DrawUnknown(canvas, paint, run, start, text.Size);
                Fill(paint, text.Fill);
                continue;
            }
            using var font = new SKFont(run.Face.Typeface, (float)text.Size)
            {
                Subpixel = true,
                Hinting = SKFontHinting.None,
                Edging = SKFontEdging.Antialias,
                LinearMetrics = true,
            };
            using var builder = new SKTextBlobBuilder();
            // With the characters that the glyphs stand for, so that a document's text can be found and copied.
            byte[] characters = Encoding.UTF8.GetBytes(run.Text);
            SKPositionedTextRunBuffer buffer = builder.AllocatePositionedTextRun(font, run.Glyphs.Length, characters.Length);
            buffer.SetGlyphs(run.Glyphs);
            buffer.SetPositions([.. run.X.Select(x => new SKPoint((float)(start + (run.Start + x) * text.Size), 0))]);
            buffer.SetText(characters);
            buffer.SetClusters([.. run.Clusters.Select(at => (uint)Encoding.UTF8.GetByteCount(run.Text.AsSpan(0, at)))]);
            using SKTextBlob? blob = builder.Build();
            if (blob is not null)
            {
                canvas.DrawText(blob, 0, 0, paint);
            }
        }
        canvas.Restore();
    }

    /// <summary>A character that no shipped font has: the system's font if there is one, within its em.</summary>
    private static void DrawUnknown(SKCanvas canvas, SKPaint paint, GlyphRun run, double start, double size)
    {
        double at = run.Start;
        foreach (Rune rune in run.Text.EnumerateRunes())
        {
            double x = start + at * size;
            at += TextShaper.WidthOfUnknown(rune);
            if (Rune.IsWhiteSpace(rune))
            {
                continue;
            }
            using SKTypeface? typeface = SKFontManager.Default.MatchCharacter(rune.Value);
            if (typeface is null)
            {
                Stroke(paint, Ink.Quiet, 1);
                canvas.DrawRect(
                    SKRect.Create((float)(x + size * 0.1), (float)(-size * 0.72), (float)(size * 0.8), (float)(size * 0.8)),
                    paint
                );
                continue;
            }
            using var font = new SKFont(typeface, (float)size);
            canvas.DrawText(rune.ToString(), (float)x, 0, SKTextAlign.Left, font, paint);
        }
    }

    private static void Fill(SKPaint paint, string colour)
    {
        paint.Style = SKPaintStyle.Fill;
        paint.Color = Colour(colour);
    }

    private static void Stroke(SKPaint paint, string colour, double width)
    {
        paint.Style = SKPaintStyle.Stroke;
        paint.Color = Colour(colour);
        paint.StrokeWidth = (float)width;
    }
}
