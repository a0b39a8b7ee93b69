namespace OneWhole.Core.Tables;

/// <summary>A column's labels read as dates.</summary>
public sealed class DateView
{
    private DateView(DateTime?[] byCode) => ByCode = byCode;

    /// <summary>The date of each label code, or null.</summary>
    public IReadOnlyList<DateTime?> ByCode { get; }

    internal static DateView Of(LabelView labels, DateOrder order)
    {
        var dates = new DateTime?[labels.Labels.Count];
        for (int i = 0; i < dates.Length; i++)
        {
            if (DateReading.TryRead(labels.Labels[i], order, out DateTime date))
            {
                dates[i] = date;
            }
        }
        return new DateView(dates);
    }
}
