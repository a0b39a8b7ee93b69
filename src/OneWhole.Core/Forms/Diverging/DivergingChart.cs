using OneWhole.Core.Charts;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Diverging;

/// <summary>
/// Low levels as bars below zero, high ones above it, so that the axis of the names is the line at zero, and stays there when numbers
/// change; neutral levels on both sides of it, or apart after a spacer; after another one the nets.
/// </summary>
internal sealed class DivergingChart
{
    private readonly Division _division;
    private readonly DivergingMembers _members;
    private readonly DivergingComputed _computed;
    private readonly ChartParts _chart;
    private readonly PartInk _ink;

    private DivergingChart(WorkingsResult workings, DivergingMembers members)
    {
        _division = workings.Division;
        _members = members;
        _computed = (DivergingComputed)workings.Computed;
        _chart = new ChartParts(workings);
        _ink = DivergingLayout.InkOf(workings);
    }

    public static NativeChart? Of(WorkingsResult workings, DivergingMembers members) =>
        workings.Division.IsEmpty || workings.Division.HasNegative || workings.Division.RowCount > TooMany.Pieces
            ? null
            : new DivergingChart(workings, members).Chart();

    private bool IsShare => _members.Length == LengthUnit.Share;

    private NativeChart Chart()
    {
        Levels levels = _computed.Levels;
        bool apart = _members.Neutral == NeutralPlace.Apart;
        var series = new List<ChartSeries>();
        if (_members.Neutral == NeutralPlace.Split)
        {
            // On nothing that lies above zero before it.
            series.AddRange(levels.Neutrals.Count == 1 ? levels.Neutrals.Select(LabelAtZero) : []);
            series.AddRange(levels.Neutrals.Reverse().Select(part => Half(part, Side.Low)));
        }
        series.AddRange(levels.Lows.Select(Level));
        if (_members.Neutral == NeutralPlace.Split)
        {
            series.AddRange(levels.Neutrals.Select(part => Half(part, Side.High)));
        }
        series.AddRange(levels.Highs.Select(Level));
        if (apart)
        {
            series.Add(new ChartSeries("spacer before neutral", group => _computed.Ends.SpacerAfter(group)));
            series.AddRange(levels.Neutrals.Select(Level));
        }
        if (_chart.HasLabels)
        {
            series.Add(new ChartSeries("spacer before net", group => _computed.Ends.SpacerToNet(group)));
            series.Add(
                new ChartSeries(FigureWords.Of("net"), group => _computed.Ends.RoomOfNet(group))
                {
                    Label = Net,
                    LabelPlace = ChartLabelPlace.Centre,
                }
            );
        }
        return new NativeChart(_chart.Groups(), series)
        {
            IsSideways = true,
            HasValueAxis = false,
            Unit = IsShare ? ColumnUnit.Share : ColumnUnit.Amount,
            Gap = _chart.Gap(0.52),
            HasKey = _chart.HasKey,
        };
    }

    private ChartLabel? LabelOf(int group, int part) => _chart.Label(_chart.Row(group, part), IsShare ? LabelText.Share : LabelText.Amount);

    private ChartSeries Level(int part) => Bars(part, row => _computed.Ends.LengthOf(row)) with { Label = group => LabelOf(group, part) };

    /// <summary>What of a neutral level lies on one side of zero.</summary>
    private ChartSeries Half(int part, Side side) =>
        Bars(part, row => _computed.Ends.LengthOn(side, row)) with
        {
            InKey = side == Side.High,
            // Of several neutral levels each has its label where more of it lies.
            Label =
                _computed.Levels.Neutrals.Count == 1
                    ? null
                    : group => LiesMostlyOn(side, _chart.Row(group, part)) ? LabelOf(group, part) : null,
        };

    private bool LiesMostlyOn(Side side, int row)
    {
        Fraction low = _computed.Ends.LengthOn(Side.Low, row)?.Value.Abs() ?? Fraction.Zero,
            high = _computed.Ends.LengthOn(Side.High, row)?.Value ?? Fraction.Zero;
        return side == Side.Low ? low > high : high >= low;
    }

    private ChartSeries Bars(int part, Func<int, ChartNumber?> length) =>
        new(_division.Parts[part].Label, group => length(_chart.Row(group, part)))
        {
            Fill = _ink[part],
            FillAt = group => _ink.Row(group, part),
        };

    /// <summary>
    /// Over zero, where a neutral level has its middle: on a bar of no length, since a half has its own middle elsewhere.
    /// </summary>
    private ChartSeries LabelAtZero(int part) =>
        new($"label of {_division.Parts[part].Label}", group =>
            _computed.Ends.LengthOf(_chart.Row(group, part)) is null ? null : _computed.Ends.AtZero(group)
        )
        {
            Label = group => LabelOf(group, part),
            LabelFill = _ink[part],
            LabelIsOnFill = true,
        };

    private ChartLabel? Net(int group)
    {
        string name = FigureWords.Of("net");
        return _chart.Of(_computed.Ends.Net(group)) is { } net
            ? net with
            {
                Name = name,
                Text = $"{name}  {net.Text}",
            }
            : new ChartLabel($"{name}  {NumberText.Dash}", [], $"{name}  {NumberText.Dash}");
    }
}
