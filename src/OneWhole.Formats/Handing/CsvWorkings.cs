namespace OneWhole.Formats.Handing;

/// <summary>Every row as a table reads them.</summary>
internal sealed class CsvWorkings : HandOver
{
    public override string Kind => "workings.csv";

    public override string Name => "Workings, CSV";

    public override string Detail => "unrounded, labels as they are";

    public override string MediaType => "text/csv; charset=utf-8";

    protected override bool IsData => true;

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress) =>
        WorkingsCsv.Write(study.Workings, to, progress);
}
