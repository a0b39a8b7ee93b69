using CsCheck;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Tables;

/// <summary>The index of labels against the framework's dictionary.</summary>
public sealed class LabelIndexTests
{
    [Fact]
    public void Codes_are_those_of_a_dictionary() =>
        Gen.Int[0, 400]
            .Array[0, 1500]
            .Sample(
                numbers =>
                {
                    var index = new LabelIndex();
                    var known = new Dictionary<string, int>(StringComparer.Ordinal);
                    foreach (int number in numbers)
                    {
                        string label = $"Stop {number}";
                        Assert.Equal(known.TryGetValue(label, out int code) ? code : -1, index.Find(label, LabelIndex.HashOf(label)));
                        known.TryAdd(label, known.Count);
                        Assert.Equal(known[label], index.Add(label));
                    }
                    Assert.Equal(known.OrderBy(pair => pair.Value).Select(pair => pair.Key), index.Labels());
                },
                iter: 200
            );

    [Fact]
    public void Labels_of_one_column_keep_their_codes_however_they_are_spelled()
    {
        // "é" as one character and as two, and cells without a text.
        Column column = TableOf.Column("Route", ["Caf\u00e9", "Cafe\u0301", "", "(blank)", "Cafe\u0301", "  ", "Caf\u00e9", "x"]);
        Assert.Equal(["Caf\u00e9", "(blank)", "x"], column.Labels.Labels);
        Assert.Equal([0, 0, 1, 1, 0, 1, 0, 2], Enumerable.Range(0, 8).Select(row => column.Labels.Codes[row]));
    }

    [Fact]
    public void Many_distinct_labels_are_all_found_again()
    {
        var index = new LabelIndex();
        for (int i = 0; i < 200_000; i++)
        {
            Assert.Equal(i, index.Add($"B-{i}"));
        }
        Assert.All(Enumerable.Range(0, 200_000).Where(i => i % 997 == 0), i =>
            Assert.Equal(i, index.Find($"B-{i}", LabelIndex.HashOf($"B-{i}")))
        );
        Assert.Equal(-1, index.Find("B-200000", LabelIndex.HashOf("B-200000")));
    }
}
