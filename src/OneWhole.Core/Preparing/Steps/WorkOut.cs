using System.Collections.Immutable;
using System.Globalization;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>How a column is worked out.</summary>
internal enum Working
{
    Add,
    Subtract,
    Multiply,
    Divide,
    Negate,
    Join,
    Year,
    Quarter,
    Month,
    Weekday,
}

/// <summary>One term: a column, a number, or a text. Exactly one is set.</summary>
internal sealed record Term
{
    public string? Column { get; init; }

    public ExactDecimal? Number { get; init; }

    public string? Text { get; init; }

    internal static ObjectShape<Term> Shape { get; } =
        new ObjectShape<Term>("a term", () => new Term())
            .MayHave(
                "column",
                new TextShape("a column's name", 1000),
                term => term.Column,
                (term, value) => term with { Column = value },
                "a column"
            )
            .May("number", new NumberShape(), term => term.Number, (term, value) => term with { Number = value }, "a number")
            .MayHave("text", new TextShape("a text", 1000), term => term.Text, (term, value) => term with { Text = value }, "a text")
            .Where(term =>
                (term.Column is null ? 0 : 1) + (term.Number is null ? 0 : 1) + (term.Text is null ? 0 : 1) == 1
                    ? null
                    : "a term with exactly one of column, number and text"
            );

    public override string ToString() => Column ?? Number?.ToString() ?? $"“{Text}”";
}

/// <summary>
/// Works a column out from others. A blank or unreadable term gives a blank, and so does a division by zero, which is counted.
/// </summary>
internal sealed class WorkOut : StepKind<WorkOut.With>
{
    public sealed record With(string As)
    {
        public Working How { get; init; }

        public ImmutableArray<Term> Of { get; init; } = [];
    }

    public override string Kind => "work-out";

    public override string Name => "work out a column from others";

    public override IReadOnlyList<StepField> Fields =>
        [
            new StepField("as", "Heading of the new column", "text"),
            new StepField("how", "How", "choice")
            {
                Choices = ["add", "subtract", "multiply", "divide", "negate", "join", "year", "quarter", "month", "weekday"],
            },
            new StepField("of", "Of", "terms"),
        ];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("working out", () => new With(""))
            .Has("as", Heading, with => with.As, (with, value) => with with { As = value }, "the new column's heading", required: true)
            .Has(
                "how",
                new ChoiceShape<Working>
                {
                    { "add", Working.Add },
                    { "subtract", Working.Subtract },
                    { "multiply", Working.Multiply },
                    { "divide", Working.Divide },
                    { "negate", Working.Negate },
                    { "join", Working.Join },
                    { "year", Working.Year },
                    { "quarter", Working.Quarter },
                    { "month", Working.Month },
                    { "weekday", Working.Weekday },
                },
                with => with.How,
                (with, value) => with with { How = value },
                "what is done",
                required: true
            )
            .Has(
                "of",
                new ListShape<Term>(Term.Shape, 1, 100),
                with => with.Of,
                (with, value) => with with { Of = value },
                "the terms, in their order",
                required: true
            )
            .Where(Fault);

    private static bool IsOfDate(Working how) => how is Working.Year or Working.Quarter or Working.Month or Working.Weekday;

    private static string? Fault(With with) =>
        with.How switch
        {
            Working.Negate when with.Of.Length != 1 => "a change of sign of one term",
            Working.Subtract or Working.Divide when with.Of.Length != 2 => "a difference or a quotient of two terms",
            var how when IsOfDate(how) && (with.Of.Length != 1 || with.Of[0].Column is null) => "the part of a date of one column",
            var how when how is not Working.Join && with.Of.Any(term => term.Text is not null) =>
                "numbers and columns alone; texts can only be joined",
            _ => null,
        };

    private protected override string Words(With members)
    {
        string[] of = [.. members.Of.Select(term => term.ToString())];
        return $"{members.As} = "
            + members.How switch
            {
                Working.Add => string.Join(" + ", of),
                Working.Subtract => string.Join(" − ", of),
                Working.Multiply => string.Join(" × ", of),
                Working.Divide => string.Join(" ÷ ", of),
                Working.Negate => $"−{of[0]}",
                Working.Join => string.Join(" and ", of) + ", joined",
                _ => $"{members.How.ToString().ToLowerInvariant()} of {of[0]}",
            };
    }

