using System.Globalization;
using OneWhole.App.Tables;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Store;

namespace OneWhole.App.Elsewhere;

/// <summary>An answer that was used: what was asked, and its cells.</summary>
internal sealed record UsedAnswer(KeptQuestion Question, AskedCells Cells);

/// <summary>Cells that are kept as a table: <see cref="KeptAnswer"/> as columns, and back.</summary>
internal static class KeptCells
{
    private const string Weights = "rows that each stands for", Passing = "whether they pass";

    /// <summary>A table of the same columns that notes which answers of its source are used.</summary>
    /// <param name="table">Whose rows are elsewhere.</param>
    /// <param name="used">Takes them; null for a list of its own.</param>
    public static (Table Table, List<UsedAnswer> Used) Noting(Table table, List<UsedAnswer>? used = null)
    {
        used ??= [];
        return (new Table(table.Name, table.Columns) { Layout = table.Layout, Source = new Noted((ICellSource)table.Source!, used) }, used);
    }

    private sealed record Noted(ICellSource Asked, List<UsedAnswer> Used) : ICellSource
    {
        public string Words => Asked.Words;

        public long? Rows => Asked.Rows;

        public AskedCells Ask(CellQuestion question, CancellationToken cancel)
        {
            AskedCells cells = Asked.Ask(question, cancel);
            Used.Add(new UsedAnswer(KeptQuestion.Of(question), cells));
            return cells;
        }
    }

    /// <summary>The answers, without those that another one answers, too.</summary>
    public static IReadOnlyList<UsedAnswer> Distinct(IEnumerable<UsedAnswer> used)
    {
        var kept = new List<UsedAnswer>();
        foreach (UsedAnswer answer in used.OrderByDescending(answer => answer.Question.Keys.Count + answer.Question.Numbers.Count))
        {
            if (!kept.Exists(known => known.Question.Answers(answer.Question)))
            {
                kept.Add(answer);
            }
        }
        return kept;
    }

    /// <summary>The columns of a table that some answers speak of, without a row.</summary>
    public static Table Bare(Table table, IReadOnlyList<UsedAnswer> kept)
    {
        HashSet<string> named =
        [
            .. kept.SelectMany(answer => answer.Question.Keys.Concat(answer.Question.Numbers)),
            .. kept.SelectMany(answer => answer.Question.Where).Select(clause => (string?)clause?["column"]).OfType<string>(),
        ];
        return new Table(table.Name, [.. table.Columns.Where(column => named.Contains(column.Name)).Select(column => Empty(column.Info))]);
    }

    private static Column Empty(ColumnInfo info) => new ColumnBuilder(NumberReading.Plain, info.Type == ColumnType.Quantity).Build(info.Name, info.Type, info.Dates).With(info);

    /// <summary>An answer as a table: its columns, how many rows each cell stands for, and whether they pass.</summary>
    public static Table TableOf(UsedAnswer answer)
    {
        AskedCells asked = answer.Cells;
        return new Table(asked.Table.Name,
        [
            .. asked.Table.Columns,
            Numbers(Free(asked.Table, Weights), asked.Weights),
            Numbers(Free(asked.Table, Passing), Array.ConvertAll(asked.Passing, passes => (long)passes)),
        ]);
    }

    /// <summary>A table's document that has the cells of some answers instead of its rows.</summary>
    /// <param name="from">The table that they are from, as it is stored, and with its columns.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="used">The answers.</param>
    /// <param name="cells">Where they are written, unseen as yet.</param>
    public static TableDocument Kept((TableDocument Document, Table Table) from, string name, IEnumerable<UsedAnswer> used, CellStore cells)
    {
        IReadOnlyList<UsedAnswer> kept = Distinct(used);
        Table bare = Bare(from.Table, kept);
        string import = cells.Write(bare.Columns);
        return new TableDocument
        {
            Name = name,
            Source = $"cells of {from.Document.Name}",
            RowCount = kept.Count == 0 ? 0 : kept[0].Cells.Weights.Sum(),
            Columns = [.. ColumnDocument.Of(bare).Select(column => column with { In = import })],
            Said = from.Document.Said,
            Kept = [.. kept.Select(answer => Stored(answer, cells))],
        };
    }

    private static KeptAnswer Stored(UsedAnswer answer, CellStore cells)
    {
        Table table = TableOf(answer);
        string import = cells.Write(table.Columns);
        return new KeptAnswer(answer.Question, [.. answer.Cells.Summed], answer.Cells.Asked?.AsOf ?? DateTime.UtcNow, [.. table.Columns.Select((column, at) => ColumnDocument.Of(at, column) with { In = import })]);
    }

    private static string Free(Table table, string name) => table.Find(name) is null ? name : Free(table, name + "_");

    private static Column Numbers(string name, long[] numbers)
    {
        var builder = new ColumnBuilder(NumberReading.Plain, guessNumbers: true);
        foreach (long number in numbers)
        {
            builder.Add(number.ToString(CultureInfo.InvariantCulture));
        }
        return builder.Build(name, ColumnType.Quantity, null);
    }

    /// <summary>A table that answers by kept cells what they can answer.</summary>
    /// <param name="kept">The answers.</param>
    /// <param name="table">Its columns, without a row.</param>
    /// <param name="read">Reads an answer's columns.</param>
    /// <param name="scans">Keeps what is computed of it.</param>
    public static Table Of(IReadOnlyList<KeptAnswer> kept, Table table, Func<KeptAnswer, Table> read, IScanCache? scans) =>
        new(table.Name, table.Columns) { Scans = scans, Layout = table.Layout, Source = new Source(table.Name, [.. kept.Select(answer => new UsedAnswer(answer.Question, CellsOf(answer, read(answer))))]) };

    private static AskedCells CellsOf(KeptAnswer answer, Table stored)
    {
        Column[] columns = [.. stored.Columns.SkipLast(2)];
        return new AskedCells(new Table(stored.Name, columns), Longs(stored.Columns[^2]), Array.ConvertAll(Longs(stored.Columns[^1]), passes => (byte)passes), new HashSet<string>(answer.Summed)) { Asked = new Asking(answer.AsOf, null) };
    }

    private static long[] Longs(Column column) => [.. Enumerable.Range(0, column.Count).Select(row => column.Numbers.At(row)?.Small ?? 0)];

    private sealed record Source(string Name, IReadOnlyList<UsedAnswer> Kept) : ICellSource
    {
        public string Words => "They are a copy of cells, without rows";

        public long? Rows => Kept.Count == 0 ? null : Kept[0].Cells.Weights.Sum();

        public AskedCells Ask(CellQuestion question, CancellationToken cancel)
        {
            var asked = KeptQuestion.Of(question);
            return Kept.FirstOrDefault(answer => answer.Question.Answers(asked))?.Cells
                ?? throw new StudyException("not-kept", "from", $"{Name} is a copy of cells that were asked of a table elsewhere, and this was not asked: ask that table.");
        }
    }
}
