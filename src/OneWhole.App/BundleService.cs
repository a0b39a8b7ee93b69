using System.Collections.Concurrent;
using System.Collections.Immutable;
using OneWhole.Core.Briefings;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Formats.Bundles;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App;

/// <summary>What is in a bundle, before anything of it is taken.</summary>
/// <param name="Id">By which it is taken.</param>
/// <param name="Tables">Names of its tables.</param>
/// <param name="Studies">Titles of its studies.</param>
/// <param name="Page">The title of its page; null for studies alone.</param>
public sealed record BundleLook(string Id, string Title, IReadOnlyList<string> Tables, IReadOnlyList<string> Studies, string? Page);

/// <summary>What was taken: the page, or the first study.</summary>
public sealed record BundleTaken(string? Briefing, string Study);

/// <summary>Studies and pages with their tables as one file; opened, it is added beside what is there.</summary>
public sealed class BundleService(DocumentStore documents, TableService tables, StudyService studies, BriefingService briefings)
{
    private const int MostWaiting = 8;

    private readonly ConcurrentDictionary<string, Bundle> _waiting = new();
    private readonly ConcurrentQueue<string> _order = new();

    /// <summary>A study with its tables.</summary>
    public LeavingFile OfStudy(string id) => Leaving(Of([id], null));

    /// <summary>A page with its studies and their tables.</summary>
    public LeavingFile OfBriefing(string id)
    {
        Briefing page = briefings.Document(id);
        return Leaving(Of([.. page.Blocks.Where(block => block.Kind == BlockKind.Study && documents.Find(block.Study) is not null).Select(block => block.Study).Distinct()], page));
    }

    private static LeavingFile Leaving(Bundle bundle) => new($"{Bundle.FileName(bundle.Title)}.bundle.zip", "application/zip", bundle.Write);

    private Bundle Of(IReadOnlyList<string> studyIds, Briefing? page)
    {
        if (studyIds.Count == 0)
        {
            throw new AppException("nothing-to-hand-over", "There is no study on the page: put one on it first.");
        }
        var names = new Dictionary<string, string>();
        var studyNames = new Dictionary<string, string>();
        // Among all resources of a package a name is there once.
        string Distinct(string name) => DistinctName(Bundle.FileName(name), [.. names.Values, .. studyNames.Values, "briefing"]);
        var bundled = new List<BundledTable>();
        string TableName(string tableId)
        {
            if (!names.TryGetValue(tableId, out string? name))
            {
                Table table = tables.Load(tableId).Table;
                name = names[tableId] = Distinct(table.Name);
                bundled.Add(BundledTable.Of(name, table));
            }
            return name;
        }
        var list = new List<BundledStudy>();
        foreach (string id in studyIds)
        {
            StudyService.BriefedStudy study = studies.OnBriefing(id, [], ImmutableDictionary<string, string>.Empty);
            // A study against another table takes that with it, by its name.
            if (study.Handed.Study.Form.Form.SecondTable(study.Handed.Study) is { } second && tables.List().FirstOrDefault(table => table.Name == second) is { } other)
            {
                TableName(other.Id);
            }
            string name = studyNames[id] = Distinct(study.Handed.Title);
            list.Add(new BundledStudy(name, TableName(study.Document.Parent!), study.Handed.Study));
        }
        string title = page?.Title ?? studies.OnBriefing(studyIds[0], [], ImmutableDictionary<string, string>.Empty).Handed.Title;
        Briefing? named = page is null ? null : page with { Blocks = [.. page.Blocks.Where(block => block.Kind == BlockKind.Text || studyNames.ContainsKey(block.Study)).Select(block => block.Kind == BlockKind.Text ? block : block with { Study = studyNames[block.Study] })] };
        return new Bundle(title, bundled, list, named);
    }

    private static string DistinctName(string name, string[] taken)
    {
        string distinct = name;
        for (int number = 2; taken.Contains(distinct); number++)
        {
            distinct = $"{name}-{number}";
        }
        return distinct;
    }

    // ---- Opening ----

    /// <summary>Looks into a bundle; nothing is added yet.</summary>
    /// <exception cref="StudyException">It can't be opened.</exception>
    public BundleLook Look(Stream stream)
    {
        Bundle bundle = Bundle.Read(stream);
        string id = Guid.NewGuid().ToString("n");
        _waiting[id] = bundle;
        _order.Enqueue(id);
        while (_waiting.Count > MostWaiting && _order.TryDequeue(out string? oldest))
        {
            if (_waiting.TryRemove(oldest, out Bundle? dropped))
            {
                dropped.Dispose();
            }
        }
        return new BundleLook(id, bundle.Title, [.. bundle.Tables.Select(table => table.Title)], [.. bundle.Studies.Select(study => study.Study.Title.Length > 0 ? study.Study.Title : study.Name)], bundle.Page?.Title);
    }

    /// <summary>Adds what is in it beside what is there; where a part of it can't be, all of it is taken out again.</summary>
    /// <exception cref="AppException">It was not looked into, or a table can't be read.</exception>
    public BundleTaken Take(string id)
    {
        if (!_waiting.TryRemove(id, out Bundle? bundle))
        {
            throw new AppException("not-found", "The bundle is not at hand any more: open it again.");
        }
        using Bundle opened = bundle;
        var added = new List<string>();
        try
        {
            var tableIds = new Dictionary<string, string>();
            foreach (BundledTable table in bundle.Tables)
            {
                using FileStream rows = table.ToFile();
                added.Add(tableIds[table.Name] = tables.Import(rows, $"{table.Name}.csv", table.Read, named: table.Title).Id);
            }
            Dictionary<string, string> studyIds = bundle.Studies.ToDictionary(study => study.Name, study => studies.Add(tableIds[study.Table], StudyFormat.Standard.WriteText(study.Study)));
            string? page = bundle.Page is not { } found ? null
                : briefings.Add(found with { Blocks = [.. found.Blocks.Select(block => block.Kind == BlockKind.Text ? block : block with { Study = studyIds[block.Study] })] });
            return new BundleTaken(page, studyIds.Values.First());
        }
        catch (Exception fault) when (fault is ReadException or StudyException or AppException)
        {
            foreach (string table in added)
            {
                tables.Remove(table);
            }
            throw new AppException("not-a-bundle", $"The bundle can't be opened: {fault.Message} Nothing was changed.");
        }
    }
}
