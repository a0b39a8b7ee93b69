using System.Collections.Immutable;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Forms;

/// <summary>What a study is held against: other rows of the same table, or another table with the same columns.</summary>
public sealed record Against
{
    /// <summary>The rows of the second population; null where another table has them.</summary>
    public ImmutableArray<Clause>? Where { get; init; }

    /// <summary>The second table's name; null where the rows are in the same one.</summary>
    public string? Table { get; init; }

    /// <summary>As the key names it.</summary>
    public string Label { get; init; } = "";

    /// <summary>Reads, writes and describes it.</summary>
    public static ObjectShape<Against> Shape { get; } =
        new ObjectShape<Against>("what it is held against", () => new Against())
            .May(
                "where",
                new ListShape<Clause>(StudyShapes.Clause),
                against => against.Where,
                (against, value) => against with { Where = value },
                "conditions on the same table, instead of the study's own"
            )
            .MayHave(
                "table",
                TextShape.Table,
                against => against.Table,
                (against, value) => against with { Table = value },
                "another table with the same columns"
            )
            .Has(
                "label",
                new TextShape("a label", 200),
                against => against.Label,
                (against, value) => against with { Label = value },
                "what it is called"
            )
            .Where(against => against.Where is null == against.Table is null ? "with exactly one of where and table" : null);

    /// <summary>What it is called: by its label, its conditions or its table.</summary>
    public string Name =>
        Label.Length > 0 ? Label
        : Where is not { } where ? Table!
        : where.Length == 0 ? "all rows"
        : string.Join(" and ", where.Select(clause => Statement.WhereWords(clause, clause.Column)));

    /// <summary>The table and the study of its rows. Trials are the study's own, and are not made here.</summary>
    /// <param name="study">The study that is held against it.</param>
    /// <param name="own">The study's table.</param>
    /// <param name="second">The second table, where one was given.</param>
    /// <exception cref="StudyException">Another table is named, and none was given.</exception>
    internal (Table Table, Study Study) Rows(Study study, Table own, Table? second)
    {
        Study counted = study with { Trials = [], Where = Where ?? study.Where };
        return Where is not null
            ? (own, counted)
            : (
                second
                    ?? throw new StudyException(
                        "no-second-table",
                        "form.against.table",
                        $"form.against.table names \"{Table}\", but no second table was given (--against FILE), and no "
                            + "table of that name is here."
                    ),
                counted
            );
    }
}
