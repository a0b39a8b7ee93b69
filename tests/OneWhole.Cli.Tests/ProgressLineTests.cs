namespace OneWhole.Cli.Tests;

public sealed class ProgressLineTests
{
    private sealed class Written : StringWriter
    {
        private readonly TaskCompletionSource _something = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public Task Something => _something.Task;

        public override void Write(string? value)
        {
            base.Write(value);
            if (ToString().Contains('s', StringComparison.Ordinal))
            {
                _something.TrySetResult();
            }
        }
    }

    private static Streams To(TextWriter error, bool terminal) => new(TextWriter.Null, error, () => Stream.Null, terminal);

    [Fact]
    public async Task A_person_sees_what_is_being_done_and_the_line_is_taken_away()
    {
        using var error = new Written();
        using (var line = new ProgressLine(To(error, true), "reading a.csv"))
        {
            line.Say("reading a.csv: 4,000 rows");
            await error.Something;
        }
        string all = error.ToString();
        Assert.StartsWith("\rreading a.csv: 4,000 rows … ", all, StringComparison.Ordinal);
        Assert.EndsWith("\r", all, StringComparison.Ordinal);
        Assert.Equal("", all.Split('\r', StringSplitOptions.RemoveEmptyEntries)[^1].Trim());
    }

    [Fact]
    public void What_is_quick_and_what_nobody_reads_says_nothing()
    {
        using var error = new StringWriter();
        new ProgressLine(To(error, true), "reading").Dispose();
        using (var line = new ProgressLine(To(error, false), "reading"))
        {
            line.Say("still reading");
        }
        Assert.Equal("", error.ToString());
    }
}
