using System.Text;
using OneWhole.Core.Studies;

namespace OneWhole.Formats.Handing;

/// <summary>The study itself.</summary>
internal sealed class StudyFile : HandOver
{
    public override string Kind => "study.json";

    public override string Name => "Study, JSON";

    public override string Detail => "runs on another table";

    public override string MediaType => "application/json";

    protected override bool IsData => true;

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress) =>
        to.Write(Encoding.UTF8.GetBytes(StudyFormat.Standard.WriteText(study.Study)));
}
