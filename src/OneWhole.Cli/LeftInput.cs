using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Engines;

namespace OneWhole.Cli;

/// <summary>Tables whose rows stay where they are: only cells come.</summary>
internal static class LeftInput
{
    private const string SourceEnding = ".source.json";

    /// <summary>Whether a place is a file that says the place.</summary>
    public static bool IsSourceFile(string place) => place.EndsWith(SourceEnding, StringComparison.OrdinalIgnoreCase);

    /// <summary>Opens a table that stays where it is; a source's file says the place, and what is not said besides.</summary>
    /// <exception cref="WrongUse">Neither a name nor a query, or both.</exception>
    /// <exception cref="StudyException">The source's file is none, or the place can't be reached.</exception>
    public static Table Open(string place, string? name, string? query)
    {
        if (IsSourceFile(place))
        {
            JsonObject source = SourceFile(place);
            place = Text(source, "place")
                ?? throw new StudyException(
                    "wrong-source",
                    "from",
                    "the source's file has no \"place\": it must be an object of place, and name or query."
                );
            (name, query) = name is null && query is null ? (Text(source, "name"), Text(source, "query")) : (name, query);
        }
        if (name is null == query is null)
        {
            throw new WrongUse("--from needs one of --name TABLE and --query SELECT.");
        }
        return EngineTable.Open(EnginePlace.Read(place), Environment.GetEnvironmentVariable("ONEWHOLE_PASSWORD"), name, query).Table;

        static string? Text(JsonObject from, string member) =>
            from[member] is JsonValue value && value.TryGetValue(out string? text) ? text : null;
    }

    private static JsonObject SourceFile(string path)
    {
        JsonObject? source;
        try
        {
            source = JsonNode.Parse(InputFile.Bytes(path, "source")) as JsonObject;
        }
        catch (System.Text.Json.JsonException)
        {
            source = null;
        }
        return source is not null && source.All(member => member.Key is "place" or "name" or "query")
            ? source
            : throw new StudyException("wrong-source", "from", $"{path} is no source: it must be an object of place, and name or query.");
    }
}
