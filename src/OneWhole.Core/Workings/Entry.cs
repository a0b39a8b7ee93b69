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
/// <param name="Label">As it is printed.</param>
/// <param name="Kind">Where it comes from.</param>
/// <param name="TableRank">Its place in table order.</param>
public sealed record Entry(string Label, EntryKind Kind, int TableRank)
{
    /// <summary>Whether it stands for cells without text.</summary>
    public bool IsBlank => Kind == EntryKind.Label && Label == Tables.Label.Blank;

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
