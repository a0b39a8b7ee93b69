using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Forms;

/// <summary>Evaluates a column's rule naively, in doubles, from the other columns: what the rule says must be what was computed.</summary>
internal static class RuleEvaluator
{
    public static double? Evaluate(WorkingsResult workings, Rule rule, int row)
    {
        Division division = workings.Division;
        double? Of(Rule other) => Evaluate(workings, other, row);
        double? Cell(string key, int at) => workings[key].Number(at);
        switch (rule)
        {
            case Rule.Cell cell:
                return Cell(cell.Key, row);
            case Rule.Amount amount:
                (int group, int part) = amount.Of(row);
                return division.Has(group, part) ? SumOfRows(division, group, part) : null;
            case Rule.TheWhole:
                return division.Value(division.Whole(row)).ToDouble();
            case Rule.PartCount:
                return division.PartCount;
            case Rule.RowNumber:
                return row + 1;
            case Rule.Constant constant:
                return constant.Value;
            case Rule.Divide divide:
                return Of(divide.Divisor) is 0 ? null : Of(divide.Dividend) / Of(divide.Divisor);
            case Rule.Multiply multiply:
                return Of(multiply.First) * Of(multiply.Second);
            case Rule.Add add:
                return Of(add.First) + Of(add.Second);
            case Rule.Subtract subtract:
                return Of(subtract.First) - Of(subtract.Second);
            case Rule.RunningTotal total:
                int last = row;
                while (total.TiesTogether && last + 1 < workings.RowCount && Cell(total.Key, last + 1) == Cell(total.Key, row))
                {
                    last++;
                }
                return Enumerable.Range(0, last + 1).Sum(at => Cell(total.Key, at) ?? 0);
            case Rule.GroupTotal:
                return division.Value(division.GroupTotal(workings.RowsAreGroups ? row : division.GroupOf(row))).ToDouble();
            case Rule.GrandTotal:
                return division.Value(division.Total).ToDouble();
            case Rule.GroupsBefore:
                return Enumerable.Range(0, workings.RowsAreGroups ? row : division.GroupOf(row)).Sum(group => division.Value(division.GroupTotal(group)).ToDouble());
            case Rule.Before before:
                int start = before.Over == "group" ? row - division.PartOf(row) : 0;
                return Cell(before.Key, row) is null ? null : Enumerable.Range(start, row - start).Sum(at => Cell(before.Key, at) ?? 0);
            case Rule.SameSignBefore before:
                int top = row - division.PartOf(row);
                return Cell(before.Key, row) is not { } own ? null : Enumerable.Range(top, row - top).Sum(at => Cell(before.Key, at) is { } value && value < 0 == own < 0 ? value : 0);
            case Rule.OrZero cell:
                return Cell(cell.Key, row) ?? 0;
            case Rule.Mirrored mirrored:
                return division.PartOf(row) == 0 ? -Cell(mirrored.Key, row) : Cell(mirrored.Key, row);
            case Rule.RowAbove above:
                return division.PartOf(row) == 0 ? null : Cell(above.Key, row - 1);
            case Rule.FirstOfGroup first:
                return Cell(first.Key, row - division.PartOf(row));
            case Rule.Largest largest:
                IEnumerable<int> rows = Enumerable.Range(0, workings.RowCount).Where(at => largest.Over switch { "the group" => division.GroupOf(at) == division.GroupOf(row), "the lane" => division.PartOf(at) == division.PartOf(row), _ => true });
                double most = rows.Max(at => Cell(largest.Key, at) ?? 0);
                return largest.Over == "left and right" ? Enumerable.Range(0, workings.RowCount).Max(at => Math.Max(Cell("left", at) ?? 0, Cell("right", at) ?? 0)) : Math.Max(0, most);
            case Rule.SumOf sum:
                return sum.Rows.Sum(at => Cell(sum.Key, at) ?? 0);
            case Rule.Most largestOf:
                return largestOf.Of.Max(other => Math.Max(0, Of(other) ?? 0));
            case Rule.ByRow byRow:
                return byRow.Of(row) is { } its ? Of(its) : null;
            case Rule.Rank rank:
                return 1 + Enumerable.Range(0, workings.RowCount).Count(at => Cell(rank.Key, at) > Cell(rank.Key, row));
            default:
                throw new NotSupportedException(rule.GetType().Name);
        }
    }

    /// <summary>What the rows behind an amount add up to.</summary>
    private static double SumOfRows(Division division, int group, int part) =>
        UsedRows.Of(division).Where(row => row.Group == group && row.Part == part && row.IsUsed).Sum(row => row.Amount.ToDouble());

    /// <summary>Whether a rule has an expression of its own (others are told in words, or checked by their own tests).</summary>
    public static bool CanEvaluate(Rule rule) => rule is not (Rule.Given or Rule.Shown or Rule.ClassOf);
}
