using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Tables;

public class LabelPoolTests
{
    /// <summary>Labels of all kinds of characters and lengths: ASCII, accents, surrogate pairs, a lone surrogate, none at all.</summary>
    private static List<string> Many(int count)
    {
        var random = new Random(7);
        string[] pieces = ["a", "Z", " ", "é", "ß", "漢", "😀", "\uD800", "\0", "\u007F", "\u0080", "(blank)", "12.5"];
        var labels = new List<string> { "", "(blank)", new('x', 3_000_000), new('ü', 1_500_000) };
        while (labels.Count < count)
        {
            string label = "";
            for (int piece = random.Next(6); piece >= 0; piece--)
            {
                label += pieces[random.Next(pieces.Length)];
            }
            labels.Add(label + labels.Count);
        }
        return labels;
    }

    [Fact]
    public void Every_label_comes_back_as_it_was()
    {
        List<string> labels = Many(LabelPool.FewLabels + 10);
        LabelPool pool = LabelPool.Of(labels);
        char[] scratch = [];
        Assert.Equal(labels, pool);
        for (int code = 0; code < labels.Count; code++)
        {
            Assert.Equal(labels[code], pool[code]);
            Assert.True(pool.Read(code, ref scratch).SequenceEqual(labels[code]));
            Assert.True(pool.Is(code, labels[code]));
            Assert.False(pool.Is(code, labels[code] + "."));
            Assert.Equal(System.Text.Ascii.IsValid(labels[code]), pool.TryGetAscii(code, out _));
        }
        Assert.Throws<ArgumentOutOfRangeException>(() => pool[labels.Count]);
        Assert.Throws<ArgumentOutOfRangeException>(() => pool[-1]);
    }

    [Fact]
    public void Few_labels_become_strings_and_many_stay()
    {
        List<string> labels = Many(LabelPool.FewLabels);
        LabelPool pool = LabelPool.Of(labels);
        Assert.IsType<string[]>(pool.Settled());
        pool.Add("one more");
        Assert.Same(pool, pool.Settled());
        Assert.Equal("one more", pool[^1]);
    }

    [Fact]
    public void What_goes_on_shares_and_leaves_the_first_as_it_was()
    {
        LabelPool first = LabelPool.Of(["a", "b"]),
            second = LabelPool.Of(first),
            third = LabelPool.Of(first);
        Assert.Equal(2, second.Add("c"));
        Assert.Equal(2, third.Add("ü"));
        Assert.Equal(2, first.AddAscii("d"u8));
        Assert.Equal(["a", "b", "d"], first);
        Assert.Equal(["a", "b", "c"], second);
        Assert.Equal(["a", "b", "ü"], third);
    }

    [Fact]
    public void A_pool_takes_less_than_half_of_what_strings_take()
    {
        string[] labels = [.. Enumerable.Range(0, 100_000).Select(at => $"part {at}")];
        IReadOnlyList<string> pool = LabelPool.Of(labels).Settled();
        Assert.True(MemoryCount.OfTexts(pool) * 2 < MemoryCount.OfTexts(labels));
        Assert.True(MemoryCount.OfTexts(pool) > 100_000 * (8 + 10));
    }

    [Fact]
    public void A_column_of_very_many_labels_is_read_typed_over_and_looked_up_as_a_short_one()
    {
        string[] texts = [.. Enumerable.Range(0, 80_000).Select(at => at % 1000 == 0 ? "" : $"Rück {at % 79_000}")];
        var builder = new ColumnBuilder(NumberReading.Point, guessNumbers: false);
        foreach (string text in texts)
        {
            builder.Add(text);
        }
        Column column = builder.Build("part");
        var cells = (LabelCells)column.Cells;
        Assert.IsType<LabelPool>(cells.Labels);
        Assert.Equal(texts, Enumerable.Range(0, texts.Length).Select(cells.TextAt));
        Assert.Equal(0, column.Labels.BlankCode);
        Assert.Equal(cells.Labels.ToList().IndexOf("Rück 78999"), column.Labels.CodeOf("Rück 78999"));
        Assert.Equal(-1, column.Labels.CodeOf("Rück"));

        var typed = (LabelCells)
            cells.With(
                new Dictionary<int, string>
                {
                    [0] = "new",
                    [5] = "Rück 6",
                    [7] = "",
                },
                NumberReading.Point
            );
        (texts[0], texts[5], texts[7]) = ("new", "Rück 6", "");
        Assert.Equal(texts, Enumerable.Range(0, texts.Length).Select(typed.TextAt));
        LabelView view = new Column(column.Info, typed).Labels;
        Assert.Equal("new", view.Labels[0]);
        Assert.Equal(view.Labels.Count, view.Labels.Distinct().Count());
        Assert.Equal(texts.Select(text => text.Length == 0 ? Label.Blank : text), texts.Select((_, row) => view.Labels[view.Codes[row]]));
        Assert.Equal("", cells.TextAt(0));
    }

    [Fact]
    public void Two_spellings_of_one_label_are_one_in_a_pool_too()
    {
        var builder = new ColumnBuilder(NumberReading.Point, guessNumbers: false);
        for (int at = 0; at < 70_000; at++)
        {
            builder.Add($"caf\u00E9 {at}");
        }
        builder.Add("cafe\u0301 5");
        var cells = (LabelCells)builder.Build("part").Cells;
        Assert.Equal(70_000, cells.Labels.Count);
        Assert.Equal("caf\u00E9 5", cells.TextAt(70_000));
    }
}
