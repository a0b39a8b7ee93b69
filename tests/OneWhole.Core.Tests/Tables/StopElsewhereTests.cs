using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Tables;

public sealed class StopElsewhereTests
{
    /// <summary>An engine that forgets the first stop is told again, until its work has ended, and never after that.</summary>
    [Fact]
    public void What_forgets_a_stop_is_told_again_until_it_has_ended()
    {
        using var cancel = new CancellationTokenSource();
        int told = 0;
        using (new StopElsewhere(() => Interlocked.Increment(ref told), cancel.Token))
        {
            Assert.Equal(0, Volatile.Read(ref told));
            cancel.Cancel();
            Eventually.Holds(() => Volatile.Read(ref told) >= 3);
        }
        int whenEnded = told;
        Thread.Sleep(200);
        Assert.Equal(whenEnded, told);
    }

    [Fact]
    public void Nothing_is_told_of_work_that_ended_before()
    {
        using var cancel = new CancellationTokenSource();
        int told = 0;
        new StopElsewhere(() => told++, cancel.Token).Dispose();
        cancel.Cancel();
        Thread.Sleep(200);
        Assert.Equal(0, told);
    }

    [Fact]
    public void Work_that_was_given_up_already_is_not_begun() =>
        Assert.Throws<OperationCanceledException>(() => new StopElsewhere(() => { }, new CancellationToken(true)).Dispose());
}
