namespace OneWhole.Core.Drawing;

/// <summary>Ways in which all labels and names of a figure give way together before any of them is left out.</summary>
/// <param name="Shrink">How much smaller their print is: 0 for their own size, 0.3 for seven tenths of it.</param>
/// <param name="ShrinkNames">Whether names have the smaller print, too: where they have no room in their own.</param>
/// <param name="FewerDecimals">By how many decimals amounts are coarser; shares never are.</param>
internal readonly record struct LabelRoom(double Shrink, bool ShrinkNames, int FewerDecimals)
{
    public double Scale => 1 - Shrink;

    /// <summary>Whether labels leave away what an axis says, too: the percent sign.</summary>
    public bool IsTerse => FewerDecimals > 0;

    public double NameScale => ShrinkNames ? Scale : 1;
}
