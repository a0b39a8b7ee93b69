using OneWhole.Core.Forms;
using OneWhole.Core.Tables;
using OneWhole.Store;

namespace OneWhole.App.Tests;

/// <summary>A data file whose documents had names: each old revision is resolved against the table of its time.</summary>
public sealed class NamesToIdsTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;

    public void Dispose()
    {
        new Database(Path.Combine(_folder, "old.db")).Close();
        Directory.Delete(_folder, true);
    }

    private const string Study =
        """{"study":{"format":"onewhole.study/1","where":[{"column":"{0}","isNot":["Charter"]}]"""
        + ""","value":{"sum":"Minutes"},"parts":{"column":"Cause"},"form":{"kind":"pareto"}}"""
        + ""","forms":{"mekko":{"kind":"mekko","height":{"mean":"{0}"}}}}""";

    private static string Table(string import, string route, string rest = "") =>
        $$$"""
            {"name":"delays","source":"delays.csv","import":"{{{import}}}","rowCount":2,"columns":[
                {"at":0,"name":"Cause","type":"category","multiplier":"","holdsShares":false,"decimalComma":false,"dates":"dayMonthYear",
                "distinct":2,"blanks":0,"unreadable":0},
                {"at":1,"name":"{{{route}}}","type":"category","multiplier":"","holdsShares":false,"decimalComma":false,
                "dates":"dayMonthYear","distinct":2,"blanks":0,"unreadable":0},
                {"at":2,"name":"Minutes","type":"quantity","multiplier":"","holdsShares":false,"decimalComma":false,
                "dates":"dayMonthYear","distinct":2,"blanks":0,"unreadable":0}]{{{rest}}}}
            """;

    [Fact]
    public void Old_revisions_mean_what_they_meant()
    {
        var database = new Database(Path.Combine(_folder, "old.db"));
        database.Prepare();
        var documents = new DocumentStore(database);
        var cells = new CellStore(database);
        Column Labels(string name, params string[] labels) =>
            new(new ColumnInfo(name, ColumnType.Category), new LabelCells(labels, Codes.From([0, 1], 2, 2)));
        string import = cells.Write([
            Labels("Cause", "Fog", "Crew"),
            Labels("Route", "North", "South"),
            new Column(
                new ColumnInfo("Minutes", ColumnType.Quantity),
                new NumberCells(0, [60, 20], null, null, new Dictionary<int, string>())
            ),
        ]);
        documents.Write(new Change("in").Publish(import));
        string table = documents.Create("table", null, Table(import, "Route"), "brought in").Id;
        string study = documents.Create("study", table, Study.Replace("{0}", "Route"), "started").Id;
        string page = documents
            .Create(
                "briefing",
                null,
                $$"""{"format":"onewhole.briefing/1","title":"Page","filter":[{"column":"Route","is":["North"]}]"""
                    + $$""","blocks":[{"key":"b1","kind":"study","study":"{{study}}"}]}""",
                "started"
            )
            .Id;
        Thread.Sleep(5);
        // The rename was torn: the table has it, the studies don't. Then a step, labels kept from before, and a lost name.
        documents.Revise(table, 1, Table(import, "Line"), "renamed");
        documents.Revise(
            table,
            2,
            Table(
                import,
                "Line",
                ""","met":{"Cause":["Fog","Crew","Tide"]}"""
                    + ""","steps":{"format":"onewhole.prepare/1","steps":[{"do":"rename","column":"Minutes","to":"Lost"}]},"reports":[]"""
                    + ""","prepared":[{"at":0,"name":"Cause","type":"category","multiplier":"","holdsShares":false,"decimalComma":false"""
                    + ""","dates":"dayMonthYear","distinct":2,"blanks":0,"unreadable":0}"""
                    + """,{"at":1,"name":"Line","type":"category","multiplier":"","holdsShares":false,"decimalComma":false"""
                    + ""","dates":"dayMonthYear","distinct":2,"blanks":0,"unreadable":0}"""
                    + """,{"at":2,"name":"Lost","type":"quantity","multiplier":"","holdsShares":false,"decimalComma":false"""
                    + ""","dates":"dayMonthYear","distinct":2,"blanks":0,"unreadable":0}],"preparedRows":2"""
            ),
            "steps"
        );
        string lost = documents.Create("study", table, Study.Replace("{0}", "Nowhere"), "started").Id;

        BackToThree(database);
        database.Prepare(NamesToIds.Migration);
        Assert.Single(Directory.GetFiles(_folder, "old.db.version-3"));
        var changes = new Changes(documents);
        var memory = new MemoryBudget(1 << 20);
        var tables = new TableDocuments(documents, cells, changes, memory);
        var rows = new TableRows(tables, cells, memory);
        var studies = new StudyDocuments(documents, changes, tables, FormList.Standard);
        var computing = new StudyComputing(rows, tables, studies, memory);
        StudyDocument now = studies.Find(study);
        Assert.Equal("""[{"column":"Line","isNot":["Charter"]}]""", now.Json["where"]!.ToJsonString());
        Assert.Equal("Lost", (string)now.Json["value"]!["sum"]!);
        Assert.Equal("Line", (string)now.Content.Forms["mekko"]!["height"]!["mean"]!);
        Assert.Equal("80", computing.Compute(now).Readings["whole"]!.ToJsonString());
        Assert.Equal(["Fog", "Crew", "Tide"], rows.Load(table).Table.Find("Cause")!.Info.EarlierLabels);
        Assert.Equal("Line", new BriefingDocuments(documents, changes, studies, tables).Find(page).Page.Filter[0].Column);
        // What nothing ever had stays, and says so.
        Assert.Equal("Nowhere", (string)studies.Find(lost).Json["where"]![0]!["column"]!);
        // Back in time the names are those of that time.
        tables.Undo(table, 3);
        tables.Undo(table, 2);
        Assert.Equal("Route", (string)studies.Find(study).Json["where"]![0]!["column"]!);
        Assert.Equal("Minutes", (string)studies.Find(study).Json["value"]!["sum"]!);
    }

    /// <summary>The file as it was before ids: what later versions added is taken out of it again.</summary>
    private static void BackToThree(Database database)
    {
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={database.Path}");
        connection.Open();
        using Microsoft.Data.Sqlite.SqliteCommand command = connection.CreateCommand();
        command.CommandText = """
            DROP INDEX document_removed;
            ALTER TABLE document DROP COLUMN removed;
            ALTER TABLE document DROP COLUMN removed_with;
            ALTER TABLE document DROP COLUMN removed_name;
            PRAGMA user_version = 3;
            """;
        command.ExecuteNonQuery();
    }
}
