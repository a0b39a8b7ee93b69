using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Drawing;

/// <summary>
/// Lays small figures out on one scale. Names and the numbers of axes that are the same for all stand once, at the left or beneath; the
/// figures at the edge are larger by what those take, so that the fields of bars are of one size.
/// </summary>
internal sealed class PanelGrid
{
    /// <summary>How often sizes are tried until all fields are of one size: names wrap and thin as rooms change.</summary>
    private const int MostTries = 4;

    private readonly WorkingsSet _set;
    private readonly ITextMeasurer _measurer;
    private readonly Form _form;
    private readonly Domains _domains;
    private readonly Finish _finish;
    private readonly int _columns;
    private readonly Dictionary<string, double> _rooms = [];
    private double _unit = 1;

    /// <summary>How much of a figure lies outside its field, side by side.</summary>
    private readonly record struct Edges(double Left, double Top, double Right, double Bottom)
    {
        public static Edges Of(FigureBuilder laid) =>
            laid.Field is { } field ? new Edges(field.X, field.Y, laid.Width - field.Right, laid.Height - field.Bottom) : default;

        public Edges Or(Edges other) =>
            new(Math.Max(Left, other.Left), Math.Max(Top, other.Top), Math.Max(Right, other.Right), Math.Max(Bottom, other.Bottom));
    }

    /// <summary>Where something stands that could stand once for all.</summary>
    private enum Shared
    {
        /// <summary>In each figure.</summary>
        No,

        /// <summary>In the first of each line.</summary>
        AtLeft,

        /// <summary>In the last of each column.</summary>
        Beneath,
    }

    /// <param name="set">The workings of each.</param>
    /// <param name="columns">How many stand side by side.</param>
    /// <param name="isCompact">Whether they are too small for labels of their own: axes say instead how large bars are.</param>
    /// <param name="measurer">Measures text.</param>
    public PanelGrid(WorkingsSet set, int columns, bool isCompact, ITextMeasurer measurer)
    {
        Study study = set.Values[0].Workings.Division.Study;
        _finish = study.Finish;
        if (isCompact)
        {
            _finish = _finish with
            {
                Labels = LabelText.None,
                GroupLabel = LabelText.None,
                Key = false,
                Axes = _finish.Axes with { Values = ValueAxis.Shown, Titles = false },
            };
            set = set.WithFinish(_finish);
        }
        _set = set;
        _columns = columns;
        _measurer = measurer;
        _form = study.Form.Form;
        _domains = Common([.. set.Values.Where(each => !each.Workings.Division.IsEmpty).Select(each => _form.Domains(each.Workings))]);
    }

    private static Domains Common(IReadOnlyList<Domains> all)
    {
        if (all.Count == 0)
        {
            return new Domains(0, 1);
        }
        // A least value above 0 is a length of its own (the left side of a butterfly), not the lower end of an axis.
        return new Domains(
            all.Any(domains => domains.Least > 0) ? all.Max(domains => domains.Least) : all.Min(domains => domains.Least),
            all.Max(domains => domains.Most)
        )
        {
            ShareLeast = all.Min(domains => domains.ShareLeast),
            ShareMost = all.Max(domains => domains.ShareMost),
        };
    }

    /// <summary>One small figure, and where it stands.</summary>
    public readonly record struct Placed(double X, double Y, FigureBuilder Figure);

    /// <param name="width">The room for all of them.</param>
    /// <param name="height">Its height.</param>
    /// <param name="gap">The room between two.</param>
    /// <param name="head">What is kept free above each, for what it is called.</param>
    public IReadOnlyList<Placed> Lay(double width, double height, double gap, double head)
    {
        int count = _set.Values.Count,
            rows = (count + _columns - 1) / _columns;
        double evenWidth = (width - gap * (_columns - 1)) / _columns,
            evenHeight = Math.Max(8, (height - gap * (rows - 1)) / rows - head);
        _unit = FigureBuilder.UnitOf(evenWidth, evenHeight);
        FigureBuilder[] all = LayAll(_ => (evenWidth, evenHeight), _ => (true, true));
        (Shared names, Shared numbers) = WhatIsShared(all, evenWidth, evenHeight);
        if (names == Shared.No && numbers == Shared.No)
        {
            return Even();
        }
        (bool Names, bool Numbers) Flags(int at) => (Has(names, at), Has(numbers, at));
        FigureBuilder[] laid = LayAll(_ => (evenWidth, evenHeight), Flags);
        for (int tries = 0; ; tries++)
        {
            Edges[] edges = [.. laid.Select(Edges.Of)];
            double[] left = [.. Enumerable.Range(0, _columns).Select(column => InColumn(edges, column).Max(edge => edge.Left))];
            double[] right = [.. Enumerable.Range(0, _columns).Select(column => InColumn(edges, column).Max(edge => edge.Right))];
            double[] top = [.. Enumerable.Range(0, rows).Select(row => InRow(edges, row).Max(edge => edge.Top))];
            double[] bottom = [.. Enumerable.Range(0, rows).Select(row => InRow(edges, row).Max(edge => edge.Bottom))];
            double fieldWidth = (width - gap * (_columns - 1) - left.Sum() - right.Sum()) / _columns;
            double fieldHeight = (height - (gap * (rows - 1)) - (head * rows) - top.Sum() - bottom.Sum()) / rows;
            if (fieldWidth < 20 || fieldHeight < 12)
            {
                return Even();
            }
            if (
                tries == MostTries
                || laid.All(each =>
                    each.Field is not { } field
                    || (Math.Abs(field.Width - fieldWidth) < 0.01 && Math.Abs(field.Height - fieldHeight) < 0.01)
                )
            )
            {
                return
                [
                    .. laid.Select(
                        (each, at) =>
                            new Placed(
                                Start(left, right, fieldWidth + gap, at % _columns) - edges[at].Left,
                                Start(top, bottom, fieldHeight + head + gap, at / _columns) - edges[at].Top,
                                each
                            )
                    ),
                ];
            }
            laid = LayAll(at => (fieldWidth + edges[at].Left + edges[at].Right, fieldHeight + edges[at].Top + edges[at].Bottom), Flags);
        }

        // Each with names and numbers of its own, in rooms of one size.
        IReadOnlyList<Placed> Even() =>
            [.. all.Select((each, at) => new Placed(at % _columns * (evenWidth + gap), at / _columns * (evenHeight + head + gap), each))];
    }

