using System.Text;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>What tests of what leaves share: a study whose labels would like to be more than text.</summary>
public abstract class HandsOver
{
    protected const string Rows =
        "Cause,Season,Minutes\nFog on the Sound,Winter,120\n\"<script>alert(1)</script> & | "
        + "*x*\",Winter,60\n=1+1,Summer,15\nÆrvåg,Summer,5.5\n";

    protected static HandedStudy Study(string more = "", string form = "pareto")
    {
        using var stream = new MemoryStream(Encoding.UTF8.GetBytes(Rows));
        Table table = TableFile.Read(stream, "t.csv", ReadSettings.Found).Table;
        Study study = StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "title": "Minutes lost & found", "parts": {"column": "Cause"}, "value": """
                + $$"""{"sum": "Minutes"}, "form": {"kind": "{{form}}"} {{more}} }"""
        );
        return new HandedStudy(study.Title, study, WorkingsSet.Run(table, study));
    }

    protected static byte[] Write(string kind, HandedStudy study) => HandOver.Find(kind).ToBytes(study, new HandingSize(960, 600));
}
