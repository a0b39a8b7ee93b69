using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.Core.Briefings;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Text;
using OneWhole.Store;

namespace OneWhole.App;

/// <summary>Studies: made, changed, undone, computed, drawn, handed over.</summary>
public sealed class StudyService(DocumentStore documents, TableService tables, FormList forms)
{
    private const string Kind = "study";
    private const int FirstRows = 400;
    private const int MostGroupRows = 2000;

    /// <summary>Names the remedy of a form that can't be drawn, beside those of the tie-out's lines.</summary>
    private const string FormLine = "form";

    private const int MostSecondTables = 4;
    private const int MostEachLines = 40;

    private readonly BoundedCache<(string Table, long TableRevision, string Study), WorkingsSet> _sets = new(8);
    private readonly StudyFormat _format = new(forms);
    private readonly BoundedCache<(string Table, long TableRevision, string Study), WorkingsResult> _workings = new(64);

    /// <summary>What is stored: the study, and what other forms had when they were last chosen.</summary>
    private sealed record Stored(JsonObject Study, JsonObject Forms);

    // ---- Making and changing ----

    /// <summary>Starts a study on a table: its first fitting columns, in the first form.</summary>
    public StudyView Start(string tableId, double width, double height)
    {
        (Table table, _) = tables.Load(tableId);
        return View(Create(tableId, StudyStart.Suggest(table, forms.Forms[0], _format), "started"), width, height);
    }

    /// <summary>
    /// Starts a study on a marked block. Where its labels tell its rows from the others it is a study on the table; else the
    /// block becomes a table of its own, named for its rows and columns.
    /// </summary>
    public StudyView Start(string tableId, MarkedBlock block, double width, double height)
    {
        (Table table, _) = tables.Load(tableId);
        JsonObject? study = StudyStart.OfBlock(table, block, forms.Forms[0], _format);
        if (study is null)
        {
            TableView copy = tables.CopyBlock(tableId, block);
            return Start(copy.Id, width, height);
        }
        return View(Create(tableId, study, "started"), width, height);
    }

    /// <summary>Stores a study that came as a document.</summary>
    /// <exception cref="StudyException">It is not a study.</exception>
    public string Add(string tableId, string json)
    {
        Study study = _format.Read(json);
        return Create(tableId, _format.Write(study), "brought in").Id;
    }

    /// <summary>Stores a new study; its parts have the colours that other studies of the table gave them.</summary>
    private StoredDocument Create(string tableId, JsonObject study, string note)
    {
        foreach (StoredDocument other in documents.List(Kind, tableId).Take(1))
        {
            SharedColours.Apply(study, SharedColours.Changes(study, Read(other).Study, given: true));
        }
        return documents.Create(Kind, tableId, Write(new Stored(study, [])), note);
    }

    /// <summary>What one study's change did to its colours, as changes of the table's other studies: a part has one colour in all.</summary>
    private IEnumerable<DocumentChange> SharedChanges(StoredDocument changed, JsonObject before, JsonObject after)
    {
        IReadOnlyDictionary<string, string?> colours = SharedColours.Changes(before, after);
        if (colours.Count == 0)
        {
            yield break;
        }
        foreach (StoredDocument other in documents.List(Kind, changed.Parent).Where(other => other.Id != changed.Id))
        {
            Stored body = Read(other);
            var study = (JsonObject)body.Study.DeepClone();
            if (SharedColours.Apply(study, colours))
            {
                yield return new DocumentChange(other.Id, other.Revision, Write(body with { Study = _format.Write(_format.Read(study.ToJsonString())) }), $"colours as in {TitleOf(changed)}");
            }
        }
    }

    public StudyView Get(string id, double width, double height) => View(Find(id), width, height);

    public IReadOnlyList<StudySummary> List(double width, double height) =>
        [.. documents.List(Kind).Select(stored => Summary(stored, width, height))];

    /// <summary>Sets one place of the study; nothing is saved where the result is no study or does not fit its table.</summary>
    public StudyView Change(string id, long revision, string path, JsonNode? value, double width, double height, string? drop = null) =>
        Save(Find(id), revision, study =>
        {
            Set(study, path, value);
            if (drop is not null)
            {
                Set(study, drop, null);
            }
        }, path, width, height);

    private static void Set(JsonObject study, string path, JsonNode? value)
    {
        string? other = path switch { "parts" => "groups", "groups" => "parts", _ => null };
        JsonNode? before = other is null ? null : study[path]?.DeepClone();
        StudyPath.Set(study, path, value);
        // A column that was the other axis changes places with the one that it replaces.
        if (other is not null && study[path]?["column"]?.ToJsonString() is { } column && column == study[other]?["column"]?.ToJsonString())
        {
            study.Remove(other);
            if (before is not null)
            {
                study[other] = before;
            }
        }
        // The columns of a wide table are counted themselves.
        if (value is JsonObject axis && axis.ContainsKey("columns"))
        {
            study.Remove("value");
        }
    }

    /// <summary>What <see cref="Change"/> would show, without saving.</summary>
    public StudyView Preview(string id, string path, JsonNode? value, double width, double height, CancellationToken cancel = default)
    {
        StoredDocument stored = Find(id);
        Stored body = Read(stored);
        var study = (JsonObject)body.Study.DeepClone();
        Set(study, path, value);
        Study read = _format.Read(study.ToJsonString());
        Compute(stored.Parent!, read, cancel);
        return View(stored, _format.Write(read), read, width, height);
    }

