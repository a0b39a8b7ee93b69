using System.Text;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Workings as CSV that no sheet takes for formulas.</summary>
public sealed class InertCsvWorkingsTests : HandsOver
{
    [Fact]
    public void Labels_that_begin_like_formulas_are_made_inert_where_that_is_asked_for()
    {
        Table table = TableFile
            .Read(
                new MemoryStream(Encoding.UTF8.GetBytes("Cause,Minutes\n=1+1,4\n@here,3\n-x,2\n\"Fog, =thick\",1\n")),
                "causes.csv",
                ReadSettings.Found
            )
            .Table;
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "sharebars"}}"""
        );
        var handed = new HandedStudy("Causes", study, WorkingsSet.Run(table, study));
        string[] First(string kind) => Encoding.UTF8.GetString(Write(kind, handed)).Split("\r\n")[1..5];
        Assert.StartsWith("=1+1,4", First("workings.csv")[0], StringComparison.Ordinal);
        string[] inert = First("inert.csv");
        Assert.StartsWith("'=1+1,4", inert[0], StringComparison.Ordinal);
        Assert.StartsWith("'@here,3", inert[1], StringComparison.Ordinal);
        Assert.StartsWith("'-x,2", inert[2], StringComparison.Ordinal);
        Assert.StartsWith("\"Fog, =thick\",1", inert[3], StringComparison.Ordinal);
    }
}
