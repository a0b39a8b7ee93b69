using System.Text.RegularExpressions;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>
/// A band as its label names it: "0–4" with any dash, "5 to 9", "under 5", "&lt;5", "7", "85+", "65 and over".
/// Ends are as written; whether "5–9" ends at 9 or at 10 depends on its neighbours.
/// </summary>
/// <param name="From">The first number; 0 for "under 5".</param>
/// <param name="To">The last number as written; null where the band is open.</param>
/// <param name="IsRange">False for a single number.</param>
/// <param name="Below">Whether the label says "under": then the end itself is not in the band.</param>
internal readonly partial record struct AgeBand(ExactDecimal From, ExactDecimal? To, bool IsRange, bool Below)
{
    [GeneratedRegex(
        @"^(\d+(?:\.\d+)?)\s*(?:[-\u2010-\u2015\u2212]|to)\s*(\d+(?:\.\d+)?)$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Range();

    [GeneratedRegex(@"^(?:under\s+|<\s*)(\d+(?:\.\d+)?)$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Under();

    [GeneratedRegex(@"^(\d+(?:\.\d+)?)\s*(?:\+|and\s+over)$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Open();

    /// <summary>Whether labels are age bands that follow one another: three or more, ranges all but the open ends.</summary>
    public static bool AreBands(IReadOnlyList<string> labels)
    {
        string[] filled = [.. labels.Where(label => label != Tables.Label.Blank)];
        return filled.Length is >= 3 and <= 200
            && Array.TrueForAll(filled, label => TryRead(label, out _))
            && filled.Count(label => TryRead(label, out AgeBand band) && band.IsRange) * 2 > filled.Length;
    }

    public static bool TryRead(string label, out AgeBand band)
    {
        if (Range().Match(label) is { Success: true } range)
        {
            band = new AgeBand(Number(range.Groups[1]), Number(range.Groups[2]), true, false);
            return band.From <= band.To;
        }
        if (Under().Match(label) is { Success: true } under)
        {
            band = new AgeBand(0, Number(under.Groups[1]), true, true);
            return true;
        }
        if (Open().Match(label) is { Success: true } open)
        {
            band = new AgeBand(Number(open.Groups[1]), null, true, false);
            return true;
        }
        band = default;
        if (!label.AsSpan().ContainsAnyExceptInRange('0', '9') && ExactDecimal.TryParse(label, out ExactDecimal single))
        {
            band = new AgeBand(single, single, false, false);
            return true;
        }
        return false;
    }

    private static ExactDecimal Number(Group group) => ExactDecimal.Parse(group.Value);
}
