using System.Text.Json.Nodes;
using OneWhole.App.Tables;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;
using OneWhole.Formats.Handing;

namespace OneWhole.App.Studies;

/// <summary>What the page shows of workings and figures, made of them alone.</summary>
internal static class StudyPictures
{
    private const int FirstRows = 400;
    private const int MostGroupRows = 2000;
    private const int MostPanelLines = 40;

    public static PanelsView PanelsOf(WorkingsSet set, Study study) =>
        new(
            set.Column!,
            [.. set.Values.Select(each => each.Value)],
            ShownOf(set, study),
            [
                .. set
                    .Values.SelectMany(each =>
                        each.Workings.TieOut.Where(line => line.Status != TieOutStatus.Ok).Select(line => $"{each.Value}: {line.Text}")
                    )
                    .Take(MostPanelLines),
            ]
        );

    /// <summary>
    /// Small figures as the page has them: the one whose workings are shown is told from the others, which have no rows there.
    /// </summary>
    public static Figure WithShown(Figure figure, int shown)
    {
        string prefix = $"each-{shown}";
        return figure with
        {
            Marks =
            [
                .. figure.Marks.Select(mark =>
                    !mark.Id.StartsWith("each-", StringComparison.Ordinal) ? mark
                    : mark.Id == prefix ? (TextMark)mark with { Fill = Ink.ClassA }
                    : mark.Id.StartsWith(prefix + "-", StringComparison.Ordinal) ? mark
                    : mark with { Row = -1 }
                ),
            ],
        };
    }

    /// <summary>Which of the small figures has its workings shown, from 0.</summary>
    public static int ShownOf(WorkingsSet set, Study study) =>
        Math.Max(0, set.Values.ToList().FindIndex(each => each.Value == study.Finish.EachShown));

    /// <summary>The lines that stood above and below a table offer themselves as title and source line.</summary>
    public static IReadOnlyList<Setting> Suggest(IEnumerable<Setting> settings, TableDocument table, Figure? figure) =>
        [
            .. settings.Select(setting =>
                setting.Path switch
                {
                    "title" => setting with { Suggestions = table.Titles },
                    "finish.source" => setting with { Suggestions = table.Below },
                    "finish.labelInk" when figure is not null && Contrast.FaintLabels(figure) is var faint and > 0 => setting with
                    {
                        Note =
                            $"{faint} {(faint == 1 ? "label has" : "labels have")} less contrast with what is under "
                            + $"{(faint == 1 ? "it" : "them")} than WCAG asks for (4.5 to 1).",
                    },
                    _ => setting,
                }
            ),
        ];

    /// <summary>A figure's side as it can be drawn.</summary>
    public static double Side(double side) =>
        Math.Clamp(Sane(side, FigureDrawer.SmallestSide), FigureDrawer.SmallestSide, FigureDrawer.LargestSide);

    /// <summary>A number that was asked for; what is none gives way.</summary>
    public static double Sane(double number, double otherwise) => double.IsFinite(number) ? number : otherwise;

    public static WorkingsView ViewOf(WorkingsResult workings, Figure? figure)
    {
        var words = new RuleWords(workings);
        Division division = workings.Division;
        return new WorkingsView
        {
            Columns =
            [
                .. ShownColumns(workings)
                    .Select(column => new WorkingsColumnView(
                        column.Key,
                        column.Label,
                        Lower(column.Unit.ToString()),
                        column.Quiet,
                        column.IsText,
                        words.Of(column)
                    )
                    {
                        OfGroup = column.OfGroup,
                    }),
            ],
            RowCount = workings.RowCount,
            Groups = GroupRows(workings),
            Rows = RowsOf(workings, figure, 0, FirstRows),
            Whole = [.. ShownColumns(workings).Select(column => WholeCell(workings, column))],
            TieOut =
            [
                .. workings.TieOut.Select(line => new TieOutView(
                    line.Id,
                    WorkingsJson.StatusWord(line.Status),
                    line.Text,
                    line.Remedy?.Text,
                    line.Names
                )),
            ],
            Readings = (JsonObject)workings.Readings.DeepClone(),
            Verdict = division.Study.Form.Form.Verdict(workings),
        };
    }

    private static string Lower(string word) => char.ToLowerInvariant(word[0]) + word[1..];

    /// <summary>The columns on the screen: the workings', and those that only labels need.</summary>
    private static IEnumerable<WorkingColumn> ShownColumns(WorkingsResult workings) =>
        workings.Columns.Where(column => column.OnScreen).Concat(workings.LabelColumns);

