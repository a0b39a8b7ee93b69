using System.Text.Json.Nodes;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Tests.Reference;

/// <summary>
/// The worked examples' studies with something changed at random: each is refused with a place and a sentence, or is a study that
/// is written and read back the same, computes, says itself, and is drawn in three sizes. Nothing else may happen.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class StudyFuzzTests
{
    private const int Rounds = 300;

    private static readonly string Folder = Repository.At("tests", "contract");

    private static readonly string[] Values =
    [
        "null",
        "true",
        "false",
        "0",
        "1",
        "-1",
        "0.5",
        "2",
        "1e308",
        "-1e308",
        "1e-300",
        "99999999999999999999",
        "\"\"",
        "\"all\"",
        "\"group\"",
        "\"part\"",
        "\"given\"",
        "\"unfiltered\"",
        "\"largest\"",
        "\"natural\"",
        "\"share\"",
        "\"amount\"",
        "\"upright\"",
        "\"sideways\"",
        "\"keep\"",
        "\"size\"",
        "\"leaveOut\"",
        "\"no such column\"",
        "\"\\u0000\"",
        "\"=1+1\"",
        "[]",
        "[\"a\"]",
        "[1, 2]",
        "{}",
        "{\"column\": \"x\"}",
        "{\"share\": 0.5}",
        "{\"given\": 10}",
        "{\"keep\": 2}",
        "{\"bands\": {\"start\": 0, \"width\": 0}}",
        "{\"kind\": \"pie\"}",
        "{\"kind\": \"mekko\"}",
        "{\"kind\": \"nothing\"}",
        "[[[[]]]]",
    ];

    public static TheoryData<string> Examples() =>
        [
            .. Directory
                .GetFiles(Folder, "*.study.json")
                .Select(path => Path.GetFileName(path)[..^".study.json".Length])
                .Order(StringComparer.Ordinal),
        ];

    /// <summary>Every place of a document that something can be put to.</summary>
    private static IEnumerable<(JsonNode Parent, string? Name, int Index)> Places(JsonNode? node)
    {
        switch (node)
        {
            case JsonObject members:
                foreach ((string name, JsonNode? member) in members)
                {
                    yield return (members, name, -1);
                    foreach ((JsonNode, string?, int) inner in Places(member))
                    {
                        yield return inner;
                    }
                }
                break;
            case JsonArray list:
                for (int at = 0; at < list.Count; at++)
                {
                    yield return (list, null, at);
                    foreach ((JsonNode, string?, int) inner in Places(list[at]))
                    {
                        yield return inner;
                    }
                }
                break;
        }
    }

    private static string Changed(string json, Random random)
    {
        JsonNode document = JsonNode.Parse(json)!;
        for (int times = random.Next(1, 3); times > 0; times--)
        {
            (JsonNode parent, string? name, int index)[] places = [.. Places(document)];
            (JsonNode parent, string? name, int index) = places[random.Next(places.Length)];
            JsonNode? value = JsonNode.Parse(Values[random.Next(Values.Length)]);
            switch (random.Next(6))
            {
                case 0 when parent is JsonObject members:
                    members.Remove(name!);
                    break;
                case 1 when parent is JsonArray list:
                    list.RemoveAt(index);
                    break;
                case 2 when parent is JsonObject members:
                    members[$"{name}x"] = value;
                    break;
                case 3 when parent is JsonArray list:
                    list.Add(list[random.Next(list.Count)]?.DeepClone());
                    break;
                case 4 when places[random.Next(places.Length)] is { name: { } other } from && parent is JsonObject members:
                    members[other] = from.parent[other]?.DeepClone();
                    break;
                default:
                    if (parent is JsonObject own)
                    {
                        own[name!] = value;
                    }
                    else
                    {
                        ((JsonArray)parent)[index] = value;
                    }
                    break;
            }
        }
        return document.ToJsonString();
    }

    [Theory]
    [MemberData(nameof(Examples))]
    public void A_changed_study_is_refused_in_words_or_works(string example)
    {
        Table table = TableFile.Read(Path.Combine(Folder, example + ".csv"), ReadSettings.Found).Table;
        string against = Path.Combine(Folder, example + ".against.csv");
        Table? second = File.Exists(against) ? TableFile.Read(against, ReadSettings.Found).Table : null;
        string original = File.ReadAllText(Path.Combine(Folder, example + ".study.json"));
        var random = new Random(example.Length * 7919 + example[^1]);
        int read = 0,
            computed = 0;
        for (int round = 0; round < Rounds; round++)
        {
            string json = Changed(original, random);
            try
            {
                Study study = StudyFormat.Standard.Read(json);
                read++;
                string written = StudyFormat.Standard.WriteText(study);
                Assert.Equal(written, StudyFormat.Standard.WriteText(StudyFormat.Standard.Read(written)));
                WorkingsSet workings = WorkingsSet.Run(table, study, default, second);
                computed++;
                foreach (Panel each in workings.Values)
                {
                    Assert.False(string.IsNullOrWhiteSpace(Statement.Of(each.Workings).Text));
                    Assert.All(each.Workings.TieOut, line => Assert.False(string.IsNullOrWhiteSpace(line.Text)));
                }
                foreach ((double width, double height) in (ReadOnlySpan<(double, double)>)[(960, 600), (480, 320), (112, 72)])
                {
                    Figure figure = FigureDrawer.Draw(workings, width, height, TextMeasurer.Shared);
                    Assert.All(figure.Marks, mark =>
                        Assert.True(
                            double.IsFinite(mark.Bounds.X + mark.Bounds.Y + mark.Bounds.Right + mark.Bounds.Bottom),
                            $"{mark.Id} has no place"
                        )
                    );
                }
            }
            catch (StudyException refused)
            {
                Assert.False(string.IsNullOrWhiteSpace(refused.Message) || string.IsNullOrWhiteSpace(refused.Code), json);
            }
            catch (Exception fault) when (fault is not Xunit.Sdk.XunitException)
            {
                Assert.Fail($"{fault.GetType().Name}: {fault.Message}\n{json}\n{fault.StackTrace}");
            }
        }
        Assert.True(read > Rounds / 40, $"only {read} of {Rounds} were studies");
        Assert.True(computed > 0, "none was computed");
    }
}
