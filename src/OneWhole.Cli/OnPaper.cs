using System.CommandLine;
using System.Globalization;
using OneWhole.Formats.Handing;

namespace OneWhole.Cli;

/// <summary>The sheet of a PDF, by --paper and --margin.</summary>
/// <param name="usualMargin">In millimetres, where none is given.</param>
internal sealed class OnPaper(double usualMargin)
{
    private static readonly string[] Known = [.. Paper.All.Select(known => known.Kind)];

    private readonly Option<string> _paper = Options.Paper(Known);
    private readonly Option<string> _margin = Options.Margin;

    public IEnumerable<Option> All => [_paper, _margin];

    /// <summary>The sheet that was asked for; null where none was.</summary>
    /// <exception cref="WrongUse">There is no such sheet.</exception>
    public Paper? Sheet(Given given) => given.OneOf(_paper, Known) is { } kind ? Paper.Find(kind) : null;

    /// <summary>In millimetres, from 0 to 100.</summary>
    /// <exception cref="WrongUse">It is no such number.</exception>
    public double Margin(Given given)
    {
        if (given.Optional(_margin) is not { } text)
        {
            return usualMargin;
        }
        return double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out double margin) && margin is >= 0 and <= 100
            ? margin
            : throw new WrongUse($"{_margin.Name} must be a number of millimetres from 0 to 100.");
    }
}
