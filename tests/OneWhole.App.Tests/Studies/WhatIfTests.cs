using System.Text.Json.Nodes;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;

namespace OneWhole.App.Tests;

/// <summary>What changed since an earlier time, and what would be if an amount were another.</summary>
public sealed class WhatIfTests : AppTest
{
    private const string Csv =
        "Route,Year,Revenue\nHallin,2023,100\nOskery,2023,80\nHallin,2024,120\nOskery,2024,70\nHallin,2025,150\nOskery,"
        + "2025,60\nTarn Holm,2025,10\n";

    private string[] Ways(StudyView view) => [.. Answers.Changes(view.Id, 132, 84).Select(way => $"{way.Text} ({way.Detail})")];

    [Fact]
    public void Earlier_labels_of_time_are_offered_the_nearest_first_and_answered_by_a_bridge()
    {
        StudyView view = Start(BringIn(Csv).Id);
        Assert.Equal(["from 2024 to 2025 (by year)", "from 2023 to 2025 (by year)"], Ways(view));
        StudyView bridge = Studies.Changed(view.Id, "from 2024 to 2025", 960, 600);
        Assert.NotEqual(view.Id, bridge.Id);
        Assert.Equal("bridge", (string?)bridge.Study["form"]!["kind"]);
        Assert.Contains("from 2024 to 2025, 190 became 220", Sentence(bridge), StringComparison.Ordinal);
        Assert.Equal(
            ("190", "220"),
            (bridge.Workings!.Readings["before"]!.ToJsonString(), bridge.Workings.Readings["after"]!.ToJsonString())
        );
    }

    [Fact]
    public void What_a_filter_keeps_alone_is_now()
    {
        StudyView view = Start(BringIn(Csv).Id);
        view = Studies.Change(view.Id, view.Revision, "where", JsonNode.Parse("""[{"column": "Year", "is": ["2024"]}]"""), 700, 460);
        Assert.Equal(["from 2023 to 2024 (by year)"], Ways(view));
        StudyView bridge = Studies.Changed(view.Id, "from 2023 to 2024", 960, 600);
        Assert.Equal("190", bridge.Workings!.Readings["after"]!.ToJsonString());
    }

    [Fact]
    public void Last_months_file_is_offered_by_its_name()
    {
        BringIn("Route,Minutes\nHallin,10\nOskery,30\n", "october.csv");
        StudyView view = Start(BringIn("Route,Minutes\nHallin,25\nTarn Holm,5\n", "november.csv").Id);
        Assert.Equal(["from the table october to november (the same columns of another table)"], Ways(view));
        StudyView bridge = Studies.Changed(view.Id, "from the table october to november", 960, 600);
        Assert.Equal(
            ("40", "30"),
            (bridge.Workings!.Readings["before"]!.ToJsonString(), bridge.Workings.Readings["after"]!.ToJsonString())
        );
        Assert.Contains(bridge.Workings.TieOut, line => line.Id == "new-or-gone");
    }

    /// <summary>
    /// What a refresh replaced is still there to be asked, becomes a table of its own when it is, and outlives the one that it is of.
    /// </summary>
    [Fact]
    public void The_rows_before_the_last_refresh_are_offered_and_kept_once_asked_for()
    {
        TableView table = BringIn("Route,Minutes\nHallin,10\nOskery,30\n", "delays.csv");
        StudyView view = Start(table.Id);
        Assert.Empty(Ways(view));
        RefreshSummary summary = Refreshing.Look(
            table.Id,
            new MemoryStream("Route,Minutes\nHallin,25\nTarn Holm,5\n"u8.ToArray()),
            "delays.csv"
        );
        StudyChange moved = Assert.Single(summary.Studies);
        Assert.StartsWith("Hallin rose most, by 15; Oskery fell most, by 30", moved.Words, StringComparison.Ordinal);
        Refreshing.Take(summary.Id);
        string way = Answers
            .Changes(view.Id, 132, 84)
            .Single(each => each.Text.StartsWith("from the rows before the refresh of ", StringComparison.Ordinal))
            .Text;
        Assert.NotNull(Answers.Changes(view.Id, 132, 84).Single(each => each.Text == way).Bridge.Figure);
        StudyView bridge = Studies.Changed(view.Id, way, 960, 600);
        Assert.Equal(
            ("40", "30"),
            (bridge.Workings!.Readings["before"]!.ToJsonString(), bridge.Workings.Readings["after"]!.ToJsonString())
        );
        // The words that the refresh was summed up by are those of the bridge.
        Assert.StartsWith(moved.Words!, bridge.Workings!.Verdict, StringComparison.Ordinal);
        TableSummary kept = Assert.Single(Tables.List(), other => other.Name.StartsWith("delays before ", StringComparison.Ordinal));
        Assert.DoesNotContain(Ways(view), each => each.Contains("before the refresh", StringComparison.Ordinal));
        // Both share their cells: removing the one leaves the other its own.
        Tables.Remove(table.Id);
        Assert.Equal(2, Rows.Load(kept.Id).Table.RowCount);
        Assert.Equal("Hallin", Rows.Load(kept.Id).Table.Columns[0].Labels.Labels[0]);
    }

