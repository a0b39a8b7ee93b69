using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Reading;

/// <summary>How a file is read, where that was settled; what is null is found from the file.</summary>
public sealed record ReadSettings
{
    public static ReadSettings Found { get; } = new();

    /// <summary>The separator of delimited text.</summary>
    public string? Separator { get; init; }

    /// <summary>"utf-8", "utf-16", "utf-16be" or "windows-1252".</summary>
    public string? Encoding { get; init; }

    /// <summary>The decimal mark of all number columns.</summary>
    public string? DecimalMark { get; init; }

    /// <summary>The order of day and month in all date columns.</summary>
    public DateOrder? Dates { get; init; }

    /// <summary>The sheet of a workbook, or the table of a database.</summary>
    public string? Section { get; init; }

    /// <summary>The cells of a sheet that hold the table: "B3:F200".</summary>
    public string? Range { get; init; }

    /// <summary>The row of the headings, from 1, within the range; 0 where there are none.</summary>
    public int? HeaderRow { get; init; }

    /// <summary>What is asked of a database: one SELECT.</summary>
    public string? Query { get; init; }

    /// <summary>What was settled for single columns, by heading.</summary>
    public ImmutableSortedDictionary<string, ColumnSettings> Columns { get; init; } =
        ImmutableSortedDictionary<string, ColumnSettings>.Empty;

    public static ObjectShape<ReadSettings> Shape { get; } =
        new ObjectShape<ReadSettings>("read settings", () => new ReadSettings())
            .MayHave(
                "separator",
                new TextShape("a separator", 1),
                settings => settings.Separator,
                (settings, value) => settings with { Separator = value },
                "one character"
            )
            .MayHave(
                "encoding",
                new TextShape("an encoding", 20),
                settings => settings.Encoding,
                (settings, value) => settings with { Encoding = value },
                "utf-8, utf-16, utf-16be or windows-1252"
            )
            .MayHave(
                "decimalMark",
                new TextShape("a decimal mark", 1),
                settings => settings.DecimalMark,
                (settings, value) => settings with { DecimalMark = value },
                "a point or a comma"
            )
            .May(
                "dates",
                TableShapes.DateOrders,
                settings => settings.Dates,
                (settings, value) => settings with { Dates = value },
                "the order of day and month"
            )
            .MayHave(
                "part",
                new TextShape("a sheet or a table", 200),
                settings => settings.Section,
                (settings, value) => settings with { Section = value },
                "the sheet of a workbook, or the table of a database"
            )
            .MayHave(
                "range",
                new TextShape("a range of cells", 30),
                settings => settings.Range,
                (settings, value) => settings with { Range = value },
                "the cells of a sheet that hold the table, like B3:F200"
            )
            .May(
                "headerRow",
                new CountShape(0, 100),
                settings => settings.HeaderRow,
                (settings, value) => settings with { HeaderRow = value },
                "the row of the headings, from 1; 0 for none"
            )
            .MayHave(
                "query",
                new TextShape("a query", 20_000),
                settings => settings.Query,
                (settings, value) => settings with { Query = value },
                "one SELECT on a database"
            )
            .Has(
                "columns",
                new MapShape<ColumnSettings>(ColumnSettings.Shape),
                settings => settings.Columns,
                (settings, value) => settings with { Columns = value },
                "by heading"
            )
            .Where(settings => settings.DecimalMark is null or "." or "," ? null : "settings whose decimalMark is \".\" or \",\"");

    /// <exception cref="StudyException">The text is not JSON, or holds something else.</exception>
    public static ReadSettings Read(string json)
    {
        try
        {
            using JsonDocument document = JsonDocument.Parse(json, new JsonDocumentOptions { AllowDuplicateProperties = false });
            return Shape.Read(document.RootElement, "");
        }
        catch (JsonException broken)
        {
            throw new StudyException("not-json", "", $"The read settings are not well-formed JSON (line {(broken.LineNumber ?? 0) + 1}).");
        }
    }
}

/// <summary>What was settled for one column.</summary>
public sealed record ColumnSettings
{
    public ColumnType? Type { get; init; }

    public string? DecimalMark { get; init; }

    public DateOrder? Dates { get; init; }

    /// <summary>What one unit is ("min", "€"); null for what the file says.</summary>
    public string? Unit { get; init; }

    /// <summary>In what the numbers are counted ("thousand").</summary>
    public string? Multiplier { get; init; }

    /// <summary>What one label stands for, and several.</summary>
    public string? One { get; init; }

    /// <inheritdoc cref="One"/>
    public string? Many { get; init; }

    /// <summary>What a row of totals said that the column adds up to.</summary>
    public ExactDecimal? Total { get; init; }

    /// <summary>The labels that the column has had, in the order in which they were met: colours go by it.</summary>
    public ImmutableArray<string> Met { get; init; } = [];