    /// <summary>Applies the remedy of a tie-out line.</summary>
    /// <exception cref="AppException">The line has none.</exception>
    public StudyView ApplyRemedy(string id, long revision, string lineId, double width, double height)
    {
        StoredDocument stored = Find(id);
        WorkingsResult workings = Compute(stored);
        Remedy remedy = (lineId == FormLine ? workings.Division.Study.Form.Form.Suits(workings)?.Remedy : workings.TieOut.FirstOrDefault(line => line.Id == lineId)?.Remedy)
            ?? throw new AppException("not-found", $"The tie-out has no remedy for \"{lineId}\" any more.");
        JsonObject mended = _format.Write(remedy.Apply(workings.Division.Study));
        return Save(stored, revision, study => Replace(study, mended), remedy.Text, width, height);
    }

    /// <summary>Takes another shape of a form. What carries over is kept; going back restores what the other form had.</summary>
    public StudyView Shape(string id, long revision, string kind, string shapeId, double width, double height)
    {
        StoredDocument stored = Find(id);
        Stored body = Read(stored);
        FormShape shape = forms.Forms.FirstOrDefault(form => form.Kind == kind)?.Shapes.FirstOrDefault(shape => shape.Id == shapeId)
            ?? throw new AppException("not-found", $"There is no form \"{kind}\" with a shape \"{shapeId}\".");
        string now = (string)body.Study["form"]!["kind"]!;
        var memory = (JsonObject)body.Forms.DeepClone();
        var study = (JsonObject)body.Study.DeepClone();
        if (now != kind)
        {
            memory[now] = study["form"]!.DeepClone();
            study["form"] = memory[kind]?.DeepClone() ?? new JsonObject { ["kind"] = kind };
        }
        JsonObject changed = _format.Write(Fitted(shape.Apply(_format.Read(study.ToJsonString())), tables.Load(stored.Parent!).Table));
        return Save(stored, revision, old => Replace(old, changed), $"drawn as {shape.Name}", width, height, memory);
    }

    private static Study Fitted(Study study, Table table) => study.Form.Form.Fit(table, study);

    /// <summary>Lets parts and groups change places; filter, colours and what is counted stay.</summary>
    /// <exception cref="AppException">The study has no groups.</exception>
    public StudyView Swap(string id, long revision, double width, double height) => Save(Find(id), revision, study =>
    {
        if (study["groups"] is not { } groups)
        {
            throw new AppException("no-groups", "The study has no groups to change places with.");
        }
        JsonNode parts = study["parts"]!;
        study["parts"] = groups.DeepClone();
        study["groups"] = parts.DeepClone();
        if (study["order"] is JsonObject order)
        {
            // Orders that name labels go with them; those that only groups can have are dropped.
            JsonNode? byParts = order["parts"]?.DeepClone(), byGroups = order["groups"]?.DeepClone();
            order.Remove("parts");
            order.Remove("groups");
            if (byGroups is JsonArray || ((string?)(byGroups as JsonValue)) is "largest" or "smallest" or "table" or "natural")
            {
                order["parts"] = byGroups!.DeepClone();
            }
            if (byParts is not null)
            {
                order["groups"] = byParts;
            }
        }
    }, "parts and groups changed places", width, height);

    /// <summary>The columns that a study names, in their own order.</summary>
    public IReadOnlyList<string> ColumnsOf(string id) => [.. StudyColumns.Of(Read(Find(id)).Study).Order(StringComparer.Ordinal)];

