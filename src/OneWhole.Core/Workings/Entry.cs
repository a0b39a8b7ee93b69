using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>What kind of thing a part or a group is.</summary>
public enum EntryKind
{
    /// <summary>A label of a column.</summary>
    Label,

    /// <summary>A stretch of numbers.</summary>
    Band,

    /// <summary>A column by itself.</summary>
    WideColumn,

    /// <summary>Several small ones.</summary>
    Folded,

    /// <summary>Rows that are held against others: the whole before, or the whole after.</summary>
    Rows,
}

/// <summary>One part, or one group.</summary>
public sealed record Entry
{
    private readonly IReadOnlyList<string>? _among;
    private string? _label;

    /// <param name="label">As it is printed.</param>
    /// <param name="kind">Where it comes from.</param>
    /// <param name="tableRank">Its place in table order.</param>
    public Entry(string label, EntryKind kind, int tableRank)
    {
        _label = label;
        Kind = kind;
        TableRank = tableRank;
    }

    /// <summary>One of very many labels, which becomes a string when it is asked for: most of a million never are.</summary>
    /// <param name="among">The column's labels.</param>
    /// <param name="code">Which of them, and its place in table order.</param>
    internal Entry(IReadOnlyList<string> among, int code)
    {
        _among = among;
        Kind = EntryKind.Label;
        TableRank = code;
    }

    /// <summary>As it is printed.</summary>
    public string Label
    {
        get => _label ??= _among![TableRank];
        init => _label = value;
    }

    /// <summary>Where it comes from.</summary>
    public EntryKind Kind { get; init; }

    /// <summary>Its place in table order.</summary>
    public int TableRank { get; init; }

    /// <summary>Whether it stands for cells without text.</summary>
    public bool IsBlank =>
        Kind == EntryKind.Label
        && (_label is null ? Tables.Label.Is(_among!, TableRank, Tables.Label.Blank) : _label == Tables.Label.Blank);

    /// <inheritdoc/>
    public bool Equals(Entry? other) =>
        other is not null
        && (Kind, TableRank, Expected, Band) == (other.Kind, other.TableRank, other.Expected, other.Band)
        && Label == other.Label
        && ReferenceEquals(Folded, other.Folded);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Kind, TableRank);

    /// <summary>False where labels are expected and this is none of them.</summary>
    public bool Expected { get; init; } = true;

    /// <summary>A band's ends.</summary>
    public (ExactDecimal From, ExactDecimal To)? Band { get; init; }

    /// <summary>The entries that were folded into this one.</summary>
    public IReadOnlyList<Entry> Folded { get; init; } = [];

    /// <summary>What it is called in a figure: the label, and of the folded part how many it stands for ("37 others").</summary>
    public string NameInFigure =>
        Kind != EntryKind.Folded ? Label
        : Label == Studies.Fold.DefaultLabel ? Studies.FigureWords.Of("others", ("count", Numbers.NumberText.Count(Folded.Count)))
        : $"{Label} ({Numbers.NumberText.Count(Folded.Count)})";

    /// <summary>What identifies it in figures and requests: the label, but for the folded part.</summary>
    public string Key => Kind == EntryKind.Folded ? "\u0001folded" : Label;
}
