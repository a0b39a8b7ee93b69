namespace OneWhole.Cli;

/// <summary>Where the command's words and bytes go.</summary>
/// <param name="Output">Results as text.</param>
/// <param name="Error">Notes, faults and progress.</param>
/// <param name="Bytes">Opens the result as bytes, where a file is asked for on standard output.</param>
/// <param name="IsTerminal">Whether a person reads <paramref name="Error"/>: then long work says how far it is.</param>
public sealed record Streams(TextWriter Output, TextWriter Error, Func<Stream> Bytes, bool IsTerminal)
{
    /// <summary>A line for the person: what was read otherwise than it stands, or could not be shown.</summary>
    public void Note(string text) => Error.WriteLine(OneLine(text));

    /// <summary>A text without its line ends.</summary>
    public static string OneLine(string text) => text.ReplaceLineEndings(" ");
}
