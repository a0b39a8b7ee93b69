using System.Text;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;
using UglyToad.PdfPig;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Figures as PDF: on paper, with fonts, and the workings on the next pages.</summary>
public sealed class PdfFigureTests : HandsOver
{
    [Fact]
    public void A_pdf_is_laid_out_on_paper_alone_or_with_the_workings()
    {
        using PdfDocument both = PdfDocument.Open(
            HandOver.Find("figure.pdf").ToBytes(Study(), new HandingSize(960, 600) { Paper = Paper.Find("a4-lying"), Margin = 20 })
        );
        Assert.Equal(2, both.NumberOfPages);
        Assert.All(both.GetPages(), page => Assert.Equal((842, 595), (page.Width, page.Height)));
        double points = 20 / 25.4 * 72;
        Assert.All(both.GetPages().SelectMany(page => page.Letters), letter =>
            Assert.True(
                letter.BoundingBox.Left > points - 1
                    && letter.BoundingBox.Right < 841.9 - points + 1
                    && letter.BoundingBox.Bottom > points - 3
                    && letter.BoundingBox.Top < 595.3 - points + 1,
                $"{letter.Value} is in the margin"
            )
        );
        using PdfDocument alone = PdfDocument.Open(
            HandOver.Find("figure.pdf").ToBytes(Study(), new HandingSize(960, 600) { Paper = Paper.Find("a4"), HasWorkings = false })
        );
        Assert.Equal(1, alone.NumberOfPages);
        Assert.Contains("a5-lying", Assert.Throws<StudyException>(() => Paper.Find("b4")).Message);
    }

    /// <summary>Added after what the painter wrote, and found by a reader that is not ours, together with all pages.</summary>
    [Fact]
    public void A_pdf_says_its_title_and_its_language()
    {
        using PdfDocument document = PdfDocument.Open(Write("figure.pdf", Study()));
        UglyToad.PdfPig.Tokens.DictionaryToken catalog = document.Structure.Catalog.CatalogDictionary;
        Assert.Equal("en-GB", ((UglyToad.PdfPig.Tokens.StringToken)catalog.Data["Lang"]).Data);
        Assert.Contains("DisplayDocTitle", ((UglyToad.PdfPig.Tokens.DictionaryToken)catalog.Data["ViewerPreferences"]).Data.Keys);
        Assert.Equal((Study().Title, 2), (document.Information.Title, document.NumberOfPages));
    }

    [Fact]
    public void A_pdf_has_its_text_and_its_fonts_and_the_workings_on_the_next_page()
    {
        byte[] bytes = Write("figure.pdf", Study());
        using PdfDocument pdf = PdfDocument.Open(bytes);
        Assert.Equal(2, pdf.NumberOfPages);
        Assert.Equal("Minutes lost & found", pdf.Information.Title);
        UglyToad.PdfPig.Content.Page figure = pdf.GetPage(1),
            workings = pdf.GetPage(2);
        Assert.Equal((720, 450), (figure.Width, figure.Height));
        string Words(UglyToad.PdfPig.Content.Page page) => string.Join(' ', page.GetWords().Select(word => word.Text));
        Assert.Contains("Minutes lost & found", Words(figure));
        Assert.Contains("adds up", Words(figure));
        Assert.Contains("Ærvåg", Words(figure));
        Assert.Contains("<script>alert(1)</script>", Words(workings));
        Assert.Contains("4 causes add up to the whole: 200.5 = 200.5", Words(workings));
        Assert.All(pdf.GetPages().SelectMany(page => page.Letters).Select(letter => letter.FontName).Distinct(), font =>
            Assert.Matches("Newsreader|PublicSans|NotoSans", font)
        );
        Assert.Contains("/FontFile2", Encoding.Latin1.GetString(bytes));
        Assert.DoesNotContain("/JavaScript", Encoding.Latin1.GetString(bytes));
    }

    [Fact]
    public void Names_in_a_pdf_are_whole_however_long_and_columns_without_room_are_named()
    {
        const string name = "the connection of the afternoon ferry with the last bus of the day at the pier of island";
        string csv = "Cause,Minutes\n" + string.Join('\n', Enumerable.Range(1, 200).Select(part => $"{name} n{part},{part}"));
        using var stream = new MemoryStream(Encoding.UTF8.GetBytes(csv));
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pareto"}}"""
        );
        var handed = new HandedStudy("Many", study, WorkingsSet.Run(TableFile.Read(stream, "t.csv", ReadSettings.Found).Table, study));
        using PdfDocument pdf = PdfDocument.Open(HandOver.Find("figure.pdf").ToBytes(handed, new HandingSize(720, 480)));
        string[] words = [.. pdf.GetPages().Skip(1).SelectMany(page => page.GetWords()).Select(word => word.Text)];
        Assert.All(Enumerable.Range(1, 200), part => Assert.Contains($"n{part}", words));
        Assert.Equal(200, words.Count(word => word == "afternoon"));
        Assert.DoesNotContain(words, word => word.EndsWith('…'));
        // On a narrow sheet the last columns have no room: they are named.
        using PdfDocument narrow = PdfDocument.Open(HandOver.Find("figure.pdf").ToBytes(handed, new HandingSize(480, 640)));
        string all = string.Join(' ', narrow.GetPages().Skip(1).SelectMany(page => page.GetWords()).Select(word => word.Text));
        Assert.True(all.Contains("class", StringComparison.Ordinal), "the last column is neither printed nor named");
    }

    [Fact]
    public void A_pdf_of_many_parts_goes_on_over_pages_until_its_last_row()
    {
        string csv = "Cause,Minutes\n" + string.Join('\n', Enumerable.Range(1, 120).Select(part => $"part {part},{part}"));
        using var stream = new MemoryStream(Encoding.UTF8.GetBytes(csv));
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "sharebars"}}"""
        );
        using PdfDocument pdf = PdfDocument.Open(
            Write(
                "figure.pdf",
                new HandedStudy("Many", study, WorkingsSet.Run(TableFile.Read(stream, "t.csv", ReadSettings.Found).Table, study))
            )
        );
        string all = string.Join('\n', pdf.GetPages().Skip(1).Select(page => string.Join(' ', page.GetWords().Select(word => word.Text))));
        Assert.All(Enumerable.Range(1, 120), part => Assert.Contains($"part {part} {part} ", all));
        Assert.Contains("120 causes add up to the whole", all);
    }
}
