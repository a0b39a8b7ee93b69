using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Tests.Workings;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Statements;

/// <summary>The study reads as a sentence, and each word of it says what its choices would mean.</summary>
public sealed class StatementTests
{
    private static readonly Table Delays = TableOf.Columns(
        "Cause: Fog | Engine | Fog | Crew | | Engine | Fog",
        "Season: Summer | Summer | Winter | Winter | Summer | Spring | Autumn",
        "Minutes: 10 | 4.5 | 20 | 5 | 1 | 2 | 0.5",
        "Day: 2025-06-01 | 2025-06-02 | 2025-01-09 | 2025-01-09 | | 2025-07-01 | 2025-10-01"
    );

    private static Statement Of(string members, string form = "\"sharebars\"") => Statement.Of(CalculatorTests.Run(Delays, members, form));

    private static IReadOnlyList<Option> Options(string members, string path) =>
        Of(members).Phrases.SelectMany(phrase => phrase.Tokens).First(token => token.Path == path).Options!();

    private const string Minutes = """ "parts": {"column": "Cause"}, "value": {"sum": "Minutes"} """;

    [Theory]
    [InlineData("", "Minutes by cause, largest first, bars sideways. 100 % is all minutes: 43 min.")]
    [InlineData(
        """, "where": [{"column": "Season", "is": ["Summer", "Autumn"]}] """,
        "Minutes by cause, largest first, only where season is Summer or Autumn, bars sideways. 100 % is all minutes in these rows: 16 min."
    )]
    [InlineData(
        """, "where": [{"column": "Minutes", "from": 1, "to": 10}, {"column": "Cause", "blank": false}] """,
        "Minutes by cause, largest first, only where minutes is from 1 to 10 and cause is filled, bars sideways. 100 % "
            + "is all minutes in these rows: 21.5 min."
    )]
    [InlineData(
        """, "where": [{"column": "Day", "from": "2025-06-02"}] """,
        "Minutes by cause, largest first, only where day is 2025-06-02 or more, bars sideways. 100 % is all minutes in these rows: 7 min."
    )]
    [InlineData(
        """, "where": [{"column": "Season", "isNot": ["Summer", "Autumn", "Winter", "Spring", "Ice"]}] """,
        "Minutes by cause, largest first, only where season is not Summer, Autumn, Winter or 2 others, bars sideways. "
            + "100 % is all minutes in these rows: 0 min."
    )]
    [InlineData(""", "whole": {"given": 50} """, "Minutes by cause, largest first, bars sideways. 100 % is 50 min, a number I give.")]
    [InlineData(
        """, "whole": {"of": "unfiltered"}, "where": [{"column": "Season", "is": ["Winter"]}] """,
        "Minutes by cause, largest first, only where season is Winter, bars sideways. 100 % is all minutes before the filter: 43 min."
    )]
    [InlineData(
        """, "fold": {"keep": 2} """,
        "Minutes by cause, largest first, small causes folded past the 2nd, bars sideways. 100 % is all minutes: 43 min."
    )]
    [InlineData(
        """, "fold": {"reach": 0.825} """,
        "Minutes by cause, largest first, small causes folded once 82.5 % is reached, bars sideways. 100 % is all minutes: 43 min."
    )]
    [InlineData(
        """, "order": {"parts": "natural", "reverse": ["parts"]} """,
        "Minutes by cause, in natural order, reversed, bars sideways. 100 % is all minutes: 43 min."
    )]
    [InlineData(
        """, "order": {"parts": ["Fog"]}, "negatives": "size" """,
        "Minutes by cause, in an order of my own, amounts by their size, bars sideways. 100 % is all minutes: 43 min."
    )]
    public void The_sentence_says_what_the_study_says(string more, string sentence)
    {
        Table table = new(
            "delays",
            [
                .. Delays.Columns.Select(column =>
                    column.Name == "Minutes" ? new Column(column.Info with { Unit = "min" }, column.Cells) : column
                ),
            ]
        );
        Assert.Equal(sentence, Statement.Of(CalculatorTests.Run(table, Minutes + more, "\"sharebars\"")).Text);
    }

