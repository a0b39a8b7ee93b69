using System.Text.Json.Nodes;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App;

/// <summary>A table as it is listed.</summary>
public sealed record TableSummary(string Id, long Revision, string Name, string Source, int RowCount, int ColumnCount, string Changed)
{
    /// <summary>The named source that it is read from, or null.</summary>
    public string? SourceId { get; init; }
}

/// <summary>A table with its columns.</summary>
public sealed record TableView(string Id, long Revision, bool CanUndo, bool CanRedo, string Name, string Source, int RowCount, IReadOnlyList<ColumnDocument> Columns, IReadOnlyList<ReadNote> Notes)
{
    /// <summary>Lines that stood above the headings.</summary>
    public IReadOnlyList<string> Titles { get; init; } = [];

    /// <summary>Lines that stood below the rows.</summary>
    public IReadOnlyList<string> Below { get; init; } = [];

    /// <summary>The preparing steps, each with how it went.</summary>
    public IReadOnlyList<StepView> Steps { get; init; } = [];

    /// <summary>The named source that it is read from, or null.</summary>
    public string? SourceId { get; init; }

    /// <summary>How many of the steps these rows and columns stand after: 0 as they were read.</summary>
    public int Stage { get; init; }

    /// <summary>Cells and rows that were typed by hand since the rows were read.</summary>
    public int Typed { get; init; }
}

/// <summary>One preparing step as shown: its document, its words, what it touched. One that was not reached has no report.</summary>
public sealed record StepView(JsonObject Step, StepReport? Report);

/// <summary>A kind of step, as it is chosen and filled in.</summary>
public sealed record StepKindView(string Kind, string Name, IReadOnlyList<StepField> Fields);

/// <summary>What a step would do.</summary>
/// <param name="Suggested">Members that would suit its column, or null.</param>
/// <param name="Rows">Rows that it would touch.</param>
/// <param name="Cells">Cells that it would touch.</param>
/// <param name="Note">What there is to tell besides.</param>
/// <param name="Problem">Why it can't be done as it is.</param>
public sealed record StepTrial(JsonObject? Suggested, long Rows, long Cells, string? Note, string? Problem)
{
    /// <summary>The column of labels that it would make, or null.</summary>
    public string? Column { get; init; }

    /// <summary>That column's labels with their rows, in natural order.</summary>
    public IReadOnlyList<LabelCount> Labels { get; init; } = [];
}

/// <summary>One label with its rows.</summary>
public sealed record LabelCount(string Label, int Count);

/// <summary>A run of rows as text.</summary>
public sealed record RowSlice(int First, IReadOnlyList<IReadOnlyList<string>> Rows);

/// <summary>A cell that its column's type can't read.</summary>
public sealed record UnreadableCell(int Row, string Column, string Text);

/// <summary>Brings tables in, keeps them, and changes what is known of their columns.</summary>
public sealed class TableService(DocumentStore documents, CellStore cells, TableCache cache)
{
    private const string Kind = "table";

    /// <summary>Reads a file of any format into a new table. Stopped or failed, it leaves nothing behind.</summary>
    /// <exception cref="ReadException">The file can't be read.</exception>
    public TableView Import(Stream stream, string fileName, ReadSettings settings, Action<ReadProgress>? progress = null, CancellationToken cancel = default, SourceLink? from = null, string? named = null)
    {
        string name = named is not null ? named : Path.GetFileNameWithoutExtension(fileName) is { Length: > 0 } stem ? stem : "table";
        (TableDocument document, Table table) = ReadIn(stream, fileName, name, settings, progress, cancel);
        document = document with { From = from };
        cells.Publish(document.Import);
        StoredDocument stored = documents.Create(Kind, null, Json.Write(document), "brought in");
        cache.Put(document.Import, 0, table);
        return View(stored, document);
    }

