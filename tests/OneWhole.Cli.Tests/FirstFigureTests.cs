using OneWhole.Core.Forms;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli.Tests;

/// <summary>
/// The command on the small tables of tests/fixtures/first-figures: it counts every row unless steps say otherwise, tells of a likely
/// total, and its studies hold.
/// </summary>
public sealed class FirstFigureTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-first-").FullName;

    private static string FolderOfCases => Path.Combine(AppContext.BaseDirectory, "fixtures", "first-figures");

    public static TheoryData<string> Names =>
        [
            .. Directory
                .GetFiles(FolderOfCases, "*.txt")
                .Select(file => Path.GetFileNameWithoutExtension(file)!)
                .Order(StringComparer.Ordinal),
        ];

    public void Dispose() => Directory.Delete(_folder, true);

    private static (int Status, string Output, string Error) Run(params string[] arguments)
    {
        using StringWriter output = new(),
            error = new();
        return (CommandLine.Run(arguments, output, error), output.ToString(), error.ToString());
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void It_counts_every_row_tells_of_a_total_and_leaves_it_out_by_a_step(string name)
    {
        string[] parts = File.ReadAllText(Path.Combine(FolderOfCases, $"{name}.txt")).Split("---\n", 2);
        string table = Path.Combine(_folder, $"{name}.csv"),
            study = Path.Combine(_folder, "s.study.json"),
            steps = Path.Combine(_folder, "steps.json");
        File.WriteAllText(table, parts[1]);
        using FileStream stream = File.OpenRead(table);
        ReadResult read = TableFile.Read(stream, $"{name}.csv", new ReadSettings());
        ReadNote? total = read.Notes.FirstOrDefault(note => note.Code == "total-row");
        Assert.Equal(parts[0].Contains("notes: total-row", StringComparison.Ordinal), total is not null);
        File.WriteAllText(steps, $$"""{"format": "{{Preparation.Format}}", "steps": [{"do": "leave-out-totals"}]}""");
        Table prepared = Preparation.Read(File.ReadAllText(steps)).Apply(read.Table);
        File.WriteAllText(study, StudyFormat.Standard.Write(FormList.Standard.LikelyStudies(prepared, 1)[0]).ToJsonString());

        (int status, string output, string error) = Run("workings", "--table", table, "--study", study);
        Assert.Equal(0, status);
        Assert.Equal(
            total is not null,
            error.Contains("count everything twice", StringComparison.Ordinal)
                || error.Contains("count them again", StringComparison.Ordinal)
        );
        (int left, string without, _) = Run("workings", "--table", table, "--study", study, "--prepare", steps);
        Assert.Equal(0, left);
        // Only rows that add up others are counted otherwise.
        Assert.Equal(read.Table.RowCount == prepared.RowCount, output == without);
        (int check, string proofs, _) = Run("check", "--table", table, "--study", study, "--prepare", steps);
        Assert.Equal(
            (0, true),
            (
                check,
                proofs.Contains($"{prepared.RowCount} rows", StringComparison.Ordinal) || proofs.Contains("1 row", StringComparison.Ordinal)
            )
        );
    }

    [Fact]
    public void An_amount_that_stands_alone_under_a_sheets_rows_is_left_out_and_said()
    {
        string table = Path.Combine(_folder, "stops.xlsx"),
            study = Path.Combine(_folder, "s.study.json");
        File.WriteAllBytes(table, App.Tests.SmallWorkbook.Of("Stop|Boardings\nHallin|812\nOskery|640\nTarn Holm|259\n\n|95"));
        File.WriteAllText(
            study,
            """{"format": "onewhole.study/1", "value": {"sum": "Boardings"}, "parts": {"column": "Stop"}, "form": {"kind": "sharebars"} }"""
        );
        (int status, string output, string error) = Run("check", "--table", table, "--study", study);
        Assert.Equal(0, status);
        Assert.Contains("1,711 = 1,711", output, StringComparison.Ordinal);
        Assert.Contains("Row 4 stands alone after the others, with 95 and nothing else. It is left out", error, StringComparison.Ordinal);
    }
}
