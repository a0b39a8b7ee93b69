using System.Globalization;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Formats.Office;

/// <summary>
/// The workings as a sheet: each column's heading and rule, a row of totals for each group, then its rows; everything at the end.
/// </summary>
internal sealed class WorkingsSheet : IWorkingsPlaces
{
    private const int HeadRow = 4;
    private const int RuleRow = 5;
    private const int FirstRow = 6;

    private static readonly CellStyle Title = new() { Large = true };
    private static readonly CellStyle Head = new()
    {
        Bold = true,
        Ruled = true,
        Wrap = true,
    };
    private static readonly CellStyle Note = new() { Quiet = true, Wrap = true };

    private readonly Division _division;
    private readonly IReadOnlyList<WorkingColumn> _columns;
    private readonly Dictionary<string, int> _places = [];
    private readonly NumberFormats _formats;
    private readonly string _number;

    /// <param name="workings">What is written.</param>
    /// <param name="rows">The rows behind it; null where they are too many, so that amounts stand as values.</param>
    /// <param name="number">What tells this sheet and its names from those of other values: empty for one.</param>
    public WorkingsSheet(WorkingsResult workings, Sheet? rows, string number)
    {
        Workings = workings;
        _division = workings.Division;
        _number = number;
        _formats = new NumberFormats(workings);
        _columns = [.. workings.Columns, .. workings.LabelColumns];
        HasRows = rows is not null;
        RowsReference = rows?.Reference ?? "";
        Sheet = new Sheet($"Workings{(number.Length > 0 ? " " : "")}{number}") { FrozenRows = RuleRow };
        int column = 1;
        GroupNumberColumn = _division.HasGroups && workings.Rows != RowKind.Parts ? column++ : 0;
        PartNumberColumn = workings.RowsAreGroups ? 0 : column++;
        foreach (WorkingColumn each in _columns)
        {
            _places[each.Key] = column++;
            if (IsReconciled(each))
            {
                ProofColumn = column++;
            }
        }
    }

    public Sheet Sheet { get; }

    public WorkingsResult Workings { get; }

    public int GroupNumberColumn { get; }

    public int PartNumberColumn { get; }

    public bool HasRows { get; }

    public bool RowsAddUp => _division.Study.Value is not Measure.Distinct || RowsSheet.FindsDistinct(_division);

    public string RowsReference { get; }

    public string TotalName => "Total" + _number;

    public string WholeName => "Whole" + _number;

    /// <summary>The column beside a reconciled one that proves each of its values; 0 where there is none.</summary>
    public int ProofColumn { get; }

    private bool HasGroupRows => _division.HasGroups && Workings.RowsAreCells;

    public int ColumnOf(string key) => _places[key];

    public int RowOf(int row) => FirstRow + row + (HasGroupRows ? _division.GroupOf(row) + 1 : 0);

    public int SubtotalRow(int group) => Workings.RowsAreGroups ? RowOf(group) : FirstRow + group * (_division.PartCount + 1);

    public (int First, int Last) Data => (FirstRow, Math.Max(FirstRow, Workings.RowCount == 0 ? FirstRow : RowOf(Workings.RowCount - 1)));

    private int TotalRow => Data.Last + 1;

    private int WholeRow => Data.Last + 2;

    /// <summary>What everything adds up to, where the form has amounts in one column.</summary>
    public string? TotalPlace => _places.ContainsKey("value") ? $"{Sheet.Reference}!${Sheet.Letter(ColumnOf("value"))}${TotalRow}" : null;

    /// <summary>What 100 % is, where it is one number for all.</summary>
    public string? WholePlace => HasOneWhole ? $"{Sheet.Reference}!${Sheet.Letter(ColumnOf("value"))}${WholeRow}" : null;

    private bool HasOneWhole =>
        _places.ContainsKey("value") && _division.WholeOf is not (WholeOf.Group or WholeOf.Part) && !_division.IsEmpty;

