using System.Collections.Immutable;
using System.Text;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Delimited;

/// <summary>
/// Reads delimited text (RFC 4180 and its relatives). Separator, encoding, marks and types are found from the file;
/// what is doubtful is noted. Rows stream through column builders, so that memory grows with the table, not with its text.
/// </summary>
public static class DelimitedReader
{
    private const int SampleRows = 2000;
    private const int SampleCharacters = 1 << 16;
    private const int MostNotes = 200;

    /// <summary>The most columns a table may have.</summary>
    public const int MostColumns = 5000;

    /// <param name="stream">Seekable.</param>
    /// <param name="name">The table's name.</param>
    /// <param name="settings">What is settled already.</param>
    /// <param name="progress">Told every few thousand rows.</param>
    /// <param name="cancel">Stops the reading.</param>
    /// <exception cref="ReadException">The file is empty, is not text, or has too many columns.</exception>
    public static ReadResult Read(Stream stream, string name, ReadSettings settings, Action<ReadProgress>? progress = null, CancellationToken cancel = default)
    {
        if (stream.Length == stream.Position)
        {
            throw new ReadException("empty-file", "The file is empty: it must have a line of headings and rows below it.");
        }
        (Encoding encoding, string encodingName) = settings.Encoding is { } given ? (TextEncodings.Named(given), given) : TextEncodings.Find(stream);
        char separator = settings.Separator is { Length: 1 } set ? set[0] : FindSeparator(stream, encoding);
        if (separator is '"' or '\r' or '\n' || char.IsAsciiLetterOrDigit(separator))
        {
            throw new ReadException("wrong-separator", $"separator is \"{separator}\"; it must be a mark such as a comma, a semicolon or a tab.");
        }
        using var text = new StreamReader(stream, encoding, detectEncodingFromByteOrderMarks: true, 1 << 16, leaveOpen: true);
        var run = new Run(stream, name, settings with { Separator = separator.ToString(), Encoding = encodingName }, progress, cancel);
        return run.Read(new DelimitedScanner(text, separator), separator);
    }

    private static char FindSeparator(Stream stream, Encoding encoding)
    {
        long start = stream.Position;
        using var text = new StreamReader(stream, encoding, true, 4096, leaveOpen: true);
        var sample = new char[SampleCharacters];
        int count = text.ReadBlock(sample);
        stream.Position = start;
        if (sample.AsSpan(0, Math.Min(count, 2000)).Count('\0') > 2)
        {
            throw new ReadException("not-text", "The file is not text: it must be delimited text such as CSV.");
        }
        return SeparatorFinder.Find(new string(sample, 0, count));
    }

    private sealed class Run(Stream stream, string name, ReadSettings settings, Action<ReadProgress>? progress, CancellationToken cancel)
    {
        private readonly List<ReadNote> _notes = [];
        private readonly List<string[]> _sample = [];
        private string[] _headings = [];
        private ColumnBuilder[] _builders = [];
        private ColumnGuess[] _guesses = [];
        private int _ragged;

        public long Rows { get; private set; }

        public ReadResult Read(DelimitedScanner row, char separator)
        {
            bool first = true;
            while (row.Next())
            {
                if (first)
                {
                    TakeHeadings(row);
                    first = false;
                    continue;
                }
                if (row.IsEmptyLine)
                {
                    continue;
                }
                Take(row);
                if ((++Rows & 0x1FFF) == 0)
                {
                    cancel.ThrowIfCancellationRequested();
                    progress?.Invoke(new ReadProgress(Rows, stream.Length == 0 ? 1 : stream.Position / (double)stream.Length));
                }
            }
            if (first)
            {
                throw new ReadException("empty-file", "The file has no text: it must have a line of headings and rows below it.");
            }
            StartBuilders(separator);
            return Finish();
        }

        private void TakeHeadings(DelimitedScanner row)
        {
            if (row.Count > MostColumns)
            {
                throw new ReadException("too-many-columns", $"The first line has {row.Count} cells; a table can have at most {MostColumns} columns.");
            }
            var cells = new string[row.Count];
            for (int i = 0; i < cells.Length; i++)
            {
                cells[i] = row[i].ToString();
            }
            _headings = Headings.Settle(cells, _notes);
        }

        private void Take(DelimitedScanner row)
        {
            int count = row.Count;
            if (count != _headings.Length)
            {
                NoteRagged(row);
            }
            if (_builders.Length == 0)
            {
                var cells = new string[_headings.Length];
                for (int i = 0; i < cells.Length; i++)
                {
                    cells[i] = i < count ? row[i].ToString() : "";
                }
                _sample.Add(cells);
                if (_sample.Count == SampleRows)
                {
                    StartBuilders(settings.Separator![0]);
                }
                return;
            }
            for (int i = 0; i < _builders.Length; i++)
            {
                if (i < count)
                {
                    _builders[i].Add(row[i]);
                }
                else
                {
                    _builders[i].AddBlank();
                }
            }
        }

