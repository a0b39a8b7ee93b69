using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>
/// What is said of a row at the pointer: its amount, its shares of its group and of everything, its rank, and where the same part is
/// largest and smallest.
/// </summary>
public static class PointedReading
{
    /// <summary>All that there is to say, or what the finish asks for: the amount, the share, or both.</summary>
    public static IReadOnlyList<string> Of(WorkingsResult workings, int row)
    {
        IReadOnlyList<string> lines = All(workings, row);
        return lines.Count < 2
            ? lines
            : workings.Division.Study.Finish.Pointer switch
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
        if (workings.RowsAreGroups)
        {
            ExactInt total = division.GroupTotal(row);
            return
            [
                words.AmountOf(NumberText.Exact(division.Printed(total))),
                $"{ShareText.Of(division, total, division.Total)} of all",
                .. OwnLines(workings, row),
            ];
        }
        if (workings.Rows == RowKind.Parts)
        {
            return
            [
                .. workings
                    .Columns.Where(column => !column.IsText && !column.Quiet && column.Exact(row) is not null)
                    .Select(column => $"{column.Label} {Printed(division, column, row)}"),
            ];
        }
        if (!division.Has(row))
        {
            return ["no row"];
        }
        ExactInt amount = division.Amount(row);
        if (division.HasNoAmount(row))
        {
            return ["no amount", "none of its rows has a number that can be read"];
        }
        var lines = new List<string> { words.AmountOf(NumberText.Exact(division.Printed(amount))) };
        if (!division.HasGroups)
        {
            bool folded = division.IsFolded(row);
            lines.Add(
                $"{ShareText.Of(workings, row)} of {(division.WholeIsFirst ? $"the first, {division.Parts[0].Label}" : "the whole")}"
            );
            lines.Add(
                folded
                    ? $"{NumberText.Count(division.Folded!.Folded.Count)} of {NumberText.Count(division.CountedParts)}, folded"
                    : $"{Nouns.Ordinal(1 + division.LargerThan(amount))} of {NumberText.Count(division.CountedParts)}"
            );
            if (workings.Find("runningShare")?.Exact(row) is { } running)
            {
                lines.Add($"running share {NumberText.Percent(running, decimals)}");
            }
            return lines;
        }
        int group = division.GroupOf(row),
            part = division.PartOf(row);
        string name = division.Groups![group].Label;
        lines.Add(
            division.WholeIsFirst
                ? $"{ShareText.Of(workings, row)} of {division.Parts[0].Label} in {name}"
                : $"{ShareText.Of(workings, row, WholeOf.Group)} of {name}, {ShareText.Of(workings, row, WholeOf.All)} of all"
        );
        // Of the parts that the group has; the folded one is many, and has no rank.
        int[] ranked =
        [
            .. Enumerable
                .Range(0, division.PartCount)
                .Where(other => division.Has(group, other) && division.Parts[other].Kind != EntryKind.Folded),
        ];
        if (ranked.Contains(part))
        {
            int rank = 1 + ranked.Count(other => division.Amount(group, other) > amount);
            lines.Add(
                $"{Nouns.Ordinal(rank)} of {NumberText.Count(ranked.Length)} in "
                    + $"{name}{(division.Has(group, division.PartCount - 1) && division.Folded is not null ? ", folded ones aside" : "")}"
            );
        }
        (int Group, Fraction Share)[] elsewhere =
        [
            .. Enumerable
                .Range(0, division.GroupCount)
                .Where(other => other != group && division.Has(other, part) && division.GroupTotal(other).Sign > 0)
                .Select(other => (other, new Fraction(division.Amount(other, part), division.GroupTotal(other))))
                .OrderByDescending(other => other.Item2),
        ];
        if (elsewhere.Length > 0)
        {
            string Said((int Group, Fraction Share) other) =>
                ShareText.Of(workings, other.Group * division.PartCount + part, division.WholeIsFirst ? null : WholeOf.Group)
                + $" of {division.Groups[other.Group].Label}";
            lines.Add(
                elsewhere.Length == 1 ? $"elsewhere {Said(elsewhere[0])}" : $"elsewhere from {Said(elsewhere[^1])} to {Said(elsewhere[0])}"
            );
        }
        return lines;
    }

    /// <summary>Numbers of the form's own, where a row is a group: a height, the two sides.</summary>
    private static IEnumerable<string> OwnLines(WorkingsResult workings, int row) =>
        workings
            .Columns.Where(column =>
                !column.IsText && !column.Quiet && column.Key is not ("value" or "share") && column.Exact(row) is not null
            )
            .Select(column => $"{column.Label} {NumberText.Rounded(column.Exact(row)!.Value, 2, true)}");

    private static string Printed(Division division, WorkingColumn column, int row) =>
        WorkingsText.Of(division, column.Unit, column.Exact(row)!.Value) is var text && column.Unit == ColumnUnit.Share
            ? NumberText.InPercent(text)
            : text;
}
