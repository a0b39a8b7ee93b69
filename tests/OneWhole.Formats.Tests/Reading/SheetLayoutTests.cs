using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>Where the table is on a sheet: among titles, merged headings, notes, and other tables.</summary>
public sealed class SheetLayoutTests : ReadsFiles
{
    [Theory]
    [InlineData("ferries.xlsx", "21%", "50%", "100%")]
    [InlineData("ferries.xls", "21%", "50%", "100%")]
    [InlineData("ferries.ods", "0.21", "0.5", "1")]
    public void A_plain_sheet_keeps_its_numbers_days_and_shares(string file, string first, string second, string third)
    {
        ReadResult result = TableFile.Read(Fixture(file), ReadSettings.Found);
        Assert.Equal("Route|Day|Tickets|Fare|Load", Heads(result.Table));
        Assert.Equal(
            $"Hallin|2026-03-09|120|1204.5|{first} / Oskery|2026-03-10|80|0.1|{second} / Tarn Holm|2026-03-11||-12.25|{third}",
            Cells(result.Table)
        );
        Assert.Equal(
            [ColumnType.Category, ColumnType.Date, ColumnType.Quantity, ColumnType.Quantity, ColumnType.Quantity],
            result.Table.Columns.Select(column => column.Info.Type)
        );
        // The library that wrote the .ods writes a share's number without its format.
        Assert.Equal(
            (first.Contains('%'), 2, 21L),
            (result.Table.Columns[4].Info.HoldsShares, result.Table.Columns[4].Numbers.Scale, result.Table.Columns[4].Numbers.Units![0])
        );
        Assert.Equal("Fares", result.Used.Section);
        Assert.Empty(result.Notes);
    }

    [Theory]
    [InlineData("ferries.xlsx")]
    [InlineData("ferries.xls")]
    [InlineData("ferries.ods")]
    public void Titles_merged_headings_and_notes_are_told_from_the_table(string file)
    {
        ReadResult result = TableFile.Read(Fixture(file), new ReadSettings { Section = "Residents" });
        Assert.Equal("Age|Hallin Men|Hallin Women|Oskery Men|Oskery Women", Heads(result.Table));
        Assert.Equal(["Marrow Sound Ferries, residents", "as counted on the first of March"], result.Titles);
        Assert.Equal(["Source: the harbour office."], result.Below);
        Assert.Equal(4, result.Table.RowCount);
        Assert.Equal("Total|68|68|24|26", Cells(result.Table).Split(" / ")[^1]);
    }

    [Theory]
    [InlineData("ferries.xlsx")]
    [InlineData("ferries.xls")]
    [InlineData("ferries.ods")]
    public void A_sheet_and_a_range_can_be_chosen(string file)
    {
        using (FileStream stream = File.OpenRead(Fixture(file)))
        {
            Assert.Equal(["Fares", "Residents"], TableFile.SectionsOf(stream, file));
        }
        ReadResult result = TableFile.Read(Fixture(file), new ReadSettings { Section = "Residents", Range = "A5:C8" });
        Assert.Equal("Age|Men|Women", Heads(result.Table));
        Assert.Equal("0–4|31|29 / 5–9|33|30 / 85+|4|9", Cells(result.Table));
        ReadException fault = Assert.Throws<ReadException>(() => TableFile.Read(Fixture(file), new ReadSettings { Section = "Boats" }));
        Assert.Equal("no-sheet", fault.Code);
        Assert.Contains("\"Fares\", \"Residents\"", fault.Message, StringComparison.Ordinal);
        Assert.Equal(
            "wrong-range",
            Assert.Throws<ReadException>(() => TableFile.Read(Fixture(file), new ReadSettings { Range = "A5-C8" })).Code
        );
    }

    [Fact]
    public void Titles_above_delimited_text_are_found_where_its_rows_are_wider()
    {
        ReadResult result = Text("Delays of the ferries\nin minutes\nCause,Minutes\nFog,3\nEngine,4\n", "t.csv");
        Assert.Equal("Cause|Minutes", Heads(result.Table));
        Assert.Equal(["Delays of the ferries", "in minutes"], result.Titles);
        Assert.Equal("Cause", Heads(Text("Cause\nFog\nEngine\n", "t.csv").Table));
        Assert.Equal("Engine|4", Heads(Text("Cause,Minutes\nFog,3\nEngine,4\n", "t.csv", new ReadSettings { HeaderRow = 3 }).Table));
    }

    [Fact]
    public void Two_blocks_side_by_side_are_asked_about_as_one_table_or_two()
    {
        ReadResult result = TableFile.Read(Fixture("blocks.xlsx"), ReadSettings.Found);
        Assert.Equal("Stop|Boardings|Stop (2)|Boardings (2)", Heads(result.Table));
        Assert.Equal(["Boardings in the summer timetable"], result.Titles);
        ReadNote asked = Assert.Single(result.Notes);
        Assert.Equal("2 blocks stand side by side under the same headings: Hallin line, Wick line.", asked.Text);
        Table one = Core
            .Preparing.Preparation.Read($$"""{"format": "onewhole.prepare/1", "steps": [{{asked.Answers[1].Step!.ToJsonString()}}]}""")
            .Apply(result.Table);
        Assert.Equal("Block|Stop|Boardings", Heads(one));
        Assert.Equal(
            "Hallin line|Hallin Pier|812 / Hallin line|Oskery Quay|598 / Wick line|Big Wick|418 / Wick line|Little "
                + "Wick|204 / Wick line|Sule Bank|77",
            Cells(one)
        );
        Assert.Equal(["Stop (2)", "Boardings (2)"], asked.Answers[2].Split[1].Columns);
    }
}
