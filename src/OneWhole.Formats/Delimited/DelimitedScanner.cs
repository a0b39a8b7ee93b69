using System.Buffers;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Delimited;

/// <summary>
/// Takes delimited text apart, one row at a time (RFC 4180). A quote opens a quoted cell only as the cell's first
/// character, as the standard has it: in <c>5" pipe,2</c> it is a character like any other, and the row ends at its line's
/// end. Text after a closing quote is kept as it stands. Lines end in CR LF, LF or CR; a quoted cell may hold any of them.
/// </summary>
internal sealed class DelimitedScanner
{
    /// <summary>The longest row, in characters: beyond it, a quote was opened and never closed.</summary>
    public const int LongestRow = 1 << 24;

    private readonly TextReader _text;
    private readonly char _separator;
    private readonly SearchValues<char> _ends;
    private char[] _buffer = new char[1 << 16];
    private int _row;
    private int _filled;
    private int _at;
    private bool _ended;
    private bool _quoted;
    private bool _inQuotes;

    // Places are counted from the row's start, which moves when the buffer is filled on.
    private (int Start, int Length)[] _cells = new (int, int)[64];

    public DelimitedScanner(TextReader text, char separator)
    {
        _text = text;
        _separator = separator;
        _ends = SearchValues.Create([separator, '\r', '\n']);
    }

    /// <summary>How many cells the row has.</summary>
    public int Count { get; private set; }

    /// <summary>Whether the row is a line with nothing on it; a pair of quotes is an empty cell.</summary>
    public bool IsEmptyLine => Count == 1 && !_quoted && this[0].IsWhiteSpace();

    /// <summary>How many rows were read, the one at hand included.</summary>
    public long Rows { get; private set; }

    /// <summary>A cell of the row at hand, its quotes taken off; valid until the next row.</summary>
    public ReadOnlySpan<char> this[int cell] => _buffer.AsSpan(_row + _cells[cell].Start, _cells[cell].Length);

    /// <summary>Goes to the next row.</summary>
    /// <returns>False at the end of the text.</returns>
    /// <exception cref="ReadException">A quote is opened and never closed.</exception>
    public bool Next()
    {
        Count = 0;
        _quoted = false;
        _row = _at;
        if (_at == _filled && !Fill())
        {
            return false;
        }
        Rows++;
        while (true)
        {
            bool more = _at < _filled || Fill();
            if (more && _buffer[_at] == '"' ? QuotedCell() : PlainCell())
            {
                return true;
            }
        }
    }

    /// <summary>Reads on; false at the end of the text.</summary>
    private bool Fill()
    {
        if (_ended)
        {
            return false;
        }
        if (_filled == _buffer.Length && _row > 0)
        {
            _buffer.AsSpan(_row, _filled - _row).CopyTo(_buffer);
            _at -= _row;
            _filled -= _row;
            _row = 0;
        }
        if (_filled == _buffer.Length)
        {
            if (_buffer.Length >= LongestRow)
            {
                throw _inQuotes
                    ? NotClosed()
                    : new ReadException(
                        "too-long-row",
                        $"Row {Rows} is longer than {LongestRow / 1_000_000} million characters: it is no row of a "
                            + "table. Are its line ends missing?"
                    );
            }
            Array.Resize(ref _buffer, _buffer.Length * 2);
        }
        int count = _text.Read(_buffer, _filled, _buffer.Length - _filled);
        _filled += count;
        _ended = count == 0;
        return count > 0;
    }

    private ReadException NotClosed() =>
        new(
            "open-quote",
            $"The quote that is opened in row {Math.Max(1, Rows - 1)} is never closed: close it, or double it where it is part of the text."
        );

    private void Keep(int start, int end)
    {
        if (Count == _cells.Length)
        {
            Array.Resize(ref _cells, _cells.Length * 2);
        }
        _cells[Count++] = (start, end - start);
    }

    /// <returns>Whether the row ends with the cell.</returns>
    private bool PlainCell()
    {
        int start = _at - _row;
        while (true)
        {
            int length = _buffer.AsSpan(_at, _filled - _at).IndexOfAny(_ends);
            if (length >= 0)
            {
                _at += length;
                Keep(start, _at - _row);
                return EndsRow();
            }
            _at = _filled;
            if (!Fill())
            {
                Keep(start, _filled - _row);
                return true;
            }
        }
    }

    /// <summary>The text between quotes is moved down over the quotes that are taken off.</summary>
    private bool QuotedCell()
    {
        int start = ++_at - _row,
            end = start;
        _quoted = true;
        _inQuotes = true;
        while (true)
        {
            int length = _buffer.AsSpan(_at, _filled - _at).IndexOf('"');
            if (length < 0)
            {
                length = _filled - _at;
                Move(length, ref end);
                if (!Fill())
                {
                    throw NotClosed();
                }
                continue;
            }
            Move(length, ref end);
            _at++;
            if ((_at < _filled || Fill()) && _buffer[_at] == '"')
            {
                Move(1, ref end);
                continue;
            }
            _inQuotes = false;
            return AfterQuote(start, end);
        }
    }

    private bool AfterQuote(int start, int end)
    {
        while (true)
        {
            int length = _buffer.AsSpan(_at, _filled - _at).IndexOfAny(_ends);
            Move(length < 0 ? _filled - _at : length, ref end);
            if (length >= 0)
            {
                Keep(start, end);
                return EndsRow();
            }
            if (!Fill())
            {
                Keep(start, end);
                return true;
            }
        }
    }

    private void Move(int length, ref int end)
    {
        if (_row + end != _at)
        {
            _buffer.AsSpan(_at, length).CopyTo(_buffer.AsSpan(_row + end));
        }
        _at += length;
        end += length;
    }

    /// <summary>Steps over the separator, or over the line's end.</summary>
    private bool EndsRow()
    {
        char end = _buffer[_at++];
        if (end == _separator)
        {
            return false;
        }
        if (end == '\r' && (_at < _filled || Fill()) && _buffer[_at] == '\n')
        {
            _at++;
        }
        return true;
    }
}
