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
    private const string Kind = "words";
    private const string Format = "onewhole.words/1";

    private readonly Lock _gate = new();
    private ImmutableSortedDictionary<string, string>? _known;

    /// <summary>The words in whose place no study says others.</summary>
    public ImmutableSortedDictionary<string, string> Words
    {
        get
        {
            lock (_gate)
            {
                return _known ??= documents.List(Kind) is [var stored, ..] ? Read(JsonDocument.Parse(stored.Body).RootElement) : ImmutableSortedDictionary<string, string>.Empty;
            }
        }
    }

    public WordsView View() => new(FigureWords.Shape.Write(Words)!, Sets());

    /// <summary>Says them anew; an empty object goes back to the product's own.</summary>
    /// <exception cref="StudyException">Something in it is no word of figures.</exception>
    public WordsView Set(JsonNode words)
    {
        ImmutableSortedDictionary<string, string> read = Read(JsonSerializer.SerializeToElement(words));
        string body = FigureWords.Shape.Write(read)!.ToJsonString();
        lock (_gate)
        {
            if (documents.List(Kind) is [var stored, ..])
            {
                documents.Revise(stored.Id, stored.Revision, body, "set");
            }
            else
            {
                documents.Create(Kind, null, body, "set");
            }
            _known = read;
        }
        return View();
    }

    private static ImmutableSortedDictionary<string, string> Read(JsonElement element) => FigureWords.Shape.Read(element, "words");

    /// <summary>The sets that ship; a file that is none is passed over.</summary>
    private IReadOnlyList<WordSet> Sets()
    {
        if (folder.Length == 0 || !Directory.Exists(folder))
        {
            return [];
        }
        // The product's own are a set, too: a study can have them where the installation has others.
        var sets = new List<WordSet> { new("English", new JsonObject(FigureWords.All.Select(word => KeyValuePair.Create(word.Key, (JsonNode?)JsonValue.Create(word.Default))))) };
        foreach (string path in Directory.GetFiles(folder, "*.words.json").Order(StringComparer.Ordinal))
        {
            try
            {
                JsonObject file = (JsonObject)JsonNode.Parse(File.ReadAllText(path))!;
                if ((string?)file["format"] == Format && file["words"] is { } words)
                {
                    sets.Add(new WordSet((string?)file["name"] ?? Path.GetFileName(path), FigureWords.Shape.Write(Read(JsonSerializer.SerializeToElement(words)))!));
                }
            }
            catch (Exception fault) when (fault is JsonException or StudyException or IOException or InvalidCastException)
            {
            }
        }
        return sets;
    }
}
