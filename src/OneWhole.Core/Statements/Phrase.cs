namespace OneWhole.Core.Statements;

/// <summary>One piece of the sentence: plain text, or a word that can be changed.</summary>
/// <param name="Text">As it reads.</param>
public sealed record Token(string Text)
{
    /// <summary>The place in the study that the word stands for ("whole"); null for plain text.</summary>
    public string? Path { get; init; }

    /// <summary>
    /// How it is changed: "options", "number", "percent", "text", "labels", "bands", "levels" (labels in order, each with its side); "swap"
    /// is done at once.
    /// </summary>
    public string? Control { get; init; }

    /// <summary>What to ask ("What is 100 %?").</summary>
    public string? Ask { get; init; }

    /// <summary>Makes the choices; called only when the word is opened.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public Func<IReadOnlyList<Option>>? Options { get; init; }

    /// <summary>Whether it only does something, and is no part of the sentence.</summary>
    public bool Aside { get; init; }

    /// <summary>The value now, for a control that starts from it.</summary>
    public System.Text.Json.Nodes.JsonNode? Value { get; init; }

    /// <summary>A word that stands for one of a few fixed values of a member, and reads as the one that holds now.</summary>
    /// <param name="path">The member.</param>
    /// <param name="ask">What to ask.</param>
    /// <param name="choices">In their order; just one of them is chosen.</param>
    public static Token Choice(
        string path,
        string ask,
        params (string Text, System.Text.Json.Nodes.JsonNode? Value, bool Chosen, string? Detail)[] choices
    ) =>
        new(Array.Find(choices, choice => choice.Chosen).Text)
        {
            Path = path,
            Control = "options",
            Ask = ask,
            Options = () =>
                [.. choices.Select(choice => new Option(choice.Text, path, choice.Value, choice.Chosen) { Detail = choice.Detail })],
        };
}

/// <summary>One choice of a changeable word.</summary>
/// <param name="Text">Its name.</param>
/// <param name="Path">The place in the study that it sets.</param>
/// <param name="Value">What it sets there; null takes the member out.</param>
/// <param name="Chosen">Whether it holds now.</param>
public sealed record Option(string Text, string Path, System.Text.Json.Nodes.JsonNode? Value, bool Chosen)
{
    /// <summary>What the choice would mean, in numbers.</summary>
    public string? Detail { get; init; }

    /// <summary>A number at the right ("6 wholes").</summary>
    public string? Note { get; init; }

    /// <summary>Whether it is offered only to who searches for it.</summary>
    public bool Quiet { get; init; }

    /// <summary>Asks for a member of the value before it can be set: "given", "keep", "reach", "under", "columns".</summary>
    public string? Asks { get; init; }

    /// <summary>What is chosen among, where several are.</summary>
    public IReadOnlyList<string> Among { get; init; } = [];
}

/// <summary>A run of tokens. A clause that can be dropped says which member of the study goes with it.</summary>
/// <param name="Id">Stable within the statement.</param>
/// <param name="Tokens">Its words.</param>
public sealed record Phrase(string Id, IReadOnlyList<Token> Tokens)
{
    /// <summary>The place in the study that is taken out when the clause is dropped; null where it can't be.</summary>
    public string? Drop { get; init; }

    /// <summary>As it reads; a word that only does something is no part of the sentence.</summary>
    public string Text => string.Concat(Tokens.Where(token => !token.Aside).Select(token => token.Text));
}
