using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>
/// An object with named members over an immutable record. Reading starts from the default and replaces each member that
/// is there; writing leaves out what equals the default; any member that is not named here is an error.
/// </summary>
public sealed class ObjectShape<T>(string what, Func<T> start) : Shape<T>
{
    private readonly List<Member> _members = [];
    private Func<T, string?>? _fault;

    private abstract class Member(string name, bool required)
    {
        public string Name { get; } = name;

        public bool Required { get; } = required;

        public abstract T Read(T target, JsonElement element, string place);

        public abstract JsonNode? Write(T source);

        public abstract JsonObject Schema();

        public abstract IEnumerable<DeclaredSetting> Settings(T source, T standard, string place);
    }

    private sealed class Member<TValue>(
        string name,
        Shape<TValue> shape,
        Func<T, TValue> get,
        Func<T, TValue, T> with,
        string meaning,
        bool required,
        Looks? looks
    ) : Member(name, required)
    {
        public override IEnumerable<DeclaredSetting> Settings(T source, T standard, string place)
        {
            string path = Place.Member(place, Name);
            return looks is not null
                    ? [new DeclaredSetting(path, looks, meaning, shape.Choices(looks), Write(source), Write(standard), shape.Schema)]
                : get(source) is { } value ? shape.Settings(value, path)
                : [];
        }

        public override T Read(T target, JsonElement element, string place) => with(target, shape.Read(element, place));

        public override JsonNode? Write(T source) => get(source) is { } value ? shape.Write(value) : null;

        public override JsonObject Schema()
        {
            JsonObject schema = shape.Schema();
            schema["description"] = meaning;
            return schema;
        }
    }

    private sealed class Optional<TValue>(Shape<TValue> shape) : Shape<TValue?>
        where TValue : struct
    {
        public override TValue? Read(JsonElement element, string place) => shape.Read(element, place);

        public override JsonNode? Write(TValue? value) => value is null ? null : shape.Write(value.Value);

        public override JsonObject Schema() => shape.Schema();

        internal override IReadOnlyList<(string Text, JsonNode? Value)> Choices(Looks looks) => shape.Choices(looks);
    }

    /// <param name="name">As it stands in the document.</param>
    /// <param name="shape">Of the value.</param>
    /// <param name="get">Reads it from the record.</param>
    /// <param name="with">A copy of the record with another value.</param>
    /// <param name="meaning">One line for the schema.</param>
    /// <param name="required">Whether the document must have it.</param>
    /// <param name="looks">How it is offered as a setting of looks; null where it is none.</param>
    public ObjectShape<T> Has<TValue>(
        string name,
        Shape<TValue> shape,
        Func<T, TValue> get,
        Func<T, TValue, T> with,
        string meaning,
        bool required = false,
        Looks? looks = null
    )
    {
        _members.Add(new Member<TValue>(name, shape, get, with, meaning, required, looks));
        return this;
    }

    /// <summary>A member that may be absent, over a value type.</summary>
    public ObjectShape<T> May<TValue>(
        string name,
        Shape<TValue> shape,
        Func<T, TValue?> get,
        Func<T, TValue?, T> with,
        string meaning,
        Looks? looks = null
    )
        where TValue : struct => Has(name, new Optional<TValue>(shape), get, with, meaning, looks: looks);

    /// <summary>A member that may be absent, over a reference type.</summary>
    public ObjectShape<T> MayHave<TValue>(
        string name,
        Shape<TValue> shape,
        Func<T, TValue?> get,
        Func<T, TValue, T> with,
        string meaning,
        Looks? looks = null
    )
        where TValue : class
    {
        _members.Add(new Member<TValue>(name, shape, source => get(source)!, with, meaning, false, looks));
        return this;
    }

    /// <summary>A rule over several members; returns what would be right, or null.</summary>
    public ObjectShape<T> Where(Func<T, string?> fault)
    {
        _fault = fault;
        return this;
    }

    /// <inheritdoc/>
    public override T Read(JsonElement element, string place) => ReadExcept(element, place);

    /// <summary>Reads a whole document.</summary>
    /// <param name="json">Its text; a byte order mark is passed over.</param>
    /// <param name="document">What it is, for the message: "preparation".</param>
    /// <exception cref="StudyException">The text is not JSON, or holds something else.</exception>
    internal T ReadDocument(string json, string document)
    {
        try
        {
            using JsonDocument read = JsonDocument.Parse(
                json.TrimStart('\uFEFF'),
                new JsonDocumentOptions { AllowDuplicateProperties = false, MaxDepth = 32 }
            );
            return Read(read.RootElement, "");
        }
        catch (JsonException broken)
        {
            throw new StudyException("not-json", "", $"The {document} is not well-formed JSON (line {(broken.LineNumber ?? 0) + 1}).");
        }
    }

