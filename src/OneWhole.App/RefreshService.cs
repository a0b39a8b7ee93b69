using System.Collections.Concurrent;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Store;

namespace OneWhole.App;

/// <summary>What changed of a column's labels.</summary>
public sealed record LabelChange(string Column, IReadOnlyList<string> Added, IReadOnlyList<string> Absent);

/// <summary>How a study's whole moved.</summary>
/// <param name="Problem">Why the study does not fit the fresh rows, or null.</param>
public sealed record StudyChange(string Id, string Title, string? Before, string? After, string? Problem);

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

    /// <summary>The first preparing step that does not fit the fresh rows.</summary>
    public string? Problem { get; init; }
}

/// <summary>Gives tables fresh rows: read and prepared alike, summed up, and taken only then. Studies go on working.</summary>
public sealed class RefreshService(TableService tables, StudyService studies)
{
    private const int MostLabels = 2000;

    private readonly ConcurrentDictionary<string, FreshRows> _waiting = new();

    /// <summary>Reads fresh rows and says what they would change.</summary>
    public RefreshSummary Look(string tableId, Stream stream, string fileName, SourceLink? from = null)
    {
        string id = Guid.NewGuid().ToString("n");
        return Wait(id, tables.ReadFresh(tableId, stream, fileName, from));
    }

    /// <summary>Calls a column of fresh rows as it was before, now and at every later refresh, and says what they would change then.</summary>
    public RefreshSummary CallAsBefore(string id, RenamedColumn column)
    {
        FreshRows fresh = _waiting.TryGetValue(id, out FreshRows? found) ? found : throw NoLonger();
        return fresh.Renamed.Contains(column)
            ? Wait(id, tables.CallAsBefore(fresh, column))
            : throw new AppException("wrong-column", $"\"{column.From}\" is not waiting to be found under the heading \"{column.To}\".");
    }

    private RefreshSummary Wait(string id, FreshRows fresh)
    {
        _waiting[id] = fresh;
        Table before = fresh.Before, after = fresh.After;
        return new RefreshSummary(id, fresh.Document.Source, before.RowCount, after.RowCount)
        {
            Renamed = fresh.Renamed,
            NewColumns = [.. after.Columns.Where(column => before.Find(column.Name) is null).Select(column => column.Name)],
            GoneColumns = [.. before.Columns.Where(column => after.Find(column.Name) is null).Select(column => column.Name)],
            Labels = [.. before.Columns.Where(column => column.Info.Type == ColumnType.Category).Select(column => Compare(column, after.Find(column.Name))).OfType<LabelChange>()],
            Studies = studies.Against(fresh.Id, after),
            Typed = tables.Document(fresh.Id).Typed,
            Problem = fresh.Document.Reports.FirstOrDefault(report => report.Problem is not null) is { } failed ? $"{failed.Words}: {failed.Problem}" : null,
        };
    }

    private static LabelChange? Compare(Column before, Column? after)
    {
        if (after is null || before.Labels.Labels.Count > MostLabels || after.Labels.Labels.Count > MostLabels)
        {
            return null;
        }
        string[] added = [.. after.Labels.Labels.Except(before.Labels.Labels)], absent = [.. before.Labels.Labels.Except(after.Labels.Labels)];
        return added.Length + absent.Length == 0 ? null : new LabelChange(before.Name, added, absent);
    }

    /// <summary>Takes the fresh rows. In each study labels that are absent now stay listed, as expected ones, until they are dismissed.</summary>
    public TableView Take(string id)
    {
        FreshRows fresh = Find(id);
        return TakeAll([fresh])[0];
    }

    /// <summary>Takes the fresh rows of several tables with another change, or none of it.</summary>
    internal IReadOnlyList<TableView> TakeAll(IReadOnlyList<FreshRows> fresh, params DocumentChange[] others)
    {
        IReadOnlyList<TableView> views = tables.Take(fresh, others);
        foreach (FreshRows rows in fresh)
        {
            studies.Expect(rows.Id, rows.Before, rows.After);
        }
        return views;
    }

    public void Leave(string id) => tables.Leave(Find(id));

    private FreshRows Find(string id) => _waiting.TryRemove(id, out FreshRows? fresh) ? fresh : throw NoLonger();

    private static AppException NoLonger() => new("not-found", "These fresh rows were taken or left already; bring them in again.");
}
