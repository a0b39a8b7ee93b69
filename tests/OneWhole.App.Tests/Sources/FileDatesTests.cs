namespace OneWhole.App.Tests;

public sealed class FileDatesTests
{
    [Theory]
    [InlineData("sales-Q4-2025.csv", "sales-Q1-2026.csv", "sales-Q*.csv")]
    [InlineData("sales 31.12.2025.csv", "sales 01.01.2026.csv", "sales *.csv")]
    [InlineData("sales-2025-W52.csv", "sales-2026-W03.csv", "sales-*-W*.csv")]
    [InlineData("sales Nov 2026.csv", "sales Dec 2026.csv", "sales *.csv")]
    [InlineData("sales December 2025.csv", "sales January 2026.csv", "sales *.csv")]
    [InlineData("sales_20260930.csv", "sales_20261001.csv", "sales_*.csv")]
    [InlineData("sales-2026-09.csv", "sales-2026-10.csv", "sales-*.csv")]
    [InlineData("09-2026 sales.csv", "01-2027 sales.csv", "* sales.csv")]
    [InlineData("sales 9.csv", "sales 10.csv", "sales *.csv")]
    public void The_newest_file_is_the_one_whose_name_says_the_latest_day(string older, string newer, string pattern)
    {
        string folder = Directory.CreateTempSubdirectory("onewhole-dates-").FullName;
        try
        {
            foreach (string name in (string[])[newer, older])
            {
                File.WriteAllText(Path.Combine(folder, name), "A,B\nx,1\n");
            }
            SourceItem item = Assert.Single(SourcePlace.Items(folder));
            Assert.Equal((pattern, newer), (item.Item, item.Newest));
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }
}
