using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Forms;

/// <summary>A group's share of everything can stand with its name, in each form that draws groups by their names.</summary>
public sealed class GroupLabelTests
{
    private static readonly Table Table = TableOf.Columns("Part: a | b | a | b", "Group: x | x | y | y", "Amount: 30 | 20 | 40 | 10");

    public static TheoryData<string> Kinds() =>
        [.. FormList.Standard.Forms.Where(form => form.Groups != GroupUse.None && form.GroupsWanted is null).Select(form => form.Kind)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_stands_with_the_name(string kind)
    {
        Figure Draw(string label) =>
            FigureDrawer.Draw(
                Calculator.Run(
                    Table,
                    StudyFormat.Standard.Read(
                        $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "groups": """
                            + $$"""{"column": "Group"}, "value": {"sum": "Amount"}, "finish": """
                            + $$"""{"groupLabel": "{{label}}"}, "form": {"kind": "{{kind}}"} }"""
                    )
                ),
                1280,
                800,
                TextMeasurer.Shared
            );
        string share = kind == FunnelKind ? "42.9 %" : "50.0 %";
        bool Says(Figure figure) =>
            figure.Marks.OfType<TextMark>().Any(mark => mark.Role == MarkRole.Name && mark.Text.Contains(share, StringComparison.Ordinal));
        Assert.True(Says(Draw("share")), $"{kind} does not say it");
        Assert.False(Says(Draw("none")), $"{kind} says it all the same");
    }

    /// <summary>Where the whole is the first stage, a group's is 30 of 70.</summary>
    private static string FunnelKind { get; } = FormList.Standard.Forms.Single(form => form.WholeIsFirstPart).Kind;
}
