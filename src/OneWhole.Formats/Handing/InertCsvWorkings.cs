namespace OneWhole.Formats.Handing;

/// <summary>
/// The workings as CSV for programs that take a label that begins with = + - @ for a formula: an apostrophe before it keeps it a text.
/// </summary>
internal sealed class InertCsvWorkings : HandOver
{
    public override string Kind => "inert.csv";

    public override string Name => "CSV for spreadsheets";

    public override string Detail => "labels with = + - @ made inert";

    public override string MediaType => "text/csv; charset=utf-8";

    protected override bool IsData => true;

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress) =>
        WorkingsCsv.Write(study.Workings, to, progress, inert: true);
}
