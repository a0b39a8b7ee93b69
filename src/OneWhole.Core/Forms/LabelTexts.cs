using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>What labels say of a row: its amount and its share, in the decimals and units that the finish asks for.</summary>
internal sealed class LabelTexts
{
    private readonly WorkingsResult _workings;
    private readonly Finish _finish;
    private readonly LabelNumbers _numbers;

    private readonly FigureBuilder _figure;

    public LabelTexts(WorkingsResult workings, FigureBuilder figure)
    {
        _figure = figure;
        _workings = workings;
        _finish = workings.Division.Study.Finish;
        _numbers = new LabelNumbers(workings, figure.Room.FewerDecimals);
        if (_numbers.AmountDecimals > 0)
        {
            figure.MaySayLess();
        }
    }

    /// <inheritdoc cref="LabelNumbers.Share"/>
    public string Share(int row) => _numbers.Share(row);

    public string Amount(int row) => _numbers.Amount(row);

    public string Amount(ExactInt units) => _numbers.Amount(units);

    /// <summary>What stands with a group's name: its share of everything, its amount, or both.</summary>
    /// <param name="group">The group.</param>
    /// <param name="otherwise">What the form would have.</param>
    public string OfGroup(int group, LabelText otherwise)
    {
        Division division = _workings.Division;
        LabelText what = _finish.GroupLabel == LabelText.Auto ? otherwise : _finish.GroupLabel;
        string share = division.Total.IsZero ? "" : ShareText.Of(division, division.GroupTotal(group), division.Total);
        return what switch
        {
            LabelText.Share => share,
            LabelText.Amount => Amount(division.GroupTotal(group)),
            LabelText.Both => $"{Amount(division.GroupTotal(group))}, {share}",
            _ => "",
        };
    }

    /// <summary>A group's name with what the finish wants beside it, on one line.</summary>
    public string NameOf(int group) =>
        OfGroup(group, LabelText.None) is { Length: > 0 } more
            ? $"{_workings.Division.Groups![group].Label}  {more}"
            : _workings.Division.Groups![group].Label;

    /// <summary>How broad the broadest of the groups' names is.</summary>
    public double WidestName(Font font) =>
        Enumerable.Range(0, _workings.Division.GroupCount).Max(group => _figure.TextWidth(NameOf(group), font));

    /// <summary>Whether each part occurs in one group only: its name then stands in its bar, and there is no key.</summary>
    public static bool NamesInside(Division division) =>
        division is { HasGroups: true, PartCount: > 1, GroupCount: > 1 }
        && Enumerable
            .Range(0, division.PartCount)
            .All(part => Enumerable.Range(0, division.GroupCount).Count(group => division.Has(group, part)) == 1);

    /// <summary>Whether the labels in the bars are the parts' names, so that no key has to say them.</summary>
    public static bool PrintsNamesInside(Division division) => NamesInside(division) && What(division, LabelText.Share) == LabelText.Name;

    /// <summary>What labels say: the form's own choice where the finish leaves it to the form.</summary>
    public static LabelText What(Division division, LabelText otherwise) =>
        division.Study.Finish.Labels is not LabelText.Auto and var wanted ? wanted
        : division.Study.Finish.LabelPlace == LabelPlace.Apart ? LabelText.Both
        : otherwise == LabelText.Share && NamesInside(division) ? LabelText.Name
        : otherwise;

    /// <summary>The lines of a label.</summary>
    public IReadOnlyList<LabelLine> Lines(int row, LabelText otherwise) =>
        What(_workings.Division, otherwise) switch
        {
            LabelText.Both when _workings.Division.AmountsAreShares => [new(Share(row), _figure.Shares)],
            LabelText.Name =>
            [
                new(_workings.Division.Parts[_workings.Division.PartOf(row)].NameInFigure, _figure.Names) { IsName = true },
                new(Share(row), _figure.Shares),
            ],
            LabelText.Share => [new(Share(row), _figure.Shares)],
            LabelText.Amount => [new(Amount(row), _figure.Amounts)],
            LabelText.Both => [new(Amount(row), _figure.Amounts), new(Share(row), _figure.Shares)],
            _ => [],
        };
}
