using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings.Rules;

/// <summary>The columns that rules read: those of finished workings, or those that are there so far.</summary>
public sealed class RuleCells
{
    private readonly Dictionary<string, WorkingColumn> _columns = [];
    private readonly RowKind _rows;

    /// <summary>The cells of a division's workings.</summary>
    public RuleCells(Division division, RowKind rows)
    {
        Division = division;
        _rows = rows;
    }

    /// <summary>The columns of finished workings, those for labels too.</summary>
    public RuleCells(WorkingsResult workings)
        : this(workings.Division, workings.Rows)
    {
        foreach (WorkingColumn column in workings.Columns.Concat(workings.LabelColumns))
        {
            _columns[column.Key] = column;
        }
    }

    /// <summary>What was computed.</summary>
    public Division Division { get; }

    /// <summary>How many rows the workings have.</summary>
    public int RowCount =>
        Division.IsEmpty
            ? 0
            : _rows switch
            {
                RowKind.Groups => Division.GroupCount,
                RowKind.Parts => Division.PartCount,
                _ => Division.RowCount,
            };

    /// <summary>Makes a column known to the rules of later ones.</summary>
    public WorkingColumn Add(WorkingColumn column) => _columns[column.Key] = column;

    /// <summary>A column that is computed from its rule alone.</summary>
    public WorkingColumn OfRule(string key, string label, ColumnUnit unit, Rule rule) =>
        Add(WorkingColumn.OfNumber(key, label, unit, rule, row => rule.Value(this, row)));

    /// <summary>A column's value in a row; null where there is none.</summary>
    public Fraction? At(string key, int row) => _columns[key].Exact(row);

    /// <summary>A column's values in rows from one to another, those that there are.</summary>
    public IEnumerable<Fraction> Over(string key, int first, int last) =>
        Enumerable.Range(first, Math.Max(0, last - first + 1)).Select(row => At(key, row)).OfType<Fraction>();

    /// <summary>The sum of a column from one row to another, both included.</summary>
    public Fraction Sum(string key, int first, int last) => Over(key, first, last).Aggregate(Fraction.Zero, (sum, value) => sum + value);

    /// <summary>The group of a row of the workings.</summary>
    public int GroupOf(int row) =>
        _rows switch
        {
            RowKind.Groups => row,
            RowKind.Parts => 0,
            _ => Division.GroupOf(row),
        };

    /// <summary>The first row of a row's group.</summary>
    public int FirstOfGroup(int row) => row - Division.PartOf(row);
}
