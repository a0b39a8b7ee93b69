using System.Text.Json.Nodes;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Statements;

/// <summary>The settings of looks that every form has.</summary>
public static class FinishSettings
{
    /// <param name="study">The study.</param>
    /// <param name="heading">What stands for a title.</param>
    /// <param name="sentence">What stands for the text under it.</param>
    /// <param name="table">What stands for the source line.</param>
    public static IEnumerable<Setting> Common(Study study, string heading, string sentence, string table)
    {
        Finish finish = study.Finish;
        yield return new Setting("title", "title", []) { Text = study.Title, Otherwise = heading };
        yield return new Setting("finish.caption", "text under the title", []) { Text = finish.Caption ?? "", Otherwise = sentence };
        yield return new Setting("finish.source", "source line", []) { Text = finish.Source ?? "", Otherwise = table };
        yield return Labels(finish);
        if (study.Groups is not null && study.Form.Form.Groups != Forms.GroupUse.None)
        {
            yield return Choice("finish.labelOf", "share on labels is of", finish.LabelOf, ("the whole", "whole", LabelOf.Whole), ("its group", "group", LabelOf.Group), ("everything", "all", LabelOf.All));
        }
        yield return Choice("finish.amountIn", "amounts in", finish.AmountIn, ("ones", "ones", AmountIn.Ones), ("thousands", "thousands", AmountIn.Thousands), ("millions", "millions", AmountIn.Millions));
        yield return new Setting("finish.amountDecimals", "decimals of amounts",
        [
            new SettingChoice("as needed", null, finish.AmountDecimals is null),
            .. Enumerable.Range(0, 4).Select(decimals => new SettingChoice(decimals.ToString(System.Globalization.CultureInfo.InvariantCulture), decimals, finish.AmountDecimals == decimals)),
            .. finish.AmountDecimals is > 3 ? [new SettingChoice(finish.AmountDecimals.Value.ToString(System.Globalization.CultureInfo.InvariantCulture), finish.AmountDecimals.Value, true)] : (SettingChoice[])[],
        ]);
        yield return Choice("finish.unit", "unit on labels", finish.UnitPlace, ("none", "none", UnitPlace.None), ("before", "before", UnitPlace.Before), ("after", "after", UnitPlace.After));
        yield return Flag("finish.trimZeros", "zeros at the end of decimals", finish.TrimZeros, on: "trimmed", off: "kept");
        yield return Flag("finish.key", "key", finish.Key, on: "shown", off: "hidden");
        if (study.Fold is not null)
        {
            yield return Flag("finish.drawFolded", "folded part", finish.DrawFolded, on: "drawn", off: "not drawn");
        }
        yield return new Setting("rounding.decimals", "decimals of shares",
            [.. Enumerable.Range(0, 5).Select(decimals => new SettingChoice(decimals.ToString(System.Globalization.CultureInfo.InvariantCulture), decimals, study.Rounding.Decimals == decimals))]);
    }

    private static Setting Labels(Finish finish)
    {
        SettingChoice Choice(string text, string word, LabelText value) => new(text, word, finish.Labels == value);
        return new Setting("finish.labels", "labels",
        [
            Choice("as the form has them", "auto", LabelText.Auto),
            Choice("share", "share", LabelText.Share),
            Choice("amount", "amount", LabelText.Amount),
            Choice("amount and share", "both", LabelText.Both),
            Choice("none", "none", LabelText.None),
        ]);
    }

    private static Setting Choice<T>(string path, string name, T now, params (string Text, string Word, T Value)[] choices)
        where T : struct, Enum =>
        new(path, name, [.. choices.Select(choice => new SettingChoice(choice.Text, choice.Word, choice.Value.Equals(now)))]);

    private static Setting Flag(string path, string name, bool now, string on, string off) =>
        new(path, name, [new SettingChoice(on, JsonValue.Create(true), now), new SettingChoice(off, JsonValue.Create(false), !now)]);
}
