using Microsoft.Data.Sqlite;

namespace OneWhole.Store.Tests;

/// <summary>A copy while the database is in use: whole, consistent, and never in the place of an earlier one.</summary>
public sealed class BackUpTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-backup-").FullName;
    private readonly Database _database;
    private readonly DocumentStore _documents;

    public BackUpTests()
    {
        _database = new Database(Path.Combine(_folder, "data.db"));
        _database.Prepare();
        _documents = new DocumentStore(_database);
    }

    public void Dispose()
    {
        _database.Close();
        Directory.Delete(_folder, true);
    }

    private string Copy => Path.Combine(_folder, "copy.db");

    private static long Count(string path, string what)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=false;Mode=ReadOnly");
        connection.Open();
        using SqliteCommand command = connection.CreateCommand();
        command.CommandText = what;
        return (long)command.ExecuteScalar()!;
    }

    [Fact]
    public void A_copy_has_every_document_and_can_be_opened_as_a_database()
    {
        string id = _documents.Create("study", null, """{"a":1}""", "made").Id;
        _documents.Revise(id, 1, """{"a":2}""", "changed");
        _database.BackUp(Copy);
        var copied = new Database(Copy);
        copied.Prepare();
        Assert.Equal(_documents.Find(id)!.Body, new DocumentStore(copied).Find(id)!.Body);
        Assert.Equal(2, Count(Copy, "SELECT count(*) FROM revision"));
        copied.Close();
    }

    [Fact]
    public void What_is_saved_afterwards_is_not_in_it()
    {
        _documents.Create("study", null, """{"a":1}""", "made");
        _database.BackUp(Copy);
        _documents.Create("study", null, """{"b":1}""", "made");
        Assert.Equal((1, 2), (Count(Copy, "SELECT count(*) FROM document"), Count(_database.Path, "SELECT count(*) FROM document")));
    }

    /// <summary>Each document is made with its first revision in one transaction: no copy has one without the other.</summary>
    [Fact]
    public async Task Copies_made_while_others_write_are_whole()
    {
        using var stop = new CancellationTokenSource();
        Task[] writers =
        [
            .. Enumerable
                .Range(0, 3)
                .Select(_ =>
                    Task.Run(() =>
                    {
                        while (!stop.IsCancellationRequested)
                        {
                            _documents.Create("study", null, $$"""{"text":"{{new string('x', 500)}}"}""", "made");
                        }
                    })
                ),
        ];
        for (int at = 0; at < 5; at++)
        {
            string copy = Path.Combine(_folder, $"copy-{at}.db");
            _database.BackUp(copy);
            using (var connection = new SqliteConnection($"Data Source={copy};Pooling=false;Mode=ReadOnly"))
            {
                connection.Open();
                using SqliteCommand command = connection.CreateCommand();
                command.CommandText = "PRAGMA integrity_check";
                Assert.Equal("ok", command.ExecuteScalar());
            }
            Assert.Equal(Count(copy, "SELECT count(*) FROM document"), Count(copy, "SELECT count(DISTINCT document) FROM revision"));
        }
        await stop.CancelAsync();
        await Task.WhenAll(writers);
    }

    [Fact]
    public void An_earlier_copy_is_never_written_over()
    {
        File.WriteAllText(Copy, "an earlier copy");
        StoreException fault = Assert.Throws<StoreException>(() => _database.BackUp(Copy));
        Assert.Contains("is there already: name another file", fault.Message, StringComparison.Ordinal);
        Assert.Equal("an earlier copy", File.ReadAllText(Copy));
    }

    [Fact]
    public void A_database_that_is_not_there_is_named_and_not_made()
    {
        string nowhere = Path.Combine(_folder, "nowhere.db");
        StoreException fault = Assert.Throws<StoreException>(() => new Database(nowhere).BackUp(Copy));
        Assert.Contains($"{nowhere} is not there: name the database with --data.", fault.Message, StringComparison.Ordinal);
        Assert.Empty(Directory.GetFiles(_folder, "nowhere*"));
        Assert.False(File.Exists(Copy));
    }

    [Fact]
    public void A_place_that_can_t_be_written_is_told_and_nothing_is_left()
    {
        string to = Path.Combine(_folder, "no such folder", "copy.db");
        StoreException fault = Assert.Throws<StoreException>(() => _database.BackUp(to));
        Assert.Contains("its folder must be there", fault.Message, StringComparison.Ordinal);
        Assert.Empty(Directory.GetFiles(_folder, "*.part", SearchOption.AllDirectories));
    }

    [Fact]
    public void Only_its_owner_reads_the_copy()
    {
        if (OperatingSystem.IsWindows())
        {
            return;
        }
        _database.BackUp(Copy);
        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(Copy));
    }
}
