using System.Text;
using System.Text.Json;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Json;

/// <summary>
/// JSON (RFC 8259): an array of objects, or one object a line. The columns are the objects' members in the order of their first
/// appearance; a member within a member is named "outer.inner". Read twice: once for the names, once for the rows.
/// </summary>
internal sealed class JsonFormat : TableFormat
{
    /// <summary>Deeper objects are refused: no table is nested so.</summary>
    private const int Deepest = 16;

    public override string Name => "JSON";

    public override IReadOnlyList<string> Extensions => [".json", ".ndjson", ".jsonl"];

    public override bool Recognises(ReadOnlySpan<byte> head, string extension)
    {
        if (Extensions.Contains(extension))
        {
            return true;
        }
        ReadOnlySpan<byte> text = (head.StartsWith(Encoding.UTF8.Preamble) ? head[3..] : head).TrimStart(" \t\r\n"u8);
        return extension.Length == 0
            && (text.StartsWith("{\""u8) || (text.StartsWith("["u8) && text[1..].TrimStart(" \t\r\n"u8).StartsWith("{"u8)));
    }

    /// <summary>Lists of objects within one object are tables that can be chosen.</summary>
    public override IReadOnlyList<string> SectionsOf(Stream stream) => [.. JsonLists.In(stream).Select(list => list.Path)];

