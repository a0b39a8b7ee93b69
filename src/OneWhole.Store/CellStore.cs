using System.IO.Compression;
using System.Runtime.InteropServices;
using System.Text;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Store;

/// <summary>Where a column's cells are.</summary>
/// <param name="Import">The import that holds them.</param>
/// <param name="Place">Their place in it.</param>
public readonly record struct CellPlace(string Import, int Place);

/// <summary>A column of an edit.</summary>
/// <param name="Place">Its place in the new import.</param>
/// <param name="Cells">All of its cells.</param>
/// <param name="Base">Where they were before; null for a new column.</param>
public sealed record EditedColumn(int Place, Cells Cells, CellPlace? Base)
{
    /// <summary>What was typed, by row, where nothing else is different; else null.</summary>
    public IReadOnlyDictionary<int, string>? Typed { get; init; }

    /// <summary>How numbers are written in it.</summary>
    public NumberReading Reading { get; init; } = NumberReading.Point;
}

/// <summary>
/// The cells of tables, in blocks of 64 Ki rows of one column. An import writes its blocks in short transactions, unseen; the change
/// that it is part of publishes it. A table is there whole or not at all. An edit is an import of the columns that it changes: of
/// typed cells it holds those cells and where the others are, of rows that came or went the blocks that differ.
/// </summary>
public sealed class CellStore(Database database)
{
    /// <summary>Rows in one block.</summary>
    public const int BlockRows = 1 << 16;

    private sealed record NumberHead(int Scale, int Count, bool Narrow, bool Decimals);

    /// <summary>
    /// After so many cells an import's transaction ends. A transaction waits for the disk, so one for each of 5,000 short columns takes
    /// long; while one is open nobody else can write, so long columns have one each.
    /// </summary>
    private const int TransactionCells = 1 << 18;

    /// <summary>Writes all cells of a table under a new import that nothing sees yet.</summary>
    /// <returns>The import's id.</returns>
    public string Write(IReadOnlyList<Column> columns, CancellationToken cancel = default)
    {
        string import = Guid.CreateVersion7().ToString("n");
        using SqliteConnection connection = database.Open();
        Database.Execute(
            connection,
            "INSERT INTO import (id, published, created) VALUES ($id, 0, $now)",
            null,
            ("$id", import),
            ("$now", Database.Now())
        );
        try
        {
            for (int next = 0; next < columns.Count; )
            {
                using SqliteTransaction transaction = connection.BeginTransaction();
                var writer = new Writer(connection, transaction, import, null);
                for (long cells = 0; next < columns.Count && cells < TransactionCells; next++)
                {
                    cancel.ThrowIfCancellationRequested();
                    WriteColumn(writer, $"c{next}", columns[next].Cells);
                    cells += columns[next].Count;
                }
                transaction.Commit();
            }
        }
        catch
        {
            Database.Execute(connection, "DELETE FROM import WHERE id = $id", null, ("$id", import));
            throw;
        }
        return import;
    }

    /// <summary>Typed cells of up to so many bytes are kept together; beyond, the next ones are laid on them.</summary>
    private const int PatchBytes = 4096;

    /// <summary>More typed cells at once are written as blocks.</summary>
    private const int MostPatched = 1000;

    private sealed record Patch(bool Comma, Dictionary<int, string> Cells);

    /// <summary>
    /// Makes an import of the columns that an edit changes: typed cells, or blocks, of which those that stay equal are shared.
    /// </summary>
    /// <returns>The new import's id; nothing sees it before it is published.</returns>
    public string Derive(IEnumerable<EditedColumn> columns)
    {
        string import = Guid.CreateVersion7().ToString("n");
        using SqliteConnection connection = database.Open();
        using SqliteTransaction transaction = connection.BeginTransaction();
        Database.Execute(
            connection,
            "INSERT INTO import (id, published, created) VALUES ($id, 0, $now)",
            transaction,
            ("$id", import),
            ("$now", Database.Now())
        );
        foreach (EditedColumn column in columns)
        {
            if (column is { Base: { } under, Typed: { Count: <= MostPatched } typed })
            {
                WritePatch(connection, transaction, new CellPlace(import, column.Place), under, typed, column.Reading);
            }
            else
            {
                WriteColumn(new Writer(connection, transaction, import, column.Base), $"c{column.Place}", column.Cells);
            }
        }
        transaction.Commit();
        return import;
    }

