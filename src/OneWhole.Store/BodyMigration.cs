namespace OneWhole.Store;

/// <summary>A revision as a migration sees it.</summary>
/// <param name="Created">When it was made, ISO 8601 in UTC: texts in the order of time.</param>
public sealed record StoredRevision(string Document, string Kind, string? Parent, long Number, string Body, string Created);

/// <summary>A migration of what revisions hold, which only who writes them can do.</summary>
/// <param name="Number">Its place among the numbered migrations.</param>
/// <param name="Rewrite">From all revisions, the oldest first, to those that are to be stored otherwise.</param>
public sealed record BodyMigration(int Number, Func<IReadOnlyList<StoredRevision>, IEnumerable<StoredRevision>> Rewrite);
