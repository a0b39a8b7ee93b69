using System.Globalization;
using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>The settings of looks that every form has, section by section.</summary>
public static class FinishSettings
{
    /// <summary>What can be printed of a bar as of a group.</summary>
    private static readonly (string Text, string Word, LabelText Value)[] Printed =
    [
        ("usual", "auto", LabelText.Auto), ("share", "share", LabelText.Share), ("amount", "amount", LabelText.Amount), ("amount and share", "both", LabelText.Both),
    ];

    private static readonly (string Text, string Word, Palette Value)[] Palettes =
    [
        ("what fits the parts", "auto", Palette.Auto), ("categories", "categories", Palette.Categories), ("ordered", "ordered", Palette.Ordered),
        ("two-sided", "twoSided", Palette.TwoSided), ("one hue", "oneHue", Palette.OneHue), ("greys, for print", "greys", Palette.Greys),
    ];

    private const int MostSwatches = 8;

    /// <param name="study">The study.</param>
    /// <param name="division">What is drawn, for a preview on its own parts; null where there is none.</param>
    /// <param name="words">What is counted.</param>
    /// <param name="heading">What stands for a title.</param>
    /// <param name="sentence">What stands for the text under it.</param>
    /// <param name="table">What stands for the source line.</param>
    public static IEnumerable<Setting> Common(Study study, Division? division, StudyWords words, string heading, string sentence, string table) =>
    [
        .. In("words", Words(study, heading, sentence, table)),
        .. In("labels", Labels(study, words)),
        .. In("colours", Colours(study, division)),
        .. In("axes and room", Axes(study.Finish)),
        .. In("print", Print(study.Finish.Print)),
    ];

    private static IEnumerable<Setting> In(string section, IEnumerable<Setting> settings) => settings.Select(setting => setting with { Section = section });

    private static IEnumerable<Setting> Words(Study study, string heading, string sentence, string table)
    {
        Finish finish = study.Finish;
        yield return new Setting("title", "title", []) { Text = study.Title, Otherwise = heading };
        yield return new Setting("finish.caption", "text under the title", []) { Text = finish.Caption ?? "", Otherwise = sentence };
        yield return Flag("finish.showCaption", "text under the title", finish.ShowCaption, on: "shown", off: "hidden");
        yield return new Setting("finish.source", "source line", []) { Text = finish.Source ?? "", Otherwise = table };
        if (study.Fold is not null)
        {
            yield return Flag("finish.drawFolded", "folded part", finish.DrawFolded, on: "drawn", off: "not drawn");
        }
    }

