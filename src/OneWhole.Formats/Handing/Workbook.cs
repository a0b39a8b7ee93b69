using OneWhole.Formats.Office;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as formulas on the rows, with a chart that office programs draw, proofs and the study.</summary>
internal sealed class Workbook : HandOver
{
    public override string Kind => "figure.xlsx";

    public override string Name => "Workbook";

    public override string Detail => "formulas, chart, proofs, rows";

    public override string MediaType => "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress) =>
        to.Write(StudyWorkbook.Of(study, size).ToBytes());
}
