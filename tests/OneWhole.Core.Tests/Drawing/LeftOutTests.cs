using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>Whatever has no room is said with the right count; names give way from the small end.</summary>
[Trait("Speed", "Slow")]
public sealed class LeftOutTests
{
    private static readonly (int Width, int Height)[] Sizes = [(480, 320), (700, 460), (960, 600), (1024, 700), (1600, 900)];

    private static WorkingsResult Run(string form, string state, bool grouped, string finish = "") =>
        Calculator.Run(
            grouped ? FigureLayoutTests.Pairs(state) : FigureLayoutTests.Parts(state),
            StudyFormat.Standard.Read(
                grouped
                    ? $$"""{"format": "onewhole.study/1", "parts": {"column": "Type"}, "groups": """
                        + $$"""{"column": "Route"}, "value": {"sum": "Revenue"}, "form": {{form}}, "finish": { {{finish}} } }"""
                    : $$"""{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": """
                        + $$"""{"sum": "Minutes"}, "form": {{form}}, "finish": { {{finish}} } }"""
            )
        );

    [Theory]
    [InlineData("""{"kind": "pareto"}""")]
    [InlineData("""{"kind": "sharebars"}""")]
    public void Of_very_many_parts_those_without_a_name_are_counted_too(string form)
    {
        const int parts = 12_000;
        var cause = new ColumnBuilder(NumberReading.Point, guessNumbers: false);
        var minutes = new ColumnBuilder(NumberReading.Point, guessNumbers: true);
        for (int part = 0; part < parts; part++)
        {
            cause.Add($"cause {part}");
            minutes.Add($"{part * 7 % 1000 + 1}");
        }
        var table = new Table("many", [cause.Build("Cause"), minutes.Build("Minutes")]);
        WorkingsResult workings = Calculator.Run(
            table,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {{form}} }"""
            )
        );
        Figure figure = FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared);
        int named = figure
            .Marks.OfType<TextMark>()
            .Where(mark => mark is { Role: MarkRole.Name, Part: not null } && mark.Text.StartsWith("cause ", StringComparison.Ordinal))
            .Select(mark => mark.Part)
            .Distinct()
            .Count();
        Assert.NotNull(figure.LeftOut);
        Assert.Equal((parts - named, parts), (figure.LeftOut.Names, figure.LeftOut.AllNames));
    }

    public static TheoryData<string, string, bool> Cases()
    {
        var data = new TheoryData<string, string, bool>();
        foreach (object?[] known in FigureLayoutTests.Cases().Cast<object?[]>())
        {
            data.Add((string)known[0]!, (string)known[1]!, false);
        }
        foreach (object?[] known in FigureLayoutTests.GroupedCases().Cast<object?[]>())
        {
            data.Add((string)known[0]!, (string)known[1]!, true);
        }
        return data;
    }

    [Theory]
    [MemberData(nameof(Cases))]
    public void Every_part_and_group_is_named_or_counted_as_left_out(string form, string state, bool grouped)
    {
        WorkingsResult workings = Run(form, state, grouped);
        Form kind = workings.Division.Study.Form.Form;
        if (kind.RefusesToDraw(workings))
        {
            return;
        }
        foreach ((int width, int height) in Sizes)
        {
            Figure figure = FigureDrawer.Draw(workings, width, height, TextMeasurer.Shared);
            TextMark[] texts =
            [
                .. figure
                    .Marks.OfType<TextMark>()
                    .Where(mark => mark.Role is not (MarkRole.Title or MarkRole.Caption or MarkRole.TieOut or MarkRole.Axis)),
            ];
            int missing = Unnamed(workings, kind, texts),
                said = figure.LeftOut?.Names ?? 0;
            Assert.True(missing == said, $"{form} {state} {width}×{height}: {missing} are not named, {said} are said to be");
            string foot = string.Concat(
                figure.Marks.OfType<TextMark>().Where(mark => mark.Id == "tie-out-source").Select(mark => mark.Full ?? mark.Text)
            );
            if (figure.LeftOut is { } left)
            {
                Assert.StartsWith(left.Words, foot, StringComparison.Ordinal);
            }
            else
            {
                Assert.DoesNotContain("no room", foot, StringComparison.Ordinal);
            }
        }
    }

    /// <summary>Counted from the texts alone: a wrapped name stands on several lines, a shortened one keeps its whole.</summary>
    private static int Unnamed(WorkingsResult workings, Form form, TextMark[] texts)
    {
        Division division = workings.Division;
        string all =
            string.Join('\n', texts.Select(text => text.Full ?? text.Text))
            + "\n"
            + string.Join(
                '\n',
                texts
                    .GroupBy(text => (text.Part, text.Group, text.Row, text.Turn))
                    .Select(group => string.Join(' ', group.Select(text => text.Text)))
            );
        bool Says(string name) =>
            System.Text.RegularExpressions.Regex.IsMatch(
                all,
                $@"(^|\s){System.Text.RegularExpressions.Regex.Escape(name)}($|\s|:)",
                System.Text.RegularExpressions.RegexOptions.Multiline
            );
        int missing = 0;
        if (form.NamesParts(division.Study) && !workings.RowsAreGroups)
        {
            missing += Enumerable
                .Range(0, division.PartCount)
                .Count(part =>
                    (
                        !division.HasGroups
                        || Enumerable
                            .Range(0, division.GroupCount)
                            .Any(group => division.Has(group, part) && !division.Amount(group, part).IsZero)
                    ) && !Says(division.Parts[part].NameInFigure)
                );
        }
        return missing + (division.HasGroups ? division.Groups!.Count(group => !Says(group.Label)) : 0);
    }

    [Theory]
    [InlineData("""{"kind": "pareto"}""")]
    [InlineData("""{"kind": "sharebars"}""")]
    [InlineData("""{"kind": "sharebars", "lay": "upright"}""")]
    public void Names_give_way_from_the_small_end_and_the_run_is_counted(string form)
    {
        foreach (string state in (string[])["sixty", "three thousand"])
        {
            WorkingsResult workings = Run(form, state, false);
            Figure figure = FigureDrawer.Draw(workings, 480, 320, TextMeasurer.Shared);
            HashSet<string> named =
            [
                .. figure.Marks.OfType<TextMark>().Where(mark => mark.Role == MarkRole.Name).Select(mark => mark.Part!),
            ];
            Assert.True(named.Count is >= 3 and < 60, $"{named.Count} are named");
            Assert.Equal(
                workings.Division.Parts.Take(named.Count).Select(part => part.Key).Order(StringComparer.Ordinal),
                named.Order(StringComparer.Ordinal)
            );
            Assert.Contains(figure.Marks.OfType<TextMark>(), mark =>
                (mark.Full ?? mark.Text) == $"… {Core.Numbers.NumberText.Count(workings.RowCount - named.Count)} more"
            );
        }
    }

    [Fact]
    public void All_labels_shrink_together_before_one_is_left_out()
    {
        WorkingsResult workings = Run("""{"kind": "lanes"}""", "40 by 2", true);
        double[] sizes =
        [
            .. FigureDrawer
                .Draw(workings, 960, 600, TextMeasurer.Shared)
                .Marks.OfType<TextMark>()
                .Where(mark => mark.Role == MarkRole.Label)
                .Select(mark => mark.Size)
                .Distinct(),
        ];
        double usual = FigureDrawer
            .Draw(Run("""{"kind": "lanes"}""", "demo", true), 960, 600, TextMeasurer.Shared)
            .Marks.OfType<TextMark>()
            .First(mark => mark.Role == MarkRole.Label)
            .Size;
        Assert.True(Assert.Single(sizes) < usual);
        Assert.True(sizes[0] >= 9);
    }

    [Fact]
    public void What_has_no_room_comes_with_the_change_that_helps()
    {
        WorkingsResult workings = Run("""{"kind": "pareto"}""", "sixty", false);
        Figure figure = FigureDrawer.Draw(workings, 700, 460, TextMeasurer.Shared);
        Core.Recognition.Remark remark = NoRoom.Of(workings, figure, TextMeasurer.Shared)!;
        Assert.StartsWith(figure.LeftOut!.Words, remark.Text, StringComparison.Ordinal);
        Assert.Equal("fold past the 12th", remark.Remedy!.Text);
        WorkingsResult mended = Calculator.Run(workings.Division.Table, remark.Remedy.Apply(workings.Division.Study));
        Assert.Null(FigureDrawer.Draw(mended, 700, 460, TextMeasurer.Shared).LeftOut);
        Assert.Null(NoRoom.Of(mended, FigureDrawer.Draw(mended, 700, 460, TextMeasurer.Shared), TextMeasurer.Shared));
    }

    [Fact]
    public void A_cut_without_room_for_its_words_is_counted()
    {
        Table table = TableOf.Columns("Cause: Fog", "Minutes: 12");
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pareto"}}"""
        );
        Figure figure = FigureDrawer.Draw(Calculator.Run(table, study), 960, 600, TextMeasurer.Shared);
        Assert.DoesNotContain(figure.Marks, mark => mark.Role == MarkRole.CutWords);
        Assert.Equal("the words of 1 of 1 cut have no room", figure.LeftOut!.Words);
        Assert.EndsWith(
            ", 1 row",
            figure.Marks.OfType<TextMark>().Single(mark => mark.Id == "tie-out-source").Text,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(480, 320)]
    [InlineData(560, 320)]
    [InlineData(960, 600)]
    public void A_funnel_counts_each_number_that_has_no_room(int width, int height)
    {
        (string By, string Stage, int Bookings)[] rows =
        [
            .. ((string[])["Web", "Phone", "Counter", "Post"]).SelectMany(
                (by, g) =>
                    ((string[])["Searches", "Quotes", "Holds", "Payments"]).Select(
                        (stage, s) => (by, stage, 1_842_000 / (g + 1) / (s * s + 1))
                    )
            ),
        ];
        Table table = TableOf.Columns(
            "By: " + string.Join('|', rows.Select(row => row.By)),
            "Stage: " + string.Join('|', rows.Select(row => row.Stage)),
            "Bookings: " + string.Join('|', rows.Select(row => row.Bookings))
        );
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Stage"}, "groups": {"column": "By"}, "value": """
                + """{"sum": "Bookings"}, "form": {"kind": "funnel"}}"""
        );
        WorkingsResult workings = Calculator.Run(table, study);
        Figure figure = FigureDrawer.Draw(workings, width, height, TextMeasurer.Shared);
        int Missing(string kind) =>
            workings.RowCount - figure.Marks.OfType<TextMark>().Count(mark => mark.Id.StartsWith(kind, StringComparison.Ordinal));
        bool between = figure.Marks.Any(mark => mark.Id.StartsWith("step-", StringComparison.Ordinal));
        int missing = Missing("label-") + Missing("rate-") + (between ? Missing("step-") - workings.Division.GroupCount : 0);
        Assert.Equal(missing, figure.LeftOut?.Labels ?? 0);
    }

    [Fact]
    public void A_share_under_a_narrow_column_stands_whole_or_not_at_all()
    {
        WorkingsResult workings = Run("""{"kind": "mekko"}""", "long names", true);
        foreach ((int width, int height) in Sizes)
        {
            TextMark[] names =
            [
                .. FigureDrawer
                    .Draw(workings, width, height, TextMeasurer.Shared)
                    .Marks.OfType<TextMark>()
                    .Where(mark => mark.Role == MarkRole.Name && mark.Turn != 0),
            ];
            Assert.All(names, name =>
                Assert.Matches(name.Text.Contains("  ", StringComparison.Ordinal) ? "  [0-9.]+ %$" : "^[^%]*$", name.Text)
            );
        }
    }
}
