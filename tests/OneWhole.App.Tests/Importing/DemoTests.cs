using OneWhole.Core.Drawing;
using OneWhole.Formats.Handing;

namespace OneWhole.App.Tests;

/// <summary>The demo loads once, all of it adds up, and every study of it leaves as every kind of file.</summary>
public sealed class DemoTests : AppTest
{
    private readonly DemoService _demo;

    public DemoTests()
    {
        _demo = new DemoService(Documents, Changes, Tables, Importing, Studies, Pages, Repository.At("demo"));
    }

    [Fact]
    public void All_of_it_adds_up_and_a_second_load_changes_nothing()
    {
        _demo.LoadOnce();
        (int tables, int studies, int pages, int sources) before = (
            Tables.List().Count,
            Studies.List(220, 140).Count,
            Briefings.List().Count,
            Sources.List().Count
        );
        Assert.Equal((9, 13, 1, 3), before);
        _demo.LoadOnce();
        Assert.Equal(before, (Tables.List().Count, Studies.List(220, 140).Count, Briefings.List().Count, Sources.List().Count));
        foreach (StudySummary study in Studies.List(220, 140))
        {
            Assert.Null(study.Problem);
            StudyView view = Studies.Get(study.Id, 960, 600);
            Assert.NotNull(view.Figure);
            Assert.All(view.Workings!.TieOut, line => Assert.NotEqual("fail", line.Status));
        }
        BriefingView page = Briefings.Get(Briefings.List().Single().Id, null);
        Assert.All(page.Blocks, block => Assert.Null(block.Problem));
        // Readings in the text are filled in: none is left as it was typed.
        Assert.DoesNotContain(page.Blocks.SelectMany(block => block.Segments), segment =>
            segment.Text.Contains("[[", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Every_study_leaves_as_every_kind_of_file()
    {
        _demo.LoadOnce();
        foreach (StudySummary study in Studies.List(220, 140))
        {
            foreach (HandOver kind in HandOver.Standard)
            {
                LeavingFile file = Leaving.HandOver(study.Id, kind.Kind, 960, 600, 1);
                Assert.True(file.Bytes().Length > 200, $"{study.Title} as {kind.Kind} is nearly empty");
                Assert.EndsWith(kind.Extension, file.Name, StringComparison.Ordinal);
            }
        }
        Assert.All(BriefingHandOver.Standard, kind =>
            Assert.True(Briefings.HandOver(Briefings.List().Single().Id, kind.Extension[1..], null).Bytes().Length > 2000)
        );
    }

    [Fact]
    public void Its_figures_have_words_for_who_does_not_see_them()
    {
        _demo.LoadOnce();
        foreach (StudySummary study in Studies.List(220, 140))
        {
            Figure figure = Studies.Get(study.Id, 960, 600).Figure!;
            Assert.Contains("100 %", figure.Description);
            Assert.All(figure.Marks.OfType<TextMark>(), mark => Assert.False(string.IsNullOrWhiteSpace(mark.Text)));
        }
    }

    [Fact]
    public void Without_its_folder_there_is_none()
    {
        var none = new DemoService(Documents, Changes, Tables, Importing, Studies, Pages, null);
        Assert.False(none.IsAvailable);
        none.LoadOnce();
        Assert.Empty(Tables.List());
    }
}