    /// <summary>Typed cells, together with those that they are typed beside, as long as they are few.</summary>
    private static void WritePatch(
        SqliteConnection connection,
        SqliteTransaction transaction,
        CellPlace at,
        CellPlace under,
        IReadOnlyDictionary<int, string> typed,
        NumberReading reading
    )
    {
        var patch = new Patch(reading.DecimalMark == ',', new Dictionary<int, string>(typed));
        if (FindPatch(connection, transaction, under) is var (known, below, bytes) && bytes <= PatchBytes && known.Comma == patch.Comma)
        {
            foreach ((int row, string text) in known.Cells)
            {
                patch.Cells.TryAdd(row, text);
            }
            under = below;
        }
        Database.Execute(
            connection,
            "INSERT INTO patch (import, place, base, base_place, cells) VALUES ($import, $place, $base, $basePlace, $cells)",
            transaction,
            ("$import", at.Import),
            ("$place", at.Place),
            ("$base", under.Import),
            ("$basePlace", under.Place),
            ("$cells", JsonSerializer.SerializeToUtf8Bytes(patch))
        );
    }

    private static (Patch Patch, CellPlace Base, int Bytes)? FindPatch(
        SqliteConnection connection,
        SqliteTransaction? transaction,
        CellPlace at
    )
    {
        using SqliteCommand command = Database.Command(
            connection,
            "SELECT base, base_place, cells FROM patch WHERE import = $import AND place = $place",
            transaction,
            ("$import", at.Import),
            ("$place", at.Place)
        );
        using SqliteDataReader reader = command.ExecuteReader();
        if (!reader.Read())
        {
            return null;
        }
        var bytes = (byte[])reader[2];
        return (JsonSerializer.Deserialize<Patch>(bytes)!, new CellPlace(reader.GetString(0), reader.GetInt32(1)), bytes.Length);
    }

    /// <summary>Removes every import besides these and those that they are laid on.</summary>
    public void KeepOnly(IReadOnlyCollection<string> imports)
    {
        using SqliteConnection connection = database.Open();
        Database.Execute(
            connection,
            """
            WITH RECURSIVE kept (id) AS (
                SELECT value FROM json_each($imports) UNION SELECT base FROM patch JOIN kept ON patch.import = kept.id)
            DELETE FROM import WHERE id NOT IN (SELECT id FROM kept)
            """,
            null,
            ("$imports", JsonSerializer.Serialize(imports))
        );
    }

    public void Remove(string import)
    {
        using SqliteConnection connection = database.Open();
        Database.Execute(connection, "DELETE FROM import WHERE id = $id", null, ("$id", import));
    }

    /// <summary>Writes an import's blocks, or points to those of another import that hold the same.</summary>
    private sealed class Writer(SqliteConnection connection, SqliteTransaction transaction, string import, CellPlace? from)
    {
        public void Write(string segment, int number, byte[] bytes)
        {
            if (from is { } before)
            {
                string known = $"c{before.Place}{segment[segment.IndexOf(':', StringComparison.Ordinal)..]}";
                using SqliteCommand same = Database.Command(
                    connection,
                    "SELECT block.id FROM layout JOIN block ON block.id = layout.block WHERE import = $from AND segment "
                        + "= $segment AND number = $number AND bytes = $bytes",
                    transaction,
                    ("$from", before.Import),
                    ("$segment", known),
                    ("$number", number),
                    ("$bytes", bytes)
                );
                if (same.ExecuteScalar() is long block)
                {
                    Point(segment, number, block);
                    return;
                }
            }
            using SqliteCommand command = Database.Command(
                connection,
                "INSERT INTO block (bytes) VALUES ($bytes) RETURNING id",
                transaction,
                ("$bytes", bytes)
            );
            Point(segment, number, (long)command.ExecuteScalar()!);
        }

        private void Point(string segment, int number, long block) =>
            Database.Execute(
                connection,
                "INSERT INTO layout (import, segment, number, block) VALUES ($import, $segment, $number, $block)",
                transaction,
                ("$import", import),
                ("$segment", segment),
                ("$number", number),
                ("$block", block)
            );
    }