    /// <summary>Reads, passing over members that were read elsewhere.</summary>
    internal T ReadExcept(JsonElement element, string place, params ReadOnlySpan<string> except)
    {
        if (element.ValueKind != JsonValueKind.Object)
        {
            throw Wrong(element, place, $"an object: {what}");
        }
        T value = start();
        int required = 0;
        foreach (JsonProperty property in element.EnumerateObject())
        {
            if (except.Contains(property.Name))
            {
                continue;
            }
            Member? member = _members.Find(member => member.Name == property.Name);
            string at = Place.Member(place, property.Name);
            if (member is null)
            {
                throw new StudyException(
                    "unknown-member",
                    at,
                    $"\"{at}\" is not a member of {what}; "
                        + (
                            _members.Count == 0
                                ? "it has none."
                                : $"its members are {WordList.And([.. _members.Select(known => known.Name)])}."
                        )
                );
            }
            value = member.Read(value, property.Value, at);
            required += member.Required ? 1 : 0;
        }
        if (required < _members.Count(member => member.Required))
        {
            Member missing = _members.First(member => member.Required && !element.TryGetProperty(member.Name, out _));
            string at = Place.Member(place, missing.Name);
            throw new StudyException("missing-member", at, $"\"{at}\" is missing: {what} must have it.");
        }
        return _fault?.Invoke(value) is { } expected ? throw Wrong(element, place, expected) : value;
    }

    /// <summary>Writes the members after one that names their kind.</summary>
    internal JsonObject WriteAs(string tag, string kind, T value)
    {
        var written = new JsonObject { [tag] = kind };
        foreach ((string name, JsonNode? member) in (JsonObject)Write(value)!)
        {
            written[name] = member?.DeepClone();
        }
        return written;
    }

    /// <summary>What a member is where a document leaves it out; null where it has no value then, or there is no such member.</summary>
    internal JsonNode? DefaultOf(string name) => _members.Find(member => member.Name == name)?.Write(start());

    /// <summary>The schema of a document of this shape (JSON Schema, draft 2020-12), by itself.</summary>
    /// <param name="format">The document's format with its version, "onewhole.study/1": the schema's name is made of it.</param>
    /// <param name="title">What the document is.</param>
    public JsonObject DocumentSchema(string format, string title)
    {
        JsonObject schema = Schema();
        schema.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        // A name, not an address: nothing is fetched by it.
        schema.Insert(1, "$id", $"urn:{format.Replace('.', ':').Replace('/', ':')}");
        schema.Insert(2, "title", title);
        return schema;
    }

    /// <summary>The schema of what <see cref="WriteAs"/> writes.</summary>
    internal JsonObject SchemaAs(string tag, string kind)
    {
        JsonObject schema = Schema();
        ((JsonObject)schema["properties"]!).Insert(0, tag, new JsonObject { ["const"] = kind });
        schema["required"] = new JsonArray([tag, .. (schema["required"] as JsonArray ?? []).Select(name => name!.DeepClone())]);
        return schema;
    }

    /// <inheritdoc/>
    public override JsonNode? Write(T value)
    {
        T standard = start();
        var node = new JsonObject();
        foreach (Member member in _members)
        {
            JsonNode? written = member.Write(value);
            if (written is not null && (member.Required || !JsonNode.DeepEquals(written, member.Write(standard))))
            {
                node[member.Name] = written;
            }
        }
        return node;
    }

    internal override IEnumerable<DeclaredSetting> Settings(T value, string place)
    {
        T standard = start();
        return _members.SelectMany(member => member.Settings(value, standard, place));
    }

    /// <inheritdoc/>
    public override JsonObject Schema()
    {
        T standard = start();
        var properties = new JsonObject();
        var required = new JsonArray();
        foreach (Member member in _members)
        {
            JsonObject schema = member.Schema();
            if (member.Required)
            {
                required.Add(member.Name);
            }
            else if (member.Write(standard) is { } written)
            {
                schema["default"] = written;
            }
            properties[member.Name] = schema;
        }
        var result = new JsonObject
        {
            ["type"] = "object",
            ["properties"] = properties,
            ["additionalProperties"] = false,
        };
        if (required.Count > 0)
        {
            result["required"] = required;
        }
        return result;
    }
}
