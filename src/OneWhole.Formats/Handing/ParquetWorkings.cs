using OneWhole.Core.Workings;
using Parquet;
using Parquet.Schema;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as a file of columns, unrounded.</summary>
internal sealed class ParquetWorkings : HandOver
{
    public override string Kind => "workings.parquet";

    public override string Name => "Workings, Parquet";

    public override string Detail => "unrounded, for other engines";

    public override string MediaType => "application/vnd.apache.parquet";

    public override byte[] Write(HandedStudy study, HandingSize size) => WriteAsync(study.Workings).GetAwaiter().GetResult();

    private static async Task<byte[]> WriteAsync(WorkingsSet set)
    {
        (int Each, int Row)[] rows = [.. set.Values.SelectMany((each, at) => Enumerable.Range(0, each.Workings.RowCount).Select(row => (at, row)))];
        var columns = new List<(DataField Field, Array Cells)>();
        if (set.Column is not null)
        {
            columns.Add((new DataField<string>("each"), rows.Select(row => set.Values[row.Each].Value).ToArray()));
        }
        for (int i = 0; i < set.Columns.Count; i++)
        {
            int at = i;
            WorkingColumn Of((int Each, int Row) row) => set.Values[row.Each].Workings.Columns[at];
            columns.Add(set.Columns[i].IsText
                ? (new DataField<string>(set.Columns[i].Key), rows.Select(row => Of(row).Text(row.Row)).ToArray())
                : (new DataField<double?>(set.Columns[i].Key), rows.Select(row => Of(row).Number(row.Row)).ToArray()));
        }
        using var bytes = new MemoryStream();
        await using (ParquetWriter writer = await ParquetWriter.CreateAsync(new ParquetSchema(columns.Select(column => column.Field)), bytes).ConfigureAwait(false))
        {
            using ParquetRowGroupWriter group = writer.CreateRowGroup();
            foreach ((DataField field, Array cells) in columns)
            {
                if (cells is string?[] texts)
                {
                    await group.WriteAsync(field, texts!).ConfigureAwait(false);
                }
                else
                {
                    await group.WriteAsync<double>(field, ((double?[])cells).AsMemory()).ConfigureAwait(false);
                }
            }
        }
        return bytes.ToArray();
    }
}
