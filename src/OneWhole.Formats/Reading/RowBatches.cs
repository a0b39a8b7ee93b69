using System.Collections.Concurrent;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Reading;

/// <summary>
/// Makes columns of rows on a thread of its own, while the next rows are taken apart: a text of a million rows is read in the time of the
/// slower of
/// the two. Rows are handed over in batches, in their order; a few batches wait at most.
/// </summary>
internal sealed class RowBatches : IDisposable
{
    private const int Cells = 1 << 15;
    private const int Waiting = 3;

    /// <summary>Cells one after the other, each by where it ends.</summary>
    private sealed class Batch(int columns)
    {
        public char[] Text = new char[1 << 18];
        public readonly int[] Ends = new int[Cells / columns * columns + columns];
        public int Count;
        public int Length;
    }

    private readonly ColumnBuilder[] _builders;
    private readonly BlockingCollection<Batch> _full = new(Waiting);
    private readonly ConcurrentBag<Batch> _free = [];
    private readonly Task _work;
    private Batch _batch;

    public RowBatches(ColumnBuilder[] builders)
    {
        _builders = builders;
        _batch = new Batch(builders.Length);
        _work = Task.Factory.StartNew(Work, CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);
    }

    /// <summary>The next cell of the row at hand.</summary>
    public void Add(ReadOnlySpan<char> cell)
    {
        Batch batch = _batch;
        if (batch.Length + cell.Length > batch.Text.Length)
        {
            Array.Resize(ref batch.Text, Math.Max(batch.Text.Length * 2, batch.Length + cell.Length));
        }
        cell.CopyTo(batch.Text.AsSpan(batch.Length));
        batch.Length += cell.Length;
        batch.Ends[batch.Count++] = batch.Length;
    }

    /// <summary>Ends the row; a batch that is full goes over.</summary>
    public void EndRow()
    {
        if (_batch.Count + _builders.Length > _batch.Ends.Length || _batch.Length >= 1 << 18)
        {
            HandOver();
        }
    }

    private void HandOver()
    {
        while (!_full.TryAdd(_batch, 100))
        {
            if (_work.IsCompleted)
            {
                // Nobody takes it any more: what went wrong there is said here.
                _work.GetAwaiter().GetResult();
            }
        }
        _batch = _free.TryTake(out Batch? used) ? used : new Batch(_builders.Length);
        _batch.Count = _batch.Length = 0;
    }

    private void Work()
    {
        foreach (Batch batch in _full.GetConsumingEnumerable())
        {
            int columns = _builders.Length;
            for (int column = 0; column < columns; column++)
            {
                ColumnBuilder builder = _builders[column];
                for (int at = column; at < batch.Count; at += columns)
                {
                    int start = at == 0 ? 0 : batch.Ends[at - 1];
                    builder.Add(batch.Text.AsSpan(start, batch.Ends[at] - start));
                }
            }
            _free.Add(batch);
        }
    }

    /// <summary>Waits until all rows are in their columns.</summary>
    public void Finish()
    {
        HandOver();
        _full.CompleteAdding();
        _work.GetAwaiter().GetResult();
    }

    /// <summary>Ends the thread, whether all rows were taken or reading was given up.</summary>
    public void Dispose()
    {
        _full.CompleteAdding();
        _work.ContinueWith(done => _full.Dispose(), TaskScheduler.Default);
    }
}
