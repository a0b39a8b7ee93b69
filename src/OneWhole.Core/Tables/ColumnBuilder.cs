using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>
/// Takes a column's cells one by one and finds out what they are. It starts from a guess (numbers or labels) and
/// is right whatever comes: what does not fit the guess is kept, and at the end the column becomes a quantity if at
/// least nine in ten of its filled cells are numbers, years aside.
/// </summary>
public sealed class ColumnBuilder
{
    private readonly NumberReading _reading;
    private readonly LabelIndex _index = new();

    // Spellings of a known label that are not the label itself (not NFC, or no text): few, or they are made anew each time.
    private readonly Dictionary<string, int> _spelled = new(StringComparer.Ordinal);
    private readonly bool _numbers;
    private int[] _codes = [];
    private long[] _units = [];
    private byte[] _scales = [];
    private readonly Dictionary<int, string> _spellings = [];
    private readonly Dictionary<int, (ExactInt Units, int Scale)> _wide = [];
    private int _count;
    private int _lastCode = -1;
    private int _percents;
    private int _filled;

    /// <param name="reading">How numbers are written.</param>
    /// <param name="guessNumbers">Whether most cells are expected to be numbers; only a matter of speed.</param>
    public ColumnBuilder(NumberReading reading, bool guessNumbers)
    {
        _reading = reading;
        _numbers = guessNumbers;
    }

    /// <summary>How many cells there are so far.</summary>
    public int Count => _count;

    /// <summary>Adds a cell as it was read.</summary>
    public void Add(ReadOnlySpan<char> cell)
    {
        cell = cell.Trim();
        if (_numbers)
        {
            AddNumber(cell);
        }
        else
        {
            AddLabel(cell);
        }
        _count++;
    }

    /// <summary>Adds a cell that is a number of its own accord (from a file that holds numbers, not their text).</summary>
    public void AddBlank() => Add([]);

    private void AddLabel(ReadOnlySpan<char> cell)
    {
        if (_count == _codes.Length)
        {
            Array.Resize(ref _codes, Math.Max(1024, _count * 2));
        }
        if (_lastCode >= 0 && _index.Is(_lastCode, cell))
        {
            _codes[_count] = _lastCode;
            return;
        }
        int hash = LabelIndex.HashOf(cell),
            code = _index.Find(cell, hash);
        if (code < 0 && (_spelled.Count == 0 || !_spelled.GetAlternateLookup<ReadOnlySpan<char>>().TryGetValue(cell, out code)))
        {
            code = Label.IsPlain(cell) ? _index.AddNew(cell, hash) : AddSpelled(cell.ToString());
        }
        _codes[_count] = code;
        _lastCode = code;
    }

    /// <summary>The code of a cell whose label may be spelled otherwise.</summary>
    private int AddSpelled(string text)
    {
        string label = Label.Of(text);
        int code = _index.Add(label);
        if (label != text && _spelled.Count < _index.Count + 16)
        {
            _spelled.Add(text, code);
        }
        return code;
    }

    private void AddNumber(ReadOnlySpan<char> cell)
    {
        if (_count == _units.Length)
        {
            Array.Resize(ref _units, Math.Max(1024, _count * 2));
            Array.Resize(ref _scales, _units.Length);
        }
        if (cell.IsEmpty)
        {
            _units[_count] = NumberCells.Missing;
            return;
        }
        _filled++;
        bool plainMark = _reading.DecimalMark == '.';
        if (plainMark && cell[0] != '+' && ExactDecimal.TryParseSmall(cell, out long units, out int scale) && IsCanonicalStart(cell))
        {
            _units[_count] = units;
            _scales[_count] = (byte)scale;
            if (cell[^1] == '.' || (units == 0 && cell[0] == '-'))
            {
                _spellings[_count] = cell.ToString();
            }
            return;
        }
        if (_reading.TryRead(cell, out ExactInt exact, out scale, out bool percent))
        {
            if (percent)
            {
                _percents++;
            }
            if (exact.IsSmall && exact.Small != NumberCells.Missing && scale <= 18)
            {
                _units[_count] = exact.Small;
                _scales[_count] = (byte)scale;
            }
            else
            {
                _units[_count] = NumberCells.Missing;
                _wide[_count] = (exact, scale);
            }
            _spellings[_count] = Label.Of(cell.ToString());
            return;
        }
        _units[_count] = NumberCells.Missing;
        string text = Label.Of(cell.ToString());
        if (text != Label.Blank)
        {
            _spellings[_count] = text;
        }
        else
        {
            _filled--;
        }
    }