    /// <summary>Reads a file into blocks that nothing sees yet.</summary>
    private (TableDocument Document, Table Table) ReadIn(Stream stream, string fileName, string name, ReadSettings settings, Action<ReadProgress>? progress, CancellationToken cancel)
    {
        ReadResult result = TableFile.Read(stream, fileName, settings, progress, cancel);
        string import = cells.Write(result.Table.Columns, cancel);
        try
        {
            cancel.ThrowIfCancellationRequested();
            return (new TableDocument
            {
                Name = name,
                Source = fileName,
                Import = import,
                RowCount = result.Table.RowCount,
                Columns = ColumnDocument.Of(result.Table),
                Notes = result.Notes,
                Titles = result.Titles,
                Below = result.Below,
                Reading = (JsonObject)ReadSettings.Shape.Write(result.Used)!,
            }, result.Table);
        }
        catch (OperationCanceledException)
        {
            cells.Remove(import);
            throw;
        }
    }

    // ---- Refreshing ----

    /// <summary>Reads fresh rows for a table as the first ones were read and prepared, without taking them yet.</summary>
    /// <exception cref="ReadException">The file can't be read.</exception>
    public FreshRows ReadFresh(string id, Stream stream, string fileName, SourceLink? from = null)
    {
        StoredDocument stored = Find(id);
        TableDocument old = Json.Read<TableDocument>(stored.Body);
        ReadSettings settings = old.Reading is { } reading ? ReadSettings.Read(reading.ToJsonString()) : ReadSettings.Found;
        // The separator and the encoding belong to the file, not to the table.
        (TableDocument read, Table table) = ReadIn(stream, fileName, old.Name, settings with { Separator = null, Encoding = null }, null, CancellationToken.None);
        cache.Put(read.Import, 0, table);
        TableDocument fresh = Corrected(read with { From = from, Notes = [.. read.Notes.Where(note => !note.Ask)] }, old, table, name => name);
        return Ready(id, stored.Revision, old, fresh, StepsIn(old));
    }

    /// <summary>Fresh rows, with a column of theirs called as it was before, by a step that stands first from now on.</summary>
    internal FreshRows CallAsBefore(FreshRows rows, RenamedColumn column)
    {
        TableDocument old = Json.Read<TableDocument>(Find(rows.Id).Body);
        JsonArray steps = StepsOf(rows.Document);
        steps.Insert(0, new JsonObject { ["do"] = "rename", ["column"] = column.To, ["to"] = column.From });
        TableDocument fresh = Corrected(rows.Document, old, LoadRead(rows.Document), name => name == column.To ? column.From : null);
        return Ready(rows.Id, rows.Revision, old, fresh, Of(steps));
    }

    private FreshRows Ready(string id, long revision, TableDocument old, TableDocument fresh, Preparation steps)
    {
        fresh = Prepared(fresh, steps);
        // What is renamed by a step is as it was; only what still stands under a name of its own is paired.
        IReadOnlyList<RenamedColumn> renamed = [.. RenamedColumns.Find(LoadRead(old), LoadRead(fresh)).Where(pair => !steps.Steps.Any(step => step.Members is Core.Preparing.Steps.Rename.With with && with.Column == pair.To))];
        Table before = Load(id).Table, after = Make(fresh);
        fresh = fresh with { EarlierLabels = EarlierLabels(before, after) };
        return new FreshRows(id, revision, fresh, before, WithEarlierLabels(after, fresh)) { Renamed = renamed };
    }

    /// <summary>What was corrected of a column by hand holds for the fresh one that it is now.</summary>
    /// <param name="fresh">The fresh rows' document.</param>
    /// <param name="old">The one from before.</param>
    /// <param name="table">The fresh rows.</param>
    /// <param name="before">What a fresh column was called before; null for one that stays as it was read.</param>
    private static TableDocument Corrected(TableDocument fresh, TableDocument old, Table table, Func<string, string?> before) => fresh with
    {
        Columns = [.. fresh.Columns.Select(column => old.Columns.FirstOrDefault(known => known.Name == before(column.Name)) is { } known ? Corrected(column, known, table) : column)],
    };

    private static ColumnDocument Corrected(ColumnDocument column, ColumnDocument known, Table table) =>
        ColumnDocument.Of(column.At, new Column(column.ToInfo() with { Type = known.Type, Unit = known.Unit, Multiplier = known.Multiplier, One = known.One, Many = known.Many, Dates = known.Dates }, table.Columns[column.At].Cells)) with { Following = column.Following };

