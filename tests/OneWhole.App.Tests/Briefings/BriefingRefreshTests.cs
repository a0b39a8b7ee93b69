namespace OneWhole.App.Tests;

/// <summary>An open page says which of its tables have newer rows, and takes what can be taken in one step.</summary>
public sealed class BriefingRefreshTests : AppTest
{
    private readonly BriefingRefreshService _refresh;

    public BriefingRefreshTests()
    {
        _refresh = new BriefingRefreshService(Briefings, Sources, Refreshing, Tables);
    }

    private string Put(string folder, string name, string text)
    {
        string path = Directory.CreateDirectory(Path.Combine(Folder, folder)).FullName;
        File.WriteAllText(Path.Combine(path, name), text);
        return path;
    }

    private async Task<TableView> Series(string folder)
    {
        SourceView source = Sources.Add(folder, Put(folder, $"{folder}-1.csv", "Goods,Sales\nTea,10\nSoup,5\n"));
        return Finished(await Sources.Import(source.Id, $"{folder}-*.csv", default));
    }

    [Fact]
    public async Task Newer_rows_are_told_of_table_by_table_and_taken_together()
    {
        TableView kiosk = await Series("kiosk"),
            bar = await Series("bar"),
            still = await Series("still");
        string typed = BringIn("Goods,Sales\nTea,1\n", "typed.csv").Id;
        string page = Briefings
            .Start("Monday", [.. new[] { kiosk.Id, kiosk.Id, bar.Id, still.Id, typed }.Select(table => Start(table).Id)])
            .Id;
        Assert.Empty(await _refresh.Newer(page, default));
        Assert.Empty(await _refresh.Take(page, default));

        Put("kiosk", "kiosk-2.csv", "Goods,Sales\nTea,20\nSoup,5\nPasties,5\n");
        Put("bar", "bar-2.csv", "");
        Assert.Equal([kiosk.Id, bar.Id], (await _refresh.Newer(page, default)).Select(table => table.Id));
        IReadOnlyList<BriefingRefresh> moved = await _refresh.Take(page, default);
        BriefingRefresh taken = moved[0],
            refused = moved[1];
        Assert.Equal(("kiosk", 2, 3, null), (taken.Table, taken.RowsBefore, taken.RowsAfter, taken.Problem));
        Assert.Equal([("15 sales", "30 sales"), ("15 sales", "30 sales")], taken.Studies.Select(study => (study.Before!, study.After!)));
        // An empty file is no table: the bar's rows stay, and the page says why.
        Assert.Equal("bar", refused.Table);
        Assert.False(string.IsNullOrEmpty(refused.Problem));
        Assert.Equal(2, TableAnswers.Get(bar.Id).RowCount);
        Assert.Equal([bar.Id], (await _refresh.Newer(page, default)).Select(table => table.Id));
        Assert.Contains(Briefings.Get(page, null).Blocks, block => block.Study!.Readings.Any(reading => reading.Text == "30 sales"));
    }

    [Fact]
    public async Task A_series_that_is_gone_leaves_the_page_as_it_is()
    {
        TableView kiosk = await Series("kiosk");
        string page = Briefings.Start("Monday", [Start(kiosk.Id).Id]).Id;
        Directory.Delete(Path.Combine(Folder, "kiosk"), true);
        Assert.Empty(await _refresh.Newer(page, default));
        Assert.Empty(await _refresh.Take(page, default));
        Assert.Equal("15 sales", Briefings.Get(page, null).Blocks[0].Study!.Readings.Single(reading => reading.Name == "whole").Text);
    }
}
