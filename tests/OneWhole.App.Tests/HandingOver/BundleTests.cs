using System.IO.Compression;
using System.Text;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;

namespace OneWhole.App.Tests;

/// <summary>A page moves as one file, and what is damaged or hostile is refused with nothing changed.</summary>
public sealed class BundleTests : AppTest
{
    private const string Revenue =
        "Code,Type,When,Revenue\n001,Cars,03/02/2025,\"1,5\"\n002,Foot,04/02/2025,\"30,25\"\n003,Cars,05/02/2025,\"20\"\n";

    private string Page()
    {
        string table = Importing
            .Import(
                new MemoryStream(Encoding.UTF8.GetBytes(Revenue)),
                "revenue.csv",
                Formats.Reading.ReadSettings.Read(
                    """{"columns": {"Code": {"type": "category"}, "When": """
                        + """{"type": "date", "dates": "day-month-year"}, "Revenue": {"type": "quantity", "decimalMark": ","}}}"""
                )
            )
            .Id;
        string first = Studies.Add(
            table,
            """{"format": "onewhole.study/1", "title": "Who pays", "parts": {"column": "Type"}, "value": """
                + """{"sum": "Revenue"}, "form": {"kind": "pie"}, "finish": {"colours": {"Foot": "#114455"}} }"""
        );
        string second = Studies.Add(
            table,
            """{"format": "onewhole.study/1", "parts": {"column": "Code"}, "where": """
                + """[{"column": "When", "from": "2025-02-04"}], "value": {"sum": "Revenue"}, "form": {"kind": "pareto"} }"""
        );
        BriefingView page = Briefings.Start("The month", [first, second]);
        var document = (JsonObject)page.Document.DeepClone();
        ((JsonArray)document["blocks"]!).Add(
            new JsonObject
            {
                ["key"] = "b3",
                ["kind"] = "text",
                ["text"] = "In all [[b1.whole]].",
            }
        );
        return Briefings.Change(page.Id, page.Revision, document.ToJsonString(), "text", null).Id;
    }

    private BundleLook Look(byte[] bytes) => Bundles.Look(new MemoryStream(bytes));

    [Fact]
    public void It_is_added_beside_what_is_there_with_the_same_numbers_types_and_colours()
    {
        string page = Page();
        LeavingFile file = Bundles.OfBriefing(page);
        byte[] bytes = file.Bytes();
        Assert.Equal("the-month.bundle.zip", file.Name);
        BundleLook look = Look(bytes);
        Assert.Equal(["revenue"], look.Tables);
        Assert.Equal(2, look.Studies.Count);
        Assert.Equal("The month", look.Page);
        Assert.Single(Tables.List());

        BundleTaken taken = Bundles.Take(look.Id);
        Assert.Equal(2, Tables.List().Count);
        BriefingView view = Briefings.Get(taken.Briefing!, null);
        Assert.NotEqual(page, view.Id);
        Assert.Equal("In all 51.75 revenue.", string.Concat(view.Blocks[2].Segments.Select(segment => segment.Text)));
        Assert.Equal("50.25 revenue", view.Blocks[1].Study!.Readings.Single(reading => reading.Name == "whole").Text);
        Assert.Contains(view.Blocks[0].Study!.Figure!.Marks.OfType<Core.Drawing.PathMark>(), mark => mark.Fill == "#114455");
        Assert.Throws<AppException>(() => Bundles.Take(look.Id));
    }

