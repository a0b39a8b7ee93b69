using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>Writes a column's rule in words, and a cell's arithmetic in numbers, from the one expression.</summary>
public sealed class RuleWords(WorkingsResult workings)
{
    private readonly Division _division = workings.Division;

    private string LabelOf(string key) => workings.Find(key)?.Label ?? key;

    private string WholeText(int? row)
    {
        if (row is { } at)
        {
            return NumberText.Exact(_division.Decimal(_division.Whole(at)));
        }
        return _division.WholeOf switch
        {
            WholeOf.Group => "the group's total",
            WholeOf.Part => "the part's total",
            _ => NumberText.Exact(_division.Decimal(_division.ReadingWhole)),
        };
    }

    /// <summary>"minutes ÷ 4,821".</summary>
    public string Of(WorkingColumn column) => Words(column.Rule);

    private string Words(Rule rule) => rule switch
    {
        Rule.Given given => given.Words,
        Rule.Amount amount => amount.Words,
        Rule.Cell cell => LabelOf(cell.Key),
        Rule.TheWhole => WholeText(null),
        Rule.PartCount => NumberText.Count(_division.PartCount),
        Rule.RowNumber => "place in the order",
        Rule.Constant constant => NumberText.Exact(ExactDecimal.FromDouble(constant.Value)),
        Rule.Divide divide => $"{Term(divide.Dividend)} ÷ {Term(divide.Divisor)}",
        Rule.Multiply multiply => $"{Term(multiply.First)} × {Term(multiply.Second)}",
        Rule.Add add => $"{Words(add.First)} + {Words(add.Second)}",
        Rule.Subtract subtract => $"{Words(subtract.First)} − {Term(subtract.Second)}",
        Rule.RunningTotal total => $"{LabelOf(total.Key)} added up from the top{(total.TiesTogether ? ", equal ones in one step" : "")}",
        Rule.OrZero cell => LabelOf(cell.Key),
        Rule.Mirrored mirrored => $"{LabelOf(mirrored.Key)}, negative for the part at the left",
        Rule.RowAbove above => $"{LabelOf(above.Key)} of the row above",
        Rule.FirstOfGroup first => $"{LabelOf(first.Key)} of the first row{(_division.HasGroups ? " of the group" : "")}",
        Rule.Before before => $"{LabelOf(before.Key)} of the rows above{(before.Over == "group" && _division.HasGroups ? " in the group" : "")}",
        Rule.SameSignBefore before => $"{LabelOf(before.Key)} of the rows above{(_division.HasGroups ? " in the group" : "")} that are of the same sign",
        Rule.GroupsBefore => "totals of the groups before",
        Rule.GroupTotal => _division.HasGroups ? "the group's total" : NumberText.Exact(_division.Decimal(_division.Total)),
        Rule.GrandTotal => NumberText.Exact(_division.Decimal(_division.Total)),
        Rule.Largest largest => $"largest {LabelOf(largest.Key)} of {largest.Over}",
        Rule.ByRow byRow => byRow.Words,
        Rule.Rank rank => $"1 for the largest {LabelOf(rank.Key)}; equal ones share a rank",
        Rule.Shown shown => $"{LabelOf(shown.Key)} in percent, {(shown.Decimals == 1 ? "1 decimal" : $"{shown.Decimals} decimals")}{(shown.Reconciled ? ", rounded so that each whole shows 100" : "")}",
        Rule.ShownQuotient shown => $"{Words(shown.Of)} in percent, {(shown.Decimals == 1 ? "1 decimal" : $"{shown.Decimals} decimals")}{(shown.Reconciled ? ", rounded so that each whole shows 100" : "")}",
        Rule.ClassOf classes => $"by the {LabelOf(classes.Key)} {(classes.CrossingIn ? "before the part" : "with the part")}: {ClassWords(classes)}",
        _ => "",
    };

