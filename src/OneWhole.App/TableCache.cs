using OneWhole.Core.Tables;

namespace OneWhole.App;

/// <summary>Tables in memory, bounded in bytes; what was used longest ago goes first.</summary>
public sealed class TableCache(long mostBytes)
{
    private readonly Lock _gate = new();
    private readonly LinkedList<(string Id, long Revision, Table Table, long Bytes)> _used = [];
    private long _bytes;

    public Table Get(string id, long revision, Func<Table> load)
    {
        lock (_gate)
        {
            for (var node = _used.First; node is not null; node = node.Next)
            {
                if (node.Value.Id == id && node.Value.Revision == revision)
                {
                    _used.Remove(node);
                    _used.AddFirst(node);
                    return node.Value.Table;
                }
            }
        }
        Table table = load();
        Put(id, revision, table);
        return table;
    }

    public void Put(string id, long revision, Table table)
    {
        long bytes = table.Columns.Sum(column => BytesOf(column.Cells));
        lock (_gate)
        {
            _used.AddFirst((id, revision, table, bytes));
            _bytes += bytes;
            while (_bytes > mostBytes && _used.Count > 1)
            {
                _bytes -= _used.Last!.Value.Bytes;
                _used.RemoveLast();
            }
        }
    }

    private static long BytesOf(Cells cells) => cells switch
    {
        LabelCells labels => (long)labels.Count * labels.Codes.Width + labels.Labels.Sum(label => 40L + 2 * label.Length),
        NumberCells numbers => (numbers.Units is null ? 64L : 8L) * numbers.Count + 80L * numbers.Spellings.Count,
        _ => 0,
    };
}