    private Table Make(TableDocument document) => document.Steps is null ? LoadRead(document) : StepsIn(document).Run(LoadRead(document)).Table;

    private static Preparation StepsIn(TableDocument document) => document.Steps is { } steps ? Preparation.Read(steps.ToJsonString()) : Preparation.None;

    /// <summary>Takes fresh rows, of one table or of several with another change, all together: new revisions, which can be undone.</summary>
    public IReadOnlyList<TableView> Take(IReadOnlyList<FreshRows> fresh, params DocumentChange[] others)
    {
        foreach (FreshRows rows in fresh)
        {
            cells.Publish(rows.Document.Import);
        }
        IReadOnlyList<StoredDocument> changed = documents.ChangeAll([.. fresh.Select(rows => new DocumentChange(rows.Id, rows.Revision, Json.Write(rows.Document), $"refreshed from {rows.Document.Source}")), .. others]);
        return [.. fresh.Select((rows, at) => View(changed[at], rows.Document))];
    }

    /// <summary>Leaves fresh rows.</summary>
    public void Leave(FreshRows fresh) => cells.Remove(fresh.Document.Import);

    public IReadOnlyList<TableSummary> List() =>
    [
        .. documents.List(Kind).Select(stored => (stored, document: Json.Read<TableDocument>(stored.Body)))
            .Select(pair => new TableSummary(pair.stored.Id, pair.stored.Revision, pair.document.Name, pair.document.Source, pair.document.ShownRows, pair.document.Shown.Count, pair.stored.Changed) { SourceId = pair.document.From?.Source }),
    ];

    /// <param name="id">The table's.</param>
    /// <param name="stage">After how many steps it is shown; null for all.</param>
    public TableView Get(string id, int? stage = null)
    {
        StoredDocument stored = Find(id);
        TableDocument document = Json.Read<TableDocument>(stored.Body);
        TableView view = View(stored, document);
        if (stage is not { } steps || steps >= view.Steps.Count)
        {
            return view;
        }
        Table table = At(stored, steps);
        return view with
        {
            Stage = steps,
            RowCount = table.RowCount,
            Columns = steps == 0 ? document.Columns : ColumnDocument.Of(table),
        };
    }

    /// <summary>A table after so many of its steps.</summary>
    private Table At(StoredDocument stored, int stage) => cache.Get($"{stored.Id} after {stage}", stored.Revision, () =>
    {
        TableDocument document = Json.Read<TableDocument>(stored.Body);
        return stage == 0 ? LoadRead(document) : StepsIn(document).Run(LoadRead(document), stage).Table;
    });

    private Table Shown(string id, int? stage) => stage is { } steps ? At(Find(id), steps) : Load(id).Table;

    // ---- Typing ----

    /// <summary>Types in the rows as they were read; the steps run again on them.</summary>
    /// <exception cref="AppException">The change does not fit the table.</exception>
    public TableView Edit(string id, long revision, TableEdit edit)
    {
        StoredDocument stored = Find(id);
        TableDocument document = Json.Read<TableDocument>(stored.Body);
        if (edit.Cells.Count > TableEdit.MostCells)
        {
            throw new AppException("too-many-cells", $"At most {TableEdit.MostCells:N0} cells are changed at once; bring a larger block in as a table of its own.");
        }
        Table before = LoadRead(document), after;
        try
        {
            after = edit.Apply(before);
        }
        catch (ArgumentException fault)
        {
            throw new AppException("wrong-edit", fault.Message);
        }
        var columns = new List<ColumnDocument>();
        var changed = new Dictionary<int, Cells>();
        int next = document.Columns.Max(column => column.At) + 1;
        foreach (Column column in after.Columns)
        {
            ColumnDocument? known = document.Columns.FirstOrDefault(old => old.Name == column.Name);
            if (known is not null && before.Find(column.Name)!.Cells == column.Cells)
            {
                columns.Add(known);
                continue;
            }
            int place = known?.At ?? next++;
            changed[place] = column.Cells;
            columns.Add(ColumnDocument.Of(place, column));
        }
        IReadOnlyDictionary<string, Following> following = FollowingColumns.Find(after);
        columns = columns.ConvertAll(column => column with { Following = following.GetValueOrDefault(column.Name) });
        string import = cells.Derive(document.Import, changed);
        try
        {
            cache.Put(import, 0, after);
            document = Prepared(document with
            {
                Import = import,
                RowCount = after.RowCount,
                Columns = columns,
                Typed = document.Typed + edit.Cells.Count + (edit.Insert?.Count ?? 0) + (edit.Remove?.Count ?? 0),
            }, StepsIn(document));
            cells.Publish(import);
            return View(documents.Change(id, revision, Json.Write(document), Words(edit)), document);
        }
        catch
        {
            cells.Remove(import);
            throw;
        }
    }

