using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Office;

/// <summary>The proofs of a workbook: formulas that give TRUE, and the tie-out as it was told.</summary>
internal static class ProofsSheet
{
    private const int MostWholes = 100;

    /// <returns>The next free row.</returns>
    public static int Write(Sheet sheet, int first, string title, WorkingsSheet workings)
    {
        sheet.Text(first, 1, title, new CellStyle { Large = true });
        sheet.Widths[1] = 14;
        sheet.Widths[2] = 110;
        int row = first + 1;
        foreach ((string words, string formula) in Proofs(workings))
        {
            row++;
            sheet.Formula(row, 1, formula, true, new CellStyle { Bold = true });
            sheet.Text(row, 2, words);
        }
        row++;
        foreach (TieOutLine line in workings.Workings.TieOut)
        {
            row++;
            sheet.Text(row, 1, WorkingsJson.StatusWord(line.Status), new CellStyle { Quiet = true });
            sheet.Text(row, 2, line.Text, new CellStyle { Quiet = true });
        }
        return row + 3;
    }

    private static IEnumerable<(string Words, string Formula)> Proofs(WorkingsSheet sheet)
    {
        WorkingsResult workings = sheet.Workings;
        Division division = workings.Division;
        if (division.IsEmpty)
        {
            yield break;
        }
        string Range(string key, int from, int to) => $"{sheet.Sheet.Reference}!{Sheet.Letter(sheet.ColumnOf(key))}{sheet.RowOf(from)}:{Sheet.Letter(sheet.ColumnOf(key))}{sheet.RowOf(to)}";
        bool has(string key) => workings.Find(key) is not null;
        string name = sheet.TotalPlace is null ? "" : sheet.TotalName;
        const string near = "<=0.000000001*MAX(1,ABS";
        if (sheet.HasRows && name.Length > 0 && division.Study.Value is not Measure.Distinct)
        {
            // Stages of a way don't add up: the first of them is the whole.
            (string words, string parts) = division.WholeIsFirst ? ($"the rows of {division.Parts[0].Label} add up to the whole", "1") : ("the rows used add up to all amounts", "\">0\"");
            yield return (words, $"ABS(SUMIFS({sheet.RowsReference}!$E:$E,{sheet.RowsReference}!$D:$D,1,{sheet.RowsReference}!$B:$B,{parts})-{name}){near}({name}))");
        }
        if (name.Length > 0 && sheet.WholePlace is not null && division.FixedWhole is null)
        {
            yield return ("the amounts add up to 100 %", $"ABS({name}-{sheet.WholeName}){near}({sheet.WholeName}))");
        }
        if (!has("share") || workings.RowsAreGroups)
        {
            yield break;
        }
        // The shares of each whole: of everything, of each group, or of each part over the groups.
        for (int whole = 0; whole < Math.Min(MostWholes, division.WholeCount); whole++)
        {
            if (division.FixedWhole is not null || division.WholeAt(whole).IsZero)
            {
                continue;
            }
            (string Words, string Share, string Shown) of = division.WholeOf switch
            {
                WholeOf.Group => (division.Groups![whole].Label, Range("share", whole * division.PartCount, (whole + 1) * division.PartCount - 1), has("shownShare") ? Range("shownShare", whole * division.PartCount, (whole + 1) * division.PartCount - 1) : ""),
                WholeOf.Part => (division.Parts[whole].Label, Cells("share", whole), has("shownShare") ? Cells("shownShare", whole) : ""),
                _ => ("everything", division.HasGroups ? GroupTotals("share") : Range("share", 0, workings.RowCount - 1), !has("shownShare") ? "" : division.HasGroups ? GroupTotals("shownShare") : Range("shownShare", 0, workings.RowCount - 1)),
            };
            yield return ($"the shares of {of.Words} add up to 100 %", $"ABS(SUM({of.Share})-1)<0.000000001");
            if (of.Shown.Length > 0 && division.RowsIn(whole).Any(workings.SharesOf(null).IsReconciled))
            {
                yield return ($"the shown shares of {of.Words} add up to 100", $"ABS(SUM({of.Shown})-100)<0.0000001");
            }
        }

        string Cells(string key, int part) => string.Join(',', Enumerable.Range(0, division.GroupCount).Take(250).Select(group => Range(key, group * division.PartCount + part, group * division.PartCount + part)));
        string GroupTotals(string key) => string.Join(',', Enumerable.Range(0, division.GroupCount).Take(250).Select(group => $"{sheet.Sheet.Reference}!{Sheet.Place(sheet.SubtotalRow(group), sheet.ColumnOf(key))}"));
    }
}
