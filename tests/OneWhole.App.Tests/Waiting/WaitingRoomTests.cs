namespace OneWhole.App.Tests;

/// <summary>The waiting room is bounded in number, bytes and age; what is stopped is stopped, and its files are gone.</summary>
public sealed class WaitingRoomTests
{
    private sealed class Clock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = DateTimeOffset.UnixEpoch;

        public override DateTimeOffset GetUtcNow() => Now;
    }

    [Fact]
    public void More_than_are_taken_are_refused_in_words_and_their_files_go()
    {
        using var room = new WaitingRoom(new WaitingLimits { Running = 1, Unfinished = 3 });
        using var go = new ManualResetEventSlim();
        for (int guest = 0; guest < 3; guest++)
        {
            room.Start("work", _ =>
            {
                go.Wait();
                return "done";
            });
        }
        bool left = false;
        AppException refused = Assert.Throws<AppException>(() => room.Start("work", _ => null, () => left = true));
        Assert.Equal(("busy", true), (refused.Code, left));
        go.Set();
    }

    [Fact]
    public void What_holds_more_memory_than_it_may_is_ended_in_words_the_last_begun_first()
    {
        long inUse = 0;
        using var room = new WaitingRoom(new WaitingLimits { WorkingBytes = 1000 }, null, () => Interlocked.Read(ref inUse));
        using var go = new ManualResetEventSlim();
        WaitingRoom.Guest first = room.Start("work", guest =>
        {
            go.Wait(guest.Cancel);
            return "done";
        });
        Eventually.Holds(() => first.State == WaitingState.Running);
        int left = 0;
        WaitingRoom.Guest greedy = room.Start(
            "work",
            guest =>
            {
                Interlocked.Exchange(ref inUse, 1001);
                guest.Cancel.WaitHandle.WaitOne();
                Interlocked.Exchange(ref inUse, 0);
                guest.Cancel.ThrowIfCancellationRequested();
                return null;
            },
            () => left++
        );
        // It is cleared up after it has ended.
        Eventually.Holds(() => greedy.State == WaitingState.Failed && Volatile.Read(ref left) == 1);
        Assert.Equal(
            ("There is not enough memory for this: take fewer rows or columns, or start the server with a larger --job-memory.", 1),
            (greedy.Problem, left)
        );
        go.Set();
        Eventually.Holds(() => first.State == WaitingState.Done);
    }

    /// <summary>Whoever is measured last may have ended by the time that the number is there: nobody else is ended for it.</summary>
    [Fact]
    public void What_was_measured_of_one_that_ended_meanwhile_ends_no_other()
    {
        using var began = new ManualResetEventSlim();
        using var told = new ManualResetEventSlim();
        int measures = 0;
        WaitingRoom.Guest? greedy = null;
        long Measure()
        {
            if (!began.IsSet)
            {
                return 0;
            }
            switch (Interlocked.Increment(ref measures))
            {
                case 1:
                    return 1001;
                case 2:
                    Eventually.Holds(() => greedy?.State == WaitingState.Failed);
                    return 1001;
                default:
                    told.Set();
                    return 0;
            }
        }
        using var room = new WaitingRoom(new WaitingLimits { WorkingBytes = 1000 }, null, Measure);
        using var go = new ManualResetEventSlim();
        WaitingRoom.Guest first = room.Start("work", guest =>
        {
            go.Wait(guest.Cancel);
            return "done";
        });
        Eventually.Holds(() => first.State == WaitingState.Running);
        greedy = room.Start("work", guest =>
        {
            began.Set();
            guest.Cancel.WaitHandle.WaitOne();
            // It ends once it is being measured again.
            Eventually.Holds(() => Volatile.Read(ref measures) >= 2);
            guest.Cancel.ThrowIfCancellationRequested();
            return null;
        });
        Eventually.Holds(() => told.IsSet);
        Assert.Equal((WaitingState.Failed, WaitingState.Running), (greedy.State, first.State));
        go.Set();
        Eventually.Holds(() => first.State == WaitingState.Done);
    }

    [Fact]
    public void A_stop_ends_the_work_and_clears_up_whenever_it_comes()
    {
        using var room = new WaitingRoom(new WaitingLimits { Running = 1 });
        int left = 0;
        WaitingRoom.Guest running = room.Start(
            "work",
            guest =>
            {
                guest.Cancel.WaitHandle.WaitOne();
                guest.Cancel.ThrowIfCancellationRequested();
                return null;
            },
            () => left++
        );
        WaitingRoom.Guest queued = room.Start("work", _ => "never", () => left++);
        Eventually.Holds(() => running.State == WaitingState.Running);
        room.Stop("work", queued.Id, "");
        Assert.Equal((WaitingState.Stopped, 1), (queued.State, left));
        room.Stop("work", running.Id, "");
        Eventually.Holds(() => running.State == WaitingState.Stopped && Volatile.Read(ref left) == 2);
        WaitingRoom.Guest done = room.Start("work", _ => "done", () => left++);
        Eventually.Holds(() => done.State == WaitingState.Done);
        room.Stop("work", done.Id, "");
        Assert.Equal(3, left);
    }

    [Fact]
    public void What_nobody_asks_for_goes_with_its_age_its_number_and_its_bytes()
    {
        var clock = new Clock();
        using var room = new WaitingRoom(
            new WaitingLimits
            {
                Kept = 3,
                KeptBytes = 100,
                Age = TimeSpan.FromHours(1),
            },
            clock
        );
        var left = new List<string>();
        WaitingRoom.Guest Keep(string name, long bytes)
        {
            clock.Now += TimeSpan.FromSeconds(1);
            return room.Keep("rows", name, () => left.Add(name), bytes);
        }
        Keep("a", 1);
        WaitingRoom.Guest b = Keep("b", 1);
        Keep("c", 1);
        Keep("d", 1);
        Assert.Equal(["a"], left);
        Keep("e", 99);
        Assert.Equal(["a", "b", "c"], left);
        Assert.Throws<AppException>(() => room.Find("rows", b.Id, "gone"));
        clock.Now += TimeSpan.FromHours(2);
        Keep("f", 1);
        Assert.Equal(["a", "b", "c", "d", "e"], left);
    }

    [Fact]
    public void What_is_taken_is_its_taker_s_and_what_is_left_behind_goes_at_the_end()
    {
        var left = new List<string>();
        var room = new WaitingRoom(new WaitingLimits());
        WaitingRoom.Guest taken = room.Keep("rows", "taken", () => left.Add("taken"));
        room.Keep("rows", "other", () => left.Add("other"));
        Assert.Equal("taken", room.Take<string>("rows", taken.Id, "gone"));
        Assert.Throws<AppException>(() => room.Take<string>("rows", taken.Id, "gone"));
        room.Dispose();
        Assert.Equal(["other"], left);
    }

    [Fact]
    public void Whatever_fails_says_so_in_our_words()
    {
        using var room = new WaitingRoom(new WaitingLimits());
        WaitingRoom.Guest full = room.Start("work", _ => throw new IOException("No space left on device : '/x'"));
        WaitingRoom.Guest odd = room.Start("work", _ => throw new InvalidCastException("Unable to cast object of type 'X'"));
        Eventually.Holds(() => full.State == WaitingState.Failed && odd.State == WaitingState.Failed);
        Assert.Contains("no room left on the disk", full.Problem, StringComparison.Ordinal);
        Assert.DoesNotContain("cast", odd.Problem, StringComparison.Ordinal);
    }
}