    private static IEnumerable<Setting> Labels(Study study, StudyWords words)
    {
        Finish finish = study.Finish;
        yield return Choice("finish.labels", "labels", finish.Labels, [.. Printed, ("name and share", "name", LabelText.Name), ("none", "none", LabelText.None)]);
        if (study.Groups is not null && study.Form.Form.Groups != GroupUse.None)
        {
            yield return Choice("finish.labelOf", "labels show the share of", finish.LabelOf,
                ("the whole", "whole", LabelOf.Whole), ("its group", "group", LabelOf.Group), ("everything", "all", LabelOf.All));
            if (study.Form.Form.GroupsWanted is null)
            {
                yield return Choice("finish.groupLabel", "beside each group's name", finish.GroupLabel, [.. Printed, ("nothing", "none", LabelText.None)]);
            }
        }
        yield return new Setting("rounding.decimals", "decimals of shares", Decimals(0, 4, study.Rounding.Decimals)) { IsOfFigure = false };
        yield return Flag("rounding.reconcile", "shares that don't add up to 100", study.Rounding.Reconcile, on: "made to", off: "left as rounded") with
        {
            IsOfFigure = false,
        };
        yield return new Setting("finish.amountDecimals", "decimals of amounts",
        [
            new SettingChoice("as needed", null, finish.AmountDecimals is null),
            .. Decimals(0, 3, finish.AmountDecimals),
            .. finish.AmountDecimals is > 3 and { } more ? Decimals(more, more, more) : [],
        ]);
        if (!words.AreShares)
        {
            foreach (Setting setting in Units(finish, words))
            {
                yield return setting;
            }
        }
        yield return Flag("finish.trimZeros", "zeros at the end (16.0)", finish.TrimZeros, on: "trimmed", off: "kept");
        yield return Choice("finish.labelTurn", "labels in narrow bars", finish.LabelTurn,
            ("turned where only that fits", "auto", LabelTurn.Auto), ("level", "level", LabelTurn.Level), ("turned", "turned", LabelTurn.Turned));
        yield return Choice("finish.labelPlace", "where labels go", finish.LabelPlace,
            ("usual place", "auto", LabelPlace.Auto), ("in the bars", "inside", LabelPlace.Inside), ("past their ends", "outside", LabelPlace.Outside));
        yield return Choice("finish.labelInk", "label colour", finish.LabelInk,
            ("dark or light, to be read", "contrast", LabelInk.Contrast), ("the bar's colour", "part", LabelInk.Part), ("one of my own", "chosen", LabelInk.Chosen));
        if (finish.LabelInk == LabelInk.Chosen)
        {
            yield return new Setting("finish.labelColour", "which colour", []) { Text = finish.LabelColour, Kind = SettingKind.Colour };
        }
        yield return Choice("finish.pointer", "note at the pointer", finish.Pointer,
            ("all of it", "auto", LabelText.Auto), ("amount and share", "both", LabelText.Both), ("share", "share", LabelText.Share), ("amount", "amount", LabelText.Amount)) with
        {
            IsOfFigure = false,
        };
    }

    private static SettingChoice[] Decimals(int least, int most, int? now) =>
        [.. Enumerable.Range(least, most - least + 1).Select(decimals => new SettingChoice(decimals.ToString(CultureInfo.InvariantCulture), decimals, now == decimals))];

    /// <summary>In what amounts are counted, and with which unit; where their column has none, it can be said here.</summary>
    private static IEnumerable<Setting> Units(Finish finish, StudyWords words)
    {
        yield return Choice("finish.amountIn", "amounts in", finish.AmountIn,
            ("ones", "ones", AmountIn.Ones), ("thousands", "thousands", AmountIn.Thousands), ("millions", "millions", AmountIn.Millions));
        if (!words.ColumnHasUnit)
        {
            yield return new Setting("finish.unitName", "unit of amounts", []) { Text = finish.UnitName ?? "", Otherwise = "none" };
        }
        if (words.Unit.Length > 0)
        {
            yield return Choice("finish.unit", "unit on labels", finish.UnitPlace,
                ("none", "none", UnitPlace.None), ("before", "before", UnitPlace.Before), ("after", "after", UnitPlace.After));
        }
    }

    private static IEnumerable<Setting> Colours(Study study, Division? division)
    {
        Finish finish = study.Finish;
        // A form whose colours mean something keeps them; in print without colours they are greys.
        bool fixedColours = study.Form.Form.HasOwnColours;
        IEnumerable<(string Text, string Word, Palette Value)> palettes = fixedColours ? Palettes.Where(set => set.Value is Palette.Auto or Palette.Greys) : Palettes;
        yield return new Setting("finish.palette", "colours", [.. palettes.Select(set => new SettingChoice(set.Text, set.Word, set.Value == finish.Palette)
        {
            Swatches = fixedColours || division is null ? [] : PartInk.Preview(division, set.Value, MostSwatches),
        })]);
        yield return Choice("finish.emphasisRule", "highlight", finish.EmphasisRule,
            ("nothing", "none", EmphasisRule.None), ("the largest of each group", "largest", EmphasisRule.Largest), ("shares from a limit up", "atLeast", EmphasisRule.AtLeast));
        if (finish.EmphasisRule == EmphasisRule.AtLeast)
        {
            yield return new Setting("finish.emphasisLimit", "highlighted from", []) { Text = finish.EmphasisLimit.InPercent.ToString(), Kind = SettingKind.Percent };
        }
        yield return Flag("finish.key", "key", finish.Key, on: "shown", off: "hidden");
        if (finish.Key)
        {
            yield return Choice("finish.keyPlace", "where the key goes", finish.KeyPlace,
                ("where it fits", "auto", KeyPlace.Auto), ("at the right", "right", KeyPlace.Right), ("above", "above", KeyPlace.Above), ("beneath", "beneath", KeyPlace.Beneath));
        }
    }

