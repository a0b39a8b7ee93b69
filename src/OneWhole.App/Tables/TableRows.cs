using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text;
using OneWhole.App.Elsewhere;
using OneWhole.App.Memory;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Store;

namespace OneWhole.App.Tables;

/// <summary>A table as it stands, with the key of what its numbers depend on.</summary>
public readonly record struct LoadedTable(Table Table, string Key);

/// <summary>Tables with their rows: from memory, or from their blocks, after their steps.</summary>
public sealed class TableRows(TableDocuments documents, CellStore cells, MemoryBudget memory, LeftRows? left = null)
{
    /// <summary>The table of a document at its current revision.</summary>
    /// <exception cref="AppException">There is no such table, or its rows are damaged.</exception>
    public LoadedTable Load(string id) => Load(documents.Document(id));

    internal LoadedTable Load(TableDocument document)
    {
        string key = Keys.GetValue(document, KeyOf);
        if (document.Left is not null)
        {
            string stretch = Elsewhere.StretchOf(document);
            key = $"{key} {document.From?.Source} {stretch}";
            return new LoadedTable(
                memory.Get($"table\u0001{key}", () => Elsewhere.TableOf(document, FirstRows(document), memory.For(key), stretch)),
                key
            );
        }
        return document.Kept is not null
            ? new LoadedTable(
                memory.Get($"table\u0001{key}", () =>
                    KeptTable.Of(
                        document.Kept,
                        FirstRows(document),
                        answer => new Table(document.Name, [.. answer.Columns.Select(Column)]),
                        memory.For(key)
                    )
                ),
                key
            )
            : new LoadedTable(memory.Get($"table\u0001{key}", () => WithEarlierLabels(Make(document), document, memory.For(key))), key);
    }

    private LeftRows Elsewhere => left ?? throw new AppException("no-engines", "Rows that stay where they are can't be asked for here.");

    /// <summary>The first rows of a table whose rows stay where they are.</summary>
    internal Table FirstRows(TableDocument document) => WithEarlierLabels(AsRead(document), document);

    /// <summary>The table as it was before it was asked again, by what was asked then; null where nothing was.</summary>
    internal (LoadedTable Loaded, DateTime AsOf)? EarlierOf(TableDocument document) =>
        document.Left is not null && Elsewhere.EarlierOf(document, FirstRows(document)) is { } earlier
            ? (new LoadedTable(earlier.Table, $"{Keys.GetValue(document, KeyOf)} {earlier.Stretch}"), earlier.AsOf)
            : null;

    /// <summary>A table after so many of its steps; after all of them where no number is given.</summary>
    internal Table At(string id, int? stage)
    {
        TableDocument document = documents.Document(id);
        return stage is not { } steps || document.Steps is null ? Load(document).Table
            : steps == 0 ? AsRead(document)
            : memory.Get($"stage\u0001{steps}\u0001{Keys.GetValue(document, KeyOf)}", () =>
                StepsIn(document).Run(AsRead(document), steps).Table
            );
    }

    /// <summary>Worked out once for each document that is at hand.</summary>
    private static readonly ConditionalWeakTable<TableDocument, string> Keys = [];

    /// <summary>Everything that a table's numbers and words depend on: two revisions that are alike in it share one table.</summary>
    private static string KeyOf(TableDocument document) =>
        Convert.ToHexStringLower(
            SHA256.HashData(
                Encoding.UTF8.GetBytes(
                    Json.Write(
                        document with
                        {
                            Source = "",
                            From = null,
                            Reading = null,
                            Typed = 0,
                            Notes = [],
                            Titles = [],
                            Below = [],
                            Reports = [],
                        }
                    )
                )
            )
        );

    /// <summary>The table as it was read, with what is known of its columns now, and the steps that make it fit.</summary>
    internal (Table Table, Preparation Steps) WithSteps(string id)
    {
        TableDocument document = documents.Document(id);
        return (WithEarlierLabels(AsRead(document), document, null), document.Steps is null ? Preparation.None : StepsIn(document));
    }

    /// <summary>The table as it was read, before its steps. A column's cells never change, what is known of them may.</summary>
    internal Table AsRead(TableDocument document) => new(document.Name, [.. document.Columns.Select(Column)]);

    private Column Column(ColumnDocument document)
    {
        ColumnInfo info = document.ToInfo();
        try
        {
            Column kept = memory.Get(CellsKey(document.Cells), () => new Column(info, cells.Read(document.Cells)));
            return kept.Info == info ? kept : kept.With(info);
        }
        catch (InvalidDataException damaged)
        {
            throw new AppException(
                "damaged",
                $"The column \"{document.Name}\" can't be read: {damaged.Message} Put the file's last copy in its "
                    + "place, or bring the table in again."
            );
        }
    }

    private static string CellsKey(CellPlace place) => $"cells\u0001{place.Import}\u0001{place.Place}";

    /// <summary>Keeps cells that were written just now.</summary>
    internal void Keep(IEnumerable<ColumnDocument> documents, Table table)
    {
        foreach (ColumnDocument document in documents)
        {
            if (table.Find(document.Name) is { } column)
            {
                memory.Put(CellsKey(document.Cells), column);
            }
        }
    }

    internal Table Make(TableDocument document) =>
        document.Steps is null ? AsRead(document) : StepsIn(document).Run(AsRead(document)).Table;

    internal static Preparation StepsIn(TableDocument document) =>
        document.Steps is { } steps ? Preparation.Read(steps.ToJsonString()) : Preparation.None;

    internal static Table WithEarlierLabels(Table table, TableDocument document, IScanCache? scans = null) =>
        new(
            table.Name,
            document.EarlierLabels is not { } earlier
                ? table.Columns
                :
                [
                    .. table.Columns.Select(column =>
                        earlier.TryGetValue(column.Info.Id, out IReadOnlyList<string>? labels)
                            ? column.With(column.Info with { EarlierLabels = labels })
                            : column
                    ),
                ]
        )
        {
            Scans = scans,
            Layout = document.Said is not { } said
                ? null
                : new TableLayout(
                    said.Shape,
                    [.. table.Columns.Where(column => said.Columns.Contains(column.Info.Id)).Select(column => column.Name)]
                ),
        };

    /// <summary>A column of a table.</summary>
    /// <exception cref="AppException">It has none of that heading.</exception>
    internal static Column ColumnOf(Table table, string column) =>
        table.Find(column) ?? throw new AppException("not-found", $"The table has no column \"{column}\".");
}
