using OneWhole.App.Briefings;
using OneWhole.App.Changing;
using OneWhole.App.Sources;
using OneWhole.App.Studies;
using OneWhole.App.Tables;
using OneWhole.Core.Briefings;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.Importing;

/// <summary>Loads the demo's tables, studies and pages, once, in one change.</summary>
public sealed class DemoService(
    DocumentStore documents,
    Changes changes,
    TableDocuments tables,
    TableImport imports,
    StudyService studies,
    BriefingDocuments briefings,
    string? folder
)
{
    private const string Kind = "demo";

    private readonly Lock _loading = new();

    public bool IsAvailable => folder is not null && Directory.Exists(folder);

    /// <summary>Loads the demo where that was never done; a second call changes nothing.</summary>
    public void LoadOnce()
    {
        lock (_loading)
        {
            if (IsAvailable && documents.List(Kind).Count == 0)
            {
                Load();
            }
        }
    }

    private static string[] Files(string folder, string pattern) =>
        Directory.Exists(folder) ? [.. Directory.GetFiles(folder, pattern).Order(StringComparer.Ordinal)] : [];

    private void Load()
    {
        var change = new Change("loaded");
        try
        {
            var coming = new Dictionary<string, (string Id, TableDocument Document)>(StringComparer.Ordinal);
            foreach (string path in Files(folder!, "*.csv"))
            {
                using var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read);
                string name = Path.GetFileNameWithoutExtension(path);
                ReadTable read = imports.ReadIn(stream, Path.GetFileName(path), tables.FreeName(name), ReadSettings.Found);
                (change, string id) = read.AddTo(change);
                coming[name] = (id, read.Document);
            }
            // A study's file is named for its table: "delays.minutes-by-cause.study.json".
            var studyIds = new Dictionary<string, NewDocument>(StringComparer.Ordinal);
            foreach (string path in Files(Path.Combine(folder!, "studies"), "*.study.json"))
            {
                string name = Path.GetFileName(path);
                if (coming.TryGetValue(name.Split('.')[0], out (string Id, TableDocument Document) table))
                {
                    NewDocument study = studies.New(
                        table.Id,
                        table.Document,
                        File.ReadAllText(path),
                        coming.ToDictionary(pair => pair.Key, pair => pair.Value.Id)
                    );
                    studyIds[name[..^".study.json".Length]] = study;
                    change = change.Create(study);
                }
            }
            foreach (string path in Files(Path.Combine(folder!, "briefings"), "*.briefing.json"))
            {
                Briefing page = Briefing.Read(File.ReadAllText(path));
                change = change.Create(
                    briefings.New(
                        page with
                        {
                            Blocks =
                            [
                                .. page.Blocks.Select(block =>
                                    studyIds.TryGetValue(block.Study, out NewDocument? study) ? block with { Study = study.Id } : block
                                ),
                            ],
                        },
                        studyIds.Values.ToDictionary(study => study.Id, study => study.Parent!),
                        coming.Values.ToDictionary(table => table.Id, table => table.Document)
                    )
                );
            }
            foreach (
                (string name, string place) in (ReadOnlySpan<(string, string)>)
                    [("Kiosk sales, monthly", "feed"), ("Company database", "company.sqlite"), ("Archive of crossings", "archive")]
            )
            {
                string path = Path.GetFullPath(Path.Combine(folder!, place));
                if (Path.Exists(path))
                {
                    change = change.Create(SourceService.New(name, path));
                }
            }
            changes.Write(change.Create(new NewDocument(DocumentStore.NewId(), Kind, null, "{}")));
        }
        catch
        {
            imports.Leave(change.Publishes);
            throw;
        }
    }
}
