using System.Text.Json.Nodes;
using OneWhole.Core.Tables;
using OneWhole.Store;

namespace OneWhole.App.Tests;

/// <summary>
/// A change is one thing over several documents: what refers to a column or a table goes on meaning it, whatever it is called.
/// </summary>
public sealed class ChangeTests : AppTest
{
    private const string Revenue =
        "Season,Route,Type,Revenue\nSummer,North,Cars,10\nSummer,North,Foot,30\nSummer,South,Cars,20\nWinter,South,Foot,"
        + "5\nWinter,North,Cars,35\n";

    private TableView Rename(TableView table, string column, string name) =>
        Columns.Set(table.Id, TableAnswers.Get(table.Id).Revision, column, new ColumnChange { Name = name });

    private StudyView Add(string table, string rest) =>
        Studies.Get(Studies.Add(table, $$"""{"format": "onewhole.study/1", {{rest}} }"""), 700, 460);

    private StudyView Now(StudyView view) => Studies.Get(view.Id, 700, 460);

    private StudyView Set(StudyView view, string path, string json) =>
        Studies.Change(view.Id, Now(view).Revision, path, JsonNode.Parse(json), 700, 460);

    [Fact]
    public void Every_place_of_a_study_follows_a_rename_and_its_undo()
    {
        TableView table = BringIn(Revenue, "revenue.csv");
        StudyView view = Add(
            table.Id,
            """
            "where": [{"column": "Season", "is": ["Summer"]}], "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "groups":
            {"column": "Route"},
            "form": {"kind": "mekko", "height": {"mean": "Revenue"}}, "each": {"column": "Season"}
            """
        );
        string before = view.Study.ToJsonString();
        foreach (string name in (string[])["Season", "Route", "Type", "Revenue"])
        {
            Rename(table, name, $"{name} 2");
        }
        StudyView renamed = Now(view);
        Assert.Null(renamed.Problem);
        Assert.Equal(view.Revision, renamed.Revision);
        Assert.Equal(["Revenue 2", "Route 2", "Season 2", "Type 2"], Answers.ColumnsOf(view.Id));
        Assert.Equal(
            before
                .Replace("Season\"", "Season 2\"")
                .Replace("Route\"", "Route 2\"")
                .Replace("Type\"", "Type 2\"")
                .Replace("Revenue\"", "Revenue 2\""),
            renamed.Study.ToJsonString()
        );
        for (int times = 0; times < 4; times++)
        {
            Tables.Undo(table.Id, TableAnswers.Get(table.Id).Revision);
        }
        Assert.Equal(before, Now(view).Study.ToJsonString());
        Assert.Null(Now(view).Problem);
    }

    [Fact]
    public void Labels_that_are_columns_follow_their_column()
    {
        TableView table = BringIn("Stop,2024,2025\nHallin,10,12\nOskery,5,9\n", "stops.csv");
        StudyView view = Add(
            table.Id,
            """
            "parts": {"columns": ["2024", "2025"]}, "groups": {"column": "Stop"}, "order": {"parts": ["2025", "2024"], "groups":
            {"share": "2025"}},
            "form": {"kind": "stacked"}, "finish": {"colours": {"2025": "#112233", "@home": "#445566"}, "emphasis": ["2025"]}
            """
        );
        Rename(table, "2025", "This year");
        JsonObject now = Now(view).Study;
        Assert.Equal("""["2024","This year"]""", now["parts"]!["columns"]!.ToJsonString());
        Assert.Equal("""{"parts":["This year","2024"],"groups":{"share":"This year"}}""", now["order"]!.ToJsonString());
        Assert.Equal("""{"This year":"#112233","@home":"#445566"}""", now["finish"]!["colours"]!.ToJsonString());
        Assert.Equal("""["This year"]""", now["finish"]!["emphasis"]!.ToJsonString());
    }