    private static string ClassWords(Rule.ClassOf classes)
    {
        string sign = classes.CrossingIn ? "below" : "up to";
        string First(int i) => NumberText.PlainPercent(ExactDecimal.FromDouble(classes.Limits[i]));
        return classes.Limits.Count == 1 ? $"A {sign} {First(0)}, B the rest" : $"A {sign} {First(0)}, B {sign} {First(1)}, C the rest";
    }

    private string Term(Rule rule) => rule is Rule.Add or Rule.Subtract ? $"({Words(rule)})" : Words(rule);

    /// <summary>"1,204 ÷ 4,821 = 24.9741 %, shown as 25.0 %": how one cell came about.</summary>
    public string Arithmetic(WorkingColumn column, int row)
    {
        if (column.IsText)
        {
            return column.Rule is Rule.ClassOf classes ? ClassArithmetic(classes, column, row) : Words(column.Rule);
        }
        if (column.Exact(row) is not { } value)
        {
            return _division.Has(row) ? $"no value: {(_division.Whole(row).IsZero ? "the whole is 0" : Words(column.Rule))}" : "no value: there is no such row";
        }
        string result = Value(column.Unit, value);
        string expression = column.Rule switch
        {
            Rule.Given or Rule.Amount => Words(column.Rule),
            Rule.Rank => Words(column.Rule),
            Rule.ByRow byRow => byRow.Of(row) is { } own ? Numbers(own, row) : byRow.Words,
            Rule.RunningTotal total => RunningArithmetic(total, row),
            Rule.ShownQuotient shown => Numbers(shown.Of, row),
            Rule.Shown shown => $"{NumberText.Rounded(workings[shown.Key].Exact(row)!.Value * 100, Math.Max(4, shown.Decimals + 2), true)} %",
            var rule => Numbers(rule, row),
        };
        string text = $"{expression} = {result}";
        return column.Rule is Rule.Shown ? ShownArithmetic(expression, (Rule.Shown)column.Rule, value, row)
            : column.Key == "share" && workings.Find("shownShare")?.Exact(row) is { } percent ? $"{text}, {ShownAs(value * 100, percent, _division.Study.Rounding.Decimals)}"
            : text;
    }

    private string ShownArithmetic(string exact, Rule.Shown shown, Fraction value, int row)
    {
        return $"{exact}, {ShownAs(workings[shown.Key].Exact(row)!.Value * 100, value, shown.Decimals)}";
    }

    /// <summary>"shown as 25.0 %", and why where that is not the nearest.</summary>
    private static string ShownAs(Fraction percent, Fraction shown, int decimals)
    {
        string result = NumberText.Rounded(shown, decimals);
        return $"shown as {result} %{(NumberText.Rounded(percent, decimals) != result ? " so that all make 100" : "")}";
    }

    private string ClassArithmetic(Rule.ClassOf classes, WorkingColumn column, int row)
    {
        if (column.Text(row) is not { } name)
        {
            return "no class: the whole is 0";
        }
        Fraction? running = workings[classes.Key].Exact(row);
        if (classes.CrossingIn && running is { } with && workings["share"].Exact(row) is { } share)
        {
            running = with - share;
        }
        return $"{name}: the running share {(classes.CrossingIn ? "before it" : "with it")} is {NumberText.Percent(running, 2)}; {ClassWords(classes)}";
    }

    private string GroupsBefore(int row)
    {
        int group = workings.RowsAreGroups ? row : _division.GroupOf(row);
        ExactInt sum = default;
        for (int before = 0; before < group; before++)
        {
            sum += _division.GroupTotal(before);
        }
        return NumberText.Exact(_division.Decimal(sum));
    }

    /// <summary>"(1,204 + 80)": what the rows above add up to, term by term where they are few.</summary>
    private string Above(string key, int row, bool inGroup, bool sameSign)
    {
        WorkingColumn column = workings[key];
        int first = inGroup && _division.HasGroups ? row - _division.PartOf(row) : 0;
        bool negative = column.Exact(row)?.Sign < 0;
        return Terms(column.Unit, [.. Enumerable.Range(first, row - first).Select(column.Exact).OfType<Fraction>().Where(value => !sameSign || value.Sign < 0 == negative)]);
    }

