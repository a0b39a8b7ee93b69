using System.Numerics;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>
/// One axis of the aggregation, as a code for every row: a label's, a band's, or none where the axis is made of
/// columns. Codes of a band axis may be <see cref="Outside"/> or <see cref="NotReadable"/>.
/// </summary>
internal abstract class AxisScan
{
    public const int Outside = -1;
    public const int NotReadable = -2;

    /// <summary>How many codes there are.</summary>
    public abstract int Size { get; }

    /// <summary>Whether the codes can be below 0.</summary>
    public virtual bool CanMiss => false;

    /// <summary>Whether every entry is listed even without a row.</summary>
    public virtual bool ListsAll => true;

    /// <summary>Writes the codes of the rows from <paramref name="first"/> on.</summary>
    public abstract void Fill(int first, Span<int> codes);

    /// <summary>
    /// Adds numbers to the sums of their codes, where each code of the axis has a row; false where that has to be looked at row by row.
    /// </summary>
    public virtual bool AddTo(long[] sums, int first, ReadOnlySpan<long> units) => false;

    public abstract Entry EntryOf(int code);

    /// <summary>Many entries at once, made when they are asked for; null where each has to be made.</summary>
    public virtual IReadOnlyList<Entry>? Later(int[] codes) => null;

    /// <summary>Labels that are listed although no row of the table has them.</summary>
    public virtual IReadOnlyList<Entry> WithoutRows => [];

    /// <summary>Codes that are listed although no row that passes has them.</summary>
    public virtual bool IsExpected(int code) => false;

    public static AxisScan Of(Table table, Axis axis, byte[]? passing, string place) =>
        axis switch
        {
            Axis.Labels labels => new LabelScan(Columns.Find(table, labels.Column, $"{place}.column").Labels, labels.Expected),
            Axis.Bands bands => new BandScan(Columns.Find(table, bands.Column, $"{place}.column").Numbers, bands, passing, place),
            Axis.Columns columns => new ColumnScan(columns.Names),
            _ => throw new NotSupportedException(),
        };

    private sealed class LabelScan : AxisScan
    {
        private readonly LabelView _view;
        private readonly HashSet<string>? _expected;
        private readonly List<Entry> _withoutRows = [];

        public LabelScan(LabelView view, IReadOnlyList<string> expected)
        {
            _view = view;
            if (expected.Count == 0)
            {
                return;
            }
            _expected = [];
            foreach (string label in expected)
            {
                if (_expected.Add(label) && view.CodeOf(label) < 0)
                {
                    _withoutRows.Add(new Entry(label, EntryKind.Label, view.Labels.Count + _withoutRows.Count));
                }
            }
        }

        public override int Size => _view.Labels.Count;

        public override bool ListsAll => false;

        public override IReadOnlyList<Entry> WithoutRows => _withoutRows;

        public override bool IsExpected(int code) => _expected is not null && _expected.Contains(_view.Labels[code]);

        public override Entry EntryOf(int code) =>
            new(_view.Labels, code) { Expected = _expected is null || _expected.Contains(_view.Labels[code]) };

        public override IReadOnlyList<Entry>? Later(int[] codes) =>
            codes.Length < LabelEntries.Many || _withoutRows.Count > 0
                ? null
                : new LabelEntries(EntryOf, _view.Labels, _view.BlankCode, codes);

        public override void Fill(int first, Span<int> codes)
        {
            switch (_view.Codes.Values)
            {
                case byte[] narrow:
                    Widen(narrow.AsSpan(first, codes.Length), codes);
                    break;
                case ushort[] middle:
                    Widen(middle.AsSpan(first, codes.Length), codes);
                    break;
                case int[] full:
                    full.AsSpan(first, codes.Length).CopyTo(codes);
                    break;
            }
        }

        public override bool AddTo(long[] sums, int first, ReadOnlySpan<long> units)
        {
            switch (_view.Codes.Values)
            {
                case byte[] narrow:
                    Add(sums, narrow.AsSpan(first, units.Length), units);
                    break;
                case ushort[] middle:
                    Add(sums, middle.AsSpan(first, units.Length), units);
                    break;
                case int[] full:
                    Add(sums, full.AsSpan(first, units.Length), units);
                    break;
            }
            return true;
        }

