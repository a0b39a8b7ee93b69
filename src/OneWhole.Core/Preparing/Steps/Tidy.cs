using System.Collections.Immutable;
using System.Text.RegularExpressions;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>How letters are written.</summary>
internal enum Letters
{
    Keep,
    Lower,
    Upper,
    Sentence,
}

/// <summary>Trims labels, makes runs of white space one space, and writes letters alike.</summary>
internal sealed partial class Tidy : StepKind<Tidy.With>
{
    public sealed record With(ImmutableArray<string> Columns)
    {
        public Letters Letters { get; init; }
    }

    [GeneratedRegex(@"\s+")]
    private static partial Regex White();

    public override string Kind => "tidy";

    public override string Name => "trim and unify spelling";

    public override IReadOnlyList<StepField> Fields =>
        [
            new StepField("columns", "Columns", "columns"),
            new StepField("letters", "Letters", "choice") { Choices = ["keep", "lower", "upper", "sentence"], Optional = true },
        ];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("tidying", () => new With([]))
            .Has("columns", Headings, with => with.Columns, (with, value) => with with { Columns = value }, "the columns", required: true)
            .Has(
                "letters",
                new ChoiceShape<Letters>
                {
                    { "keep", Letters.Keep },
                    { "lower", Letters.Lower },
                    { "upper", Letters.Upper },
                    { "sentence", Letters.Sentence },
                },
                with => with.Letters,
                (with, value) => with with { Letters = value },
                "how letters are written"
            );

    private protected override string Words(With members) =>
        $"{ColumnMaking.List(members.Columns)} trimmed"
        + members.Letters switch
        {
            Letters.Lower => ", in small letters",
            Letters.Upper => ", in capitals",
            Letters.Sentence => ", beginning with a capital",
            _ => "",
        };

    private static string Written(string label, Letters letters)
    {
        if (label == Label.Blank)
        {
            return label;
        }
        string text = White().Replace(label, " ");
        return letters switch
        {
            Letters.Lower => text.ToLowerInvariant(),
            Letters.Upper => text.ToUpperInvariant(),
            Letters.Sentence => char.ToUpperInvariant(text[0]) + text[1..].ToLowerInvariant(),
            _ => text,
        };
    }

    private protected override StepResult Apply(Table table, With members)
    {
        long cells = 0;
        foreach (string name in members.Columns)
        {
            Column column = table.Need(name, "columns");
            LabelCells tidied = ColumnMaking.MapLabels(column, label => Written(label, members.Letters), out long changed);
            cells += changed;
            table = changed == 0 ? table : table.Replace(column, new Column(column.Info, tidied));
        }
        return new StepResult(table, cells, cells);
    }
}