    [Fact]
    public void A_factor_is_tried_in_one_group_or_in_all()
    {
        StudyView view = Start(BringIn(Csv).Id);
        view = Studies.Shape(view.Id, view.Revision, "stacked", "amount", 700, 460);
        Assert.NotNull(view.Study["groups"]);
        int row = view.Workings!.Rows.First(each => each.Name.Contains("Hallin", StringComparison.Ordinal)).Row;
        view = Studies.Try(view.Id, view.Revision, row, "×2 in all", 700, 460);
        Assert.Null(view.Study["trial"]![0]!["group"]);
        Assert.Contains("trying Hallin times 2", Sentence(view), StringComparison.Ordinal);
        Assert.Equal("no-number", Assert.Throws<AppException>(() => Studies.Try(view.Id, view.Revision, row, "500 in all", 700, 460)).Code);
    }

    [Fact]
    public void What_is_tried_is_held_against_what_was_counted()
    {
        StudyView view = Start(BringIn("Cause,Minutes\nFog,120\nEngine,80\nCrew,40\n").Id);
        Assert.Empty(Ways(view));
        view = Studies.Try(view.Id, view.Revision, 1, "×0.5", 700, 460);
        Assert.Equal(["from what was counted to what is tried (the same rows, without and with what is tried)"], Ways(view));
        StudyView bridge = Studies.Changed(view.Id, "from what was counted to what is tried", 960, 600);
        Assert.Equal(
            ("240", "200"),
            (bridge.Workings!.Readings["before"]!.ToJsonString(), bridge.Workings.Readings["after"]!.ToJsonString())
        );
        Assert.Contains("Engine", bridge.Workings!.Verdict, StringComparison.Ordinal);
    }

    [Fact]
    public void Months_of_a_wide_table_are_before_and_after()
    {
        StudyView view = Start(BringIn("Route,Jan 2025,Feb 2025,Mar 2025\nHallin,10,12,15\nOskery,8,8,7\nTarn Holm,5,6,6\n").Id);
        view = Studies.Change(view.Id, view.Revision, "groups", null, 700, 460);
        Assert.Contains("from Feb 2025 to Mar 2025 (two columns of this table)", Ways(view));
    }

    [Fact]
    public void Nothing_is_offered_where_nothing_is_before()
    {
        StudyView view = Start(BringIn("Cause,Minutes\nFog,3\nIce,47\nCrew,9\n").Id);
        Assert.Empty(Ways(view));
        Assert.Equal("not-found", Assert.Throws<AppException>(() => Studies.Changed(view.Id, "from 1 to 2", 960, 600)).Code);
    }

    private StudyView Try(StudyView view, int row, string text) => Studies.Try(view.Id, view.Revision, row, text, 960, 600);