    /// <summary>"0.5", "12", "-3" are spelled as they would be written again; "007" and ".5" are not.</summary>
    private static bool IsCanonicalStart(ReadOnlySpan<char> cell)
    {
        int at = cell[0] == '-' ? 1 : 0;
        return cell[at] != '.' && !(cell[at] == '0' && cell.Length > at + 1 && cell[at + 1] != '.');
    }

    /// <summary>Ends the column.</summary>
    /// <param name="name">Its heading.</param>
    /// <param name="asType">A type that was asked for; null to find it.</param>
    /// <param name="dates">How dates are written, where the column holds dates.</param>
    public Column Build(string name, ColumnType? asType = null, DateOrder? dates = null)
    {
        Cells cells = _numbers ? BuildNumbers() : new LabelCells(_index.Labels(), Codes.From(_codes, _count, Math.Max(1, _index.Count)));
        return Settle(name, cells, _reading, asType, dates);
    }

    /// <summary>Finds the type of cells that are already there, and turns them into the kind that suits it.</summary>
    internal static Column Settle(string name, Cells cells, NumberReading reading, ColumnType? asType, DateOrder? dates)
    {
        ColumnType type = asType ?? FindType(name, cells, reading, dates);
        bool shares = HasPercents(cells);
        if (type == ColumnType.Quantity && cells is LabelCells labelled)
        {
            cells = ToNumbers(labelled, reading);
        }
        else if (type != ColumnType.Quantity && cells is NumberCells numbers)
        {
            LabelView view = LabelView.Of(numbers);
            cells = new LabelCells(view.Labels, view.Codes);
        }
        return new Column(
            new ColumnInfo(name, type)
            {
                Numbers = reading,
                Dates = dates ?? DateOrder.Iso,
                HoldsShares = shares && type == ColumnType.Quantity,
            },
            cells
        );
    }

    private static ColumnType FindType(string name, Cells cells, NumberReading reading, DateOrder? dates)
    {
        (int filled, int numbers, bool years) = cells is NumberCells quantity ? Tally(quantity) : Tally((LabelCells)cells, reading);
        if (filled > 0 && numbers * 10L >= filled * 9L)
        {
            return years && SoundsLikeYear(name) ? ColumnType.Category : ColumnType.Quantity;
        }
        return dates is not null ? ColumnType.Date : ColumnType.Category;
    }

    private static bool SoundsLikeYear(string name)
    {
        string lower = name.Trim().ToLowerInvariant();
        return lower is "year" or "yr" or "jahr" or "année" or "año" or "anno" or "ano" or "rok" or "år"
            || lower.EndsWith(" year", StringComparison.Ordinal)
            || lower.EndsWith("_year", StringComparison.Ordinal)
            || lower.StartsWith("year ", StringComparison.Ordinal);
    }

    private static bool IsYear(ReadOnlySpan<char> text) =>
        text.Length == 4 && text.IndexOfAnyExceptInRange('0', '9') < 0 && text[0] is '1' or '2';

    private static (int Filled, int Numbers, bool Years) Tally(NumberCells cells)
    {
        int filled = 0,
            numbers = 0;
        bool years = cells.Scale == 0 && cells.Units is not null;
        for (int row = 0; row < cells.Count; row++)
        {
            bool number = cells.At(row) is not null;
            bool text = cells.Spellings.ContainsKey(row);
            filled += number || text ? 1 : 0;
            numbers += number ? 1 : 0;
            years = years && (!number || cells.Units![row] is >= 1000 and < 3000);
        }
        return (filled, numbers, years);
    }