    [Fact]
    public void A_column_that_a_step_makes_is_meant_whatever_the_step_calls_it()
    {
        TableView table = BringIn("Stop,Boardings,Landings\nHallin,10,12\nOskery,5,9\nTarn Holm,3,4\n", "stops.csv");
        JsonArray Steps(string name) =>
            [
                new JsonObject
                {
                    ["do"] = "work-out",
                    ["as"] = name,
                    ["how"] = "add",
                    ["of"] = new JsonArray(new JsonObject { ["column"] = "Boardings" }, new JsonObject { ["column"] = "Landings" }),
                },
            ];
        TableView prepared = this.Steps.Set(table.Id, table.Revision, Steps("Both"));
        StudyView view = Add(table.Id, """ "value": {"sum": "Both"}, "parts": {"column": "Stop"}, "form": {"kind": "pareto"} """);
        Assert.Equal("22 14 7", Column(view, "value"));
        // The page sends the step as it stands, and without its id.
        TableView renamed = this.Steps.Set(table.Id, prepared.Revision, Steps("In all"));
        Assert.Equal("In all", (string)Now(view).Study["value"]!["sum"]!);
        Assert.Equal("22 14 7", Column(Now(view), "value"));
        Rename(renamed, "In all", "Everybody");
        Assert.Equal("Everybody", (string)Now(view).Study["value"]!["sum"]!);
    }

    [Fact]
    public void What_is_gone_says_so_and_another_of_its_name_is_not_taken_for_it()
    {
        TableView table = BringIn(Revenue, "revenue.csv");
        StudyView view = Add(table.Id, """ "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "form": {"kind": "pareto"} """);
        TableView dropped = Typing.Edit(table.Id, 1, new TableEdit { DropColumns = ["Type"] });
        Rename(dropped, "Route", "Type");
        Assert.Contains("Type (gone)", Now(view).Problem, StringComparison.Ordinal);
        Tables.Undo(table.Id, TableAnswers.Get(table.Id).Revision);
        Tables.Undo(table.Id, TableAnswers.Get(table.Id).Revision);
        Assert.Equal("65 35", Column(Now(view), "value"));
    }

    [Fact]
    public void A_briefings_filter_goes_on_looking_at_the_columns_that_it_looked_at()
    {
        TableView revenue = BringIn(Revenue, "revenue.csv"),
            other = BringIn("Season,Cause,Minutes\nSummer,Fog,80\nWinter,Fog,20\n", "delays.csv");
        StudyView first = Add(revenue.Id, """ "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "form": {"kind": "pareto"} """);
        StudyView second = Add(other.Id, """ "value": {"sum": "Minutes"}, "parts": {"column": "Cause"}, "form": {"kind": "pareto"} """);
        BriefingView page = Briefings.Start("The month", [first.Id, second.Id]);
        var document = (JsonObject)page.Document.DeepClone();
        document["filter"] = new JsonArray(new JsonObject { ["column"] = "Season", ["is"] = new JsonArray("Summer") });
        page = Briefings.Change(page.Id, page.Revision, document.ToJsonString(), "filter", null);
        string[] Wholes() =>
            [.. Briefings.Get(page.Id, null).Blocks.Select(block => block.Study!.Readings.First(reading => reading.Name == "whole").Text)];
        string[] before = Wholes();
        Assert.Contains("80", before[1], StringComparison.Ordinal);
        Rename(other, "Season", "Time of year");
        Assert.Equal(before, Wholes());
        Assert.All(Briefings.Get(page.Id, null).Blocks, block => Assert.Empty(block.Study!.Remark));
        Rename(revenue, "Season", "Time of year");
        BriefingView renamed = Briefings.Get(page.Id, null);
        Assert.Equal(before, Wholes());
        Assert.Equal("only time of year is Summer", Assert.Single(renamed.Filter).Text);
        // What is sent back by its names keeps what it means.
        Briefings.Change(page.Id, renamed.Revision, renamed.Document.ToJsonString(), "as it is", null);
        Tables.Undo(other.Id, TableAnswers.Get(other.Id).Revision);
        Assert.Equal(before, Wholes());
        // As a file it has only names.
        BundleTaken taken = Bundles.Take(Bundles.Look(new MemoryStream(Bundles.OfBriefing(page.Id).Bytes())).Id);
        Assert.Equal(
            before,
            Briefings
                .Get(taken.Briefing!, null)
                .Blocks.Select(block => block.Study!.Readings.First(reading => reading.Name == "whole").Text)
        );
    }

