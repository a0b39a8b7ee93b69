using System.Text;
using OneWhole.Formats.Handing;

namespace OneWhole.App.Tests;

/// <summary>Files that take a while are written with a look at how far they are, can be stopped, and wait to be fetched.</summary>
public sealed class HandOverJobsTests : AppTest
{
    private const int Parts = 30_000;

    private readonly HandOverJobs _jobs;

    public HandOverJobsTests() => _jobs = new HandOverJobs(Room);

    /// <summary>A study of very many parts, as a form that keeps them.</summary>
    private string Many()
    {
        var csv = new StringBuilder("Part,Amount\n");
        for (int part = 0; part < Parts; part++)
        {
            csv.Append(System.Globalization.CultureInfo.InvariantCulture, $"p{part},{part + 1}\n");
        }
        return Studies.Add(
            BringIn(csv.ToString(), "many.csv").Id,
            """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "form": {"kind": "pareto"} }"""
        );
    }

    private HandOverStatus Ended(HandOverStatus status) =>
        Eventually.Of(() => _jobs.Status(status.Id), seen => seen.State is not ("queued" or "computing" or "writing"));

    [Fact]
    public void A_written_file_is_the_same_as_the_one_sent_at_once_each_time_it_is_fetched()
    {
        string study = Many();
        HandOverStatus ended = Ended(_jobs.Start(_ => Leaving.HandOver(study, "workings.csv", 900, 600, 1)));
        Assert.Equal(("done", 1.0, null), (ended.State, ended.Progress, ended.Problem));
        byte[] wanted = Leaving.HandOver(study, "workings.csv", 900, 600, 1).Bytes();
        for (int time = 0; time < 2; time++)
        {
            (Stream content, string type, string name) = _jobs.Open(ended.Id);
            using var bytes = new MemoryStream();
            content.CopyTo(bytes);
            Assert.Equal(wanted, bytes.ToArray());
            Assert.Equal(("text/csv; charset=utf-8", true), (type, name.EndsWith(".workings.csv", StringComparison.Ordinal)));
        }
        _jobs.Stop(ended.Id);
        Assert.Throws<AppException>(() => _jobs.Open(ended.Id));
    }

    [Theory]
    [InlineData("workings.csv")]
    [InlineData("workings.json")]
    [InlineData("workings.ods")]
    [InlineData("workings.parquet")]
    [InlineData("workings.md")]
    public void Rows_tell_how_far_they_are_and_stop_when_they_are_not_wanted(string kind)
    {
        LeavingFile file = Leaving.HandOver(Many(), kind, 900, 600, 1);
        var told = new List<double>();
        file.Write(Stream.Null, new Progress(told.Add, CancellationToken.None));
        Assert.True(told.Count >= Parts / 4096, $"{kind} told {told.Count} times");
        Assert.Equal(told.Order(), told);
        Assert.InRange(told[^1], 0.8, 1);

        using var stop = new CancellationTokenSource();
        int after = 0;
        Assert.Throws<OperationCanceledException>(() =>
            file.Write(
                Stream.Null,
                new Progress(
                    _ =>
                    {
                        after++;
                        stop.Cancel();
                    },
                    stop.Token
                )
            )
        );
        Assert.Equal(1, after);
    }

    [Fact]
    public void A_bundle_tells_how_far_its_rows_are()
    {
        var told = new List<double>();
        Bundles.OfStudy(Many()).Write(Stream.Null, new Progress(told.Add, CancellationToken.None));
        Assert.Equal(told.Order(), told);
        Assert.InRange(told[^1], 0.8, 1);
    }

    [Fact]
    public void What_fails_says_why_and_what_is_stopped_leaves_nothing()
    {
        HandOverStatus failed = Ended(_jobs.Start(_ => Leaving.HandOver("nowhere", "workings.csv", 900, 600, 1)));
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
        go.Set();
        Eventually.Holds(() => _jobs.Status(running.Id).State == "stopped");
        Assert.Throws<AppException>(() => _jobs.Open(running.Id));
        Assert.False(File.Exists(path));
    }

    [Fact]
    public void Files_that_nobody_fetches_do_not_pile_up()
    {
        using var room = new WaitingRoom(new WaitingLimits { Kept = 8 });
        var jobs = new HandOverJobs(room);
        var started = new List<HandOverStatus>();
        for (int number = 0; number < 12; number++)
        {
            byte content = (byte)number;
            HandOverStatus status = jobs.Start(_ => new LeavingFile($"{content}.txt", "text/plain", (to, _) => to.WriteByte(content)));
            started.Add(Eventually.Of(() => jobs.Status(status.Id), seen => seen.State == "done"));
        }
        Assert.All(started[..4], first => Assert.Throws<AppException>(() => jobs.Open(first.Id)));
        Assert.All(started[4..], last => Assert.Equal(1, jobs.Open(last.Id).Content.Length));
    }

    [Fact]
    public void One_more_waits_its_turn_and_throws_out_none_that_is_being_written()
    {
        using var go = new ManualResetEventSlim();
        HandOverStatus[] started =
        [
            .. Enumerable
                .Range(0, 9)
                .Select(number => _jobs.Start(_ => new LeavingFile($"{number}.txt", "text/plain", (to, _) =>
                    {
                        go.Wait();
                        to.WriteByte((byte)number);
                    }))),
        ];
        Assert.Equal("queued", _jobs.Status(started[8].Id).State);
        go.Set();
        Assert.All(started, status => Assert.Equal("done", Ended(status).State));
    }
}