    private bool IsReconciled(WorkingColumn column) => column.Rule is Rule.Shown && _division.Study.Rounding.Reconcile;

    public void Write(string title, string statement)
    {
        var words = new RuleWords(Workings);
        Sheet.Text(1, 1, title, Title);
        Sheet.Text(2, 1, statement, new CellStyle { Quiet = true });
        foreach (
            (int column, string text) in (ReadOnlySpan<(int, string)>)[(GroupNumberColumn, "group no."), (PartNumberColumn, "part no.")]
        )
        {
            if (column > 0)
            {
                Sheet.Text(HeadRow, column, text, Head with { Quiet = true });
                Sheet.Text(RuleRow, column, HasRows ? "as on the sheet of rows" : "in order", Note);
                Sheet.Widths[column] = 8;
            }
        }
        foreach (WorkingColumn column in _columns)
        {
            Sheet.Text(HeadRow, ColumnOf(column.Key), column.Label, Head with { Right = !column.IsText });
            Sheet.Text(RuleRow, ColumnOf(column.Key), words.Of(column), Note);
            Sheet.Widths[ColumnOf(column.Key)] = column.IsText ? 26 : 14;
        }
        if (ProofColumn > 0)
        {
            Sheet.Text(HeadRow, ProofColumn, "within one unit", Head with { Quiet = true });
            Sheet.Text(RuleRow, ProofColumn, "whether the shown share is within one unit of its last decimal of the share", Note);
            Sheet.Widths[ProofColumn] = 12;
        }
        var formulas = new FormulaWriter(this);
        for (int group = 0; HasGroupRows && group < _division.GroupCount; group++)
        {
            WriteGroup(group);
        }
        for (int row = 0; row < Workings.RowCount; row++)
        {
            WriteRow(row, formulas);
        }
        WriteEnd();
    }

    /// <summary>What stands on a group's row: its parts together, or the first of a way's stages.</summary>
    private Fraction Subtotal(WorkingColumn column, int group)
    {
        int first = group * _division.PartCount;
        return Enumerable
            .Range(first, _division.WholeIsFirst ? 1 : _division.PartCount)
            .Aggregate(Fraction.Zero, (sum, row) => sum + (column.Exact(row) ?? Fraction.Zero));
    }

    private void WriteGroup(int group)
    {
        int sheetRow = SubtotalRow(group),
            first = group * _division.PartCount,
            last = first + _division.PartCount - 1;
        Sheet.Number(sheetRow, GroupNumberColumn, group + 1, new CellStyle { Quiet = true });
        Sheet.Text(sheetRow, ColumnOf("group"), _division.Groups![group].Label, new CellStyle { Bold = true, Ruled = true });
        foreach (WorkingColumn column in _columns.Where(column => column.Key is "value" or "share" or "shownShare"))
        {
            string letter = Sheet.Letter(ColumnOf(column.Key));
            string formula = _division.WholeIsFirst ? $"N({letter}{RowOf(first)})" : $"SUM({letter}{RowOf(first)}:{letter}{RowOf(last)})";
            Sheet.Formula(
                sheetRow,
                ColumnOf(column.Key),
                formula,
                Subtotal(column, group).ToDouble(),
                new CellStyle(_formats.OfCell(column)) { Bold = true, Ruled = true }
            );
        }
    }

