using OneWhole.Core.Workings;
using Parquet;
using Parquet.Schema;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as a file of columns, unrounded.</summary>
internal sealed class ParquetWorkings : HandOver
{
    /// <summary>Rows that are written together: no more than these are in memory as cells.</summary>
    private const int GroupRows = 1 << 16;

    public override string Kind => "workings.parquet";

    public override string Name => "Workings, Parquet";

    public override string Detail => "unrounded, for other engines";

    public override string MediaType => "application/vnd.apache.parquet";

    protected override bool IsData => true;

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress) =>
        WriteAsync(study.Workings, to, progress).GetAwaiter().GetResult();

    private static async Task WriteAsync(WorkingsSet set, Stream to, Progress progress)
    {
        progress.Expect(set.RowCount);
        DataField[] fields =
        [
            .. set.Column is null ? (DataField[])[] : [new DataField<string>("each")],
            .. set.Columns.Select(column =>
                (DataField)(
                    column.IsText ? new DataField<string>(column.Key)
                    : column.Unit == ColumnUnit.Count ? new DataField<long?>(column.Key)
                    : new DataField<double?>(column.Key)
                )
            ),
        ];
        await using ParquetWriter writer = await ParquetWriter.CreateAsync(new ParquetSchema(fields), to).ConfigureAwait(false);
        foreach (
            (Panel Each, int Row)[] rows in set
                .Values.SelectMany(each => progress.Rows(each.Workings.RowCount).Select(row => (each, row)))
                .Chunk(GroupRows)
        )
        {
            using ParquetRowGroupWriter group = writer.CreateRowGroup();
            int first = set.Column is null ? 0 : 1;
            if (first > 0)
            {
                await group.WriteAsync(fields[0], rows.Select(row => row.Each.Value).ToArray()).ConfigureAwait(false);
            }
            for (int i = 0; i < set.Columns.Count; i++)
            {
                int at = i;
                WorkingColumn Of((Panel Each, int Row) row) => row.Each.Workings.Columns[at];
                if (set.Columns[at].IsText)
                {
                    await group.WriteAsync(fields[first + at], rows.Select(row => Of(row).Text(row.Row)!).ToArray()).ConfigureAwait(false);
                }
                else if (set.Columns[at].Unit == ColumnUnit.Count)
                {
                    await group
                        .WriteAsync<long>(fields[first + at], rows.Select(row => (long?)Of(row).Number(row.Row)).ToArray().AsMemory())
                        .ConfigureAwait(false);
                }
                else
                {
                    await group
                        .WriteAsync<double>(fields[first + at], rows.Select(row => Of(row).Number(row.Row)).ToArray().AsMemory())
                        .ConfigureAwait(false);
                }
            }
        }
    }
}
