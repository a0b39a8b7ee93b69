using System.Globalization;
using System.Reflection;
using OneWhole.Formats.Reading;
using Parquet;
using Parquet.Schema;

namespace OneWhole.Formats.ColumnFiles;

/// <summary>Parquet files: flat columns, one row group after another.</summary>
internal sealed class ParquetFormat : TableFormat
{
    public override string Name => "Parquet";

    public override IReadOnlyList<string> Extensions => [".parquet"];

    public override bool Recognises(ReadOnlySpan<byte> head, string extension) => head.StartsWith("PAR1"u8);

    public override (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings, CancellationToken cancel) =>
        (Run(async () => new Rows(await ParquetReader.CreateAsync(stream).ConfigureAwait(false))), settings);

    /// <summary>The library is asynchronous; readers here are not, and run on a thread of their own.</summary>
    private static T Run<T>(Func<Task<T>> act)
    {
        try
        {
            return Task.Run(act).GetAwaiter().GetResult();
        }
        catch (Exception broken) when (broken is not (OutOfMemoryException or ReadException))
        {
            throw new ReadException(
                "damaged-file",
                "The Parquet file is damaged, cut off, or packed in a way that is not read. Write it anew.",
                broken
            );
        }
    }

    private sealed class Rows : RowSource
    {
        private readonly ParquetReader _reader;
        private readonly DataField[] _fields;
        private readonly string[] _cells;
        private Array[] _columns = [];
        private int _group = -1;
        private long _row;
        private long _rowsInGroup;

        public Rows(ParquetReader reader)
        {
            _reader = reader;
            _fields = [.. reader.Schema.GetDataFields().Where(field => field.MaxRepetitionLevel == 0)];
            if (_fields.Length == 0)
            {
                throw new ReadException("empty-file", "The Parquet file has no flat column: lists and maps are no tables.");
            }
            Names = [.. _fields.Select(field => field.Path.ToString().Replace('/', '.'))];
            _cells = new string[_fields.Length];
        }

        public override IReadOnlyList<string>? Names { get; }

        public override int Count => _cells.Length;

        public override ReadOnlySpan<char> this[int cell] => _cells[cell];

        public override bool IsPlain => true;

        public override bool IsEmpty => false;

        public override double Done =>
            _reader.RowGroupCount == 0 ? 1 : (_group + (_rowsInGroup == 0 ? 0 : _row / (double)_rowsInGroup)) / _reader.RowGroupCount;

        public override bool Next()
        {
            while (_row >= _rowsInGroup)
            {
                if (++_group >= _reader.RowGroupCount)
                {
                    return false;
                }
                ReadGroup();
            }
            for (int i = 0; i < _cells.Length; i++)
            {
                _cells[i] = TextOf(_fields[i], _columns[i].GetValue(_row));
            }
            _row++;
            return true;
        }

        /// <summary>The library gives a time of day as a number of its unit since midnight; 24:00 is one.</summary>
        private static string TextOf(DataField field, object? value) =>
            field is TimeDataField time && value is not null
                ? PlainText.Of(TimeSpan.FromTicks(TicksOf(Convert.ToInt64(value, CultureInfo.InvariantCulture), time.Precision)))
                : PlainText.OfAny(value);

        private static long TicksOf(long time, TimeUnitPrecision unit) =>
            unit switch
            {
                TimeUnitPrecision.Millis => time * TimeSpan.TicksPerMillisecond,
                TimeUnitPrecision.Micros => time * TimeSpan.TicksPerMicrosecond,
                _ => time / TimeSpan.NanosecondsPerTick,
            };

        private void ReadGroup()
        {
            _columns = Run(async () =>
            {
                using ParquetRowGroupReader group = _reader.OpenRowGroupReader(_group);
                _rowsInGroup = group.RowCount;
                var columns = new Array[_fields.Length];
                for (int i = 0; i < columns.Length; i++)
                {
                    columns[i] = await ReadColumn(group, _fields[i]).ConfigureAwait(false);
                }
                return columns;
            });
            _row = 0;
        }

        private static Task<Array> ReadColumn(ParquetRowGroupReader group, DataField field)
        {
            if (field.ClrType == typeof(string))
            {
                return Fill(new string?[group.RowCount], values => group.ReadAsync(field, values.AsMemory(), null, default));
            }
            // The library reads each type of value into an array of that type.
            return (Task<Array>)
                typeof(Rows)
                    .GetMethod(nameof(ReadValues), BindingFlags.NonPublic | BindingFlags.Static)!
                    .MakeGenericMethod(field.ClrType)
                    .Invoke(null, [group, field])!;
        }

        private static Task<Array> ReadValues<T>(ParquetRowGroupReader group, DataField field)
            where T : struct =>
            field.IsNullable
                ? Fill(new T?[group.RowCount], values => group.ReadAsync(field, values.AsMemory(), null, default))
                : Fill(new T[group.RowCount], values => group.ReadAsync(field, values.AsMemory(), null, default));

        private static async Task<Array> Fill<T>(T[] values, Func<T[], ValueTask> read)
        {
            await read(values).ConfigureAwait(false);
            return values;
        }

        public override void Dispose() => Task.Run(async () => await _reader.DisposeAsync().ConfigureAwait(false)).GetAwaiter().GetResult();
    }
}
