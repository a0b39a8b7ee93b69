using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings.Rules;

/// <summary>Writes a column's rule in words, and a cell's arithmetic in numbers, from the one expression.</summary>
public sealed class RuleWords(WorkingsResult workings)
{
    internal Division Division => workings.Division;

    internal RuleCells Cells { get; } = new(workings);

    /// <summary>"minutes ÷ 4,821".</summary>
    public string Of(WorkingColumn column) => column.Rule.Words(this);

    /// <summary>"1,204 ÷ 4,821 = 24.9741 %, shown as 25.0 %": how one cell came about.</summary>
    public string Arithmetic(WorkingColumn column, int row)
    {
        if (column.IsText)
        {
            return column.Rule.Numbers(this, row);
        }
        if (column.Exact(row) is not { } value)
        {
            return NoValue(column, row);
        }
        if (column.Key == "value" && workings.RowsAreCells && Division.HasNoAmount(row))
        {
            return "no amount: none of its rows has a number that can be read, and it counts as 0";
        }
        string numbers = column.Rule.Numbers(this, row);
        int decimals = Division.Study.Rounding.Decimals;
        // A share that is shown by itself is one more step from the exact one, which has its own arithmetic.
        return column.Rule is Rule.Shown { Of: Rule.Cell share }
                ? NumberText.InPercent(NumberText.Rounded(Cells.At(share.Key, row)!.Value * 100, Math.Max(4, decimals + 2), true))
                    + $", {ShownAs(Cells.At(share.Key, row)!.Value * 100, value)}"
            : column.Key == "share" && workings.Find("shownShare")?.Exact(row) is { } percent
                ? $"{numbers} = {Value(column.Unit, value)}, {ShownAs(value * 100, percent)}"
            : $"{numbers} = {Value(column.Unit, value)}{RunningRemark(column, row, value)}";
    }

    private string NoValue(WorkingColumn column, int row)
    {
        bool folded = workings.RowsAreCells && Division.IsFolded(row);
        string why =
            !workings.RowsAreCells ? Of(column)
            : !Division.Has(row) ? "there is no such row"
            : Division.Whole(row).IsZero ? "the whole is 0"
            : folded && column.Rule is Rule.Rank ? "it stands for many"
            : Of(column);
        return $"no value: {why}";
    }

    /// <summary>"shown as 25.0 %", and why where that is not the nearest.</summary>
    private string ShownAs(Fraction percent, Fraction shown)
    {
        string result = NumberText.Rounded(shown, Division.Study.Rounding.Decimals);
        bool isBent = NumberText.Rounded(percent, Division.Study.Rounding.Decimals) != result;
        return $"shown as {NumberText.InPercent(result)}{(isBent ? " so that all make 100" : "")}";
    }

    /// <summary>A running share is rounded from its exact value: where that is not what the shown shares add up to, it says so.</summary>
    private string RunningRemark(WorkingColumn column, int row, Fraction value)
    {
        int decimals = Division.Study.Rounding.Decimals;
        if (column.Key != "runningShare" || workings.Find("shownShare") is null || Division.Study.Running.Ties == Ties.Together)
        {
            return "";
        }
        string shown = NumberText.Rounded(value * 100, decimals),
            sum = NumberText.Rounded(Cells.Sum("shownShare", 0, row), decimals);
        return shown == sum
            ? ""
            : $", shown as {NumberText.InPercent(shown)}; the shown shares to here add up to {sum}, because each is rounded";
    }

    internal string LabelOf(string key) => workings.Find(key)?.Label ?? key;

    internal string Amount(ExactInt units) => Division.Text(units);

    internal bool HasValue(string key, int row) => Cells.At(key, row) is not null;

    internal string Cell(string key, int row) => Cells.At(key, row) is { } value ? Value(workings[key].Unit, value) : NumberText.Dash;

    internal string Term(Rule rule) => rule.IsSum ? $"({rule.Words(this)})" : rule.Words(this);

    internal string NumberTerm(Rule rule, int row) => rule.IsSum ? $"({rule.Numbers(this, row)})" : rule.Numbers(this, row);

    /// <summary>"(1,204 + 80)": what the rows above add up to, term by term where they are few.</summary>
    internal string Above(string key, int row, bool inGroup, bool sameSign)
    {
        int first = inGroup && Division.HasGroups ? Cells.FirstOfGroup(row) : 0;
        bool negative = Cells.At(key, row)?.Sign < 0;
        return Terms(workings[key].Unit, [.. Cells.Over(key, first, row - 1).Where(value => !sameSign || value.Sign < 0 == negative)]);
    }

    internal string Terms(string key, IEnumerable<int> rows) =>
        Terms(workings[key].Unit, [.. rows.Select(row => Cells.At(key, row)).OfType<Fraction>()]);

    private string Terms(ColumnUnit unit, Fraction[] terms) =>
        terms.Length switch
        {
            0 => "0",
            1 => Value(unit, terms[0]),
            <= 4 => $"({string.Join(" + ", terms.Select(term => Value(unit, term)))})",
            _ => $"({Value(unit, terms[0])} + … + {Value(unit, terms[^1])})",
        };

    /// <summary>A value as the arithmetic prints it.</summary>
    public string Value(ColumnUnit unit, Fraction value) =>
        unit switch
        {
            ColumnUnit.Amount => NumberText.Rounded(Division.Printed(value), Math.Max(Division.Scale, 4), trimZeros: true) is var text
            && Division.SumsShares
                ? NumberText.InPercent(text)
                : text,
            ColumnUnit.Share => NumberText.InPercent(NumberText.Rounded(value * 100, 4, trimZeros: true)),
            ColumnUnit.Percent => NumberText.InPercent(NumberText.Rounded(value, Division.Study.Rounding.Decimals)),
            ColumnUnit.Points => NumberText.Rounded(value, Division.Study.Rounding.Decimals + 1, trimZeros: true) + " points",
            ColumnUnit.Count => NumberText.Rounded(value, 0),
            _ => NumberText.Rounded(value, 4, trimZeros: true),
        };
}