    public override (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings, CancellationToken cancel)
    {
        long start = stream.Position;
        IReadOnlyList<JsonLists.Place> lists = JsonLists.In(stream);
        if (lists.Count > 0)
        {
            JsonLists.Place list = settings.Section is null
                ? lists[0]
                : lists.FirstOrDefault(list => list.Path == settings.Section)
                    ?? throw new ReadException(
                        "no-table",
                        $"The JSON has no list \"{settings.Section}\"; its lists of objects are "
                            + $"{string.Join(", ", lists.Select(other => $"\"{other.Path}\""))}."
                    );
            settings = settings with { Section = list.Path };
            start += list.Offset;
        }
        stream.Position = start;
        var names = new List<string>();
        var places = new Dictionary<string, int>(StringComparer.Ordinal);
        var objects = new Objects(stream, lists.Count > 0);
        long repeated = 0,
            firstRepeated = 0;
        var seen = new HashSet<string>(StringComparer.Ordinal);
        while (true)
        {
            cancel.ThrowIfCancellationRequested();
            seen.Clear();
            bool more = objects.Next(
                (name, _) =>
                {
                    if (!seen.Add(name) && repeated++ == 0)
                    {
                        firstRepeated = objects.Count + 1;
                    }
                    if (places.TryAdd(name, names.Count))
                    {
                        names.Add(name);
                    }
                }
            );
            if (!more)
            {
                break;
            }
            if (names.Count > TableFile.MostColumns)
            {
                throw new ReadException("too-many-columns", $"The objects have more than {TableFile.MostColumns} members.");
            }
        }
        if (objects.Count == 0)
        {
            throw new ReadException("empty-file", "The JSON has no object: it must be an array of objects, or one object a line.");
        }
        stream.Position = start;
        ReadNote[] told =
            repeated == 0
                ? []
                :
                [
                    new ReadNote(
                        "repeated-member",
                        $"{repeated:N0} {(repeated == 1 ? "member is" : "members are")} there twice in one object, the "
                            + $"first in object {firstRepeated:N0}: the last value of each is taken."
                    ),
                ];
        return (new Rows(stream, names, places, lists.Count > 0, told), settings);
    }

    private sealed class Rows(Stream stream, List<string> names, Dictionary<string, int> places, bool inner, IReadOnlyList<ReadNote> told)
        : RowSource
    {
        private readonly Objects _objects = new(stream, inner);

        public override IEnumerable<ReadNote> Told => told;

        private readonly string[] _cells = new string[names.Count];

        public override int Count => _cells.Length;

        public override ReadOnlySpan<char> this[int cell] => _cells[cell];

        public override IReadOnlyList<string> Names => names;

        public override bool IsPlain => true;

        /// <summary>An object without members is a row too.</summary>
        public override bool IsEmpty => false;

        public override double Done => stream.Length == 0 ? 1 : stream.Position / (double)stream.Length;

        public override bool Next()
        {
            Array.Fill(_cells, "");
            return _objects.Next((name, text) => _cells[places[name]] = text);
        }
    }

    /// <summary>Takes one object after another from a stream, whatever the stream's size.</summary>
    /// <param name="stream">At the object, the array, or the first line.</param>
    /// <param name="inner">Whether the array is a member of an object, which goes on after it.</param>
    private sealed class Objects(Stream stream, bool inner = false)
    {
        private byte[] _buffer = new byte[1 << 16];
        private int _filled;
        private int _at;
        private bool _ended;
        private bool? _array;

        public long Count { get; private set; }

        /// <summary>Reads the next object, and tells each of its members as text.</summary>
        /// <exception cref="ReadException">The text is no JSON, or other than objects.</exception>
        public bool Next(Action<string, string> member)
        {
            if (!Reach() || (_array == true && _buffer[_at] == ']'))
            {
                return End();
            }
            if (Count > 0 && _array == true)
            {
                Expect(',');
            }
            if (_buffer[_at] != '{')
            {
                throw Wrong("an object begins here");
            }
            while (true)
            {
                var reader = new Utf8JsonReader(
                    _buffer.AsSpan(_at, _filled - _at),
                    _ended,
                    new JsonReaderState(new JsonReaderOptions { MaxDepth = 64 })
                );
                try
                {
                    if (JsonDocument.TryParseValue(ref reader, out JsonDocument? document))
                    {
                        using (document)
                        {
                            Tell(document.RootElement, "", member, 0);
                        }
                        _at += (int)reader.BytesConsumed;
                        Count++;
                        return true;
                    }
                }
                catch (JsonException broken)
                {
                    throw new ReadException(
                        "damaged-file",
                        $"Object {Count + 1} is no well-formed JSON (its line {(broken.LineNumber ?? 0) + 1}, place "
                            + $"{(broken.BytePositionInLine ?? 0) + 1}).",
                        broken
                    );
                }
                catch (InvalidOperationException broken)
                {
                    // A string with half of a character has no text.
                    throw new ReadException("damaged-file", $"Object {Count + 1} holds text that is not valid Unicode.", broken);
                }
                if (!Fill())
                {
                    throw new ReadException("damaged-file", $"Object {Count + 1} is not closed: the file ends within it.");
                }
            }
        }

        private bool End()
        {
            if (_array == true)
            {
                if (_at >= _filled)
                {
                    throw new ReadException("damaged-file", $"The array is not closed: the file ends after object {Count}.");
                }
                _at++;
                if (!inner && Reach())
                {
                    throw Wrong("the array ends, and nothing follows");
                }
                _array = false;
            }
            return false;
        }

        private ReadException Wrong(string expected)
        {
            string found = Encoding.UTF8.GetString(_buffer, _at, Math.Min(20, _filled - _at)).Split('\n')[0];
            return new ReadException(
                "wrong-json",
                $"After {Count} objects stands \"{found}\" where {expected}; the file must be an array of objects, or one object a line."
            );
        }

        private void Expect(char mark)
        {
            if (_buffer[_at] != mark)
            {
                throw Wrong($"a \"{mark}\" is needed");
            }
            _at++;
            if (!Reach())
            {
                throw new ReadException("damaged-file", $"The array is not closed: the file ends after object {Count}.");
            }
        }

        /// <summary>Goes to the next byte that is no white space, and into the array where the file is one.</summary>
        private bool Reach()
        {
            while (true)
            {
                while (_at < _filled && _buffer[_at] is (byte)' ' or (byte)'\t' or (byte)'\r' or (byte)'\n')
                {
                    _at++;
                }
                if (_at == _filled)
                {
                    if (!Fill())
                    {
                        return false;
                    }
                    continue;
                }
                if (_array is null)
                {
                    while (_filled - _at < 4 && Fill()) { }
                    if (_buffer.AsSpan(_at, _filled - _at).StartsWith(Encoding.UTF8.Preamble))
                    {
                        _at += 3;
                    }
                    else
                    {
                        _array = _at < _filled && _buffer[_at] == '[';
                        _at += _array.Value ? 1 : 0;
                    }
                    continue;
                }
                return true;
            }
        }

        private bool Fill()
        {
            if (_ended)
            {
                return false;
            }
            _buffer.AsSpan(_at, _filled - _at).CopyTo(_buffer);
            _filled -= _at;
            _at = 0;
            if (_filled == _buffer.Length)
            {
                if (_buffer.Length >= 1 << 26)
                {
                    throw new ReadException("too-large", $"Object {Count + 1} is larger than {_buffer.Length >> 20} MB.");
                }
                Array.Resize(ref _buffer, _buffer.Length * 2);
            }
            int count = stream.Read(_buffer, _filled, _buffer.Length - _filled);
            _filled += count;
            _ended = count == 0;
            return count > 0;
        }

        private static void Tell(JsonElement element, string path, Action<string, string> member, int depth)
        {
            foreach (JsonProperty property in element.EnumerateObject())
            {
                string name = path.Length == 0 ? property.Name : $"{path}.{property.Name}";
                if (property.Value.ValueKind == JsonValueKind.Object && depth < Deepest)
                {
                    Tell(property.Value, name, member, depth + 1);
                }
                else
                {
                    member(name, TextOf(property.Value));
                }
            }
        }

        private static string TextOf(JsonElement value) =>
            value.ValueKind switch
            {
                JsonValueKind.String => value.GetString()!,
                JsonValueKind.Null or JsonValueKind.Undefined => "",
                JsonValueKind.Array => string.Join(", ", value.EnumerateArray().Select(TextOf)),
                _ => value.GetRawText(),
            };
    }
}
