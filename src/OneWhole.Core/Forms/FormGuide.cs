namespace OneWhole.Core.Forms;

/// <summary>
/// What the guide says of a form, beside what is computed: its page is made of it, with a figure and its columns from the demo.
/// </summary>
/// <param name="Table">A file of the demo: "delays.csv".</param>
/// <param name="Study">A study of that table in this form, as a study document.</param>
public sealed record FormGuide(string Table, string Study)
{
    private static readonly Dictionary<string, string> Common = new()
    {
        ["group"] = "what the division stands in: one for each bar, row or column of the figure",
        ["part"] = "what the whole is divided into",
        ["value"] = "the amount that was counted or added up; everything else follows from it",
        ["rank"] = "the place by size; equal amounts share one",
        ["share"] = "the exact part of the whole, from 0 to 1; its base stands in its rule",
        ["shownShare"] = "the share as the figure prints it, in percent",
        ["base"] = "where the piece begins",
        ["top"] = "where the piece ends",
        ["spacer"] = "a length that is laid out and not drawn, so that bars stand where they should",
    };

    /// <summary>When it serves, a sentence or three.</summary>
    public required string Serves { get; init; }

    /// <summary>When another form reads better, which, and why.</summary>
    public required IReadOnlyList<(string When, string Better)> ReadsBetter { get; init; }

    /// <summary>The usual mistakes, and how the product shows or prevents them.</summary>
    public required IReadOnlyList<(string Mistake, string Shown)> Mistakes { get; init; }

    /// <summary>What the form's own columns mean to who reads them, by their keys; those that all forms have are known.</summary>
    public IReadOnlyDictionary<string, string> Columns { get; init; } = new Dictionary<string, string>();

    /// <summary>What a column means; null where neither the form nor all forms say it.</summary>
    /// <param name="key">Of the column.</param>
    public string? MeaningOf(string key) => Columns.GetValueOrDefault(key) ?? Common.GetValueOrDefault(key);
}
