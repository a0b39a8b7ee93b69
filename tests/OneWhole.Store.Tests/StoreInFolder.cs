using Microsoft.Data.Sqlite;
using OneWhole.Core.Tables;

namespace OneWhole.Store.Tests;

/// <summary>A store in a folder of its own.</summary>
public abstract class StoreInFolder : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;

    protected StoreInFolder()
    {
        Database = new Database(Path.Combine(_folder, "store.db"));
        Database.Prepare();
        Documents = new DocumentStore(Database);
        Cells = new CellStore(Database);
    }

    private protected Database Database { get; }

    private protected DocumentStore Documents { get; }

    private protected CellStore Cells { get; }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, true);
        GC.SuppressFinalize(this);
    }

    private protected static Column Column(string name, params string[] cells)
    {
        var builder = new ColumnBuilder(NumberReading.Point, name != "Cause");
        Array.ForEach(cells, cell => builder.Add(cell));
        return builder.Build(name);
    }
}
