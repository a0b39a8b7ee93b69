using System.Globalization;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>Answers that were got from rows elsewhere, kept as tables, and asked again instead of the rows.</summary>
public static class KeptCells
{
    private const string Weights = "rows that each stands for",
        Passing = "whether they pass";

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

    private static Column Empty(ColumnInfo info) =>
        new ColumnBuilder(NumberReading.Plain, info.Type == ColumnType.Quantity).Build(info.Name, info.Type, info.Dates).With(info);

    /// <summary>An answer as a table: its columns, how many rows each cell stands for, and whether they pass.</summary>
    public static Table TableOf(UsedAnswer answer)
    {
        AskedCells asked = answer.Cells;
        return new Table(
            asked.Table.Name,
            [
                .. asked.Table.Columns,
                Numbers(Free(asked.Table, Weights), asked.Weights),
                Numbers(Free(asked.Table, Passing), Array.ConvertAll(asked.Passing, passes => (long)passes)),
            ]
        );
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
    /// <param name="table">Its columns.</param>
    /// <param name="kept">The answers.</param>
    /// <param name="scans">Keeps what is computed of it; null for a table that is used once.</param>
    public static Table Asking(Table table, IReadOnlyList<UsedAnswer> kept, IScanCache? scans = null) =>
        new(table.Name, table.Columns)
        {
            Scans = scans,
            Layout = table.Layout,
            Source = new Source(table.Name, kept),
        };

    /// <summary>An answer from its columns; the last two say how many rows each cell stands for, and whether they pass.</summary>
    /// <param name="question">What was asked.</param>
    /// <param name="summed">The columns whose cells are sums.</param>
    /// <param name="asOf">When, in UTC.</param>
    /// <param name="stored">The columns.</param>
    /// <exception cref="StudyException">They are no answer.</exception>
    public static UsedAnswer AnswerOf(KeptQuestion question, IEnumerable<string> summed, DateTime asOf, Table stored)
    {
        Column[] columns = [.. stored.Columns.SkipLast(2)];
        if (
            stored.Columns.Count < 2
            || !question.Keys.Concat(question.Numbers).All(name => Array.Exists(columns, column => column.Name == name))
        )
        {
            throw new StudyException("wrong-answer", "", $"{stored.Name} lacks columns that it must have as an answer.");
        }
        return new UsedAnswer(
            question,
            new AskedCells(
                new Table(stored.Name, columns),
                Longs(stored.Columns[^2]),
                Array.ConvertAll(Longs(stored.Columns[^1]), passes => passes == 1 ? (byte)1 : (byte)0),
                new HashSet<string>(summed)
            )
            {
                Asked = new Asking(asOf, null),
            }
        );
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
                ?? throw new StudyException(
                    "not-kept",
                    "from",
                    $"{Name} is a copy of cells that were asked of a table elsewhere, and this was not asked: ask that table."
                );
        }
    }
}
