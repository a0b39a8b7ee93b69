using OneWhole.Core.Charts;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Formats.Office;

/// <summary>A range of the table that a chart is drawn from, with what its cells have now.</summary>
/// <param name="Reference">With its sheet, every row and column fixed.</param>
/// <param name="Texts">As they are printed; null for an empty cell.</param>
/// <param name="Numbers">Where the cells are numbers.</param>
internal sealed record ChartRange(string Reference, IReadOnlyList<string?> Texts, IReadOnlyList<double?>? Numbers = null);

/// <summary>A series with its ranges.</summary>
/// <param name="Labels">The cells that its labels print; null where it has none.</param>
internal sealed record BoundSeries(ChartSeries Series, ChartRange Name, ChartRange Values, ChartRange? Labels);

/// <summary>
/// The table that a native chart is drawn from: a row a category and a column a series, then a column for the labels of each series.
/// Each cell is a formula on the workings, so that the chart follows them.
/// </summary>
internal sealed class ChartTable
{
    private static readonly CellStyle Head = new()
    {
        Bold = true,
        Ruled = true,
        Wrap = true,
    };

    private readonly NativeChart _chart;
    private readonly WorkingsSheet _workings;
    private readonly Sheet _sheet;
    private readonly int _headRow;
    private readonly FormulaWriter _formulas;
    private readonly NumberFormats _formats;

    /// <param name="chart">The chart.</param>
    /// <param name="workings">The sheet of the workings.</param>
    /// <param name="sheet">Where the table is written.</param>
    /// <param name="headRow">The row of its headings.</param>
    public ChartTable(NativeChart chart, WorkingsSheet workings, Sheet sheet, int headRow)
    {
        _chart = chart;
        _workings = workings;
        _sheet = sheet;
        _headRow = headRow;
        _formulas = new FormulaWriter(workings, $"{workings.Sheet.Reference}!");
        _formats = new NumberFormats(workings.Workings);
        _sheet.Text(headRow - 1, 1, "What the chart draws, as formulas on the workings", new CellStyle { Quiet = true });
        _sheet.Text(headRow, 1, "", Head);
        Categories = WriteCategories();
        int count = chart.Series.Count;
        Series =
        [
            .. chart.Series.Select(
                (series, at) => Write(series, at + 2, count + 2 + chart.Series.Take(at).Count(before => before.Label is not null))
            ),
        ];
        if (chart.Middle is { } middle)
        {
            int row = FirstRow + chart.Categories.Count + 1;
            _sheet.Text(row, 1, "in the middle", new CellStyle { Quiet = true });
            _sheet.Formula(
                row,
                2,
                _formats.Joined(middle, null, Formulas(middle), AmountOf, "\"  \""),
                middle.Text,
                new CellStyle { Right = true }
            );
            Middle = new ChartRange($"{_sheet.Reference}!$B${row}", [middle.Text]);
        }
    }

    public ChartRange Categories { get; }

    /// <summary>The cell of what stands in the middle of a ring; null for nothing.</summary>
    public ChartRange? Middle { get; }

    public IReadOnlyList<BoundSeries> Series { get; }

    private int FirstRow => _headRow + 1;

    private ChartRange RangeOf(int column, IReadOnlyList<string?> texts, IReadOnlyList<double?>? numbers = null)
    {
        string letter = Sheet.Letter(column);
        return new ChartRange(
            $"{_sheet.Reference}!${letter}${FirstRow}:${letter}${FirstRow + _chart.Categories.Count - 1}",
            texts,
            numbers
        );
    }

