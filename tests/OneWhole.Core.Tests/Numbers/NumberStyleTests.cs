using System.Text.Json;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Numbers;

/// <summary>
/// Numbers as their readers write them: what CLDR says, over everything that is printed, and nothing of what is computed.
/// </summary>
public sealed class NumberStyleTests
{
    /// <summary>From CLDR 48, as ICU 78 prints them in Node's Intl.NumberFormat; a hyphen for a minus is printed as a minus.</summary>
    [Theory]
    [InlineData("en-GB", "1,234", "1,234,567.5", "−12.3%")]
    [InlineData("de-DE", "1.234", "1.234.567,5", "−12,3\u00a0%")]
    [InlineData("fr-FR", "1\u202f234", "1\u202f234\u202f567,5", "−12,3\u202f%")]
    [InlineData("es-ES", "1234", "1.234.567,5", "−12,3\u00a0%")]
    [InlineData("es-AR", "1.234", "1.234.567,5", "−12,3\u00a0%")]
    [InlineData("pl-PL", "1234", "1\u00a0234\u00a0567,5", "−12,3%")]
    [InlineData("sv-SE", "1\u00a0234", "1\u00a0234\u00a0567,5", "−12,3\u00a0%")]
    [InlineData("pt-PT", "1234", "1\u00a0234\u00a0567,5", "−12,3%")]
    [InlineData("en-IN", "1,234", "12,34,567.5", "−12.3%")]
    [InlineData("tr-TR", "1.234", "1.234.567,5", "−%12,3")]
    [InlineData("it-IT", "1234", "1.234.567,5", "−12,3%")]
    [InlineData("cs-CZ", "1\u00a0234", "1\u00a0234\u00a0567,5", "−12,3\u00a0%")]
    [InlineData("nl-NL", "1.234", "1.234.567,5", "−12,3%")]
    public void A_region_writes_numbers_as_the_common_locale_data_say(string culture, string four, string seven, string percent)
    {
        using IDisposable style = NumberStyle.Of(culture)!.Use();
        Assert.Equal(four, NumberText.Count(1234));
        Assert.Equal(seven, NumberText.Exact(ExactDecimal.Parse("1234567.5")));
        Assert.Equal(percent, NumberText.Percent(new Fraction(-123, 1000), 1));
    }

    [Theory]
    [InlineData("de-CH", "9.3.2024")]
    [InlineData("en-US", "3/9/2024")]
    [InlineData("sv-SE", "2024-03-09")]
    public void Dates_have_their_regions_order(string culture, string expected)
    {
        string date = NumberStyle.Of(culture)!.Date(new DateTime(2024, 3, 9));
        Assert.Equal(expected, date.Replace("09.03", "9.3", StringComparison.Ordinal));
    }

    [Fact]
    public void Units_stand_where_the_region_has_them()
    {
        Assert.Equal("−€1,240", NumberText.WithUnit(NumberText.Exact(ExactDecimal.Parse("-1240")), "€"));
        using IDisposable style = NumberStyle.Of("de-DE")!.Use();
        Assert.Equal("−1.240\u00a0€", NumberText.WithUnit(NumberText.Exact(ExactDecimal.Parse("-1240")), "€"));
        Assert.Equal("1.240 t", NumberText.WithUnit(NumberText.Count(1240), "t"));
    }

    [Fact]
    public void No_such_culture_is_said_with_its_place()
    {
        StudyException fault = Assert.Throws<StudyException>(() =>
            StudyFormat.Standard.Read(
                """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "form": {"kind": "pie"}, "finish": """
                    + """{"numbers": {"culture": "xx-QQ"}} }"""
            )
        );
        Assert.Contains("finish.numbers.culture", fault.Message, StringComparison.Ordinal);
        Assert.Null(NumberStyle.Of(""));
    }

    private static readonly Table Delays = TableOf.Columns(
        "Cause: Fog | Fog | Engine | Ice | Ice",
        "Day: 2024-01-01 | 2024-02-01 | 2024-03-09 | 2024-04-01 | 2024-05-01",
        "Minutes: 12000.5 | 4100 | 2500 | 1200 | 33"
    );

    private static Study Read(string form, string finish) =>
        StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "value": {"sum": "Minutes"}, "parts": {"column": "Cause"}, "where": """
                + $$"""[{"column": "Day", "from": "2024-01-15"}], "form": {{form}}, "finish": {{finish}} }"""
        );

    [Theory]
    [InlineData("""{"kind": "pareto"}""")]
    [InlineData("""{"kind": "sharebars"}""")]
    [InlineData("""{"kind": "pie", "hole": 0.6}""")]
    [InlineData("""{"kind": "bridge"}""")]
    [InlineData("""{"kind": "stacked"}""")]
    public void Every_number_of_a_figure_its_sentence_and_its_proofs_follows(string form)
    {
        const string german = """{"labels": "both", "numbers": {"culture": "de-DE"}}""";
        WorkingsResult workings = Calculator.Run(Delays, Read(form, german));
        string[] texts =
        [
            .. FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared).Marks.OfType<TextMark>().Select(mark => mark.Full ?? mark.Text),
            Statement.Of(workings).Text,
            .. workings.TieOut.Select(line => line.Text),
        ];
        Assert.Contains(texts, text =>
            text.Contains("15.1.2024", StringComparison.Ordinal) || text.Contains("15.01.2024", StringComparison.Ordinal)
        );
        // No comma before three digits, no point before other than three, no space of the wrong kind before a percent sign.
        Assert.All(texts, text =>
            Assert.DoesNotMatch(
                @"\d,\d{3}(?!\d)|\d\.\d{1,2}(?![\d.])(?!\.?20)|\d %",
                text.Replace("15.01.2024", "", StringComparison.Ordinal).Replace("15.1.2024", "", StringComparison.Ordinal)
            )
        );
        // What is computed knows nothing of it.
        WorkingsResult plain = Calculator.Run(Delays, Read(form, """{"labels": "both"}"""));
        Assert.Equal(plain.Readings.ToJsonString(), workings.Readings.ToJsonString());
        using (NumberStyle.Plain.Force())
        {
            Assert.Equal(plain.TieOut.Select(line => line.Text), workings.TieOut.Select(line => line.Text));
            Assert.Equal(
                JsonSerializer.Serialize(FigureDrawer.Draw(plain, 960, 600, TextMeasurer.Shared).Marks),
                JsonSerializer.Serialize(FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared).Marks)
            );
        }
        Assert.NotEqual(plain.TieOut.Select(line => line.Text), workings.TieOut.Select(line => line.Text));
    }

    [Fact]
    public void What_differs_is_said_over_the_installations_style()
    {
        var numbers = new NumbersFinish
        {
            Group = GroupMark.Apostrophe,
            FourDigits = FourDigits.Together,
            Percent = PercentSpace.Close,
            Minus = MinusSign.Hyphen,
        };
        using IDisposable installation = NumberStyle.Of("de-DE")!.Use();
        using IDisposable own = numbers.Use();
        Assert.Equal("-12’345,5", NumberText.Exact(ExactDecimal.Parse("-12345.5")));
        Assert.Equal("1234", NumberText.Count(1234));
        Assert.Equal("12,5%", NumberText.Percent(new Fraction(1, 8), 1));
    }
}
