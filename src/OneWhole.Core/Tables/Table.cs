namespace OneWhole.Core.Tables;

/// <summary>Named columns of equal length. A table is a value: changing one makes another.</summary>
public sealed class Table : IMeasured
{
    private readonly Dictionary<string, Column> _byName;

    /// <exception cref="ArgumentException">Two columns share a name, or their lengths differ.</exception>
    public Table(string name, IReadOnlyList<Column> columns)
    {
        Name = name;
        Columns = columns;
        _byName = new Dictionary<string, Column>(StringComparer.Ordinal);
        foreach (Column column in columns)
        {
            if (!_byName.TryAdd(column.Name, column))
            {
                throw new ArgumentException($"Two columns are named \"{column.Name}\".", nameof(columns));
            }
            if (column.Count != columns[0].Count)
            {
                throw new ArgumentException($"\"{column.Name}\" has {column.Count} rows, not {columns[0].Count}.", nameof(columns));
            }
        }
    }

    /// <summary>As it is called.</summary>
    public string Name { get; }

    /// <summary>Keeps what is computed of its rows; null for a table that is used once.</summary>
    public IScanCache? Scans { get; init; }

    /// <summary>Where its rows are, when they are not here; then its columns have no cells, or those of its first rows alone.</summary>
    public IRowsElsewhere? Source { get; init; }

    /// <summary>What was said of its shape; null where it is found from the columns.</summary>
    public TableLayout? Layout { get; init; }

    /// <inheritdoc/>
    public void Measure(MemoryCount count)
    {
        foreach (Column column in Columns)
        {
            column.Measure(count);
        }
    }

    /// <summary>In their order.</summary>
    public IReadOnlyList<Column> Columns { get; }

    /// <summary>How many rows it has, wherever they are; null where nobody has counted them.</summary>
    public long? AllRows => Source is { } source ? source.Rows : RowCount;

    /// <summary>How many rows are here.</summary>
    public int RowCount => Columns.Count == 0 ? 0 : Columns[0].Count;

    /// <returns>The column of that heading, or null.</returns>
    public Column? Find(string name) => _byName.GetValueOrDefault(name);
}