    /// <summary>The column with what was settled of it besides its type.</summary>
    internal Column Settled(Column column) =>
        column.With(
            column.Info with
            {
                Unit = Unit ?? column.Info.Unit,
                Multiplier = Multiplier ?? column.Info.Multiplier,
                One = One ?? column.Info.One,
                Many = Many ?? column.Info.Many,
                Total = Total ?? column.Info.Total,
                EarlierLabels = Met.Length > 0 ? Met : column.Info.EarlierLabels,
            }
        );

    internal static ObjectShape<ColumnSettings> Shape { get; } =
        new ObjectShape<ColumnSettings>("a column's settings", () => new ColumnSettings())
            .May(
                "type",
                TableShapes.ColumnTypes,
                settings => settings.Type,
                (settings, value) => settings with { Type = value },
                "what the column is taken for"
            )
            .MayHave(
                "decimalMark",
                new TextShape("a decimal mark", 1),
                settings => settings.DecimalMark,
                (settings, value) => settings with { DecimalMark = value },
                "a point or a comma"
            )
            .May(
                "dates",
                TableShapes.DateOrders,
                settings => settings.Dates,
                (settings, value) => settings with { Dates = value },
                "the order of day and month"
            )
            .MayHave(
                "unit",
                new TextShape("a unit", 40),
                settings => settings.Unit,
                (settings, value) => settings with { Unit = value },
                "what one unit of the numbers is"
            )
            .MayHave(
                "multiplier",
                new TextShape("a multiplier", 40),
                settings => settings.Multiplier,
                (settings, value) => settings with { Multiplier = value },
                "in what the numbers are counted, in words"
            )
            .MayHave(
                "one",
                new TextShape("a noun", 200),
                settings => settings.One,
                (settings, value) => settings with { One = value },
                "what one label stands for"
            )
            .MayHave(
                "many",
                new TextShape("a noun", 200),
                settings => settings.Many,
                (settings, value) => settings with { Many = value },
                "what several labels stand for"
            )
            .May(
                "total",
                new NumberShape(),
                settings => settings.Total,
                (settings, value) => settings with { Total = value },
                "what a row of totals said that the column adds up to"
            )
            .Has(
                "met",
                new ListShape<string>(new TextShape("a label", 32_000)),
                settings => settings.Met,
                (settings, value) => settings with { Met = value },
                "the labels that the column has had, in the order in which they were met"
            );
}

/// <summary>A file that can't be read: what is wrong, where, and what would be right.</summary>
public sealed class ReadException(string code, string message, Exception? inner = null) : Exception(message, inner)
{
    /// <summary>A stable short name of the mistake.</summary>
    public string Code { get; } = code;
}

/// <summary>Something to tell about a file that was read.</summary>
/// <param name="Code">Its kind: "ragged-row", "empty-heading", "ambiguous-date".</param>
/// <param name="Text">One sentence, with the row and column.</param>
/// <param name="Ask">Whether the analyst should be asked to settle it.</param>
public sealed record ReadNote(string Code, string Text, bool Ask = false)
{
    /// <summary>The kind of a note about amounts that stand alone under the rows.</summary>
    public const string LonelyRow = "lonely-row";

    /// <summary>The place of the column that it is about, or −1.</summary>
    public int Column { get; init; } = -1;

    /// <summary>What the analyst can answer.</summary>
    public IReadOnlyList<ReadAnswer> Answers { get; init; } = [];
}

/// <summary>One answer to what a note asks: how the column is to be read.</summary>
/// <param name="Text">How its example reads then ("3 April 2026").</param>
/// <param name="Chosen">Whether it is read so now.</param>
public sealed record ReadAnswer(string Text, bool Chosen)
{
    public DateOrder? Dates { get; init; }

    public bool? DecimalComma { get; init; }

    /// <summary>A preparing step that the answer adds, as its document has it.</summary>
    public JsonObject? Step { get; init; }

    /// <summary>The tables that the answer makes of one; none where it stays one.</summary>
    public IReadOnlyList<SplitBlock> Split { get; init; } = [];
}

/// <summary>One of the tables that stand side by side.</summary>
public sealed record SplitBlock(string Title, IReadOnlyList<string> Columns);

/// <summary>A table that was read, how it was read, and what there is to tell.</summary>
public sealed record ReadResult(Table Table, ReadSettings Used, IReadOnlyList<ReadNote> Notes)
{
    /// <summary>Lines that stood above the headings.</summary>
    public IReadOnlyList<string> Titles { get; init; } = [];

    /// <summary>Lines that stood below the rows.</summary>
    public IReadOnlyList<string> Below { get; init; } = [];
}

/// <summary>How far a reader has come.</summary>
public readonly record struct ReadProgress(long Rows, double Done);
