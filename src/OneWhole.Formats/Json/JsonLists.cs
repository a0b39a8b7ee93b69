using System.Text.Json;

namespace OneWhole.Formats.Json;

/// <summary>Finds the lists of objects in a file that is one object around them: {"results": […]}, a collection's "features".</summary>
internal static class JsonLists
{
    private const int Deepest = 3;

    /// <param name="Path">The members that lead to it, with points between.</param>
    /// <param name="Offset">Where its bracket stands, in bytes from the file's beginning.</param>
    public sealed record Place(string Path, long Offset);

    /// <returns>None for an array, for objects that follow one another, and for an object without a list of objects.</returns>
    public static IReadOnlyList<Place> In(Stream stream)
    {
        long start = stream.Position;
        try
        {
            return Find(stream);
        }
        catch (JsonException)
        {
            // Whoever reads the objects says what is wrong with them.
            return [];
        }
        finally
        {
            stream.Position = start;
        }
    }

    private static List<Place> Find(Stream stream)
    {
        var found = new List<Place>();
        var buffer = new byte[1 << 16];
        int filled = 0,
            skipped = 0;
        long before = 0;
        var state = new JsonReaderState(new JsonReaderOptions { MaxDepth = 64, AllowMultipleValues = true });
        // Of each open level its member, and whether it is a list.
        var path = new Stack<(string? Name, bool List)>();
        string? name = null;
        (long Offset, string Path)? opened = null;
        bool ended = false,
            first = true,
            over = false;
        while (!ended)
        {
            int read = stream.Read(buffer, filled, buffer.Length - filled);
            ended = read == 0;
            filled += read;
            if (first && buffer.AsSpan(0, filled).StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]))
            {
                skipped = 3;
            }
            first = false;
            var json = new Utf8JsonReader(buffer.AsSpan(skipped, filled - skipped), ended, state);
            while (json.Read())
            {
                if (path.Count == 0 && (over || json.TokenType != JsonTokenType.StartObject))
                {
                    // An array, or objects one after another: they are the rows themselves.
                    return [];
                }
                long at = before + skipped + json.TokenStartIndex;
                switch (json.TokenType)
                {
                    case JsonTokenType.PropertyName:
                        name = path.Count <= Deepest ? json.GetString() : null;
                        break;
                    case JsonTokenType.StartArray:
                        opened =
                            path.Count <= Deepest && !path.Any(level => level.List) && name is not null ? (at, PathTo(path, name)) : null;
                        path.Push((name, true));
                        break;
                    case JsonTokenType.StartObject:
                        if (opened is var (offset, list))
                        {
                            found.Add(new Place(list, offset));
                        }
                        opened = null;
                        path.Push((path.Count == 0 ? null : name, false));
                        break;
                    case JsonTokenType.EndArray or JsonTokenType.EndObject:
                        path.Pop();
                        opened = null;
                        over = path.Count == 0;
                        break;
                    default:
                        opened = null;
                        break;
                }
            }
            state = json.CurrentState;
            int used = skipped + (int)json.BytesConsumed;
            before += used;
            buffer.AsSpan(used, filled - used).CopyTo(buffer);
            filled -= used;
            skipped = 0;
            if (filled == buffer.Length)
            {
                if (buffer.Length >= 1 << 26)
                {
                    return [];
                }
                Array.Resize(ref buffer, buffer.Length * 2);
            }
        }
        return found;
    }

    private static string PathTo(IEnumerable<(string? Name, bool List)> levels, string name) =>
        string.Join('.', [.. levels.Reverse().Select(level => level.Name).OfType<string>(), name]);
}
