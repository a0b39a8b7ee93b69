using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>
/// What is asked of rows that stay where they are: how many there are of each combination, and what some columns add up to in each.
/// </summary>
/// <param name="Keys">The columns whose cells tell one combination from another: labels, and numbers that are cut into bands or counted
/// once.</param>
/// <param name="Numbers">The columns that are added up. A cell of one is a sum where the column is no key too; rows with and without a
/// number are apart.</param>
/// <param name="Where">The clauses that rows have to pass.</param>
public sealed record CellQuestion(IReadOnlyList<string> Keys, IReadOnlyList<string> Numbers, IReadOnlyList<Clause> Where)
{
    /// <summary>Which of the keys' labels have to come in the order of the rows: by their first one.</summary>
    public IReadOnlyList<string> Ordered { get; init; } = [];

    /// <summary>
    /// Which of the keys are cut into bands and are asked for nothing else: any number of a band may stand for all of it.
    /// </summary>
    public IReadOnlyList<Axis.Bands> Bands { get; init; } = [];

    /// <summary>Which of the keys rows that don't pass are told apart by.</summary>
    public IReadOnlyList<string> FilteredKeys { get; init; } = [];
}

/// <summary>The answer: a small table of combinations, each with how many rows it stands for.</summary>
/// <param name="Table">The columns that were asked for. Labels are in the order of the rows that stay where they are.</param>
/// <param name="Weights">Of each row: how many it stands for; 0 for one that is there for the order of labels alone.</param>
/// <param name="Passing">Of each row: whether what it stands for passes. What has no weight does not.</param>
/// <param name="Summed">The columns whose cells are sums.</param>
public sealed record AskedCells(Table Table, long[] Weights, byte[] Passing, IReadOnlySet<string> Summed) : IMeasured
{
    /// <summary>When they were asked for, and how; null where that is not kept.</summary>
    public Asking? Asked { get; init; }

    /// <inheritdoc/>
    public void Measure(MemoryCount count)
    {
        Table.Measure(count);
        count.Add(Weights, 9L * Weights.Length);
    }
}

/// <summary>How rows that stay where they are were asked.</summary>
/// <param name="AsOf">When, in UTC.</param>
/// <param name="Note">What there is to say of how they answered ("rows travelled"); null for nothing.</param>
public sealed record Asking(DateTime AsOf, string? Note)
{
    /// <summary>Of two, the earlier time; and whatever there is to say.</summary>
    public static Asking? Both(Asking? one, Asking? other) =>
        one is null || other is null ? one ?? other : new Asking(one.AsOf < other.AsOf ? one.AsOf : other.AsOf, one.Note ?? other.Note);
}

/// <summary>Rows that stay where they are, and are asked for cells.</summary>
public interface ICellSource : IRowsElsewhere
{
    /// <summary>Asks for cells.</summary>
    /// <exception cref="StudyException">The question can't be answered, or the answer has too many cells.</exception>
    AskedCells Ask(CellQuestion question, CancellationToken cancel);
}
