using System.Text.Json.Nodes;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Statements;

/// <summary>A clause that the sentence does not have yet.</summary>
/// <param name="Text">What it does ("fold small parts").</param>
/// <param name="Detail">What that means here.</param>
/// <param name="Path">The place in the study that it sets.</param>
/// <param name="Value">What it sets there.</param>
public sealed record Offer(string Text, string Detail, string Path, JsonNode Value)
{
    /// <summary>A clause that would stand in its way, and goes; null for none.</summary>
    public string? Drop { get; init; }
}

/// <summary>A setting of looks: one choice of several, or something filled in.</summary>
/// <param name="Path">The place in the study.</param>
/// <param name="Name">What is set ("labels").</param>
/// <param name="Choices">Its values, where it has few.</param>
public sealed record Setting(string Path, string Name, IReadOnlyList<SettingChoice> Choices)
{
    /// <summary>What is written there now, for a setting that is a text instead of choices.</summary>
    public string? Text { get; init; }

    /// <summary>By what it is set.</summary>
    public SettingKind Kind { get; init; }

    /// <summary>Under which heading it is listed.</summary>
    public string Section { get; init; } = "form";

    /// <summary>What is to be said of it now ("3 labels are hard to read").</summary>
    public string? Note { get; init; }

    /// <summary>What stands there while nothing is written.</summary>
    public string? Otherwise { get; init; }

    /// <summary>Texts that offer themselves.</summary>
    public IReadOnlyList<string> Suggestions { get; init; } = [];

    /// <summary>Whether it acts on the figure's marks: on the page's notes, sizes and numbers some act elsewhere.</summary>
    public bool IsOfFigure { get; init; } = true;

    /// <summary>Whether something else stands there than the form would have; taking it out resets it.</summary>
    public bool Differs { get; init; }
}

/// <summary>One choice of a setting.</summary>
/// <param name="Value">What it sets; null takes the member out.</param>
/// <param name="Chosen">Whether it holds now.</param>
/// <param name="Text">In words.</param>
public sealed record SettingChoice(string Text, JsonNode? Value, bool Chosen)
{
    /// <summary>Names of the colours that it would give the parts, in their order.</summary>
    public IReadOnlyList<string> Swatches { get; init; } = [];
}
