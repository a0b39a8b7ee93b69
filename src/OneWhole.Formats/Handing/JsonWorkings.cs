namespace OneWhole.Formats.Handing;

/// <summary>Workings with rules, proofs and readings.</summary>
internal sealed class JsonWorkings : HandOver
{
    public override string Kind => "workings.json";

    public override string Name => "Workings, JSON";

    public override string Detail => "with rules, proofs, readings";

    public override string MediaType => "application/json";

    protected override bool IsData => true;

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress) =>
        WorkingsJson.Write(study.Workings, to, progress);
}
