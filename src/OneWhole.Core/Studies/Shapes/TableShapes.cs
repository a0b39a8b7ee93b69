using OneWhole.Core.Tables;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>How documents write what a column is taken for, and how its dates are written.</summary>
public static class TableShapes
{
    /// <summary>The types of columns.</summary>
    public static ChoiceShape<ColumnType> ColumnTypes { get; } =
        new()
        {
            { "category", ColumnType.Category },
            { "quantity", ColumnType.Quantity },
            { "date", ColumnType.Date },
        };

    /// <summary>The orders of day, month and year.</summary>
    public static ChoiceShape<DateOrder> DateOrders { get; } =
        new()
        {
            { "iso", DateOrder.Iso },
            { "day-month-year", DateOrder.DayMonthYear },
            { "month-day-year", DateOrder.MonthDayYear },
            { "year-month-day", DateOrder.YearMonthDay },
        };
}
