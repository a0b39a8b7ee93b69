namespace OneWhole.Core.Drawing;

/// <summary>What labels must keep clear of: other labels' boxes, and lines.</summary>
public sealed class Obstacles
{
    /// <summary>The height of the strips in which boxes are looked up: about a line of print.</summary>
    private const double Strip = 24;

    private readonly Dictionary<int, List<Box>> _strips = [];
    private readonly List<(double Ax, double Ay, double Bx, double By)> _lines = [];

    /// <summary>Adds a box.</summary>
    public void Add(Box box)
    {
        for (int strip = StripOf(box.Y); strip <= StripOf(box.Bottom); strip++)
        {
            if (!_strips.TryGetValue(strip, out List<Box>? boxes))
            {
                _strips[strip] = boxes = [];
            }
            boxes.Add(box);
        }
    }

    /// <summary>Adds a straight line between two points.</summary>
    public void AddLine(double ax, double ay, double bx, double by) => _lines.Add((ax, ay, bx, by));

    /// <summary>Adds a line through points: across and down by turns, in pixels.</summary>
    public void AddRun(IReadOnlyList<double> run)
    {
        for (int i = 0; i + 3 < run.Count; i += 2)
        {
            AddLine(run[i], run[i + 1], run[i + 2], run[i + 3]);
        }
    }

    /// <summary>Whether a box keeps off everything by a gap, in pixels.</summary>
    public bool IsFree(Box box, double gap = 2)
    {
        for (int strip = StripOf(box.Y - gap); strip <= StripOf(box.Bottom + gap); strip++)
        {
            foreach (Box other in _strips.GetValueOrDefault(strip) ?? [])
            {
                if (box.Overlaps(other, gap))
                {
                    return false;
                }
            }
        }
        Box wide = new(box.X - gap, box.Y - gap, box.Width + 2 * gap, box.Height + 2 * gap);
        foreach ((double ax, double ay, double bx, double by) in _lines)
        {
            if (wide.Crosses(ax, ay, bx, by))
            {
                return false;
            }
        }
        return true;
    }

    private static int StripOf(double y) => (int)Math.Floor(y / Strip);
}
