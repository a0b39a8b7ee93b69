using System.Collections.Concurrent;
using System.Globalization;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>
/// What a shape of a form looks like, drawn from a few invented amounts: for where the analyst's own rows can't be drawn so.
/// </summary>
public static class FormSample
{
    private static readonly string[] Levels = ["Disagree", "Neutral", "Agree", "Strongly agree"];

    private static readonly int[][] Amounts =
    [
        [8, 5, 3, 2],
        [6, 2, 5, 1],
        [4, 3, 1, 2],
        [2, 2, 1, 1],
    ];

    private static readonly ConcurrentDictionary<(string, string, double, double), Figure?> Drawn = new();

    /// <summary>The page asks for a few sizes; whoever asks for many others gets them drawn each time.</summary>
    private const int MostKept = 200;

    /// <returns>Null where the form can't be drawn from so little.</returns>
    public static Figure? Of(Form form, FormShape shape, double width, double height, ITextMeasurer measurer)
    {
        (string, string, double, double) key = (form.Kind, shape.Id, width, height);
        if (!Drawn.TryGetValue(key, out Figure? figure))
        {
            figure = Draw(form, shape, width, height, measurer);
            if (Drawn.Count < MostKept)
            {
                Drawn.TryAdd(key, figure);
            }
        }
        return figure;
    }

    private static Figure? Draw(Form form, FormShape shape, double width, double height, ITextMeasurer measurer)
    {
        int parts = form.PartsWanted ?? Levels.Length,
            groups = form.Groups == GroupUse.None ? 1 : form.GroupsWanted ?? Amounts.Length;
        // Stages of a funnel grow fewer; all else may come as it comes.
        int AmountOf(int group, int part) => form.WholeIsFirstPart ? 16 - 4 * part : Amounts[group][part];
        (int Group, int Part)[] cells =
        [
            .. Enumerable.Range(0, groups).SelectMany(group => Enumerable.Range(0, parts).Select(part => (group, part))),
        ];
        var table = new Table(
            "sample",
            [
                Column("Group", cells.Select(cell => $"{(char)('a' + cell.Group)}")),
                Column("Part", cells.Select(cell => Levels[cell.Part])),
                Column("Amount", cells.Select(cell => AmountOf(cell.Group, cell.Part).ToString(CultureInfo.InvariantCulture))),
            ]
        );
        var study = new Study
        {
            GivenValue = new Measure.Sum("Amount"),
            Parts = new Axis.Labels("Part", []),
            Groups = groups > 1 ? new Axis.Labels("Group", []) : null,
            Form = new FormChoice(form, form.DefaultMembers),
        };
        try
        {
            return Miniature.Of(FigureDrawer.Draw(Calculator.Run(table, shape.Apply(study)), width, height, measurer));
        }
        catch (StudyException)
        {
            return null;
        }
    }

    private static Column Column(string name, IEnumerable<string> cells)
    {
        var builder = new ColumnBuilder(NumberReading.Point, name == "Amount");
        foreach (string cell in cells)
        {
            builder.Add(cell);
        }
        return builder.Build(name, name == "Amount" ? ColumnType.Quantity : ColumnType.Category, null);
    }
}
