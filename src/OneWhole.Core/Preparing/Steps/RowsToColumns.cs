using OneWhole.Core.Numbers;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>
/// Makes columns of rows: one for each label of a column, with the sum of another; rows alike in all other columns become one.
/// </summary>
public sealed class RowsToColumns : StepKind<RowsToColumns.With>
{
    private const int MostColumns = 1000;

    /// <summary>Which labels become headings, and which amounts stand beneath.</summary>
    /// <param name="Names">The column of those labels.</param>
    /// <param name="Values">The column of those amounts.</param>
    public sealed record With(string Names, string Values);

    /// <inheritdoc/>
    public override string Kind => "rows-to-columns";

    /// <inheritdoc/>
    public override string Name => "turn rows into columns";

    /// <inheritdoc/>
    public override IReadOnlyList<StepField> Fields =>
        [new StepField("names", "A column for each", "column"), new StepField("values", "With the sum of", "column")];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("rows to columns", () => new With("", ""))
            .Has(
                "names",
                Heading,
                with => with.Names,
                (with, value) => with with { Names = value },
                "the column whose labels become headings",
                required: true
            )
            .Has(
                "values",
                Heading,
                with => with.Values,
                (with, value) => with with { Values = value },
                "the column that is summed below them",
                required: true
            );

    private protected override string Words(With members) => $"a column for each {members.Names}, with the sum of {members.Values}";

    private protected override StepResult Apply(Table table, With members)
    {
        Column names = table.Need(members.Names, "names"),
            values = table.Need(members.Values, "values");
        LabelView labels = names.Labels;
        if (labels.Labels.Count > MostColumns)
        {
            throw new Studies.StudyException(
                "too-many-columns",
                "names",
                $"{names.Name} has {labels.Labels.Count} labels; at most {MostColumns} columns can be made of them."
            );
        }
        Column[] kept = [.. table.Columns.Where(column => column != names && column != values)];
        (int[] first, int[] rowOf) = Distinct.Rows(table, kept);
        var sums = new ExactInt?[labels.Labels.Count][];
        for (int code = 0; code < sums.Length; code++)
        {
            sums[code] = new ExactInt?[first.Length];
        }
        for (int row = 0; row < table.RowCount; row++)
        {
            if (values.Numbers.At(row) is { } number)
            {
                ref ExactInt? sum = ref sums[labels.Codes[row]][rowOf[row]];
                sum = (sum ?? default) + number;
            }
        }
        var made = new Table(table.Name, [.. kept.Select(column => ColumnMaking.Pick(column, first))]);
        for (int code = 0; code < sums.Length; code++)
        {
            string heading = labels.Labels[code],
                free = heading;
            for (int number = 2; made.Find(free) is not null; number++)
            {
                free = $"{heading} ({number})";
            }
            int scale = values.Numbers.Scale;
            made = made.With([
                .. made.Columns,
                ColumnMaking.OfNumbers(
                    free,
                    sums[code].Select(sum => sum is { } units ? new ExactDecimal(units, scale) : (ExactDecimal?)null),
                    values.Info
                ),
            ]);
        }
        return new StepResult(made, table.RowCount, (long)first.Length * sums.Length);
    }
}
