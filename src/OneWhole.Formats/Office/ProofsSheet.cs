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
        string Range(string key, int from, int to) =>
            $"{sheet.Sheet.Reference}!{Sheet.Letter(sheet.ColumnOf(key))}{sheet.RowOf(from)}"
            + $":{Sheet.Letter(sheet.ColumnOf(key))}{sheet.RowOf(to)}";
        bool has(string key) => workings.Find(key) is not null;
        string name = sheet.TotalPlace is null ? "" : sheet.TotalName;
        const string near = "<=0.000000001*MAX(1,ABS";
        if (sheet.HasRows && name.Length > 0 && sheet.RowsAddUp)
        {
            // Stages of a way don't add up: the first of them is the whole.
            (string words, string parts) = division.WholeIsFirst
                ? ($"the rows of {division.Parts[0].Label} add up to the whole", "1")
                : ("the rows used add up to all amounts", "\">0\"");
            yield return (
                words,
                $"ABS(SUMIFS({sheet.RowsReference}!$E:$E,{sheet.RowsReference}!$D:$D,1,{sheet.RowsReference}!$B:$B,{parts})"
                    + $"-{name}){near}({name}))"
            );
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
                WholeOf.Group => (
                    division.Groups![whole].Label,
                    Range("share", whole * division.PartCount, (whole + 1) * division.PartCount - 1),
                    has("shownShare") ? Range("shownShare", whole * division.PartCount, (whole + 1) * division.PartCount - 1) : ""
                ),
                WholeOf.Part => (division.Parts[whole].Label, Cells("share", whole), has("shownShare") ? Cells("shownShare", whole) : ""),
                _ => (
                    "everything",
                    division.HasGroups ? GroupTotals("share") : Range("share", 0, workings.RowCount - 1),
                    !has("shownShare") ? ""
                    : division.HasGroups ? GroupTotals("shownShare")
                    : Range("shownShare", 0, workings.RowCount - 1)
                ),
            };
            yield return ($"the shares of {of.Words} add up to 100 %", $"ABS(SUM({of.Share})-1)<0.000000001");
            if (of.Shown.Length > 0 && division.RowsIn(whole).Any(workings.SharesOf(null).IsReconciled))
            {
                yield return ($"the shown shares of {of.Words} add up to 100", $"ABS(SUM({of.Shown})-100)<0.0000001");
            }
        }

        string Cells(string key, int part) =>
            string.Join(
                ',',
                Enumerable
                    .Range(0, division.GroupCount)
                    .Take(250)
                    .Select(group => Range(key, group * division.PartCount + part, group * division.PartCount + part))
            );
        string GroupTotals(string key) =>
            string.Join(
                ',',
                Enumerable
                    .Range(0, division.GroupCount)
                    .Take(250)
                    .Select(group => $"{sheet.Sheet.Reference}!{Sheet.Place(sheet.SubtotalRow(group), sheet.ColumnOf(key))}")
            );
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
        if (RowsSheet.FindsDistinct(sheet.Workings.Division))
        {
            yield return (
                "every row counts its value once or not at all",
                $"COUNTIF({rows}!$E:$E,0)+COUNTIF({rows}!$E:$E,1)=COUNT({rows}!$D:$D)"
            );
        }
        yield return ("every row names its part", $"COUNTA({rows}!$F:$F)=COUNT({rows}!$D:$D)+1");
    }

    /// <summary>Whether parts and groups still stand in the order in which they were put, where that goes by numbers.</summary>
    private static IEnumerable<(string Words, string Formula)> OrderProofs(WorkingsSheet sheet)
    {
        WorkingsResult workings = sheet.Workings;
        Division division = workings.Division;
        Form form = division.Study.Form.Form;
        Order byParts = division.Study.Order.Parts ?? form.PartOrderOf(division.Study),
            byGroups = division.Study.Order.Groups ?? form.GroupOrder;
        string Own(string key, int row) => $"N({sheet.Sheet.Reference}!{Sheet.Place(sheet.RowOf(row), sheet.ColumnOf(key))})";
        if (workings.Rows == RowKind.Parts)
        {
            // The folded part stands last, however large it is.
            int listed = Math.Min(MostOrdered, division.Parts.TakeWhile(part => part.Kind != EntryKind.Folded).Count());
            if (
                byParts is Core.Studies.Order.By { Name: "change" }
                && Proof("parts", "by their change", Numbers("change", listed), part => Own("change", part)) is { } changes
            )
            {
                yield return changes;
            }
            yield break;
        }
        if (workings.RowsAreGroups)
        {
            if (
                byGroups is Core.Studies.Order.By { Name: "left" or "right" or "difference" or "sum" } by
                && Proof("groups", $"by {by.Name}", SidesOf(by.Name), group =>
                    by.Name == "sum" ? $"({Own("left", group)}+{Own("right", group)})" : Own(by.Name, group)
                )
                    is { } sides
            )
            {
                yield return sides;
            }
            if (
                byGroups is Core.Studies.Order.By { Name: "largest" or "smallest" }
                && workings.Find("value") is not null
                && Proof("groups", "", Numbers("value", Math.Min(MostOrdered, division.GroupCount)), group => Own("value", group))
                    is { } totals
            )
            {
                yield return totals;
            }
            yield break;
        }
        if (workings.Find("value") is null)
        {
            yield break;
        }
        string Cell(int row) => $"{sheet.Sheet.Reference}!{Sheet.Letter(sheet.ColumnOf("value"))}{row}";
        string Column(int column) =>
            $"{sheet.Sheet.Reference}!${Sheet.Letter(column)}${sheet.Data.First}:${Sheet.Letter(column)}${sheet.Data.Last}";
        int parts = Math.Min(MostOrdered, division.Parts.TakeWhile(part => part.Kind != EntryKind.Folded).Count());
        string PartTotal(int part) =>
            division.HasGroups
                ? $"SUMIFS({Column(sheet.ColumnOf("value"))},{Column(sheet.PartNumberColumn)},{part + 1})"
                : $"N({Cell(sheet.RowOf(part))})";
        if (
            byParts is Core.Studies.Order.By { Name: "largest" or "smallest" }
            && Proof("parts", "", [.. Enumerable.Range(0, parts).Select(part => division.Value(division.PartTotal(part)))], PartTotal)
                is { } partsProof
        )
        {
            yield return partsProof;
        }
        if (!division.HasGroups)
        {
            yield break;
        }
        int groups = Math.Min(MostOrdered, division.GroupCount);
        string GroupTotal(int group) => $"N({Cell(sheet.SubtotalRow(group))})";
        if (
            byGroups is Core.Studies.Order.By { Name: "largest" or "smallest" }
            && Proof("groups", "", [.. Enumerable.Range(0, groups).Select(group => division.Value(division.GroupTotal(group)))], GroupTotal)
                is { } groupsProof
        )
        {
            yield return groupsProof;
        }
        int sharing = byGroups is Core.Studies.Order.ShareOf share
            ? division.Parts.ToList().FindIndex(part => part.Kind != EntryKind.Folded && part.Label == share.Label)
            : -1;
        if (sharing >= 0)
        {
            Fraction ShareIn(int group) =>
                division.GroupTotal(group).IsZero
                    ? Fraction.Zero
                    : new Fraction(division.Amount(group, sharing), division.GroupTotal(group));
            string Formula(int group) =>
                $"IF({GroupTotal(group)}=0,0,N({Cell(sheet.RowOf(group * division.PartCount + sharing))})/{GroupTotal(group)})";
            if (
                Proof(
                    "groups",
                    $"by the share of {division.Parts[sharing].Label}",
                    [.. Enumerable.Range(0, groups).Select(ShareIn)],
                    Formula
                ) is
                { } shares
            )
            {
                yield return shares;
            }
        }
        if (
            byGroups is Core.Studies.Order.By { Name: "net" or "low" or "high" } level
            && workings.Find("side") is not null
            && workings.Find("base") is { } lengths
        )
        {
            // Sides are texts beside the amounts; lengths are shares of the group, or its amounts.
            string Side(int group, string side) =>
                $"SUMIFS({Column(sheet.ColumnOf("value"))},{Column(sheet.GroupNumberColumn)},{group + 1},"
                + $"{Column(sheet.ColumnOf("side"))},\"{side}\")";
            string Length(int group) =>
                level.Name switch
                {
                    "low" => Side(group, "low"),
                    "high" => Side(group, "high"),
                    _ => $"({Side(group, "high")}-{Side(group, "low")})",
                };
            string Formula(int group) =>
                lengths.Unit == ColumnUnit.Share ? $"IF({GroupTotal(group)}=0,0,{Length(group)}/{GroupTotal(group)})" : Length(group);
            Fraction Number(int group)
            {
                Fraction Of(string side) =>
                    Enumerable
                        .Range(group * division.PartCount, division.PartCount)
                        .Where(row => workings["side"].Text(row) == side)
                        .Aggregate(Fraction.Zero, (sum, row) => sum + division.Value(division.Amount(row)));
                Fraction length = level.Name switch
                    {
                        "low" => Of("low"),
                        "high" => Of("high"),
                        _ => Of("high") - Of("low"),
                    },
                    total = division.Value(division.GroupTotal(group));
                return lengths.Unit != ColumnUnit.Share ? length
                    : total.Sign == 0 ? Fraction.Zero
                    : length / total;
            }
            if (Proof("groups", $"by {level.Name}", [.. Enumerable.Range(0, groups).Select(Number)], Formula) is { } levels)
            {
                yield return levels;
            }
        }

        Fraction[] Numbers(string key, int count) =>
            [.. Enumerable.Range(0, count).Select(row => workings[key].Exact(row) ?? Fraction.Zero)];

        Fraction[] SidesOf(string name)
        {
            int count = Math.Min(MostOrdered, division.GroupCount);
            return name == "sum"
                ? [.. Numbers("left", count).Zip(Numbers("right", count), (left, right) => left + right)]
                : Numbers(name, count);
        }
    }

    /// <summary>A proof that neighbours still stand so; null where they did not from the beginning.</summary>
    /// <param name="what">Parts or groups.</param>
    /// <param name="by">By what number; empty for their amounts.</param>
    /// <param name="values">Their numbers as they stand.</param>
    /// <param name="formula">The same as formulas.</param>
    private static (string Words, string Formula)? Proof(string what, string by, IReadOnlyList<Fraction> values, Func<int, string> formula)
    {
        (Fraction First, Fraction Second)[] neighbours = [.. values.Zip(values.Skip(1))];
        bool falls = neighbours.All(pair => pair.First >= pair.Second);
        if (neighbours.Length == 0 || (!falls && !neighbours.All(pair => pair.First <= pair.Second)))
        {
            return null;
        }
        // Of quotients the last digit may differ: equals stay equal.
        string slack = by.Length == 0 ? "" : "+0.000000000001";
        string[] pairs =
        [
            .. Enumerable
                .Range(0, neighbours.Length)
                .Select(at => falls ? $"{formula(at)}{slack}>={formula(at + 1)}" : $"{formula(at)}<={formula(at + 1)}{slack}"),
        ];
        string words = $"the {what} stand {(by.Length == 0 ? "" : by + ", ")}{(falls ? "largest" : "smallest")} first";
        return (
            $"{words}; where this is FALSE, the order no longer holds: hand the study over again",
            $"AND({string.Join(',', pairs.Chunk(100).Select(chunk => $"AND({string.Join(',', chunk)})"))})"
        );
    }
}
