using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>Looks: each member of the finish changes what it says, and no number of the workings.</summary>
public sealed class FinishTests
{
    private static readonly Table Revenue = TableOf.Columns(
        "Route: Hallin|Hallin|Hallin|Oskery|Oskery|Oskery",
        "Type: Adult|Child|Car|Adult|Child|Car",
        "Money: 600|100|300|200|500|50"
    );

    private static readonly IReadOnlyList<string> Forms = EveryShape.Members(form => form.PartsWanted is null && form.GroupsWanted is null);

    public static TheoryData<string> AllForms => [.. Forms];

    private static WorkingsResult Workings(string form, string finish) =>
        Calculator.Run(
            Revenue,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Type"}, "groups": """
                    + $$"""{"column": "Route"}, "value": {"sum": "Money"}, "form": {{form}}, "finish": { {{finish}} } }"""
            )
        );

    private static Figure Draw(string form, string finish) => FigureDrawer.Draw(Workings(form, finish), 960, 600, TextMeasurer.Shared);

    private static RectMark[] Bars(Figure figure) => [.. figure.Marks.OfType<RectMark>().Where(mark => mark.Role == MarkRole.Bar)];

    private static string? FillOf(Mark mark) => (mark as RectMark)?.Fill ?? (mark as PathMark)?.Fill;

    private static TextMark[] Texts(Figure figure, MarkRole role) => [.. figure.Marks.OfType<TextMark>().Where(mark => mark.Role == role)];

    [Theory]
    [MemberData(nameof(AllForms))]
    public void What_is_hidden_is_not_drawn_and_leaves_no_room(string form)
    {
        Figure all = Draw(form, ""),
            none = Draw(form, """ "key": false, "axes": {"line": false, "numbers": false, "names": false, "grid": false} """);
        Assert.DoesNotContain(none.Marks, mark =>
            mark.Role is MarkRole.BaseLine or MarkRole.Axis or MarkRole.Name or MarkRole.GridLine or MarkRole.Key
        );
        static double Area(Figure figure) =>
            figure
                .Marks.Where(mark => mark.Role == MarkRole.Bar)
                .Max(mark => mark is RectMark bar ? bar.X + bar.Width : ((PathMark)mark).Runs[0].Where((_, at) => at % 2 == 0).Max())
            - figure
                .Marks.Where(mark => mark.Role == MarkRole.Bar)
                .Min(mark => mark is RectMark bar ? bar.X : ((PathMark)mark).Runs[0].Where((_, at) => at % 2 == 0).Min());
        Assert.True(Area(none) >= Area(all) - 0.5, $"{Area(none)} across, {Area(all)} before");
    }

    [Theory]
    [InlineData("""{"kind": "stacked"}""")]
    [InlineData("""{"kind": "sharebars", "lay": "upright"}""")]
    [InlineData("""{"kind": "pareto"}""")]
    public void Bars_touch_without_room_between_them_and_stand_a_bar_apart_with_as_much(string form)
    {
        (double Width, double Step) Of(string gap)
        {
            RectMark[] bars = [.. Bars(Draw(form, $""" "gap": {gap} """)).DistinctBy(bar => bar.X).OrderBy(bar => bar.X)];
            return (bars[0].Width, bars[1].X - bars[0].X);
        }
        (double width, double step) = Of("0");
        Assert.Equal(width, step, 1);
        (width, step) = Of("1");
        Assert.Equal(2 * width, step, 1);
    }

    [Theory]
    [InlineData("")]
    [InlineData(""" "gap": 0 """)]
    [InlineData(""" "gap": 1, "groupGap": 0 """)]
    [InlineData(""" "groupGap": 1 """)]
    public void Groups_are_further_apart_than_the_bars_within_one(string finish)
    {
        RectMark[] bars = [.. Bars(Draw("""{"kind": "stacked", "arrange": "beside"}""", finish)).OrderBy(bar => bar.X)];
        double[] gaps = [.. bars.Zip(bars.Skip(1), (bar, next) => next.X - bar.X - bar.Width)];
        Assert.Equal(5, gaps.Length);
        Assert.All(new[] { gaps[0], gaps[1], gaps[3], gaps[4] }, gap => Assert.True(gap < gaps[2] - 1, string.Join(' ', gaps)));
    }

    [Theory]
    [MemberData(nameof(AllForms))]
    public void A_rule_greys_what_does_not_stand_out_and_is_said_in_the_key(string form)
    {
        Figure figure = Draw(form, """ "emphasisRule": "largest" """);
        WorkingsResult workings = Workings(form, "");
        Division division = workings.Division;
        foreach (Mark bar in figure.Marks.Where(mark => mark.Role == MarkRole.Bar))
        {
            int row = bar.Row,
                first = row - division.PartOf(row);
            bool largest = Enumerable.Range(first, division.PartCount).All(other => division.Amount(other) <= division.Amount(row));
            Assert.Equal(largest, FillOf(bar) != Ink.ClassC);
        }
        Assert.Contains(Texts(figure, MarkRole.Key), text =>
            text.Text == (division.HasGroups ? "in colour: the largest of each route" : "in colour: the largest type")
        );
    }

    [Fact]
    public void Shares_at_or_above_a_limit_stand_out()
    {
        // Of its route: 60, 10 and 30 %; 26.7, 66.7 and 6.7 %.
        Figure figure = Draw("""{"kind": "stacked"}""", """ "emphasisRule": "atLeast", "emphasisLimit": 0.3 """);
        Assert.Equal(
            ["Hallin Adult", "Hallin Car", "Oskery Child"],
            Bars(figure).Where(bar => bar.Fill != Ink.ClassC).Select(bar => $"{bar.Group} {bar.Part}").Order()
        );
        Assert.Contains(Texts(figure, MarkRole.Key), text => text.Text == "in colour: shares of 30 % or more");
    }

    [Fact]
    public void Colours_of_ones_own_are_taken_in_the_order_of_the_table_over_and_over()
    {
        string[] fills =
        [
            .. Bars(Draw("""{"kind": "stacked"}""", """ "ownColours": ["#102030", "#405060"], "palette": "oneHue" """))
                .Select(bar => bar.Fill ?? "")
                .Distinct(),
        ];
        Assert.Equal(["#102030", "#405060"], fills.Order());
        // A colour that means something stays, and so does one that was given to a part.
        Assert.Equal(
            Bars(Draw("""{"kind": "pareto"}""", "")).Select(bar => bar.Fill),
            Bars(Draw("""{"kind": "pareto"}""", """ "ownColours": ["#102030"] """)).Select(bar => bar.Fill)
        );
        Assert.Contains(
            "#0000ff",
            Bars(Draw("""{"kind": "stacked"}""", """ "ownColours": ["#102030"], "colours": {"Car": "#0000ff"} """)).Select(bar => bar.Fill)
        );
    }

    [Theory]
    [InlineData(0, "1,350")]
    [InlineData(1, "1,350.5")]
    [InlineData(null, "1,350.46")]
    public void Amounts_in_sentences_have_the_decimals_of_the_figure(int? decimals, string whole)
    {
        Table fine = TableOf.Columns("Type: Adult|Child", "Money: 1000.4157|350.0443");
        string finish = decimals is null ? "" : $$""", "finish": {"amountDecimals": {{decimals}} }""";
        WorkingsResult workings = Calculator.Run(
            fine,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Type"}, "value": {"sum": "Money"}, "form": """
                    + $$"""{"kind": "pie"}{{finish}} }"""
            )
        );
        Assert.Contains($"100 % is all money: {whole}.", Core.Statements.Statement.Of(workings).Text);
        Assert.Contains(workings.TieOut, line => line.Text.Contains($"{whole} = {whole}", StringComparison.Ordinal));
    }

    [Fact]
    public void A_group_stands_out_with_all_of_its_parts()
    {
        Figure figure = Draw("""{"kind": "mekko"}""", """ "emphasisGroups": ["Oskery"] """);
        Assert.All(Bars(figure), bar => Assert.Equal(bar.Group == "Oskery", bar.Fill != Ink.ClassC));
    }

    [Theory]
    [InlineData("categories", "cat-1 cat-2 cat-3")]
    [InlineData("ordered", "seq-7 seq-4 seq-1")]
    [InlineData("oneHue", "hue-7 hue-4 hue-1")]
    [InlineData("greys", "grey-7 grey-4 grey-1")]
    [InlineData("twoSided", "high-4 middle low-4")]
    public void A_set_of_colours_is_laid_on_all_parts_at_once(string palette, string inks)
    {
        string finish = $""" "palette": "{palette}" """;
        WorkingsResult workings = Workings("""{"kind": "mekko"}""", finish);
        Assert.Equal(
            inks,
            string.Join(
                ' ',
                Bars(Draw("""{"kind": "mekko"}""", finish))
                    .Where(bar => bar.Group == "Hallin")
                    .Select(bar => (bar.Part, bar.Fill))
                    .OrderBy(bar => workings.Division.Parts.ToList().FindIndex(part => part.Label == bar.Part))
                    .Select(bar => bar.Fill)
            )
        );
        Assert.All(inks.Split(' '), ink => Assert.True(Ink.Sheet.ContainsKey(ink), ink));
    }

    [Theory]
    [MemberData(nameof(AllForms))]
    public void Print_without_colours_has_greys_only(string form) =>
        Assert.All(
            Draw(form, """ "palette": "greys" """)
                .Marks.Where(mark => mark.Role is MarkRole.Bar or MarkRole.Key)
                .Select(FillOf)
                .OfType<string>()
                .Where(fill => fill is not (Ink.Text or Ink.Quiet)),
            fill => Assert.True(fill.StartsWith("grey-", StringComparison.Ordinal) || fill == Ink.ClassC, $"{form}: {fill}")
        );

    [Fact]
    public void The_key_stands_where_it_is_wished()
    {
        const string form = """{"kind": "nested"}""";
        (double bars, Box Key) Of(string place)
        {
            Figure figure = Draw(form, $""" "keyPlace": "{place}" """);
            TextMark[] key = Texts(figure, MarkRole.Key);
            Assert.Equal(3, key.Length);
            return (Bars(figure).Max(bar => bar.X + bar.Width), key[0].Bounds);
        }
        double top = Bars(Draw(form, "")).Min(bar => bar.Y);
        Assert.True(Of("above").Key.Y < Bars(Draw(form, """ "keyPlace": "above" """)).Min(bar => bar.Y));
        Assert.True(Of("beneath").Key.Y > top + 200);
        (double edge, Box right) = Of("right");
        Assert.True(right.X > edge && right.Y < 300, $"{right} beside {edge}");
        // Names beside the last stack are the key, unless it is wished elsewhere.
        Assert.DoesNotContain(Draw("""{"kind": "stacked"}""", "").Marks, mark => mark.Id.StartsWith("key-Adult", StringComparison.Ordinal));
        Assert.Contains(Draw("""{"kind": "stacked"}""", """ "keyPlace": "above" """).Marks, mark => mark.Id == "key-Adult");
    }

    [Fact]
    public void Print_has_a_size_and_a_weight_apart_for_what_it_says()
    {
        Figure plain = Draw("""{"kind": "mekko"}""", """ "labels": "both" """),
            set = Draw(
                """{"kind": "mekko"}""",
                """ "labels": "both", "print": {"title": "large", "names": "small", "shares": "large", "strongAmounts": true} """
            );
        Assert.True(Texts(set, MarkRole.Title)[0].Size > Texts(plain, MarkRole.Title)[0].Size);
        Assert.True(Texts(set, MarkRole.Name)[0].Size < Texts(plain, MarkRole.Name)[0].Size);
        TextMark share = Texts(set, MarkRole.Label).First(text => text.Text.EndsWith('%')),
            amount = Texts(set, MarkRole.Label).First(text => !text.Text.EndsWith('%'));
        Assert.True(share.Size > amount.Size);
        Assert.Equal((600, 400), (amount.Weight, share.Weight));
    }

    [Fact]
    public void Labels_turn_and_take_an_ink_when_told_to_and_faint_ones_are_counted()
    {
        Figure turned = Draw("""{"kind": "stacked"}""", """ "labelTurn": "turned" """);
        Assert.All(Texts(turned, MarkRole.Label), label => Assert.Equal(-90, label.Turn));
        Assert.Equal(0, Contrast.FaintLabels(turned));
        Figure chosen = Draw("""{"kind": "stacked"}""", """ "labelInk": "chosen", "labelColour": "#1d6b60" """);
        Assert.All(Texts(chosen, MarkRole.Label), label => Assert.Equal("#1d6b60", label.Fill));
        Assert.True(Contrast.FaintLabels(chosen) > 0);
        Figure own = Draw("""{"kind": "lanes"}""", """ "labelInk": "part" """);
        Assert.All(Texts(own, MarkRole.Label), label => Assert.Equal(Bars(own).Single(bar => bar.Row == label.Row).Fill, label.Fill));
    }

    [Theory]
    [InlineData("""{"kind": "stacked", "arrange": "beside"}""", true)]
    [InlineData("""{"kind": "stacked", "arrange": "beside", "lay": "sideways"}""", false)]
    [InlineData("""{"kind": "sharebars"}""", false)]
    [InlineData("""{"kind": "sharebars", "lay": "upright"}""", true)]
    [InlineData("""{"kind": "lanes"}""", false)]
    [InlineData("""{"kind": "nested", "lay": "upright"}""", true)]
    public void A_share_stands_at_the_foot_of_its_bar_and_the_amount_past_its_end(string form, bool upright)
    {
        Figure figure = Draw(form, """ "labelPlace": "apart" """);
        RectMark largest = Bars(figure).OrderByDescending(bar => bar.Width * bar.Height).First();
        TextMark[] labels = [.. Texts(figure, MarkRole.Label).Where(label => label.Row == largest.Row)];
        Assert.Equal(2, labels.Length);
        TextMark share = labels.Single(label => label.Text.EndsWith('%')),
            amount = labels.Single(label => !label.Text.EndsWith('%'));
        var bar = new Box(largest.X, largest.Y, largest.Width, largest.Height);
        Assert.True(bar.Contains(share.Bounds), "the share is not in its bar");
        Assert.True(
            upright ? share.Bounds.CentreY > bar.CentreY : share.Bounds.CentreX < bar.CentreX,
            "the share is not at the bar's foot"
        );
        Assert.True(upright ? amount.Bounds.Bottom <= bar.Y : amount.Bounds.X >= bar.Right, "the amount is not past the bar's end");
    }

    [Theory]
    [InlineData("""{"kind": "stacked"}""")]
    [InlineData("""{"kind": "sharebars"}""")]
    [InlineData("""{"kind": "sharebars", "lay": "upright"}""")]
    public void Bars_with_labels_stand_along_an_axis_where_that_is_wished(string form)
    {
        Figure without = Draw(form, ""),
            with = Draw(form, """ "axes": {"values": "shown"} """);
        Assert.DoesNotContain(without.Marks, mark => mark.Role == MarkRole.Axis);
        Assert.True(with.Marks.Count(mark => mark.Role == MarkRole.Axis) > 2);
        Assert.Equal(
            Texts(without, MarkRole.Label).Select(label => label.Text).Order(),
            Texts(with, MarkRole.Label).Select(label => label.Text).Order()
        );
    }

    [Theory]
    [InlineData("""{"kind": "nested"}""")]
    [InlineData("""{"kind": "lanes"}""")]
    [InlineData("""{"kind": "funnel"}""")]
    [InlineData("""{"kind": "stacked", "arrange": "beside", "lay": "sideways"}""")]
    public void Labels_stand_in_the_bars_or_past_their_ends_as_wished(string form)
    {
        static bool[] Inside(Figure figure) =>
            [
                .. Texts(figure, MarkRole.Label)
                    .Where(label => label.Id.StartsWith("label-", StringComparison.Ordinal))
                    .Select(label =>
                        Bars(figure).Single(bar => bar.Row == label.Row) is var bar
                        && label.Bounds.CentreX > bar.X
                        && label.Bounds.CentreX < bar.X + bar.Width
                    ),
            ];
        Assert.All(Inside(Draw(form, """ "labelPlace": "inside" """)), Assert.True);
        bool[] outside = Inside(Draw(form, """ "labelPlace": "outside" """));
        Assert.NotEmpty(outside);
        Assert.All(outside, Assert.False);
    }

    [Theory]
    [InlineData("share", "57.1 %|42.9 %")]
    [InlineData("amount", "1,000|750")]
    [InlineData("both", "1,000, 57.1 %|750, 42.9 %")]
    [InlineData("none", "")]
    public void Names_of_groups_have_a_share_an_amount_or_both_with_them(string what, string texts) =>
        Assert.Equal(
            texts,
            string.Join(
                '|',
                Texts(Draw("""{"kind": "mekko"}""", $""" "groupLabel": "{what}" """), MarkRole.Name)
                    .Where(name => name.Id.StartsWith("under-", StringComparison.Ordinal))
                    .Select(name => name.Text)
            )
        );

    [Fact]
    public void Where_each_part_is_in_one_group_only_names_stand_in_the_segments_and_there_is_no_key()
    {
        Table berths = TableOf.Columns("Island: Hallin|Hallin|Oskery|Oskery", "Berth: North|South|Old|New", "Calls: 60|40|70|30");
        Figure figure = FigureDrawer.Draw(
            Calculator.Run(
                berths,
                StudyFormat.Standard.Read(
                    """{"format": "onewhole.study/1", "parts": {"column": "Berth"}, "groups": """
                        + """{"column": "Island"}, "value": {"sum": "Calls"}, "form": {"kind": "stacked"}}"""
                )
            ),
            960,
            600,
            TextMeasurer.Shared
        );
        Assert.Empty(Texts(figure, MarkRole.Key));
        Assert.Equal(
            ["New", "North", "Old", "South"],
            Texts(figure, MarkRole.Label).Where(label => !label.Text.EndsWith('%')).Select(label => label.Text).Order()
        );
    }

    [Fact]
    public void A_folded_part_that_is_not_drawn_is_told_of()
    {
        Figure figure = FigureDrawer.Draw(
            Calculator.Run(
                Revenue,
                StudyFormat.Standard.Read(
                    """{"format": "onewhole.study/1", "parts": {"column": "Type"}, "value": {"sum": "Money"}, "fold": """
                        + """{"keep": 1}, "form": {"kind": "sharebars"}, "finish": {"drawFolded": false}}"""
                )
            ),
            960,
            600,
            TextMeasurer.Shared
        );
        Assert.Single(Bars(figure));
        Assert.Contains(Texts(figure, MarkRole.TieOut), text =>
            text.Text.StartsWith("1 of 3 shown, 45.7 % of all", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void An_axis_ends_where_it_is_told_to()
    {
        static double Tallest(string finish) => Bars(Draw("""{"kind": "nested", "lay": "upright"}""", finish)).Max(bar => bar.Height);
        Assert.Equal(Tallest(""" "amountEnd": 1000 """) / 2, Tallest(""" "amountEnd": 2000 """), 0);
        TextMark tick = Texts(Draw("""{"kind": "nested"}""", ""), MarkRole.Axis)[0];
        Assert.Equal(("finish.amountEnd", "end"), (tick.Edit!.Path, tick.Edit.Control));
    }

    [Theory]
    [MemberData(nameof(AllForms))]
    public void No_look_changes_a_number(string form)
    {
        static string Numbers(WorkingsResult workings) =>
            string.Join(
                '\n',
                Enumerable
                    .Range(0, workings.RowCount)
                    .Select(row =>
                        string.Join(
                            ' ',
                            workings
                                .Columns.Where(column => column.Key != "labelShare")
                                .Select(column => column.Text(row) ?? column.Exact(row)?.ToString())
                        )
                    )
            );
        Assert.Equal(
            Numbers(Workings(form, "")),
            Numbers(
                Workings(
                    form,
                    """ "palette": "greys", "emphasisRule": "largest", "gap": 1, "amountEnd": """
                        + """5000, "labelOf": "all", "print": {"names": "large"}, "drawFolded": false """
                )
            )
        );
    }
}