    [Fact]
    public void A_table_comes_with_its_steps_and_units()
    {
        TableView table = BringIn("Pier,Winter,Summer\nHallin,10,90\nOskery,20,40\n", "piers.csv");
        table = Columns.Set(table.Id, table.Revision, "Winter", new ColumnChange { Unit = "pax", Multiplier = "thousand" });
        table = this.Steps.Set(
            table.Id,
            table.Revision,
            (JsonArray)
                JsonNode.Parse("""[{"do": "work-out", "how": "add", "of": [{"column": "Winter"}, {"column": "Summer"}], "as": "Year"}]""")!
        );
        string study = Studies.Add(
            table.Id,
            """{"format": "onewhole.study/1", "parts": {"column": "Pier"}, "value": {"sum": "Year"}, "form": {"kind": "pie"} }"""
        );
        BundleTaken taken = Bundles.Take(Look(Bundles.OfStudy(study).Bytes()).Id);
        StudyView came = Studies.Get(taken.Study, 700, 460),
            left = Studies.Get(study, 700, 460);
        Assert.Equal(left.Workings!.Rows.Select(row => row.Cells), came.Workings!.Rows.Select(row => row.Cells));
        TableView brought = TableAnswers.Get(came.TableId),
            known = TableAnswers.Get(table.Id);
        Assert.Equal(known.Steps.Select(step => step.Report?.Words), brought.Steps.Select(step => step.Report?.Words));
        Assert.Equal(
            known.Columns.Select(column => (column.Name, column.Unit, column.Multiplier)),
            brought.Columns.Select(column => (column.Name, column.Unit, column.Multiplier))
        );
        Assert.Equal(["Pier", "Winter", "Summer"], TableAnswers.Get(came.TableId, 0).Columns.Select(column => column.Name));
    }

