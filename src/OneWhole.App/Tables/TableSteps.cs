using System.Text.Json.Nodes;
using OneWhole.App.Changing;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.Tables;

/// <summary>The preparing steps of tables: set, tried, and answered for where reading left something open.</summary>
public sealed class TableSteps(TableDocuments documents, TableRows rows, CellStore cells, Changes changes, ColumnChanges columns)
{
    private const int MostTried = 60;

    public static IReadOnlyList<StepKindView> Kinds =>
        [.. StepList.Standard.Select(kind => new StepKindView(kind.Kind, kind.Name, kind.Fields))];

    /// <summary>Sets the whole list of preparing steps, as one change that can be undone.</summary>
    /// <exception cref="Core.Studies.StudyException">It is no list of steps. Steps that don't fit the table are kept, and say
    /// so.</exception>
    public TableView Set(string id, long revision, JsonArray steps)
    {
        TableDocument document = Prepared(rows, documents.Changeable(id), Of(steps));
        return documents.Revise(id, revision, document, document.Reports.Count == 0 ? "steps changed" : document.Reports[^1].Words);
    }

    internal static Preparation Of(JsonArray steps) =>
        Preparation.Read(new JsonObject { ["format"] = Preparation.Format, ["steps"] = steps.DeepClone() }.ToJsonString());

    /// <summary>A copy of a table's steps, to be changed.</summary>
    internal static JsonArray In(TableDocument document) => document.Steps?["steps"]?.DeepClone() as JsonArray ?? [];

    /// <summary>
    /// A table that was just read, with the steps that reading took for granted: what they are is asked, and can be taken back.
    /// </summary>
    internal static TableDocument Begun(Table table, TableDocument document)
    {
        JsonArray steps =
        [
            .. document
                .Notes.SelectMany(note => note.Answers)
                .Where(answer => answer is { Chosen: true, Step: not null })
                .Select(answer => answer.Step!.DeepClone()),
        ];
        return steps.Count == 0 ? document : Prepared(table, document, Of(steps));
    }

    /// <summary>
    /// A table of another shape has its totals in other rows: they are looked for anew, unless they were counted on purpose.
    /// </summary>
    private TableDocument Reshaped(TableDocument document, JsonArray steps)
    {
        bool counted = !In(document).Any(IsTotals) && TotalQuestion.Of(rows.Make(document)) is not null;
        TableDocument bare = Prepared(
            rows,
            document with
            {
                Notes = [.. document.Notes.Where(note => note.Code != TotalQuestion.Code)],
            },
            Of([.. steps.Where(step => !IsTotals(step)).Select(step => step!.DeepClone())])
        );
        return counted ? bare : WithTotals(rows.Make(bare), bare, more => Prepared(rows, bare, more));
    }

    private static bool IsTotals(JsonNode? step) => (string?)step!["do"] == "leave-out-totals";

    /// <summary>
    /// A table's document with the question about the totals that its steps, or fresh rows, brought to light; they are left out until it is
    /// answered.
    /// </summary>
    /// <param name="table">What the steps made.</param>
    /// <param name="document">The table's document.</param>
    /// <param name="prepare">The document with other steps.</param>
    internal static TableDocument WithTotals(Table table, TableDocument document, Func<Preparation, TableDocument> prepare)
    {
        JsonArray steps = In(document);
        if (steps.Any(IsTotals) || document.Notes.Any(note => note.Code == TotalQuestion.Code) || TotalQuestion.Of(table) is not { } total)
        {
            return document;
        }
        if (total.Note.Answers.FirstOrDefault(answer => answer is { Chosen: true, Step: not null }) is { } taken)
        {
            steps.Add(taken.Step!.DeepClone());
            document = prepare(Of(steps));
        }
        return document with { Notes = [.. document.Notes, total.Note] };
    }

    /// <summary>A table's document with steps, and with what they make of its rows.</summary>
    internal static TableDocument Prepared(TableRows rows, TableDocument document, Preparation preparation) =>
        Prepared(rows.AsRead(document), document, preparation);