        private static void Add<T>(long[] sums, ReadOnlySpan<T> codes, ReadOnlySpan<long> units)
            where T : unmanaged, IBinaryInteger<T>
        {
            for (int i = 0; i < codes.Length && i < units.Length; i++)
            {
                sums[int.CreateTruncating(codes[i])] += units[i];
            }
        }

        private static void Widen<T>(ReadOnlySpan<T> from, Span<int> to)
            where T : unmanaged, IBinaryInteger<T>
        {
            for (int i = 0; i < from.Length; i++)
            {
                to[i] = int.CreateTruncating(from[i]);
            }
        }
    }

    private sealed class BandScan : AxisScan
    {
        private readonly int[] _codes;
        private readonly int _count;
        private readonly Axis.Bands _bands;

        public BandScan(NumberView numbers, Axis.Bands bands, byte[]? passing, string place)
        {
            _bands = bands;
            int scale = Math.Max(numbers.Scale, Math.Max(bands.Start.Scale, Math.Max(bands.Width.Scale, bands.End?.Scale ?? 0)));
            ExactInt step = ExactInt.PowerOfTen(scale - numbers.Scale);
            ExactInt start = bands.Start.AtScale(scale),
                width = bands.Width.AtScale(scale);
            ExactInt? end = bands.End?.AtScale(scale);

            int rows = numbers.Units?.Length ?? numbers.Wide!.Length;
            ExactInt count = end is null
                ? CountFor(numbers, passing, rows, step, start, width)
                : -ExactInt.FloorDivide(start - end.Value, width).Quotient;
            if (count > 10_000)
            {
                throw new StudyException(
                    "too-many-bands",
                    $"{place}.bands",
                    $"{place}.bands makes {count} bands; at most 10000 can be made: take a larger width."
                );
            }
            _count = (int)count.Small;
            _codes = new int[rows];
            for (int row = 0; row < rows; row++)
            {
                ExactInt? number = numbers.At(row);
                if (number is null)
                {
                    _codes[row] = NotReadable;
                    continue;
                }
                ExactInt value = number.Value * step;
                if (value < start || value > end)
                {
                    _codes[row] = Outside;
                    continue;
                }
                ExactInt band = ExactInt.FloorDivide(value - start, width).Quotient;
                // The last band is cut off at the end, and includes it. Without an end, rows beyond the last band are filtered out ones.
                _codes[row] =
                    band < _count ? (int)band.Small
                    : end is not null ? _count - 1
                    : Outside;
            }
        }

        private static ExactInt CountFor(NumberView numbers, byte[]? passing, int rows, ExactInt step, ExactInt start, ExactInt width)
        {
            ExactInt? largest = null;
            for (int row = 0; row < rows; row++)
            {
                if ((passing is null || passing[row] != 0) && numbers.At(row) is { } number && (largest is null || number > largest.Value))
                {
                    largest = number;
                }
            }
            return largest is null || largest.Value * step < start
                ? ExactInt.Zero
                : ExactInt.FloorDivide(largest.Value * step - start, width).Quotient + ExactInt.One;
        }

        public override int Size => _count;

        public override bool CanMiss => true;

        public override void Fill(int first, Span<int> codes) => _codes.AsSpan(first, codes.Length).CopyTo(codes);

        public override Entry EntryOf(int code)
        {
            int scale = Math.Max(_bands.Start.Scale, _bands.Width.Scale);
            ExactInt start = _bands.Start.AtScale(scale),
                width = _bands.Width.AtScale(scale);
            var from = new ExactDecimal(start + width * code, scale);
            var to = new ExactDecimal(start + width * (code + 1L), scale);
            if (_bands.End is { } end && to > end)
            {
                to = end;
            }
            return new Entry($"{from}–{to}", EntryKind.Band, code) { Band = (from, to) };
        }
    }

    private sealed class ColumnScan(IReadOnlyList<string> names) : AxisScan
    {
        public override int Size => names.Count;

        public override void Fill(int first, Span<int> codes) => codes.Clear();

        public override Entry EntryOf(int code) => new(Label.Of(names[code]), EntryKind.WideColumn, code);
    }
}
