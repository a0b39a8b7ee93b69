using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Office;

/// <summary>The proofs of a workbook: formulas that give TRUE, and the tie-out as it was told.</summary>
internal static class ProofsSheet
{
    private const int MostWholes = 100;

    /// <summary>Of so many parts, or groups, the order is proved.</summary>
    private const int MostOrdered = 60;

    /// <param name="sheet">The sheet of proofs.</param>
    /// <param name="first">Where these begin.</param>
    /// <param name="title">What they are of.</param>
    /// <param name="workings">The workings that they prove.</param>
    /// <param name="places">Takes the places of the proofs, for the line that sums them up.</param>
    /// <returns>The next free row.</returns>
    public static int Write(Sheet sheet, int first, string title, WorkingsSheet workings, ICollection<string> places)
    {
        sheet.Text(first, 1, title, new CellStyle { Large = true });
        sheet.Widths[1] = 14;
        sheet.Widths[2] = 110;
        int row = first + 1;
        foreach ((string words, string formula) in Proofs(workings))
        {
            row++;
            sheet.Formula(row, 1, formula, true, new CellStyle { Bold = true });
            places.Add($"{sheet.Reference}!{Sheet.Place(row, 1)}");
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
        foreach ((string, string) proof in RowProofs(sheet).Concat(OrderProofs(sheet)))
        {
            yield return proof;
        }
        if (sheet.FoldProof() is { } folded)
        {
            yield return folded;
        }
        if (!has("share") || workings.RowsAreGroups)
        {
            yield break;
        }
        if ((sheet.ShownProof() ?? sheet.ReconciledProof()) is { } shown)
        {
            yield return shown;
        }
        if (division.FixedWhole is not null && sheet.WholePlace is not null && name.Length > 0)
        {
            string shares = division.HasGroups ? GroupTotals("share") : Range("share", 0, workings.RowCount - 1);
            yield return ("the shares add up to what all amounts are of 100 %", $"ABS(SUM({shares})-{name}/{sheet.WholeName})<0.000000001");
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

    /// <summary>Each row that is listed has an amount that is a number, and names its part.</summary>
    private static IEnumerable<(string Words, string Formula)> RowProofs(WorkingsSheet sheet)
    {
        if (!sheet.HasRows)
        {
            yield break;
        }
        string rows = sheet.RowsReference;
        // Headings are texts: COUNTA has one more than there are rows.
        yield return ("every amount in the rows is a number", $"COUNT({rows}!$E:$E)=COUNT({rows}!$D:$D)");
        yield return ("every row names its part", $"COUNTA({rows}!$F:$F)=COUNT({rows}!$D:$D)+1");
    }

    /// <summary>Whether parts and groups still stand in the order of their amounts, where they stood so.</summary>
    private static IEnumerable<(string Words, string Formula)> OrderProofs(WorkingsSheet sheet)
    {
        WorkingsResult workings = sheet.Workings;
        Division division = workings.Division;
        if (!workings.RowsAreCells || workings.Find("value") is null)
        {
            yield break;
        }
        Form form = division.Study.Form.Form;
        string letter = Sheet.Letter(sheet.ColumnOf("value")), place = sheet.Sheet.Reference;
        string Cell(int row) => $"{place}!{letter}{row}";
        string Column(int column) => $"{place}!${Sheet.Letter(column)}${sheet.Data.First}:${Sheet.Letter(column)}${sheet.Data.Last}";
        // The folded part stands last, however large it is.
        int parts = Math.Min(MostOrdered, division.Parts.TakeWhile(part => part.Kind != EntryKind.Folded).Count());
        string PartTotal(int part) => division.HasGroups ? $"SUMIFS({Column(sheet.ColumnOf("value"))},{Column(sheet.PartNumberColumn)},{part + 1})" : $"N({Cell(sheet.RowOf(part))})";
        if (Order(division.Study.Order.Parts ?? form.PartOrderOf(division.Study), "parts", [.. Enumerable.Range(0, parts).Select(division.PartTotal)], PartTotal) is { } partsProof)
        {
            yield return partsProof;
        }
        if (division.HasGroups && Order(division.Study.Order.Groups ?? form.GroupOrder, "groups",
            [.. Enumerable.Range(0, Math.Min(MostOrdered, division.GroupCount)).Select(division.GroupTotal)], group => $"N({Cell(sheet.SubtotalRow(group))})") is { } groupsProof)
        {
            yield return groupsProof;
        }
    }

    private static (string Words, string Formula)? Order(Order order, string what, ExactInt[] totals, Func<int, string> total)
    {
        (ExactInt First, ExactInt Second)[] neighbours = [.. totals.Zip(totals.Skip(1))];
        bool falls = neighbours.All(pair => pair.First >= pair.Second);
        if (neighbours.Length == 0 || order is not Core.Studies.Order.By { Name: "largest" or "smallest" } || (!falls && !neighbours.All(pair => pair.First <= pair.Second)))
        {
            return null;
        }
        string[] pairs = [.. Enumerable.Range(0, neighbours.Length).Select(at => $"{total(at)}{(falls ? ">=" : "<=")}{total(at + 1)}")];
        return ($"the {what} stand {(falls ? "largest" : "smallest")} first; where this is FALSE, the order no longer holds: hand the study over again",
            $"AND({string.Join(',', pairs.Chunk(100).Select(chunk => $"AND({string.Join(',', chunk)})"))})");
    }
}