    [Fact]
    public void A_second_table_is_that_table_and_not_the_latest_of_its_name()
    {
        const string people = "Age,Sex,People\n0–4,Men,{0}\n0–4,Women,10\n5–9,Men,10\n5–9,Women,10\n";
        TableView here = BringIn(people.Replace("{0}", "20"), "here.csv"),
            there = BringIn(people.Replace("{0}", "94"), "there.csv");
        StudyView view = Add(
            here.Id,
            """ "value": {"sum": "People"}, "parts": {"column": "Sex"}, "groups": {"column": "Age"}, "form": """
                + """{"kind": "pyramid", "against": {"table": "there"}} """
        );
        string Reference() => Now(view).Workings!.Readings["against"]!["whole"]!.ToJsonString();
        Assert.Equal("124", Reference());
        TableView later = BringIn(people.Replace("{0}", "6994"), "there.csv");
        Assert.Equal("there 2", later.Name);
        Assert.Equal("124", Reference());
        Tables.Remove(there.Id);
        Assert.Contains("gone", (string)Now(view).Study["form"]!["against"]!["table"]!, StringComparison.Ordinal);
    }

    [Fact]
    public void A_colour_is_one_change_of_all_studies_and_undoing_it_in_one_leaves_the_others_their_redo()
    {
        TableView table = BringIn(Revenue, "revenue.csv");
        StudyView first = Add(
            table.Id,
            """ "title": "First", "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "form": {"kind": "pareto"} """
        );
        StudyView second = Add(
            table.Id,
            """ "title": "Second", "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "form": {"kind": "sharebars"} """
        );
        string? Colour(StudyView view) => (string?)Now(view).Study["finish"]?["colours"]?["Cars"];
        Set(first, "finish.colours.Cars", "\"#112233\"");
        Assert.Equal(("#112233", "#112233"), (Colour(first), Colour(second)));
        Studies.Undo(second.Id, Now(second).Revision, 700, 460);
        Assert.Equal((null, null), (Colour(first), Colour(second)));
        Assert.True(Now(first).CanRedo);
        Studies.Redo(first.Id, Now(first).Revision, 700, 460);
        Assert.Equal(("#112233", "#112233"), (Colour(first), Colour(second)));
        // Undo in one never touches what the other has changed since: it says what stands in the way.
        Set(second, "title", "\"Mine\"");
        AppException blocked = Assert.Throws<AppException>(() => Studies.Undo(first.Id, Now(first).Revision, 700, 460));
        Assert.Equal("in-the-way", blocked.Code);
        Assert.Contains("“Mine”", blocked.Message, StringComparison.Ordinal);
        Assert.Equal(("#112233", "Mine"), (Colour(first), Now(second).Title));
    }

    [Fact]
    public void Fresh_rows_and_what_they_do_to_studies_are_one_change()
    {
        TableView table = BringIn(Revenue, "revenue.csv");
        StudyView view = Add(table.Id, """ "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "form": {"kind": "pareto"} """);
        RefreshSummary fresh = Refreshing.Look(
            table.Id,
            new MemoryStream("Season,Route,Type,Revenue\nSummer,North,Cars,11\nSummer,North,Cars,11\n"u8.ToArray()),
            "next.csv"
        );
        Refreshing.Take(fresh.Id);
        Assert.Equal("22 0", Column(Now(view), "value"));
        Studies.Undo(view.Id, Now(view).Revision, 700, 460);
        Assert.Equal("65 35", Column(Now(view), "value"));
        Assert.Equal(5, TableAnswers.Get(table.Id).RowCount);
        Tables.Redo(table.Id, TableAnswers.Get(table.Id).Revision);
        Assert.Equal("22 0", Column(Now(view), "value"));
    }

