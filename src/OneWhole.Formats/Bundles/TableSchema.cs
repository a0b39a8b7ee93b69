using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Bundles;

/// <summary>
/// A table's columns as a Table Schema (Frictionless Table Schema 1) says them: in their order, numbers and dates where each cell of
/// the column is written as such, texts where not, so that another reader finds no cell that contradicts it.
/// </summary>
internal static partial class TableSchema
{
    public static JsonObject Of(Table table) => new() { ["fields"] = new JsonArray([.. table.Columns.Select(Field)]) };

    private static JsonObject Field(Column column)
    {
        var field = new JsonObject { ["name"] = column.Name };
        switch (column.Info.Type)
        {
            case ColumnType.Quantity when IsNumber(column, field):
                field["type"] = "number";
                break;
            case ColumnType.Date when Texts(column).All(IsoDate().IsMatch):
                field["type"] = "date";
                break;
            case ColumnType.Date
                when Texts(column).All(SlashedDate().IsMatch) && column.Info.Dates is DateOrder.DayMonthYear or DateOrder.MonthDayYear:
                field["type"] = "date";
                field["format"] = column.Info.Dates == DateOrder.DayMonthYear ? "%d/%m/%Y" : "%m/%d/%Y";
                break;
            default:
                field["type"] = "string";
                break;
        }
        return field;
    }

    /// <summary>
    /// Whether each cell is a number as it is written, with the column's own decimal mark: "1,200" is no 1.2. The marks that are not the
    /// standard's are added to the field.
    /// </summary>
    private static bool IsNumber(Column column, JsonObject field)
    {
        if (column.Cells is NumberCells { Spellings.Count: 0 })
        {
            return true;
        }
        bool comma = column.Info.Numbers.DecimalMark == ',';
        bool plain = Texts(column).All((comma ? CommaNumber() : PointNumber()).IsMatch);
        if (!plain && !Texts(column).All((comma ? GroupedComma() : GroupedPoint()).IsMatch))
        {
            return false;
        }
        if (comma)
        {
            field["decimalChar"] = ",";
        }
        if (!plain)
        {
            field["groupChar"] = comma ? "." : ",";
        }
        return true;
    }

    /// <summary>The cells that are not empty; where labels are held once, each once.</summary>
    private static IEnumerable<string> Texts(Column column) =>
        (column.Cells is LabelCells cells ? cells.Labels : Enumerable.Range(0, column.Count).Select(column.Cells.TextAt)).Where(text =>
            text.Length > 0
        );

    [GeneratedRegex(@"\A-?\d+(\.\d+)?\z", RegexOptions.CultureInvariant)]
    private static partial Regex PointNumber();

    [GeneratedRegex(@"\A-?\d+(,\d+)?\z", RegexOptions.CultureInvariant)]
    private static partial Regex CommaNumber();

    [GeneratedRegex(@"\A-?(\d{1,3}(,\d{3})+|\d+)(\.\d+)?\z", RegexOptions.CultureInvariant)]
    private static partial Regex GroupedPoint();

    [GeneratedRegex(@"\A-?(\d{1,3}(\.\d{3})+|\d+)(,\d+)?\z", RegexOptions.CultureInvariant)]
    private static partial Regex GroupedComma();

    [GeneratedRegex(@"\A\d{4}-\d{2}-\d{2}\z", RegexOptions.CultureInvariant)]
    private static partial Regex IsoDate();

    [GeneratedRegex(@"\A\d{2}/\d{2}/\d{4}\z", RegexOptions.CultureInvariant)]
    private static partial Regex SlashedDate();
}