    [Fact]
    public void It_is_a_data_package_whose_checksums_and_schemas_hold()
    {
        using var zip = new ZipArchive(new MemoryStream(Bundles.OfBriefing(Page()).Bytes()));
        byte[] Bytes(string path)
        {
            using var copy = new MemoryStream();
            zip.GetEntry(path)!.Open().CopyTo(copy);
            return copy.ToArray();
        }
        JsonObject package = (JsonObject)JsonNode.Parse(Bytes("datapackage.json"))!;
        Assert.Equal("data-package", (string?)package["profile"]);
        foreach (JsonNode? resource in package["resources"]!.AsArray())
        {
            byte[] content = Bytes((string)resource!["path"]!);
            Assert.Equal(content.Length, (int)resource["bytes"]!);
            Assert.Equal(
                (string?)resource["hash"],
                "sha256:" + Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(content))
            );
        }
        JsonNode table = package["resources"]!.AsArray().Single(resource => (string?)resource!["format"] == "csv")!;
        Assert.Equal(
            ["Code string", "Type string", "When date", "Revenue number"],
            table["schema"]!["fields"]!.AsArray().Select(field => $"{field!["name"]} {field["type"]}")
        );
        Assert.Equal("Code,Type,When,Revenue", Encoding.UTF8.GetString(Bytes("tables/revenue.csv")).Split("\r\n")[0]);
    }

    /// <summary>The bundle with one thing done to its files.</summary>
    private static byte[] Changed(byte[] bytes, Action<Dictionary<string, byte[]>> change)
    {
        var files = new Dictionary<string, byte[]>();
        using (var zip = new ZipArchive(new MemoryStream(bytes)))
        {
            foreach (ZipArchiveEntry entry in zip.Entries)
            {
                using var copy = new MemoryStream();
                entry.Open().CopyTo(copy);
                files[entry.FullName] = copy.ToArray();
            }
        }
        change(files);
        using var written = new MemoryStream();
        using (var zip = new ZipArchive(written, ZipArchiveMode.Create, true))
        {
            foreach ((string name, byte[] content) in files)
            {
                using Stream stream = zip.CreateEntry(name).Open();
                stream.Write(content);
            }
        }
        return written.ToArray();
    }

    [Fact]
    public void What_is_damaged_or_hostile_is_refused_with_the_reason_and_nothing_changed()
    {
        byte[] bytes = Bundles.OfBriefing(Page()).Bytes();
        static byte[] Replaced(byte[] content, string from, string to) =>
            Encoding.UTF8.GetBytes(Encoding.UTF8.GetString(content).Replace(from, to, StringComparison.Ordinal));
        (string Why, byte[] Bytes)[] cases =
        [
            ("no zip archive", Encoding.UTF8.GetBytes("not a zip")),
            ("no zip archive", bytes[..(bytes.Length / 2)]),
            ("has no datapackage.json", Changed(bytes, files => files.Remove("datapackage.json"))),
            ("not well-formed JSON", Changed(bytes, files => files["datapackage.json"] = [.. "{"u8])),
            ("not well-formed JSON", Changed(bytes, files => files["datapackage.json"] = Encoding.UTF8.GetBytes(new string('[', 5000)))),
            (
                "does not match its checksum",
                Changed(bytes, files => files["tables/revenue.csv"] = [.. files["tables/revenue.csv"], (byte)'x'])
            ),
            ("is listed, and is not there", Changed(bytes, files => files.Remove("tables/revenue.csv"))),
            ("is not listed", Changed(bytes, files => files["run.exe"] = [1])),
            ("is no name for a file", Changed(bytes, files => files["../../etc/passwd"] = [1])),
            ("is no name for a file", Changed(bytes, files => files["/etc/passwd"] = [1])),
            (
                "which is not in it",
                Changed(bytes, files =>
                    files["datapackage.json"] = Replaced(files["datapackage.json"], "\"table\": \"revenue\"", "\"table\": \"other\"")
                )
            ),
            ("larger than is taken", Changed(bytes, files => files["datapackage.json"] = new byte[9 << 20])),
        ];
        foreach ((string why, byte[] hostile) in cases)
        {
            StudyException refused = Assert.Throws<StudyException>(() => Look(hostile));
            Assert.Contains(why, refused.Message);
            Assert.EndsWith("Nothing was changed.", refused.Message);
        }
        Assert.Single(Tables.List());
        Assert.Single(Briefings.List());
    }

    [Fact]
    public void Opened_a_second_time_it_says_so_and_lies_beside_or_replaces()
    {
        byte[] bytes = Bundles.OfBriefing(Page()).Bytes();
        BundleLook look = Look(bytes);
        Assert.Equal(["the page “The month”", "the study “Who pays”", "the table revenue"], look.Known);
        Bundles.Take(look.Id);
        Assert.Equal(2, Tables.List().Select(table => table.Name).Distinct().Count());
        Assert.Equal(2, Briefings.List().Count);
        // A study that the bundle knows nothing of keeps its table.
        string other = Tables.List().Single(table => table.Name == "revenue").Id;
        Studies.Add(other, """{"format": "onewhole.study/1", "title": "My own", "parts": {"column": "Type"}, "form": {"kind": "pie"} }""");
        BundleTaken taken = Bundles.Take(Look(bytes).Id, replace: true);
        Assert.Contains(Tables.List(), table => table.Id == other);
        Assert.Contains(Studies.List(24, 24), study => study.Title == "My own");
        Assert.Equal(taken.Briefing, Assert.Single(Briefings.List(), page => page.Title == "The month" && page.Id == taken.Briefing).Id);
    }

    [Fact]
    public void Replaced_whole_the_new_tables_take_the_names_that_have_become_free()
    {
        string page = Page();
        // Its second study has no title of its own, and is no one's twin.
        byte[] bytes = Bundles.OfBriefing(page).Bytes();
        foreach (StudySummary study in Studies.List(24, 24).Where(study => study.Title != "Who pays"))
        {
            Studies.Remove(study.Id);
        }
        BundleTaken taken = Bundles.Take(Look(bytes).Id, replace: true);
        Assert.Equal("revenue", Assert.Single(Tables.List()).Name);
        Assert.Equal(taken.Briefing, Assert.Single(Briefings.List()).Id);
        Assert.Empty(Look([.. bytes]).Known.Except(["the page “The month”", "the study “Who pays”", "the table revenue"]));
    }
}
