using Microsoft.Data.Sqlite;

namespace OneWhole.Store.Tests;

/// <summary>A data file that can't be used is told in one sentence that names it, and nothing is done to it.</summary>
public sealed class OpeningTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;

    private string File => Path.Combine(_folder, "data.db");

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, true);
    }

    private void Run(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={File}");
        connection.Open();
        using SqliteCommand command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private StoreException Refused() => Assert.Throws<StoreException>(() => new Database(File).Prepare());

    [Fact]
    public void Written_by_a_newer_version_it_is_not_opened()
    {
        new Database(File).Prepare();
        Run("PRAGMA user_version = 999");
        StoreException refused = Refused();
        Assert.Contains(File, refused.Message, StringComparison.Ordinal);
        Assert.Contains("newer", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void No_database_or_one_that_is_cut_off_is_told_as_such()
    {
        System.IO.File.WriteAllText(File, new string('x', 5000));
        Assert.Contains("is no database", Refused().Message, StringComparison.Ordinal);
        System.IO.File.Delete(File);

        new Database(File).Prepare();
        new CellStore(new Database(File)).Write([
            new Core.Tables.Column(
                new Core.Tables.ColumnInfo("a", Core.Tables.ColumnType.Category),
                new Core.Tables.LabelCells(["x"], Core.Tables.Codes.From(new int[100_000], 100_000, 1))
            ),
        ]);
        SqliteConnection.ClearAllPools();
        Run("PRAGMA wal_checkpoint(TRUNCATE)");
        SqliteConnection.ClearAllPools();
        using (FileStream whole = System.IO.File.OpenWrite(File))
        {
            whole.SetLength(whole.Length / 2);
        }
        Assert.Contains("cut off", Refused().Message, StringComparison.Ordinal);
    }

    [Fact]
    public void It_is_copied_before_it_is_migrated()
    {
        new Database(File).Prepare();
        string id = new DocumentStore(new Database(File)).Create("study", null, "before", "").Id;
        new Database(File).Prepare(new BodyMigration(4000, revisions => revisions.Select(revision => revision with { Body = "after" })));
        Assert.Equal("after", new DocumentStore(new Database(File)).Find(id)!.Body);
        string copy = Assert.Single(Directory.GetFiles(_folder, "data.db.version-*"));
        Assert.Equal("before", new DocumentStore(new Database(copy)).Find(id)!.Body);
    }

    [Fact]
    public void One_process_at_a_time_has_it()
    {
        using (DataLock.Take(File))
        {
            StoreException refused = Assert.Throws<StoreException>(() => DataLock.Take(File));
            Assert.Contains("in use", refused.Message, StringComparison.Ordinal);
            // Whoever only copies it is not kept out.
            new Database(File).Prepare();
        }
        DataLock.Take(File).Dispose();
    }

    [Fact]
    public void Only_its_owner_reads_it()
    {
        new Database(File).Prepare();
        if (!OperatingSystem.IsWindows())
        {
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, System.IO.File.GetUnixFileMode(File));
        }
    }
}
