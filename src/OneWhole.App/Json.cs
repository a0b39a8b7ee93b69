using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace OneWhole.App;

/// <summary>How documents are stored: camel case, enumerations as words, nothing unknown accepted.</summary>
public static class Json
{
    public static JsonSerializerOptions Options { get; } = Make();

    private static JsonSerializerOptions Make()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Strict)
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            DefaultIgnoreCondition = JsonIgnoreCondition.Never,
            RespectRequiredConstructorParameters = false,
        };
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.MakeReadOnly(populateMissingResolver: true);
        return options;
    }

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    public static T Read<T>(string text) => JsonSerializer.Deserialize<T>(text, Options)!;

    /// <summary>What is stored, read.</summary>
    /// <exception cref="AppException">It can't be read: the data file was damaged, or written by another program.</exception>
    /// <param name="text">The body.</param>
    /// <param name="kind">"study".</param>
    /// <param name="needed">What must be there of it.</param>
    public static T Stored<T>(string text, string kind, Func<T, object?>? needed = null)
        where T : class =>
        TryStored<T>(text) is { } read && (needed is null || needed(read) is not null)
            ? read
            : throw new AppException(
                "damaged",
                $"What is stored of this {kind} can't be read. Undo its last change, or put the data file's last copy in its place."
            );

    /// <summary>What is stored, or null where it can't be read.</summary>
    public static T? TryStored<T>(string text)
        where T : class
    {
        try
        {
            return Read<T>(text);
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException)
        {
            return null;
        }
    }
}