    [Fact]
    public void Counts_and_distinct_values_have_their_own_words()
    {
        Assert.StartsWith("Number of delays by cause", Of(""" "parts": {"column": "Cause"} """).Text, StringComparison.Ordinal);
        Assert.StartsWith(
            "Number of distinct seasons by cause",
            Of(""" "parts": {"column": "Cause"}, "value": {"distinct": "Season"} """).Text,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "by bands of minutes",
            Of(""" "parts": {"column": "Minutes", "bands": {"start": 0, "width": 5}} """).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void What_is_counted_is_offered_from_the_columns()
    {
        IReadOnlyList<Option> options = Options(Minutes, "value");
        Assert.Equal(["number of delays", "minutes", "distinct causes", "distinct seasons"], options.Select(option => option.Text));
        Assert.Equal("minutes", Assert.Single(options, option => option.Chosen).Text);
    }

    [Fact]
    public void Each_whole_is_offered_with_its_number()
    {
        IReadOnlyList<Option> options = Options(Minutes + """, "where": [{"column": "Season", "is": ["Winter"]}] """, "whole");
        Assert.Equal(
            [("everything used", "25"), ("everything before the filter", "43"), ("a number I give", null)],
            options.Select(option => (option.Text, option.Note))
        );
        Assert.Equal(["Fog is 80.0 %", "Fog is 46.5 %"], options.Take(2).Select(option => option.Detail));
        Assert.All(options, option => Assert.Equal("whole", option.Path));
    }

    [Fact]
    public void Bands_are_offered_for_a_number_column_with_a_round_start()
    {
        Option bands = Assert.Single(Options(Minutes, "parts"), option => option.Text == "bands of minutes");
        var start = bands.Value!["bands"]!;
        Assert.True(start["start"]!.GetValue<double>() <= 0.5);
        Assert.Contains(start["width"]!.GetValue<double>(), new[] { 2.5, 5.0 });
    }

    [Fact]
    public void A_clause_can_be_dropped_by_its_place()
    {
        Statement statement = Of(
            Minutes
                + """, "where": [{"column": "Season", "is": ["Winter"]}, {"column": "Cause", "blank": false}], "fold": """
                + """{"keep": 1}, "negatives": "leaveOut" """
        );
        Assert.Equal(
            ["where[0]", "where[1]", "fold", "negatives"],
            statement.Phrases.Where(phrase => phrase.Drop is not null).Select(phrase => phrase.Drop)
        );
    }

    [Fact]
    public void What_is_not_said_yet_is_offered()
    {
        Assert.Equal(["fold", "negatives", "parts.expected", "each"], Of(Minutes).Offers.Select(offer => offer.Path));
        Assert.DoesNotContain(
            Of(
                Minutes.Replace("\"Cause\"", "\"Cause\", \"expected\": [\"Ice\"]", StringComparison.Ordinal)
                    + """, "fold": {"keep": 1}, "negatives": "leaveOut" """
            ).Offers,
            offer => offer.Path != "each"
        );
        Statement pareto = Of(Minutes, "\"pareto\"");
        Assert.Equal(3, pareto.Offers.Count(offer => offer.Path == "form.cuts"));
        // The standard cut is kept beside the new one.
        Assert.Equal("""[{"share":0.8},{"count":5}]""", pareto.Offers.Last(offer => offer.Path == "form.cuts").Value.ToJsonString());
    }

    [Fact]
    public void Each_setting_has_one_choice_that_holds()
    {
        Statement statement = Of(
            Minutes + """, "finish": {"labels": "both", "trimZeros": true}, "rounding": {"decimals": 2} """,
            "\"pareto\""
        );
        Assert.All(statement.Settings.Where(setting => setting.Text is null), setting =>
            Assert.Single(setting.Choices, choice => choice.Chosen)
        );
        Assert.Equal(
            ["title", "finish.caption", "finish.source", "finish.unitName", "finish.amountEnd"],
            statement.Settings.Where(setting => setting.Text is not null).Select(setting => setting.Path)
        );
        Assert.Equal(
            "amount and share",
            statement.Settings.Single(setting => setting.Path == "finish.labels").Choices.Single(choice => choice.Chosen).Text
        );
        Assert.Contains(statement.Settings, setting => setting.Path == "form.axes");
    }

    [Fact]
    public void A_column_of_shares_says_what_it_adds_up_to_and_offers_100_percent()
    {
        Column share = TableOf.Column("Share", ["50%", "30%", "17%"]);
        Assert.True(share.Info.HoldsShares);
        var table = new Table("routes", [TableOf.Column("Route", ["a", "b", "c"]), share]);
        const string members = """ "parts": {"column": "Route"}, "value": {"sum": "Share"} """;
        WorkingsResult workings = CalculatorTests.Run(table, members, "\"sharebars\"");
        Assert.Contains("100 % is all share: 97 %.", Statement.Of(workings).Text, StringComparison.Ordinal);
        Option hundred = Statement
            .Of(workings)
            .Phrases[^1]
            .Tokens[1]
            .Options!()
            .Single(option => option.Text.StartsWith("100 %", StringComparison.Ordinal));
        Study given = StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", {{members}}, "whole": {{hundred.Value!.ToJsonString()}}, "form": {"kind": "sharebars"} }"""
        );
        WorkingsResult of100 = Calculator.Run(table, given);
        Assert.Equal(0.5, of100["share"].Number(0));
        Assert.Contains(of100.TieOut, line => line.Id == "parts-add-up" && line.Status == TieOutStatus.Warn);
    }

    [Fact]
    public void A_column_of_shares_is_percent_wherever_it_is_printed()
    {
        var table = new Table("routes", [TableOf.Column("Route", ["a", "b", "c"]), TableOf.Column("Share", ["50%", "32.5%", "17.5%"])]);
        WorkingsResult workings = CalculatorTests.Run(
            table,
            """ "parts": {"column": "Route"}, "value": {"sum": "Share"}, "finish": {"labels": "amount"} """,
            "\"pareto\""
        );
        Assert.Equal("32.5 %", WorkingsText.Of(workings, workings["value"], 1));
        Assert.Equal("32.5 %", new LabelNumbers(workings).Amount(1));
        Assert.Equal("32.5 %", PointedReading.Of(workings, 1)[0]);
        Assert.StartsWith("32.5 % ÷ 100 % = 32.5", new RuleWords(workings).Arithmetic(workings["share"], 1), StringComparison.Ordinal);
        Assert.Contains("100 % = 100 %", workings.TieOut.Single(line => line.Id == "parts-add-up").Text, StringComparison.Ordinal);
        string[] texts = [.. FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared).Marks.OfType<TextMark>().Select(mark => mark.Text)];
        Assert.Contains("32.5 %", texts);
        Assert.DoesNotContain(texts, text => text.Contains("0.3", StringComparison.Ordinal) || text == "1");
        // What is shown as amount and share at once would be the same twice.
        WorkingsResult both = CalculatorTests.Run(
            table,
            """ "parts": {"column": "Route"}, "value": {"sum": "Share"}, "finish": {"labels": "both"} """,
            "\"pie\""
        );
        Assert.Single(FigureDrawer.Draw(both, 960, 600, TextMeasurer.Shared).Marks.OfType<TextMark>(), mark =>
            mark.Text.Contains("32.5", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_unit_that_the_column_lacks_can_be_said_for_sentence_and_labels()
    {
        const string unit = """, "finish": {"unitName": "min", "unit": "after", "labels": "amount"} """;
        WorkingsResult workings = CalculatorTests.Run(Delays, Minutes + unit);
        Assert.Contains("43 min", Statement.Of(workings).Text, StringComparison.Ordinal);
        Assert.EndsWith(" min", new LabelNumbers(workings).Amount(0), StringComparison.Ordinal);
        Assert.Contains(Statement.Of(workings).Settings, setting => setting.Path == "finish.unit");
        // Where there is none, its place would do nothing.
        Assert.DoesNotContain(Statement.Of(CalculatorTests.Run(Delays, Minutes)).Settings, setting => setting.Path == "finish.unit");
    }

    [Fact]
    public void Rules_and_arithmetic_come_from_one_expression()
    {
        WorkingsResult workings = CalculatorTests.Run(Delays, Minutes);
        var words = new RuleWords(workings);
        Assert.Equal("minutes ÷ 43", words.Of(workings["share"]));
        Assert.Equal("30.5 ÷ 43 = 70.9302 %, shown as 70.9 %", words.Arithmetic(workings["share"], 0));
        WorkingsResult reconciled = CalculatorTests.Run(Delays, Minutes + """, "rounding": {"reconcile": true} """);
        Assert.Equal(
            "30.5 ÷ 43 = 70.9302 %, shown as 71.0 % so that all make 100",
            new RuleWords(reconciled).Arithmetic(reconciled["share"], 0)
        );
        Assert.Equal("30.5 + 6.5 + 5 = 42", words.Arithmetic(workings["running"], 2));
        Assert.Equal(
            "B: the running share before it is 86.05 %; A below 80 %, B below 95 %, C the rest",
            words.Arithmetic(workings["class"], 2)
        );
    }

    [Fact]
    public void Labels_that_no_row_has_any_more_are_named_until_they_are_dismissed()
    {
        Statement statement = Of(""" "parts": {"column": "Cause", "expected": ["Fog", "Tide", "Berth"]} """);
        Assert.Contains(", with Tide and Berth kept though no row has them", statement.Text);
        Assert.Equal("parts.expected", statement.Phrases.Single(phrase => phrase.Id == "expected-parts").Drop);
        Assert.Contains(", one cause expected", Of(""" "parts": {"column": "Cause", "expected": ["Fog"]} """).Text);
    }

    [Fact]
    public void Columns_side_by_side_are_offered_and_are_counted_themselves()
    {
        Table wide = TableOf.Columns("Stop: Hallin | Oskery", "Boardings: 812 | 598", "Landings: 640 | 611", "Waiting: 3 | 4");
        Statement statement = Statement.Of(
            CalculatorTests.Run(wide, """ "parts": {"columns": ["Boardings", "Landings"]} """, "\"sharebars\"")
        );
        Assert.StartsWith("Amounts by Boardings, Landings", statement.Text);
        Option option = statement
            .Phrases[0]
            .Tokens.First(token => token.Path == "parts")
            .Options!()
            .Single(option => option.Asks == "columns");
        Assert.True(option.Chosen);
        Assert.Equal(["Boardings", "Landings", "Waiting"], option.Among);
        Assert.Single(statement.Phrases[0].Tokens.First(token => token.Path == "value").Options!());
    }

    [Fact]
    public void A_column_that_follows_from_another_is_offered_quietly_and_the_tables_own_total_as_the_whole()
    {
        Table table = TableOf.Columns("Stop: Hallin | Oskery", "Boardings: 812 | 598");
        Column boardings = table
            .Columns[1]
            .With(table.Columns[1].Info with { Total = Core.Numbers.ExactDecimal.Parse("1413"), Multiplier = "thousand", Unit = "people" });
        Column share = TableOf.Column("Share", ["57.6", "42.4"]);
        table = new Table(
            "boardings",
            [table.Columns[0], boardings, share.With(share.Info with { Follows = "the share of Boardings in its total" })]
        );
        Statement statement = Statement.Of(
            CalculatorTests.Run(table, """ "parts": {"column": "Stop"}, "value": {"sum": "Boardings"} """, "\"sharebars\"")
        );
        Assert.EndsWith("100 % is all boardings: 1,410 thousand people.", statement.Text);
        Option own = statement
            .Phrases.Single(phrase => phrase.Id == "whole")
            .Tokens[1]
            .Options!()
            .Single(option => option.Text == "the table's own total");
        Assert.Equal(("1413", "as its last row says; 3 more than what is counted here"), (own.Value!["given"]!.ToString(), own.Detail));
        Option quiet = statement.Phrases[0].Tokens.First(token => token.Path == "value").Options!().Single(option => option.Quiet);
        Assert.Equal(("share", "Share is the share of Boardings in its total"), (quiet.Text, quiet.Detail));
    }
}
