using OneWhole.Core.Briefings;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App;

/// <summary>Loads the demo's tables, studies and pages, once.</summary>
public sealed class DemoService(DocumentStore documents, TableService tables, StudyService studies, SourceService sources, BriefingService briefings, string? folder)
{
    private const string Kind = "demo";

    public bool IsAvailable => folder is not null && Directory.Exists(folder);

    /// <summary>Loads the demo where that was never done; a second call changes nothing.</summary>
    public void LoadOnce()
    {
        if (!IsAvailable || documents.List(Kind).Count > 0)
        {
            return;
        }
        var ids = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (string path in Directory.GetFiles(folder!, "*.csv").Order(StringComparer.Ordinal))
        {
            using var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read);
            ids[Path.GetFileNameWithoutExtension(path)] = tables.Import(stream, Path.GetFileName(path), ReadSettings.Found).Id;
        }
        // A study's file is named for its table: "delays.minutes-by-cause.study.json".
        var studyIds = new Dictionary<string, string>(StringComparer.Ordinal);
        string studyFolder = Path.Combine(folder!, "studies");
        foreach (string path in Directory.Exists(studyFolder) ? Directory.GetFiles(studyFolder, "*.study.json").Order(StringComparer.Ordinal).ToArray() : [])
        {
            string name = Path.GetFileName(path);
            if (ids.TryGetValue(name.Split('.')[0], out string? table))
            {
                studyIds[name[..^".study.json".Length]] = studies.Add(table, File.ReadAllText(path));
            }
        }
        string pageFolder = Path.Combine(folder!, "briefings");
        foreach (string path in Directory.Exists(pageFolder) ? Directory.GetFiles(pageFolder, "*.briefing.json").Order(StringComparer.Ordinal).ToArray() : [])
        {
            Briefing page = Briefing.Read(File.ReadAllText(path));
            briefings.Add(page with { Blocks = [.. page.Blocks.Select(block => studyIds.TryGetValue(block.Study, out string? id) ? block with { Study = id } : block)] });
        }
        foreach ((string name, string place) in (ReadOnlySpan<(string, string)>)[("Kiosk sales, monthly", "feed"), ("Company database", "company.sqlite")])
        {
            string path = Path.GetFullPath(Path.Combine(folder!, place));
            if (Path.Exists(path))
            {
                sources.Add(name, path);
            }
        }
        documents.Create(Kind, null, "{}", "loaded");
    }
}
