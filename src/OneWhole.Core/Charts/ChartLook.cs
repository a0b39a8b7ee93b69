using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Charts;

/// <summary>
/// What the finish asks of a chart's looks, whatever its form: what stands around the bars, the key's place, the labels' ink and turn,
/// sizes of print.
/// </summary>
/// <param name="Finish">The study's finish.</param>
public sealed record ChartLook(Finish Finish)
{
    /// <summary>As a study without a finish has it.</summary>
    public static ChartLook Plain { get; } = new(new Finish());

    /// <summary>What is written beside an axis of amounts and one of shares; null for nothing.</summary>
    public (string Amounts, string Shares)? AxisTitles { get; init; }

    /// <summary>The looks that a study's finish gives its chart.</summary>
    public static ChartLook Of(WorkingsResult workings) =>
        new(workings.Division.Study.Finish)
        {
            AxisTitles =
                workings.Division.Study.Finish.Axes.Titles && workings.Division.Study.Form.Form.HasValueAxis(workings)
                    ? Statements.AxisTitles.Of(workings.Division)
                    : null,
        };

    /// <summary>The print of names, in hundredths of a point.</summary>
    public int NameSize(int usual) => Sized(usual, Finish.Print.Names);

    /// <summary>The print of a label that says these numbers: where amount and share stand on one line, the share's.</summary>
    /// <param name="usual">The size of normal print, in hundredths of a point.</param>
    /// <param name="numbers">What the label says.</param>
    public (int Size, bool Strong) LabelPrint(int usual, IReadOnlyList<ChartNumber> numbers) =>
        numbers.Count > 0 && numbers[^1].Unit == ColumnUnit.Amount
            ? (Sized(usual, Finish.Print.Amounts), Finish.Print.StrongAmounts)
            : (Sized(usual, Finish.Print.Shares), Finish.Print.StrongShares);

    /// <summary>The title's size in points.</summary>
    public int TitleSize(int usual) => Sized(usual, Finish.Print.Title);

    /// <summary>The colour of a label on a fill, or beside it.</summary>
    /// <param name="fill">The fill of the bar that it belongs to; null where there is none.</param>
    /// <param name="isOn">Whether it stands on that fill.</param>
    public string LabelInk(string? fill, bool isOn) =>
        Finish.LabelInk switch
        {
            Studies.LabelInk.Chosen => Finish.LabelColour,
            Studies.LabelInk.Part when fill is not null && !isOn => fill,
            _ => isOn && fill is not null ? Contrast.TextOn(fill) : Ink.Text,
        };

    private static int Sized(int usual, PrintSize size) => (int)Math.Round(usual * PrintFinish.Step(size));
}
