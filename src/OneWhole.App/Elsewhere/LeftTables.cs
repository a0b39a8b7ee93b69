using System.Text.Json.Nodes;
using OneWhole.App.Importing;
using OneWhole.App.Sources;
using OneWhole.App.Tables;
using OneWhole.App.Waiting;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Engines;
using OneWhole.Store;

namespace OneWhole.App.Elsewhere;

/// <summary>A source's tables and views.</summary>
/// <param name="Engine">What people call the engine.</param>
/// <param name="Tables">Those that are called as was looked for, at most so many.</param>
/// <param name="More">How many there are besides.</param>
public sealed record EngineTables(string Engine, IReadOnlyList<EngineTableInfo> Tables, int More);

/// <summary>What the two ways to a table cost.</summary>
/// <param name="Rows">How many rows there are.</param>
/// <param name="BringIn">What bringing it in means, in words.</param>
/// <param name="Leave">What leaving it there means.</param>
public sealed record EngineCost(long Rows, IReadOnlyList<string> Columns, string BringIn, string Leave);

/// <summary>A page of rows that stay where they are.</summary>
/// <param name="Rows">As texts.</param>
/// <param name="Next">By which the next page is asked for; null after the last one.</param>
public sealed record LeftPage(IReadOnlyList<IReadOnlyList<string>> Rows, string? Next);