    private static IEnumerable<Setting> Axes(Finish finish)
    {
        yield return new Setting("finish.amountEnd", "amount axis ends at", [])
        {
            Text = finish.AmountEnd?.ToString() ?? "",
            Otherwise = "where the form ends it",
            Kind = SettingKind.Number,
        };
        yield return Flag("finish.axes.line", "axis line", finish.Axes.Line, on: "shown", off: "hidden");
        yield return Flag("finish.axes.ticks", "ticks", finish.Axes.Ticks, on: "shown", off: "hidden");
        yield return Flag("finish.axes.numbers", "axis numbers", finish.Axes.Numbers, on: "shown", off: "hidden");
        yield return Flag("finish.axes.names", "names", finish.Axes.Names, on: "shown", off: "hidden");
        yield return Flag("finish.axes.grid", "grid", finish.Axes.Grid, on: "shown", off: "hidden");
        yield return Flag("finish.axes.titles", "axis titles", finish.Axes.Titles, on: "shown", off: "hidden");
        yield return Room("finish.gap", "space between bars", finish.Gap);
        yield return Room("finish.groupGap", "space between groups", finish.GroupGap);
        yield return Room("finish.proportion", "shape of the figure", finish.Proportion,
            ("as the page has room", null), ("column of a page", "1.2"), ("half a slide", "0.9"), ("slide", "1.78"), ("square", "1")) with
        {
            IsOfFigure = false,
        };
    }

    private static IEnumerable<Setting> Print(PrintFinish print)
    {
        yield return Size("finish.print.title", "size of the title", print.Title);
        yield return Size("finish.print.names", "size of names", print.Names);
        yield return Size("finish.print.amounts", "size of amounts", print.Amounts);
        yield return Size("finish.print.shares", "size of shares", print.Shares);
        yield return Flag("finish.print.strongNames", "names in bold", print.StrongNames, on: "bold", off: "plain");
        yield return Flag("finish.print.strongAmounts", "amounts in bold", print.StrongAmounts, on: "bold", off: "plain");
        yield return Flag("finish.print.strongShares", "shares in bold", print.StrongShares, on: "bold", off: "plain");
    }

    private static Setting Size(string path, string name, PrintSize now) =>
        Choice(path, name, now, ("small", "small", PrintSize.Small), ("normal", "normal", PrintSize.Normal), ("large", "large", PrintSize.Large));

    private static Setting Room(string path, string name, ExactDecimal? now) =>
        Room(path, name, now, ("usual", null), ("none", "0"), ("a quarter of a bar", "0.25"), ("half a bar", "0.5"), ("a bar", "1"));

    private static Setting Room(string path, string name, ExactDecimal? now, params (string Text, string? Number)[] choices)
    {
        SettingChoice[] known = [.. choices.Select(choice => Sets(choice.Text, choice.Number is null ? null : ExactDecimal.Parse(choice.Number)))];
        return new Setting(path, name, now is null || known.Any(choice => choice.Chosen) ? known : [.. known, Sets(now.Value.ToString(), now)]);

        SettingChoice Sets(string text, ExactDecimal? number) => new(text, number is null ? null : JsonNode.Parse(number.Value.ToString()), now == number);
    }

    private static Setting Choice<T>(string path, string name, T now, params (string Text, string Word, T Value)[] choices)
        where T : struct, Enum =>
        new(path, name, [.. choices.Select(choice => new SettingChoice(choice.Text, choice.Word, choice.Value.Equals(now)))]);

    /// <summary>Something that is shown or not, done or not.</summary>
    internal static Setting Flag(string path, string name, bool now, string on, string off) =>
        new(path, name, [new SettingChoice(on, JsonValue.Create(true), now), new SettingChoice(off, JsonValue.Create(false), !now)]);
}
