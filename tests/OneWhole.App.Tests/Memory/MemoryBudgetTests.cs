using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;

namespace OneWhole.App.Tests;

/// <summary>What measures the process's memory runs beside no other test.</summary>
[CollectionDefinition(nameof(MeasuredAlone), DisableParallelization = true)]
public sealed class MeasuredAlone;

/// <summary>The one cache holds at most what it is told to, counts what it really holds, and makes a value once.</summary>
[Collection(nameof(MeasuredAlone))]
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
        Bytes[] all =
        [
            .. Enumerable
                .Range(0, 16)
                .AsParallel()
                .WithDegreeOfParallelism(16)
                .Select(_ => budget.Get("key", () =>
                    {
                        Interlocked.Increment(ref made);
                        Thread.Sleep(50);
                        return new Bytes(1);
                    })),
        ];
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
        StudyView view = Studies.Get(
            Studies.Add(
                table,
                """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "form": {"kind": "pareto"} }"""
            ),
            700,
            460
        );
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
    public void Many_small_values_are_not_all_measured_for_each_that_comes_in()
    {
        int measured = 0;
        var budget = new MemoryBudget(1L << 40);
        for (int at = 0; at < 5000; at++)
        {
            budget.Put($"{at}", new Counted(() => measured++));
        }
        Assert.InRange(measured, 5000, 5000 * 40);
    }

    private sealed class Counted(Action asked) : IMeasured
    {
        public void Measure(MemoryCount count)
        {
            asked();
            count.Add(this, 1);
        }
    }

    [Theory]
    [InlineData("pareto", 200_000, 1)]
    [InlineData("pie", 200_000, 1)]
    [InlineData("funnel", 200_000, 1)]
    [InlineData("stacked", 400, 400)]
    [InlineData("mekko", 400, 400)]
    [InlineData("nested", 400, 400)]
    public void Workings_count_what_they_hold(string form, int parts, int groups)
    {
        var csv = new StringBuilder("Part,Group,Amount\n");
        for (int row = 0; row < parts * groups; row++)
        {
            csv.Append(CultureInfo.InvariantCulture, $"part number {row % parts},g{row / parts},{row + 1}\n");
        }
        Table table = TableFile.Read(new MemoryStream(Encoding.UTF8.GetBytes(csv.ToString())), "many.csv", new ReadSettings()).Table;
        string grouped = groups > 1 ? """ "groups": {"column": "Group"},""" : "";
        Study study = StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"},{{grouped}} "value": """
                + $$"""{"sum": "Amount"}, "form": {"kind": "{{form}}"} }"""
        );
        // What other tests left may go at any time: of several measures the middle one counts.
        WorkingsSet? set = null;
        var measures = new List<long>();
        for (int round = 0; round < 5; round++)
        {
            set = null;
            GC.Collect();
            GC.WaitForPendingFinalizers();
            long before = GC.GetTotalMemory(true);
            set = WorkingsSet.Run(table, study);
            measures.Add(GC.GetTotalMemory(true) - before);
        }
        long held = measures.Order().ElementAt(measures.Count / 2);
        MemoryCount count = new(),
            ofTable = new();
        set!.Measure(count);
        table.Measure(ofTable);
        Assert.InRange(count.Bytes - ofTable.Bytes, held * 0.6, held * 1.7);
        GC.KeepAlive(csv);
    }

    [Fact]
    public void It_counts_what_is_really_held()
    {
        string csv = Table(120_000);
        GC.Collect();
        long before = GC.GetTotalMemory(true);
        string table = BringIn(csv, "many.csv").Id;
        Studies.Get(
            Studies.Add(
                table,
                """{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "form": {"kind": "pareto"} }"""
            ),
            700,
            460
        );
        GC.Collect();
        long held = GC.GetTotalMemory(true) - before;
        Assert.InRange(Memory.Bytes, held * 0.6, held * 1.7);
        GC.KeepAlive(csv);
    }
}