    /// <summary>Makes a table of a marked block.</summary>
    internal TableView CopyBlock(string id, MarkedBlock block)
    {
        Table table = Load(id).Table;
        int first = Math.Clamp(block.First, 0, table.RowCount), last = Math.Clamp(block.Last, first - 1, table.RowCount - 1);
        Column[] kept = [.. table.Columns.Where(column => block.Columns.Contains(column.Name))
            .Select(column => new Column(column.Info, column.Cells.Splice(last + 1, table.RowCount - 1 - last, 0).Splice(0, first, 0)))];
        string columns = kept.Length == 1 ? kept[0].Name : $"{kept[0].Name} to {kept[^1].Name}";
        string import = cells.Write(kept);
        cells.Publish(import);
        var document = new TableDocument
        {
            Name = $"{table.Name}, rows {first + 1} to {last + 1}, {columns}",
            Source = $"marked in {table.Name}",
            Import = import,
            RowCount = last - first + 1,
            Columns = [.. kept.Select((column, at) => ColumnDocument.Of(at, column))],
        };
        return View(documents.Create(Kind, null, Json.Write(document), "marked"), document);
    }

    private static string Words(TableEdit edit) =>
        edit.Remove is { } gone ? Nouns.Count(gone.Count, "row", "rows") + " removed"
        : edit.DropColumns.Count > 0 ? $"column {edit.DropColumns[0]} dropped"
        : edit.Cells.Count > 0 ? Nouns.Count(edit.Cells.Count, "cell", "cells") + " typed"
        : edit.AddColumns.Count > 0 ? $"column {edit.AddColumns[0]} added"
        : "rows added";

    /// <summary>Removes cells that no revision of any table holds.</summary>
    public void CleanUp() => cells.KeepOnly([.. documents.History(Kind).Select(body => Json.Read<TableDocument>(body).Import).Distinct()]);

    /// <summary>The table of a document at its current revision, from memory or from its blocks.</summary>
    public (Table Table, long Revision) Load(string id)
    {
        StoredDocument stored = Find(id);
        Table table = cache.Get(stored.Id, stored.Revision, () => Made(Json.Read<TableDocument>(stored.Body)));
        return (table, stored.Revision);
    }

    private Table Made(TableDocument document) => WithEarlierLabels(Make(document), document);

    private static Table WithEarlierLabels(Table table, TableDocument document) => document.EarlierLabels is not { } met ? table
        : new Table(table.Name, [.. table.Columns.Select(column => met.TryGetValue(column.Name, out IReadOnlyList<string>? labels) ? column.With(column.Info with { EarlierLabels = labels }) : column)]);

    /// <summary>The labels that columns have had, those of the fresh rows after the ones from before.</summary>
    private static Dictionary<string, IReadOnlyList<string>> EarlierLabels(Table before, Table after) =>
        (from column in after.Columns
         where column.Info.Type == ColumnType.Category && column.Labels.Labels.Count <= MostEarlierLabels
         let old = before.Find(column.Name)
         let known = old?.Info.EarlierLabels ?? old?.Labels.Labels ?? []
         where known.Count <= MostEarlierLabels
         select (column.Name, Labels: (IReadOnlyList<string>)[.. known.Union(column.Labels.Labels)])).ToDictionary(pair => pair.Name, pair => pair.Labels);

    private const int MostEarlierLabels = 500;

