using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Statements;

namespace OneWhole.App.Tests;

/// <summary>
/// Every choice of every word of every form's sentence can be made: the study stays one, and then says that it was chosen.
/// </summary>
public sealed class EveryWordTests : AppTest
{
    private const string TwoYears = """, "where": [{"column": "Year", "is": ["2024", "2025"]}]""";

    private const string Trips =
        "Mode,Year,Class,Fares,Distance\nFerry,2024,low,10.5,3\nBus,2024,mid,3,8\nFerry,2025,high,7.25,2\nBus,2025,low,"
        + "4,9\nFerry,2026,mid,6,4\nBus,2026,high,2.5,7\nFerry,2026,low,1,5\n";

    public static TheoryData<string> Kinds() => [.. FormList.Standard.Forms.Select(form => form.Kind)];

    private string Study(string kind) =>
        Studies.Add(
            BringIn(Trips, "trips.csv").Id,
            $$"""{"format": "onewhole.study/1", "parts": {"column": "Mode"}, "groups": {"column": "Year"}, "value": """
                + $$"""{"sum": "Fares"}{{(FormList.Standard.Find(kind, "kind").GroupsWanted == 2 ? TwoYears : "")}}, """
                + $$""" "form": {"kind": "{{kind}}"} }"""
        );

    private static IEnumerable<Token> Words(StudyView view) =>
        view.Statement.SelectMany(phrase => phrase.Tokens).Where(token => token is { Control: "options", Path.Length: > 0 });

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Each_choice_gives_a_study_that_says_so(string kind)
    {
        string id = Study(kind);
        StudyView first = Studies.Get(id, 700, 460);
        int made = 0;
        foreach (string path in Words(first).Select(token => token.Path!).Distinct().ToArray())
        {
            IReadOnlyList<Option> options = Answers.Options(id, path);
            Assert.True(options.Count(option => option.Chosen) <= 1, $"{kind} {path}: more than one is chosen");
            foreach (Option option in options.Where(option => option is { Asks: null, Quiet: false }))
            {
                StudyView before = Studies.Get(id, 700, 460);
                StudyView after = Studies.Change(id, before.Revision, option.Path, option.Value?.DeepClone(), 700, 460);
                made++;
                Assert.True(
                    after.Figure is not null || after.Problem is not null,
                    $"{kind} {path} \"{option.Text}\": neither a figure nor a reason"
                );
                Assert.False(string.IsNullOrWhiteSpace(Sentence(after)));
                if (after.Study.ToJsonString() != before.Study.ToJsonString())
                {
                    // Back to where it was: the document is the same again.
                    StudyView back = Studies.Undo(id, after.Revision, 700, 460);
                    Assert.Equal(before.Study.ToJsonString(), back.Study.ToJsonString());
                    StudyView again = Studies.Redo(id, back.Revision, 700, 460);
                    Assert.Equal(after.Study.ToJsonString(), again.Study.ToJsonString());
                    Studies.Undo(id, again.Revision, 700, 460);
                }
            }
        }
        Assert.True(made >= 8, $"{kind}: only {made} choices");
        Assert.Equal(first.Study.ToJsonString(), Studies.Get(id, 700, 460).Study.ToJsonString());
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Each_shape_is_taken_and_keeps_parts_groups_and_amounts(string kind)
    {
        string id = Study(kind);
        foreach (Form form in FormList.Standard.Forms)
        {
            foreach (FormShape shape in form.Shapes)
            {
                StudyView before = Studies.Get(id, 700, 460);
                StudyView after = Studies.Shape(id, before.Revision, form.Kind, shape.Id, 700, 460);
                Assert.Equal(form.Kind, (string)after.Study["form"]!["kind"]!);
                Assert.Equal("Fares", (string?)after.Study["value"]?["sum"]);
                Assert.True(
                    shape.Holds(Core.Studies.StudyFormat.Standard.Read(after.Study.ToJsonString())),
                    $"{form.Kind} {shape.Id} does not hold after it was taken"
                );
            }
        }
    }

    [Fact]
    public void Each_setting_of_the_finish_is_said_with_a_choice_that_it_has()
    {
        foreach (Form form in FormList.Standard.Forms)
        {
            StudyView view = Studies.Get(Study(form.Kind), 700, 460);
            foreach (Setting setting in view.Settings.Where(setting => setting.Choices.Count > 0))
            {
                Assert.True(
                    setting.Choices.Count(choice => choice.Chosen) == 1,
                    $"{form.Kind} {setting.Path}: {setting.Choices.Count(choice => choice.Chosen)} are chosen"
                );
                foreach (SettingChoice choice in setting.Choices)
                {
                    StudyView now = Studies.Get(view.Id, 700, 460);
                    StudyView after = Studies.Change(view.Id, now.Revision, setting.Path, choice.Value?.DeepClone(), 700, 460);
                    Assert.True(
                        after
                            .Settings.FirstOrDefault(again => again.Path == setting.Path)
                            ?.Choices.FirstOrDefault(again => again.Text == choice.Text)
                            ?.Chosen == true,
                        $"{form.Kind} {setting.Path} \"{choice.Text}\" is not said to be chosen"
                    );
                    if (after.Revision > now.Revision)
                    {
                        Studies.Undo(view.Id, after.Revision, 700, 460);
                    }
                }
            }
        }
    }

    [Fact]
    public void Numbers_in_the_sentence_follow_what_is_filtered()
    {
        string id = Study("stacked");
        StudyView view = Studies.Get(id, 700, 460);
        string all = Sentence(view);
        StudyView fewer = Studies.Change(id, view.Revision, "where", JsonNode.Parse("""[{"column": "Year", "is": ["2026"]}]"""), 700, 460);
        Assert.NotEqual(all, Sentence(fewer));
        Assert.Equal(9.5, fewer.Workings!.Readings["whole"]!.GetValue<double>());
    }
}
