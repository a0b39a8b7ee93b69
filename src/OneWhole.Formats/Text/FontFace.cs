using HarfBuzzSharp;
using SkiaSharp;

namespace OneWhole.Formats.Text;

/// <summary>One shipped font file: shaped by HarfBuzz, drawn by Skia, from the same bytes.</summary>
internal sealed class FontFace
{
    private readonly Lazy<SKTypeface> _typeface;

    private FontFace(string family, string file, byte[] woff)
    {
        Family = family;
        File = file;
        Woff = woff;
        Sfnt = WoffFile.ToSfnt(woff);
        // HarfBuzz keeps pointing at the bytes; they live as long as the program.
        System.Runtime.InteropServices.GCHandle pinned = System.Runtime.InteropServices.GCHandle.Alloc(
            Sfnt,
            System.Runtime.InteropServices.GCHandleType.Pinned
        );
        var blob = new Blob(pinned.AddrOfPinnedObject(), Sfnt.Length, MemoryMode.ReadOnly);
        var face = new Face(blob, 0);
        UnitsPerEm = face.UnitsPerEm;
        Shaper = new HarfBuzzSharp.Font(face);
        Shaper.SetScale(UnitsPerEm, UnitsPerEm);
        _typeface = new Lazy<SKTypeface>(() =>
            SKTypeface.FromData(SKData.CreateCopy(Sfnt)) ?? throw new InvalidDataException($"The font {file} can't be opened.")
        );
    }

    /// <summary>The family's name in styles.</summary>
    public string Family { get; }

    public string File { get; }

    public byte[] Woff { get; }

    public byte[] Sfnt { get; }

    public int UnitsPerEm { get; }

    public HarfBuzzSharp.Font Shaper { get; }

    public SKTypeface Typeface => _typeface.Value;

    public bool Has(uint codePoint) => Shaper.TryGetNominalGlyph(codePoint, out _);

    public static FontFace Load(string family, string file)
    {
        using Stream stream = typeof(FontFace).Assembly.GetManifestResourceStream(file)
            ?? throw new InvalidDataException($"The font {file} is not shipped.");
        var bytes = new byte[stream.Length];
        stream.ReadExactly(bytes);
        return new FontFace(family, file, bytes);
    }
}

/// <summary>The shipped fonts of one typeface and weight, the first that has a character draws it.</summary>
internal sealed class FontStack
{
    private static readonly Dictionary<(Core.Drawing.Typeface, bool), Lazy<FontStack>> Stacks = new()
    {
        [(Core.Drawing.Typeface.Sans, false)] = Make("400"),
        [(Core.Drawing.Typeface.Sans, true)] = Make("600"),
        [(Core.Drawing.Typeface.Serif, false)] = new(() =>
            new FontStack(
                "500",
                [
                    new(() => FontFace.Load("Newsreader", "newsreader-latin-500-normal.woff")),
                    new(() => FontFace.Load("Newsreader", "newsreader-latin-ext-500-normal.woff")),
                    .. Fallback("400"),
                ]
            )
        ),
    };

    private readonly Lazy<FontFace>[] _faces;

    private FontStack(string weight, Lazy<FontFace>[] faces)
    {
        Weight = weight;
        _faces = faces;
    }

    /// <summary>The weight in styles.</summary>
    public string Weight { get; }

    private static Lazy<FontStack> Make(string weight) =>
        new(() =>
            new FontStack(
                weight,
                [
                    new(() => FontFace.Load("Public Sans", $"public-sans-latin-{weight}-normal.woff")),
                    new(() => FontFace.Load("Public Sans", $"public-sans-latin-ext-{weight}-normal.woff")),
                    .. Fallback(weight),
                ]
            )
        );

    private static Lazy<FontFace>[] Fallback(string weight) =>
        [
            new(() => FontFace.Load("Noto Sans", $"noto-sans-greek-{weight}-normal.woff")),
            new(() => FontFace.Load("Noto Sans", $"noto-sans-cyrillic-{weight}-normal.woff")),
        ];

    public static FontStack Of(Core.Drawing.Typeface typeface, int weight) =>
        Stacks[(typeface, typeface == Core.Drawing.Typeface.Sans && weight >= 600)].Value;

    /// <returns>The face that draws the character, or null where none does.</returns>
    public FontFace? FaceFor(uint codePoint)
    {
        for (int i = 0; i < _faces.Length; i++)
        {
            // Plain letters need no fallback to be opened.
            if (_faces[i].Value.Has(codePoint))
            {
                return _faces[i].Value;
            }
            if (codePoint < 0x250 && i == 1)
            {
                return null;
            }
        }
        return null;
    }
}
