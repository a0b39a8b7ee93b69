using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>When parts or groups are too many to be told apart in a figure with a colour a part.</summary>
internal static class TooMany
{
    public const int Parts = 12;
    public const int Groups = 60;

    /// <summary>So many pieces are not drawn at all.</summary>
    public const int Pieces = 20_000;

    /// <summary>Gathers all but the eight largest parts.</summary>
    public static Remedy FoldPastEighth(Division division) =>
        new($"fold the small {StudyWords.Of(division).PartMany} past the 8th", study => study with { Fold = new Fold { Keep = 8 } });

    public static Unsuitable? Of(Division division)
    {
        StudyWords words = StudyWords.Of(division);
        if (division.PartCount > Parts)
        {
            return new Unsuitable($"{words.Parts(division.PartCount)}: too thin to be told apart", FoldPastEighth(division));
        }
        return division.GroupCount > Groups
            ? new Unsuitable($"{division.GroupCount} {words.GroupMany}: too narrow to be named", null)
            : null;
    }
}
