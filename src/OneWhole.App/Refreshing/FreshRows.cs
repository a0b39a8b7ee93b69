using System.Text.Json.Nodes;
using OneWhole.App.Tables;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.Refreshing;

/// <summary>Fresh rows that were read and prepared, and are not taken yet.</summary>
/// <param name="Id">The table's id.</param>
/// <param name="Revision">The table's revision that they would replace.</param>
/// <param name="Document">What would be stored.</param>
/// <param name="Import">The rows as they were read.</param>
public sealed record FreshRows(string Id, long Revision, TableDocument Document, string Import, Table Before, Table After)
{
    /// <summary>Columns that are probably called something else now.</summary>
    public IReadOnlyList<RenamedColumn> Renamed { get; init; } = [];
}

/// <summary>Reads fresh rows for a table as the first ones were read and prepared.</summary>
public sealed class FreshReading(TableDocuments documents, TableRows rows, TableImport imports)
{
    private const int MostEarlierLabels = 500;

    /// <summary>Reads fresh rows without taking them yet.</summary>
    /// <exception cref="ReadException">The file can't be read.</exception>
    internal FreshRows Read(string id, Stream stream, string fileName, SourceLink? from = null, CancellationToken cancel = default)
    {
        StoredDocument stored = documents.Find(id);
        TableDocument old = documents.Changeable(id);
        ReadSettings settings = old.Reading is { } reading ? ReadSettings.Read(reading.ToJsonString()) : ReadSettings.Found;
        // The separator and the encoding belong to the file, not to the table.
        return Ready(
            id,
            stored.Revision,
            old,
            imports.ReadIn(stream, fileName, old.Name, settings with { Separator = null, Encoding = null }, null, cancel),
            from
        );
    }

    /// <summary>Takes rows that an engine gave for fresh ones, without taking them yet.</summary>
    internal FreshRows Read(string id, Table table, SourceLink from, CancellationToken cancel)
    {
        StoredDocument stored = documents.Find(id);
        TableDocument old = documents.Changeable(id);
        return Ready(id, stored.Revision, old, imports.Kept(table, old.Name, old.Source, cancel), from);
    }

    private FreshRows Ready(string id, long revision, TableDocument old, ReadTable read, SourceLink? from)
    {
        try
        {
            TableDocument fresh = Corrected(
                read.Document with
                {
                    From = from,
                    Notes = [.. read.Document.Notes.Where(note => !note.Ask)],
                },
                old,
                read.Table,
                name => name
            );
            rows.Keep(fresh.Columns, read.Table);
            return Ready(id, revision, old, fresh, read.Import, TableRows.StepsIn(old));
        }
        catch
        {
            imports.Leave([read.Import]);
            throw;
        }
    }

    /// <summary>Fresh rows, with a column of theirs called as it was before, by a step that stands first from now on.</summary>
    internal FreshRows CallAsBefore(FreshRows fresh, RenamedColumn column)
    {
        TableDocument old = documents.Document(fresh.Id);
        JsonArray steps = TableSteps.In(fresh.Document);
        steps.Insert(
            0,
            new JsonObject
            {
                ["do"] = "rename",
                ["column"] = column.To,
                ["to"] = column.From,
            }
        );
        TableDocument corrected = Corrected(fresh.Document, old, rows.AsRead(fresh.Document), name =>
            name == column.To ? column.From : null
        );
        return Ready(fresh.Id, fresh.Revision, old, corrected, fresh.Import, TableSteps.Of(steps));
    }

    private FreshRows Ready(string id, long revision, TableDocument old, TableDocument fresh, string import, Preparation steps)
    {
        fresh = TableSteps.Prepared(rows, fresh, steps);
        TableDocument read = fresh,
            without = TableSteps.WithTotals(rows.Make(read), read, more => TableSteps.Prepared(rows, read, more));
        // Where totals were counted on purpose, they are counted on.
        fresh = without == read || TotalQuestion.Of(rows.Load(old).Table) is not null ? read : without;
        // What is renamed by a step is as it was; only what still stands under a name of its own is paired.
        IReadOnlyList<RenamedColumn> renamed =
        [
            .. RenamedColumns
                .Find(rows.AsRead(old), rows.AsRead(fresh))
                .Where(pair => !steps.Steps.Any(step => step.Members is Core.Preparing.Steps.Rename.With with && with.Column == pair.To)),
        ];
        Table before = rows.Load(old).Table,
            after = rows.Make(fresh);
        fresh = fresh with { EarlierLabels = EarlierLabels(before, after) };
        return new FreshRows(id, revision, fresh, import, before, TableRows.WithEarlierLabels(after, fresh)) { Renamed = renamed };
    }

    /// <summary>
    /// What was corrected of a column by hand holds for the fresh one that it is now; documents that refer to the one refer to the other.
    /// </summary>
    /// <param name="fresh">The fresh rows' document.</param>
    /// <param name="old">The one from before.</param>
    /// <param name="table">The fresh rows.</param>
    /// <param name="before">What a fresh column was called before; null for one that stays as it was read.</param>
    private static TableDocument Corrected(TableDocument fresh, TableDocument old, Table table, Func<string, string?> before)
    {
        var taken = new HashSet<string>(fresh.Columns.Select(column => column.Name));
        return fresh with
        {
            Columns =
            [
                .. fresh.Columns.Select(column =>
                    old.Columns.FirstOrDefault(known => (known.Heading ?? known.Name) == before(column.Name)) is { } known
                        ? Corrected(column, known, table, taken)
                        : column
                ),
            ],
        };
    }

    /// <summary>It keeps the name that it was given by hand, unless a fresh column has come by that name.</summary>
    private static ColumnDocument Corrected(ColumnDocument column, ColumnDocument known, Table table, HashSet<string> taken)
    {
        string name = known.Heading == column.Name && taken.Add(known.Name) ? known.Name : column.Name;
        ColumnInfo info = column.ToInfo() with
        {
            Id = known.Id,
            Name = name,
            Type = known.Type,
            Unit = known.Unit,
            Multiplier = known.Multiplier,
            One = known.One,
            Many = known.Many,
            Dates = known.Dates,
        };
        return ColumnDocument.Of(column.At, table.Columns[column.At].With(info)) with
        {
            In = column.In,
            Following = column.Following,
            Heading = name == column.Name ? column.Heading : column.Name,
        };
    }

    /// <summary>The labels that columns have had, those of the fresh rows after the ones from before.</summary>
    private static Dictionary<string, IReadOnlyList<string>> EarlierLabels(Table before, Table after) =>
        (
            from column in after.Columns
            where column.Info.Type == ColumnType.Category && column.Labels.Labels.Count <= MostEarlierLabels
            let old = before.Columns.FirstOrDefault(known => known.Info.Id == column.Info.Id)
            let known = old?.Info.EarlierLabels ?? old?.Labels.Labels ?? []
            where known.Count <= MostEarlierLabels
            select (column.Info.Id, Labels: (IReadOnlyList<string>)[.. known.Union(column.Labels.Labels)])
        ).ToDictionary(pair => pair.Id, pair => pair.Labels);

    /// <summary>A table's next revision with the fresh rows, as part of a change.</summary>
    internal static Change AddTo(Change change, FreshRows fresh) =>
        change
            .Revise(
                new NewRevision(fresh.Id, fresh.Revision, Json.Write(fresh.Document), $"{TableDocuments.Refreshed} {fresh.Document.Source}")
            )
            .Publish(fresh.Import);

    internal void Leave(FreshRows fresh) => imports.Leave([fresh.Import]);
}
