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
        var database = new Database(Path.Combine(Folder, "app.db"));
        database.Prepare();
        Documents = new DocumentStore(database);
        Tables = new TableService(Documents, new CellStore(database), new TableCache(1 << 26));
        Studies = new StudyService(Documents, Tables, FormList.Standard);
        Refreshing = new RefreshService(Tables, Studies);
        Jobs = new ImportJobs(Tables);
        Sources = new SourceService(Documents, Tables, Refreshing, Jobs, 1 << 20);
    }

    protected string Folder { get; }

    protected DocumentStore Documents { get; }

    protected TableService Tables { get; }

    protected StudyService Studies { get; }

    protected RefreshService Refreshing { get; }

    protected ImportJobs Jobs { get; }

    protected SourceService Sources { get; }

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, true);
        GC.SuppressFinalize(this);
    }

    protected TableView BringIn(string csv, string name = "delays.csv") => Tables.Import(new MemoryStream(Encoding.UTF8.GetBytes(csv)), name, ReadSettings.Found);

    protected StudyView Start(string tableId) => Studies.Start(tableId, 700, 460);

    /// <summary>A column of a study's workings, its cells with spaces between.</summary>
    protected static string Column(StudyView view, string key)
    {
        int at = view.Workings!.Columns.ToList().FindIndex(column => column.Key == key);
        return string.Join(' ', view.Workings.Rows.Select(row => row.Cells[at]));
    }

    protected static string Sentence(StudyView view) => string.Concat(view.Statement.Select(phrase => phrase.Text));

    /// <summary>Waits for an import; it must end.</summary>
    protected TableView Finished(ImportStatus status)
    {
        for (int tries = 0; status.State == "running" && tries < 1000; tries++)
        {
            Thread.Sleep(5);
            status = Jobs.Status(status.Id);
        }
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