    /// <summary>The table as it was read, before its steps. Its cells never change, what is known of its columns may.</summary>
    private Table LoadRead(TableDocument document)
    {
        Table kept = cache.Get(document.Import, 0, () => new Table(document.Name, [.. document.Columns.Select(column => new Column(column.ToInfo(), cells.Read(document.Import, column.At)))]));
        Column[] known = [.. kept.Columns];
        return new Table(document.Name, [.. document.Columns.Select((column, at) => known[at].Info == column.ToInfo() ? known[at] : known[at].With(column.ToInfo()))]);
    }

    // ---- Preparing ----

    public static IReadOnlyList<StepKindView> StepKinds => [.. StepList.Standard.Select(kind => new StepKindView(kind.Kind, kind.Name, kind.Fields))];

    /// <summary>Sets the whole list of preparing steps, as one change that can be undone.</summary>
    /// <exception cref="Core.Studies.StudyException">It is no list of steps. Steps that don't fit the table are kept, and say so.</exception>
    public TableView SetSteps(string id, long revision, JsonArray steps)
    {
        StoredDocument stored = Find(id);
        TableDocument document = Json.Read<TableDocument>(stored.Body);
        document = Prepared(document, Of(steps));
        StoredDocument next = documents.Change(id, revision, Json.Write(document), document.Reports.Count == 0 ? "steps changed" : document.Reports[^1].Words);
        return View(next, document);
    }

    private static Preparation Of(JsonArray steps) =>
        Preparation.Read(new JsonObject { ["format"] = Preparation.Format, ["steps"] = steps.DeepClone() }.ToJsonString());

    /// <summary>A copy of a table's steps, to be changed.</summary>
    private static JsonArray StepsOf(TableDocument document) => document.Steps?["steps"]?.DeepClone() as JsonArray ?? [];

    /// <summary>Answers what a note asks: a column is read so, a step is added, or all stays as it is. The question goes.</summary>
    /// <exception cref="AppException">There is no such question.</exception>
    public TableView Answer(string id, long revision, int note, int answer)
    {
        StoredDocument stored = Find(id);
        TableDocument document = Json.Read<TableDocument>(stored.Body);
        if (note < 0 || note >= document.Notes.Count || answer < 0 || answer >= document.Notes[note].Answers.Count)
        {
            throw new AppException("not-found", "That was answered already.");
        }
        ReadNote asked = document.Notes[note];
        ReadAnswer chosen = asked.Answers[answer];
        if (chosen.Dates is not null || chosen.DecimalComma is not null)
        {
            return ChangeColumn(id, revision, document.Columns[asked.Column].Name, new ColumnChange { Dates = chosen.Dates, DecimalComma = chosen.DecimalComma });
        }
        document = document with { Notes = [.. document.Notes.Where((_, at) => at != note)] };
        if (chosen.Split.Count > 0)
        {
            return Split(stored, revision, document, chosen);
        }
        if (chosen.Step is { } step)
        {
            JsonArray steps = StepsOf(document);
            steps.Add(step.DeepClone());
            document = Prepared(document, Of(steps));
        }
        return View(documents.Change(id, revision, Json.Write(document), chosen.Text), document);
    }

    /// <summary>Makes several tables of one whose blocks stand side by side; this one keeps the first.</summary>
    private TableView Split(StoredDocument stored, long revision, TableDocument document, ReadAnswer chosen)
    {
        Table read = LoadRead(document);
        TableView? first = null;
        for (int block = 0; block < chosen.Split.Count; block++)
        {
            SplitPart part = chosen.Split[block];
            string[] headings = [.. chosen.Split[0].Columns];
            Column[] columns = [.. part.Columns.Select((name, at) => read.Find(name)!.With(read.Find(name)!.Info with { Name = headings[at] }))];
            // Rows that only a longer neighbour has are none of this block's.
            int last = Enumerable.Range(0, read.RowCount).LastOrDefault(row => columns.Any(column => column.Cells.TextAt(row).Length > 0), -1);
            columns = [.. columns.Select(column => new Column(column.Info, column.Cells.Splice(last + 1, read.RowCount - last - 1, 0)))];
            string import = cells.Write(columns);
            cells.Publish(import);
            TableDocument piece = document with
            {
                Name = $"{document.Name}, {part.Title}",
                Import = import,
                RowCount = last + 1,
                Columns = ColumnDocument.Of(new Table(document.Name, columns)),
                Notes = [.. document.Notes.Where(note => note.Column < 0)],
                From = null,
                Reading = null,
            };
            StoredDocument kept = block == 0 ? documents.Change(stored.Id, revision, Json.Write(piece), chosen.Text) : documents.Create(Kind, null, Json.Write(piece), chosen.Text);
            first ??= View(kept, piece);
        }
        return first!;
    }