    /// <summary>The same study on another table, or on other columns of its own.</summary>
    /// <param name="id">The study.</param>
    /// <param name="tableId">The table.</param>
    /// <param name="columns">By the study's columns, those of the table that stand for them; others are found by their name.</param>
    /// <param name="width">Of the figure.</param>
    /// <param name="height">Of the figure.</param>
    /// <exception cref="AppException">A column is missing; the message names it.</exception>
    public StudyView LayOn(string id, string tableId, IReadOnlyDictionary<string, string> columns, double width, double height)
    {
        (Table table, _) = tables.Load(tableId);
        var study = (JsonObject)Read(Find(id)).Study.DeepClone();
        string[] named = [.. StudyColumns.Of(study)];
        string[] missing = [.. named.Where(name => table.Find(columns.GetValueOrDefault(name, name)) is null)];
        if (missing.Length > 0)
        {
            throw new AppException("no-column", $"\"{table.Name}\" has no column {string.Join(", ", missing.Select(name => $"\"{name}\""))}: say which of its columns stands for it.");
        }
        // By way of names that no column has, so that two can change places.
        foreach (string name in named)
        {
            StudyColumns.Rename(study, name, $"\u0001{name}");
        }
        foreach (string name in named)
        {
            StudyColumns.Rename(study, $"\u0001{name}", columns.GetValueOrDefault(name, name));
        }
        study.Remove("title");
        Compute(tableId, _format.Read(study.ToJsonString()));
        return View(Create(tableId, study, "laid on"), width, height);
    }

    /// <summary>Moves a part, or a group, to the place of another: from then on their order is the one that is listed.</summary>
    /// <param name="id">The study.</param>
    /// <param name="revision">Its revision.</param>
    /// <param name="move">What moves where.</param>
    /// <param name="width">Of the figure.</param>
    /// <param name="height">Of the figure.</param>
    /// <exception cref="AppException">There is no such label, or there are too many for an order by hand.</exception>
    public StudyView Move(string id, long revision, LabelMove move, double width, double height)
    {
        const int most = 1000;
        StoredDocument stored = Find(id);
        Division division = Compute(stored).Division;
        string axis = move.Groups ? "groups" : "parts";
        List<string> labels = [.. (move.Groups ? division.Groups ?? [] : division.Parts).Where(entry => entry.Kind != EntryKind.Folded).Select(entry => entry.Label)];
        int from = labels.IndexOf(move.Label);
        if (from < 0 || labels.Count > most)
        {
            throw new AppException("wrong-order", from < 0 ? $"\"{move.Label}\" has no place of its own to be moved from." : $"Up to {NumberText.Count(most)} labels can be put in order by hand; here are {NumberText.Count(labels.Count)}.");
        }
        int to = Math.Clamp(move.To is { } place ? labels.IndexOf(place) is var at and >= 0 ? at : from : from + move.By, 0, labels.Count - 1);
        labels.RemoveAt(from);
        labels.Insert(to, move.Label);
        return Save(stored, revision, study =>
        {
            JsonObject order = study["order"] as JsonObject ?? [];
            order[axis] = new JsonArray([.. labels.Select(label => JsonValue.Create(label))]);
            if (order["reverse"] is JsonArray reverse)
            {
                order["reverse"] = new JsonArray([.. reverse.Select(word => (string?)word).Where(word => word != axis).Select(word => JsonValue.Create(word))]);
            }
            study["order"] = order;
        }, $"{move.Label} moved", width, height);
    }

    public StudyView Undo(string id, long revision, double width, double height) => View(Stepped(Find(id), stored => documents.Undo(stored.Id, revision)), width, height);

    public StudyView Redo(string id, long revision, double width, double height) => View(Stepped(Find(id), stored => documents.Redo(stored.Id, revision)), width, height);

    private StoredDocument Stepped(StoredDocument before, Func<StoredDocument, StoredDocument> step)
    {
        StoredDocument after = step(before);
        documents.ChangeAll([.. SharedChanges(after, Read(before).Study, Read(after).Study)]);
        return after;
    }

    /// <summary>A copy with a title and a history of its own.</summary>
    public StudyView Copy(string id, double width, double height)
    {
        StoredDocument stored = Find(id);
        Stored body = Read(stored);
        var study = (JsonObject)body.Study.DeepClone();
        string title = TitleOf(stored);
        study["title"] = title.EndsWith(" (copy)", StringComparison.Ordinal) ? title : $"{title} (copy)";
        return View(documents.Create(Kind, stored.Parent, Write(new Stored(study, (JsonObject)body.Forms.DeepClone())), "copied"), width, height);
    }

    public void Remove(string id) => documents.Remove(Find(id).Id);

    /// <summary>Rewrites the studies on a table after one of its columns was renamed, each as one change that can be undone.</summary>
    public void RenameColumn(string tableId, string from, string to)
    {
        foreach (StoredDocument stored in documents.List(Kind, tableId))
        {
            Stored body = Read(stored);
            var study = (JsonObject)body.Study.DeepClone();
            if (StudyColumns.Rename(study, from, to))
            {
                documents.Change(stored.Id, stored.Revision, Write(body with { Study = study }), $"{from} renamed {to}");
            }
        }
    }

    /// <summary>How the wholes of a table's studies would move with other rows.</summary>
    internal IReadOnlyList<StudyChange> Against(string tableId, Table after)
    {
        var changes = new List<StudyChange>();
        foreach (StoredDocument stored in documents.List(Kind, tableId))
        {
            string? before = Whole(() => Compute(stored), out _);
            string? now = Whole(() => Calculator.Run(after, ReadStudy(stored)), out string? problem);
            changes.Add(new StudyChange(stored.Id, TitleOf(stored), before, now, problem));
        }
        return changes;
    }

    private static string? Whole(Func<WorkingsResult> compute, out string? problem)
    {
        problem = null;
        try
        {
            Division division = compute().Division;
            return $"{NumberText.Exact(division.Decimal(division.ReadingWhole))} {StudyWords.Of(division).Counted}";
        }
        catch (StudyException fault)
        {
            problem = fault.Message;
            return null;
        }
    }

    /// <summary>After a refresh: where a study's column lost labels, its labels of before and now are expected, so that none vanishes unseen.</summary>
    internal void Expect(string tableId, Table before, Table after)
    {
        foreach (StoredDocument stored in documents.List(Kind, tableId))
        {
            Stored body = Read(stored);
            var study = (JsonObject)body.Study.DeepClone();
            bool changed = false;
            foreach (string axis in (string[])["parts", "groups"])
            {
                if (study[axis] is JsonObject named && named["bands"] is null && (string?)named["column"] is { } column && before.Find(column) is { } old && after.Find(column) is { } now
                    && old.Labels.Labels.Count <= 200 && old.Labels.Labels.Except(now.Labels.Labels).Any())
                {
                    named["expected"] = new JsonArray([.. old.Labels.Labels.Union(now.Labels.Labels).Select(label => JsonValue.Create(label))]);
                    changed = true;
                }
            }
            if (changed)
            {
                documents.Change(stored.Id, stored.Revision, Write(body with { Study = study }), "labels that are absent now kept");
            }
        }
    }

    private static void Replace(JsonObject study, JsonObject by)
    {
        study.Clear();
        foreach ((string name, JsonNode? value) in by)
        {
            study[name] = value?.DeepClone();
        }
    }

    private StudyView Save(StoredDocument stored, long revision, Action<JsonObject> change, string note, double width, double height, JsonObject? memory = null)
    {
        Stored body = Read(stored);
        var study = (JsonObject)body.Study.DeepClone();
        change(study);
        // Read and computed first, so that nothing is saved that can't be.
        Study read = _format.Read(study.ToJsonString());
        Compute(stored.Parent!, read);
        JsonObject tidy = _format.Write(read);
        bool same = stored.Revision == revision && JsonNode.DeepEquals(tidy, body.Study);
        if (same)
        {
            return View(stored, tidy, read, width, height);
        }
        var saved = new DocumentChange(stored.Id, revision, Write(new Stored(tidy, memory ?? body.Forms)), note);
        return View(documents.ChangeAll([saved, .. SharedChanges(stored, body.Study, tidy)])[0], tidy, read, width, height);
    }

    // ---- Computing ----

    private WorkingsResult Compute(StoredDocument stored) => Compute(stored.Parent!, ReadStudy(stored));

    /// <summary>The workings; of small figures those that stand beside them.</summary>
    private WorkingsResult Compute(string tableId, Study study, CancellationToken cancel = default)
    {
        if (study.PanelColumn is not null)
        {
            WorkingsSet set = ComputeEach(tableId, study, cancel);
            return set.Values.Count > 0 ? set.Values[ShownOf(set, study)].Workings : Compute(tableId, study with { PanelColumn = null }, cancel);
        }
        return Known(_workings, tableId, study, (table, second) => Calculator.Run(table, study, cancel, second));
    }

    /// <summary>The workings of each value of the study's column; of the one study where it has none.</summary>
    private WorkingsSet ComputeEach(string tableId, Study study, CancellationToken cancel = default)
    {
        return study.PanelColumn is null ? WorkingsSet.Of(Compute(tableId, study, cancel)) : Known(_sets, tableId, study, (table, second) => WorkingsSet.Run(table, study, cancel, second));
    }

    /// <summary>What was computed of a study and its tables as they are now, or is computed.</summary>
    private T Known<T>(BoundedCache<(string Table, long TableRevision, string Study), T> cache, string tableId, Study study, Func<Table, Table?, T> run)
    {
        (Table table, long revision) = tables.Load(tableId);
        (Table? second, string stamp) = SecondOf(tableId, study);
        // Looks change no number, but workings carry their study: the key is the whole document.
        return cache.Get((tableId, revision, stamp + _format.Write(study).ToJsonString()), () => run(table, second));
    }

    /// <summary>The sentence. What 100 % is differs from one small figure to the next: it then has no number for it.</summary>
    private static Statement StatementOf(WorkingsResult workings, Study study) => study.PanelColumn is null ? Statement.Of(workings) : Statement.Of(workings.Division.Table, study);

    private static int ShownOf(WorkingsSet set, Study study) => Math.Max(0, set.Values.ToList().FindIndex(each => each.Value == study.Finish.EachShown));

    /// <summary>The table that a study reads besides its own, by name, and what tells its state.</summary>
    private (Table? Table, string Stamp) SecondOf(string tableId, Study study)
    {
        if (study.Form.Form.SecondTable(study) is not { } name || tables.List().FirstOrDefault(table => table.Name == name && table.Id != tableId) is not { } found)
        {
            return (null, "");
        }
        (Table second, long revision) = tables.Load(found.Id);
        return (second, $"{found.Id} {revision} ");
    }

    /// <summary>Clauses that the sentence can have, those among them that read another table.</summary>
    private IReadOnlyList<Offer> OffersOf(Statement statement, Study study, Table table, string tableId)
    {
        Form form = study.Form.Form;
        if (form.SecondTable(study) is not null || form.OfferOf(study, "") is null)
        {
            return statement.Offers;
        }
        HashSet<string> needed = StudyColumns.Of(_format.Write(study));
        return
        [
            .. statement.Offers,
            .. tables.List().Where(other => other.Id != tableId && needed.IsSubsetOf(tables.Document(other.Id).Shown.Select(column => column.Name))).Take(MostSecondTables).Select(other => form.OfferOf(study, other.Name)!),
        ];
    }

    /// <summary>Small figures as the page has them: the one whose workings are shown is told from the others, which have no rows there.</summary>
    private static Figure WithShown(Figure figure, int shown)
    {
        string prefix = $"each-{shown}";
        return figure with
        {
            Marks = [.. figure.Marks.Select(mark => !mark.Id.StartsWith("each-", StringComparison.Ordinal) ? mark
                : mark.Id == prefix ? (TextMark)mark with { Fill = Ink.ClassA }
                : mark.Id.StartsWith(prefix + "-", StringComparison.Ordinal) ? mark
                : mark with { Row = -1 })],
        };
    }

    private Study ReadStudy(StoredDocument stored) => _format.Read(Read(stored).Study.ToJsonString());

    private StoredDocument Find(string id) => documents.Find(id) is { Kind: Kind } stored ? stored : throw new AppException("not-found", "There is no such study; it may have been removed.");

    private static Stored Read(StoredDocument stored) => Json.Read<Stored>(stored.Body);

    private static string Write(Stored body) => Json.Write(body);

    // ---- Showing ----

    private StudySummary Summary(StoredDocument stored, double width, double height)
    {
        StudyView view = View(stored, width, height);
        return new StudySummary(view.Id, view.Revision, view.Title, string.Concat(view.Statement.Select(phrase => phrase.Text)), view.TableId, view.TableName, view.Changed, view.Figure, view.Problem);
    }

    /// <summary>The study's own title, or the beginning of its statement.</summary>
    private string TitleOf(StoredDocument stored)
    {
        Study study = ReadStudy(stored);
        if (study.Title.Length > 0)
        {
            return study.Title;
        }
        try
        {
            return Statement.Of(Compute(stored.Parent!, study)).Title;
        }
        catch (StudyException)
        {
            return Statement.Of(tables.Load(stored.Parent!).Table, study).Title;
        }
    }

    private StudyView View(StoredDocument stored, double width, double height)
    {
        Stored body = Read(stored);
        return View(stored, body.Study, _format.Read(body.Study.ToJsonString()), width, height);
    }

    private StudyView View(StoredDocument stored, JsonObject document, Study study, double width, double height)
    {
        (Table table, _) = tables.Load(stored.Parent!);
        Statement statement;
        WorkingsResult? workings = null;
        PanelsView? each = null;
        Figure? figure = null;
        string? problem = null;
        try
        {
            workings = Compute(stored.Parent!, study);
            statement = StatementOf(workings, study);
            WorkingsSet set = ComputeEach(stored.Parent!, study);
            each = study.PanelColumn is null ? null : EachOf(set, study);
            figure = FigureDrawer.Draw(set, Side(width), Side(height), TextMeasurer.Shared);
            figure = each is null ? figure : WithShown(figure, each.Shown);
        }
        catch (StudyException fault)
        {
            problem = workings is null ? fault.Message : fault.Plain;
            statement = workings is null ? Statement.Of(table, study) : Statement.Of(workings);
        }
        return new StudyView
        {
            Id = stored.Id,
            Revision = stored.Revision,
            CanUndo = stored.CanUndo,
            CanRedo = stored.CanRedo,
            TableId = stored.Parent!,
            TableName = table.Name,
            Changed = stored.Changed,
            Title = statement.Title,
            Study = document,
            Statement = statement.Phrases,
            Offers = OffersOf(statement, study, table, stored.Parent!),
            Panels = each,
            Answers = [.. forms.Forms.SelectMany(form => form.Answers.Select(answer => new AnswerView(answer.Text, form.Kind, answer.Shape)))],
            Settings = Suggest(statement.Settings, tables.Document(stored.Parent!), figure),
            Workings = workings is null ? null : ViewOf(workings, figure),
            Figure = figure,
            Problem = problem,
            Remedy = problem is null || workings is null ? null : study.Form.Form.Suits(workings)?.Remedy?.Text,
        };
    }

    private static PanelsView EachOf(WorkingsSet set, Study study) =>
        new(set.Column!, [.. set.Values.Select(each => each.Value)], ShownOf(set, study), [.. set.Values.SelectMany(each => each.Workings.TieOut.Where(line => line.Status != TieOutStatus.Ok).Select(line => $"{each.Value}: {line.Text}")).Take(MostEachLines)]);

    /// <summary>The lines that stood above and below a table offer themselves as title and source line.</summary>
    private static IReadOnlyList<Setting> Suggest(IEnumerable<Setting> settings, TableDocument table, Figure? figure) =>
    [
        .. settings.Select(setting => setting.Path switch
        {
            "title" => setting with { Suggestions = table.Titles },
            "finish.source" => setting with { Suggestions = table.Below },
            "finish.labelInk" when figure is not null && Contrast.FaintLabels(figure) is var faint and > 0 =>
                setting with { Note = $"{faint} {(faint == 1 ? "label has" : "labels have")} less contrast with what is under {(faint == 1 ? "it" : "them")} than WCAG asks for (4.5 to 1)." },
            _ => setting,
        }),
    ];

    private static double Side(double side) => Math.Clamp(Sane(side, FigureDrawer.SmallestSide), FigureDrawer.SmallestSide, FigureDrawer.LargestSide);

    /// <summary>A number that was asked for; what is none gives way.</summary>
    internal static double Sane(double number, double otherwise) => double.IsFinite(number) ? number : otherwise;

    private static WorkingsView ViewOf(WorkingsResult workings, Figure? figure)
    {
        var words = new RuleWords(workings);
        Division division = workings.Division;
        return new WorkingsView
        {
            Columns = [.. ShownColumns(workings).Select(column => new WorkingsColumnView(column.Key, column.Label, Lower(column.Unit.ToString()), column.Quiet, column.IsText, words.Of(column)) { OfGroup = column.OfGroup })],
            RowCount = workings.RowCount,
            Groups = GroupRows(workings),
            Rows = RowsOf(workings, figure, 0, FirstRows),
            Whole = [.. ShownColumns(workings).Select(column => WholeCell(workings, column))],
            TieOut = [.. workings.TieOut.Select(line => new TieOutView(line.Id, WorkingsJson.StatusWord(line.Status), line.Text, line.Remedy?.Text, line.Names))],
            Readings = (JsonObject)workings.Readings.DeepClone(),
            Verdict = division.Study.Form.Form.Verdict(workings),
        };
    }

    private static string Lower(string word) => char.ToLowerInvariant(word[0]) + word[1..];

    /// <summary>The columns on the screen: the workings', and those that only labels need.</summary>
    private static IEnumerable<WorkingColumn> ShownColumns(WorkingsResult workings) => workings.Columns.Concat(workings.LabelColumns);

    /// <summary>A ruled row a group with its subtotal; none where rows are not grouped, or there are too many groups to send.</summary>
    private static IReadOnlyList<GroupRowView> GroupRows(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (workings.RowsAreGroups || division.Groups is not { } groups || division.IsEmpty || groups.Count > MostGroupRows)
        {
            return [];
        }
        ShownShares? shown = workings.Find("shownShare") is null ? null : ShownShares.Of(division);
        string Subtotal(WorkingColumn column, int group)
        {
            int first = group * division.PartCount;
            if (column.OfGroup)
            {
                return Cell(workings, column, first);
            }
            IEnumerable<int> rows = Enumerable.Range(first, division.PartCount);
            switch (column.Key)
            {
                case "value":
                    return WorkingsText.Of(division, ColumnUnit.Amount, division.Value(division.GroupTotal(group)));
                case "share" when division.WholeOf != WholeOf.Part && !division.Whole(first).IsZero:
                    return NumberText.Rounded(new Fraction(division.GroupTotal(group) * 100, division.Whole(first)), division.Study.Rounding.Decimals + 1);
                case "shownShare" when division.WholeOf != WholeOf.Part && !division.Whole(first).IsZero:
                    Fraction sum = rows.Aggregate(Fraction.Zero, (all, row) => all + (shown!.Percent(row) ?? Fraction.Zero));
                    return WorkingsText.Of(division, ColumnUnit.Percent, sum);
                case "area":
                    return WorkingsText.Of(division, column.Unit, rows.Aggregate(Fraction.Zero, (all, row) => all + (column.Exact(row) ?? Fraction.Zero)));
                default:
                    return "";
            }
        }
        return [.. groups.Select((group, at) => new GroupRowView(group.Label, [.. ShownColumns(workings).Select(column => column.Key == "group" ? group.Label : Subtotal(column, at))]))];
    }

    private static List<WorkingsRowView> RowsOf(WorkingsResult workings, Figure? figure, int first, int count)
    {
        Dictionary<int, string> fills = [];
        foreach (Mark bar in figure?.Marks.Where(mark => mark.Role == "bar" && mark.Row >= 0) ?? [])
        {
            fills.TryAdd(bar.Row, (bar as RectMark)?.Fill ?? (bar as PathMark)?.Fill ?? "");
        }
        var rows = new List<WorkingsRowView>();
        for (int row = first; row < Math.Min(first + count, workings.RowCount); row++)
        {
            rows.Add(new WorkingsRowView(row, workings.PartOf(row)?.Key ?? workings.GroupOf(row)!.Key,
                [.. ShownColumns(workings).Select(column => Cell(workings, column, row))], fills.GetValueOrDefault(row))
            { Name = workings.NameOf(row), Group = workings.GroupOf(row)?.Label });
        }
        return rows;
    }

    private static string Cell(WorkingsResult workings, WorkingColumn column, int row)
    {
        if (column.IsText)
        {
            return column.Text(row) ?? NumberText.Dash;
        }
        if (column.Exact(row) is not { } value)
        {
            return NumberText.Dash;
        }
        // Beside the shown share stands the share as it is, one decimal finer, so that one sees what was rounded.
        return WorkingsText.Of(workings.Division, column.Unit, value, finer: column.Key == "share" && workings.Find("shownShare") is not null ? 1 : 0);
    }

    private static string WholeCell(WorkingsResult workings, WorkingColumn column)
    {
        Division division = workings.Division;
        return column.Key switch
        {
            "part" => "Whole",
            "group" => workings.RowsAreGroups ? "Whole" : "",
            "width" or "area" when !division.IsEmpty && !division.Total.IsZero => NumberText.Rounded(100, division.Study.Rounding.Decimals),
            "value" => WorkingsText.Of(division, ColumnUnit.Amount, division.Value(division.ReadingWhole)),
            "share" or "shownShare" when !division.ReadingWhole.IsZero && division.WholeCount == 1 => NumberText.Rounded(100, division.Study.Rounding.Decimals),
            _ => "",
        };
    }

    public IReadOnlyList<WorkingsRowView> Rows(string id, int first, int count) =>
        RowsOf(Compute(Find(id)), null, Math.Max(0, first), Math.Clamp(count, 0, 1000));

    /// <summary>How one cell came about.</summary>
    public string Arithmetic(string id, string column, int row)
    {
        WorkingsResult workings = Compute(Find(id));
        if (workings.Find(column) is not { } found || row < 0 || row >= workings.RowCount)
        {
            throw new AppException("not-found", $"The workings have no cell {column} in row {row + 1}.");
        }
        return $"{workings.NameOf(row)}: {new RuleWords(workings).Arithmetic(found, row)}";
    }

    /// <summary>What is said of a row at the pointer, line by line.</summary>
    public IReadOnlyList<string> Pointed(string id, int row)
    {
        WorkingsResult workings = Compute(Find(id));
        return row >= 0 && row < workings.RowCount ? PointedReading.Of(workings, row) : throw new AppException("not-found", $"The workings have no row {row + 1}.");
    }

    /// <summary>"3 causes: 2,913 minutes, 60.4 % of all".</summary>
    public SelectionReading Selection(string id, IReadOnlyList<int> rows)
    {
        WorkingsResult workings = Compute(Find(id));
        Division division = workings.Division;
        int[] valid = [.. rows.Where(row => row >= 0 && row < workings.RowCount).Distinct()];
        ExactInt sum = default;
        foreach (int row in valid)
        {
            sum += workings.RowsAreGroups ? division.GroupTotal(row) : division.Amount(row);
        }
        StudyWords words = StudyWords.Of(division);
        string name = valid.Length == 1 ? workings.NameOf(valid[0]) : division.HasGroups ? $"{NumberText.Count(valid.Length)} amounts" : words.Parts(valid.Length);
        ExactInt whole = division.ReadingWhole;
        string share = whole.IsZero ? NumberText.Dash : NumberText.Percent(new Fraction(sum, whole), division.Study.Rounding.Decimals);
        if (valid.Length == 1 && division.HasGroups && !workings.RowsAreGroups)
        {
            return OfPart(workings, division.PartOf(valid[0]));
        }
        return new SelectionReading($"{name}: {NumberText.Exact(division.Decimal(sum))} {words.Counted}, {share} of {(division.FixedWhole is null ? "all" : "the whole")}");
    }

    /// <summary>One part's share in each group, and the form in which it can be compared.</summary>
    private static SelectionReading OfPart(WorkingsResult workings, int part)
    {
        const int most = 6;
        Division division = workings.Division;
        int[] groups = [.. Enumerable.Range(0, division.GroupCount).Where(group => division.Has(group, part) && !division.GroupTotal(group).IsZero)];
        string shares = string.Join(", ", groups.Take(most).Select(group => $"{NumberText.Percent(new Fraction(division.Amount(group, part), division.GroupTotal(group)), division.Study.Rounding.Decimals)} of {division.Groups![group].Label}"));
        string more = groups.Length > most ? $" and {groups.Length - most} more" : "";
        (string Kind, string Shape, string Text)? other = division.Study.Form.Form.ComparesIn;
        return new SelectionReading($"{division.Parts[part].Label}: {shares}{more}") { Form = other?.Kind, Shape = other?.Shape, FormText = other?.Text };
    }

    /// <summary>The choices of a changeable word of the statement.</summary>
    public IReadOnlyList<Option> Options(string id, string path)
    {
        StoredDocument stored = Find(id);
        Study study = ReadStudy(stored);
        Token token = StatementOf(Compute(stored.Parent!, study), study).Phrases.SelectMany(phrase => phrase.Tokens).FirstOrDefault(token => token.Path == path)
            ?? throw new AppException("not-found", $"The statement has no word for \"{path}\".");
        return token.Options?.Invoke() ?? [];
    }

    /// <summary>Every form's shapes, drawn small with this study's rows.</summary>
    public IReadOnlyList<StripItem> Strip(string id, double width, double height, CancellationToken cancel)
    {
        StoredDocument stored = Find(id);
        Stored body = Read(stored);
        Study study = ReadStudy(stored);
        var items = new List<StripItem>();
        foreach (Form form in forms.Forms)
        {
            foreach (FormShape shape in form.Shapes)
            {
                cancel.ThrowIfCancellationRequested();
                items.Add(StripItemOf(stored, body, study, form, shape, width, height, cancel));
            }
        }
        return items;
    }

    private StripItem StripItemOf(StoredDocument stored, Stored body, Study study, Form form, FormShape shape, double width, double height, CancellationToken cancel)
    {
        bool chosen = shape.Holds(study);
        try
        {
            Study shaped = study;
            if (study.Form.Form != form && body.Forms[form.Kind] is { } remembered)
            {
                var document = (JsonObject)body.Study.DeepClone();
                document["form"] = remembered.DeepClone();
                shaped = _format.Read(document.ToJsonString());
            }
            Table table = tables.Load(stored.Parent!).Table;
            Study applied = shape.Apply(shaped), wanted = Fitted(applied, table);
            WorkingsResult workings = Compute(stored.Parent!, wanted, cancel);
            StudyWords words = StudyWords.Of(workings.Division);
            Unsuitable? unsuitable = form.Suits(workings)
                ?? (wanted.Parts != applied.Parts ? new Unsuitable($"needs other columns; it takes {words.PartMany} within each {words.GroupOne}", null)
                    : wanted.Groups != applied.Groups ? new Unsuitable($"needs a second column; it takes {words.GroupMany}", null) : null);
            return new StripItem(form.Kind, shape.Id, shape.Name, chosen, Miniature.Of(FigureDrawer.Draw(workings, Side(width), Side(height), TextMeasurer.Shared)), unsuitable?.Why, unsuitable?.Remedy?.Text);
        }
        catch (StudyException fault)
        {
            return new StripItem(form.Kind, shape.Id, shape.Name, chosen, null, fault.Plain, null);
        }
    }

    /// <summary>The values of a column with their amounts in this study, its clause on that column aside.</summary>
    public FilterList FilterValues(string id, string column, int? clauseIndex)
    {
        StoredDocument stored = Find(id);
        Study study = ReadStudy(stored);
        (Table table, _) = tables.Load(stored.Parent!);
        Column found = table.Find(column) ?? throw new AppException("not-found", $"The table has no column \"{column}\".");
        Clause? clause = clauseIndex is { } index ? study.Where.ElementAtOrDefault(index) : null;
        ImmutableArray<Clause> others = clause is null ? study.Where : study.Where.RemoveAt(clauseIndex!.Value);
        Study byColumn = study with
        {
            Where = others,
            Parts = new Axis.Labels(column, []),
            Groups = null,
            Fold = null,
            Whole = new Whole(WholeOf.All),
            GivenValue = study.Parts is Axis.Columns || study.Groups is Axis.Columns ? new Measure.Rows() : study.GivenValue,
            Order = new Ordering { Parts = found.Info.Type == ColumnType.Category ? Order.Largest : Order.Natural },
            Negatives = Negatives.Keep,
            // Whatever the study's own form needs, the values are counted without groups.
            Form = forms.Forms.First(form => form.Groups == GroupUse.None) is var plain ? new FormChoice(plain, plain.DefaultMembers) : study.Form,
            PanelColumn = null,
        };
        Division division = Division.Of(table, byColumn);
        double whole = division.Value(division.Total).ToDouble();
        const int most = 500;
        return new FilterList(column, found.Info.NounOne, found.Info.Type,
        [
            .. Enumerable.Range(0, Math.Min(most, division.PartCount)).Select(part => new FilterValue(
                division.Parts[part].Label,
                NumberText.Exact(division.Decimal(division.PartTotal(part))),
                whole == 0 ? 0 : division.Value(division.PartTotal(part)).ToDouble() / whole,
                IsChosen(clause, division.Parts[part].Label))),
        ], division.PartCount);
    }

    private static bool IsChosen(Clause? clause, string label) =>
        clause is null || ((clause.Is is not { } wanted || wanted.Contains(label)) && (clause.IsNot is not { } refused || !refused.Contains(label)));

    /// <summary>What "only parts of at least this much" would leave: the clause, the new whole.</summary>
    public LeastPreview AtLeast(string id, int row)
    {
        WorkingsResult workings = Compute(Find(id));
        Division division = workings.Division;
        if (row < 0 || row >= division.RowCount || division.Study.Parts is not Axis.Labels axis || division.HasGroups)
        {
            throw new AppException("not-found", "Only a part of a column can be taken as the least one.");
        }
        ExactInt least = division.Amount(row);
        int[] kept = [.. Enumerable.Range(0, division.RowCount).Where(at => division.Amount(at) >= least && division.Parts[at].Kind != EntryKind.Folded)];
        ExactInt sum = default;
        foreach (int at in kept)
        {
            sum += division.Amount(at);
        }
        StudyWords words = StudyWords.Of(division);
        string share = division.Total.IsZero ? "" : $", {NumberText.Percent(new Fraction(sum, division.Total), division.Study.Rounding.Decimals)} of what is used now";
        var clause = new JsonObject { ["column"] = axis.Column, ["is"] = new JsonArray([.. kept.Select(at => JsonValue.Create(division.Parts[at].Label))]) };
        return new LeastPreview($"{words.Parts(kept.Length)} of at least {NumberText.Exact(division.Decimal(least))}: the new whole is {NumberText.Exact(division.Decimal(sum))} {words.Counted}{share}", kept.Length, clause);
    }

    // ---- On a page ----

    /// <summary>A study as it stands on a page: with the page's filter, and with its colours.</summary>
    /// <param name="Document">The stored study.</param>
    /// <param name="Handed">It, with its workings.</param>
    /// <param name="Remarks">What is to be said of the filter: where it does not act, or leaves nothing.</param>
    internal sealed record BriefedStudy(StoredDocument Document, HandedStudy Handed, IReadOnlyList<string> Remarks);

    /// <exception cref="AppException">There is no such study.</exception>
    /// <exception cref="StudyException">It does not fit its table.</exception>
    internal BriefedStudy OnBriefing(string id, IReadOnlyList<Clause> filter, IReadOnlyDictionary<string, string> colours)
    {
        StoredDocument stored = Find(id);
        (Study study, IReadOnlyList<string> remarks) = SharedFilter.Apply(BriefingColours.Apply(ReadStudy(stored), colours), tables.Load(stored.Parent!).Table, filter);
        WorkingsSet workings = ComputeEach(stored.Parent!, study);
        string title = study.Title.Length > 0 || workings.Values.Count == 0 ? study.Title : Statement.Of(workings.Values[0].Workings).Title;
        return new BriefedStudy(stored, new HandedStudy(title, study, workings), remarks);
    }

    // ---- Handing over ----

    public static IReadOnlyList<HandOverKind> HandOverKinds => [.. Formats.Handing.HandOver.Standard.Select(kind => new HandOverKind(kind.Kind, kind.Name, kind.Detail, kind.PixelRatios) { Papers = PapersOf(kind.HasPaper) })];

    internal static IReadOnlyList<PaperKind> PapersOf(bool hasPaper) => hasPaper ? [.. Paper.All.Select(paper => new PaperKind(paper.Kind, paper.Name))] : [];

    /// <summary>A study as a file of one of the kinds of <see cref="Formats.Handing.HandOver.Standard"/>.</summary>
    public LeavingFile HandOver(string id, string kind, double width, double height, double scale, string? paper = null, double? margin = null, bool workings = true, bool sharesOnly = false, CancellationToken cancel = default)
    {
        StoredDocument stored = Find(id);
        HandOver found;
        Paper? sheet;
        try
        {
            found = Formats.Handing.HandOver.Find(kind);
            sheet = paper is null ? null : Paper.Find(paper);
        }
        catch (StudyException fault)
        {
            throw new AppException("not-found", fault.Message);
        }
        Study study = ReadStudy(stored);
        string title = TitleOf(stored);
        var size = new HandingSize(Side(width), Side(height), Sane(scale, 1)) { Paper = sheet, Margin = Sane(margin ?? 15, 15), HasWorkings = workings };
        var handed = new HandedStudy(title, study, ComputeEach(stored.Parent!, study, cancel));
        HandedStudy leaving = sharesOnly ? SharesOnly.Of(handed) : handed;
        return new LeavingFile($"{FileName(title)}{found.Suffix(size)}{found.Extension}", found.MediaType, (to, progress) => found.Write(leaving, size, to, progress));
    }

    internal static string FileName(string title)
    {
        string plain = string.Concat(title.Select(c => char.IsLetterOrDigit(c) ? char.ToLowerInvariant(c) : '-'));
        while (plain.Contains("--", StringComparison.Ordinal))
        {
            plain = plain.Replace("--", "-", StringComparison.Ordinal);
        }
        plain = plain.Trim('-');
        return plain.Length == 0 ? "study" : plain[..Math.Min(60, plain.Length)].TrimEnd('-');
    }
}

/// <summary>The latest results, so many of them.</summary>
internal sealed class BoundedCache<TKey, TValue>(int most)
    where TKey : notnull
{
    private readonly ConcurrentDictionary<TKey, TValue> _values = new();
    private readonly ConcurrentQueue<TKey> _order = new();

    public TValue Get(TKey key, Func<TValue> make)
    {
        if (_values.TryGetValue(key, out TValue? known))
        {
            return known;
        }
        TValue value = make();
        if (_values.TryAdd(key, value))
        {
            _order.Enqueue(key);
            while (_values.Count > most && _order.TryDequeue(out TKey? oldest))
            {
                _values.TryRemove(oldest, out _);
            }
        }
        return value;
    }
}
