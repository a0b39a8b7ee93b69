using System.Collections.Immutable;

namespace OneWhole.Store;

/// <summary>A document that a change makes.</summary>
/// <param name="Id">From <see cref="DocumentStore.NewId"/>, so that documents of one change can refer to one another.</param>
/// <param name="Kind">"table", "study", "briefing", "source".</param>
/// <param name="Parent">A study's table.</param>
/// <param name="Body">JSON.</param>
public sealed record NewDocument(string Id, string Kind, string? Parent, string Body);

/// <summary>One document's next revision.</summary>
/// <param name="Revision">The one that the change was made on.</param>
/// <param name="Body">JSON.</param>
/// <param name="Note">What it was for this document, in words; null for the change's own note.</param>
public sealed record NewRevision(string Id, long Revision, string Body, string? Note = null);

/// <summary>
/// What is done at once: documents that come, documents that move on, imports that last from now on. It is written in one
/// transaction or not at all, and it is undone and redone together, in whichever of its documents one stands.
/// </summary>
/// <param name="Note">What it was, in words.</param>
public sealed record Change(string Note)
{
    public ImmutableArray<NewDocument> Creates { get; init; } = [];

    public ImmutableArray<NewRevision> Revises { get; init; } = [];

    /// <summary>Imports that were written unseen, and are part of it.</summary>
    public ImmutableArray<string> Publishes { get; init; } = [];

    public Change Create(NewDocument document) => this with { Creates = Creates.Add(document) };

    public Change Revise(NewRevision revision) => this with { Revises = Revises.Add(revision) };

    public Change Revise(IEnumerable<NewRevision> revisions) => this with { Revises = Revises.AddRange(revisions) };

    public Change Publish(params ReadOnlySpan<string> imports) => this with { Publishes = Publishes.AddRange(imports) };
}
