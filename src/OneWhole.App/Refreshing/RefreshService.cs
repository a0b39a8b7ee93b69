using OneWhole.App.Changing;
using OneWhole.App.Studies;
using OneWhole.App.Tables;
using OneWhole.App.Waiting;
using OneWhole.Core.Forms;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.Refreshing;

/// <summary>What changed of a column's labels.</summary>
public sealed record LabelChange(string Column, IReadOnlyList<string> Added, IReadOnlyList<string> Absent);

/// <summary>How a study's whole moved.</summary>
/// <param name="Problem">Why the study does not fit the fresh rows, or null.</param>
public sealed record StudyChange(string Id, string Title, string? Before, string? After, string? Problem)
{
    /// <summary>What moved, as a bridge from the one to the other says it; null where nothing did, or none can be made.</summary>
    public string? Words { get; init; }
}

/// <summary>What taking fresh rows would change; nothing has changed yet.</summary>
public sealed record RefreshSummary(string Id, string Source, int RowsBefore, int RowsAfter)
{
    public IReadOnlyList<string> NewColumns { get; init; } = [];

    public IReadOnlyList<string> GoneColumns { get; init; } = [];

    /// <summary>Columns that are gone under their name, and are probably new ones under another.</summary>
    public IReadOnlyList<RenamedColumn> Renamed { get; init; } = [];

    public IReadOnlyList<LabelChange> Labels { get; init; } = [];

    public IReadOnlyList<StudyChange> Studies { get; init; } = [];

    /// <summary>How many cells and rows of the table were typed by hand; the fresh rows don't have them.</summary>
    public int Typed { get; init; }

    /// <summary>Totals among the fresh rows, of which there were none before; they are left out until that is answered.</summary>
    public string? Total { get; init; }

    /// <summary>The first preparing step that does not fit the fresh rows.</summary>
    public string? Problem { get; init; }
}

