using System.Text;
using DuckDB.NET.Data;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;
using UglyToad.PdfPig;

namespace OneWhole.Formats.Tests;

/// <summary>What leaves: read again by readers that are not ours, and with labels that would like to be more than text.</summary>
public sealed class HandOverTests
{
    private const string Rows =
        "Cause,Season,Minutes\nFog on the Sound,Winter,120\n\"<script>alert(1)</script> & | "
        + "*x*\",Winter,60\n=1+1,Summer,15\nÆrvåg,Summer,5.5\n";

    private static HandedStudy Study(string more = "", string form = "pareto")
    {
        using var stream = new MemoryStream(Encoding.UTF8.GetBytes(Rows));
        Table table = TableFile.Read(stream, "t.csv", ReadSettings.Found).Table;
        Study study = StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "title": "Minutes lost & found", "parts": {"column": "Cause"}, "value": """
                + $$"""{"sum": "Minutes"}, "form": {"kind": "{{form}}"} {{more}} }"""
        );
        return new HandedStudy(study.Title, study, WorkingsSet.Run(table, study));
    }

    private static byte[] Write(string kind, HandedStudy study) => HandOver.Find(kind).ToBytes(study, new HandingSize(960, 600));

    public static TheoryData<string> Kinds => [.. HandOver.Standard.Select(kind => kind.Kind)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_kind_writes_a_study_and_one_that_is_repeated(string kind)
    {
        Assert.NotEmpty(Write(kind, Study()));
        Assert.NotEmpty(Write(kind, Study(""", "each": {"column": "Season"} """)));
        Assert.NotEmpty(HandOver.Find(kind).Name + HandOver.Find(kind).Detail + HandOver.Find(kind).MediaType);
    }

    [Fact]
    public void An_unknown_kind_is_refused_with_those_there_are() =>
        Assert.Contains("figure.pdf", Assert.Throws<StudyException>(() => HandOver.Find("figure.gif")).Message);

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
    public void An_OpenDocument_spreadsheet_has_the_workings_as_numbers_and_says_what_it_is_first()
    {
        byte[] bytes = Write("workings.ods", Study());
        // The name and the content of the first entry stand at fixed places (ISO/IEC 26300, part 3).
        Assert.Equal("mimetypeapplication/vnd.oasis.opendocument.spreadsheet", Encoding.ASCII.GetString(bytes, 30, 54));
        using var stream = new MemoryStream(bytes);
        Table table = TableFile.Read(stream, "workings.ods", ReadSettings.Found).Table;
        Assert.Equal(["Fog on the Sound", "<script>alert(1)</script> & | *x*", "=1+1", "Ærvåg"], table.Columns[0].Labels.Labels.Take(4));
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

    [Fact]
    public void A_page_needs_nothing_else_and_labels_stay_text()
    {
        string page = Encoding.UTF8.GetString(Write("page.html", Study()));
        Assert.DoesNotContain("<script>alert", page);
        Assert.Contains("&lt;script&gt;alert(1)&lt;/script&gt;", page);
        Assert.DoesNotContain("http:", page.Replace("http://www.w3.org/2000/svg", "", StringComparison.Ordinal));
        Assert.DoesNotContain("https:", page);
        // Whatever a label holds, the page itself lets nothing be fetched and nothing run but its own script.
        Assert.Contains("Content-Security-Policy\" content=\"default-src 'none'", page);
        Assert.DoesNotContain("script-src 'unsafe", page);
        Assert.Equal(4, System.Text.RegularExpressions.Regex.Count(page, "<rect data-row="));
        Assert.Contains("4 causes add up to the whole: 200.5 = 200.5", page);
    }

    [Fact]
    public void Markdown_is_a_table_in_which_labels_are_no_markup()
    {
        string[] lines = Encoding.UTF8.GetString(Write("workings.md", Study())).Split('\n');
        Assert.Equal("| cause | minutes | rank | share | shown share | running minutes | running share | position | class |", lines[2]);
        Assert.StartsWith(@"| \<script\>alert(1)\</script\> & \| \*x\* | 60.0 | 2 | 29.93 % | 29.9 % |", lines[5]);
        Assert.Contains("- ok: 4 causes add up to the whole: 200.5 = 200.5", lines);
    }

    [Fact]
    public void Labels_that_begin_like_formulas_are_made_inert_where_that_is_asked_for()
    {
        Table table = TableFile
            .Read(
                new MemoryStream(Encoding.UTF8.GetBytes("Cause,Minutes\n=1+1,4\n@here,3\n-x,2\n\"Fog, =thick\",1\n")),
                "causes.csv",
                ReadSettings.Found
            )
            .Table;
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "sharebars"}}"""
        );
        var handed = new HandedStudy("Causes", study, WorkingsSet.Run(table, study));
        string[] First(string kind) => Encoding.UTF8.GetString(Write(kind, handed)).Split("\r\n")[1..5];
        Assert.StartsWith("=1+1,4", First("workings.csv")[0], StringComparison.Ordinal);
        string[] inert = First("inert.csv");
        Assert.StartsWith("'=1+1,4", inert[0], StringComparison.Ordinal);
        Assert.StartsWith("'@here,3", inert[1], StringComparison.Ordinal);
        Assert.StartsWith("'-x,2", inert[2], StringComparison.Ordinal);
        Assert.StartsWith("\"Fog, =thick\",1", inert[3], StringComparison.Ordinal);
    }

    [Fact]
    public void Parquet_is_read_by_another_engine_unrounded()
    {
        string path = Path.Combine(Path.GetTempPath(), $"onewhole-{Guid.NewGuid():n}.parquet");
        File.WriteAllBytes(path, Write("workings.parquet", Study(""", "each": {"column": "Season"} """)));
        try
        {
            using var connection = new DuckDBConnection("Data Source=:memory:");
            connection.Open();
            using DuckDBCommand command = connection.CreateCommand();
            command.CommandText = $"SELECT each, part, value, share FROM '{path}'";
            using System.Data.Common.DbDataReader reader = command.ExecuteReader();
            var rows = new List<string>();
            while (reader.Read())
            {
                rows.Add(
                    FormattableString.Invariant($"{reader.GetString(0)} {reader.GetString(1)} {reader.GetDouble(2)} {reader.GetDouble(3)}")
                );
            }
            Assert.Equal(FormattableString.Invariant($"Winter Fog on the Sound 120 {120 / 180.0}"), rows[0]);
            Assert.Equal(FormattableString.Invariant($"Summer Ærvåg 5.5 {5.5 / 20.5}"), rows[^1]);
            Assert.Equal(4, rows.Count);
            // Ranks are whole numbers.
            reader.Close();
            command.CommandText = $"SELECT typeof(rank), max(rank) FROM '{path}' GROUP BY 1";
            Assert.Equal("BIGINT", (string)command.ExecuteScalar()!);
        }
        finally
        {
            File.Delete(path);
        }
    }
}
