using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>What is said of a row at the pointer: its amount, its shares of its group and of everything, its rank, and where the same part is largest and smallest.</summary>
public static class PointedReading
{
    /// <summary>All that there is to say, or what the finish asks for: the amount, the share, or both.</summary>
    public static IReadOnlyList<string> Of(WorkingsResult workings, int row)
    {
        IReadOnlyList<string> lines = All(workings, row);
        return lines.Count < 2 ? lines : workings.Division.Study.Finish.Pointer switch
        {
            LabelText.Amount => [lines[0]],
            LabelText.Share => [lines[1]],
            LabelText.Both => [lines[0], lines[1]],
            _ => lines,
        };
    }

    private static IReadOnlyList<string> All(WorkingsResult workings, int row)
    {
        Division division = workings.Division;
        StudyWords words = StudyWords.Of(division);
        int decimals = division.Study.Rounding.Decimals;
        string Percent(ExactInt part, ExactInt whole) => whole.IsZero ? NumberText.Dash : NumberText.Percent(new Fraction(part, whole), decimals);
        if (workings.RowsAreGroups)
        {
            ExactInt total = division.GroupTotal(row);
            return [words.AmountOf(NumberText.Exact(division.Decimal(total))), $"{Percent(total, division.Total)} of all", .. OwnLines(workings, row)];
        }
        if (!division.Has(row))
        {
            return ["no row"];
        }
        ExactInt amount = division.Amount(row);
        var lines = new List<string> { words.AmountOf(NumberText.Exact(division.Decimal(amount))) };
        if (!division.HasGroups)
        {
            lines.Add($"{(workings.Find("shownShare")?.Exact(row) is { } shown ? NumberText.Rounded(shown, decimals) + " %" : Percent(amount, division.Whole(row)))} of the whole");
            lines.Add($"{Ordinal(1 + division.LargerThan(amount))} of {NumberText.Count(division.PartCount)}");
            if (workings.Find("runningShare")?.Exact(row) is { } running)
            {
                lines.Add($"running share {NumberText.Percent(running, decimals)}");
            }
            return lines;
        }
        int group = division.GroupOf(row), part = division.PartOf(row);
        string name = division.Groups![group].Label;
        lines.Add($"{Percent(amount, division.GroupTotal(group))} of {name}, {Percent(amount, division.Total)} of all");
        lines.Add($"{Ordinal(1 + Enumerable.Range(0, division.PartCount).Count(other => division.Has(group, other) && division.Amount(group, other) > amount))} of {NumberText.Count(division.PartCount)} in {name}");
        (int Group, Fraction Share)[] elsewhere =
        [
            .. Enumerable.Range(0, division.GroupCount).Where(other => other != group && division.Has(other, part) && division.GroupTotal(other).Sign > 0)
                .Select(other => (other, new Fraction(division.Amount(other, part), division.GroupTotal(other)))).OrderByDescending(other => other.Item2),
        ];
        if (elsewhere.Length > 0)
        {
            string Said((int Group, Fraction Share) other) => $"{NumberText.Percent(other.Share, decimals)} of {division.Groups[other.Group].Label}";
            lines.Add(elsewhere.Length == 1 ? $"elsewhere {Said(elsewhere[0])}" : $"elsewhere from {Said(elsewhere[^1])} to {Said(elsewhere[0])}");
        }
        return lines;
    }

    /// <summary>Numbers of the form's own, where a row is a group: a height, the two sides.</summary>
    private static IEnumerable<string> OwnLines(WorkingsResult workings, int row) =>
        workings.Columns.Where(column => !column.IsText && !column.Quiet && column.Key is not ("value" or "share") && column.Exact(row) is not null)
            .Select(column => $"{column.Label} {NumberText.Rounded(column.Exact(row)!.Value, 2, true)}");

    private static string Ordinal(int number) => number + ((number % 100) is >= 11 and <= 13 ? "th" : (number % 10) switch { 1 => "st", 2 => "nd", 3 => "rd", _ => "th" });
}