    /// <summary>Ends as soon as too few are numbers for a quantity.</summary>
    private static (int Filled, int Numbers, bool Years) Tally(LabelCells cells, NumberReading reading)
    {
        int[] rows = cells.Codes.Tally(cells.Labels.Count);
        int blank = Label.BlankIn(cells.Labels),
            filled = cells.Count - (blank < 0 ? 0 : rows[blank]),
            left = filled,
            numbers = 0;
        bool years = true;
        char[] scratch = [];
        for (int code = 0; code < rows.Length && (numbers + left) * 10L >= filled * 9L; code++)
        {
            if (code == blank)
            {
                continue;
            }
            left -= rows[code];
            ReadOnlySpan<char> text = Label.Read(cells.Labels, code, ref scratch);
            if (reading.TryRead(text, out _, out _, out _))
            {
                numbers += rows[code];
                years &= IsYear(text);
            }
        }
        return (filled, numbers, years);
    }

    private static bool HasPercents(Cells cells)
    {
        IEnumerable<string> texts = cells is NumberCells numbers ? numbers.Spellings.Values : ((LabelCells)cells).Labels;
        int percents = 0,
            seen = 0;
        foreach (string text in texts.Where(text => text != Label.Blank).Take(1000))
        {
            seen++;
            percents += text.EndsWith('%') ? 1 : 0;
        }
        return seen > 0 && percents * 2 > seen;
    }

    private NumberCells BuildNumbers()
    {
        int scale = 0;
        for (int row = 0; row < _count; row++)
        {
            scale = Math.Max(scale, _scales[row]);
        }
        foreach ((_, int wideScale) in _wide.Values)
        {
            scale = Math.Max(scale, wideScale);
        }
        Array.Resize(ref _scales, _count);
        byte[] written = _scales;
        byte[]? decimals = TrailingZeros(_units, written) ? written : null;
        if (_wide.Count == 0 && scale <= 18 && Fits(scale))
        {
            Array.Resize(ref _units, _count);
            for (int row = 0; row < _count; row++)
            {
                if (_units[row] != NumberCells.Missing)
                {
                    _units[row] *= ExactInt.SmallPowers[scale - written[row]];
                }
            }
            return new NumberCells(scale, _units, null, decimals, _spellings);
        }
        var wide = new ExactInt?[_count];
        for (int row = 0; row < _count; row++)
        {
            if (_wide.TryGetValue(row, out (ExactInt Units, int Scale) number))
            {
                wide[row] = number.Units * ExactInt.PowerOfTen(scale - number.Scale);
            }
            else if (_units[row] != NumberCells.Missing)
            {
                wide[row] = (ExactInt)_units[row] * ExactInt.PowerOfTen(scale - written[row]);
            }
        }
        return new NumberCells(scale, null, wide, decimals, _spellings);
    }

    /// <summary>Whether all numbers are 64-bit integers at one scale.</summary>
    private bool Fits(int scale)
    {
        for (int row = 0; row < _count; row++)
        {
            if (_units[row] != NumberCells.Missing)
            {
                long high = Math.BigMul(_units[row], ExactInt.SmallPowers[scale - _scales[row]], out long low);
                if (high != low >> 63 || low == long.MinValue)
                {
                    return false;
                }
            }
        }
        return true;
    }

    private static bool TrailingZeros(long[] units, byte[] written)
    {
        for (int row = 0; row < written.Length; row++)
        {
            if (written[row] > 0 && units[row] != NumberCells.Missing && units[row] % 10 == 0)
            {
                return true;
            }
        }
        return false;
    }

    private static NumberCells ToNumbers(LabelCells cells, NumberReading reading) =>
        NumbersOf(Enumerable.Range(0, cells.Count).Select(cells.TextAt), reading);

    /// <summary>Cells of numbers from their texts.</summary>
    internal static NumberCells NumbersOf(IEnumerable<string> texts, NumberReading reading)
    {
        var builder = new ColumnBuilder(reading, guessNumbers: true);
        foreach (string text in texts)
        {
            builder.Add(text);
        }
        return builder.BuildNumbers();
    }
}