    [Fact]
    public void A_column_that_was_renamed_is_found_in_fresh_rows_under_its_old_heading()
    {
        TableView table = BringIn(Revenue, "revenue.csv");
        StudyView view = Add(table.Id, """ "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "form": {"kind": "pareto"} """);
        Rename(table, "Type", "Kind of passenger");
        for (int time = 1; time < 3; time++)
        {
            RefreshSummary fresh = Refreshing.Look(
                table.Id,
                new MemoryStream(
                    System.Text.Encoding.UTF8.GetBytes($"Season,Route,Type,Revenue\nSummer,North,Cars,{time}\nSummer,North,Foot,1\n")
                ),
                "next.csv"
            );
            Assert.Empty(fresh.GoneColumns);
            TableView taken = Refreshing.Take(fresh.Id);
            Assert.Equal(["Season", "Route", "Kind of passenger", "Revenue"], taken.Columns.Select(column => column.Name));
            Assert.Equal((null, $"{time} 1"), (Now(view).Problem, Column(Now(view), "value")));
        }
    }

    [Fact]
    public void Rows_that_were_looked_at_are_still_there_after_a_conflict()
    {
        TableView table = BringIn(Revenue, "revenue.csv");
        RefreshSummary fresh = Refreshing.Look(
            table.Id,
            new MemoryStream("Season,Route,Type,Revenue\nSummer,North,Cars,11\n"u8.ToArray()),
            "next.csv"
        );
        Rename(table, "Season", "Time of year");
        Assert.Throws<RevisionConflictException>(() => Refreshing.Take(fresh.Id));
        Tables.Undo(table.Id, 2);
        Assert.Equal(1, Refreshing.Take(fresh.Id).RowCount);
    }

    [Fact]
    public void A_revision_that_came_after_an_undo_is_not_taken_for_the_one_that_was_undone()
    {
        TableView table = BringIn(Revenue, "revenue.csv");
        StudyView view = Add(table.Id, """ "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "form": {"kind": "pareto"} """);
        Typing.Edit(table.Id, 1, new TableEdit { Cells = [new CellEdit(0, "Revenue", "1000")] });
        Assert.Equal("1,055 35", Column(Now(view), "value"));
        Tables.Undo(table.Id, 2);
        Typing.Edit(table.Id, 1, new TableEdit { Cells = [new CellEdit(0, "Revenue", "2000")] });
        Assert.Equal("2,055 35", Column(Now(view), "value"));
    }

    [Fact]
    public void A_document_that_cannot_be_shown_hides_no_other_one()
    {
        TableView table = BringIn(Revenue, "revenue.csv");
        StudyView good = Add(table.Id, """ "value": {"sum": "Revenue"}, "parts": {"column": "Type"}, "form": {"kind": "pareto"} """);
        TableView huge = BringIn("a,v\nx,1e308\ny,1e308\nz,-1e308\n", "huge.csv");
        Add(huge.Id, """ "value": {"sum": "v"}, "parts": {"column": "a"}, "form": {"kind": "pareto"} """);
        Documents.Create("study", table.Id, "{\"study\": {\"title\": \"Torn\", \"parts\": 5}, \"forms\": {}}", "");
        Documents.Create("study", table.Id, "not json", "");
        Documents.Create("table", null, "[1]", "");
        Documents.Create("briefing", null, "{}", "");
        IReadOnlyList<StudySummary> studies = Studies.List(220, 140);
        Assert.Equal(4, studies.Count);
        Assert.Null(studies.Single(study => study.Id == good.Id).Problem);
        Assert.NotNull(studies.Single(study => study.Title == "Torn").Problem);
        Assert.All(studies.Where(study => study.Figure is null), study => Assert.NotNull(study.Problem));
        Assert.Single(Tables.List(), found => found.Problem is not null);
        Assert.Single(Briefings.List(), found => found.Problem is not null);
        Assert.Equal("65 35", Column(Now(good), "value"));
    }
}
