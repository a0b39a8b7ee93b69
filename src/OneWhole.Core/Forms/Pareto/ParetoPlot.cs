using OneWhole.Core.Drawing;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>What bars, curve and cuts of a Pareto share: the parts in their slots, and the scales of amounts and of shares.</summary>
internal sealed class ParetoPlot
{
    /// <summary>More bars than these are drawn as one area.</summary>
    public const int MostSeparateBars = 400;

    private readonly PartInk _ink;

    public ParetoPlot(WorkingsResult workings, ParetoMembers members, Domains domains, FigureBuilder figure)
    {
        Workings = workings;
        Division = workings.Division;
        Members = members;
        Readings = (ParetoReadings)workings.Computed;
        Domains = domains;
        Figure = figure;
        Parts = Readings.Count;
        Listed = Readings.Running.Listed;
        Rows = DrawnParts.Of(Division).Length;
        AlongPosition = members.Along == ParetoAlong.Position;
        _ink = new PartInk(Division, row => ParetoLayout.InkOf(workings, row));
    }

    public WorkingsResult Workings { get; }

    public Division Division { get; }

    public ParetoMembers Members { get; }

    public ParetoReadings Readings { get; }

    public Domains Domains { get; }

    public FigureBuilder Figure { get; }

    /// <summary>Rows that have a slot: the folded one where it is drawn.</summary>
    public int Rows { get; }

    /// <summary>Parts that are listed by themselves.</summary>
    public int Listed { get; }

    /// <summary>All parts, folded ones counted: what the curve runs through.</summary>
    public int Parts { get; }

    /// <summary>Whether the x axis is the share of the parts.</summary>
    public bool AlongPosition { get; }

    /// <summary>The plot in pixels.</summary>
    public Box Box { get; private set; }

    public PixelScale Amounts { get; private set; }

    /// <summary>Where bars grow.</summary>
    public BarField Field => new(Box, true, Domains.Least, Domains.Most);

    public PixelScale Shares { get; private set; }

    /// <summary>The colour of a row's bar.</summary>
    public string InkOf(int row) => _ink.Row(row);

    /// <summary>Places the plot, and with it both scales.</summary>
    public void Place(Box plot)
    {
        Box = plot;
        Amounts = new PixelScale(Domains.Least, Domains.Most, plot.Bottom, plot.Y);
        if (Members.Axes == ParetoAxes.Aligned && Domains.Most > 0)
        {
            Shares = new PixelScale(Domains.ShareLeast, Domains.ShareMost, plot.Bottom, plot.Y);
        }
        else
        {
            // Both axes keep their zero on one level.
            double zero = Amounts.At(0);
            double perShare = (zero - plot.Y) / Math.Max(1e-9, Domains.ShareMost);
            Shares = new PixelScale(0, 1, zero, zero - perShare);
        }
    }

    /// <summary>The room of one bar; along position it is that of one part.</summary>
    public double Band => Box.Width / Math.Max(1, AlongPosition ? Parts : Rows);

    /// <summary>The room between two bars.</summary>
    public double BarGap =>
        AlongPosition ? Math.Min(1, Band * 0.1)
        : Figure.Gap is not null ? Band - Figure.BarThickness(Band, 1)
        : Band >= 8 ? Math.Min(Band * 0.22, 22 * Figure.Unit)
        : Band * 0.12;

    /// <summary>A row's bar, from the zero of amounts to its own, which may be past the plot.</summary>
    public Box BarOf(int row) => BarTo(row, Amounts.At(Value(row)));

    /// <summary>A row's bar, no further than the plot.</summary>
    public Box BarWithin(int row) => BarTo(row, TopWithin(row));

    /// <summary>The level of a row's amount, no further than the plot.</summary>
    public double TopWithin(int row) => Math.Clamp(Amounts.At(Value(row)), Box.Y - 1, Box.Bottom + 1);

    private Box BarTo(int row, double top)
    {
        double zero = Amounts.At(0);
        return new Box(SlotX(row) + BarGap / 2, Math.Min(top, zero), Band - BarGap, Math.Abs(zero - top));
    }

    /// <summary>Where so many parts end. The folded ones share one slot, and have none where they are not drawn.</summary>
    public double X(double parts) =>
        Box.X
        + Band
            * (
                AlongPosition || parts <= Listed ? parts
                : Rows > Listed ? Listed + (parts - Listed) / (Parts - Listed)
                : Listed
            );

    /// <summary>Where the slot of a row begins.</summary>
    public double SlotX(double row) => Box.X + row * Band;

    public bool IsFolded(int row) => row >= Listed;

    /// <summary>Along position the folded parts are a stretch of the curve, and no bar.</summary>
    public int Bars => AlongPosition ? Math.Min(Rows, Listed) : Rows;

    public double Value(int row) => Division.Value(Division.Amount(row)).ToDouble();
}