    private IEnumerable<Edges> InColumn(Edges[] edges, int column) => edges.Where((_, at) => at % _columns == column);

    private IEnumerable<Edges> InRow(Edges[] edges, int row) => edges.Where((_, at) => at / _columns == row);

    /// <summary>Where the field of a column (or row) begins, after those before it with their edges.</summary>
    private static double Start(double[] before, double[] after, double step, int at) =>
        before.Take(at + 1).Sum() + after.Take(at).Sum() + step * at;

    private bool Has(Shared where, int at) =>
        where switch
        {
            Shared.AtLeft => at % _columns == 0,
            Shared.Beneath => at + _columns >= _set.Values.Count,
            _ => true,
        };

    /// <summary>
    /// All of them: laid out once to learn how much room text takes at most, and once in that room, so that bars have one scale.
    /// </summary>
    private FigureBuilder[] LayAll(Func<int, (double Width, double Height)> size, Func<int, (bool Names, bool Numbers)> flags)
    {
        _rooms.Clear();
        FigureBuilder[] laid = [];
        for (int pass = 0; pass < 2; pass++)
        {
            laid = [.. _set.Values.Select((each, at) => LayOne(each, size(at), flags(at)))];
        }
        return laid;
    }

    private FigureBuilder LayOne(Panel each, (double Width, double Height) size, (bool Names, bool Numbers) flags)
    {
        AxisFinish axes = _finish.Axes;
        Finish finish = _finish with { Axes = axes with { Names = axes.Names && flags.Names, Numbers = axes.Numbers && flags.Numbers } };
        var figure = new FigureBuilder(size.Width, size.Height, _measurer, finish, panelUnit: _unit) { Rooms = _rooms, Edge = $"{flags}" };
        figure.Plot = figure.IsMiniature
            ? new Box(0, 0, figure.Width, figure.Height)
            : new Box(0, 6 * figure.Unit, figure.Width, Math.Max(1, figure.Height - 6 * figure.Unit));
        if (!each.Workings.Division.IsEmpty)
        {
            _form.Layout(each.Workings, _domains, figure);
        }
        return figure;
    }

    /// <summary>
    /// What can stand once: numbers of the one scale, and names that stand at the same places in all of them; each beside the fields or
    /// beneath them.
    /// </summary>
    private (Shared Names, Shared Numbers) WhatIsShared(FigureBuilder[] all, double width, double height)
    {
        int first = Array.FindIndex(all, laid => laid is { Field: not null, IsMiniature: false });
        if (first < 0 || all.Length < 2)
        {
            return (Shared.No, Shared.No);
        }
        Edges with = Edges.Of(all[first]);
        Shared Side(bool names, bool numbers)
        {
            _rooms.Clear();
            Edges without = Edges.Of(LayOne(_set.Values[first], (width, height), (names, numbers)));
            bool left = with.Left - without.Left > 0.5,
                right = with.Right - without.Right > 0.5,
                beneath = with.Bottom - without.Bottom > 0.5;
            return left && !right && !beneath ? Shared.AtLeft
                : beneath && !left && !right ? Shared.Beneath
                : Shared.No;
        }
        return (HaveOneSetOfNames(all) ? Side(false, true) : Shared.No, Side(true, false));
    }

    private static bool HaveOneSetOfNames(FigureBuilder[] all)
    {
        List<(string, double, double)>? known = null;
        foreach (FigureBuilder laid in all)
        {
            if (laid.Field is not { } field)
            {
                return false;
            }
            List<(string, double, double)> own =
            [
                .. laid
                    .Marks.OfType<TextMark>()
                    .Where(mark => mark.Role == MarkRole.Name)
                    .Select(mark => (mark.Full ?? mark.Text, Math.Round(mark.X - field.X), Math.Round(mark.Y - field.Y))),
            ];
            known ??= own;
            if (!known.SequenceEqual(own))
            {
                return false;
            }
        }
        return true;
    }
}
