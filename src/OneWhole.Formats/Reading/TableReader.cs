using System.Text.Json.Nodes;
using OneWhole.Core.Tables;

namespace OneWhole.Formats.Reading;

/// <summary>
/// Makes a table of any format's rows: headings, then cells, which stream through column builders, so that memory grows with
/// the table, not with its text. Marks and types are found from the first rows; what is doubtful is noted, or asked.
/// </summary>
internal sealed class TableReader(
    RowSource rows,
    string name,
    ReadSettings settings,
    Action<ReadProgress>? progress,
    CancellationToken cancel
)
{
    private const int SampleRows = 2000;
    private const int SheetSample = 100;
    private const int TextSample = 20;
    private const int MostNotes = 200;

    private readonly List<ReadNote> _notes = [];
    private readonly List<string[]> _sample = [];
    private string[] _headings = [];
    private ColumnBuilder[] _builders = [];
    private ColumnGuess[] _guesses = [];
    private int[]? _columns;
    private int _ragged;
    private int _empty;
    private readonly List<string[]> _held = [];
    private bool _afterEmpty;

    /// <summary>How many of the last rows stand alone under the others, with an amount and nothing else.</summary>
    private int _alone;

    /// <summary>How many rows were read.</summary>
    public long Rows { get; private set; }

    /// <summary>What stood above the headings, and below the rows.</summary>
    public List<string> Titles { get; } = [];

    public List<string> Below { get; } = [];

    public ReadResult Read()
    {
        try
        {
            return ReadAll();
        }
        finally
        {
            _batches?.Dispose();
        }
    }

    /// <summary>From so many rows on columns are made on a thread of their own.</summary>
    private const int ManyRows = 20_000;

    /// <summary>Takes long tables' rows to their columns; null for short ones.</summary>
    private RowBatches? _batches;

    private ReadResult ReadAll()
    {
        StartHeadings();
        while (rows.Next())
        {
            if (rows.IsEmpty)
            {
                _afterEmpty = true;
                continue;
            }
            Consume(null);
        }
        _notes.AddRange(rows.Told);
        StartBuilders();
        foreach (string[] held in _held)
        {
            if (HoldsAnAmount(held))
            {
                Add(held);
                _alone++;
            }
            else
            {
                Below.Add(string.Join(' ', held.Where(cell => cell.Length > 0)));
            }
        }
        return Finish();
    }

    /// <summary>Takes a row: the one at hand, or one that was copied before.</summary>
    private void Consume(string[]? copy)
    {
        // On a sheet, lines of one cell after an empty row may be notes below the table, in a text those that say so; a wider row
        // shows that they were not.
        bool mayBeNote = rows.IsSheet
            ? (_afterEmpty || _held.Count > 0) && FilledIn(copy) <= 1
            : (copy?.Length ?? rows.Count) == 1 && IsNote(copy is null ? rows[0] : copy[0]);
        if (_headings.Length > 1 && mayBeNote)
        {
            _held.Add(copy ?? Copy());
            return;
        }
        _afterEmpty = false;
        foreach (string[] held in _held)
        {
            Add(held);
        }
        _held.Clear();
        Add(copy);
    }

    private static readonly string[] NoteWords = ["source:", "sources:", "note:", "notes:", "source ", "* ", "** ", "† "];

    /// <summary>"Source: the harbour office".</summary>
    private static bool IsNote(ReadOnlySpan<char> line)
    {
        ReadOnlySpan<char> text = line.TrimStart();
        foreach (string word in NoteWords)
        {
            if (text.StartsWith(word, StringComparison.OrdinalIgnoreCase))
            {
                return true;
            }
        }
        return false;
    }

    /// <summary>Whether a lonely cell below the rows is a number under numbers, and so no note in words.</summary>
    private bool HoldsAnAmount(string[] row)
    {
        string[] cells = Fit(row);
        return Enumerable
            .Range(0, cells.Length)
            .Any(at => _guesses[at].MostlyNumbers && cells[at].Trim().Length > 0 && SheetLayout.LooksLikeNumber(cells[at]));
    }

    private int FilledIn(string[]? copy)
    {
        int filled = 0;
        for (int at = 0; at < (copy?.Length ?? rows.Count); at++)
        {
            filled += (copy is null ? rows[at] : copy[at]).IsWhiteSpace() ? 0 : 1;
        }
        return filled;
    }

    /// <summary>Finds the headings: named by the format, or the first row that stands over others, titles aside.</summary>
    private void StartHeadings()
    {
        if (rows.Names is { } named)
        {
            Check(named.Count);
            _headings = Headings.Settle(named, _notes);
            return;
        }
        var start = new List<string[]>();
        int wanted = rows.IsSheet ? SheetSample : TextSample;
        while (start.Count < wanted && rows.Next())
        {
            if (rows.IsEmpty)
            {
                if (start.Count > 0 && rows.IsSheet)
                {
                    start.Add([]);
                }
                continue;
            }
            // On a sheet a cell far out costs what it is, not what stands empty before it.
            Check(rows.IsSheet ? FilledIn(null) : rows.Count);
            start.Add(Copy());
        }
        if (start.TrueForAll(row => row.Length == 0))
        {
            throw new ReadException("empty-file", "The file has no text: it must have a line of headings and rows below it.");
        }
        SheetLayout layout = SheetLayout.Find(start, rows.IsSheet, settings.HeaderRow);
        Titles.AddRange(layout.Titles);
        _columns = layout.Columns;
        _headings = Headings.Settle(layout.Headings, _notes);
        if (layout.IsHeadless)
        {
            AskAboutHeadings(Fit(start[layout.FirstRow]));
        }
        if (layout.Blocks.Count > 1)
        {
            AskAboutBlocks(layout.Blocks);
        }
        foreach (string[] row in start.Skip(layout.FirstRow))
        {
            if (row.Length == 0)
            {
                _afterEmpty = true;
                continue;
            }
            Consume(row);
        }
    }

    /// <summary>Rows without headings: both readings are there, and each can be taken back.</summary>
    private void AskAboutHeadings(string[] first)
    {
        const int most = 5;
        _notes.RemoveAll(note => note.Code == "empty-heading");
        string cells = string.Join(" | ", first.Take(most).Select(cell => cell.Trim())) + (first.Length > most ? " | …" : "");
        string names =
            _headings.Length == 1 ? $"the column is called {_headings[0]}" : $"the columns are called {_headings[0]} to {_headings[^1]}";
        _notes.Add(
            new ReadNote("no-headings", $"The first row, “{cells}”, is like those below it: it is taken as data, and {names}.", Ask: true)
            {
                Answers =
                [
                    new ReadAnswer("the first row is data", true),
                    new ReadAnswer("the first row holds headings", false) { Step = new JsonObject { ["do"] = "headings-from-row" } },
                ],
            }
        );
    }

    /// <summary>Blocks side by side: one table, or several?</summary>
    private void AskAboutBlocks(IReadOnlyList<string> titles)
    {
        _notes.RemoveAll(note => note.Code == "duplicate-heading");
        int wide = _headings.Length / titles.Count;
        var step = new JsonObject
        {
            ["do"] = "stack-blocks",
            ["columns"] = new JsonArray([.. _headings.Select(heading => JsonValue.Create(heading))]),
            ["wide"] = wide,
            ["titles"] = new JsonArray([.. titles.Select(title => JsonValue.Create(title))]),
            ["as"] = _headings.Take(wide).Contains("Block") ? "Title of block" : "Block",
        };
        _notes.Add(
            new ReadNote(
                "blocks",
                $"{titles.Count} blocks stand side by side under the same headings: {string.Join(", ", titles)}.",
                Ask: true
            )
            {
                Answers =
                [
                    new ReadAnswer("keep them side by side", true),
                    new ReadAnswer("one table, the block in a column", false) { Step = step },
                    new ReadAnswer($"{titles.Count} tables", false)
                    {
                        Split = [.. titles.Select((title, block) => new SplitBlock(title, [.. _headings.Skip(block * wide).Take(wide)]))],
                    },
                ],
            }
        );
    }

    private static void Check(int cells)
    {
        if (cells > TableFile.MostColumns)
        {
            throw new ReadException(
                "too-many-columns",
                $"The first line has {cells} cells; a table can have at most {TableFile.MostColumns} columns."
            );
        }
    }

    private const int UnitRows = 200;

    /// <summary>A unit that a sheet's first cells are shown with, by their place on the row, and how often.</summary>
    private sealed class ShownUnit(int place, string unit)
    {
        public int Place => place;

        public string Unit => unit;

        public int Count { get; set; }
    }

    private readonly List<ShownUnit> _units = [];

    private string? UnitAt(int place) => _units.Where(shown => shown.Place == place).MaxBy(shown => shown.Count)?.Unit;

    private string[] Copy()
    {
        if (rows.IsSheet && Rows < UnitRows)
        {
            for (int place = 0; place < rows.Count; place++)
            {
                if (rows.UnitOf(place) is { } unit)
                {
                    ShownUnit? shown = _units.Find(other => other.Place == place && other.Unit == unit);
                    if (shown is null)
                    {
                        _units.Add(shown = new ShownUnit(place, unit));
                    }
                    shown.Count++;
                }
            }
        }
        var cells = new string[rows.Count];
        for (int i = 0; i < cells.Length; i++)
        {
            cells[i] = rows[i].ToString();
        }
        return cells;
    }

    /// <summary>A row's cells under their headings.</summary>
    private string[] Fit(string[] row) =>
        [.. Enumerable.Range(0, _headings.Length).Select(i => PlaceOf(i) is var at && at < row.Length ? row[at] : "")];

    /// <summary>The cell of a column.</summary>
    private int PlaceOf(int column) => _columns is null ? column : _columns[column];

    private void Add(string[]? copy)
    {
        int count = copy?.Length ?? rows.Count;
        _empty += (count == 0 || (copy is null ? rows[0] : copy[0]).IsWhiteSpace()) && FilledIn(copy) == 0 ? 1 : 0;
        NoteRagged(count, at => copy is null ? rows[at].ToString() : copy[at]);
        if (_builders.Length == 0)
        {
            _sample.Add(Fit(copy ?? Copy()));
            if (_sample.Count >= SampleRows)
            {
                StartBuilders();
            }
        }
        else
        {
            if (_batches is null && Rows >= ManyRows && Environment.ProcessorCount > 1)
            {
                _batches = new RowBatches(_builders);
            }
            for (int i = 0; i < _builders.Length; i++)
            {
                int at = PlaceOf(i);
                ReadOnlySpan<char> cell =
                    at >= count ? []
                    : copy is null ? rows[at]
                    : copy[at];
                if (_batches is null)
                {
                    _builders[i].Add(cell);
                }
                else
                {
                    _batches.Add(cell);
                }
            }
            _batches?.EndRow();
        }
        if ((++Rows & 0x1FFF) == 0)
        {
            cancel.ThrowIfCancellationRequested();
            progress?.Invoke(new ReadProgress(Rows, rows.Done));
        }
    }

    private void NoteRagged(int count, Func<int, string> cell)
    {
        if (_columns is not null || count == _headings.Length || (rows.IsSheet && count < _headings.Length) || ++_ragged > MostNotes)
        {
            return;
        }
        if (count < _headings.Length)
        {
            _notes.Add(
                new ReadNote("ragged-row", $"Row {Rows + 1} has {count} of {_headings.Length} cells; the others are taken as blank.")
            );
            return;
        }
        List<string> extra = [.. Enumerable.Range(_headings.Length, Math.Min(5, count - _headings.Length)).Select(cell)];
        if (extra.Exists(text => !string.IsNullOrWhiteSpace(text)))
        {
            _notes.Add(
                new ReadNote(
                    "ragged-row",
                    $"Row {Rows + 1} has {count} cells, {_headings.Length} are expected; not read: {string.Join(" | ", extra)}"
                )
            );
        }
    }

    private void StartBuilders()
    {
        if (_builders.Length > 0)
        {
            return;
        }
        _guesses = new ColumnGuess[_headings.Length];
        for (int i = 0; i < _guesses.Length; i++)
        {
            int at = i;
            _guesses[i] = ColumnGuess.Of(_sample.Select(cells => cells[at]), rows.IsPlain);
        }
        bool fileHasCommas = _guesses.Any(guess => guess is { MostlyNumbers: true, AmbiguousNumbers: false, Numbers.DecimalMark: ',' });
        bool fileHasPoints =
            _guesses.Any(guess => guess is { MostlyNumbers: true, AmbiguousNumbers: false, Numbers.DecimalMark: '.' }) && !fileHasCommas;
        _builders = new ColumnBuilder[_headings.Length];
        for (int i = 0; i < _builders.Length; i++)
        {
            ColumnGuess guess = _guesses[i];
            string? mark = settings.Columns.GetValueOrDefault(_headings[i])?.DecimalMark ?? settings.DecimalMark;
            NumberReading reading = guess.Numbers;
            if (mark is not null)
            {
                reading = mark == "," ? NumberReading.Comma : NumberReading.Point;
            }
            else if (guess.AmbiguousNumbers)
            {
                reading = fileHasCommas || (rows.CommaIsLikely && !fileHasPoints) ? NumberReading.Comma : NumberReading.Point;
                _notes.Add(NumberQuestion(i, reading));
            }
            reading = guess.Unit is null ? reading : reading with { Unit = guess.Unit };
            _guesses[i] = guess with { Numbers = reading };
            _builders[i] = new ColumnBuilder(reading, guess.MostlyNumbers);
            foreach (string[] cells in _sample)
            {
                _builders[i].Add(cells[i]);
            }
        }
        _sample.Clear();
    }

    private ReadResult Finish()
    {
        _batches?.Finish();
        if (_ragged > MostNotes)
        {
            _notes.Add(
                new ReadNote("ragged-row", $"{_ragged - MostNotes} more rows have another number of cells than there are headings.")
            );
        }
        var columns = new Column[_headings.Length];
        for (int i = 0; i < columns.Length; i++)
        {
            cancel.ThrowIfCancellationRequested();
            ColumnSettings? set = settings.Columns.GetValueOrDefault(_headings[i]);
            ColumnGuess guess = _guesses[i];
            DateOrder? dates = set?.Dates ?? (guess.Dates is null or DateOrder.Iso ? guess.Dates : settings.Dates ?? guess.Dates);
            columns[i] = _builders[i].Build(_headings[i], set?.Type, dates);
            if (columns[i].Info.Type == ColumnType.Quantity && (guess.Unit ?? UnitAt(PlaceOf(i))) is { } unit)
            {
                columns[i] = columns[i].With(columns[i].Info with { Unit = unit });
            }
            columns[i] = set?.Settled(columns[i]) ?? columns[i];
            // What a column needed to be found out goes before the next one is settled.
            _builders[i] = null!;
            if (guess.AmbiguousDates && set?.Dates is null && settings.Dates is null && columns[i].Info.Type == ColumnType.Date)
            {
                _notes.Add(DateQuestion(i, columns[i], dates!.Value));
            }
        }
        var table = new Table(name, columns);
        if (_empty > 0 && _empty < table.RowCount)
        {
            string rowsWord = _empty == 1 ? "1 row has" : $"{Core.Numbers.NumberText.Count(_empty)} rows have";
            _notes.Add(
                new ReadNote("empty-rows", $"{rowsWord} no filled cell.")
                {
                    Answers = [new ReadAnswer("leave them out", true) { Step = new JsonObject { ["do"] = "leave-out-empty" } }],
                }
            );
        }
        (ReadNote Note, IReadOnlyDictionary<string, Core.Numbers.ExactDecimal> Numbers)? totals = TotalQuestion.Of(table);
        if (_alone > 0 && totals is null)
        {
            _notes.Add(AskAboutLonelyRows(table));
        }
        if (totals is { } total)
        {
            _notes.Add(total.Note);
            table = new Table(
                name,
                [
                    .. columns.Select(column =>
                        total.Numbers.TryGetValue(column.Name, out Core.Numbers.ExactDecimal number)
                            ? column.With(column.Info with { Total = number })
                            : column
                    ),
                ]
            );
        }
        return new ReadResult(table, settings, _notes);
    }

    /// <summary>Amounts without a label under the rows: a note's, a check's, or a row's that lost its label.</summary>
    private ReadNote AskAboutLonelyRows(Table table)
    {
        int first = table.RowCount - _alone;
        string Cells(int row) => string.Join(' ', table.Columns.Select(column => column.Cells.TextAt(row)).Where(cell => cell.Length > 0));
        string cells = string.Join(", ", Enumerable.Range(first, _alone).Select(Cells));
        string text =
            _alone == 1
                ? $"Row {first + 1} stands alone after the others, with {cells} and nothing else."
                : $"Rows {first + 1} to {table.RowCount} stand alone after the others, with {cells} and nothing else.";
        var step = new JsonObject { ["do"] = "skip-rows", ["last"] = _alone };
        string it = _alone == 1 ? "it" : "them";
        return new ReadNote(ReadNote.LonelyRow, text, Ask: true)
        {
            Answers = [new ReadAnswer($"count {it}", false), new ReadAnswer($"leave {it} out", true) { Step = step }],
        };
    }

    private ReadNote NumberQuestion(int column, NumberReading reading)
    {
        string example = _sample
            .Select(cells => cells[column].Trim())
            .First(cell => Written(NumberReading.Point, cell) != Written(NumberReading.Comma, cell));
        ReadAnswer Answer(NumberReading read) =>
            new(Written(read, example), read == reading) { DecimalComma = read == NumberReading.Comma };
        return new ReadNote(
            "ambiguous-number",
            $"Column \"{_headings[column]}\": \"{example}\" is read as {Written(reading, example)}; the mark may also be the other one.",
            Ask: true
        )
        {
            Column = column,
            Answers = [Answer(NumberReading.Point), Answer(NumberReading.Comma)],
        };
    }

    private static string Written(NumberReading reading, string cell) =>
        reading.TryRead(cell, out Core.Numbers.ExactInt units, out int scale, out _)
            ? Core.Numbers.ExactDecimal.Format(units, scale)
            : cell;

    private static ReadNote DateQuestion(int at, Column column, DateOrder read)
    {
        DateOrder[] orders = [DateOrder.DayMonthYear, DateOrder.MonthDayYear];
        // The first date that would be another day the other way round.
        string example = column.Labels.Labels.FirstOrDefault(label =>
            Day(label, orders[0]) is { } day && Day(label, orders[1]) is { } other && day != other
        ) ?? "";
        string text =
            example.Length == 0
                ? $"Column \"{column.Name}\": day and month can't be told apart, and are the same in each row."
                : $"Column \"{column.Name}\": \"{example}\" is read as {Day(example, read)}; day and month may also be "
                    + "the other way round.";
        return new ReadNote("ambiguous-date", text, Ask: example.Length > 0)
        {
            Column = at,
            Answers =
                example.Length == 0
                    ? []
                    : [.. orders.Select(order => new ReadAnswer(Day(example, order)!, order == read) { Dates = order })],
        };
    }

    private static string? Day(string label, DateOrder order) =>
        DateReading.TryRead(label, order, out DateTime date)
            ? date.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture)
            : null;
}
