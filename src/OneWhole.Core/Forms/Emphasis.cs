using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>
/// Which amounts stand out while the rest is grey: parts and groups named by hand, or those that a rule finds in the numbers.
/// </summary>
internal sealed class Emphasis
{
    private readonly Division _division;
    private readonly Finish _finish;
    private readonly bool[]? _byRule;

    public Emphasis(Division division)
    {
        _division = division;
        _finish = division.Study.Finish;
        _byRule = _finish.EmphasisRule switch
        {
            EmphasisRule.Largest => Largest(division),
            EmphasisRule.AtLeast =>
            [
                .. Enumerable
                    .Range(0, division.RowCount)
                    .Select(row => division.Share(row) is { } share && share >= _finish.EmphasisLimit.ToFraction()),
            ],
            _ => null,
        };
    }

    /// <summary>The largest part of each group, the first of several that are as large.</summary>
    private static bool[] Largest(Division division)
    {
        var stands = new bool[division.RowCount];
        for (int group = 0; group < division.GroupCount && division.PartCount > 0; group++)
        {
            int first = group * division.PartCount,
                best = -1;
            for (int row = first; row < first + division.PartCount; row++)
            {
                best = division.Has(row) && (best < 0 || division.Amount(row) > division.Amount(best)) ? row : best;
            }
            if (best >= 0)
            {
                stands[best] = true;
            }
        }
        return stands;
    }

    public bool Stands(int row) =>
        (_byRule?[row] ?? true)
        && IsNamed(_division.PartOf(row))
        && (
            _finish.EmphasisGroups.Length == 0
            || (_division.Groups is { } groups && _finish.EmphasisGroups.Contains(groups[_division.GroupOf(row)].Label))
        );

    /// <summary>Whether the part stands out in some group, for the key.</summary>
    public bool StandsPart(int part) =>
        IsNamed(part)
        && (_byRule is null || Enumerable.Range(0, _division.GroupCount).Any(group => _byRule[group * _division.PartCount + part]));

    private bool IsNamed(int part) => _finish.Emphasis.Length == 0 || _finish.Emphasis.Contains(_division.Parts[part].Label);

    /// <summary>The rule in words, for the key; null where there is none.</summary>
    public static string? Words(Division division)
    {
        StudyWords words = StudyWords.Of(division);
        return division.Study.Finish.EmphasisRule switch
        {
            EmphasisRule.Largest => division.HasGroups
                ? FigureWords.Of("inColourOfEach", ("group", words.GroupOne))
                : FigureWords.Of("inColourLargest", ("part", words.PartOne)),
            EmphasisRule.AtLeast => FigureWords.Of("inColourFrom", ("limit", NumberText.PlainPercent(division.Study.Finish.EmphasisLimit))),
            _ => null,
        };
    }
}
