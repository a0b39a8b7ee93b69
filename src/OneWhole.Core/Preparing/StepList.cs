using OneWhole.Core.Preparing.Steps;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Preparing;

/// <summary>The kinds of steps there are, in the order of the list to choose from.</summary>
public static class StepList
{
    /// <summary>The steps that ship.</summary>
    public static IReadOnlyList<StepKind> Standard { get; } =
    [
        new Rename(),
        new Retype(),
        new Drop(),
        new Move(),
        new HeadingsFromRow(),
        new HeadingsAreData(),
        new SkipRows(),
        new FillDown(),
        new Tidy(),
        new Unify(),
        new Regroup(),
        new Bands(),
        new ColumnsToRows(),
        new RowsToColumns(),
        new StackBlocks(),
        new WorkOut(),
        new CountRows(),
        new LeaveOut(),
        new LeaveOutTotals(),
        new LeaveOutEmpty(),
        new RemoveRepeats(),
    ];

    /// <exception cref="StudyException">There is no such kind.</exception>
    public static StepKind Find(string kind, string place) =>
        Standard.FirstOrDefault(known => known.Kind == kind)
        ?? throw new StudyException(
            "wrong-value",
            place,
            $"{place} is \"{kind}\"; it must be one of {string.Join(", ", Standard.Select(known => $"\"{known.Kind}\""))}."
        );
}
