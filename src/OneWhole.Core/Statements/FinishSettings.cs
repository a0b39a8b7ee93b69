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
        yield return Choice("finish.labels", "labels", finish.Labels, ("usual", "auto", LabelText.Auto), ("share", "share", LabelText.Share), ("amount", "amount", LabelText.Amount), ("amount and share", "both", LabelText.Both), ("name and share", "name", LabelText.Name), ("none", "none", LabelText.None));
        if (study.Groups is not null && study.Form.Form.Groups != GroupUse.None)
        {
            yield return Choice("finish.labelOf", "labels show the share of", finish.LabelOf, ("the whole", "whole", LabelOf.Whole), ("its group", "group", LabelOf.Group), ("everything", "all", LabelOf.All));
            if (study.Form.Form.GroupsWanted is null)
            {
                yield return Choice("finish.groupLabel", "beside each group's name", finish.GroupLabel, ("usual", "auto", LabelText.Auto), ("share", "share", LabelText.Share), ("amount", "amount", LabelText.Amount), ("amount and share", "both", LabelText.Both), ("nothing", "none", LabelText.None));
            }
        }
        yield return new Setting("rounding.decimals", "decimals of shares", [.. Enumerable.Range(0, 5).Select(decimals => new SettingChoice(Text(decimals), decimals, study.Rounding.Decimals == decimals))]) { IsOfFigure = false };
        yield return Flag("rounding.reconcile", "shares that don't add up to 100", study.Rounding.Reconcile, on: "made to", off: "left as rounded") with { IsOfFigure = false };
        yield return new Setting("finish.amountDecimals", "decimals of amounts",
        [
            new SettingChoice("as needed", null, finish.AmountDecimals is null),
            .. Enumerable.Range(0, 4).Select(decimals => new SettingChoice(Text(decimals), decimals, finish.AmountDecimals == decimals)),
            .. finish.AmountDecimals is > 3 ? [new SettingChoice(Text(finish.AmountDecimals.Value), finish.AmountDecimals.Value, true)] : (SettingChoice[])[],
        ]);
        if (!words.AreShares)
        {
            foreach (Setting setting in Units(finish, words))
            {
                yield return setting;
            }
        }
        yield return Flag("finish.trimZeros", "zeros at the end (16.0)", finish.TrimZeros, on: "trimmed", off: "kept");
        yield return Choice("finish.labelTurn", "labels in narrow bars", finish.LabelTurn, ("turned where only that fits", "auto", LabelTurn.Auto), ("level", "level", LabelTurn.Level), ("turned", "turned", LabelTurn.Turned));
        yield return Choice("finish.labelPlace", "where labels go", finish.LabelPlace, ("usual place", "auto", LabelPlace.Auto), ("in the bars", "inside", LabelPlace.Inside), ("past their ends", "outside", LabelPlace.Outside));
        yield return Choice("finish.labelInk", "label colour", finish.LabelInk, ("dark or light, to be read", "contrast", LabelInk.Contrast), ("the bar's colour", "part", LabelInk.Part), ("one of my own", "chosen", LabelInk.Chosen));
        if (finish.LabelInk == LabelInk.Chosen)
        {
            yield return new Setting("finish.labelColour", "which colour", []) { Text = finish.LabelColour, Kind = SettingKind.Colour };
        }
        yield return Choice("finish.pointer", "note at the pointer", finish.Pointer, ("all of it", "auto", LabelText.Auto), ("amount and share", "both", LabelText.Both), ("share", "share", LabelText.Share), ("amount", "amount", LabelText.Amount)) with { IsOfFigure = false };
    }

    /// <summary>In what amounts are counted, and with which unit; where their column has none, it can be said here.</summary>
    private static IEnumerable<Setting> Units(Finish finish, StudyWords words)
    {
        yield return Choice("finish.amountIn", "amounts in", finish.AmountIn, ("ones", "ones", AmountIn.Ones), ("thousands", "thousands", AmountIn.Thousands), ("millions", "millions", AmountIn.Millions));
        if (!words.ColumnHasUnit)
        {
            yield return new Setting("finish.unitName", "unit of amounts", []) { Text = finish.UnitName ?? "", Otherwise = "none" };
        }
        if (words.Unit.Length > 0)
        {
            yield return Choice("finish.unit", "unit on labels", finish.UnitPlace, ("none", "none", UnitPlace.None), ("before", "before", UnitPlace.Before), ("after", "after", UnitPlace.After));
        }
    }

    private static IEnumerable<Setting> Colours(Study study, Division? division)
    {
        Finish finish = study.Finish;
        Setting sets = Choice("finish.palette", "colours", finish.Palette, ("what fits the parts", "auto", Palette.Auto), ("categories", "categories", Palette.Categories), ("ordered", "ordered", Palette.Ordered), ("two-sided", "twoSided", Palette.TwoSided), ("one hue", "oneHue", Palette.OneHue), ("greys, for print", "greys", Palette.Greys));
        Palette[] palettes = [Palette.Auto, Palette.Categories, Palette.Ordered, Palette.TwoSided, Palette.OneHue, Palette.Greys];
        const int most = 8;
        IEnumerable<SettingChoice> choices = sets.Choices.Zip(palettes, (choice, palette) => choice with { Swatches = division is null ? [] : PartInk.Preview(division, palette, most) });
        // A form whose colours mean something keeps them; in print without colours they are greys.
        yield return sets with { Choices = [.. study.Form.Form.HasOwnColours ? choices.Where((_, at) => palettes[at] is Palette.Auto or Palette.Greys).Select(choice => choice with { Swatches = [] }) : choices] };
        yield return Choice("finish.emphasisRule", "highlight", finish.EmphasisRule, ("nothing", "none", EmphasisRule.None), ("the largest of each group", "largest", EmphasisRule.Largest), ("shares from a limit up", "atLeast", EmphasisRule.AtLeast));
        if (finish.EmphasisRule == EmphasisRule.AtLeast)
        {
            yield return new Setting("finish.emphasisLimit", "highlighted from", []) { Text = new ExactDecimal(finish.EmphasisLimit.Units * 100, finish.EmphasisLimit.Scale).ToString(), Kind = SettingKind.Percent };
        }
        yield return Flag("finish.key", "key", finish.Key, on: "shown", off: "hidden");
        if (finish.Key)
        {
            yield return Choice("finish.keyPlace", "where the key goes", finish.KeyPlace, ("where it fits", "auto", KeyPlace.Auto), ("at the right", "right", KeyPlace.Right), ("above", "above", KeyPlace.Above), ("beneath", "beneath", KeyPlace.Beneath));
        }
    }

    private static IEnumerable<Setting> Axes(Finish finish)
    {
        yield return new Setting("finish.amountEnd", "amount axis ends at", []) { Text = finish.AmountEnd?.ToString() ?? "", Otherwise = "where the form ends it", Kind = SettingKind.Number };
        foreach ((string path, string name, bool now) in ((string, string, bool)[])[("line", "axis line", finish.Axes.Line), ("ticks", "ticks", finish.Axes.Ticks), ("numbers", "axis numbers", finish.Axes.Numbers), ("names", "names", finish.Axes.Names), ("grid", "grid", finish.Axes.Grid), ("titles", "axis titles", finish.Axes.Titles)])
        {
            yield return Flag($"finish.axes.{path}", name, now, on: "shown", off: "hidden");
        }
        yield return Room("finish.gap", "space between bars", finish.Gap);
        yield return Room("finish.groupGap", "space between groups", finish.GroupGap);
        yield return Room("finish.proportion", "shape of the figure", finish.Proportion, ("as the page has room", null), ("column of a page", "1.2"), ("half a slide", "0.9"), ("slide", "1.78"), ("square", "1")) with { IsOfFigure = false };
    }

    private static IEnumerable<Setting> Print(PrintFinish print)
    {
        foreach ((string path, string name, PrintSize now) in ((string, string, PrintSize)[])[("title", "size of the title", print.Title), ("names", "size of names", print.Names), ("amounts", "size of amounts", print.Amounts), ("shares", "size of shares", print.Shares)])
        {
            yield return Choice($"finish.print.{path}", name, now, ("small", "small", PrintSize.Small), ("normal", "normal", PrintSize.Normal), ("large", "large", PrintSize.Large));
        }
        foreach ((string path, string name, bool now) in ((string, string, bool)[])[("strongNames", "names in bold", print.StrongNames), ("strongAmounts", "amounts in bold", print.StrongAmounts), ("strongShares", "shares in bold", print.StrongShares)])
        {
            yield return Flag($"finish.print.{path}", name, now, on: "bold", off: "plain");
        }
    }

    private static Setting Room(string path, string name, ExactDecimal? now) =>
        Room(path, name, now, ("usual", null), ("none", "0"), ("a quarter of a bar", "0.25"), ("half a bar", "0.5"), ("a bar", "1"));

    private static Setting Room(string path, string name, ExactDecimal? now, params (string Text, string? Number)[] choices)
    {
        SettingChoice[] known = [.. choices.Select(choice => choice.Number is null ? new SettingChoice(choice.Text, null, now is null) : ExactDecimal.Parse(choice.Number) is var number ? new SettingChoice(choice.Text, JsonNode.Parse(choice.Number), now == number) : default!)];
        return new Setting(path, name, known.Any(choice => choice.Chosen) ? known : [.. known, new SettingChoice(now!.Value.ToString(), JsonNode.Parse(now.Value.ToString()), true)]);
    }

    private static string Text(int number) => number.ToString(CultureInfo.InvariantCulture);

    private static Setting Choice<T>(string path, string name, T now, params (string Text, string Word, T Value)[] choices)
        where T : struct, Enum =>
        new(path, name, [.. choices.Select(choice => new SettingChoice(choice.Text, choice.Word, choice.Value.Equals(now)))]);

    /// <summary>Something that is shown or not, done or not.</summary>
    internal static Setting Flag(string path, string name, bool now, string on, string off) =>
        new(path, name, [new SettingChoice(on, JsonValue.Create(true), now), new SettingChoice(off, JsonValue.Create(false), !now)]);
}