    private static void WriteColumn(Writer writer, string name, Cells cells)
    {
        if (cells is LabelCells labels)
        {
            WriteLabels(writer, $"{name}:labels", labels.Labels);
            switch (labels.Codes.Values)
            {
                case byte[] narrow:
                    WriteBlocks<byte>(writer, $"{name}:codes1", narrow);
                    break;
                case ushort[] middle:
                    WriteBlocks<ushort>(writer, $"{name}:codes2", middle);
                    break;
                default:
                    WriteBlocks<int>(writer, $"{name}:codes4", (int[])labels.Codes.Values);
                    break;
            }
            return;
        }
        var numbers = (NumberCells)cells;
        writer.Write(
            $"{name}:numbers",
            0,
            JsonSerializer.SerializeToUtf8Bytes(
                new NumberHead(numbers.Scale, numbers.Count, numbers.Units is not null, numbers.Decimals is not null)
            )
        );
        if (numbers.Units is not null)
        {
            WriteBlocks<long>(writer, $"{name}:units", numbers.Units);
        }
        else
        {
            writer.Write($"{name}:wide", 0, Pack(JsonSerializer.SerializeToUtf8Bytes(numbers.Wide!.Select(number => number?.ToString()))));
        }
        if (numbers.Decimals is not null)
        {
            WriteBlocks<byte>(writer, $"{name}:decimals", numbers.Decimals);
        }
        if (numbers.Spellings.Count > 0)
        {
            writer.Write($"{name}:spellings", 0, Pack(JsonSerializer.SerializeToUtf8Bytes(numbers.Spellings)));
        }
    }

    /// <summary>
    /// Labels in blocks too: a long list is never in memory a second time. A few blocks are packed at once, and written in their order.
    /// </summary>
    private static void WriteLabels(Writer writer, string segment, IReadOnlyList<string> labels)
    {
        int blocks = Math.Max(1, (labels.Count + BlockRows - 1) / BlockRows),
            together = Math.Clamp(Environment.ProcessorCount, 1, 8);
        for (int first = 0; first < blocks; first += together)
        {
            var packed = new byte[Math.Min(together, blocks - first)][];
            if (packed.Length == 1)
            {
                packed[0] = PackedBlock(labels, first);
            }
            else
            {
                int from = first;
                Parallel.For(0, packed.Length, at => packed[at] = PackedBlock(labels, from + at));
            }
            for (int at = 0; at < packed.Length; at++)
            {
                writer.Write(segment, first + at, packed[at]);
            }
        }
    }

    private static byte[] PackedBlock(IReadOnlyList<string> labels, int number)
    {
        int first = number * BlockRows,
            end = Math.Min(first + BlockRows, labels.Count);
        var pool = labels as LabelPool;
        using var packed = new MemoryStream();
        using (var deflate = new DeflateStream(packed, CompressionLevel.Fastest))
        using (var json = new Utf8JsonWriter(deflate))
        {
            char[] scratch = [];
            json.WriteStartArray();
            for (int code = first; code < end; code++)
            {
                if (pool is null)
                {
                    json.WriteStringValue(labels[code]);
                }
                else if (pool.TryGetAscii(code, out ReadOnlySpan<byte> ascii))
                {
                    json.WriteStringValue(ascii);
                }
                else
                {
                    json.WriteStringValue(pool.Read(code, ref scratch));
                }
                if (json.BytesPending > JsonBytes)
                {
                    json.Flush();
                }
            }
            json.WriteEndArray();
        }
        return packed.ToArray();
    }

    /// <summary>So much JSON is packed at once.</summary>
    private const int JsonBytes = 1 << 15;

    private static void WriteBlocks<T>(Writer writer, string segment, T[] values)
        where T : unmanaged
    {
        for (int first = 0, number = 0; first < values.Length || number == 0; first += BlockRows, number++)
        {
            ReadOnlySpan<T> block = values.AsSpan(first, Math.Min(BlockRows, values.Length - first));
            writer.Write(segment, number, MemoryMarshal.AsBytes(block).ToArray());
        }
    }

    private static IReadOnlyList<string>? ReadLabels(SqliteConnection connection, string import, string segment)
    {
        LabelPool? labels = null;
        foreach (byte[] packed in ReadBytes(connection, import, segment))
        {
            labels ??= new LabelPool();
            var json = new Utf8JsonReader(Unpack(packed));
            while (json.Read())
            {
                if (json.TokenType is JsonTokenType.StartArray or JsonTokenType.EndArray)
                {
                    continue;
                }
                if (json.TokenType != JsonTokenType.String)
                {
                    throw new JsonException("Labels are texts.");
                }
                if (json.ValueIsEscaped || !Ascii.IsValid(json.ValueSpan))
                {
                    labels.Add(json.GetString());
                }
                else
                {
                    labels.AddAscii(json.ValueSpan);
                }
            }
        }
        return labels?.Settled();
    }

