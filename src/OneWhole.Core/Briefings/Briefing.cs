using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Briefings;

/// <summary>What a block of a briefing is.</summary>
public enum BlockKind
{
    /// <summary>Running text with readings in it.</summary>
    Text,

    /// <summary>A study, shown.</summary>
    Study,
}

/// <summary>What is shown of a study.</summary>
public enum BlockShow
{
    /// <summary>The figure alone.</summary>
    Figure,

    /// <summary>The workings alone.</summary>
    Workings,

    /// <summary>The figure with its workings below.</summary>
    Both,
}

/// <summary>One block of the page: running text, or a study.</summary>
/// <param name="Key">Its name on this page, by which text refers to its readings.</param>
public sealed record BriefingBlock(string Key)
{
    /// <summary>What it shows.</summary>
    public BlockKind Kind { get; init; }

    /// <summary>Running text; "[[b2.whole]]" is replaced by that reading of that block.</summary>
    public string Text { get; init; } = "";

    /// <summary>The study, by its id or, in a bundle, its name.</summary>
    public string Study { get; init; } = "";

    /// <summary>What of a study is shown.</summary>
    public BlockShow Show { get; init; }

    /// <summary>How many columns it takes, at most as many as there are.</summary>
    public int Span { get; init; } = 1;
}

/// <summary>A page of several studies and text, with a filter that all of them share. Documented as <c>onewhole.briefing/1</c>.</summary>
public sealed record Briefing
{
    /// <summary>The format's name and version, in every document.</summary>
    public const string Format = "onewhole.briefing/1";

    /// <summary>More than this no page shows.</summary>
    public const int MostBlocks = 60;

    private static readonly ObjectShape<BriefingBlock> Block = new ObjectShape<BriefingBlock>("a block", () => new BriefingBlock(""))
        .Has(
            "key",
            new TextShape("a block's name", 40),
            block => block.Key,
            (block, value) => block with { Key = value },
            "its name on this page",
            required: true
        )
        .Has(
            "kind",
            new ChoiceShape<BlockKind> { { "text", BlockKind.Text }, { "study", BlockKind.Study } },
            block => block.Kind,
            (block, value) => block with { Kind = value },
            "what it is",
            required: true
        )
        .Has(
            "text",
            new TextShape("running text", 20_000),
            block => block.Text,
            (block, value) => block with { Text = value },
            "running text; [[KEY.NAME]] is replaced by a reading of the block KEY"
        )
        .Has(
            "study",
            new TextShape("a study", 200),
            block => block.Study,
            (block, value) => block with { Study = value },
            "the study that it shows"
        )
        .Has(
            "show",
            new ChoiceShape<BlockShow>
            {
                { "figure", BlockShow.Figure },
                { "workings", BlockShow.Workings },
                { "both", BlockShow.Both },
            },
            block => block.Show,
            (block, value) => block with { Show = value },
            "what is shown of the study"
        )
        .Has("span", new CountShape(1, 3), block => block.Span, (block, value) => block with { Span = value }, "how many columns it takes")
        .Where(block =>
            block.Kind == BlockKind.Study && block.Study.Length == 0 ? "a block of kind study with the study that it shows" : null
        );

    /// <summary>Reads, writes and describes a briefing.</summary>
    public static ObjectShape<Briefing> Shape { get; } =
        new ObjectShape<Briefing>("a briefing", () => new Briefing())
            .Has("format", new FormatShape(Format), _ => Format, (briefing, _) => briefing, "the version of the format", required: true)
            .Has(
                "title",
                new TextShape("a title", 500),
                briefing => briefing.Title,
                (briefing, value) => briefing with { Title = value },
                "the page's title"
            )
            .Has(
                "columns",
                new CountShape(1, 3),
                briefing => briefing.Columns,
                (briefing, value) => briefing with { Columns = value },
                "how many columns the page has"
            )
            .Has(
                "filter",
                new ListShape<Clause>(StudyShapes.Clause),
                briefing => briefing.Filter,
                (briefing, value) => briefing with { Filter = value },
                "which rows of every study whose table has the column are used"
            )
            .Has(
                "blocks",
                new ListShape<BriefingBlock>(Block, most: MostBlocks),
                briefing => briefing.Blocks,
                (briefing, value) => briefing with { Blocks = value },
                "what stands on it, in order"
            )
            .Where(briefing =>
                briefing.Blocks.Select(block => block.Key).Distinct().Count() < briefing.Blocks.Length
                    ? "a briefing whose blocks have different keys"
                    : null
            );

    /// <summary>The heading of the page.</summary>
    public string Title { get; init; } = "";

    /// <summary>How many columns the blocks stand in: 1 to 4.</summary>
    public int Columns { get; init; } = 2;

    /// <summary>What holds for all its studies; each clause acts where a study's table has the column.</summary>
    public ImmutableArray<Clause> Filter { get; init; } = [];

    /// <summary>In reading order.</summary>
    public ImmutableArray<BriefingBlock> Blocks { get; init; } = [];

    /// <exception cref="StudyException">The text is not JSON, or not a briefing.</exception>
    public static Briefing Read(string json) => Shape.ReadDocument(json, "briefing");

    /// <summary>The JSON Schema of briefings (draft 2020-12).</summary>
    public static JsonObject Schema() => Shape.DocumentSchema(Format, "One Whole briefing");

    /// <summary>The document.</summary>
    public JsonObject Write() => (JsonObject)Shape.Write(this)!;
}