    private ChartRange WriteCategories()
    {
        Dictionary<string, string> cells = NameCells();
        for (int at = 0; at < _chart.Categories.Count; at++)
        {
            ChartLabel label = _chart.Categories[at];
            string? cell = cells.GetValueOrDefault(label.Name ?? "");
            if (cell is null && label.Numbers.Count == 0)
            {
                _sheet.Text(FirstRow + at, 1, label.Text);
                continue;
            }
            string name = cell ?? $"\"{(label.Name ?? "").Replace("\"", "\"\"", StringComparison.Ordinal)}\"";
            // The name begins with a quote mark that nothing sees: what begins like a formula stays text.
            _sheet.Formula(
                FirstRow + at,
                1,
                _formats.Joined(label, name, Formulas(label), AmountOf, "CHAR(10)"),
                label.Text,
                new CellStyle { Wrap = label.Numbers.Count > 0 }
            );
        }
        _sheet.Widths.TryAdd(1, 26);
        return RangeOf(1, [.. _chart.Categories.Select(label => label.Text)]);
    }

    /// <summary>The cells of the workings that have the names of groups, or of parts.</summary>
    private Dictionary<string, string> NameCells()
    {
        Division division = _workings.Workings.Division;
        var cells = new Dictionary<string, string>();
        bool groups =
            division.Groups is { } all
            && _chart.Categories.Count == all.Count
            && all.Select(group => group.Label).SequenceEqual(_chart.Categories.Select(label => label.Name ?? ""));
        for (
            int at = 0;
            at
                < (
                    groups ? division.GroupCount
                    : _workings.Workings.RowsAreGroups ? 0
                    : division.PartCount
                );
            at++
        )
        {
            (string name, string key, int row) = groups
                ? (division.Groups![at].Label, "group", _workings.SubtotalRow(at))
                : (division.Parts[at].Label, "part", _workings.RowOf(at));
            cells[name] = $"{_workings.Sheet.Reference}!{Sheet.Place(row, _workings.ColumnOf(key))}";
        }
        return cells;
    }

    private BoundSeries Write(ChartSeries series, int column, int labelColumn)
    {
        _sheet.Text(_headRow, column, series.Name, Head with { Right = true });
        _sheet.Widths.TryAdd(column, 14);
        var name = new ChartRange($"{_sheet.Reference}!${Sheet.Letter(column)}${_headRow}", [series.Name]);
        var values = new double?[_chart.Categories.Count];
        for (int at = 0; at < values.Length; at++)
        {
            if (series.At(at) is { } number)
            {
                values[at] = number.IsAbsent ? null : number.Value.ToDouble();
                WriteNumber(
                    FirstRow + at,
                    column,
                    number,
                    new CellStyle(number.Unit == ColumnUnit.Share ? "0.00%" : "#,##0.######") { Quiet = series.Fill is null }
                );
            }
        }
        return new BoundSeries(
            series,
            name,
            RangeOf(column, [.. values.Select(value => value?.ToString("R", System.Globalization.CultureInfo.InvariantCulture))], values),
            series.Label is null ? null : WriteLabels(series, labelColumn)
        );
    }

    private void WriteNumber(int row, int column, ChartNumber number, CellStyle style)
    {
        string? found = _formulas.Of(number.Rule, number.Row);
        if (number.IsAbsent)
        {
            if (found is not null)
            {
                _sheet.Formula(row, column, found, "", style);
            }
        }
        else if (found is { } formula)
        {
            _sheet.Formula(row, column, formula, number.Value.ToDouble(), style);
        }
        else
        {
            _sheet.Number(row, column, number.Value.ToDouble(), style);
        }
    }

    private ChartRange? WriteLabels(ChartSeries series, int column)
    {
        ChartLabel?[] labels =
        [
            .. Enumerable.Range(0, _chart.Categories.Count).Select(at => series.At(at) is null ? null : series.Label!(at)),
        ];
        _sheet.Text(_headRow, column, $"label of {series.Name}", Head with { Right = true });
        _sheet.Widths.TryAdd(column, 14);
        for (int at = 0; at < labels.Length; at++)
        {
            if (labels[at] is { } label)
            {
                WriteLabel(FirstRow + at, column, label, $"$A{FirstRow + at}");
            }
        }
        return labels.All(label => label is null) ? null : RangeOf(column, [.. labels.Select(label => label?.Text)]);
    }

    private void WriteLabel(int row, int column, ChartLabel label, string categoryCell)
    {
        string? name =
            label.Name is null ? null
            : label.Name == _chart.Categories[row - FirstRow].Name ? categoryCell
            : $"\"{label.Name.Replace("\"", "\"\"", StringComparison.Ordinal)}\"";
        string text = label.Numbers.Count == 0 ? name ?? "\"\"" : _formats.Joined(label, name, Formulas(label), AmountOf, "\"  \"");
        // What is absent has no label, until it has a number.
        text =
            label.Numbers.Count > 0
            && label.Numbers[0] is var first
            && _formulas.MayBeEmpty(first.Rule, first.Row)
            && _formulas.Of(first.Rule, first.Row) is { } number
                ? $"IF({number}=\"\",\"\",{text})"
                : text;
        _sheet.Formula(row, column, text, label.Text, new CellStyle { Right = true });
    }

    private string[] Formulas(ChartLabel label) =>
        [
            .. label.Numbers.Select(number =>
                _formulas.Of(number.Rule, number.Row)
                ?? number.Value.ToDouble().ToString("R", System.Globalization.CultureInfo.InvariantCulture)
            ),
        ];

    /// <summary>The amount whose share a label prints; null for other numbers.</summary>
    private string? AmountOf(ChartNumber number) =>
        number is { Unit: ColumnUnit.Percent, Rule: Rule.Cell } && _workings.Workings.Find("value") is not null
            ? _formulas.Of(Rule.Column("value"), number.Row)
            : null;
}
