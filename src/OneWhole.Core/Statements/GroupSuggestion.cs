using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Statements;

/// <summary>Columns that would do as groups: labels of another kind than the parts', some, but not too many.</summary>
public static class GroupSuggestion
{
    private const int MostLabels = 24;

    /// <summary>In table order.</summary>
    public static IEnumerable<Column> Of(Table table, Study study)
    {
        string? taken = study.Parts switch { Axis.Labels labels => labels.Column, Axis.Bands bands => bands.Column, _ => null };
        return table.Columns.Where(column => column.Info.Type == ColumnType.Category && column.Name != taken && column.Labels.Labels.Count is >= 2 and <= MostLabels);
    }
}
