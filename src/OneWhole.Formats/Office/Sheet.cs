using OneWhole.Formats.Reading;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Office;

/// <summary>How a cell looks.</summary>
/// <param name="Format">Its number format; null for the general one.</param>
internal sealed record CellStyle(string? Format = null)
{
    public static CellStyle Plain { get; } = new();

    public bool Bold { get; init; }

    /// <summary>In a grey ink: notes and helpers.</summary>
    public bool Quiet { get; init; }

    public bool Wrap { get; init; }

    public bool Right { get; init; }

    /// <summary>A line under the cell.</summary>
    public bool Ruled { get; init; }

    /// <summary>Large, for titles.</summary>
    public bool Large { get; init; }

    /// <summary>What begins like a formula stays text, also when it is edited.</summary>
    public bool Quoted { get; init; }
}

/// <summary>One cell: a text, a number, or a formula with the value that it has now.</summary>
/// <param name="Row">From 1.</param>
/// <param name="Column">From 1.</param>
/// <param name="Value">A string, a double or a bool; null for an empty one.</param>
internal sealed record Cell(int Row, int Column, object? Value, CellStyle Style)
{
    /// <summary>Without the sign of equality.</summary>
    public string? Formula { get; init; }
}

/// <summary>A sheet of a workbook: its cells in order of rows, and how it is laid out.</summary>
internal sealed class Sheet(string name)
{
    private readonly SortedDictionary<(int Row, int Column), Cell> _cells = [];

    public string Name { get; } = name;

    /// <summary>How many rows stay in sight.</summary>
    public int FrozenRows { get; set; }

    public Dictionary<int, double> Widths { get; } = [];

    public IEnumerable<Cell> Cells => _cells.Values;

    /// <summary>Its name as formulas write it.</summary>
    public string Reference => Name.All(char.IsLetterOrDigit) ? Name : $"'{Name}'";

    public void Text(int row, int column, string text, CellStyle? style = null)
    {
        CellStyle look = style ?? CellStyle.Plain;
        Put(
            new Cell(
                row,
                column,
                Clean(text),
                text.Length > 0 && text[0] is '=' or '+' or '-' or '@' or '\'' ? look with { Quoted = true } : look
            )
        );
    }

    public void Number(int row, int column, double number, CellStyle? style = null) =>
        Put(new Cell(row, column, number, style ?? CellStyle.Plain));

    /// <param name="row">From 1.</param>
    /// <param name="column">From 1.</param>
    /// <param name="formula">Without the sign of equality.</param>
    /// <param name="value">What it gives now.</param>
    /// <param name="style">How it looks.</param>
    public void Formula(int row, int column, string formula, object? value, CellStyle? style = null) =>
        Put(new Cell(row, column, value is string text ? Clean(text) : value ?? "", style ?? CellStyle.Plain) { Formula = formula });

    private void Put(Cell cell) => _cells[(cell.Row, cell.Column)] = cell;

    /// <summary>"A", "Z", "AA".</summary>
    /// <param name="column">From 1.</param>
    public static string Letter(int column) => CellPlace.Letters(column - 1);

    /// <summary>"AB12".</summary>
    /// <param name="row">From 1.</param>
    /// <param name="column">From 1.</param>
    public static string Place(int row, int column) => CellPlace.Of(row - 1, column - 1);

    /// <summary>At most what a cell holds, without what XML can't.</summary>
    private static string Clean(string text)
    {
        const int most = 32_000;
        return XmlSafe.Clean(text.Length <= most ? text : text[..most]);
    }
}
