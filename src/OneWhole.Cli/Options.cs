using System.CommandLine;

namespace OneWhole.Cli;

/// <summary>What may be said after a verb, each option declared once: its name, what stands for its value, its words, its values.</summary>
internal static class Options
{
    public static Option<string> Table =>
        One("table", "FILE", "The table: delimited text, workbook, OpenDocument, JSON, Parquet or SQLite; - reads standard input.");

    public static Option<string[]> FreshTables => Several("table", "NAME=FILE", "Fresh rows for a table of the bundle, by its name.");

    public static Option<string> Study => One("study", "FILE", "The study document (JSON); - reads standard input.");

    public static Option<string> Bundle => One("bundle", "FILE", "A briefing with its tables, as it was handed over.");

    public static Option<string> Read => One("read", "FILE", "Settles how the table is read: separator, encoding, marks, types (JSON).");

    public static Option<string> Prepare => One("prepare", "FILE", "Steps that make the table fit, done before anything else (JSON).");

    public static Option<string> Against => One("against", "FILE", "A second table, for forms that compare two.");

    public static Option<string> From => One("from", "PLACE", Place);

    public static Option<string[]> Froms =>
        Several("from", "NAME=PLACE", "Where the rows of a table of the bundle stay: a place as of onewhole workings --from.");

    public static Option<string> Name => One("name", "TABLE", "Of --from: a table, a view, or a file of the folder.");

    public static Option<string[]> Names => Several("name", "NAME=TABLE", "Of --from: a table, a view, or a file of the folder.");

    public static Option<string> Query => One("query", "SELECT", "Of --from: one SELECT in place of a table's name.");

    public static Option<string[]> Queries => Several("query", "NAME=SELECT", "Of --from: one SELECT in place of a table's name.");

    public static Option<string> Only => One("only", "shares", "Leaves every amount out.", "shares");

    public static Option<string> Numbers => One("numbers", "CULTURE", "Numbers and dates as this culture writes them: de-CH.");

    /// <param name="kinds">Of paper.</param>
    public static Option<string> Paper(string[] kinds) => One("paper", "KIND", $"The sheet of a PDF: {Given.Or(kinds)}.", kinds);

    public static Option<string> Margin => One("margin", "MM", "The margin of that sheet, 0 to 100 millimetres.");

    public static Option<string> Size =>
        One(
            "size",
            "WxH",
            $"Of the figure, in pixels: 960x600 unless said, each side from {Core.Drawing.FigureDrawer.SmallestSide} to "
                + $"{Core.Drawing.FigureDrawer.LargestSide}."
        );

    public static Option<string> Scale => One("scale", "N", "Pixels of a PNG for each of its size: 1 to 8.");

    public static Option<string> Pages =>
        One("pages", "WHICH", "Of a PDF or slides: figure is without the workings, all is with them.", "figure", "all");

    /// <param name="endings">Of the files that can be asked for: ".svg".</param>
    public static Option<string> Out(IReadOnlyList<string> endings) =>
        One("out", "FILE", $"What is written; its ending says as what: {Given.Or(endings)}. - is standard output.");

    /// <param name="kinds">What can be asked for: "svg".</param>
    public static Option<string> As(string[] kinds) => One("as", "KIND", "What is written where no file's name says it.", kinds);

    private const string Place =
        "In place of --table: rows that stay where they are, asked for cells alone. postgres://user@host:port/database, "
        + "mysql://user@host:port/database, duckdb:FILE-OR-FOLDER, sqlite:FILE, or a file *.source.json that says it. "
        + "A password comes from the variable ONEWHOLE_PASSWORD.";

    /// <summary>An option with one value.</summary>
    /// <param name="name">Without its dashes.</param>
    /// <param name="stands">What stands for its value in the help.</param>
    /// <param name="words">What it is for.</param>
    /// <param name="known">The values that are offered to whoever types; empty for a file or a number.</param>
    public static Option<string> One(string name, string stands, string words, params string[] known)
    {
        var option = new Option<string>("--" + name)
        {
            HelpName = stands,
            Description = words,
            Arity = ArgumentArity.ExactlyOne,
        };
        if (known.Length > 0)
        {
            option.CompletionSources.Add(known);
        }
        return option;
    }

    private static Option<string[]> Several(string name, string stands, string words) =>
        new("--" + name)
        {
            HelpName = stands,
            Description = $"{words} May be given several times.",
            Arity = ArgumentArity.OneOrMore,
        };
}