    /// <summary>A ruled row a group with its subtotal; none where rows are not grouped, or there are too many groups to send.</summary>
    private static IReadOnlyList<GroupRowView> GroupRows(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (!workings.RowsAreCells || division.Groups is not { } groups || division.IsEmpty || groups.Count > MostGroupRows)
        {
            return [];
        }
        ShownShares? shown = workings.Find("shownShare") is null ? null : ShownShares.Of(division);
        string Subtotal(WorkingColumn column, int group)
        {
            int first = group * division.PartCount;
            if (column.OfGroup)
            {
                return Cell(workings, column, first);
            }
            IEnumerable<int> rows = Enumerable.Range(first, division.PartCount);
            switch (column.Key)
            {
                case "value":
                    return WorkingsText.Of(division, ColumnUnit.Amount, division.Value(division.GroupTotal(group)));
                case "share" when division.WholeOf != WholeOf.Part && !division.Whole(first).IsZero:
                    return NumberText.Rounded(
                        new Fraction(division.GroupTotal(group) * 100, division.Whole(first)),
                        division.Study.Rounding.Decimals + 1
                    );
                case "shownShare" when division.WholeOf != WholeOf.Part && !division.Whole(first).IsZero:
                    Fraction sum = rows.Aggregate(Fraction.Zero, (all, row) => all + (shown!.Percent(row) ?? Fraction.Zero));
                    return WorkingsText.Of(division, ColumnUnit.Percent, sum);
                case "area":
                    return WorkingsText.Of(
                        division,
                        column.Unit,
                        rows.Aggregate(Fraction.Zero, (all, row) => all + (column.Exact(row) ?? Fraction.Zero))
                    );
                default:
                    return "";
            }
        }
        return
        [
            .. groups.Select(
                (group, at) =>
                    new GroupRowView(
                        group.Label,
                        [
                            .. ShownColumns(workings)
                                .Select(column =>
                                    column.Key switch
                                    {
                                        "group" => group.Label,
                                        "part" => OfEverything(division, at),
                                        _ => Subtotal(column, at),
                                    }
                                ),
                        ]
                    )
            ),
        ];
    }

    /// <summary>"24.9 % of all": a group's share of everything, whatever the study's whole.</summary>
    private static string OfEverything(Division division, int group) =>
        division.Total.IsZero ? "" : $"{ShareText.Of(division, division.GroupTotal(group), division.Total)} of all";

    public static List<WorkingsRowView> RowsOf(WorkingsResult workings, Figure? figure, int first, int count)
    {
        Dictionary<int, string> fills = [];
        foreach (Mark bar in figure?.Marks.Where(mark => mark.Role == MarkRole.Bar && mark.Row >= 0) ?? [])
        {
            fills.TryAdd(
                bar.Row,
                bar switch
                {
                    RectMark { Fill: Ink.Behind, Stroke: { } outline } => outline,
                    RectMark rect => rect.Fill ?? "",
                    PathMark path => path.Fill ?? "",
                    _ => "",
                }
            );
        }
        var rows = new List<WorkingsRowView>();
        for (int row = first; row < Math.Min(first + count, workings.RowCount); row++)
        {
            rows.Add(
                new WorkingsRowView(
                    row,
                    workings.PartOf(row)?.Key ?? workings.GroupOf(row)!.Key,
                    [.. ShownColumns(workings).Select(column => Cell(workings, column, row))],
                    workings.RowsAreGroups ? null : fills.GetValueOrDefault(row)
                )
                {
                    Name = workings.NameOf(row),
                    Group = workings.GroupOf(row)?.Label,
                }
            );
        }
        return rows;
    }

    private static string Cell(WorkingsResult workings, WorkingColumn column, int row)
    {
        if (column.IsText)
        {
            return column.Text(row) ?? NumberText.Dash;
        }
        if (column.Key == "value" && workings.RowsAreCells && workings.Division.HasNoAmount(row))
        {
            return NumberText.Dash;
        }
        // Beside the shown share stands the share as it is, one decimal finer, so that one sees what was rounded.
        string text = WorkingsText.Of(
            workings,
            column,
            row,
            finer: column.Key == "share" && workings.Find("shownShare") is not null ? 1 : 0
        );
        return text.Length > 0 ? text : NumberText.Dash;
    }

    private static string WholeCell(WorkingsResult workings, WorkingColumn column)
    {
        Division division = workings.Division;
        return column.Key switch
        {
            _ when column.Whole is { } whole => WorkingsText.Of(division, column.Unit, whole),
            "part" => "Whole",
            "group" => workings.RowsAreGroups ? "Whole" : "",
            "width" or "area" when !division.IsEmpty && !division.Total.IsZero => NumberText.Rounded(100, division.Study.Rounding.Decimals),
            "value" => WorkingsText.Of(division, ColumnUnit.Amount, division.Value(division.ReadingWhole)),
            "share" or "shownShare" when !division.ReadingWhole.IsZero && division.WholeCount == 1 => NumberText.Rounded(
                100,
                division.Study.Rounding.Decimals
            ),
            _ => "",
        };
    }
}
