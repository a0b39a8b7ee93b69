using System.Globalization;
using OneWhole.App.Tables;
using OneWhole.Store;

namespace OneWhole.App.Changing;

/// <summary>What was taken away, and can be brought back for a while.</summary>
/// <param name="Kind">"table", "study", "briefing", "source", "colours".</param>
/// <param name="Name">What it was called on the page.</param>
/// <param name="Studies">How many studies went with it, if it is a table.</param>
/// <param name="Removed">When, ISO 8601.</param>
/// <param name="Until">From when on it is no longer kept, ISO 8601.</param>
public sealed record TakenAwayView(string Id, string Kind, string Name, int Studies, string Removed, string Until);

/// <summary>Lists what was taken away, brings it back, and lets go of it for good.</summary>
public sealed class TakenAway(DocumentStore documents, TableDocuments tables, TimeProvider? clock = null)
{
    /// <summary>So long it is kept.</summary>
    private static readonly TimeSpan Kept = TimeSpan.FromDays(30);

    private readonly TimeProvider _clock = clock ?? TimeProvider.System;

    /// <summary>The latest first.</summary>
    public IReadOnlyList<TakenAwayView> List() =>
        [
            .. documents
                .Removed()
                .Select(gone => new TakenAwayView(
                    gone.Id,
                    gone.Kind,
                    gone.Name,
                    gone.With,
                    gone.Removed,
                    (When(gone) + Kept).UtcDateTime.ToString("O", CultureInfo.InvariantCulture)
                )),
        ];

    /// <summary>Brings one back, with what went with it: a table's studies, a study's table, a table's source.</summary>
    /// <exception cref="AppException">It is not kept.</exception>
    public void BringBack(string id)
    {
        StoredDocument back = documents.BringBack(id) ?? throw Unknown();
        if ((back.Kind == TableDocuments.Kind ? back.Id : back.Parent) is not { } table)
        {
            return;
        }
        // Another table may have taken its name since, and what it is read from may be gone, too.
        TableSummary here = tables.List().First(other => other.Id == table);
        if (tables.List().Any(other => other.Id != table && other.Name == here.Name))
        {
            tables.Rename(table, here.Revision, tables.FreeName(here.Name));
        }
        if (here.SourceId is { } source)
        {
            documents.BringBack(source);
        }
    }

    /// <summary>Deletes one for good, with the rows that nothing else has.</summary>
    /// <exception cref="AppException">It is not kept.</exception>
    public void Forget(string id)
    {
        if (!tables.Forget(id) && !documents.Forget(id))
        {
            throw Unknown();
        }
    }

    /// <summary>Deletes what was taken away too long ago.</summary>
    public void Sweep()
    {
        DateTimeOffset before = _clock.GetUtcNow() - Kept;
        foreach (RemovedDocument gone in documents.Removed().Where(gone => When(gone) < before))
        {
            Forget(gone.Id);
        }
    }

    private static DateTimeOffset When(RemovedDocument gone) =>
        DateTimeOffset.Parse(gone.Removed, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal);

    private static AppException Unknown() =>
        new("not-found", "That is not kept: it was brought back, or let go of for good. Load the page again.");
}
