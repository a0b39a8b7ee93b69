using OneWhole.App.Elsewhere;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.App.Tables;

/// <summary>Answers what is asked of tables: their rows, their labels, their columns at a glance. Nothing changes.</summary>
public sealed class TableQuestions(TableDocuments documents, TableRows rows, LeftRows? left = null)
{
    /// <param name="id">The table's.</param>
    /// <param name="stage">After how many steps it is shown; null for all.</param>
    public TableView Get(string id, int? stage = null)
    {
        TableView view = documents.View(documents.Find(id));
        if (stage is not { } steps || steps >= view.Steps.Count)
        {
            return view;
        }
        Table table = rows.At(id, steps);
        return view with
        {
            Stage = steps,
            RowCount = table.RowCount,
            Columns = steps == 0 ? documents.Document(id).Columns : ColumnDocument.Of(table),
        };
    }

    /// <summary>The labels of a column with their rows, the most frequent first; at most so many.</summary>
    public IReadOnlyList<LabelCount> Labels(string id, string column, int most, int? stage = null)
    {
        Column found = TableRows.ColumnOf(rows.At(id, stage), column);
        int[] counts = found.Labels.Codes.Tally(found.Labels.Labels.Count);
        return [.. ColumnFacts.MostFrequent(counts, most).Select(code => new LabelCount(found.Labels.Labels[code], counts[code]))];
    }

    /// <summary>A column at a glance.</summary>
    /// <param name="id">The table's.</param>
    /// <param name="column">Its heading.</param>
    /// <param name="stage">After how many steps; null for all.</param>
    /// <param name="cancel">Stops what is asked of rows elsewhere.</param>
    public PortraitView PortraitOf(string id, string column, int? stage = null, CancellationToken cancel = default)
    {
        Table table = rows.At(id, stage);
        if (documents.Document(id) is { Left: not null } there)
        {
            return Portrait.Of(
                TableRows.ColumnOf(table, column).Info,
                left!.Use(there, (asked, stop) => asked.PortraitOf(column, Portrait.MostLines, stop), cancel)
            );
        }
        Following? following = stage is null ? documents.Document(id).Shown.FirstOrDefault(known => known.Name == column)?.Following : null;
        return Portrait.Of(table, TableRows.ColumnOf(table, column)) with { Following = following };
    }

    /// <summary>Labels that may be spellings of one, together, the most frequent first.</summary>
    public IReadOnlyList<IReadOnlyList<LabelCount>> Spellings(string id, string column, int? stage = null)
    {
        Column found = TableRows.ColumnOf(rows.At(id, stage), column);
        IReadOnlyList<string> labels = found.Labels.Labels;
        int[] counts = found.Labels.Codes.Tally(labels.Count);
        int[] kept = [.. Enumerable.Range(0, labels.Count).Where(code => code != found.Labels.BlankCode)];
        int[] together = [.. Enumerable.Range(0, kept.Length)];
        int Root(int at) => together[at] == at ? at : together[at] = Root(together[at]);
        foreach ((int first, int second) in LookAlikes.Find([.. kept.Select(code => labels[code])]))
        {
            together[Root(second)] = Root(first);
        }
        return
        [
            .. Enumerable
                .Range(0, kept.Length)
                .GroupBy(Root)
                .Where(group => group.Count() > 1)
                .Select(group =>
                    (IReadOnlyList<LabelCount>)
                        [.. group.Select(at => new LabelCount(labels[kept[at]], counts[kept[at]])).OrderByDescending(label => label.Count)]
                ),
        ];
    }

    /// <summary>A run of rows as they stand.</summary>
    public RowSlice Rows(string id, int first, int count, int? stage = null)
    {
        Table table = rows.At(id, stage);
        first = Math.Clamp(first, 0, table.RowCount);
        count = Math.Clamp(count, 0, Math.Min(500, table.RowCount - first));
        return new RowSlice(
            first,
            [
                .. Enumerable
                    .Range(first, count)
                    .Select(row => (IReadOnlyList<string>)[.. table.Columns.Select(column => column.Cells.TextAt(row))]),
            ]
        );
    }

    /// <summary>Cells that their columns' types can't read, at most 200 a column.</summary>
    public IReadOnlyList<UnreadableCell> Unreadable(string id) =>
        [
            .. rows.Load(id)
                .Table.Columns.SelectMany(column =>
                    ColumnFacts.Unreadable(column, 200).Select(cell => new UnreadableCell(cell.Row, column.Name, cell.Text))
                ),
        ];
}
