using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

public sealed class LookAlikesTests
{
    [Theory]
    [InlineData("Fog", "fog", true)]
    [InlineData("Big Wick", "BigWick", true)]
    [InlineData("Åsgarth", "Asgarth", true)]
    [InlineData("freight", "freigt", true)]
    [InlineData("freight", "freights", true)]
    [InlineData("freight", "froight", true)]
    [InlineData("freight", "frieght", false)]
    [InlineData("Fogs", "Fogz", false)]
    [InlineData("Pier 1", "Pier 2", false)]
    [InlineData("Berth taken", "Berth token", true)]
    [InlineData("Engine", "Fog", false)]
    public void A_pair_is_found_or_not(string a, string b, bool alike) => Assert.Equal(alike, LookAlikes.Find([a, b]).Count == 1);

    [Fact]
    public void Hashing_finds_what_comparing_all_pairs_finds()
    {
        var random = new Random(7);
        string[] labels =
        [
            .. Enumerable
                .Range(0, 300)
                .Select(_ => string.Concat(Enumerable.Range(0, random.Next(4, 8)).Select(_ => (char)('a' + random.Next(3)))))
                .Distinct(),
        ];
        var expected = new List<(int, int)>();
        for (int i = 0; i < labels.Length; i++)
        {
            for (int j = i + 1; j < labels.Length; j++)
            {
                if (
                    labels[i].Length >= 5
                    && labels[j].Length >= 5
                    && LookAlikes.IsOneApart([.. labels[i].EnumerateRunes()], [.. labels[j].EnumerateRunes()])
                )
                {
                    expected.Add((i, j));
                }
            }
        }
        Assert.NotEmpty(expected);
        Assert.Equal(expected, LookAlikes.Find(labels, int.MaxValue).Select(pair => (pair.First, pair.Second)));
    }
}
