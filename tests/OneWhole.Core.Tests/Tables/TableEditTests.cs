using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Tables;

public sealed class TableEditTests
{
    private static Table Sample() => TableOf.Columns("Stop: Hallin | Oskery | Hallin | Tarn Holm", "Boardings: 812 | 598 | 40 | ");

    private static string[] Texts(Table table, string column) =>
        [.. Enumerable.Range(0, table.RowCount).Select(row => table.Find(column)!.Cells.TextAt(row))];

    private static TableEdit Type(int row, string column, string text) => new() { Cells = [new CellEdit(row, column, text)] };

    [Fact]
    public void A_typed_cell_changes_labels_and_numbers_and_leaves_the_other_column_its_cells()
    {
        Table before = Sample();
        Table after = Type(1, "Stop", " Big Wick ").Apply(before);
        Assert.Equal(["Hallin", "Big Wick", "Hallin", "Tarn Holm"], Texts(after, "Stop"));
        Assert.Same(before.Find("Boardings")!.Cells, after.Find("Boardings")!.Cells);
        Table numbers = Type(3, "Boardings", "12.50").Apply(Type(0, "Boardings", "n/a").Apply(before));
        Assert.Equal(["n/a", "598", "40", "12.50"], Texts(numbers, "Boardings"));
        Assert.Null(numbers.Find("Boardings")!.Numbers.At(0));
        Assert.Equal(
            "650.5",
            new Core.Numbers.ExactDecimal(
                numbers.Find("Boardings")!.Numbers.At(1)!.Value
                    + numbers.Find("Boardings")!.Numbers.At(2)!.Value
                    + numbers.Find("Boardings")!.Numbers.At(3)!.Value,
                numbers.Find("Boardings")!.Numbers.Scale
            ).ToString()
        );
    }

    [Fact]
    public void Labels_stand_in_the_order_in_which_the_rows_have_them_now_and_those_without_a_row_are_gone()
    {
        Table after = Type(0, "Stop", "Sule Bank").Apply(Type(2, "Stop", "Oskery").Apply(Sample()));
        LabelView view = after.Find("Stop")!.Labels;
        Assert.Equal(["Sule Bank", "Oskery", "Tarn Holm"], view.Labels);
        Assert.Equal([0, 1, 1, 2], Enumerable.Range(0, 4).Select(row => view.Codes[row]));
    }

    [Fact]
    public void Rows_go_and_come_and_a_new_column_takes_the_type_of_what_is_typed()
    {
        var edit = new TableEdit
        {
            Remove = new RowRun(1, 2),
            Insert = new RowRun(2, 1),
            AddColumns = ["Landings"],
            Cells = [new CellEdit(2, "Stop", "Sule Bank"), new CellEdit(0, "Landings", "7"), new CellEdit(2, "Landings", "1,204")],
        };
        Table after = edit.Apply(Sample());
        Assert.Equal(["Hallin", "Tarn Holm", "Sule Bank"], Texts(after, "Stop"));
        Assert.Equal(["812", "", ""], Texts(after, "Boardings"));
        Assert.Equal(["7", "", "1,204"], Texts(after, "Landings"));
        Assert.Equal(ColumnType.Quantity, after.Find("Landings")!.Info.Type);
    }

    [Fact]
    public void What_does_not_fit_says_so()
    {
        Assert.Contains("row 5", Assert.Throws<ArgumentException>(() => Type(4, "Stop", "x").Apply(Sample())).Message);
        Assert.Contains("no column \"Stops\"", Assert.Throws<ArgumentException>(() => Type(0, "Stops", "x").Apply(Sample())).Message);
        Assert.Contains(
            "rows 4 to 5",
            Assert.Throws<ArgumentException>(() => new TableEdit { Remove = new RowRun(3, 2) }.Apply(Sample())).Message
        );
        Assert.Contains(
            "no other column",
            Assert.Throws<ArgumentException>(() => new TableEdit { AddColumns = ["Stop"] }.Apply(Sample())).Message
        );
        Assert.Contains(
            "last one",
            Assert.Throws<ArgumentException>(() => new TableEdit { DropColumns = ["Stop", "Boardings"] }.Apply(Sample())).Message
        );
    }

    /// <summary>A table that was typed into, row by row and at random, is the table that its texts make.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void Random_typing_gives_what_the_texts_give(int seed)
    {
        var random = new Random(seed);
        string[] words = ["Hallin", "", "2.5", "2.50", "17", "-3", "1e40", "n/a", "0.001", "(blank)", "Åre", "A\u030Are"];
        List<string[]> rows = [.. Enumerable.Range(0, 40).Select(_ => new[] { words[random.Next(words.Length)], $"{random.Next(900)}" })];
        Table Made()
        {
            ColumnBuilder[] builders = [new(NumberReading.Point, false), new(NumberReading.Point, true)];
            foreach (string[] row in rows)
            {
                builders[0].Add(row[0]);
                builders[1].Add(row[1]);
            }
            return new Table("t", [builders[0].Build("Label", ColumnType.Category), builders[1].Build("Number", ColumnType.Quantity)]);
        }
        Table table = Made();
        for (int step = 0; step < 300; step++)
        {
            int at = random.Next(rows.Count);
            switch (random.Next(4))
            {
                case 0 when rows.Count > 5:
                    rows.RemoveAt(at);
                    table = new TableEdit { Remove = new RowRun(at, 1) }.Apply(table);
                    break;
                case 1:
                    rows.Insert(at, ["", ""]);
                    table = new TableEdit { Insert = new RowRun(at, 1) }.Apply(table);
                    break;
                default:
                    int column = random.Next(2);
                    rows[at][column] = words[random.Next(words.Length)];
                    table = Type(at, column == 0 ? "Label" : "Number", rows[at][column]).Apply(table);
                    break;
            }
        }
        Table made = Made();
        foreach (string name in new[] { "Label", "Number" })
        {
            Column typed = table.Find(name)!,
                fresh = made.Find(name)!;
            Assert.Equal(Texts(made, name), Texts(table, name));
            Assert.Equal(fresh.Labels.Labels, typed.Labels.Labels);
            for (int row = 0; row < rows.Count; row++)
            {
                Assert.Equal(Number(fresh, row), Number(typed, row));
            }
        }
    }

    private static string? Number(Column column, int row) =>
        column.Numbers.At(row) is { } units ? new Core.Numbers.ExactDecimal(units, column.Numbers.Scale).ToString() : null;
}
