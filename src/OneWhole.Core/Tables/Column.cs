using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>What a column is taken for. Any column can still be summed, cut into bands or used for labels.</summary>
public enum ColumnType
{
    /// <summary>Labels.</summary>
    Category,

    /// <summary>Numbers.</summary>
    Quantity,

    /// <summary>Days or times.</summary>
    Date,
}

/// <summary>What is known about a column besides its cells.</summary>
/// <param name="Name">The heading; distinct within its table.</param>
/// <param name="Type">Found from the cells, correctable.</param>
public sealed record ColumnInfo(string Name, ColumnType Type)
{
    /// <summary>What it is referred to by, whatever its heading is; empty where nothing refers to it.</summary>
    public string Id { get; init; } = "";

    /// <summary>What one unit of the quantity is ("min", "€"), or null.</summary>
    public string? Unit { get; init; }

    /// <summary>What one label stands for ("cause"), used in sentences; null means guessed from the name.</summary>
    public string? One { get; init; }

    /// <summary>The plural of <see cref="One"/>.</summary>
    public string? Many { get; init; }

    /// <summary>Whether the cells were written with percent signs.</summary>
    public bool HoldsShares { get; init; }

    /// <summary>What the table itself says the column adds up to, from its row of totals; null where it does not.</summary>
    public ExactDecimal? Total { get; init; }

    /// <summary>The rule by which the column follows from others, in words; null where it follows from none.</summary>
    public string? Follows { get; init; }

    /// <summary>In what the numbers are counted, in words ("thousand", "million"); empty for ones.</summary>
    public string Multiplier { get; init; } = "";

    /// <summary>"thousand people": what one of the column's numbers stands for; empty where nothing is known.</summary>
    public string UnitWords => string.Join(' ', new[] { Multiplier, Unit ?? "" }.Where(word => word.Length > 0));

    /// <summary>How numbers are written in this column.</summary>
    public NumberReading Numbers { get; init; } = NumberReading.Point;

    /// <summary>How dates are written in this column.</summary>
    public DateOrder Dates { get; init; }

    /// <summary>
    /// The labels that the column has had, in the order in which they were first met in any of its rows since it came; null
    /// where its rows were never replaced. Colours go by it, so that fresh rows don't change them.
    /// </summary>
    public IReadOnlyList<string>? EarlierLabels { get; init; }

    /// <summary>What is known of all of its cells, where those that are here are only the first of them; null where all are here.</summary>
    public CellsElsewhere? Elsewhere { get; init; }

    /// <summary>Something to tell about the column: an invented heading, an ambiguous reading.</summary>
    public string? Note { get; init; }

    /// <summary>The noun for one label, from the heading where none was given.</summary>
    public string NounOne => One ?? Nouns.One(Name);

    /// <summary>The noun for several labels.</summary>
    public string NounMany => Many ?? Nouns.Many(NounOne);
}

/// <summary>What is known of a column's cells that stay where they are.</summary>
/// <param name="Rows">How many rows there are in all.</param>
/// <param name="Labels">How many different labels they have, blanks aside; null where that was not counted.</param>
/// <param name="TellsRowsApart">Whether it is the key of its table by itself.</param>
public sealed record CellsElsewhere(long Rows, long? Labels, bool TellsRowsApart)
{
    /// <summary>The labels, where they are few: those that the first rows lack among them.</summary>
    public IReadOnlyList<string> Listed { get; init; } = [];

    /// <inheritdoc/>
    public bool Equals(CellsElsewhere? other) =>
        other is not null
        && Rows == other.Rows
        && Labels == other.Labels
        && TellsRowsApart == other.TellsRowsApart
        && Listed.SequenceEqual(other.Listed);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Rows, Labels, TellsRowsApart, Listed.Count);
}

/// <summary>One column of a table. Its readings as labels, numbers and dates are made when first asked for, and kept.</summary>
public sealed class Column : IMeasured
{
    private readonly Lazy<LabelView> _labels;
    private readonly Lazy<NumberView> _numbers;
    private readonly Lazy<DateView> _dates;

    /// <summary>A column of cells.</summary>
    public Column(ColumnInfo info, Cells cells)
        : this(info, cells, LabelsOf(info, cells), new Lazy<NumberView>(() => NumberView.Of(cells, info.Numbers)), null) { }

    private static Lazy<LabelView> LabelsOf(ColumnInfo info, Cells cells) =>
        new(() => info.Elsewhere is { Listed: { Count: > 0 } listed } ? LabelView.Of(cells).And(listed) : LabelView.Of(cells));

    private Column(ColumnInfo info, Cells cells, Lazy<LabelView> labels, Lazy<NumberView> numbers, Lazy<DateView>? dates)
    {
        Info = info;
        Cells = cells;
        _labels = labels;
        _numbers = numbers;
        _dates = dates ?? new Lazy<DateView>(() => DateView.Of(labels.Value, info.Dates));
    }

    /// <summary>What is known of it besides its cells.</summary>
    public ColumnInfo Info { get; }

    /// <summary>As it is called.</summary>
    public string Name => Info.Name;

    /// <summary>What it holds.</summary>
    public Cells Cells { get; }

    /// <summary>How many rows there are.</summary>
    public int Count => Cells.Count;

    /// <summary>The cells as category labels.</summary>
    public LabelView Labels => _labels.Value;

    /// <summary>The cells as exact numbers, whatever the column's type.</summary>
    public NumberView Numbers => _numbers.Value;

    /// <summary>
    /// How many different labels there are, a blank among them; of cells that stay where they are as many as were counted there.
    /// </summary>
    public long LabelCount => Info.Elsewhere?.Labels is { } there ? there + (Labels.BlankCode >= 0 ? 1 : 0) : Labels.Labels.Count;

    /// <summary>How many rows there are, wherever they are.</summary>
    public long AllRows => Info.Elsewhere?.Rows ?? Count;

    /// <summary>The labels as dates.</summary>
    public DateView Dates => _dates.Value;

    /// <summary>The same cells under another heading, type or reading; the views that stay the same are shared.</summary>
    public Column With(ColumnInfo info) =>
        new(
            info,
            Cells,
            info.Elsewhere == Info.Elsewhere ? _labels : LabelsOf(info, Cells),
            info.Numbers == Info.Numbers ? _numbers : new Lazy<NumberView>(() => NumberView.Of(Cells, info.Numbers)),
            info.Dates == Info.Dates && info.Elsewhere == Info.Elsewhere ? _dates : null
        );

    /// <summary>The cells, and the views that were made of them.</summary>
    public void Measure(MemoryCount count)
    {
        Cells.Measure(count);
        if (_labels.IsValueCreated)
        {
            _labels.Value.Measure(count);
        }
        if (_numbers.IsValueCreated)
        {
            _numbers.Value.Measure(count);
        }
        if (_dates.IsValueCreated)
        {
            count.Add(_dates.Value.ByCode, 16L * _dates.Value.ByCode.Count);
        }
        count.Add(Info.EarlierLabels, 0);
    }
}
