using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using SkiaSharp;

namespace OneWhole.Formats.Handing;

/// <summary>
/// A PDF with its title and language. The painter can't say the language: it is added as an incremental update of the document's
/// catalogue (ISO 32000-1, 7.5.6 and 14.9.2), which leaves every byte before it as it was.
/// </summary>
internal static partial class PdfPages
{
    /// <summary>Of the sentences, proofs and headings, which stay so whatever words a figure prints.</summary>
    private const string Language = "en-GB";

    /// <param name="to">Where it is written.</param>
    /// <param name="title">Shown as the window's title by readers.</param>
    /// <param name="subject">What it shows, in words; empty for nothing.</param>
    /// <param name="draw">Draws its pages.</param>
    public static void Write(Stream to, string title, string subject, Action<SKDocument> draw)
    {
        using var bytes = new MemoryStream();
        using (
            SKDocument document = SKDocument.CreatePdf(
                bytes,
                new SKDocumentPdfMetadata
                {
                    Title = title,
                    Subject = subject,
                    Creator = "One Whole",
                    Producer = "One Whole",
                }
            )
        )
        {
            draw(document);
            document.Close();
        }
        bytes.WriteTo(to);
        to.Write(Update(bytes));
    }

    /// <summary>The catalogue once more, with its language, and where it stands now.</summary>
    private static byte[] Update(MemoryStream written)
    {
        string text = Encoding.Latin1.GetString(written.GetBuffer(), 0, (int)written.Length);
        Match trailer = Trailer().Match(text, text.LastIndexOf("trailer", StringComparison.Ordinal));
        string root = Root().Match(trailer.Groups["entries"].Value).Groups["number"].Value;
        int at = text.LastIndexOf($"\n{root} 0 obj", StringComparison.Ordinal),
            begin = text.IndexOf("<<", at, StringComparison.Ordinal) + 2,
            end = text.IndexOf("endobj", begin, StringComparison.Ordinal);
        string entries = text[begin..text.LastIndexOf(">>", end, StringComparison.Ordinal)];
        var update = new StringBuilder();
        int place = text.Length + 1;
        update
            .Append('\n')
            .Append(
                CultureInfo.InvariantCulture,
                $"{root} 0 obj\n<<{entries}\n/Lang ({Language})\n/ViewerPreferences <</DisplayDocTitle true>>>>\nendobj\n"
            );
        int table = text.Length + update.Length;
        update.Append(CultureInfo.InvariantCulture, $"xref\n{root} 1\n{place:D10} 00000 n \n");
        update.Append(
            CultureInfo.InvariantCulture,
            $"trailer\n<<{trailer.Groups["entries"].Value}\n/Prev {trailer.Groups["table"].Value}>>\nstartxref\n{table}\n%%EOF\n"
        );
        return Encoding.Latin1.GetBytes(update.ToString());
    }

    [GeneratedRegex(@"trailer\s*<<(?<entries>.*)>>\s*startxref\s+(?<table>\d+)\s+%%EOF\s*$", RegexOptions.Singleline)]
    private static partial Regex Trailer();

    [GeneratedRegex(@"/Root\s+(?<number>\d+)\s+0\s+R")]
    private static partial Regex Root();
}