/// <summary>Gives tables fresh rows: read and prepared alike, summed up, and taken only then. Studies go on working.</summary>
public sealed class RefreshService(
    FreshReading reading,
    FormList forms,
    TableRows rows,
    TableDocuments tables,
    StudyDocuments studies,
    StudyService changing,
    StudyComputing computing,
    StudyViews views,
    Changes changes,
    WaitingRoom room
)
{
    private const string Kind = "fresh rows";
    private const string Gone = "These fresh rows were taken or left already; bring them in again.";
    private const int MostLabels = 2000;

    /// <summary>Reads fresh rows and says what they would change.</summary>
    public RefreshSummary Look(
        string tableId,
        Stream stream,
        string fileName,
        SourceLink? from = null,
        CancellationToken cancel = default
    ) => Wait(reading.Read(tableId, stream, fileName, from, cancel));

    /// <summary>Says what rows would change that an engine gave.</summary>
    internal RefreshSummary Look(string tableId, Table table, SourceLink from, CancellationToken cancel = default) =>
        Wait(reading.Read(tableId, table, from, cancel));

    /// <summary>
    /// Calls a column of fresh rows as it was before, now and at every later refresh, and says what they would change then.
    /// </summary>
    public RefreshSummary CallAsBefore(string id, RenamedColumn column)
    {
        FreshRows fresh = Find(id);
        if (!fresh.Renamed.Contains(column))
        {
            throw new AppException("wrong-column", $"\"{column.From}\" is not waiting to be found under the heading \"{column.To}\".");
        }
        FreshRows called = reading.CallAsBefore(fresh, column);
        room.Take<FreshRows>(Kind, id, Gone);
        return Wait(called);
    }

    private RefreshSummary Wait(FreshRows fresh)
    {
        var held = new MemoryCount();
        fresh.After.Measure(held);
        string id = room.Keep(Kind, fresh, () => reading.Leave(fresh), held.Bytes).Id;
        Table before = fresh.Before,
            after = fresh.After;
        return new RefreshSummary(id, fresh.Document.Source, before.RowCount, after.RowCount)
        {
            Renamed = fresh.Renamed,
            NewColumns = [.. after.Columns.Where(column => before.Find(column.Name) is null).Select(column => column.Name)],
            GoneColumns = [.. before.Columns.Where(column => after.Find(column.Name) is null).Select(column => column.Name)],
            Labels =
            [
                .. before
                    .Columns.Where(column => column.Info.Type == ColumnType.Category)
                    .Select(column => Compare(column, after.Find(column.Name)))
                    .OfType<LabelChange>(),
            ],
            Studies = Against(fresh.Id, after),
            Typed = tables.Document(fresh.Id).Typed,
            Total = fresh.Document.Notes.FirstOrDefault(note => note.Code == TotalQuestion.Code)?.Text,
            Problem = fresh.Document.Reports.FirstOrDefault(report => report.Problem is not null) is { } failed
                ? $"{failed.Words}: {failed.Problem}"
                : null,
        };
    }

    /// <summary>How the wholes of a table's studies would move with other rows.</summary>
    internal IReadOnlyList<StudyChange> Against(string tableId, Table after)
    {
        var moved = new List<StudyChange>();
        foreach (StudyDocument document in studies.Of(tableId))
        {
            try
            {
                string? before = Whole(() => computing.Compute(document), out _);
                string? now = Whole(() => Calculator.Run(after, document.Study with { PanelColumn = null }), out string? problem);
                moved.Add(
                    new StudyChange(document.Id, views.TitleOf(document), before, now, problem)
                    {
                        Words = before is null || now is null || before == now ? null : WordsOf(tableId, document.Study, after),
                    }
                );
            }
            catch (StudyException fault)
            {
                moved.Add(new StudyChange(document.Id, "(a study that can't be read)", null, null, fault.Message));
            }
        }
        return moved;
    }

    /// <summary>The sentence under the bridge from the rows that there are to those that would be.</summary>
    private string? WordsOf(string tableId, Study study, Table after)
    {
        const string now = "the rows until now";
        try
        {
            Study? bridge = forms
                .Forms.SelectMany(form => form.WhatChanged(after, study with { Trials = [] }, [now]))
                .FirstOrDefault(offer => offer.FromTable == now)
                ?.Study;
            return bridge is null ? null : bridge.Form.Form.Verdict(Calculator.Run(after, bridge, second: rows.Load(tableId).Table));
        }
        catch (StudyException)
        {
            // Rows that can't be held against one another have their wholes told all the same.
            return null;
        }
    }

    private static string? Whole(Func<WorkingsResult> compute, out string? problem)
    {
        problem = null;
        try
        {
            Division division = compute().Division;
            return $"{division.Text(division.ReadingWhole)} {StudyWords.Of(division).Counted}";
        }
        catch (StudyException fault)
        {
            problem = fault.Message;
            return null;
        }
    }

    private static LabelChange? Compare(Column before, Column? after)
    {
        if (after is null || before.Labels.Labels.Count > MostLabels || after.Labels.Labels.Count > MostLabels)
        {
            return null;
        }
        string[] added = [.. after.Labels.Labels.Except(before.Labels.Labels)],
            absent = [.. before.Labels.Labels.Except(after.Labels.Labels)];
        return added.Length + absent.Length == 0 ? null : new LabelChange(before.Name, added, absent);
    }

    /// <summary>
    /// Takes the fresh rows: the table, and in each study the labels that are absent now stay listed, as expected ones, until they
    /// are dismissed. It is one change. Where it can't be made (the table was changed meanwhile) the rows still wait.
    /// </summary>
    public TableView Take(string id)
    {
        FreshRows fresh = Find(id);
        TableView view = TakeAll([fresh])[0];
        room.Take<FreshRows>(Kind, id, Gone);
        return view;
    }

    /// <summary>Takes the fresh rows of several tables with other revisions, or none of it.</summary>
    internal IReadOnlyList<TableView> TakeAll(IReadOnlyList<FreshRows> fresh, params NewRevision[] others)
    {
        IReadOnlyList<StoredDocument> written = changes.Write(() =>
        {
            var change = new Change(fresh.Count == 1 ? $"refreshed from {fresh[0].Document.Source}" : "moved");
            foreach (FreshRows rows in fresh)
            {
                change = FreshReading.AddTo(change, rows);
            }
            foreach (FreshRows rows in fresh)
            {
                change = change.Revise(changing.Expecting(rows.Id, rows.Before, rows.After));
            }
            return change.Revise(others);
        });
        return [.. fresh.Select((rows, at) => TableDocuments.View(written[at], rows.Document))];
    }

    public void Leave(string id) => room.Stop(Kind, id, Gone);

    private FreshRows Find(string id) => room.Find(Kind, id, Gone).Value as FreshRows ?? throw new AppException("not-found", Gone);
}
