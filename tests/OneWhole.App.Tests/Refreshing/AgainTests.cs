using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;

namespace OneWhole.App.Tests;

/// <summary>A study again: for each value of a column, against a second population, on another table or other columns.</summary>
public sealed class AgainTests : AppTest
{
    private const string People =
        "Island,Year,Age,Sex,People\n"
        + "Hallin,2015,0–4,Men,10\nHallin,2015,0–4,Women,12\nHallin,2015,5–9,Men,20\nHallin,2015,5–9,Women,18\n"
        + "Hallin,2025,0–4,Men,5\nHallin,2025,0–4,Women,6\nHallin,2025,5–9,Men,30\nHallin,2025,5–9,Women,31\n"
        + "Oskery,2025,0–4,Men,7\nOskery,2025,0–4,Women,7\nOskery,2025,5–9,Men,3\nOskery,2025,5–9,Women,3\n";

    private StudyView Pyramid(string tableId, string where) =>
        Studies.Get(
            Studies.Add(
                tableId,
                $$"""{"format": "onewhole.study/1", "where": [{{where}}], "value": {"sum": "People"}, "parts": """
                    + $$"""{"column": "Sex"}, "groups": {"column": "Age"}, "form": {"kind": "pyramid", "scale": "amount"} }"""
            ),
            700,
            460
        );

    private const string Hallin2025 = """{"column": "Island", "is": ["Hallin"]}, {"column": "Year", "is": ["2025"]}""";

    private StudyView Take(StudyView study, string offer)
    {
        Offer found = study.Offers.Single(other => other.Text == offer);
        return Studies.Change(study.Id, study.Revision, found.Path, found.Value.DeepClone(), 700, 460, found.Drop);
    }

    [Fact]
    public void A_study_is_repeated_for_each_value_and_the_workings_are_those_of_the_one_that_is_chosen()
    {
        StudyView study = Pyramid(BringIn(People, "people.csv").Id, Hallin2025);
        Assert.Equal(
            "2 small figures on one scale, not only Hallin",
            study.Offers.Single(offer => offer.Text == "the same for each island").Detail
        );
        study = Take(study, "the same for each island");
        Assert.Contains("the same for each island", string.Concat(study.Statement.Select(phrase => phrase.Text)));
        Assert.Equal(["Hallin", "Oskery"], study.Panels!.Values);
        Assert.Equal(0, study.Panels.Shown);
        Assert.Equal("5 6 30 31", Column(study, "value"));
        Assert.Equal(4, study.Figure!.Marks.Count(mark => mark.Role == MarkRole.Bar && mark.Row >= 0));
        Assert.Equal(8, study.Figure.Marks.Count(mark => mark.Role == MarkRole.Bar));
        study = Studies.Change(study.Id, study.Revision, "finish.eachShown", "Oskery", 700, 460);
        Assert.Equal((1, "7 7 3 3"), (study.Panels!.Shown, Column(study, "value")));
        Assert.Contains("7", Answers.Arithmetic(study.Id, "value", 0));
        string csv = System.Text.Encoding.UTF8.GetString(Leaving.HandOver(study.Id, "workings.csv", 700, 460, 1).Bytes());
        Assert.StartsWith("each,group,part", csv);
        Assert.Equal(9, csv.Trim().Split("\r\n").Length);
    }

    [Fact]
    public void A_second_population_is_offered_from_the_filter_and_stands_beside_band_by_band()
    {
        StudyView study = Pyramid(BringIn(People, "people.csv").Id, Hallin2025);
        Assert.Equal(
            ["against Oskery", "against 2015", "against all rows"],
            study.Offers.Where(offer => offer.Path == "form.against").Select(offer => offer.Text)
        );
        study = Take(study, "against 2015");
        Assert.Equal("10 12 20 18", Column(study, "against"));
        Assert.Equal("−5 −6 10 13", Column(study, "difference"));
        Assert.Equal(2, study.Figure!.Marks.Count(mark => mark.Role == MarkRole.Outline));
        Assert.Equal("2015", (string?)study.Workings!.Readings["against"]!["label"]);
        Assert.DoesNotContain(study.Offers, offer => offer.Path == "form.against");
    }

