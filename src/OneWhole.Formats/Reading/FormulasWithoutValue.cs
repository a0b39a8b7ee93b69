namespace OneWhole.Formats.Reading;

/// <summary>Formulas of a sheet that were saved without what they give: they are read as blank, and it is said.</summary>
internal sealed class FormulasWithoutValue
{
    private long _count;
    private string _first = "";

    /// <summary>One was read.</summary>
    /// <param name="place">Its cell: "B3".</param>
    public void Met(string place)
    {
        _first = _count++ == 0 ? place : _first;
    }

    /// <summary>None where each formula has its value.</summary>
    public IEnumerable<ReadNote> Notes =>
        _count == 0
            ? []
            :
            [
                new ReadNote(
                    "no-value",
                    (
                        _count == 1
                            ? $"1 formula has no value in the file, in {_first}: it is read as blank. "
                            : $"{_count:N0} formulas have no value in the file, the first in {_first}: they are read as blank. "
                    ) + "Open the sheet where it was made, and save it anew."
                ),
            ];
}
