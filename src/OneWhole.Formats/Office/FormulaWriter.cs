using System.Globalization;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Formats.Office;

/// <summary>Where the workings stand on their sheet.</summary>
internal interface IWorkingsPlaces
{
    WorkingsResult Workings { get; }

    /// <summary>The sheet's column of one of the workings, from 1.</summary>
    int ColumnOf(string key);

    /// <summary>The sheet's row of one of the workings, from 1.</summary>
    int RowOf(int row);

    /// <summary>The sheet's row that has a group's totals.</summary>
    int SubtotalRow(int group);

    /// <summary>The columns that number groups and parts; 0 where there is none.</summary>
    int GroupNumberColumn { get; }

    int PartNumberColumn { get; }

    /// <summary>The first and the last of the sheet's rows with data.</summary>
    (int First, int Last) Data { get; }

    /// <summary>Whether amounts are formulas on the rows sheet.</summary>
    bool HasRows { get; }

    /// <summary>Whether their amounts add up to the workings': distinct values do only where a formula finds each once.</summary>
    bool RowsAddUp { get; }

    /// <summary>Names of the workbook: what everything adds up to, and what 100 % is.</summary>
    string TotalName { get; }

    string WholeName { get; }

    /// <summary>The rows sheet as formulas write it.</summary>
    string RowsReference { get; }
}

/// <summary>Writes the workbook's formula of a rule: where the cells stand, and what an absent value leads to.</summary>
/// <param name="places">Where the workings stand.</param>
/// <param name="prefix">What stands before a cell: nothing on the workings' own sheet, else its name and "!".</param>
internal sealed class FormulaWriter(IWorkingsPlaces places, string prefix = "") : IFormulaSheet
{
    /// <summary>At most so many arguments of a function.</summary>
    private const int MostArguments = 200;

    private readonly WorkingsResult _workings = places.Workings;
    private readonly Dictionary<string, bool> _mayMiss = [];

    // Any pair may lose its last row when rows are edited.
    private readonly bool _hasAbsent =
        places.Workings.Division is { HasGroups: true } division
        && (places.HasRows || Enumerable.Range(0, division.RowCount).Any(row => !division.Has(row)));

    public Division Division => _workings.Division;

    public int RowCount => _workings.RowCount;

    /// <summary>The formula of a column's cell, without the sign of equality; null where the value itself is to stand.</summary>
    public string? OfCell(WorkingColumn column, int row) =>
        column.Rule is Rule.Constant && MayMiss(column.Key) ? OfConstant(column, row)
        : column is { Key: "value", Rule: Rule.GroupTotal }
            ? HasRows ? RowsOfGroup(row)
                : null
        : column.Rule is Rule.ByRow { WhereAbsent: not null } && _hasAbsent && Guarded(column.Rule, row, MayMiss(column.Key)) is { } ready
            ? $"IF({Own("value", row)}=\"\",\"\",{ready})"
        : Guarded(column.Rule, row, MayMiss(column.Key));

    /// <summary>A number that is the same for all rows stands where there is an amount.</summary>
    private string? OfConstant(WorkingColumn column, int row) =>
        _hasAbsent && _workings.RowsAreCells && _workings.Find("value") is not null
            ? $"IF({Own("value", row)}=\"\",\"\",{column.Rule.Formula(this, row)})"
        : column.Exact(row) is null ? null
        : column.Rule.Formula(this, row);

    /// <summary>The formula of a number that is told by a rule.</summary>
    public string? Of(Rule rule, int row) =>
        Guarded(
            rule,
            row,
            _hasAbsent || _workings.Columns.Any(column => !column.IsText && column.Exact(Math.Min(row, _workings.RowCount - 1)) is null)
        );

    private string? Guarded(Rule rule, int row, bool mayMiss)
    {
        string? formula = rule.Formula(this, row);
        if (formula is null || !mayMiss || rule is Rule.Amount or Rule.Constant or Rule.Cell)
        {
            return formula;
        }
        // What an absent amount leads to is empty, not 0; so is a share of nothing.
        string[] absent =
        [
            .. rule.AllReads(row).Where(cell => MayMiss(cell.Key)).Select(cell => $"{Own(cell.Key, cell.Row)}=\"\"").Distinct(),
        ];
        string whole = rule.All(row).Any(part => part is Rule.Divide) ? $"IFERROR({formula},\"\")" : formula;
        return absent.Length == 0 ? whole : $"IF({(absent.Length == 1 ? absent[0] : $"OR({string.Join(',', absent)})")},\"\",{whole})";
    }

    /// <summary>Whether a number that is told by a rule may be empty.</summary>
    public bool MayBeEmpty(Rule rule, int row) => rule.AllReads(row).Any(cell => MayMiss(cell.Key));

    /// <summary>What an absent pair has all the same.</summary>
    private static readonly string[] Always = ["group", "part", "side", "spacer"];

    /// <summary>Whether a row of the column has no value, or may come to have none; asked once a column, not once a cell.</summary>
    private bool MayMiss(string key)
    {
        if (!_mayMiss.TryGetValue(key, out bool may))
        {
            WorkingColumn column = _workings[key];
            _mayMiss[key] = may =
                (_hasAbsent && _workings.RowsAreCells && !column.OfGroup && !Always.Contains(key))
                || Enumerable.Range(0, _workings.RowCount).Any(row => column.Exact(row) is null);
        }
        return may;
    }

    public string Own(string key, int row) => Place(key, places.RowOf(row));

    public string OwnInFixedRow(string key, int row) => Place(key, places.RowOf(row), fixedRow: true);

    private string Place(string key, int sheetRow, bool fixedRow = false) =>
        prefix + Sheet.Letter(places.ColumnOf(key)) + (fixedRow ? "$" : "") + sheetRow.ToString(CultureInfo.InvariantCulture);

