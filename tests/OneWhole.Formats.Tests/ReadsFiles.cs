using System.Text;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests;

/// <summary>What tests of readers share: a folder that goes with them, files of the repository, and a table in one line.</summary>
public abstract class ReadsFiles : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-formats-").FullName;

    public void Dispose()
    {
        Directory.Delete(_folder, true);
        GC.SuppressFinalize(this);
    }

    internal static string Fixture(string name) =>
        name.EndsWith(".sqlite", StringComparison.Ordinal) ? Repository.At("demo", name) : Repository.At("tests", "fixtures", name);

    protected static ReadResult Bytes(byte[] bytes, string name, ReadSettings? settings = null) =>
        TableFile.Read(new MemoryStream(bytes), name, settings ?? ReadSettings.Found);

    protected static ReadResult Text(string text, string name, ReadSettings? settings = null) =>
        Bytes(Encoding.UTF8.GetBytes(text), name, settings);

    protected static string Cells(Table table) =>
        string.Join(
            " / ",
            Enumerable.Range(0, table.RowCount).Select(row => string.Join("|", table.Columns.Select(column => column.Cells.TextAt(row))))
        );

    protected static string Heads(Table table) => string.Join("|", table.Columns.Select(column => column.Name));

    protected string InFolder(string name) => Path.Combine(_folder, name);
}