        private void NoteRagged(DelimitedScanner row)
        {
            if (++_ragged > MostNotes)
            {
                return;
            }
            if (row.Count < _headings.Length)
            {
                _notes.Add(new ReadNote("ragged-row", $"Row {Rows + 1} has {row.Count} of {_headings.Length} cells; the others are taken as blank."));
                return;
            }
            var extra = new List<string>();
            for (int i = _headings.Length; i < row.Count && i < _headings.Length + 5; i++)
            {
                extra.Add(row[i].ToString());
            }
            if (extra.Exists(cell => !string.IsNullOrWhiteSpace(cell)))
            {
                _notes.Add(new ReadNote("ragged-row", $"Row {Rows + 1} has {row.Count} cells, {_headings.Length} are expected; not read: {string.Join(" | ", extra)}"));
            }
        }

        private void StartBuilders(char separator)
        {
            if (_builders.Length > 0)
            {
                return;
            }
            _guesses = new ColumnGuess[_headings.Length];
            for (int i = 0; i < _guesses.Length; i++)
            {
                int at = i;
                _guesses[i] = ColumnGuess.Of(_sample.Select(cells => cells[at]));
            }
            bool fileHasCommas = _guesses.Any(guess => guess is { MostlyNumbers: true, AmbiguousNumbers: false, Numbers.DecimalMark: ',' });
            bool fileHasPoints = _guesses.Any(guess => guess is { MostlyNumbers: true, AmbiguousNumbers: false, Numbers.DecimalMark: '.' }) && !fileHasCommas;
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
                    reading = fileHasCommas || (separator == ';' && !fileHasPoints) ? NumberReading.Comma : NumberReading.Point;
                    _notes.Add(NumberQuestion(i, reading));
                }
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
            if (_ragged > MostNotes)
            {
                _notes.Add(new ReadNote("ragged-row", $"{_ragged - MostNotes} more rows have another number of cells than there are headings."));
            }
            var columns = new Column[_headings.Length];
            ImmutableSortedDictionary<string, ColumnSettings> used = settings.Columns;
            for (int i = 0; i < columns.Length; i++)
            {
                cancel.ThrowIfCancellationRequested();
                ColumnSettings? set = settings.Columns.GetValueOrDefault(_headings[i]);
                ColumnGuess guess = _guesses[i];
                DateOrder? dates = set?.Dates ?? (guess.Dates is null or DateOrder.Iso ? guess.Dates : settings.Dates ?? guess.Dates);
                columns[i] = _builders[i].Build(_headings[i], set?.Type, dates);
                // What a column needed to be found out goes before the next one is settled.
                _builders[i] = null!;
                if (guess.AmbiguousDates && set?.Dates is null && settings.Dates is null && columns[i].Info.Type == ColumnType.Date)
                {
                    _notes.Add(DateQuestion(i, columns[i], dates!.Value));
                }
            }
            var table = new Table(name, columns);
            return new ReadResult(table, settings with { Columns = used }, _notes);
        }

        private ReadNote NumberQuestion(int column, NumberReading reading)
        {
            string example = _sample.Select(cells => cells[column].Trim()).First(cell => Written(NumberReading.Point, cell) != Written(NumberReading.Comma, cell));
            ReadAnswer Answer(NumberReading read) => new(Written(read, example), read == reading) { DecimalComma = read == NumberReading.Comma };
            return new ReadNote("ambiguous-number", $"Column \"{_headings[column]}\": \"{example}\" is read as {Written(reading, example)}; the mark may also be the other one.", Ask: true)
            {
                Column = column,
                Answers = [Answer(NumberReading.Point), Answer(NumberReading.Comma)],
            };
        }

        private static string Written(NumberReading reading, string cell) =>
            reading.TryRead(cell, out Core.Numbers.ExactInt units, out int scale, out _) ? Core.Numbers.ExactDecimal.Format(units, scale) : cell;

        private ReadNote DateQuestion(int at, Column column, DateOrder read)
        {
            DateOrder[] orders = [DateOrder.DayMonthYear, DateOrder.MonthDayYear];
            // The first date that would be another day the other way round.
            string example = column.Labels.Labels.FirstOrDefault(label => Day(label, orders[0]) is { } day && Day(label, orders[1]) is { } other && day != other) ?? "";
            string text = example.Length == 0
                ? $"Column \"{column.Name}\": day and month can't be told apart, and are the same in each row."
                : $"Column \"{column.Name}\": \"{example}\" is read as {Day(example, read)}; day and month may also be the other way round.";
            return new ReadNote("ambiguous-date", text, Ask: example.Length > 0)
            {
                Column = at,
                Answers = example.Length == 0 ? [] : [.. orders.Select(order => new ReadAnswer(Day(example, order)!, order == read) { Dates = order })],
            };
        }

        private static string? Day(string label, DateOrder order) =>
            DateReading.TryRead(label, order, out DateTime date) ? date.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture) : null;
    }
}
