using System.Text;
using OneWhole.Core.Forms;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.Tests;

/// <summary>The application's services over a fresh database in a folder of their own.</summary>
public abstract class AppTest : IDisposable
{
    protected AppTest()
    {
        Folder = Directory.CreateTempSubdirectory("onewhole-app-").FullName;
        Database = new Database(Path.Combine(Folder, "app.db"));
        Database.Prepare(NamesToIds.Migration);
        Documents = new DocumentStore(Database);
        Cells = new CellStore(Database);
        Changes = new Changes(Documents);
        Tables = new TableDocuments(Documents, Cells, Changes, Memory);
        SourceStore = new SourceDocuments(Documents);
        Pool = new EnginePool(Passwords);
        Left = new LeftRows(SourceStore, Pool, Fresh, Memory);
        Rows = new TableRows(Tables, Cells, Memory, Left);
        Importing = new TableImport(Tables, Rows, Cells, Changes);
        Columns = new ColumnChanges(Tables, Rows);
        Steps = new TableSteps(Tables, Rows, Cells, Changes, Columns);
        Typing = new TableTyping(Tables, Rows, Cells);
        TableAnswers = new TableQuestions(Tables, Rows, Left);
        StudyStore = new StudyDocuments(Documents, Changes, Tables, FormList.Standard);
        Computing = new StudyComputing(Rows, Tables, StudyStore, Memory);
        Views = new StudyViews(StudyStore, Computing, Tables, Rows, FormList.Standard);
        Studies = new StudyService(StudyStore, Computing, Views, Tables, Rows, Importing, Changes, FormList.Standard);
        Answers = new StudyQuestions(StudyStore, Computing, Rows, Tables, Views, FormList.Standard);
        Leaving = new StudyHandOver(StudyStore, Computing, Views, Rows);
        Reading = new FreshReading(Tables, Rows, Importing);
        Refreshing = new RefreshService(Reading, FormList.Standard, Rows, Tables, StudyStore, Studies, Computing, Views, Changes, Room);
        Jobs = new ImportJobs(Importing, Room);
        LeftTables = new LeftTables(SourceStore, Pool, Passwords, Left, Tables, Importing, Jobs, Cells);
        Sources = new SourceService(Documents, SourceStore, Tables, Reading, Refreshing, Jobs, LeftTables, 1 << 20);
        Pages = new BriefingDocuments(Documents, Changes, StudyStore, Tables);
        Briefings = new BriefingService(Pages, Leaving, Rows);
        Bundles = new BundleService(Tables, Rows, Importing, StudyStore, Leaving, Studies, Pages, Changes, Room, LeftTables);
    }

    protected string Folder { get; }

    protected SourceDocuments SourceStore { get; }

    protected Passwords Passwords { get; } = new();

    protected EnginePool Pool { get; }

    protected Freshness Fresh { get; } = new();

    protected LeftRows Left { get; }

    protected LeftTables LeftTables { get; }

    protected Database Database { get; }

    protected DocumentStore Documents { get; }

    protected CellStore Cells { get; }

    protected MemoryBudget Memory { get; } = new(1 << 26);

    protected WaitingRoom Room { get; } = new(new WaitingLimits());

    protected Changes Changes { get; }

    protected TableDocuments Tables { get; }

    protected TableRows Rows { get; }

    protected TableImport Importing { get; }

    protected ColumnChanges Columns { get; }

    protected TableSteps Steps { get; }

    protected TableTyping Typing { get; }

    protected TableQuestions TableAnswers { get; }

    protected StudyDocuments StudyStore { get; }

    protected StudyComputing Computing { get; }

    protected StudyViews Views { get; }

    protected StudyService Studies { get; }

    protected StudyQuestions Answers { get; }

    protected StudyHandOver Leaving { get; }

    protected FreshReading Reading { get; }

    protected RefreshService Refreshing { get; }

    protected ImportJobs Jobs { get; }

    protected SourceService Sources { get; }

    protected BriefingDocuments Pages { get; }

    protected BriefingService Briefings { get; }

    protected BundleService Bundles { get; }

    public void Dispose()
    {
        Room.Dispose();
        // Only this test's: others open theirs at the same moment.
        Database.Close();
        Directory.Delete(Folder, true);
        GC.SuppressFinalize(this);
    }

    protected TableView BringIn(string csv, string name = "delays.csv") =>
        Importing.Import(new MemoryStream(Encoding.UTF8.GetBytes(csv)), name, ReadSettings.Found);

    protected StudyView Start(string tableId) => Studies.Start(tableId, 700, 460);

    /// <summary>A column of a study's workings, its cells with spaces between.</summary>
    protected static string Column(StudyView view, string key)
    {
        int at = view.Workings!.Columns.ToList().FindIndex(column => column.Key == key);
        return string.Join(' ', view.Workings.Rows.Select(row => row.Cells[at]));
    }

    protected static string Sentence(StudyView view) => string.Concat(view.Statement.Select(phrase => phrase.Text));

    /// <summary>An import that is not worked on any more.</summary>
    protected ImportStatus Settled(ImportStatus status) =>
        Eventually.Of(() => Jobs.Status(status.Id), seen => seen.State is not ("running" or "queued"));

    /// <summary>Waits for an import; it must end.</summary>
    protected TableView Finished(ImportStatus status)
    {
        status = Settled(status);
        Assert.Equal(("done", null), (status.State, status.Problem));
        return status.Table!;
    }
}

internal static class LeavingFiles
{
    /// <summary>A file as it leaves.</summary>
    public static byte[] Bytes(this LeavingFile file)
    {
        using var bytes = new MemoryStream();
        file.Write(bytes, Formats.Handing.Progress.None);
        return bytes.ToArray();
    }
}
