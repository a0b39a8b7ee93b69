using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>A reading in words, that running text can have in it and that follows the numbers.</summary>
/// <param name="Name">Stable: "whole", "cut-1".</param>
/// <param name="Text">"74,930 minutes", "6 of 12 causes make 80 %".</param>
public sealed record NamedReading(string Name, string Text)
{
    /// <summary>Every reading of a study: those that all have, and the form's own.</summary>
    public static IReadOnlyList<NamedReading> Of(WorkingsResult workings)
    {
        Division division = workings.Division;
        StudyWords words = StudyWords.Of(division);
        var all = new List<NamedReading> { new("whole", words.AmountOf(NumberText.Exact(division.Printed(division.ReadingWhole)))) };
        if (division.IsEmpty)
        {
            return all;
        }
        all.Add(new("parts", words.Parts(division.CountedParts)));
        // Stages don't add up, nor do two wholes; the folded part is none.
        int largest = Enumerable
            .Range(0, division.Folded is null ? division.PartCount : division.PartCount - 1)
            .DefaultIfEmpty(-1)
            .MaxBy(part => part < 0 ? ExactInt.Zero : division.PartTotal(part));
        if (!division.Total.IsZero && !division.WholeIsFirst && workings.Rows != RowKind.Parts && largest >= 0)
        {
            all.Add(new("largest", division.Parts[largest].Label));
            all.Add(
                new(
                    "largest-share",
                    division.HasGroups
                        ? ShareText.Of(division, division.PartTotal(largest), division.Total)
                        : ShareText.Of(workings, largest, WholeOf.All)
                )
            );
            all.Add(new("largest-amount", division.Text(division.PartTotal(largest))));
        }
        all.AddRange(division.Study.Form.Form.Named(workings));
        if (division.Study.Form.Form.Verdict(workings) is { } verdict)
        {
            all.Add(new("verdict", verdict));
        }
        return all;
    }
}
