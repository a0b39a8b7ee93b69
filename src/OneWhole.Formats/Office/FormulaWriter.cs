using System.Globalization;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

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

    /// <summary>Names of the workbook: what everything adds up to, and what 100 % is.</summary>
    string TotalName { get; }

    string WholeName { get; }

    /// <summary>The rows sheet as formulas write it.</summary>
    string RowsReference { get; }
}

/// <summary>Writes the workbook's formula of a rule; the words of a rule and this come from one expression.</summary>
/// <param name="places">Where the workings stand.</param>
/// <param name="prefix">What stands before a cell: nothing on the workings' own sheet, else its name and "!".</param>
internal sealed class FormulaWriter(IWorkingsPlaces places, string prefix = "")
{
    /// <summary>At most so many arguments of a function.</summary>
    private const int MostArguments = 200;

    private readonly WorkingsResult _workings = places.Workings;
    private readonly Division _division = places.Workings.Division;
    private readonly Dictionary<string, bool> _mayMiss = [];
    private readonly bool _hasAbsent = places.Workings.Division is { HasGroups: true } division && Enumerable.Range(0, division.RowCount).Any(row => !division.Has(row));

    /// <summary>The formula of a column's cell, without the sign of equality; null where the value itself is to stand.</summary>
    public string? OfCell(WorkingColumn column, int row) => (column.Rule is Rule.Constant && column.Exact(row) is null) || (!_workings.RowsAreGroups && _division.PartOf(row) == 0 && All(column.Rule, row).Any(part => part is Rule.RowAbove)) ? null : Guarded(column.Rule, row, column.Key, MayMiss(column.Key));

    /// <summary>The formula of a number that is told by a rule.</summary>
    public string? Of(Rule rule, int row) => Guarded(rule, row, "", _workings.Columns.Any(column => !column.IsText && column.Exact(Math.Min(row, _workings.RowCount - 1)) is null));

    private string? Guarded(Rule rule, int row, string key, bool mayMiss)
    {
        string? formula = rule is Rule.Shown { Reconciled: true } or Rule.ShownQuotient { Reconciled: true } ? null : Write(rule, row, key);
        if (formula is null || !mayMiss || rule is Rule.Amount or Rule.Constant or Rule.Cell)
        {
            return formula;
        }
        // What an absent amount leads to is empty, not 0; so is a share of nothing.
        string[] absent = [.. All(rule, row).Select(part => Reads(part, row)).OfType<(string Key, int Row)>().Where(cell => MayMiss(cell.Key)).Select(cell => $"{Own(cell.Key, cell.Row)}=\"\"").Distinct()];
        string whole = All(rule, row).Any(part => part is Rule.Divide) ? $"IFERROR({formula},\"\")" : formula;
        return absent.Length == 0 ? whole : $"IF({(absent.Length == 1 ? absent[0] : $"OR({string.Join(',', absent)})")},\"\",{whole})";
    }

    /// <summary>Whether a row of the column has no value; asked once a column, not once a cell.</summary>
    private bool MayMiss(string key)
    {
        if (!_mayMiss.TryGetValue(key, out bool may))
        {
            WorkingColumn column = _workings[key];
            _mayMiss[key] = may = Enumerable.Range(0, _workings.RowCount).Any(row => column.Exact(row) is null);
        }
        return may;
    }

    /// <summary>A rule and all that it is made of, for one row.</summary>
    private static IEnumerable<Rule> All(Rule rule, int row)
    {
        IEnumerable<Rule> inner = rule switch
        {
            Rule.Divide divide => [divide.Dividend, divide.Divisor],
            Rule.Multiply multiply => [multiply.First, multiply.Second],
            Rule.Add add => [add.First, add.Second],
            Rule.Subtract subtract => [subtract.First, subtract.Second],
            Rule.ShownQuotient shown => [shown.Of],
            Rule.Most most => most.Of,
            Rule.ByRow byRow => byRow.Of(row) is { } own ? [own] : [],
            _ => [],
        };
        return inner.SelectMany(other => All(other, row)).Prepend(rule);
    }

    /// <summary>The cell without which a rule has no value; null where there is none.</summary>
    private static (string Key, int Row)? Reads(Rule rule, int row) => rule switch
    {
        Rule.Cell cell => (cell.Key, row),
        Rule.Mirrored cell => (cell.Key, row),
        Rule.Before cell => (cell.Key, row),
        Rule.SameSignBefore cell => (cell.Key, row),
        Rule.Shown shown => (shown.Key, row),
        Rule.ClassOf classes => (classes.Key, row),
        Rule.RowAbove cell => (cell.Key, row - 1),
        _ => null,
    };

