using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Charts;

/// <summary>What the charts of several forms are made of.</summary>
internal sealed class ChartParts(WorkingsResult workings)
{
    private readonly Division _division = workings.Division;
    private readonly LabelNumbers _numbers = new(workings);

    public bool HasLabels => _division.Study.Finish.Labels != LabelText.None;

    public bool HasKey => _division.Study.Finish.Key;

    /// <summary>Where the axis of amounts ends, as the analyst set it; null where it follows the numbers.</summary>
    public double? AmountEnd => _division.Study.Finish.AmountEnd?.ToDouble();

    /// <summary>The room between bars: the one that is set, or the form's own.</summary>
    public double Gap(double own) => _division.Study.Finish.Gap?.ToDouble() ?? own;

    /// <summary>The row of a group's part.</summary>
    public int Row(int group, int part) => group * _division.PartCount + part;

    /// <summary>
    /// A cell of the workings; one of an absent pair is there, without a number. Null where there is none for another reason.
    /// </summary>
    public ChartNumber? Cell(string key, int row)
    {
        WorkingColumn column = workings[key];
        return column.Exact(row) is { } value ? new ChartNumber(Rule.Column(key), row, value, column.Unit)
            : column.Rule is Rule.Amount || (_division.HasGroups && workings.RowsAreCells && !_division.Has(row))
                ? new ChartNumber(Rule.Column(key), row, Fraction.Zero, column.Unit) { IsAbsent = true }
            : null;
    }

    /// <summary>The total of a group.</summary>
    public ChartNumber Total(int group) =>
        new(
            new Rule.GroupTotal(),
            workings.RowsAreGroups ? group : Row(group, 0),
            _division.Value(_division.GroupTotal(group)),
            ColumnUnit.Amount
        );

    public ChartLabel TotalLabel(int group) => new(null, [Total(group)], _numbers.Amount(_division.GroupTotal(group)));

    /// <summary>The names of groups; "all" where there are none. What the finish wants beside each stands under it.</summary>
    /// <param name="otherwise">What the form would have there.</param>
    public IReadOnlyList<ChartLabel> Groups(LabelText otherwise = LabelText.None)
    {
        LabelText wanted = _division.Study.Finish.GroupLabel is var own && own == LabelText.Auto ? otherwise : own;
        return
        [
            .. Enumerable
                .Range(0, _division.GroupCount)
                .Select(group =>
                    Named(
                        _division.Groups?[group].Label ?? "all",
                        _division.HasGroups && workings.Find("value") is not null ? OfGroup(group, wanted) : null
                    )
                ),
        ];
    }

    /// <summary>A group's amount, its share of everything, or both.</summary>
    private ChartLabel? OfGroup(int group, LabelText what)
    {
        ChartNumber? share = _division.Total.IsZero
            ? null
            : new ChartNumber(
                new Rule.GroupTotal() / new Rule.GrandTotal(),
                Total(group).Row,
                new Fraction(_division.GroupTotal(group), _division.Total),
                ColumnUnit.Share
            );
        ChartNumber[] numbers =
        [
            .. (
                what switch
                {
                    LabelText.Amount => [Total(group)],
                    LabelText.Both => [Total(group), share],
                    LabelText.Share => (ChartNumber?[])[share],
                    _ => [],
                }
            ).OfType<ChartNumber>(),
        ];
        return numbers.Length == 0 ? null : new ChartLabel(null, numbers, string.Join("  ", numbers.Select(Text)));
    }

    /// <summary>Where labels of bars stand: as the finish has it, where the chart can, else as the form does.</summary>
    public ChartLabelPlace Place(ChartLabelPlace own) =>
        _division.Study.Finish.LabelPlace switch
        {
            LabelPlace.Inside when own == ChartLabelPlace.Beyond => ChartLabelPlace.AtTip,
            _ => own,
        };

