namespace OneWhole.Core.Drawing;

/// <summary>
/// What a mark is. Whoever paints, points at or reads out marks asks for this, never for the form that drew them. A mark with a row
/// stands for that row of the workings: its bar is pointed at and read out with the row's name, amount and share.
/// </summary>
public enum MarkRole
{
    /// <summary>A bar, a slice or a piece: what is pointed at, selected and read out ("Fog, 26,243, 35.0 %").</summary>
    Bar,

    /// <summary>What is printed in or beside a bar; hit with its bar.</summary>
    Label,

    /// <summary>A part's or a group's name; that of a group opens the group's looks.</summary>
    Name,

    /// <summary>A swatch or a text of the key; that of a part opens the part's looks.</summary>
    Key,

    /// <summary>A number along an axis, or its title; one with an edit says where the axis ends.</summary>
    Axis,

    /// <summary>A short line at an axis' number.</summary>
    Tick,

    /// <summary>A line across the plot at an axis' number.</summary>
    GridLine,

    /// <summary>The line that bars stand on.</summary>
    BaseLine,

    /// <summary>A number that stands for a whole, a group or a stage.</summary>
    Total,

    /// <summary>A bar behind others that stands for their group; read with the group.</summary>
    Group,

    /// <summary>Room that is not counted, where it is drawn.</summary>
    Spacer,

    /// <summary>A thin line from a name or a word to what it belongs to.</summary>
    Leader,

    /// <summary>A thin line from the end of one bar to the beginning of the next.</summary>
    Link,

    /// <summary>The running share, and the ground beneath it.</summary>
    Curve,

    /// <summary>A surface under a curve.</summary>
    Area,

    /// <summary>One point of the running share.</summary>
    Point,

    /// <summary>What a curve is compared with: equal parts.</summary>
    Reference,

    /// <summary>The bands of a second population.</summary>
    Outline,

    /// <summary>A cut's line.</summary>
    Cut,

    /// <summary>A cut's words, which are moved by hand and open its looks.</summary>
    CutWords,

    /// <summary>What is dragged on the page to change the study; no file has it.</summary>
    Handle,

    /// <summary>The title, which is typed over where it stands.</summary>
    Title,

    /// <summary>The text under the title.</summary>
    Caption,

    /// <summary>The proof at the figure's foot, and where the figure is from.</summary>
    TieOut,

    /// <summary>Pages of text and tables after a figure: a line of text, a cell, a line between rows, a frame.</summary>
    Line,

    /// <summary>A cell of a table on a sheet.</summary>
    Cell,

    /// <summary>A ruled line of a table on a sheet.</summary>
    Rule,

    /// <summary>The edge of one figure among several.</summary>
    Frame,
}