    private string? Write(Rule rule, int row, string key)
    {
        switch (rule)
        {
            case Rule.Given:
                return null;
            case Rule.Amount amount:
                return places.HasRows && _division.Study.Value is not Measure.Distinct ? AmountOf(amount.Of(row), row) : null;
            case Rule.GroupTotal when _workings.RowsAreGroups && key == "value":
                return places.HasRows && _division.Study.Value is not Measure.Distinct ? RowsOfGroup(row) : null;
            case Rule.ByRow byRow:
                return byRow.Of(row) is { } own ? Write(own, row, key) : null;
            case Rule.ClassOf classes:
                return ClassOf(classes, row);
            case Rule.Shown shown:
                return Rounded(Own(shown.Key, row), shown.Decimals);
            case Rule.ShownQuotient shown:
                return Rounded(Expression(shown.Of, row), shown.Decimals);
            default:
                return Expression(rule, row);
        }
    }

    private static string Rounded(string share, int decimals) => $"ROUND({share}*100,{decimals})";

    private string Expression(Rule rule, int row) => rule switch
    {
        Rule.Cell cell => Own(cell.Key, row),
        Rule.OrZero cell => $"N({Own(cell.Key, row)})",
        Rule.Constant constant => Number(constant.Value),
        Rule.TheWhole => Whole(row),
        Rule.GrandTotal => places.TotalName,
        Rule.GroupTotal => GroupTotal(row),
        Rule.PartCount => $"COUNT({Column("value", false)})",
        Rule.RowNumber => $"COUNT({Span(places.ColumnOf("value"), places.Data.First, row)})",
        Rule.Divide divide => $"{Term(divide.Dividend, row)}/{Factor(divide.Divisor, row)}",
        Rule.Multiply multiply => $"{Term(multiply.First, row)}*{Term(multiply.Second, row)}",
        Rule.Add add => $"{Expression(add.First, row)}+{Expression(add.Second, row)}",
        Rule.Subtract { First: Rule.Constant { Value: 0 } } negative => $"-{Term(negative.Second, row)}",
        Rule.Subtract subtract => $"{Expression(subtract.First, row)}-{Term(subtract.Second, row)}",
        Rule.RunningTotal total => Running(total, row),
        Rule.Before { Over: "all" } before => $"SUM({Span(places.ColumnOf(before.Key), places.Data.First, row)})-{Own(before.Key, row)}",
        Rule.Before before => $"SUM({FromGroup(before.Key, row)})-{Own(before.Key, row)}",
        Rule.SameSignBefore before => SameSign(before.Key, row),
        Rule.GroupsBefore => Sum(Enumerable.Range(0, GroupOf(row)).Select(group => Place("value", places.SubtotalRow(group)))),
        Rule.Mirrored mirrored => (_division.PartOf(row) == 0 ? "-" : "") + Own(mirrored.Key, row),
        Rule.RowAbove above => Own(above.Key, row - 1),
        Rule.FirstOfGroup first => Place(first.Key, places.RowOf(row - _division.PartOf(row)), fixedRow: true),
        Rule.Largest largest => Largest(largest, row),
        Rule.Rank rank => $"1+COUNTIF({Column(rank.Key, false)},\">\"&{Own(rank.Key, row)})",
        Rule.SumOf sum => Sum(Runs(sum.Rows).Select(run => Range(places.ColumnOf(sum.Key), places.RowOf(run.First), places.RowOf(run.Last)))),
        Rule.Most most => Most(most.Of.Select(other => Expression(other, row)).ToList()),
        Rule.ByRow byRow => byRow.Of(row) is { } own ? Expression(own, row) : "\"\"",
        _ => throw new NotSupportedException($"No formula is known for {rule.GetType().Name}."),
    };

    private string Term(Rule rule, int row) => rule is Rule.Add or Rule.Subtract or Rule.Before or Rule.SameSignBefore or Rule.Rank ? $"({Expression(rule, row)})" : Expression(rule, row);

    private string Factor(Rule rule, int row) => rule is Rule.Divide or Rule.Multiply ? $"({Expression(rule, row)})" : Term(rule, row);

    private static string Number(double value) => value.ToString("R", CultureInfo.InvariantCulture);

    private string Own(string key, int row) => Place(key, places.RowOf(row));

    private string Place(string key, int sheetRow, bool fixedRow = false) => prefix + Sheet.Letter(places.ColumnOf(key)) + (fixedRow ? "$" : "") + sheetRow.ToString(CultureInfo.InvariantCulture);

    private string Range(int column, int first, int last) => first == last ? prefix + Sheet.Place(first, column) : $"{prefix}{Sheet.Letter(column)}{first}:{Sheet.Letter(column)}{last}";

    /// <summary>From a fixed row to the own one.</summary>
    private string Span(int column, int first, int row) => $"{prefix}{Sheet.Letter(column)}${first}:{Sheet.Letter(column)}{places.RowOf(row)}";

    /// <summary>All cells of a column, of which only rows of the workings hold numbers; those of subtotals are among them where so said.</summary>
    private string Column(string key, bool subtotals)
    {
        int column = places.ColumnOf(key);
        return subtotals || !_division.HasGroups || _workings.RowsAreGroups ? $"{prefix}{Sheet.Letter(column)}${places.Data.First}:{Sheet.Letter(column)}${places.Data.Last}"
            : throw new NotSupportedException("A column with subtotals is taken group by group.");
    }

