using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>
/// Describes one kind of JSON value once: how it is read (with the place of every mistake), how it is written, and its
/// JSON Schema. The study document, the forms' members and the published schema all come from shapes.
/// </summary>
/// <typeparam name="T">What the value is in the core.</typeparam>
public abstract class Shape<T>
{
    /// <exception cref="StudyException">The value is of another kind or out of range.</exception>
    public abstract T Read(JsonElement element, string place);

    /// <summary>A value as JSON; null for what is left out.</summary>
    public abstract JsonNode? Write(T value);

    /// <summary>The JSON Schema (2020-12) of the value.</summary>
    public abstract JsonObject Schema();

    /// <summary>What the value can be as a setting of looks, each in words; none where it is filled in.</summary>
    internal virtual IReadOnlyList<(string Text, JsonNode? Value)> Choices(Looks looks) =>
        [.. looks.Numbers.Select(choice => (choice.Text, choice.Number is null ? null : JsonNode.Parse(choice.Number)))];

    /// <summary>The settings of looks that are declared within the value.</summary>
    internal virtual IEnumerable<DeclaredSetting> Settings(T value, string place) => [];

    private protected static StudyException Wrong(JsonElement element, string place, string expected)
    {
        string shown = element.GetRawText();
        if (shown.Length > 60)
        {
            shown = shown[..57] + "...";
        }
        return new StudyException("wrong-value", place, $"{(place.Length == 0 ? "the study" : place)} is {shown}; it must be {expected}.");
    }
}

/// <summary>One member's place below its parent's.</summary>
internal static class Place
{
    public static string Member(string place, string name) => place.Length == 0 ? name : $"{place}.{name}";

    public static string Item(string place, int index) => $"{place}[{index}]";
}
