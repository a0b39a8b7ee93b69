using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>
/// The rows that a scan goes over: those of the table, or the cells of rows that stay where they are, each standing for many. Whatever
/// scans rows asks for them here, so that nothing else knows where they are.
/// </summary>
internal sealed class ScannedRows
{
    private readonly AskedCells? _asked;

    private ScannedRows(Table table, byte[]? passing, AskedCells? asked)
    {
        Table = table;
        Passing = passing;
        _asked = asked;
        Total = asked is null ? table.RowCount : asked.Weights.Sum();
    }

    /// <param name="table">The table.</param>
    /// <param name="where">The clauses.</param>
    /// <param name="keys">The columns whose cells are looked at one by one.</param>
    /// <param name="numbers">The columns that are added up.</param>
    /// <param name="ordered">The keys whose labels are told apart by their order in the table.</param>
    /// <param name="cancel">Ends it.</param>
    /// <param name="filteredKeys">The keys that are looked at in rows that don't pass, too.</param>
    /// <param name="axes">What the keys make, so that a number that is cut into bands alone need not come by itself.</param>
    public static ScannedRows Of(
        Table table,
        IReadOnlyList<Clause> where,
        IEnumerable<string> keys,
        IEnumerable<string> numbers,
        IEnumerable<string> ordered,
        CancellationToken cancel,
        IEnumerable<string>? filteredKeys = null,
        params ReadOnlySpan<Axis?> axes
    )
    {
        if (table.Source is not ICellSource source)
        {
            return new ScannedRows(table, RowFilter.Passing(table, where, cancel), null);
        }
        string[] allKeys = [.. keys],
            added = [.. numbers],
            filtered = [.. (filteredKeys ?? []).Distinct()];
        // A column that is counted as well, or stands on both axes, comes as it is.
        Axis.Bands[] bands =
        [
            .. axes.ToArray()
                .OfType<Axis.Bands>()
                .Where(axis =>
                    allKeys.Count(key => key == axis.Column) == 1 && !added.Contains(axis.Column) && !filtered.Contains(axis.Column)
                ),
        ];
        var question = new CellQuestion([.. allKeys.Distinct()], [.. added.Distinct()], where)
        {
            Ordered = [.. ordered.Distinct()],
            FilteredKeys = filtered,
            Bands = bands,
        };
        AskedCells asked = source.Ask(question, cancel);
        return new ScannedRows(asked.Table, asked.Passing, asked);
    }

    /// <summary>With the columns that were asked for.</summary>
    public Table Table { get; }

    /// <summary>One byte a row, 1 where it passes; null where every row does.</summary>
    public byte[]? Passing { get; }

    /// <summary>How rows that stay where they are were asked; null for rows that are here.</summary>
    public Asking? Asked => _asked?.Asked;

    /// <summary>How many rows there are in all.</summary>
    public long Total { get; }

    /// <summary>Whether a row stands for itself alone.</summary>
    public bool AreSingle => _asked is null;

    /// <summary>How many rows a row stands for.</summary>
    public long Weight(int row) => _asked is null ? 1 : _asked.Weights[row];

    /// <summary>By how much a cell of a column counts: sums once, other numbers for each row.</summary>
    public Func<int, long> Times(string column) => _asked is null || _asked.Summed.Contains(column) ? _ => 1 : Weight;

    /// <summary>The columns that an axis is made of: of keys, and of numbers that stand side by side.</summary>
    public static IEnumerable<string> KeysOf(Axis? axis) =>
        axis switch
        {
            Axis.Labels labels => [labels.Column],
            Axis.Bands bands => [bands.Column],
            _ => [],
        };

    /// <summary>The column of labels that an axis is.</summary>
    public static IEnumerable<string> LabelsOf(Axis? axis) => axis is Axis.Labels labels ? [labels.Column] : [];

    public static IEnumerable<string> NumbersOf(Axis? axis) => axis is Axis.Columns columns ? columns.Names : [];
}