    private string FromGroup(string key, int row) => Span(places.ColumnOf(key), places.RowOf(row - _division.PartOf(row)), row);

    private int GroupOf(int row) => _workings.RowsAreGroups ? row : _division.GroupOf(row);

    private string GroupTotal(int row) => _workings.RowsAreGroups ? Own("value", row)
        : _division.HasGroups ? Place("value", places.SubtotalRow(GroupOf(row)), fixedRow: true) : places.TotalName;

    private string Whole(int row)
    {
        switch (_division.WholeOf)
        {
            case WholeOf.Group:
                return GroupTotal(row);
            case WholeOf.Part:
                string amounts = Column("value", true), numbers = $"{prefix}{Sheet.Letter(places.PartNumberColumn)}${places.Data.First}:{Sheet.Letter(places.PartNumberColumn)}${places.Data.Last}";
                return $"SUMIFS({amounts},{numbers},{prefix}{Sheet.Place(places.RowOf(row), places.PartNumberColumn)})";
            default:
                return places.WholeName;
        }
    }

    private string AmountOf((int Group, int Part) pair, int row)
    {
        string part = _workings.RowsAreGroups ? (pair.Part + 1).ToString(CultureInfo.InvariantCulture) : prefix + "$" + Sheet.Place(places.RowOf(row), places.PartNumberColumn);
        string pairs = $"{RowsColumn("B")},{part}";
        if (_division.HasGroups)
        {
            pairs += $",{RowsColumn("C")},{prefix}${Sheet.Place(places.RowOf(row), places.GroupNumberColumn)}";
        }
        string sum = $"SUMIFS({RowsColumn("E")},{pairs},{RowsColumn("D")},1)";
        // A pair without a row is absent, which is not the same as 0.
        return _hasAbsent ? $"IF(COUNTIFS({pairs})=0,\"\",{sum})" : sum;
    }

    private string RowsOfGroup(int row) =>
        $"SUMIFS({RowsColumn("E")},{RowsColumn("C")},{prefix}${Sheet.Place(places.RowOf(row), places.GroupNumberColumn)},{RowsColumn("D")},1)";

    private string RowsColumn(string letter) => $"{places.RowsReference}!${letter}:${letter}";

    private string Running(Rule.RunningTotal total, int row)
    {
        string own = $"SUM({Span(places.ColumnOf(total.Key), places.Data.First, row)})";
        // Equal neighbours count as one step: they have the last one's.
        return total.TiesTogether && row + 1 < _workings.RowCount ? $"IF({Own(total.Key, row + 1)}={Own(total.Key, row)},{Place("running", places.RowOf(row + 1))},{own})" : own;
    }

    private string SameSign(string key, int row)
    {
        string above = FromGroup(key, row), own = Own(key, row);
        return $"IF({own}<0,SUMIF({above},\"<0\"),SUMIF({above},\">=0\"))-{own}";
    }

    private string Largest(Rule.Largest largest, int row)
    {
        if (largest.Over == "left and right")
        {
            return $"MAX(0,{Column("left", true)},{Column("right", true)})";
        }
        IEnumerable<int> rows = Enumerable.Range(0, _workings.RowCount);
        rows = largest.Over switch
        {
            "the group" => rows.Where(at => _division.GroupOf(at) == _division.GroupOf(row)),
            "the lane" => rows.Where(at => _division.PartOf(at) == _division.PartOf(row)),
            _ => rows,
        };
        int column = places.ColumnOf(largest.Key);
        return Most([.. Runs([.. rows]).Select(run => run.First == run.Last ? $"{prefix}{Sheet.Letter(column)}${places.RowOf(run.First)}" : $"{prefix}{Sheet.Letter(column)}${places.RowOf(run.First)}:{Sheet.Letter(column)}${places.RowOf(run.Last)}")]);
    }

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

    private static string Sum(IEnumerable<string> terms) => Nested("SUM", [.. terms], "");

    private static string Most(List<string> terms) => Nested("MAX", terms, "0,");

    private static string Nested(string function, IReadOnlyList<string> terms, string first) =>
        terms.Count == 0 ? "0"
        : terms.Count <= MostArguments ? $"{function}({first}{string.Join(',', terms)})"
        : Nested(function, [.. terms.Chunk(MostArguments).Select(chunk => Nested(function, chunk, first))], first);

    private string ClassOf(Rule.ClassOf classes, int row)
    {
        // Rounded, because a decimal limit is no binary fraction.
        string running = classes.CrossingIn ? $"ROUND({Own(classes.Key, row)}-{Own("share", row)},12)" : $"ROUND({Own(classes.Key, row)},12)", sign = classes.CrossingIn ? "<" : "<=";
        string[] names = ["A", "B", "C"];
        string rest = $"\"{names[Math.Min(classes.Limits.Count, 2)]}\"";
        for (int i = classes.Limits.Count - 1; i >= 0; i--)
        {
            rest = $"IF({running}{sign}{Number(classes.Limits[i])},\"{names[i]}\",{rest})";
        }
        return rest;
    }
}
