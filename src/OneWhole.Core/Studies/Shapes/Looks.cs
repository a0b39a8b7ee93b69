using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>How a setting without choices is filled in.</summary>
public enum SettingKind
{
    /// <summary>Typed words.</summary>
    Text,

    /// <summary>A typed number.</summary>
    Number,

    /// <summary>Shown in percent, set as 0 to 1.</summary>
    Percent,

    /// <summary>"#1d6b60".</summary>
    Colour,
}

/// <summary>
/// A member of the study as a setting of looks. It is declared with the member, so that the panel, the schema, the documentation and the
/// page's types have its path, range, choices, default and words from one place.
/// </summary>
/// <param name="Section">Under which heading it is listed.</param>
/// <param name="Name">What is set, in everyday words ("where labels go").</param>
public sealed record Looks(string Section, string Name)
{
    /// <summary>The section of what only some forms have.</summary>
    public const string Form = "form";

    /// <summary>The sections, in their order.</summary>
    public static string[] Sections { get; } = [Form, "words", "labels", "colours", "axes and room", "print", "numbers"];

    /// <summary>What a flag is called where it is set, and where it is not.</summary>
    public string On { get; init; } = "shown";

    /// <inheritdoc cref="On"/>
    public string Off { get; init; } = "hidden";

    /// <summary>Numbers that offer themselves, each with its words; null takes the member out.</summary>
    public IReadOnlyList<(string Text, string? Number)> Numbers { get; init; } = [];

    /// <summary>What another number than those is called; {0} stands for it.</summary>
    public string OtherNumber { get; init; } = "{0}";

    /// <summary>By what it is set.</summary>
    public SettingKind Kind { get; init; }

    /// <summary>Whether it acts on the figure's marks: on the page's notes, sizes and numbers some act elsewhere.</summary>
    public bool IsOfFigure { get; init; } = true;

    /// <summary>Whether only forms have it that say so.</summary>
    public bool IsOfSomeForms { get; init; }

    /// <summary>The studies in which it can act.</summary>
    public Func<Study, bool> When { get; init; } = _ => true;

    /// <summary>Where it stands in its section: smaller first, then as declared.</summary>
    public int Rank { get; init; }
}

/// <summary>A declared setting with what a study has in its place.</summary>
/// <param name="Path">The place in the study ("finish.keyPlace").</param>
/// <param name="Looks">What was declared of it.</param>
/// <param name="Meaning">One line of the schema.</param>
/// <param name="Choices">What it can be; none where it is filled in.</param>
/// <param name="Now">What stands there; null for nothing.</param>
/// <param name="Default">What stands there by itself.</param>
/// <param name="Schema">Makes the schema of its kind and range: the documentation alone asks for it.</param>
public sealed record DeclaredSetting(
    string Path,
    Looks Looks,
    string Meaning,
    IReadOnlyList<(string Text, JsonNode? Value)> Choices,
    JsonNode? Now,
    JsonNode? Default,
    Func<JsonObject> Schema
)
{
    /// <summary>Whether something else stands there than by itself; taking it out resets it.</summary>
    public bool Differs => !JsonNode.DeepEquals(Now, Default);
}
