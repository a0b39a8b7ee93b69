using System.Text;
using OneWhole.Formats.Handing;

namespace OneWhole.App.Tests;

/// <summary>Files that take a while are written with a look at how far they are, can be stopped, and are given away once.</summary>
public sealed class HandOverJobsTests : AppTest
{
    private const int Parts = 30_000;

    private readonly HandOverJobs _jobs = new();

    /// <summary>A study of very many parts, as a form that keeps them.</summary>
    private string Many()
    {
        var csv = new StringBuilder("Part,Amount\n");
        for (int part = 0; part < Parts; part++)
        {
            csv.Append(System.Globalization.CultureInfo.InvariantCulture, $"p{part},{part + 1}\n");
        }
        return Studies.Add(BringIn(csv.ToString(), "many.csv").Id, """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "form": {"kind": "pareto"} }""");
    }

    private HandOverStatus Ended(HandOverStatus status)
    {
        for (int tries = 0; status.State is "computing" or "writing" && tries < 4000; tries++)
        {
            Thread.Sleep(5);
            status = _jobs.Status(status.Id);
        }
        return status;
    }

    [Fact]
    public void A_written_file_is_the_same_as_the_one_sent_at_once_and_is_given_away_once()
    {
        string study = Many();
        HandOverStatus ended = Ended(_jobs.Start(_ => Studies.HandOver(study, "workings.csv", 900, 600, 1)));
        Assert.Equal(("done", 1.0, null), (ended.State, ended.Part, ended.Problem));
        (FileStream content, string type, string name) = _jobs.Take(ended.Id);
        string path = content.Name;
        using (content)
        {
            using var bytes = new MemoryStream();
            content.CopyTo(bytes);
            Assert.Equal(Studies.HandOver(study, "workings.csv", 900, 600, 1).Bytes(), bytes.ToArray());
        }
        Assert.Equal(("text/csv; charset=utf-8", true), (type, name.EndsWith(".workings.csv", StringComparison.Ordinal)));
        Assert.False(File.Exists(path));
        Assert.Throws<AppException>(() => _jobs.Take(ended.Id));
    }

    [Theory]
    [InlineData("workings.csv")]
    [InlineData("workings.json")]
    [InlineData("workings.ods")]
    [InlineData("workings.parquet")]
    [InlineData("workings.md")]
    public void Rows_tell_how_far_they_are_and_stop_when_they_are_not_wanted(string kind)
    {
        LeavingFile file = Studies.HandOver(Many(), kind, 900, 600, 1);
        var told = new List<double>();
        file.Write(Stream.Null, new Progress(told.Add, CancellationToken.None));
        Assert.True(told.Count >= Parts / 4096, $"{kind} told {told.Count} times");
        Assert.Equal(told.Order(), told);
        Assert.InRange(told[^1], 0.8, 1);

        using var stop = new CancellationTokenSource();
        int after = 0;
        Assert.Throws<OperationCanceledException>(() => file.Write(Stream.Null, new Progress(
            _ =>
            {
                after++;
                stop.Cancel();
            },
            stop.Token)));
        Assert.Equal(1, after);
    }

    [Fact]
    public void A_bundle_tells_how_far_its_rows_are()
    {
        var bundles = new BundleService(Documents, Tables, Studies, new BriefingService(Documents, Tables, Studies));
        var told = new List<double>();
        bundles.OfStudy(Many()).Write(Stream.Null, new Progress(told.Add, CancellationToken.None));
        Assert.Equal(told.Order(), told);
        Assert.InRange(told[^1], 0.8, 1);
    }

    [Fact]
    public void What_fails_says_why_and_what_is_stopped_leaves_nothing()
    {
        HandOverStatus failed = Ended(_jobs.Start(_ => Studies.HandOver("nowhere", "workings.csv", 900, 600, 1)));
        Assert.Equal("failed", failed.State);
        Assert.Contains("no such study", failed.Problem);

        using var begun = new ManualResetEventSlim();
        using var go = new ManualResetEventSlim();
        string? path = null;
        HandOverStatus running = _jobs.Start(_ => new LeavingFile("x.csv", "text/csv", (to, progress) =>
        {
            path = ((FileStream)to).Name;
            begun.Set();
            go.Wait();
            foreach (int row in progress.Rows(10))
            {
                to.WriteByte((byte)row);
            }
        }));
        begun.Wait();
        Assert.Equal("stopped", _jobs.Stop(running.Id).State);
        Assert.Throws<AppException>(() => _jobs.Status(running.Id));
        go.Set();
        for (int tries = 0; File.Exists(path) && tries < 400; tries++)
        {
            Thread.Sleep(5);
        }
        Assert.False(File.Exists(path));
    }

    [Fact]
    public void Files_that_nobody_fetches_do_not_pile_up()
    {
        HandOverStatus[] started = [.. Enumerable.Range(0, 12).Select(number => Ended(_jobs.Start(_ => new LeavingFile($"{number}.txt", "text/plain", (to, _) => to.WriteByte((byte)number)))))];
        Assert.All(started[..4], first => Assert.Throws<AppException>(() => _jobs.Take(first.Id)));
        foreach (HandOverStatus last in started[4..])
        {
            using FileStream content = _jobs.Take(last.Id).Content;
            Assert.Equal(1, content.Length);
        }
    }
}