    [Fact]
    public void Values_to_filter_by_are_counted_whatever_the_form_needs()
    {
        StudyView study = Pyramid(BringIn(People, "people.csv").Id, Hallin2025);
        FilterList list = Answers.FilterValues(study.Id, "Year", 1);
        Assert.Equal(["2025 72 True", "2015 60 False"], list.Values.Select(value => $"{value.Label} {value.Amount} {value.Chosen}"));
    }

    [Fact]
    public void Another_table_with_the_same_columns_is_a_second_population()
    {
        TableView table = BringIn(People, "people.csv");
        BringIn(
            "Island,Year,Age,Sex,People\nFar,2025,0–4,Men,100\nFar,2025,0–4,Women,90\nHallin,2025,5–9,Men,1\nHallin,2025,5–9,Women,2\n",
            "others.csv"
        );
        BringIn("Fare,Sold\nSingle,4\n", "fares.csv");
        StudyView study = Pyramid(table.Id, "");
        Assert.Equal(
            ["against the table others"],
            study.Offers.Where(offer => offer.Text.StartsWith("against the table", StringComparison.Ordinal)).Select(offer => offer.Text)
        );
        study = Take(study, "against the table others");
        Assert.Equal("100 90 1 2", Column(study, "against"));
    }

    [Fact]
    public void A_study_is_laid_on_another_table_and_asks_for_what_is_missing()
    {
        StudyView study = Pyramid(BringIn(People, "people.csv").Id, "");
        TableView other = BringIn("Age,Gender,Residents\n0–4,Men,1\n0–4,Women,2\n5–9,Men,3\n5–9,Women,4\n", "islanders.csv");
        Assert.Equal(["Age", "People", "Sex"], Answers.ColumnsOf(study.Id));
        AppException missing = Assert.Throws<AppException>(() =>
            Studies.LayOn(study.Id, other.Id, new Dictionary<string, string> { ["Sex"] = "Gender" }, 700, 460)
        );
        Assert.Contains("has no column \"People\"", missing.Message);
        StudyView laid = Studies.LayOn(
            study.Id,
            other.Id,
            new Dictionary<string, string> { ["Sex"] = "Gender", ["People"] = "Residents" },
            700,
            460
        );
        Assert.Equal("1 2 3 4", Column(laid, "value"));
        // Parts and groups of its own table change places by way of names that no column has.
        StudyView swapped = Studies.LayOn(
            study.Id,
            study.TableId,
            new Dictionary<string, string> { ["Sex"] = "Year", ["Age"] = "Sex" },
            700,
            460
        );
        Assert.Equal(("Year", "Sex"), ((string?)swapped.Study["parts"]!["column"], (string?)swapped.Study["groups"]!["column"]));
    }

    [Fact]
    public void A_part_is_moved_to_the_place_of_another_and_the_order_is_listed_from_then_on()
    {
        StudyView study = Start(BringIn("Cause,Minutes\nFog,50\nEngine,30\nBerth,20\nIce,10\n", "t.csv").Id);
        string Causes() => Column(study, "part");
        study = Studies.Move(study.Id, study.Revision, new LabelMove("Ice", To: "Fog"), 700, 460);
        Assert.Equal("Ice Fog Engine Berth", Causes());
        study = Studies.Move(study.Id, study.Revision, new LabelMove("Fog", By: 9), 700, 460);
        Assert.Equal("Ice Engine Berth Fog", Causes());
        Assert.Throws<AppException>(() => Studies.Move(study.Id, study.Revision, new LabelMove("Snow", By: 1), 700, 460));
        study = Studies.Undo(study.Id, study.Revision, 700, 460);
        Assert.Equal("Ice Fog Engine Berth", Causes());
    }
}