    private TableDocument Prepared(TableDocument document, Preparation preparation)
    {
        if (preparation.Steps.Length == 0)
        {
            return document with { Steps = null, Reports = [], Prepared = null, PreparedRows = 0 };
        }
        (Table table, IReadOnlyList<StepReport> reports) = preparation.Run(LoadRead(document));
        return document with
        {
            Steps = preparation.Write(),
            Reports = reports,
            Prepared = ColumnDocument.Of(table),
            PreparedRows = table.RowCount,
        };
    }

    private static Column ColumnOf(Table table, string column) =>
        table.Find(column) ?? throw new AppException("not-found", $"The table has no column \"{column}\".");

    /// <summary>The labels of a column with their rows, the most frequent first; at most so many.</summary>
    public IReadOnlyList<LabelCount> Labels(string id, string column, int most, int? stage = null)
    {
        Column found = ColumnOf(Shown(id, stage), column);
        int[] rows = found.Labels.Codes.Tally(found.Labels.Labels.Count);
        return [.. ColumnFacts.MostFrequent(rows, most).Select(code => new LabelCount(found.Labels.Labels[code], rows[code]))];
    }

    /// <summary>A step that is being filled in: what would suit its column, and once it can be done, what it would make. Nothing changes.</summary>
    /// <param name="id">The table.</param>
    /// <param name="step">The step as far as it is filled in.</param>
    /// <param name="stage">The table that it would stand on: after so many of its steps; null for all.</param>
    public StepTrial Try(string id, JsonObject step, int? stage = null)
    {
        Table table = Shown(id, stage);
        StepKind kind = StepList.Find((string?)step["do"] ?? "", "do");
        JsonObject? suggested = (string?)step["column"] is { } name && table.Find(name) is { } column ? kind.Suggest(column) : null;
        suggested?.Remove("do");
        try
        {
            Step read = Of([step.DeepClone()]).Steps[0];
            StepResult result = read.Kind.Apply(table, read.Members);
            Column? made = result.Table.Columns.FirstOrDefault(other => table.Find(other.Name) is null && other.Info.Type == ColumnType.Category);
            return new StepTrial(suggested, result.Rows, result.Cells, result.Note, null) { Column = made?.Name, Labels = made is null ? [] : InOrder(made) };
        }
        catch (Core.Studies.StudyException fault)
        {
            return new StepTrial(suggested, 0, 0, null, fault.Plain);
        }
    }

    private const int MostTried = 60;

    /// <summary>The labels of a made column with their rows, as a person would order them.</summary>
    private static IReadOnlyList<LabelCount> InOrder(Column column)
    {
        LabelView labels = column.Labels;
        int[] rows = labels.Codes.Tally(labels.Labels.Count);
        return [.. NaturalOrder.Sort([.. labels.Labels.Index().Select(label => new Entry(label.Item, EntryKind.Label, label.Index))]).Take(MostTried).Select(label => new LabelCount(label.Label, rows[label.TableRank]))];
    }

    /// <summary>A column at a glance.</summary>
    public PortraitView PortraitOf(string id, string column, int? stage = null)
    {
        Table table = Shown(id, stage);
        Following? following = stage is null ? Document(id).Shown.FirstOrDefault(known => known.Name == column)?.Following : null;
        return Portrait.Of(table, ColumnOf(table, column)) with { Following = following };
    }