    internal static TableDocument Prepared(Table read, TableDocument document, Preparation preparation)
    {
        if (preparation.Steps.Length == 0)
        {
            return document with { Steps = null, Reports = [], Prepared = null, PreparedRows = 0 };
        }
        preparation = WithIds(preparation, TableRows.StepsIn(document));
        (Table table, IReadOnlyList<StepReport> reports) = preparation.Run(read);
        return document with
        {
            Steps = preparation.Write(),
            Reports = reports,
            Prepared = ColumnDocument.Of(table),
            PreparedRows = table.RowCount,
        };
    }

    /// <summary>
    /// Steps by whose ids the columns that they make are referred to. One that came without is the one from before that is the
    /// same, or that stood in its place and is of its kind; else it is new.
    /// </summary>
    internal static Preparation WithIds(Preparation steps, Preparation before)
    {
        var free = before.Steps.Where(step => step.Id.Length > 0 && !steps.Steps.Any(kept => kept.Id == step.Id)).ToList();
        var taken = new HashSet<string>();
        var given = new List<Step>();
        for (int at = 0; at < steps.Steps.Length; at++)
        {
            Step step = steps.Steps[at];
            if (step.Id.Length == 0 || !taken.Add(step.Id))
            {
                string written = (step with { Id = "" }).Write().ToJsonString();
                Step? old = free.Find(known => (known with { Id = "" }).Write().ToJsonString() == written)
                    ?? (
                        at < before.Steps.Length && free.Contains(before.Steps[at]) && before.Steps[at].Kind == step.Kind
                            ? before.Steps[at]
                            : null
                    );
                step = step with { Id = old?.Id ?? ColumnIds.New() };
                free.Remove(old!);
                taken.Add(step.Id);
            }
            given.Add(step);
        }
        return new Preparation([.. given]);
    }

    /// <summary>
    /// A step that is being filled in: what would suit its column, and once it can be done, what it would make. Nothing changes.
    /// </summary>
    /// <param name="id">The table.</param>
    /// <param name="step">The step as far as it is filled in.</param>
    /// <param name="stage">The table that it would stand on: after so many of its steps; null for all.</param>
    public StepTrial Try(string id, JsonObject step, int? stage = null)
    {
        documents.Changeable(id);
        Table table = rows.At(id, stage);
        StepKind kind = StepList.Find((string?)step["do"] ?? "", "do");
        JsonObject? suggested = (string?)step["column"] is { } name && table.Find(name) is { } column ? kind.Suggest(column) : null;
        suggested?.Remove("do");
        try
        {
            Step read = Of([step.DeepClone()]).Steps[0];
            StepResult result = read.Kind.Apply(table, read.Members);
            Column? made = result.Table.Columns.FirstOrDefault(other =>
                table.Find(other.Name) is null && other.Info.Type == ColumnType.Category
            );
            return new StepTrial(suggested, result.Rows, result.Cells, result.Note, null)
            {
                Column = made?.Name,
                Labels = made is null ? [] : InOrder(made),
            };
        }
        catch (Core.Studies.StudyException fault)
        {
            return new StepTrial(suggested, 0, 0, null, fault.Plain);
        }
    }

    /// <summary>The labels of a made column with their rows, as a person would order them.</summary>
    private static IReadOnlyList<LabelCount> InOrder(Column column)
    {
        LabelView labels = column.Labels;
        int[] counts = labels.Codes.Tally(labels.Labels.Count);
        return
        [
            .. NaturalOrder
                .Sort([.. labels.Labels.Index().Select(label => new Entry(label.Item, EntryKind.Label, label.Index))])
                .Take(MostTried)
                .Select(label => new LabelCount(label.Label, counts[label.TableRank])),
        ];
    }

