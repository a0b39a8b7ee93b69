using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>A list of values of one shape.</summary>
public sealed class ListShape<T>(Shape<T> item, int least = 0, int most = int.MaxValue, Func<ImmutableArray<T>, string?>? fault = null)
    : Shape<ImmutableArray<T>>
{
    /// <inheritdoc/>
    public override ImmutableArray<T> Read(JsonElement element, string place)
    {
        int count = element.ValueKind == JsonValueKind.Array ? element.GetArrayLength() : -1;
        if (count < least || count > most)
        {
            string size =
                least == 0 && most == int.MaxValue ? "a list"
                : most == int.MaxValue ? $"a list of {least} or more"
                : least == most ? $"a list of {least}"
                : $"a list of {least} to {most}";
            throw Wrong(element, place, size);
        }
        var items = ImmutableArray.CreateBuilder<T>(count);
        foreach (JsonElement child in element.EnumerateArray())
        {
            items.Add(item.Read(child, Place.Item(place, items.Count)));
        }
        ImmutableArray<T> list = items.MoveToImmutable();
        return fault?.Invoke(list) is { } expected ? throw Wrong(element, place, expected) : list;
    }

    /// <inheritdoc/>
    public override JsonNode? Write(ImmutableArray<T> value) => new JsonArray([.. value.Select(item.Write)]);

    /// <inheritdoc/>
    public override JsonObject Schema()
    {
        var schema = new JsonObject { ["type"] = "array", ["items"] = item.Schema() };
        if (least > 0)
        {
            schema["minItems"] = least;
        }
        if (most != int.MaxValue)
        {
            schema["maxItems"] = most;
        }
        return schema;
    }
}

/// <summary>An object whose member names are free (labels), with values of one shape.</summary>
public sealed class MapShape<T>(Shape<T> item) : Shape<ImmutableSortedDictionary<string, T>>
{
    /// <inheritdoc/>
    public override ImmutableSortedDictionary<string, T> Read(JsonElement element, string place)
    {
        if (element.ValueKind != JsonValueKind.Object)
        {
            throw Wrong(element, place, "an object");
        }
        var map = ImmutableSortedDictionary.CreateBuilder<string, T>(StringComparer.Ordinal);
        foreach (JsonProperty member in element.EnumerateObject())
        {
            map[Tables.Label.Of(member.Name)] = item.Read(member.Value, Place.Member(place, member.Name));
        }
        return map.ToImmutable();
    }

    /// <inheritdoc/>
    public override JsonNode? Write(ImmutableSortedDictionary<string, T> value) =>
        new JsonObject(value.Select(pair => KeyValuePair.Create(pair.Key, item.Write(pair.Value))));

    /// <inheritdoc/>
    public override JsonObject Schema() =>
        new()
        {
            ["type"] = "object",
            ["propertyNames"] = new JsonObject { [References.Keyword] = References.Word(Reference.Label) },
            ["additionalProperties"] = item.Schema(),
        };
}