    /// <summary>Labels that may be spellings of one, together, the most frequent first.</summary>
    public IReadOnlyList<IReadOnlyList<LabelCount>> Spellings(string id, string column, int? stage = null)
    {
        Column found = ColumnOf(Shown(id, stage), column);
        IReadOnlyList<string> labels = found.Labels.Labels;
        int[] rows = found.Labels.Codes.Tally(labels.Count);
        int[] kept = [.. Enumerable.Range(0, labels.Count).Where(code => code != found.Labels.BlankCode)];
        int[] together = [.. Enumerable.Range(0, kept.Length)];
        int Root(int at) => together[at] == at ? at : together[at] = Root(together[at]);
        foreach ((int first, int second) in LookAlikes.Find([.. kept.Select(code => labels[code])]))
        {
            together[Root(second)] = Root(first);
        }
        return
        [
            .. Enumerable.Range(0, kept.Length).GroupBy(Root).Where(group => group.Count() > 1)
                .Select(group => (IReadOnlyList<LabelCount>)[.. group.Select(at => new LabelCount(labels[kept[at]], rows[kept[at]])).OrderByDescending(label => label.Count)]),
        ];
    }

    public RowSlice Rows(string id, int first, int count, int? stage = null)
    {
        Table table = Shown(id, stage);
        first = Math.Clamp(first, 0, table.RowCount);
        count = Math.Clamp(count, 0, Math.Min(500, table.RowCount - first));
        return new RowSlice(first, [.. Enumerable.Range(first, count).Select(row => (IReadOnlyList<string>)[.. table.Columns.Select(column => column.Cells.TextAt(row))])]);
    }

    /// <summary>Cells that their columns' types can't read, at most 200 a column.</summary>
    public IReadOnlyList<UnreadableCell> Unreadable(string id)
    {
        (Table table, _) = Load(id);
        return [.. table.Columns.SelectMany(column => ColumnFacts.Unreadable(column, 200).Select(cell => new UnreadableCell(cell.Row, column.Name, cell.Text)))];
    }

    /// <summary>Changes the heading, the type or the reading of a column.</summary>
    /// <exception cref="AppException">There is no such column, or the name is taken or empty.</exception>
    public TableView ChangeColumn(string id, long revision, string column, ColumnChange change)
    {
        StoredDocument stored = Find(id);
        TableDocument document = Json.Read<TableDocument>(stored.Body);
        if (document.Steps is not null)
        {
            return AppendSteps(id, revision, document, column, change);
        }
        ColumnDocument old = document.Columns.FirstOrDefault(known => known.Name == column)
            ?? throw new AppException("not-found", $"The table {document.Name} has no column \"{column}\".");
        string name = change.Name?.Trim() ?? old.Name;
        if (name.Length is 0 or > 200)
        {
            throw new AppException("wrong-name", "A heading must have 1 to 200 characters.");
        }
        if (name != old.Name && document.Columns.Any(known => known.Name == name))
        {
            throw new AppException("name-taken", $"The table has a column \"{name}\" already; choose another heading.");
        }
        Cells kept = Load(id).Table.Find(column)!.Cells;
        ColumnDocument draft = old with
        {
            Name = name,
            Type = change.Type ?? old.Type,
            DecimalComma = change.DecimalComma ?? old.DecimalComma,
            Dates = change.Dates ?? old.Dates,
            Unit = change.Unit is null ? old.Unit : change.Unit.Trim() is { Length: > 0 } unit ? unit : null,
            Multiplier = change.Multiplier?.Trim() ?? old.Multiplier,
        };
        ColumnDocument changed = ColumnDocument.Of(old.At, new Column(draft.ToInfo(), kept)) with { HoldsShares = old.HoldsShares && draft.Type == ColumnType.Quantity, Following = draft.Type == ColumnType.Quantity ? old.Following : null };
        document = document with
        {
            Columns = [.. document.Columns.Select(known => known.Name == column ? changed : known)],
            // What was asked about the column's reading is answered once it was set.
            Notes = change.Dates is null && change.DecimalComma is null ? document.Notes : [.. document.Notes.Where(note => !note.Ask || note.Column != old.At)],
        };
        StoredDocument next = documents.Change(id, revision, Json.Write(document), name != old.Name ? $"{old.Name} renamed {name}" : $"{name} changed");
        return View(next, document);
    }

