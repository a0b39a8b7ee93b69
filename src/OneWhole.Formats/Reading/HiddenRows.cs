namespace OneWhole.Formats.Reading;

/// <summary>Rows of a sheet that nobody sees there, by hand or by a filter: they are counted, and it is said.</summary>
internal sealed class HiddenRows
{
    private long _count;
    private long _first;

    /// <summary>A filled row that is hidden was read.</summary>
    /// <param name="row">From 0, on the sheet.</param>
    public void Met(int row)
    {
        _first = _count++ == 0 ? row + 1 : _first;
    }

    /// <summary>None where no row is hidden.</summary>
    public IEnumerable<ReadNote> Notes =>
        _count == 0
            ? []
            :
            [
                new ReadNote(
                    "hidden-rows",
                    (
                        _count == 1
                            ? $"Row {_first:N0} is hidden in the sheet: it is counted like the others. "
                            : $"{_count:N0} rows are hidden in the sheet, the first in row {_first:N0}: they are counted like the others. "
                    ) + "Show the sheet's rows, or delete those that are not meant, and bring it in again."
                ),
            ];
}
