namespace OneWhole.Formats.Handing;

/// <summary>How large the blocks of a page are.</summary>
public static class BriefingLayout
{
    /// <summary>The page's width in pixels, and the room between its columns.</summary>
    public const double Width = 1240;

    public const double Gap = 24;

    /// <summary>A block's width.</summary>
    /// <param name="span">The columns that it takes.</param>
    /// <param name="columns">The columns of the page.</param>
    /// <param name="width">The page's.</param>
    public static double WidthOf(int span, int columns, double width = Width) =>
        ((width - Gap * (columns - 1)) / columns) * span + Gap * (span - 1);

    /// <summary>The narrowest column in which a figure can be read, in pixels.</summary>
    private const double LeastColumn = 320;

    /// <summary>How many of a page's columns stand side by side where the page has some width: each can be read.</summary>
    public static int ColumnsIn(double width, int columns) => Math.Clamp((int)((width + Gap) / (LeastColumn + Gap)), 1, columns);

    /// <summary>A figure's size: wider than high, and no higher than is seen at once.</summary>
    /// <param name="block">The block that it stands in.</param>
    /// <param name="columns">The columns of the page.</param>
    /// <param name="page">The page's width.</param>
    public static (double Width, double Height) SizeOf(HandedBlock block, int columns, double page = Width)
    {
        double width = WidthOf(Math.Min(block.Span, columns), columns, page);
        return (width, Math.Round(Math.Clamp(width * 0.64, 300, 560)));
    }
}
