using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Store;

namespace OneWhole.App.Numbers;

/// <summary>A set of words that figures print: a small file that can be shared.</summary>
/// <param name="Name">Of the set: its language.</param>
/// <param name="Words">What is printed, by the words' keys.</param>
public sealed record WordSet(string Name, JsonNode Words);

/// <summary>What figures print here, where a study does not say it for itself, and the sets that are at hand.</summary>
public sealed record WordsView(JsonNode Words, IReadOnlyList<WordSet> Sets);

/// <summary>The words that figures print here.</summary>
/// <param name="documents">Where the installation's own are kept.</param>
/// <param name="folder">Where sets ship, as *.words.json; empty for none.</param>
public sealed class WordSettings(DocumentStore documents, string folder)
{
    private const string Format = "onewhole.words/1";

    private readonly InstallationSetting<ImmutableSortedDictionary<string, string>> _words = new(
        documents,
        "words",
        FigureWords.Shape,
        ImmutableSortedDictionary<string, string>.Empty
    );

    /// <summary>The words in whose place no study says others.</summary>
    public ImmutableSortedDictionary<string, string> Words => _words.Now;

    public WordsView View() => new(_words.Written, Sets());

    /// <inheritdoc cref="InstallationSetting{T}.Set"/>
    public WordsView Set(JsonNode words)
    {
        _words.Set(words);
        return View();
    }

    /// <summary>The sets that ship; a file that is none is passed over.</summary>
    private IReadOnlyList<WordSet> Sets()
    {
        if (folder.Length == 0 || !Directory.Exists(folder))
        {
            return [];
        }
        // The product's own are a set, too: a study can have them where the installation has others.
        var sets = new List<WordSet>
        {
            new(
                "English",
                new JsonObject(FigureWords.All.Select(word => KeyValuePair.Create(word.Key, (JsonNode?)JsonValue.Create(word.Default))))
            ),
        };
        foreach (string path in Directory.GetFiles(folder, "*.words.json").Order(StringComparer.Ordinal))
        {
            try
            {
                JsonObject file = (JsonObject)JsonNode.Parse(File.ReadAllText(path))!;
                if ((string?)file["format"] == Format && file["words"] is { } words)
                {
                    sets.Add(
                        new WordSet(
                            (string?)file["name"] ?? Path.GetFileName(path),
                            FigureWords.Shape.Write(FigureWords.Shape.Read(JsonSerializer.SerializeToElement(words), "words"))!
                        )
                    );
                }
            }
            catch (Exception fault) when (fault is JsonException or StudyException or IOException or InvalidCastException) { }
        }
        return sets;
    }
}