    /// <summary>Answers what a note asks: a column is read so, a step is added, or all stays as it is. The question goes.</summary>
    /// <exception cref="AppException">There is no such question.</exception>
    public TableView Answer(string id, long revision, int note, int answer)
    {
        TableDocument document = documents.Changeable(id);
        if (note < 0 || note >= document.Notes.Count || answer < 0 || answer >= document.Notes[note].Answers.Count)
        {
            throw new AppException("not-found", "That was answered already.");
        }
        ReadNote asked = document.Notes[note];
        ReadAnswer chosen = asked.Answers[answer];
        if (chosen.Dates is not null || chosen.DecimalComma is not null)
        {
            return columns.Set(
                id,
                revision,
                document.Columns[asked.Column].Name,
                new ColumnChange { Dates = chosen.Dates, DecimalComma = chosen.DecimalComma }
            );
        }
        document = document with { Notes = [.. document.Notes.Where((_, at) => at != note)] };
        if (chosen.Split.Count > 0)
        {
            return Split(id, revision, document, chosen);
        }
        // The step of the answer that was taken for granted goes, the one of this answer comes.
        JsonArray steps =
        [
            .. In(document)
                .Where(step => !asked.Answers.Any(other => other != chosen && IsSame(other.Step, step)))
                .Select(step => step!.DeepClone()),
        ];
        if (chosen.Step is { } wanted && !steps.Any(step => IsSame(wanted, step)))
        {
            steps.Add(wanted.DeepClone());
        }
        if (!JsonNode.DeepEquals(steps, In(document)))
        {
            document = asked.Code == TotalQuestion.Code ? Prepared(rows, document, Of(steps)) : Reshaped(document, steps);
        }
        return documents.Revise(id, revision, document, chosen.Text);
    }

    /// <summary>Whether a step is an answer's: its id aside, which it got when it was set.</summary>
    private static bool IsSame(JsonObject? answer, JsonNode? step)
    {
        if (answer is null || step is not JsonObject set)
        {
            return false;
        }
        var bare = (JsonObject)set.DeepClone();
        bare.Remove("id");
        return JsonNode.DeepEquals(answer, bare);
    }

    /// <summary>Makes several tables of one whose blocks stand side by side, all in one change; this one keeps the first.</summary>
    private TableView Split(string id, long revision, TableDocument document, ReadAnswer chosen)
    {
        Table read = rows.AsRead(document);
        var change = new Change(chosen.Text);
        var names = new List<string>();
        TableDocument? first = null;
        try
        {
            for (int block = 0; block < chosen.Split.Count; block++)
            {
                SplitBlock part = chosen.Split[block];
                string[] headings = [.. chosen.Split[0].Columns];
                Column[] columns =
                [
                    .. part.Columns.Select((name, at) => read.Find(name)!.With(read.Find(name)!.Info with { Name = headings[at] })),
                ];
                // Rows that only a longer neighbour has are none of this block's.
                int last = Enumerable
                    .Range(0, read.RowCount)
                    .LastOrDefault(row => columns.Any(column => column.Cells.TextAt(row).Length > 0), -1);
                columns =
                [
                    .. columns.Select(column => new Column(column.Info, column.Cells.Splice(last + 1, read.RowCount - last - 1, 0))),
                ];
                string import = cells.Write(columns);
                change = change.Publish(import);
                string name = documents.FreeName($"{document.Name}, {part.Title}", names);
                names.Add(name);
                var split = new Table(name, columns);
                TableDocument piece = document with
                {
                    Name = name,
                    RowCount = last + 1,
                    Columns = [.. ColumnDocument.Of(split).Select(column => column with { In = import })],
                    Notes = [.. document.Notes.Where(note => note.Column < 0 && note.Code != TotalQuestion.Code)],
                    Steps = null,
                    Reports = [],
                    Prepared = null,
                    PreparedRows = 0,
                    From = null,
                    Reading = null,
                };
                piece = WithTotals(split, piece, step => Prepared(split, piece, step));
                first ??= piece;
                change =
                    block == 0
                        ? change.Revise(new NewRevision(id, revision, Json.Write(piece)))
                        : change.Create(new NewDocument(DocumentStore.NewId(), TableDocuments.Kind, null, Json.Write(piece)));
            }
            return TableDocuments.View(changes.Write(change)[^1], first!);
        }
        catch
        {
            foreach (string import in change.Publishes)
            {
                cells.Remove(import);
            }
            throw;
        }
    }
}
