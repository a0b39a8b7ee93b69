using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>A row that looks like a total is asked about.</summary>
public sealed class TotalQuestionTests : ReadsFiles
{
    [Theory]
    [InlineData(
        "Stop,On,Off\na,1,2\nb,3,4\nTotal,4,6\n",
        "The last row, “Total”, looks like a total and would count everything twice: On 4, as its rows; Off 6, as its rows."
    )]
    [InlineData(
        "Stop,On\na,1\nb,3\nSum,7\n",
        "The last row, “Sum”, looks like a total and would count everything twice: On 7, 3 more than its rows."
    )]
    [InlineData("Stop,On\na,1\nb,3\n,4\n", "The last row looks like a total and would count everything twice: On 4, as its rows.")]
    [InlineData("Stop,On\na,1\nb,3\nc,4\n", null)]
    [InlineData("Stop,On\na,1\nb,3\n,5\n", null)]
    [InlineData("Stop,On\na,1\nTotal,1\n", null)]
    public void A_total_as_the_last_row_is_asked_about(string text, string? question)
    {
        ReadResult result = Text(text, "t.csv");
        Assert.Equal(question, result.Notes.FirstOrDefault(note => note.Code == "total-row")?.Text);
        // It stays a row until somebody says otherwise.
        Assert.Equal(text.Count(c => c == '\n') - 1, result.Table.RowCount);
    }
}