    /// <summary>A change to a prepared column is a step after the others.</summary>
    private TableView AppendSteps(string id, long revision, TableDocument document, string column, ColumnChange change)
    {
        ColumnDocument old = document.Prepared!.FirstOrDefault(known => known.Name == column)
            ?? throw new AppException("not-found", $"The table {document.Name} has no column \"{column}\".");
        JsonArray steps = StepsOf(document);
        var retype = new JsonObject { ["do"] = "retype", ["column"] = column };
        void Set(string member, string? value)
        {
            if (value is not null)
            {
                retype[member] = value;
            }
        }
        Set("type", change.Type is { } type && type != old.Type ? TableShapes.ColumnTypes.WordOf(type) : null);
        Set("decimalMark", change.DecimalComma is { } comma && comma != old.DecimalComma ? (comma ? "," : ".") : null);
        Set("dates", change.Dates is { } dates && dates != old.Dates ? TableShapes.DateOrders.WordOf(dates) : null);
        Set("unit", change.Unit is { } unit && unit.Trim() != (old.Unit ?? "") ? unit.Trim() : null);
        Set("multiplier", change.Multiplier is { } multiplier && multiplier.Trim() != old.Multiplier ? multiplier.Trim() : null);
        if (retype.Count > 2)
        {
            steps.Add(retype);
        }
        if (change.Name?.Trim() is { Length: > 0 } name && name != column)
        {
            steps.Add(new JsonObject { ["do"] = "rename", ["column"] = column, ["to"] = name });
        }
        return SetSteps(id, revision, steps);
    }

    public TableView Undo(string id, long revision) => Moved(documents.Undo(id, revision));

    public TableView Redo(string id, long revision) => Moved(documents.Redo(id, revision));

    public void Remove(string id)
    {
        string[] imports = [.. documents.History(Kind, Find(id).Id).Select(body => Json.Read<TableDocument>(body).Import).Distinct()];
        documents.Remove(id);
        Array.ForEach(imports, cells.Remove);
    }

    /// <summary>What is stored of a table.</summary>
    internal TableDocument Document(string id) => Json.Read<TableDocument>(Find(id).Body);

    private static TableView Moved(StoredDocument stored) => View(stored, Json.Read<TableDocument>(stored.Body));

    private StoredDocument Find(string id) => documents.Find(id) is { Kind: Kind } stored ? stored : throw new AppException("not-found", "There is no such table; it may have been removed.");

    private static TableView View(StoredDocument stored, TableDocument document) =>
        new(stored.Id, stored.Revision, stored.CanUndo, stored.CanRedo, document.Name, document.Source,
            document.ShownRows, document.Shown, document.Notes)
        {
            Titles = document.Titles,
            Below = document.Below,
            Steps = document.Steps is { } steps ? [.. steps["steps"]!.AsArray().Select((step, at) => new StepView((JsonObject)step!.DeepClone(), at < document.Reports.Count ? document.Reports[at] : null))] : [],
            Stage = document.Steps?["steps"]!.AsArray().Count ?? 0,
            Typed = document.Typed,
            SourceId = document.From?.Source,
        };
}

/// <summary>Fresh rows that were read and prepared, and are not taken yet.</summary>
/// <param name="Id">The table's id.</param>
/// <param name="Revision">The table's revision that they would replace.</param>
/// <param name="Document">What would be stored.</param>
public sealed record FreshRows(string Id, long Revision, TableDocument Document, Table Before, Table After)
{
    /// <summary>Columns that are probably called something else now.</summary>
    public IReadOnlyList<RenamedColumn> Renamed { get; init; } = [];
}

/// <summary>What is changed of a column; null leaves it.</summary>
public sealed record ColumnChange
{
    public string? Name { get; init; }

    public ColumnType? Type { get; init; }

    public bool? DecimalComma { get; init; }

    public DateOrder? Dates { get; init; }

    public string? Unit { get; init; }

    /// <summary>In what the numbers are counted ("thousand"); empty for ones.</summary>
    public string? Multiplier { get; init; }
}
