using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>What a row of the workings stands for.</summary>
public enum RowKind
{
    /// <summary>A group and a part; without groups a part.</summary>
    Cells,

    /// <summary>A group with all of its parts.</summary>
    Groups,

    /// <summary>A part in both of two groups.</summary>
    Parts,
}

/// <summary>The table of calculated columns behind a figure, with its readings and its proofs.</summary>
public sealed record WorkingsResult(
    Division Division,
    IReadOnlyList<WorkingColumn> Columns,
    JsonObject Readings,
    Func<IReadOnlyList<TieOutLine>> Prove
) : Tables.IMeasured
{
    private sealed record Proved(NumberStyle Style, IReadOnlyList<TieOutLine> Lines);

    private Proved? _proved;

    /// <summary>The proofs, with their numbers in the style of the study or the one that holds now.</summary>
    public IReadOnlyList<TieOutLine> TieOut
    {
        get
        {
            using IDisposable style = Division.Study.Finish.Numbers.Use();
            if (_proved is { } known && known.Style == NumberStyle.Current)
            {
                return known.Lines;
            }
            _proved = new Proved(NumberStyle.Current, Prove());
            return _proved.Lines;
        }
    }

    /// <summary>What a row stands for.</summary>
    public RowKind Rows { get; init; }

    /// <summary>Whether a row stands for a group alone, not for a group and a part (or for a part).</summary>
    public bool RowsAreGroups => Rows == RowKind.Groups;

    /// <summary>Whether a row stands for a group and a part, or without groups for a part.</summary>
    public bool RowsAreCells => Rows == RowKind.Cells;

    /// <summary>How many rows the workings have.</summary>
    public int RowCount =>
        Division.IsEmpty
            ? 0
            : Rows switch
            {
                RowKind.Groups => Division.GroupCount,
                RowKind.Parts => Division.PartCount,
                _ => Division.RowCount,
            };

    /// <summary>The part of a row, or null where rows are groups.</summary>
    public Entry? PartOf(int row) => RowsAreGroups ? null : Division.Parts[Division.PartOf(row)];

    /// <summary>The group of a row, or null without groups or where rows are parts.</summary>
    public Entry? GroupOf(int row) => Rows == RowKind.Parts ? null : Division.Groups?[RowsAreGroups ? row : Division.GroupOf(row)];

    /// <summary>What a row is called: its part, its group, or both.</summary>
    public string NameOf(int row) =>
        (GroupOf(row), PartOf(row)) switch
        {
            (null, { } part) => part.Label,
            ({ } group, null) => group.Label,
            ({ } group, { } part) => $"{part.Label}, {group.Label}",
            _ => "",
        };

    /// <summary>
    /// How the proofs came out, in the few words that stand under a figure: whether all hold that must, and what they say.
    /// </summary>
    public (bool Holds, string Words) Outcome
    {
        get
        {
            if (TieOut.Any(line => line.Status == TieOutStatus.Fail))
            {
                return (false, FigureWords.Of("doesNotAddUp"));
            }
            return TieOut.FirstOrDefault(line => line.Id == "parts-add-up") switch
            {
                { Status: TieOutStatus.Ok } => (true, FigureWords.Of("addsUp")),
                not null => (
                    false,
                    FigureWords.Of(
                        Division.IsEmpty ? "nothingLeft"
                        : Division.FixedWhole is null ? "wholeIsZero"
                        : "notTheWhole"
                    )
                ),
                null => Division.IsEmpty
                    ? (false, FigureWords.Of("nothingLeft"))
                    : (true, FigureWords.Of(Division.WholeIsFirst ? "everyRow" : "addsUp")),
            };
        }
    }

    /// <summary>The shown shares of the study's own whole, or of another one: of its group, or of everything.</summary>
    public ShownShares SharesOf(WholeOf? of) =>
        _shares.GetOrAdd(
            of == Division.WholeOf || (of == WholeOf.Group && !Division.HasGroups && Division.WholeOf == WholeOf.All)
                ? WholeOf.Given
                : of ?? WholeOf.Given,
            key => ShownShares.Of(Division, key == WholeOf.Given ? null : key)
        );

    /// <summary>By whole; under "given" those of the study's own.</summary>
    private readonly System.Collections.Concurrent.ConcurrentDictionary<WholeOf, ShownShares> _shares = [];

    /// <summary>Columns that only labels need: on the screen and in hand-overs after the others, not in the command's workings.</summary>
    public IReadOnlyList<WorkingColumn> LabelColumns { get; init; } = [];

    /// <summary>The amounts, and a little a row: columns are worked out from the amounts as they are asked.</summary>
    public void Measure(Tables.MemoryCount count)
    {
        Division.Measure(count);
        count.Add(this, 2000 + 16L * RowCount);
    }

    /// <summary>The column of a key; null where there is none.</summary>
    public WorkingColumn? Find(string key) =>
        Columns.FirstOrDefault(column => column.Key == key) ?? LabelColumns.FirstOrDefault(column => column.Key == key);

    /// <summary>The column of a key that is known to be there.</summary>
    /// <exception cref="KeyNotFoundException">It is not.</exception>
    public WorkingColumn this[string key] => Find(key) ?? throw new KeyNotFoundException($"The workings have no column \"{key}\".");

    /// <summary>What the form has computed for its own use.</summary>
    public required object Computed { get; init; }
}
