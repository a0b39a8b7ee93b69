using System.Text.RegularExpressions;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Briefings;

/// <summary>A stretch of running text.</summary>
/// <param name="Text">As it is read.</param>
/// <param name="Reading">Which reading it is ("b2.whole"); null for plain text.</param>
/// <param name="Problem">Whether that reading is not there (any more).</param>
public sealed record TextSegment(string Text, string? Reading, bool Problem);

/// <summary>Running text of a page with the readings of its studies in it.</summary>
public static partial class BriefingText
{
    [GeneratedRegex(@"\[\[([^\[\]]+)\]\]")]
    private static partial Regex ReadingPattern();

    /// <summary>By "block.name", what each reading says now; of studies that are not repeated.</summary>
    public static IReadOnlyDictionary<string, string> Readings(IEnumerable<(string Key, WorkingsSet Workings)> studies)
    {
        var readings = new Dictionary<string, string>();
        foreach ((string key, WorkingsSet workings) in studies)
        {
            if (workings is { Column: null, Values: [var only, ..] })
            {
                foreach (NamedReading reading in NamedReading.Of(only.Workings))
                {
                    readings[$"{key}.{reading.Name}"] = reading.Text;
                }
            }
        }
        return readings;
    }

    /// <summary>A text in stretches; a reading that is not there is a dash.</summary>
    public static IReadOnlyList<TextSegment> Segments(string text, IReadOnlyDictionary<string, string> readings)
    {
        var segments = new List<TextSegment>();
        int last = 0;
        foreach (Match match in ReadingPattern().Matches(text))
        {
            if (match.Index > last)
            {
                segments.Add(new TextSegment(text[last..match.Index], null, false));
            }
            string name = match.Groups[1].Value;
            bool known = readings.TryGetValue(name, out string? said);
            segments.Add(new TextSegment(known ? said! : NumberText.Dash, name, !known));
            last = match.Index + match.Length;
        }
        if (last < text.Length)
        {
            segments.Add(new TextSegment(text[last..], null, false));
        }
        return segments;
    }
}
