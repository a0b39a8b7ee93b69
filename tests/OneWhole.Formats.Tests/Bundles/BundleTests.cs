using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Formats.Bundles;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Bundles;

/// <summary>A bundle by itself: what its descriptor says of each file is so, and it is opened as it was written.</summary>
public sealed class BundleTests : ReadsFiles
{
    private const string Csv = "Cause,Day,Minutes\r\nFog,2026-01-02,12\r\n\"a, b\",2026-01-03,0.50\r\n";

    private static Bundle Made()
    {
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pie"}}"""
        );
        return new Bundle(
            "The month",
            [BundledTable.Of("delays", Text(Csv, "delays.csv").Table)],
            [new BundledStudy("causes", "delays", study)],
            null
        );
    }

    private static ZipArchive Unpacked(byte[] bytes) => new(new MemoryStream(bytes));

    private static byte[] Entry(ZipArchive zip, string path)
    {
        using var bytes = new MemoryStream();
        using Stream entry = zip.GetEntry(path)!.Open();
        entry.CopyTo(bytes);
        return bytes.ToArray();
    }

    [Fact]
    public void Each_file_is_in_the_descriptor_with_its_size_and_its_checksum()
    {
        using ZipArchive zip = Unpacked(Made().ToBytes());
        JsonNode descriptor = JsonNode.Parse(Entry(zip, "datapackage.json"))!;
        Assert.Equal("data-package", (string?)descriptor["profile"]);
        JsonObject[] resources = [.. descriptor["resources"]!.AsArray().Cast<JsonObject>()];
        Assert.Equal(
            zip.Entries.Select(entry => entry.FullName).Except(["datapackage.json"]).Order(),
            resources.Select(resource => (string)resource["path"]!).Order()
        );
        Assert.All(resources, resource =>
        {
            byte[] file = Entry(zip, (string)resource["path"]!);
            Assert.Equal(file.Length, (int)resource["bytes"]!);
            Assert.Equal("sha256:" + Convert.ToHexStringLower(SHA256.HashData(file)), (string?)resource["hash"]);
        });
        Assert.Equal(Csv, Encoding.UTF8.GetString(Entry(zip, "tables/delays.csv")));
    }

    [Fact]
    public void It_is_opened_as_it_was_written()
    {
        using var stream = new MemoryStream(Made().ToBytes());
        using Bundle opened = Bundle.Read(stream);
        Assert.Equal("The month", opened.Title);
        BundledTable table = Assert.Single(opened.Tables);
        using FileStream rows = table.ToFile();
        Table read = TableFile.Read(rows, "delays.csv", table.Read).Table;
        Assert.Equal("Fog|2026-01-02|12 / a, b|2026-01-03|0.50", Cells(read));
        Assert.Equal([ColumnType.Category, ColumnType.Date, ColumnType.Quantity], read.Columns.Select(column => column.Info.Type));
        BundledStudy study = Assert.Single(opened.Studies);
        Assert.Equal(("causes", "delays"), (study.Name, study.Table));
    }

    [Fact]
    public void A_file_that_was_changed_since_is_refused_by_its_checksum()
    {
        byte[] bytes = Made().ToBytes();
        using var changed = new MemoryStream();
        using (var to = new ZipArchive(changed, ZipArchiveMode.Create, leaveOpen: true))
        {
            using ZipArchive from = Unpacked(bytes);
            foreach (ZipArchiveEntry entry in from.Entries)
            {
                byte[] file = Entry(from, entry.FullName);
                if (entry.FullName == "tables/delays.csv")
                {
                    file[^4] ^= 1;
                }
                using Stream packed = to.CreateEntry(entry.FullName).Open();
                packed.Write(file);
            }
        }
        changed.Position = 0;
        StudyException refused = Assert.Throws<StudyException>(() =>
        {
            using Bundle opened = Bundle.Read(changed);
            using FileStream rows = opened.Tables[0].ToFile();
        });
        Assert.Contains("delays", refused.Message, StringComparison.Ordinal);
    }
}