    private protected override StepResult Apply(Table table, With members)
    {
        string name = table.Free(members.As);
        Column?[] columns = [.. members.Of.Select(term => term.Column is { } column ? table.Need(column, "of") : null)];
        if (members.How == Working.Join)
        {
            Column joined = ColumnMaking.OfTexts(
                name,
                Enumerable
                    .Range(0, table.RowCount)
                    .Select(row =>
                        string.Concat(
                            members.Of.Select((term, at) => columns[at]?.Cells.TextAt(row) ?? term.Text ?? term.Number.ToString())
                        )
                    ),
                numbers: false
            );
            return Made(table, joined.With(joined.Info with { Type = ColumnType.Category }), table.RowCount, null);
        }
        return IsOfDate(members.How) ? OfDate(table, name, columns[0]!, members.How) : OfNumbers(table, name, columns, members);
    }

    private static StepResult Made(Table table, Column column, long cells, string? note) =>
        new(table.With([.. table.Columns, column]), table.RowCount, cells) { Note = note };

    private static StepResult OfDate(Table table, string name, Column column, Working how)
    {
        DateView dates = column.Dates;
        LabelCells cells = ColumnMaking.MapLabels(
            column,
            label => dates.ByCode[column.Labels.CodeOf(label)] is { } date ? PartOf(date, how) : "",
            out _
        );
        return Made(table, ColumnMaking.OfLabels(name, cells), table.RowCount, null);
    }

    private static string PartOf(DateTime date, Working how) =>
        how switch
        {
            Working.Year => date.Year.ToString("0000", CultureInfo.InvariantCulture),
            Working.Quarter => $"{date.Year} Q{(date.Month + 2) / 3}",
            Working.Month => CultureInfo.InvariantCulture.DateTimeFormat.GetMonthName(date.Month),
            _ => date.DayOfWeek.ToString(),
        };

    private static StepResult OfNumbers(Table table, string name, Column?[] columns, With with)
    {
        long zero = 0,
            filled = 0;
        var results = new ExactDecimal?[table.RowCount];
        for (int row = 0; row < results.Length; row++)
        {
            ExactDecimal? result = null;
            for (int at = 0; at < columns.Length; at++)
            {
                if ((columns[at] is { } column ? column.NumberAt(row) : with.Of[at].Number) is not { } term)
                {
                    result = null;
                    break;
                }
                if (at > 0 && with.How == Working.Divide && term.Sign == 0)
                {
                    zero++;
                    result = null;
                    break;
                }
                ExactDecimal first = with.How == Working.Negate ? new ExactDecimal(-term.Units, term.Scale) : term;
                result = at == 0 ? first : Combine(result!.Value, term, with.How);
            }
            results[row] = result;
            filled += result is null ? 0 : 1;
        }
        string? note =
            zero == 0
                ? null
                : $"{NumberText.Count(zero)} {(zero == 1 ? "division" : "divisions")} by zero {(zero == 1 ? "is" : "are")} blank";
        ColumnInfo? like = with.How is Working.Add or Working.Subtract or Working.Negate
            ? columns.FirstOrDefault(column => column is not null)?.Info
            : null;
        return Made(table, ColumnMaking.OfNumbers(name, results, like), filled, note);
    }

    /// <summary>Sums, differences and products are exact; a quotient is the nearest double's shortest decimals.</summary>
    private static ExactDecimal Combine(ExactDecimal a, ExactDecimal b, Working how)
    {
        int scale = Math.Max(a.Scale, b.Scale);
        return how switch
        {
            Working.Add => new ExactDecimal(a.AtScale(scale) + b.AtScale(scale), scale),
            Working.Subtract => new ExactDecimal(a.AtScale(scale) - b.AtScale(scale), scale),
            Working.Multiply => new ExactDecimal(a.Units * b.Units, a.Scale + b.Scale),
            _ => ExactDecimal.FromDouble((a.ToFraction() / b.ToFraction()).ToDouble()),
        };
    }
}
