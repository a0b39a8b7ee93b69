using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>Headings are distinct and never empty, and each that was made is told.</summary>
public sealed class HeadingsTests
{
    [Theory]
    [InlineData("a|b", "a|b", 0)]
    [InlineData(" a |b", "a|b", 0)]
    [InlineData("a|a|a", "a|a (2)|a (3)", 2)]
    [InlineData("a||c", "a|Column 2|c", 1)]
    [InlineData("|", "Column 1|Column 2", 2)]
    // A name that stands elsewhere is not taken from it.
    [InlineData("a|a|a (2)", "a|a (3)|a (2)", 1)]
    [InlineData("|Column 1", "Column 1 (2)|Column 1", 1)]
    [InlineData("A|a", "A|a", 0)]
    public void They_are_settled(string cells, string expected, int notes)
    {
        var told = new List<ReadNote>();
        Assert.Equal(expected.Split('|'), Headings.Settle(cells.Split('|'), told));
        Assert.Equal(notes, told.Count);
    }

    [Fact]
    public void However_they_are_they_become_distinct()
    {
        var random = new Random(8);
        string[] names = ["", "a", "a (2)", "a (3)", "Column 1", "Column 2 (2)", " a"];
        for (int run = 0; run < 500; run++)
        {
            string[] cells = [.. Enumerable.Range(0, random.Next(1, 8)).Select(_ => names[random.Next(names.Length)])];
            string[] settled = Headings.Settle(cells, []);
            Assert.Equal(settled.Length, settled.Distinct().Count());
            Assert.DoesNotContain("", settled);
            // The first of a name keeps it.
            Assert.All(cells.Select(cell => cell.Trim()).Where(cell => cell.Length > 0).Distinct(), cell => Assert.Contains(cell, settled));
        }
    }
}
