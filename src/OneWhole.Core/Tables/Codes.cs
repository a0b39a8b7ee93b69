namespace OneWhole.Core.Tables;

/// <summary>One small number a row, kept in the narrowest of 1, 2 and 4 bytes that holds the largest.</summary>
public sealed class Codes
{
    private Codes(Array values) => Values = values;

    /// <summary>The array: <c>byte[]</c>, <c>ushort[]</c> or <c>int[]</c>.</summary>
    public Array Values { get; }

    /// <summary>How many rows there are.</summary>
    public int Count => Values.Length;

    /// <summary>How many bytes a code takes: 1, 2 or 4.</summary>
    public int Width =>
        Values switch
        {
            byte[] => 1,
            ushort[] => 2,
            _ => 4,
        };

    /// <summary>The code of a row.</summary>
    public int this[int row] =>
        Values switch
        {
            byte[] narrow => narrow[row],
            ushort[] middle => middle[row],
            _ => ((int[])Values)[row],
        };

    /// <param name="codes">Codes of 0 to <paramref name="distinct"/> − 1; the first <paramref name="count"/> count.</param>
    /// <param name="count">Of the rows that count.</param>
    /// <param name="distinct">How many codes there are.</param>
    public static Codes From(int[] codes, int count, int distinct)
    {
        if (distinct <= byte.MaxValue + 1)
        {
            var narrow = new byte[count];
            for (int i = 0; i < count; i++)
            {
                narrow[i] = (byte)codes[i];
            }
            return new Codes(narrow);
        }
        if (distinct <= ushort.MaxValue + 1)
        {
            var middle = new ushort[count];
            for (int i = 0; i < count; i++)
            {
                middle[i] = (ushort)codes[i];
            }
            return new Codes(middle);
        }
        return new Codes(codes.Length == count ? codes : codes[..count]);
    }

    /// <summary>A copy as integers.</summary>
    internal int[] ToInts()
    {
        var codes = new int[Count];
        for (int row = 0; row < codes.Length; row++)
        {
            codes[row] = this[row];
        }
        return codes;
    }

    /// <summary>How many rows have each code.</summary>
    public int[] Tally(int distinct)
    {
        var rows = new int[distinct];
        switch (Values)
        {
            case byte[] narrow:
                foreach (byte code in narrow)
                {
                    rows[code]++;
                }
                break;
            case ushort[] middle:
                foreach (ushort code in middle)
                {
                    rows[code]++;
                }
                break;
            default:
                foreach (int code in (int[])Values)
                {
                    rows[code]++;
                }
                break;
        }
        return rows;
    }

    /// <exception cref="ArgumentException">The array is of none of the three kinds.</exception>
    public static Codes Wrap(Array values) =>
        values is byte[] or ushort[] or int[]
            ? new Codes(values)
            : throw new ArgumentException("Codes are bytes, ushorts or ints.", nameof(values));
}