    /// <summary>What labels can't do in a chart of bars that stand so, in words.</summary>
    public IReadOnlyList<string> NotPlaced(bool beside) =>
        _division.Study.Finish.LabelPlace switch
        {
            LabelPlace.Apart => ["amounts past the bars' ends"],
            LabelPlace.Outside when !beside => ["labels past the bars' ends"],
            _ => [],
        };

    /// <summary>The room between groups of bars that stand beside one another, and within a group.</summary>
    public (double Between, double Within) GroupGaps(double own)
    {
        Finish finish = _division.Study.Finish;
        if (finish.Gap is null && finish.GroupGap is null)
        {
            return (own, 0);
        }
        double within = finish.Gap?.ToDouble() ?? 0.1;
        return (within + Math.Max(0.1, finish.GroupGap?.ToDouble() ?? 0.5), within);
    }

    /// <summary>The names of parts.</summary>
    public IReadOnlyList<ChartLabel> Parts(IEnumerable<int> parts) =>
        [.. parts.Select(part => Named(_division.Parts[part].NameInFigure, null))];

    private static ChartLabel Named(string name, ChartLabel? number) =>
        new(name, number?.Numbers ?? [], number is null ? name : $"{name}\n{number.Text}");

    /// <summary>A label of a row, with what the finish asks for or else the form's own choice.</summary>
    public ChartLabel? Label(int row, LabelText otherwise)
    {
        LabelText what = LabelTexts.What(_division, otherwise);
        ChartNumber? amount = workings.RowsAreGroups ? null : Cell("value", row),
            share = _numbers.ShareKey is { } key ? Cell(key, row) : null;
        string? name = what == LabelText.Name ? _division.Parts[_division.PartOf(row)].NameInFigure : null;
        ChartNumber[] numbers =
        [
            .. (
                what switch
                {
                    LabelText.None => [],
                    LabelText.Amount => [amount],
                    LabelText.Both => [amount, share],
                    _ => (ChartNumber?[])[share],
                }
            ).OfType<ChartNumber>(),
        ];
        if (numbers.Length == 0)
        {
            return null;
        }
        if (Array.Exists(numbers, number => number.IsAbsent))
        {
            return new ChartLabel(name, numbers, "");
        }
        string[] texts =
        [
            .. name is null ? (string[])[] : [name],
            .. numbers.Select(number => number == amount ? _numbers.Amount(row) : _numbers.Share(row)),
        ];
        return new ChartLabel(name, numbers, string.Join("  ", texts));
    }

    /// <summary>A label that prints one number of the workings.</summary>
    public ChartLabel? Of(ChartNumber? number) =>
        number is null ? null : new ChartLabel(null, [number], number.IsAbsent ? "" : Text(number));

    private string Text(ChartNumber number) => (number is { IsSigned: true, Value.Sign: > 0 } ? "+" : "") + Unsigned(number);

    private string Unsigned(ChartNumber number) =>
        number.Unit switch
        {
            ColumnUnit.Amount => _numbers.Amount(AmountOf(number.Value)),
            ColumnUnit.Share => NumberText.Percent(number.Value, _division.Study.Rounding.Decimals, _division.Study.Finish.TrimZeros),
            ColumnUnit.Percent => NumberText.InPercent(
                NumberText.Rounded(number.Value, _division.Study.Rounding.Decimals, _division.Study.Finish.TrimZeros)
            ),
            ColumnUnit.Points => NumberText.Rounded(number.Value, _division.Study.Rounding.Decimals, _division.Study.Finish.TrimZeros),
            _ => NumberText.Rounded(number.Value, 3, true),
        };

    private ExactInt AmountOf(Fraction value) => (value * new Fraction(_division.Divisor)).Round();

    /// <summary>A room that is drawn nowhere, as a part of the largest amount of a column.</summary>
    public static ChartSeries Room(string name, double part, string key, string over, Fraction largest, ColumnUnit unit)
    {
        var rule = new Rule.Multiply(new Rule.Constant(part), new Rule.Largest(key, over));
        Fraction value = largest * ExactDecimal.FromDouble(part).ToFraction();
        return new ChartSeries(name, category => new ChartNumber(rule, category, value, unit));
    }
}
