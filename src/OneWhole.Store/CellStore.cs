using System.IO.Compression;
using System.Runtime.InteropServices;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Store;

/// <summary>
/// The cells of tables, in blocks of 64 Ki rows of one column. An import writes its blocks in short transactions, unseen; one last
/// small transaction publishes it. A table is there whole or not at all. An edit is an import that shares every block that it does
/// not change with the one before.
/// </summary>
public sealed class CellStore(Database database)
{
    /// <summary>Rows in one block.</summary>
    public const int BlockRows = 1 << 16;

    private sealed record NumberHead(int Scale, int Count, bool Narrow, bool Decimals);

    /// <summary>Writes all cells of a table under a new import that nothing sees yet.</summary>
    /// <returns>The import's id.</returns>
    public string Write(IReadOnlyList<Column> columns, CancellationToken cancel = default)
    {
        string import = Guid.CreateVersion7().ToString("n");
        using SqliteConnection connection = database.Open();
        Database.Execute(connection, "INSERT INTO import (id, published, created) VALUES ($id, 0, $now)", null, ("$id", import), ("$now", Database.Now()));
        try
        {
            for (int i = 0; i < columns.Count; i++)
            {
                cancel.ThrowIfCancellationRequested();
                using SqliteTransaction transaction = connection.BeginTransaction();
                WriteColumn(new Writer(connection, transaction, import, null), $"c{i}", columns[i].Cells);
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

    /// <summary>Makes an import that differs from another in some columns; blocks that stay equal are shared, not written again.</summary>
    /// <param name="from">The other import.</param>
    /// <param name="changed">Cells by their place in the import; a place that the other one does not have is a new column.</param>
    /// <returns>The new import's id; nothing sees it before it is published.</returns>
    public string Derive(string from, IReadOnlyDictionary<int, Cells> changed)
    {
        string import = Guid.CreateVersion7().ToString("n");
        using SqliteConnection connection = database.Open();
        using SqliteTransaction transaction = connection.BeginTransaction();
        Database.Execute(connection, "INSERT INTO import (id, published, created) VALUES ($id, 0, $now)", transaction, ("$id", import), ("$now", Database.Now()));
        string others = string.Concat(changed.Keys.Select(place => $" AND part NOT LIKE 'c{place}:%'"));
        Database.Execute(connection, $"INSERT INTO layout SELECT $import, part, number, block FROM layout WHERE import = $from{others}", transaction, ("$import", import), ("$from", from));
        var writer = new Writer(connection, transaction, import, from);
        foreach ((int place, Cells cells) in changed)
        {
            WriteColumn(writer, $"c{place}", cells);
        }
        transaction.Commit();
        return import;
    }

    /// <summary>Removes every import besides these.</summary>
    public void KeepOnly(IReadOnlyCollection<string> imports)
    {
        using SqliteConnection connection = database.Open();
        Database.Execute(connection, "DELETE FROM import WHERE id NOT IN (SELECT value FROM json_each($imports))", null, ("$imports", JsonSerializer.Serialize(imports)));
    }

    /// <summary>Makes an import last.</summary>
    public void Publish(string import)
    {
        using SqliteConnection connection = database.Open();
        Database.Execute(connection, "UPDATE import SET published = 1 WHERE id = $id", null, ("$id", import));
    }

    public void Remove(string import)
    {
        using SqliteConnection connection = database.Open();
        Database.Execute(connection, "DELETE FROM import WHERE id = $id", null, ("$id", import));
    }

    /// <summary>Writes an import's blocks, or points to those of another import that hold the same.</summary>
    private sealed class Writer(SqliteConnection connection, SqliteTransaction transaction, string import, string? from)
    {
        public void Write(string part, int number, byte[] bytes)
        {
            if (from is not null)
            {
                using SqliteCommand same = Database.Command(connection, "SELECT block.id FROM layout JOIN block ON block.id = layout.block WHERE import = $from AND part = $part AND number = $number AND bytes = $bytes",
                    transaction, ("$from", from), ("$part", part), ("$number", number), ("$bytes", bytes));
                if (same.ExecuteScalar() is long known)
                {
                    Point(part, number, known);
                    return;
                }
            }
            using SqliteCommand command = Database.Command(connection, "INSERT INTO block (bytes) VALUES ($bytes) RETURNING id", transaction, ("$bytes", bytes));
            Point(part, number, (long)command.ExecuteScalar()!);
        }

        private void Point(string part, int number, long block) =>
            Database.Execute(connection, "INSERT INTO layout (import, part, number, block) VALUES ($import, $part, $number, $block)",
                transaction, ("$import", import), ("$part", part), ("$number", number), ("$block", block));
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
        writer.Write($"{name}:numbers", 0,
            JsonSerializer.SerializeToUtf8Bytes(new NumberHead(numbers.Scale, numbers.Count, numbers.Units is not null, numbers.Decimals is not null)));
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

    /// <summary>Labels in blocks too: a long list is never in memory a second time.</summary>
    private static void WriteLabels(Writer writer, string part, IReadOnlyList<string> labels)
    {
        var block = new List<string>(Math.Min(BlockRows, labels.Count));
        for (int first = 0, number = 0; first < labels.Count || number == 0; first += BlockRows, number++)
        {
            block.Clear();
            for (int at = first; at < Math.Min(first + BlockRows, labels.Count); at++)
            {
                block.Add(labels[at]);
            }
            writer.Write(part, number, Pack(JsonSerializer.SerializeToUtf8Bytes(block)));
        }
    }

    private static void WriteBlocks<T>(Writer writer, string part, T[] values)
        where T : unmanaged
    {
        for (int first = 0, number = 0; first < values.Length || number == 0; first += BlockRows, number++)
        {
            ReadOnlySpan<T> block = values.AsSpan(first, Math.Min(BlockRows, values.Length - first));
            writer.Write(part, number, MemoryMarshal.AsBytes(block).ToArray());
        }
    }

    private static List<string>? ReadLabels(SqliteConnection connection, string import, string part)
    {
        List<string>? labels = null;
        foreach (byte[] packed in ReadBytes(connection, import, part))
        {
            (labels ??= []).AddRange(JsonSerializer.Deserialize<string[]>(Unpack(packed))!);
        }
        return labels;
    }

    /// <summary>Reads one column's cells back.</summary>
    /// <exception cref="InvalidDataException">The blocks are not there.</exception>
    public Cells Read(string import, int column)
    {
        using SqliteConnection connection = database.Open();
        string name = $"c{column}";
        if (ReadLabels(connection, import, $"{name}:labels") is { } labels)
        {
            Array codes = ReadBlocks<byte>(connection, import, $"{name}:codes1") as Array
                ?? ReadBlocks<ushort>(connection, import, $"{name}:codes2") as Array
                ?? ReadBlocks<int>(connection, import, $"{name}:codes4") as Array
                ?? throw new InvalidDataException($"Column {column} of import {import} has no codes.");
            return new LabelCells(labels, Codes.Wrap(codes));
        }
        byte[] head = ReadBlob(connection, import, $"{name}:numbers") ?? throw new InvalidDataException($"Column {column} of import {import} is not there.");
        NumberHead numbers = JsonSerializer.Deserialize<NumberHead>(head)!;
        ExactInt?[]? wide = numbers.Narrow ? null : Array.ConvertAll(
            JsonSerializer.Deserialize<string?[]>(Unpack(ReadBlob(connection, import, $"{name}:wide")!))!,
            text => text is null ? (ExactInt?)null : new ExactInt(System.Numerics.BigInteger.Parse(text)));
        Dictionary<int, string> spellings = ReadBlob(connection, import, $"{name}:spellings") is { } spelled
            ? JsonSerializer.Deserialize<Dictionary<int, string>>(Unpack(spelled))!
            : [];
        return new NumberCells(numbers.Scale, numbers.Narrow ? ReadBlocks<long>(connection, import, $"{name}:units") : null, wide,
            numbers.Decimals ? ReadBlocks<byte>(connection, import, $"{name}:decimals") : null, spellings);
    }

    private static IEnumerable<byte[]> ReadBytes(SqliteConnection connection, string import, string part)
    {
        using SqliteCommand command = Database.Command(connection, "SELECT bytes FROM layout JOIN block ON block.id = layout.block WHERE import = $import AND part = $part ORDER BY number", null, ("$import", import), ("$part", part));
        using SqliteDataReader reader = command.ExecuteReader();
        while (reader.Read())
        {
            yield return (byte[])reader[0];
        }
    }

    private static T[]? ReadBlocks<T>(SqliteConnection connection, string import, string part)
        where T : unmanaged
    {
        List<byte[]> blocks = [.. ReadBytes(connection, import, part)];
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

    private static byte[]? ReadBlob(SqliteConnection connection, string import, string part)
    {
        using SqliteCommand command = Database.Command(connection, "SELECT bytes FROM layout JOIN block ON block.id = layout.block WHERE import = $import AND part = $part AND number = 0", null, ("$import", import), ("$part", part));
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
