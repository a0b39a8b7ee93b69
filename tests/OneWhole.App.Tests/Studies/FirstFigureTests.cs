using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Tables;

namespace OneWhole.App.Tests;

/// <summary>
/// Small tables of every shape, each with the study that it must start with, what it must tell, and how many of its rows are
/// counted: tests/fixtures/first-figures.
/// </summary>
public sealed class FirstFigureTests : AppTest
{
    private static string FolderOfCases => Path.Combine(AppContext.BaseDirectory, "fixtures", "first-figures");

    private static string[] All =>
        [
            .. Directory
                .GetFiles(FolderOfCases, "*.txt")
                .Select(file => Path.GetFileNameWithoutExtension(file)!)
                .Order(StringComparer.Ordinal),
        ];

    public static TheoryData<string> Names => [.. All];

    private sealed record Case(string Start, IReadOnlyList<string> Also, int Rows, string? Notes, string Csv)
    {
        public static Case Of(string name)
        {
            string text = File.ReadAllText(Path.Combine(FolderOfCases, $"{name}.txt"));
            int line = text.IndexOf("---\n", StringComparison.Ordinal);
            ILookup<string, string> said = text[..line]
                .Split('\n', StringSplitOptions.RemoveEmptyEntries)
                .Select(pair => pair.Split(": ", 2))
                .ToLookup(pair => pair[0], pair => pair[1]);
            return new Case(
                said["start"].Single(),
                [.. said["also"]],
                int.Parse(said["rows"].Single(), System.Globalization.CultureInfo.InvariantCulture),
                said["notes"].SingleOrDefault(),
                text[(line + 4)..]
            );
        }
    }

    /// <summary>"stacked parts=Route groups=[2024,2025] value=Trips".</summary>
    private static string Short(JsonObject study)
    {
        string Axis(JsonNode axis) =>
            axis["columns"] is JsonArray columns
                ? $"[{string.Join(',', columns.Select(column => (string?)column))}]"
                : $"{(axis["bands"] is null ? "" : "bands:")}{axis["column"]}";
        string groups = study["groups"] is { } grouped ? $" groups={Axis(grouped)}" : "";
        string value =
            study["parts"]!["columns"] is not null || study["groups"]?["columns"] is not null
                ? ""
                : $" value={study["value"]?["sum"] ?? "rows"}";
        string negatives = study["negatives"] is { } below ? $" negatives={below}" : "",
            order = (string?)study["order"]?["parts"] is "table" ? " order=table" : "";
        return $"{study["form"]!["kind"]} parts={Axis(study["parts"]!)}{groups}{value}{negatives}{order}";
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void A_table_starts_with_the_right_study(string name)
    {
        Case wanted = Case.Of(name);
        TableView table = BringIn(wanted.Csv, $"{name}.csv");
        Assert.Equal(wanted.Notes, table.Notes.FirstOrDefault(note => note.Ask)?.Code);
        IReadOnlyList<LikelyStudy> likely = Studies.Likely(table.Id, 200, 140);
        string[] offered = [.. likely.Select(study => Short(study.Study))];
        Assert.Equal(wanted.Start, offered[0]);
        Assert.All(wanted.Also, also => Assert.Contains(also, offered));
        Assert.All(likely, study => Assert.NotNull(study.Figure));
        StudyView first = Start(table.Id);
        Assert.Equal(wanted.Start, Short(first.Study));
        Assert.Null(first.Problem);
        Assert.Equal(wanted.Rows, table.RowCount);
        // Each form draws something, or says why not; a wide table is taken by those that take groups.
        Assert.All(Answers.Strip(first.Id, 120, 80, default), shape =>
            Assert.True(shape.Figure is not null || shape.Why is not null, shape.Name)
        );
    }

    /// <summary>What is added to a table, and must change no number of its first figure.</summary>
    public static IEnumerable<object[]> Added =>
        from name in All
        where !SaysMore(name)
        from what in (string[])["identifier", "share", "negative", "empty column", "empty row", "total"]
        select (object[])[name, what];

    /// <summary>Tables that are about rows without headings, totals and titles themselves, or have one row.</summary>
    private static bool SaysMore(string name) =>
        Case.Of(name) is { Notes: not null } or { Rows: < 3 }
        || name is "titles-above" or "no-total-by-chance" or "decimal-commas" or "tabs" or "money-signs" or "units-in-cells";

    [Theory]
    [MemberData(nameof(Added))]
    public void What_is_added_to_a_table_changes_no_number_of_its_first_figure(string name, string what)
    {
        Case wanted = Case.Of(name);
        StudyView before = Start(BringIn(wanted.Csv, $"{name}.csv").Id);
        List<string[]> rows = [.. wanted.Csv.TrimEnd('\n').Split('\n').Select(line => line.Split(','))];
        Add(rows, what, before);
        StudyView after = Start(BringIn(string.Join('\n', rows.Select(row => string.Join(',', row))) + "\n", $"{name} {what}.csv").Id);
        Assert.Equal(Short(before.Study), Short(after.Study));
        Assert.Equal(Numbers(before), Numbers(after));
    }

    private static string Numbers(StudyView view) =>
        string.Join('\n', view.Workings!.Rows.Select(row => $"{row.Name}: {string.Join(' ', row.Cells)}"));

    private void Add(List<string[]> rows, string what, StudyView before)
    {
        Table table = Rows.Load(before.TableId).Table;
        TableKnowledge known = TableKnowledge.Of(table);
        double[] amounts = known.Amounts.Count == 0 ? [] : Numbers(known.Amounts[0].Column);
        int decimals = known.Amounts.Count == 0 ? 0 : known.Amounts[0].Column.Numbers.Scale;
        double total = amounts.Sum();
        void Column(string heading, Func<int, string> cell)
        {
            for (int row = 0; row < rows.Count; row++)
            {
                rows[row] = [.. rows[row], row == 0 ? heading : cell(row - 1)];
            }
        }
        switch (what)
        {
            case "identifier":
                Column("Serial", row => Text(1000 + row, 0));
                break;
            case "share" when total != 0:
                Column("Of all", row => Text(amounts[row] / total * 100, 2));
                break;
            case "negative" when total != 0:
                Column("Turned", row => Text(-amounts[row], decimals));
                break;
            case "empty column":
                Column("Remarks", _ => "");
                break;
            case "empty row":
                rows.Add([.. rows[0].Select(_ => "")]);
                break;
            case "total" when total != 0 && rows.Count > 3:
                rows.Add([
                    .. known.Columns.Select(
                        (column, at) =>
                            column.Role == ColumnRole.Amount ? Text(Numbers(column.Column).Sum(), column.Column.Numbers.Scale)
                            : at == 0 && column.Column.Info.Type != ColumnType.Quantity ? "Total"
                            : ""
                    ),
                ]);
                break;
        }
    }

    private static string Text(double number, int decimals) =>
        number.ToString($"F{decimals}", System.Globalization.CultureInfo.InvariantCulture);

    private static double[] Numbers(Core.Tables.Column column) =>
        [
            .. Enumerable
                .Range(0, column.Count)
                .Select(row => column.Numbers.At(row) is { } units ? new ExactDecimal(units, column.Numbers.Scale).ToDouble() : 0),
        ];
}