/// <summary>Tables of engines: listed, brought in or left there, asked again, looked at.</summary>
public sealed class LeftTables(
    SourceDocuments sources,
    EnginePool pool,
    Passwords passwords,
    LeftRows left,
    TableDocuments tables,
    TableImport imports,
    ImportJobs jobs,
    CellStore cells
)
{
    private const int MostListed = 200;
    private const int PageRows = 100;

    /// <summary>What a row takes here, in bytes a column, roughly: codes and numbers.</summary>
    private const int BytesOfCell = 6;

    /// <summary>Rows that are read and kept in a second, roughly.</summary>
    private const int RowsInSecond = 400_000;

    private const long ManyRows = 20_000_000;

    /// <summary>The tables and views of a source, those called as is looked for.</summary>
    public EngineTables List(string sourceId, string? find)
    {
        EnginePlace place = sources.EngineOf(sourceId);
        string[] words = (find ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        EngineTableInfo[] all =
        [
            .. pool.List(place)
                .Where(table => Array.TrueForAll(words, word => table.Name.Contains(word, StringComparison.OrdinalIgnoreCase))),
        ];
        return new EngineTables(place.EngineName, [.. all.Take(MostListed)], Math.Max(0, all.Length - MostListed));
    }

    /// <summary>Takes a source's password, for the session or for good.</summary>
    /// <exception cref="AppException">It is not taken there.</exception>
    public void SetPassword(string sourceId, string password, bool keep)
    {
        EnginePlace place = sources.EngineOf(sourceId);
        pool.Forget(place);
        passwords.Type(place, password, keep: false);
        try
        {
            pool.List(place);
        }
        catch (StudyException)
        {
            passwords.ForgetTyped(place);
            throw;
        }
        if (keep)
        {
            passwords.Type(place, password, keep: true);
        }
    }

    /// <summary>Closes what is open to a place, and forgets its password.</summary>
    internal void Forget(EnginePlace place)
    {
        pool.Forget(place);
        passwords.Forget(place);
    }

    /// <summary>What bringing a table in and leaving it there cost.</summary>
    public EngineCost CostOf(string sourceId, string? name, string? query, CancellationToken cancel) =>
        pool.Use(
            sources.EngineOf(sourceId),
            name,
            query,
            table =>
            {
                long count = table.CountRows(cancel);
                int columns = table.Table.Columns.Count;
                long bytes = count * columns * BytesOfCell,
                    seconds = count / RowsInSecond;
                string size = bytes < 1 << 20 ? "less than 1 MB" : $"about {Words(bytes >> 20)} MB";
                string time =
                    seconds < 2 ? "a moment"
                    : seconds < 120 ? $"some {seconds} seconds"
                    : $"some {seconds / 60} minutes";
                return new EngineCost(
                    count,
                    [.. table.Table.Columns.Select(column => column.Name)],
                    $"All {Words(count)} rows come here: {time}, {size} kept beside your other tables. Steps, typing "
                        + "and every question work on them; they change when you read them again."
                        + (count > ManyRows ? " That is more than is comfortable here." : ""),
                    "Nothing is kept here but its columns and the first "
                        + $"{Words(Math.Min(count, EngineTable.FirstRows))} rows. Each change of a study asks "
                        + $"{table.EngineName}; numbers are as of when they were asked. Its rows can be looked at, "
                        + "not changed: steps belong into a view or a query there."
                );
            },
            cancel
        );

    private static string Words(long number) => Core.Numbers.NumberText.Count(number);

    /// <summary>Brings a table in: all of its rows, streamed.</summary>
    public ImportStatus BringIn(string sourceId, string? name, string? query)
    {
        EnginePlace place = sources.EngineOf(sourceId);
        string plain = NameOf(name, query);
        return jobs.Start(guest =>
            imports.Bring(
                ReadAll(place, name, query, guest),
                tables.FreeName(plain),
                SourceWords(sourceId, name),
                new SourceLink(sourceId, name, null) { Query = query },
                guest.Cancel
            )
        );
    }

    private Table ReadAll(EnginePlace place, string? name, string? query, WaitingRoom.Guest guest) =>
        pool.Use(
            place,
            name,
            query,
            table =>
            {
                long count = Math.Max(1, table.CountRows(guest.Cancel));
                return table.BringIn(guest.Cancel, read =>
                {
                    guest.Rows = read;
                    guest.Progress = 0.9 * Math.Min(1, (double)read / count);
                });
            },
            guest.Cancel
        );

    /// <summary>All rows of a table that was brought in from an engine, as they are there now.</summary>
    /// <param name="at">Where they are; null for where its source is.</param>
    /// <param name="link">Which table or query.</param>
    /// <param name="cancel">Stops it.</param>
    internal Table ReadAgain(EnginePlace? at, SourceLink link, CancellationToken cancel) =>
        pool.Use(
            at ?? sources.EngineOf(link.Source),
            link.Query is null ? link.Item : null,
            link.Query,
            table => table.BringIn(cancel),
            cancel
        );

    /// <summary>Leaves a table where it is: its columns, its first rows and what is counted of them are kept.</summary>
    public ImportStatus Leave(string sourceId, string? name, string? query)
    {
        EnginePlace place = sources.EngineOf(sourceId);
        string plain = NameOf(name, query);
        return jobs.Start(guest =>
        {
            TableDocument document = Described(place, name, query, null, guest.Cancel) with
            {
                Name = tables.FreeName(plain),
                Source = SourceWords(sourceId, name),
                From = new SourceLink(sourceId, name, null) { Query = query },
            };
            return imports.Take(document, "left where it is");
        });
    }

    /// <summary>Looks at the columns and the first rows of a left table again; columns keep what was said of them.</summary>
    public TableView LookAgain(string id, long revision, CancellationToken cancel)
    {
        TableDocument document = Left(id);
        TableDocument fresh = Described(
            sources.EngineOf(document.From!.Source),
            document.Left!.Name,
            document.Left.Query,
            document,
            cancel
        );
        left.AskAgain(document);
        return tables.Revise(
            id,
            revision,
            document with
            {
                RowCount = fresh.RowCount,
                Columns = fresh.Columns,
            },
            "looked at again",
            fresh.Columns.Select(column => column.In).Distinct().ToArray()
        );
    }

    private TableDocument Described(EnginePlace place, string? name, string? query, TableDocument? old, CancellationToken cancel)
    {
        EngineDescription description = pool.Use(place, name, query, table => table.Describe(cancel), cancel);
        if (description.Table.Columns.Count == 0)
        {
            throw new AppException("no-columns", "The table has no columns to make parts of.");
        }
        Table known = new(
            description.Table.Name,
            [
                .. description.Table.Columns.Select(column =>
                    old?.Columns.FirstOrDefault(before => before.Name == column.Name) is { } before
                        ? column.With(
                            column.Info with
                            {
                                Id = before.Id,
                                Unit = before.Unit,
                                Multiplier = before.Multiplier,
                                One = before.One,
                                Many = before.Many,
                            }
                        )
                        : column
                ),
            ]
        );
        Table table = ColumnIds.Given(known);
        string import = cells.Write(table.Columns, cancel);
        try
        {
            return new TableDocument
            {
                Name = table.Name,
                Source = "",
                RowCount = description.Rows,
                Columns =
                [
                    .. ColumnDocument
                        .Of(table, cancel)
                        .Select(
                            (column, at) =>
                                column with
                                {
                                    In = import,
                                    Distinct = description.Columns[at].Labels,
                                    Blanks = description.Columns[at].Blanks,
                                    Unreadable = description.Columns[at].Unreadable,
                                    Following = column.Following is { } following
                                        ? following with
                                        {
                                            Rule = $"{following.Rule}, in the first {table.RowCount} rows",
                                        }
                                        : null,
                                }
                        ),
                ],
                Left = new LeftLink(name, query, place.EngineName) { EveryMinutes = old?.Left?.EveryMinutes },
            };
        }
        catch
        {
            cells.Remove(import);
            throw;
        }
    }

    /// <summary>Where a left table is, for a bundle: without a word of who may read it.</summary>
    internal JsonObject AddressOf(TableDocument document) =>
        new()
        {
            ["source"] = sources.NameOf(document.From!.Source),
            ["place"] = sources.EngineOf(document.From.Source).Words,
            ["name"] = document.Left!.Name,
            ["query"] = document.Left.Query,
        };

    /// <summary>
    /// A left table that comes in a bundle, in a change with others: its engine, which is a source here, is asked what it has.
    /// </summary>
    internal (Change Change, string Id, TableDocument Document) AddTo(
        Change change,
        JsonObject address,
        string title,
        CancellationToken cancel
    )
    {
        string place = SourcePlace.Plain((string?)address["place"] ?? "");
        // No file says where this machine connects to: that is for its analyst to say.
        string source = sources.At(place)
            ?? throw new AppException(
                "no-source",
                $"Its rows stay at {place}, which is no source here: add that source first, then open the bundle."
            );
        EnginePlace engine = sources.EngineOf(source);
        (string? name, string? query) = ((string?)address["name"], (string?)address["query"]);
        NameOf(name, query);
        TableDocument document = Described(engine, name, query, null, cancel) with
        {
            Name = title,
            Source = $"{(string?)address["source"]}, {name ?? "a query"}",
            From = new SourceLink(source, name, null) { Query = query },
        };
        string id = DocumentStore.NewId();
        return (
            change.Create(new NewDocument(id, TableDocuments.Kind, null, Json.Write(document))).Publish(TableDocuments.ImportsOf(document)),
            id,
            document
        );
    }

    private static string NameOf(string? name, string? query)
    {
        if (string.IsNullOrWhiteSpace(name) == string.IsNullOrWhiteSpace(query))
        {
            throw new AppException("wrong-table", "Pick a table or write a query: one of the two.");
        }
        string last =
            name is null ? "query"
            : name.Split('.', StringSplitOptions.RemoveEmptyEntries) is [.., var stem, "parquet" or "csv"] ? stem
            : name.Split('.')[^1];
        return last.Length > 0 ? last : "table";
    }

    private string SourceWords(string sourceId, string? name) => $"{sources.NameOf(sourceId)}, {name ?? "a query"}";

    // ---- What is left there ----

    internal TableDocument Left(string id) =>
        tables.Document(id) is { Left: not null } document
            ? document
            : throw new AppException("not-left", "The rows of this table are here: nothing has to be asked again.");

    /// <summary>Asks for everything again from now on.</summary>
    public TableView AskAgain(string id)
    {
        left.AskAgain(Left(id));
        return tables.View(tables.Find(id));
    }

    /// <summary>Asks again by itself after so many minutes; null for only when it is said.</summary>
    /// <exception cref="AppException">The minutes are not between 1 and 1,440.</exception>
    public TableView AskEvery(string id, long revision, int? minutes)
    {
        TableDocument document = Left(id);
        return minutes is < 1 or > 1440
            ? throw new AppException("wrong-minutes", "It can be asked again after 1 to 1,440 minutes.")
            : tables.Revise(
                id,
                revision,
                document with
                {
                    Left = document.Left! with { EveryMinutes = minutes },
                },
                minutes is null ? "asked again by hand" : $"asked again every {minutes} minutes"
            );
    }

    /// <summary>Stops what the engine works on for a table.</summary>
    public void Stop(string id) => left.Stop(Left(id));

    /// <summary>A page of rows, read-only.</summary>
    public LeftPage Page(string id, string? after, CancellationToken cancel)
    {
        EnginePage page = left.Use(Left(id), (table, stop) => table.Page(after, PageRows, stop), cancel);
        return new LeftPage(page.Rows, page.Next);
    }

    /// <summary>Why a left table can't be read at another place; null where it can.</summary>
    internal (long Rows, string? Problem) Check(TableDocument document, string place)
    {
        try
        {
            EnginePlace at = SourcePlace.EngineOf(place)
                ?? throw new AppException(
                    "wrong-place",
                    "Rows can't be left there: it is no server, database file or folder of Parquet and CSV files."
                );
            return pool.Use(
                at,
                document.Left!.Name,
                document.Left.Query,
                table =>
                {
                    string? gone = document.Columns.FirstOrDefault(column => table.Table.Find(column.Name) is null)?.Name;
                    return (table.CountRows(), gone is null ? null : $"It has no column \"{gone}\".");
                },
                CancellationToken.None
            );
        }
        catch (StudyException fault)
        {
            return (0, fault.Plain);
        }
    }
}
