using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>One value of the column that a study is repeated over, with its workings.</summary>
public sealed record Panel(string Value, WorkingsResult Workings);

/// <summary>A study's workings: one, or one for each value of a column.</summary>
/// <param name="Column">The column; null where there is one for all rows.</param>
/// <param name="Values">In table order; those without a row that passes are not among them.</param>
/// <param name="Columns">The workings' columns, which all values share.</param>
public sealed record WorkingsSet(string? Column, IReadOnlyList<Panel> Values, IReadOnlyList<WorkingColumn> Columns) : IMeasured
{
    /// <inheritdoc/>
    public void Measure(MemoryCount count)
    {
        foreach (Panel panel in Values)
        {
            panel.Workings.Measure(count);
        }
    }

    /// <summary>The rows of all values together.</summary>
    public long RowCount => Values.Sum(each => (long)each.Workings.RowCount);

    private const int MostValues = 400;

    /// <summary>One study's workings, for all rows.</summary>
    public static WorkingsSet Of(WorkingsResult single) => new(null, [new Panel("", single)], single.Columns);

    /// <summary>Computes a study, or the same study on the rows of each value of its column.</summary>
    /// <exception cref="StudyException">The study does not fit the table.</exception>
    public static WorkingsSet Run(Table table, Study study, CancellationToken cancel = default, Table? second = null)
    {
        if (study.PanelColumn is not { } name)
        {
            return Of(Calculator.Run(table, study, cancel, second));
        }
        Column column = Workings.Columns.Find(table, name, "each.column");
        Study one = study with { PanelColumn = null };
        var values = new List<Panel>();
        foreach (string value in ValuesOf(table, study, column, cancel))
        {
            values.Add(new Panel(value, Calculator.Run(table, With(one, name, value), cancel, second)));
        }
        // Where no value has a row the columns are those of a study that nothing passes.
        IReadOnlyList<WorkingColumn> columns =
            values.Count > 0
                ? values[0].Workings.Columns
                : Calculator.Run(table, one with { Where = one.Where.Add(new Clause(name) { Is = [] }) }, cancel, second).Columns;
        return new WorkingsSet(name, values, columns);
    }

    /// <summary>The same workings for a study that differs in looks or title only.</summary>
    public static WorkingsSet Again(WorkingsSet known, Study study) =>
        known.Column is not { } column
            ? Of(Calculator.Again(known.Values[0].Workings, study))
            : known with
            {
                Values =
                [
                    .. known.Values.Select(panel =>
                        panel with
                        {
                            Workings = Calculator.Again(panel.Workings, With(study with { PanelColumn = null }, column, panel.Value)),
                        }
                    ),
                ],
            };

    /// <summary>The same workings with other looks.</summary>
    internal WorkingsSet WithFinish(Finish finish) =>
        this with
        {
            Values =
            [
                .. Values.Select(panel =>
                    panel with
                    {
                        Workings = Calculator.Again(panel.Workings, panel.Workings.Division.Study with { Finish = finish }),
                    }
                ),
            ],
        };

    private static Study With(Study study, string column, string value) =>
        study with
        {
            Where = study.Where.Add(new Clause(column) { Is = [value] }),
        };

    /// <summary>Labels of rows that pass, by first appearance in the table; of a quantity each number once.</summary>
    private static List<string> ValuesOf(Table table, Study study, Column column, CancellationToken cancel)
    {
        ScannedRows rows = ScannedRows.Of(table, study.Where, [column.Name], [], [column.Name], cancel);
        byte[]? passing = rows.Passing;
        LabelView labels = rows.Table.Find(column.Name)!.Labels;
        var seen = new bool[labels.Labels.Count];
        for (int row = 0; row < rows.Table.RowCount; row++)
        {
            seen[labels.Codes[row]] |= passing is null || passing[row] != 0;
        }
        var values = new List<string>();
        var numbers = new HashSet<Numbers.ExactDecimal>();
        for (int code = 0; code < seen.Length; code++)
        {
            string label = labels.Labels[code];
            bool again =
                column.Info.Type == ColumnType.Quantity
                && column.Info.Numbers.TryRead(label, out Numbers.ExactInt units, out int scale, out _)
                && !numbers.Add(new Numbers.ExactDecimal(units, scale));
            if (seen[code] && !again)
            {
                values.Add(label);
            }
        }
        return values.Count <= MostValues
            ? values
            : throw new StudyException(
                "too-many-values",
                "each.column",
                $"each.column \"{column.Name}\" has {values.Count} values; at most {MostValues} small figures can be "
                    + "made: filter rows, or choose a column with fewer labels."
            );
    }
}