    /// <summary>Reads one column's cells back.</summary>
    /// <exception cref="InvalidDataException">The blocks are not there, or are damaged.</exception>
    public Cells Read(CellPlace at)
    {
        using SqliteConnection connection = database.Open();
        try
        {
            var patches = new Stack<Patch>();
            while (FindPatch(connection, null, at) is var (patch, under, _))
            {
                patches.Push(patch);
                at = under;
            }
            Cells cells = ReadBlocks(connection, at.Import, at.Place);
            foreach (Patch patch in patches)
            {
                cells = cells.With(patch.Cells, patch.Comma ? NumberReading.Comma : NumberReading.Point);
            }
            return cells;
        }
        catch (Exception fault)
            when (fault
                    is JsonException
                        or IndexOutOfRangeException
                        or ArgumentException
                        or FormatException
                        or SqliteException { SqliteErrorCode: 11 }
            )
        {
            throw new InvalidDataException($"The rows of column {at.Place + 1} are damaged in the data file.", fault);
        }
    }

    private static Cells ReadBlocks(SqliteConnection connection, string import, int column)
    {
        string name = $"c{column}";
        if (ReadLabels(connection, import, $"{name}:labels") is { } labels)
        {
            Array codes =
                ReadBlocks<byte>(connection, import, $"{name}:codes1") as Array
                ?? ReadBlocks<ushort>(connection, import, $"{name}:codes2") as Array
                ?? ReadBlocks<int>(connection, import, $"{name}:codes4") as Array
                ?? throw new InvalidDataException($"Column {column} of import {import} has no codes.");
            return new LabelCells(labels, Codes.Wrap(codes));
        }
        byte[] head = ReadBlob(connection, import, $"{name}:numbers")
            ?? throw new InvalidDataException($"Column {column} of import {import} is not there.");
        NumberHead numbers = JsonSerializer.Deserialize<NumberHead>(head)!;
        ExactInt?[]? wide = numbers.Narrow
            ? null
            : Array.ConvertAll(JsonSerializer.Deserialize<string?[]>(Unpack(ReadBlob(connection, import, $"{name}:wide")!))!, text =>
                text is null
                    ? (ExactInt?)null
                    : new ExactInt(System.Numerics.BigInteger.Parse(text, System.Globalization.CultureInfo.InvariantCulture))
            );
        Dictionary<int, string> spellings = ReadBlob(connection, import, $"{name}:spellings") is { } spelled
            ? JsonSerializer.Deserialize<Dictionary<int, string>>(Unpack(spelled))!
            : [];
        return new NumberCells(
            numbers.Scale,
            numbers.Narrow ? ReadBlocks<long>(connection, import, $"{name}:units") : null,
            wide,
            numbers.Decimals ? ReadBlocks<byte>(connection, import, $"{name}:decimals") : null,
            spellings
        );
    }

    private static IEnumerable<byte[]> ReadBytes(SqliteConnection connection, string import, string segment)
    {
        using SqliteCommand command = Database.Command(
            connection,
            "SELECT bytes FROM layout JOIN block ON block.id = layout.block WHERE import = $import AND segment = $segment ORDER BY number",
            null,
            ("$import", import),
            ("$segment", segment)
        );
        using SqliteDataReader reader = command.ExecuteReader();
        while (reader.Read())
        {
            yield return (byte[])reader[0];
        }
    }

    private static T[]? ReadBlocks<T>(SqliteConnection connection, string import, string segment)
        where T : unmanaged
    {
        List<byte[]> blocks = [.. ReadBytes(connection, import, segment)];
        if (blocks.Count == 0)
        {
            return null;
        }
        int size = Marshal.SizeOf<T>();
        var values = new T[blocks.Sum(block => (long)block.Length) / size];
        Span<byte> to = MemoryMarshal.AsBytes(values.AsSpan());
        foreach (byte[] block in blocks)
        {
            block.CopyTo(to);
            to = to[block.Length..];
        }
        return values;
    }

    private static byte[]? ReadBlob(SqliteConnection connection, string import, string segment)
    {
        using SqliteCommand command = Database.Command(
            connection,
            "SELECT bytes FROM layout JOIN block ON block.id = layout.block WHERE import = $import AND segment = $segment AND number = 0",
            null,
            ("$import", import),
            ("$segment", segment)
        );
        return command.ExecuteScalar() as byte[];
    }

    private static byte[] Pack(byte[] bytes)
    {
        using var packed = new MemoryStream();
        using (var deflate = new DeflateStream(packed, CompressionLevel.Fastest))
        {
            deflate.Write(bytes);
        }
        return packed.ToArray();
    }

    private static byte[] Unpack(byte[] bytes)
    {
        using var deflate = new DeflateStream(new MemoryStream(bytes), CompressionMode.Decompress);
        using var plain = new MemoryStream();
        deflate.CopyTo(plain);
        return plain.ToArray();
    }
}
