using System.Globalization;

namespace OneWhole.Formats.Reading;

/// <summary>How a sheet names its cells: "AB12".</summary>
internal static class CellPlace
{
    /// <param name="row">From 0.</param>
    /// <param name="column">From 0.</param>
    public static string Of(int row, int column) => Letters(column) + (row + 1).ToString(CultureInfo.InvariantCulture);

    /// <summary>"A", "Z", "AA": a column, counted from 0.</summary>
    public static string Letters(int column)
    {
        string last = ((char)('A' + column % 26)).ToString();
        return column < 26 ? last : Letters(column / 26 - 1) + last;
    }

    /// <summary>The column of "AB12", "AB" or "ab", counted from 0: 27. -1 where no letter leads.</summary>
    public static int Column(string place)
    {
        int column = 0;
        foreach (char letter in place.TakeWhile(char.IsAsciiLetter))
        {
            column = column * 26 + (char.ToUpperInvariant(letter) - 'A' + 1);
        }
        return column - 1;
    }
}