    private void WriteRow(int row, FormulaWriter formulas)
    {
        int sheetRow = RowOf(row);
        var quiet = new CellStyle { Quiet = true };
        if (GroupNumberColumn > 0)
        {
            Sheet.Number(sheetRow, GroupNumberColumn, (Workings.RowsAreGroups ? row : _division.GroupOf(row)) + 1, quiet);
        }
        if (PartNumberColumn > 0)
        {
            Sheet.Number(sheetRow, PartNumberColumn, _division.PartOf(row) + 1, quiet);
        }
        foreach (WorkingColumn column in _columns)
        {
            int at = ColumnOf(column.Key);
            if (column.IsText)
            {
                WriteText(sheetRow, at, column, row, formulas);
                continue;
            }
            double? value = column.Number(row);
            var style = new CellStyle(_formats.OfCell(column)) { Quiet = column.Quiet };
            if (formulas.OfCell(column, row) is { } formula)
            {
                Sheet.Formula(sheetRow, at, formula, value, style);
            }
            else if (value is { } number)
            {
                Sheet.Number(sheetRow, at, number, style);
            }
            if (IsReconciled(column) && column.Rule is Rule.Shown { Of: Rule.Cell share } shown && value is not null)
            {
                string unit = Math.Pow(10, -shown.Shares.Decimals).ToString("R", CultureInfo.InvariantCulture);
                string proof = $"ABS({Sheet.Place(sheetRow, at)}-{Sheet.Place(sheetRow, ColumnOf(share.Key))}*100)<{unit}";
                Sheet.Formula(sheetRow, ProofColumn, proof, true, quiet);
            }
        }
    }

    private void WriteText(int sheetRow, int at, WorkingColumn column, int row, FormulaWriter formulas)
    {
        string text = column.Text(row) ?? "";
        if (column.Rule is Rule.ClassOf && formulas.OfCell(column, row) is { } formula)
        {
            Sheet.Formula(sheetRow, at, formula, text);
        }
        else
        {
            Sheet.Text(sheetRow, at, text, column.Key == "group" && HasGroupRows ? new CellStyle { Quiet = true } : null);
        }
    }

    /// <summary>
    /// Whether the amounts are still those for which shown shares were made to add up: those are values, which no formula gives. Null where
    /// there are none.
    /// </summary>
    public (string Words, string Formula)? ReconciledProof() =>
        _columns.Any(IsReconciled) ? SameAmounts("the amounts are those for which the shown shares were made to add up") : null;

    /// <summary>
    /// Whether the same parts would be folded: where the folded ones together are smaller than each other one, for as long as they are;
    /// else for as long as no amount changes. Null where none is folded.
    /// </summary>
    public (string Words, string Formula)? FoldProof()
    {
        int folded = _division.Parts.TakeWhile(part => part.Kind != EntryKind.Folded).Count();
        if (folded == _division.PartCount || folded == 0)
        {
            return null;
        }
        ExactInt least = Enumerable.Range(0, folded).Select(_division.PartTotal).Min();
        if (
            _division.HasGroups
            || _division.Study.Fold?.Keep is null
            || _division.PartTotal(folded) > least
            || Workings.Find("value") is null
        )
        {
            return SameAmounts("the amounts are those by which parts were folded");
        }
        string letter = Sheet.Letter(ColumnOf("value")),
            place = Sheet.Reference;
        return (
            "the folded parts together are smaller than each other one, so that the same are folded",
            $"{place}!{letter}{RowOf(folded)}<=MIN({place}!{letter}{RowOf(0)}:{letter}{RowOf(folded - 1)})"
        );
    }

    /// <summary>Whether no amount has changed: the sum of squares tells a change of any one.</summary>
    private (string Words, string Formula)? SameAmounts(string words)
    {
        if (Workings.Find("value") is not { } amounts || Workings.RowCount == 0)
        {
            return null;
        }
        string letter = Sheet.Letter(ColumnOf("value")),
            cells = $"SUMSQ({Sheet.Reference}!{letter}{Data.First}:{letter}{Data.Last})";
        IEnumerable<Fraction> all = Enumerable
            .Range(0, Workings.RowCount)
            .Select(row => amounts.Exact(row) ?? Fraction.Zero)
            .Concat(HasGroupRows ? Enumerable.Range(0, _division.GroupCount).Select(group => Subtotal(amounts, group)) : []);
        string now = all.Sum(amount => Math.Pow(amount.ToDouble(), 2)).ToString("R", CultureInfo.InvariantCulture);
        return ($"{words}; where this is FALSE, hand the study over again", $"ABS({cells}-{now})<=0.000000000001*{now}");
    }

