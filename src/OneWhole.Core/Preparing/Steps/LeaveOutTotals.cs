using System.Collections.Immutable;
using OneWhole.Core.Recognition;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Leaves out the rows that add up others: found anew whenever the rows are read, so that a total may move.</summary>
internal sealed class LeaveOutTotals : StepKind<LeaveOutTotals.With>
{
    /// <param name="Labels">What totals were called when they were found: such rows are left out even where others were changed, and they
    /// no longer add them up.</param>
    public sealed record With(ImmutableArray<string> Labels)
    {
        /// <summary>Whose labels they are; null where totals are told by their numbers alone.</summary>
        public string? Column { get; init; }
    }

    public override string Kind => "leave-out-totals";

    public override string Name => "leave out rows that add up the others";

    public override IReadOnlyList<StepField> Fields => [];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("leaving totals out", () => new With([]))
            .MayHave(
                "column",
                Heading,
                with => with.Column,
                (with, value) => with with { Column = value },
                "the column in which totals are called so"
            )
            .Has(
                "labels",
                new ListShape<string>(new TextShape("a label")),
                with => with.Labels,
                (with, value) => with with { Labels = value },
                "what totals are called"
            );

    private protected override string Words(With members) => "rows left out that add up the others";

    private protected override StepResult Apply(Table table, With members)
    {
        HashSet<int> totals = [.. TotalRows.Find(table).Where(total => total.IsSure).Select(total => total.Row)];
        int adding = totals.Count;
        if (members.Column is { } name && table.Find(name) is { } called)
        {
            totals.UnionWith(
                Enumerable.Range(0, table.RowCount).Where(row => members.Labels.Contains(called.Labels.Labels[called.Labels.Codes[row]]))
            );
        }
        if (totals.Count == 0)
        {
            return new StepResult(table, 0, 0) { Note = "no row adds up the others" };
        }
        Table left = table.Pick([.. Enumerable.Range(0, table.RowCount).Where(row => !totals.Contains(row))]);
        string rows =
            string.Join(", ", totals.Order().Take(5).Select(row => Numbers.NumberText.Count(row + 1)))
            + (totals.Count > 5 ? $" and {totals.Count - 5} more" : "");
        return new StepResult(left.With([.. left.Columns.Select(Again)]), totals.Count, 0)
        {
            Note =
                $"{(totals.Count == 1 ? "row" : "rows")} "
                + $"{rows}{(totals.Count > adding ? "; not all of them add up the others any more" : "")}",
        };
    }

    /// <summary>A column of days in which only the total's label was none is one of days.</summary>
    private static Column Again(Column column) =>
        column.Info.Type == ColumnType.Category
        && column.Labels.Labels.Count > 0
        && column.Labels.Labels.All(label => label == Label.Blank || DateReading.TryReadIso(label, out _, out _))
        && column.Labels.Labels.Any(label => label != Label.Blank)
            ? column.With(column.Info with { Type = ColumnType.Date, Dates = DateOrder.Iso })
            : column;
}
