using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using OneWhole.Core.Tables;

namespace OneWhole.App.Tests;

/// <summary>The one cache holds at most what it is told to, counts what it really holds, and makes a value once.</summary>
public sealed class MemoryBudgetTests : AppTest
{
    private sealed class Bytes(int size, byte[]? shared = null) : IMeasured
    {
        private readonly byte[] _own = new byte[size];

        public void Measure(MemoryCount count)
        {
            count.Add(_own, _own.Length);
            count.Add(shared, shared?.Length ?? 0);
        }
    }

    [Fact]
    public void What_was_used_longest_ago_goes_and_what_is_shared_counts_once()
    {
        var budget = new MemoryBudget(1000);
        var shared = new byte[400];
        Bytes first = budget.Get("first", () => new Bytes(100, shared));
        budget.Get("second", () => new Bytes(100, shared));
        Assert.Equal(600, budget.Bytes);
        Assert.Same(first, budget.Get<Bytes>("first", () => throw new InvalidOperationException()));
        budget.Get("third", () => new Bytes(450));
        Assert.Equal(950, budget.Bytes);
        Assert.Same(first, budget.Get<Bytes>("first", () => throw new InvalidOperationException()));
        bool again = false;
        budget.Get("second", () =>
        {
            again = true;
            return new Bytes(1);
        });
        Assert.True(again);
        // One that is larger than all is kept alone.
        budget.Get("huge", () => new Bytes(5000));
        Assert.Equal(5000, budget.Bytes);
    }

    [Fact]
    public void Asked_for_twice_at_once_it_is_made_once_and_a_failure_is_not_kept()
    {
        var budget = new MemoryBudget(1 << 20);
        int made = 0;
        Bytes[] all = [.. Enumerable.Range(0, 16).AsParallel().WithDegreeOfParallelism(16).Select(_ => budget.Get("key", () =>
        {
            Interlocked.Increment(ref made);
            Thread.Sleep(50);
            return new Bytes(1);
        }))];
        Assert.Equal(1, made);
        Assert.All(all, one => Assert.Same(all[0], one));
        Assert.Throws<OperationCanceledException>(() => budget.Get<Bytes>("stopped", () => throw new OperationCanceledException()));
        Assert.NotNull(budget.Get("stopped", () => new Bytes(1)));
    }

    private static string Table(int rows)
    {
        var csv = new StringBuilder("Part,Kind,Amount\n");
        for (int row = 0; row < rows; row++)
        {
            csv.Append(CultureInfo.InvariantCulture, $"part number {row},{row % 7},{row + 1}\n");
        }
        return csv.ToString();
    }

    [Fact]
    public void Titles_and_typed_cells_don_t_pile_up()
    {
        string table = BringIn(Table(60_000), "many.csv").Id;
        StudyView view = Studies.Get(Studies.Add(table, """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "form": {"kind": "pareto"} }"""), 700, 460);
        long once = Memory.Bytes;
        for (int time = 0; time < 12; time++)
        {
            view = Studies.Change(view.Id, view.Revision, "title", JsonValue.Create($"Title {time}"), 700, 460);
        }
        Assert.InRange(Memory.Bytes, 0, once + once / 5);
        for (int time = 0; time < 12; time++)
        {
            Typing.Edit(table, TableAnswers.Get(table).Revision, new TableEdit { Cells = [new CellEdit(time, "Amount", $"{time}")] });
            Studies.Get(view.Id, 700, 460);
        }
        Assert.InRange(Memory.Bytes, 0, (1 << 26) + (1 << 26) / 5);
    }

    [Fact]
    public void It_counts_what_is_really_held()
    {
        string csv = Table(120_000);
        GC.Collect();
        long before = GC.GetTotalMemory(true);
        string table = BringIn(csv, "many.csv").Id;
        Studies.Get(Studies.Add(table, """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "form": {"kind": "pareto"} }"""), 700, 460);
        GC.Collect();
        long held = GC.GetTotalMemory(true) - before;
        Assert.InRange(Memory.Bytes, held * 0.6, held * 1.7);
        GC.KeepAlive(csv);
    }
}