    /// <summary>
    /// Whether each shown share is its share, rounded: one that was typed over is not. Null where shares may be absent, or were made to add
    /// up.
    /// </summary>
    public (string Words, string Formula)? ShownProof()
    {
        WorkingColumn? shown = Workings.Find("shownShare"),
            share = Workings.Find("share");
        if (
            shown is null
            || share is null
            || HasGroupRows
            || IsReconciled(shown)
            || Workings.RowCount == 0
            || Enumerable.Range(0, Workings.RowCount).Any(row => shown.Exact(row) is null || share.Exact(row) is null)
        )
        {
            return null;
        }
        string Cells(WorkingColumn column) =>
            $"{Sheet.Reference}!{Sheet.Letter(ColumnOf(column.Key))}{Data.First}:{Sheet.Letter(ColumnOf(column.Key))}{Data.Last}";
        string unit = Math.Pow(10, -_division.Study.Rounding.Decimals).ToString("R", CultureInfo.InvariantCulture);
        return ("each shown share is its share, rounded", $"SUMPRODUCT(--(ABS({Cells(shown)}-100*{Cells(share)})>{unit}))=0");
    }

    /// <summary>What everything adds up to, and what 100 % is.</summary>
    private void WriteEnd()
    {
        if (_division.IsEmpty)
        {
            return;
        }
        int nameColumn = ColumnOf(_columns.First(column => column.IsText).Key);
        var strong = new CellStyle { Bold = true, Ruled = true };
        Sheet.Text(TotalRow, nameColumn, _division.WholeIsFirst ? $"First: {_division.Parts[0].Label}" : "All", strong);
        foreach (WorkingColumn column in _columns.Where(column => column.Key is "value" or "left" or "right"))
        {
            string letter = Sheet.Letter(ColumnOf(column.Key));
            string sum =
                HasGroupRows ? Subtotals(letter)
                : _division.WholeIsFirst ? $"N({letter}{Data.First})"
                : $"SUM({letter}{Data.First}:{letter}{Data.Last})";
            Fraction value = _division.WholeIsFirst
                ? _division.Value(_division.Total)
                : Enumerable.Range(0, Workings.RowCount).Aggregate(Fraction.Zero, (all, row) => all + (column.Exact(row) ?? Fraction.Zero));
            Sheet.Formula(TotalRow, ColumnOf(column.Key), sum, value.ToDouble(), strong with { Format = _formats.OfCell(column) });
        }
        if (!HasOneWhole)
        {
            return;
        }
        string format = _formats.OfCell(_columns.First(column => column.Key == "value"));
        double whole = _division.Value(_division.ReadingWhole).ToDouble();
        Sheet.Text(WholeRow, nameColumn, "100 %", strong);
        if (_division.FixedWhole is null)
        {
            Sheet.Formula(WholeRow, ColumnOf("value"), TotalName, whole, strong with { Format = format });
        }
        else if (_division.WholeOf == WholeOf.Unfiltered && RowsAddUp)
        {
            // What was filtered out is in no row here and does not change; what is counted does.
            string filtered = (_division.Value(_division.ReadingWhole) - _division.Value(_division.Total))
                .ToDouble()
                .ToString("R", CultureInfo.InvariantCulture);
            Sheet.Formula(WholeRow, ColumnOf("value"), $"{TotalName}+{filtered}", whole, strong with { Format = format });
        }
        else
        {
            Sheet.Number(WholeRow, ColumnOf("value"), whole, strong with { Format = format });
        }
    }

    private string Subtotals(string letter)
    {
        string[] cells = [.. Enumerable.Range(0, _division.GroupCount).Select(group => $"{letter}{SubtotalRow(group)}")];
        return string.Join('+', cells.Chunk(200).Select(chunk => $"SUM({string.Join(',', chunk)})"));
    }
}