    private string Terms(ColumnUnit unit, Fraction[] terms)
    {
        return terms.Length switch
        {
            0 => "0",
            1 => Value(unit, terms[0]),
            <= 4 => $"({string.Join(" + ", terms.Select(term => Value(unit, term)))})",
            _ => $"({Value(unit, terms[0])} + … + {Value(unit, terms[^1])})",
        };
    }

    private string RunningArithmetic(Rule.RunningTotal total, int row)
    {
        const int most = 6;
        WorkingColumn column = workings[total.Key];
        var terms = Enumerable.Range(0, row + 1).Select(at => column.Exact(at) is { } value ? Value(column.Unit, value) : "0").ToList();
        if (terms.Count > most)
        {
            terms = [terms[0], terms[1], "…", terms[^2], terms[^1]];
        }
        return string.Join(" + ", terms);
    }

    private string Numbers(Rule rule, int row) => rule switch
    {
        Rule.Cell cell => workings[cell.Key] is var column && column.Exact(row) is { } value ? Value(column.Unit, value) : NumberText.Dash,
        Rule.TheWhole => WholeText(row),
        Rule.RowNumber => NumberText.Count(row + 1),
        Rule.GroupTotal => NumberText.Exact(_division.Decimal(_division.GroupTotal(workings.RowsAreGroups ? row : _division.GroupOf(row)))),
        Rule.GrandTotal => NumberText.Exact(_division.Decimal(_division.Total)),
        Rule.OrZero cell => workings[cell.Key].Exact(row) is { } own ? Value(workings[cell.Key].Unit, own) : "0",
        Rule.Mirrored mirrored => _division.PartOf(row) == 0 ? $"−1 × {Numbers(Rule.Column(mirrored.Key), row)}" : Numbers(Rule.Column(mirrored.Key), row),
        Rule.RowAbove above => Numbers(Rule.Column(above.Key), row - 1),
        Rule.FirstOfGroup first => Numbers(Rule.Column(first.Key), row - _division.PartOf(row)),
        Rule.GroupsBefore => GroupsBefore(row),
        Rule.Before before => Above(before.Key, row, before.Over == "group", false),
        Rule.SameSignBefore before => Above(before.Key, row, true, true),
        Rule.SumOf sum => Terms(workings[sum.Key].Unit, [.. sum.Rows.Select(workings[sum.Key].Exact).OfType<Fraction>()]),
        Rule.Most most => $"the largest of {(most.Of.Count > 4 ? $"{most.Of.Count} groups" : string.Join(", ", most.Of.Select(other => Numbers(other, row))))}",
        Rule.Constant constant => NumberText.Exact(ExactDecimal.FromDouble(constant.Value)),
        Rule.Divide divide => $"{NumberTerm(divide.Dividend, row)} ÷ {NumberTerm(divide.Divisor, row)}",
        Rule.Multiply multiply => $"{NumberTerm(multiply.First, row)} × {NumberTerm(multiply.Second, row)}",
        Rule.Add add => $"{Numbers(add.First, row)} + {Numbers(add.Second, row)}",
        Rule.Subtract subtract => $"{Numbers(subtract.First, row)} − {NumberTerm(subtract.Second, row)}",
        _ => Words(rule),
    };

    private string NumberTerm(Rule rule, int row) => rule is Rule.Add or Rule.Subtract ? $"({Numbers(rule, row)})" : Numbers(rule, row);

    /// <summary>A value as the arithmetic prints it.</summary>
    public string Value(ColumnUnit unit, Fraction value) => unit switch
    {
        ColumnUnit.Amount => NumberText.Rounded(value, Math.Max(_division.Scale, 0), trimZeros: true),
        ColumnUnit.Share => NumberText.Rounded(value * 100, 4, trimZeros: true) + " %",
        ColumnUnit.Percent => NumberText.Rounded(value, _division.Study.Rounding.Decimals) + " %",
        ColumnUnit.Count => NumberText.Rounded(value, 0),
        _ => NumberText.Rounded(value, 4, trimZeros: true),
    };
}