    public IReadOnlyList<string> Ranges(string key, IEnumerable<int> rows, bool fixedRows)
    {
        string letter = Sheet.Letter(places.ColumnOf(key)),
            fix = fixedRows ? "$" : "";
        return
        [
            .. Runs([.. rows])
                .Select(run =>
                    run.First == run.Last
                        ? $"{prefix}{letter}{fix}{places.RowOf(run.First)}"
                        : $"{prefix}{letter}{fix}{places.RowOf(run.First)}:{letter}{fix}{places.RowOf(run.Last)}"
                ),
        ];
    }

    public string FromFirst(string key, int row) => Span(places.ColumnOf(key), places.Data.First, row);

    public string FromGroup(string key, int row) => Span(places.ColumnOf(key), places.RowOf(row - Division.PartOf(row)), row);

    /// <summary>From a fixed row to the own one.</summary>
    private string Span(int column, int first, int row) =>
        $"{prefix}{Sheet.Letter(column)}${first}:{Sheet.Letter(column)}{places.RowOf(row)}";

    public string Column(string key) =>
        !Division.HasGroups || !_workings.RowsAreCells
            ? AllCells(key)
            : throw new NotSupportedException("A column with subtotals is taken group by group.");

    private string AllCells(string key)
    {
        string letter = Sheet.Letter(places.ColumnOf(key));
        return $"{prefix}{letter}${places.Data.First}:{letter}${places.Data.Last}";
    }

    public int GroupOf(int row) => _workings.RowsAreGroups ? row : Division.GroupOf(row);

    public string Subtotal(int group) => Place("value", places.SubtotalRow(group));

    public string? GroupTotal(int row) =>
        _workings.RowsAreGroups ? Own("value", row)
        : Division.HasGroups ? Place("value", places.SubtotalRow(GroupOf(row)), fixedRow: true)
        : places.TotalName;

    public string TotalName => places.TotalName;

    public string Whole(int row)
    {
        switch (Division.WholeOf)
        {
            case WholeOf.Group:
                return GroupTotal(row)!;
            case WholeOf.Part:
                string letter = Sheet.Letter(places.PartNumberColumn);
                string numbers = $"{prefix}{letter}${places.Data.First}:{letter}${places.Data.Last}";
                return $"SUMIFS({AllCells("value")},{numbers},{prefix}{Sheet.Place(places.RowOf(row), places.PartNumberColumn)})";
            default:
                return places.WholeName;
        }
    }

    /// <summary>Whether the rows add up to the amounts; distinct values do where they are found from them.</summary>
    private bool HasRows => places.HasRows && places.RowsAddUp;

    public string? RowsSum(string column, int row) => RowsOf(column) is { } cells ? $"SUMIFS({cells},{OfGroup(row)})" : null;

    public string? RowsCount(string column, int row) => RowsOf(column) is { } cells ? $"COUNTIFS({cells},\"<>\",{OfGroup(row)})" : null;

    private string? RowsOf(string column) =>
        places.HasRows && RowsSheet.ColumnOf(_workings, column) is { } at ? RowsColumn(Sheet.Letter(at)) : null;

    private string OfGroup(int row) =>
        $"{RowsColumn("C")},{prefix}${Sheet.Place(places.RowOf(row), places.GroupNumberColumn)},{RowsColumn("D")},1";

    public string? Amount((int Group, int Part) pair, int row)
    {
        if (!HasRows)
        {
            return null;
        }
        string part = _workings.RowsAreGroups
            ? (pair.Part + 1).ToString(CultureInfo.InvariantCulture)
            : prefix + "$" + Sheet.Place(places.RowOf(row), places.PartNumberColumn);
        string pairs = $"{RowsColumn("B")},{part}";
        if (Division.HasGroups)
        {
            string group =
                _workings.Rows == RowKind.Parts
                    ? (pair.Group + 1).ToString(CultureInfo.InvariantCulture)
                    : prefix + "$" + Sheet.Place(places.RowOf(row), places.GroupNumberColumn);
            pairs += $",{RowsColumn("C")},{group}";
        }
        string sum = $"SUMIFS({RowsColumn("E")},{pairs},{RowsColumn("D")},1)";
        // A pair without a row is absent, which is not the same as 0.
        return _hasAbsent ? $"IF(COUNTIFS({pairs})=0,\"\",{sum})" : sum;
    }

    private string RowsOfGroup(int row) => $"SUMIFS({RowsColumn("E")},{OfGroup(row)})";

    private string RowsColumn(string letter) => $"{places.RowsReference}!${letter}:${letter}";

    /// <summary>Rows of the workings that stand one under the other on the sheet, as runs.</summary>
    private List<(int First, int Last)> Runs(IReadOnlyList<int> rows)
    {
        var runs = new List<(int First, int Last)>();
        foreach (int row in rows.Order())
        {
            if (runs.Count > 0 && places.RowOf(row) == places.RowOf(runs[^1].Last) + 1)
            {
                runs[^1] = (runs[^1].First, row);
            }
            else
            {
                runs.Add((row, row));
            }
        }
        return runs;
    }

    public string Sum(IEnumerable<string> terms) => Nested("SUM", [.. terms], "");

    public string Most(IReadOnlyList<string> terms, bool atLeastZero = true) => Nested("MAX", terms, atLeastZero ? "0," : "");

    private static string Nested(string function, IReadOnlyList<string> terms, string first) =>
        terms.Count == 0 ? "0"
        : terms.Count <= MostArguments ? $"{function}({first}{string.Join(',', terms)})"
        : Nested(function, [.. terms.Chunk(MostArguments).Select(chunk => Nested(function, chunk, first))], first);
}
