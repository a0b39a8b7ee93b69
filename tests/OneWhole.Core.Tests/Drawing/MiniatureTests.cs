using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>A figure in small covers what the large one covers, in the same colours, with few marks.</summary>
public sealed class MiniatureTests
{
    public static TheoryData<string> Kinds() => [.. FormList.Standard.Forms.Select(form => form.Kind)];

    private static Figure Draw(string kind, int parts)
    {
        Form form = FormList.Standard.Find(kind, "kind");
        int count = form.PartsWanted ?? parts,
            groups = form.GroupsWanted ?? 6;
        string[] parted = [.. Enumerable.Range(0, groups).SelectMany(_ => Enumerable.Range(0, count).Select(part => $"p{part} x"))],
            grouped = [.. Enumerable.Range(0, groups).SelectMany(group => Enumerable.Repeat($"g{group} x", count))];
        var table = new Table(
            "rows",
            [
                TableOf.Column("Part", parted),
                TableOf.Column("Group", grouped),
                TableOf.Column(
                    "Amount",
                    parted.Select((_, at) => (1 + at * 7 % 13).ToString(System.Globalization.CultureInfo.InvariantCulture))
                ),
            ]
        );
        WorkingsResult workings = Calculator.Run(
            table,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "groups": """
                    + $$"""{"column": "Group"}, "value": {"sum": "Amount"}, "form": {"kind": "{{kind}}"} }"""
            )
        );
        return FigureDrawer.Draw(workings, 112, 72, Formats.Text.TextMeasurer.Shared);
    }

    /// <summary>By colour, what the bars cover.</summary>
    private static Dictionary<string, double> Areas(Figure figure)
    {
        var areas = new Dictionary<string, double>();
        void Add(string? fill, double area) => areas[fill ?? ""] = areas.GetValueOrDefault(fill ?? "") + Math.Abs(area);
        foreach (Mark mark in figure.Marks.Where(mark => mark.Role == MarkRole.Bar))
        {
            switch (mark)
            {
                case RectMark rect:
                    Add(rect.Fill, rect.Width * rect.Height);
                    break;
                case PathMark { Fill: { } fill } path:
                    foreach (IReadOnlyList<double> run in path.Runs)
                    {
                        // The shoelace formula.
                        double twice = 0;
                        for (int at = 0; at < run.Count; at += 2)
                        {
                            int next = (at + 2) % run.Count;
                            twice += run[at] * run[next + 1] - run[next] * run[at + 1];
                        }
                        Add(fill, twice / 2);
                    }
                    break;
            }
        }
        return areas;
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_covers_the_same_in_the_same_colours(string kind)
    {
        Figure figure = Draw(kind, 8),
            small = Miniature.Of(figure);
        Dictionary<string, double> before = Areas(figure),
            after = Areas(small);
        Assert.Equal(before.Keys.Order(), after.Keys.Order());
        Assert.NotEmpty(before);
        // Its corners stand on tenths of pixels.
        Assert.All(before, area => Assert.Equal(area.Value, after[area.Key], 2 + area.Value * 0.02));
        Assert.Equal((figure.Width, figure.Height, figure.Title), (small.Width, small.Height, small.Title));
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Few_marks_are_left_of_very_many(string kind)
    {
        Figure small = Miniature.Of(Draw(kind, 30));
        Assert.InRange(small.Marks.Count, 1, 50);
        Assert.Equal(small.Marks.Count, small.Marks.Select(mark => mark.Id).Distinct().Count());
    }

    [Fact]
    public void What_lies_behind_stays_behind()
    {
        MarkRole[] roles = [.. Miniature.Of(Draw("nested", 4)).Marks.Select(mark => mark.Role)];
        Assert.True(Array.LastIndexOf(roles, MarkRole.Group) < Array.LastIndexOf(roles, MarkRole.Bar));
    }
}
