using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using OneWhole.App.Changing;
using OneWhole.App.Tables;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;
using OneWhole.Store;

namespace OneWhole.App.Studies;

/// <summary>Studies are made, changed, undone, taken away. What comes of a change is shown in its answer.</summary>
public sealed class StudyService(
    StudyDocuments studies,
    StudyComputing computing,
    StudyViews views,
    TableDocuments tables,
    TableRows rows,
    TableImport imports,
    Changes changes,
    FormList forms
)
{
    /// <summary>Names the remedy of a form that can't be drawn, beside those of the tie-out's lines.</summary>
    private const string FormLine = "form";

    // ---- Making ----

    /// <summary>The most studies that are proposed for a table.</summary>
    private const int MostLikely = 3;

    /// <summary>Starts a study on a table: the likeliest, or another one of those that are proposed.</summary>
    /// <param name="tableId">The table.</param>
    /// <param name="width">Of the figure.</param>
    /// <param name="height">Of the figure.</param>
    /// <param name="likely">Which of <see cref="Likely"/>, from 0.</param>
    public StudyView Start(string tableId, double width, double height, int likely = 0)
    {
        IReadOnlyList<Study> proposed = ProposedFor(tableId);
        return views.Of(
            Create(tableId, studies.Format.Write(proposed[Math.Clamp(likely, 0, proposed.Count - 1)]), "started"),
            width,
            height
        );
    }

    /// <summary>The studies that are likely to be asked of a table, as sentences with their small figures, the likeliest first.</summary>
    public IReadOnlyList<LikelyStudy> Likely(string tableId, double width, double height, CancellationToken cancel = default) =>
        [.. ProposedFor(tableId).Select(study => views.LikelyOf(tableId, study, width, height, cancel))];

    /// <summary>
    /// What is likely asked of the table by itself, and what changed since other tables with the same columns: last month's file.
    /// </summary>
    private IReadOnlyList<Study> ProposedFor(string tableId)
    {
        Table table = rows.Load(tableId).Table;
        IReadOnlyList<Study> likely = StudyStart.LikelyOf(table, forms, MostLikely);
        string heading = Statement.Of(table, likely[0]).Heading;
        return
        [
            .. likely,
            .. views
                .ChangesOf(tableId, likely[0])
                .Where(offer => offer.FromTable is not null)
                .Take(MostEarlier)
                .Select(offer => offer.Study with { Title = $"{heading}, what changed since {offer.FromTable}" }),
        ];
    }

    private const int MostEarlier = 2;

    /// <summary>How a table is understood, with <see cref="Likely"/>.</summary>
    public LikelyView Understand(string tableId, double width, double height, CancellationToken cancel = default)
    {
        TableKnowledge known = TableKnowledge.Of(rows.Load(tableId).Table);
        string together =
            string.Join(", ", known.Together.Take(4).Select(column => column.Name))
            + (known.Together.Count > 4 ? $" and {known.Together.Count - 4} more" : "");
        string words =
            known.Shape == TableShape.Wide
                ? $"Read as a wide table, {together} side by side: {known.Why}."
                : $"Read as a long table, one amount a row: {known.Why}.";
        return new LikelyView(
            known.Shape,
            words,
            [.. known.Side.Names],
            [.. known.LeftOut.Select(column => $"{column.Name}: {column.Why}")],
            known.Amounts.Count > 1,
            Likely(tableId, width, height, cancel)
        );
    }

    /// <summary>
    /// Starts a study of one column: counted where its numbers add up, else its labels as the parts of what is likely to be counted.
    /// </summary>
    /// <exception cref="AppException">The table has no such column.</exception>
    public StudyView StartOn(string tableId, string column, double width, double height) =>
        views.Of(
            Create(tableId, studies.Format.Write(StudyStart.OfColumn(rows.Load(tableId).Table, column, forms)), "started"),
            width,
            height
        );

    /// <summary>
    /// Starts a study on a marked block. Where its labels tell its rows from the others it is a study on the table; else the
    /// block becomes a table of its own, named for its rows and columns.
    /// </summary>
    public StudyView Start(string tableId, MarkedBlock block, double width, double height)
    {
        JsonObject? study = StudyStart.OfBlock(rows.Load(tableId).Table, block, forms.Forms[0], studies.Format);
        return study is null
            ? Start(imports.CopyBlock(tableId, block).Id, width, height)
            : views.Of(Create(tableId, study, "started"), width, height);
    }

    /// <summary>Stores a study that came as a document.</summary>
    /// <exception cref="StudyException">It is not a study.</exception>
    public string Add(string tableId, string json) => Create(tableId, studies.Format.Write(studies.Format.Read(json)), "brought in").Id;

    /// <summary>Stores a new study; its parts have the colours that other studies of the table gave them.</summary>
    private StudyDocument Create(string tableId, JsonObject study, string note)
    {
        if (studies.Of(tableId).FirstOrDefault() is { } other)
        {
            SharedColours.Apply(study, SharedColours.Changes(study, other.Json, given: true));
        }
        return studies.Create(tableId, new StudyContent(study, []), note);
    }

    /// <summary>A copy with a title and a history of its own.</summary>
    public StudyView Copy(string id, double width, double height)
    {
        StudyDocument document = studies.Find(id);
        var study = (JsonObject)document.Json.DeepClone();
        string title = views.TitleOf(document);
        study["title"] = FreeTitle(title, [.. studies.List().Select(StudyViews.GivenTitle).OfType<string>()]);
        return views.Of(
            studies.Create(document.TableId, new StudyContent(study, (JsonObject)document.Content.Forms.DeepClone()), "copied"),
            width,
            height
        );
    }

    /// <summary>
    /// A title that no study has: the same with the next number, so that a figure never says of itself that it is a copy.
    /// </summary>
    private static string FreeTitle(string title, HashSet<string> taken)
    {
        string stem = Regex.Replace(title, @", \d+$", "");
        return Enumerable.Range(2, int.MaxValue - 2).Select(number => $"{stem}, {number}").First(free => !taken.Contains(free));
    }

    /// <summary>The same study on another table, or on other columns of its own.</summary>
    /// <param name="id">The study.</param>
    /// <param name="tableId">The table.</param>
    /// <param name="columns">By the study's columns, those of the table that stand for them; others are found by their name.</param>
    /// <param name="width">Of the figure.</param>
    /// <param name="height">Of the figure.</param>
    /// <exception cref="AppException">A column is missing; the message names it.</exception>
    public StudyView LayOn(string id, string tableId, IReadOnlyDictionary<string, string> columns, double width, double height)
    {
        Table table = rows.Load(tableId).Table;
        var study = (JsonObject)studies.Find(id).Json.DeepClone();
        string[] named = [.. studies.Names.ColumnsOf(study)];
        string[] missing = [.. named.Where(name => table.Find(columns.GetValueOrDefault(name, name)) is null)];
        if (missing.Length > 0)
        {
            throw new AppException(
                "no-column",
                $"\"{table.Name}\" has no column {string.Join(", ", missing.Select(name => $"\"{name}\""))}: say which "
                    + "of its columns stands for it."
            );
        }
        studies.Names.Exchange(study, columns);
        study.Remove("title");
        computing.Compute(tableId, studies.Format.Read(study.ToJsonString()));
        return views.Of(Create(tableId, study, "laid on"), width, height);
    }

    /// <summary>The bridge from what a study's whole was to what it is, as a study of its own.</summary>
    /// <param name="id">The study.</param>
    /// <param name="text">From what to what, as it was offered.</param>
    /// <param name="width">Of the figure.</param>
    /// <param name="height">Of the figure.</param>
    /// <exception cref="AppException">It is not offered (any more).</exception>
    public StudyView Changed(string id, string text, double width, double height)
    {
        StudyDocument document = studies.Find(id);
        ChangeOffer offered = views.ChangesOf(document.TableId, document.Study).FirstOrDefault(offer => offer.Text == text)
            ?? throw new AppException("not-found", $"There is nothing to go {text} here (any more).");
        if (views.EarlierOf(document.TableId, offered) is { } earlier)
        {
            if (earlier.Asked is { } asked)
            {
                (Table noting, List<UsedAnswer> used) = KeptCells.Noting(asked.Table);
                Table now = rows.Load(document.TableId).Table;
                Calculator.Run(now, offered.Study, default, noting);
                tables.Keep((tables.Document(document.TableId), now), earlier.Document.Name, used);
            }
            else
            {
                tables.Keep(earlier);
            }
        }
        return views.Of(Create(document.TableId, studies.Format.Write(offered.Study), "asked what changed"), width, height);
    }

    // ---- Showing ----

    public StudyView Get(string id, double width, double height, CancellationToken cancel = default) =>
        views.Of(studies.Find(id), width, height, cancel);

    /// <summary>
    /// All studies, the latest changed first, each with a name of its own: of those with one title, the later made ones are numbered.
    /// </summary>
    public IReadOnlyList<StudySummary> List(double width, double height)
    {
        IReadOnlyList<StoredDocument> stored = studies.List();
        StudySummary[] all = [.. stored.Select(document => views.SummaryOf(document, width, height))];
        var names = new Dictionary<string, string>();
        var taken = new HashSet<string>(all.Select(study => study.Title));
        foreach (
            IGrouping<string, int> alike in Enumerable
                .Range(0, all.Length)
                .OrderBy(at => stored[at].Created, StringComparer.Ordinal)
                .GroupBy(at => all[at].Title)
        )
        {
            names[all[alike.First()].Id] = alike.Key;
            foreach (int at in alike.Skip(1))
            {
                names[all[at].Id] = FreeTitle(alike.Key, taken);
                taken.Add(names[all[at].Id]);
            }
        }
        return [.. all.Select(study => study with { Name = names[study.Id] })];
    }

    /// <summary>What <see cref="Change"/> would show, without saving.</summary>
    public StudyView Preview(string id, string path, JsonNode? value, double width, double height, CancellationToken cancel = default)
    {
        StudyDocument document = studies.Find(id);
        return Ahead(document, study => StudyEdits.Set(study, path, value, document.Study.Form.Form), width, height, cancel);
    }

    private StudyView Ahead(StudyDocument document, Action<JsonObject> edit, double width, double height, CancellationToken cancel)
    {
        var json = (JsonObject)document.Json.DeepClone();
        edit(json);
        Study study = studies.Format.Read(json.ToJsonString());
        computing.Compute(document.TableId, study, cancel);
        return views.Of(document.With(studies.Format.Write(study), study), width, height, cancel);
    }

    // ---- Changing ----

    /// <summary>Sets one place of the study; nothing is saved where the result is no study or does not fit its table.</summary>
    public StudyView Change(string id, long revision, string path, JsonNode? value, double width, double height, string? drop = null)
    {
        StudyDocument document = studies.Find(id);
        Form form = document.Study.Form.Form;
        return Save(
            document,
            revision,
            study =>
            {
                StudyEdits.Set(study, path, value, form);
                if (drop is not null)
                {
                    StudyEdits.Set(study, drop, null, form);
                }
            },
            path,
            width,
            height
        );
    }

    /// <summary>Applies the remedy of a tie-out line.</summary>
    /// <exception cref="AppException">The line has none.</exception>
    public StudyView ApplyRemedy(string id, long revision, string lineId, double width, double height)
    {
        StudyDocument document = studies.Find(id);
        WorkingsResult workings = computing.Compute(document);
        Remedy remedy = (
            lineId == FormLine
                ? workings.Division.Study.Form.Form.Suits(workings)?.Remedy
                : workings.TieOut.FirstOrDefault(line => line.Id == lineId)?.Remedy ?? RemarkOf(workings, lineId, width, height)?.Remedy
        ) ?? throw new AppException("not-found", $"The tie-out has no remedy for \"{lineId}\" any more.");
        JsonObject mended = studies.Format.Write(remedy.Apply(workings.Division.Study));
        return Save(document, revision, study => StudyEdits.Replace(study, mended), remedy.Text, width, height);
    }

    private static Remark? RemarkOf(WorkingsResult workings, string id, double width, double height)
    {
        Figure? figure =
            id == NoRoom.Id
                ? FigureDrawer.Draw(workings, StudyPictures.Side(width), StudyPictures.Side(height), TextMeasurer.Shared)
                : null;
        return StudyViews.RemarksOf(workings, figure).FirstOrDefault(remark => remark.Id == id);
    }

    /// <summary>Takes another shape of a form. What carries over is kept; going back restores what the other form had.</summary>
    public StudyView Shape(string id, long revision, string kind, string shapeId, double width, double height)
    {
        StudyDocument document = studies.Find(id);
        FormShape shape = forms.Forms.FirstOrDefault(form => form.Kind == kind)?.Shapes.FirstOrDefault(shape => shape.Id == shapeId)
            ?? throw new AppException("not-found", $"There is no form \"{kind}\" with a shape \"{shapeId}\".");
        var memory = (JsonObject)document.Content.Forms.DeepClone();
        var json = (JsonObject)document.Json.DeepClone();
        string now = (string)json["form"]!["kind"]!;
        if (now != kind)
        {
            memory[now] = json["form"]!.DeepClone();
            json["form"] = memory[kind]?.DeepClone() ?? new JsonObject { ["kind"] = kind };
        }
        Study shaped = shape.Apply(studies.Format.Read(json.ToJsonString()));
        JsonObject changed = studies.Format.Write(shaped.Form.Form.Fitted(rows.Load(document.TableId).Table, shaped));
        return Save(document, revision, study => StudyEdits.Replace(study, changed), $"drawn as {shape.Name}", width, height, memory);
    }

    /// <summary>Lets parts and groups change places; filter, colours and what is counted stay.</summary>
    /// <exception cref="AppException">The study has no groups.</exception>
    public StudyView Swap(string id, long revision, double width, double height) =>
        Save(studies.Find(id), revision, StudyEdits.Swap, "parts and groups changed places", width, height);

    /// <summary>Leaves parts or groups out of the study, or all others.</summary>
    /// <exception cref="AppException">They can't be left out, or nothing would be left.</exception>
    public StudyView Narrow(string id, long revision, NarrowedLabels narrowed, double width, double height) =>
        Save(studies.Find(id), revision, study => StudyEdits.Narrow(study, narrowed), narrowed.Words, width, height);

    /// <summary>Tries an amount instead of the one that was counted: "5,000", "×1.2" or "25 %" of what its group then adds up to.</summary>
    /// <exception cref="AppException">The row has no amount of its own, or what was typed is none of these.</exception>
    public StudyView Try(string id, long revision, int row, string text, double width, double height)
    {
        StudyDocument document = studies.Find(id);
        WorkingsResult workings = computing.Compute(document);
        using IDisposable style = document.Study.Finish.Numbers.Use();
        JsonObject trial = StudyEdits.TrialOf(workings, row, text);
        return Save(document, revision, study => StudyEdits.Try(study, trial), $"tried {trial["part"]}", width, height);
    }

    /// <summary>The same without saving it.</summary>
    public StudyView TryAhead(string id, int row, string text, double width, double height, CancellationToken cancel = default)
    {
        StudyDocument document = studies.Find(id);
        WorkingsResult workings = computing.Compute(document, cancel);
        using IDisposable style = document.Study.Finish.Numbers.Use();
        JsonObject trial = StudyEdits.TrialOf(workings, row, text);
        return Ahead(document, study => StudyEdits.Try(study, trial), width, height, cancel);
    }

    /// <summary>Moves a part, or a group, to the place of another: from then on their order is the one that is listed.</summary>
    /// <exception cref="AppException">There is no such label, or there are too many for an order by hand.</exception>
    public StudyView Move(string id, long revision, LabelMove move, double width, double height)
    {
        StudyDocument document = studies.Find(id);
        return Save(document, revision, StudyEdits.Move(computing.Compute(document).Division, move), $"{move.Label} moved", width, height);
    }

    public StudyView Undo(string id, long revision, double width, double height) => views.Of(studies.Undo(id, revision), width, height);

    public StudyView Redo(string id, long revision, double width, double height) => views.Of(studies.Redo(id, revision), width, height);

    /// <summary>Takes a study away; it can be brought back.</summary>
    public void Remove(string id)
    {
        StoredDocument stored = studies.Stored(id);
        studies.Remove(id, StudyViews.GivenTitle(stored) is { Length: > 0 } title ? title : views.SummaryOf(stored, 220, 140).Title);
    }

    private StudyView Save(
        StudyDocument document,
        long revision,
        Action<JsonObject> change,
        string note,
        double width,
        double height,
        JsonObject? memory = null
    )
    {
        var json = (JsonObject)document.Json.DeepClone();
        change(json);
        // Read and computed first, so that nothing is saved that can't be.
        Study study = studies.Format.Read(json.ToJsonString());
        computing.Compute(document.TableId, study);
        JsonObject tidy = studies.Format.Write(study);
        if (document.Stored.Revision == revision && JsonNode.DeepEquals(tidy, document.Json))
        {
            return views.Of(document.With(tidy, study), width, height);
        }
        var content = new StudyContent(tidy, memory ?? document.Content.Forms);
        IReadOnlyDictionary<string, string?> colours = SharedColours.Changes(document.Json, tidy);
        StoredDocument saved = changes.Write(() =>
            new Change(note).Revise(studies.Next(document, revision, content)).Revise(ColourChanges(document, colours))
        )[0];
        return views.Of(studies.Read(saved), width, height);
    }

    /// <summary>
    /// What one study's change did to its colours, as part of the same change in the table's other studies: a part has one colour in all.
    /// </summary>
    private IEnumerable<NewRevision> ColourChanges(StudyDocument changed, IReadOnlyDictionary<string, string?> colours)
    {
        if (colours.Count == 0)
        {
            yield break;
        }
        foreach (StudyDocument other in studies.Of(changed.TableId).Where(other => other.Id != changed.Id))
        {
            var study = (JsonObject)other.Json.DeepClone();
            if (SharedColours.Apply(study, colours))
            {
                yield return studies.Next(
                    other,
                    other.Stored.Revision,
                    other.Content with
                    {
                        Study = study,
                    },
                    $"colours as in {views.TitleOf(changed)}"
                );
            }
        }
    }

    // ---- What other changes do to studies ----

    /// <summary>
    /// After fresh rows: where a study's column lost labels, its labels of before and now are expected, so that none vanishes unseen.
    /// </summary>
    internal IEnumerable<NewRevision> Expecting(string tableId, Table before, Table after)
    {
        foreach (StudyDocument document in studies.Of(tableId))
        {
            var study = (JsonObject)document.Json.DeepClone();
            bool changed = false;
            foreach (string axis in (string[])["parts", "groups"])
            {
                if (
                    study[axis] is JsonObject named
                    && named["bands"] is null
                    && (string?)named["column"] is { } column
                    && before.Find(column) is { } old
                    && after.Find(column) is { } now
                    && old.Labels.Labels.Count <= 200
                    && old.Labels.Labels.Except(now.Labels.Labels).Any()
                )
                {
                    named["expected"] = new JsonArray([
                        .. old.Labels.Labels.Union(now.Labels.Labels).Select(label => JsonValue.Create(label)),
                    ]);
                    changed = true;
                }
            }
            if (changed)
            {
                yield return studies.Next(
                    document,
                    document.Stored.Revision,
                    document.Content with
                    {
                        Study = study,
                    },
                    "labels that are absent now kept"
                );
            }
        }
    }

    /// <summary>A study of a table that comes in the same change.</summary>
    /// <param name="coming">By name, the ids of all tables that come in it; a study may read a second one.</param>
    /// <exception cref="StudyException">It is not a study.</exception>
    internal NewDocument New(string tableId, TableDocument table, string json, IReadOnlyDictionary<string, string> coming) =>
        studies.New(tableId, table, new StudyContent(studies.Format.Write(studies.Format.Read(json)), []), coming);
}