    [Theory]
    [InlineData("30", "30", ", trying Engine at 30 instead of 60")]
    [InlineData("×0.5", "30", ", trying Engine times 0.5")]
    [InlineData("x 2", "120", ", trying Engine times 2")]
    [InlineData("50 %", "40", ", trying Engine at a share of 50 %")]
    [InlineData("1,200", "1,200", ", trying Engine at 1,200 instead of 60")]
    public void An_amount_a_factor_or_a_share_is_tried(string typed, string amount, string said)
    {
        StudyView view = Start(BringIn("Cause,Minutes\nEngine,60\nFog,30\nCrew,10\n").Id);
        StudyView tried = Try(view, 0, typed);
        int row = tried.Workings!.Rows.ToList().FindIndex(each => each.Name == "Engine");
        Assert.Equal(amount, Column(tried, "value").Split(' ')[row]);
        Assert.Equal("60", Column(tried, "counted").Split(' ')[row]);
        Assert.Contains(said, Sentence(tried), StringComparison.Ordinal);
        Assert.Contains(tried.Figure!.Marks.OfType<TextMark>(), mark =>
            (mark.Full ?? mark.Text).StartsWith("a trial; ", StringComparison.Ordinal)
        );
        // Each trial is left by its own clause.
        Phrase clause = Assert.Single(tried.Statement, phrase => phrase.Id == "trial");
        StudyView left = Studies.Change(tried.Id, tried.Revision, clause.Drop!, null, 960, 600);
        Assert.DoesNotContain("trying", Sentence(left), StringComparison.Ordinal);
        Assert.DoesNotContain(left.Workings!.Columns, column => column.Key == "counted");
    }

    [Fact]
    public void A_second_trial_of_the_same_amount_takes_the_place_of_the_first()
    {
        StudyView view = Try(Try(Start(BringIn("Cause,Minutes\nEngine,60\nFog,30\nCrew,10\n").Id), 0, "30"), 1, "5");
        Assert.Equal(2, ((JsonArray)view.Study["trial"]!).Count);
        int engine = view.Workings!.Rows.ToList().FindIndex(row => row.Name == "Engine");
        view = Try(view, engine, "70");
        Assert.Equal(2, ((JsonArray)view.Study["trial"]!).Count);
        Assert.Equal(2, view.Statement.Count(phrase => phrase.Id == "trial"));
    }

    [Theory]
    [InlineData("much")]
    [InlineData("")]
    [InlineData("100 %")]
    [InlineData("-5 %")]
    [InlineData("×-1")]
    [InlineData("×5 %")]
    public void What_is_no_trial_is_refused_in_words(string typed)
    {
        StudyView view = Start(BringIn("Cause,Minutes\nEngine,60\nFog,30\nCrew,10\n").Id);
        Assert.Equal("no-number", Assert.Throws<AppException>(() => Try(view, 0, typed)).Code);
    }

    [Fact]
    public void Numbers_are_typed_as_they_are_written()
    {
        StudyView view = Start(BringIn("Cause,Minutes\nEngine,6000.5\nFog,30\nCrew,10\n").Id);
        view = Studies.Change(view.Id, view.Revision, "finish.numbers.culture", "de-DE", 700, 460);
        view = Try(view, 0, "1.234,5");
        Assert.Contains("Engine at 1.234,5 instead of 6.000,5", Sentence(view), StringComparison.Ordinal);
    }

    [Fact]
    public void In_a_bridge_what_was_stays_and_what_is_is_tried()
    {
        StudyView view = Studies.Changed(Start(BringIn(Csv).Id).Id, "from 2024 to 2025", 960, 600);
        int hallin = view.Workings!.Rows.ToList().FindIndex(row => row.Name == "Hallin");
        view = Try(view, hallin, "200");
        Assert.Equal(("190", "270"), (view.Workings!.Readings["before"]!.ToJsonString(), view.Workings.Readings["after"]!.ToJsonString()));
    }

    [Fact]
    public void What_one_part_must_be_for_fewer_parts_to_reach_the_cut_is_answered_and_can_be_tried()
    {
        // 40 + 30 + 20 of 100 are needed for 80 %. For two to do, Fog would have to grow by 50, or to fall by 38, which is nearer.
        StudyView view = Start(BringIn("Cause,Minutes\nFog,40\nEngine,30\nCrew,20\nBus,10\n").Id);
        ReachView reach = Assert.Single(Answers.Reach(view.Id, 0));
        Assert.Equal("so that 2 causes make 80 %: Fog at 2 (−38)", reach.Text);
        StudyView tried = Try(view, 0, reach.Amount);
        Assert.Equal("2", tried.Workings!.Readings["cuts"]![0]!["partsNeeded"]!.ToJsonString());
        // Bus can't reach it: even without it 70 of 90 are less.
        Assert.DoesNotContain(Answers.Reach(view.Id, 3), offer => offer.Text.Contains("Bus at 0", StringComparison.Ordinal));
    }
}
