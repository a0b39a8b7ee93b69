using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>Whether all sides, lanes or funnels share one scale.</summary>
public enum ScaleSharing
{
    /// <summary>One scale for both sides.</summary>
    Common,

    /// <summary>Each side on its own scale.</summary>
    Own,
}

/// <summary>What a bar's length stands for: a share, or an amount.</summary>
public enum LengthUnit
{
    /// <summary>Lengths are shares.</summary>
    Share,

    /// <summary>Lengths are amounts.</summary>
    Amount,
}

/// <summary>What forms with two sides share.</summary>
internal static class TwoSides
{
    public static ChoiceShape<ScaleSharing> ScalesShape { get; } = new() { { "common", ScaleSharing.Common }, { "own", ScaleSharing.Own } };

    /// <summary>Refuses a division that has not just two parts, naming those that it has.</summary>
    /// <exception cref="StudyException">There are not two parts.</exception>
    public static void Need(Division division, string form)
    {
        if (division.IsEmpty || division.PartCount == 2)
        {
            return;
        }
        string listed = Listed(division.Parts);
        throw new StudyException(
            "needs-two-parts",
            "parts",
            $"{form} needs exactly two parts, one a side; there {(division.PartCount == 1 ? "is" : "are")} "
                + $"{division.PartCount}: {listed}. Filter or choose another column."
        );
    }

    /// <summary>The first labels in quotes, and how many others there are.</summary>
    public static string Listed(IReadOnlyList<Entry> entries)
    {
        const int most = 6;
        return string.Join(", ", entries.Take(most).Select(entry => $"\"{entry.Label}\""))
            + (entries.Count > most ? $" and {entries.Count - most} others" : "");
    }

    /// <summary>
    /// Two parts and the groups that they divide: a column of two labels, or the first two number columns of a wide table.
    /// </summary>
    public static Study Fit(Table table, Study study)
    {
        bool HasTwo(Axis axis) =>
            axis is Axis.Columns { Names.Length: 2 }
            || (axis is Axis.Labels labels && table.Find(labels.Column) is { } column && Filled(column).Length == 2);
        if (HasTwo(study.Parts) && study.Groups is not null)
        {
            return study;
        }
        Column[] categories = [.. table.Columns.Where(column => column.Info.Type == ColumnType.Category)];
        if (categories.FirstOrDefault(column => Filled(column).Length == 2) is { } two)
        {
            Column[] others = [.. categories.Where(column => column != two && Filled(column).Length > 2)];
            Column? groups = others.FirstOrDefault(column => NaturalOrder.IsOrderedSet(Filled(column)))
                ?? others.FirstOrDefault(column => study.Parts is Axis.Labels labels && labels.Column == column.Name)
                ?? others.FirstOrDefault();
            return groups is null
                ? study
                : study with
                {
                    Parts = new Axis.Labels(two.Name, []),
                    Groups = new Axis.Labels(groups.Name, []),
                    Order = new Ordering(),
                };
        }
        TableKnowledge known = TableKnowledge.Of(table);
        Column[] wide = [.. (known.Together.Count > 1 ? known.Together : [.. known.Amounts.Select(column => column.Column)]).Take(2)];
        KnownColumn? names = known.Labels.FirstOrDefault(column => (study.Parts as Axis.Labels)?.Column == column.Name)
            ?? known.Labels.FirstOrDefault(column => column.Labels > 0);
        if (wide.Length < 2 || names is null)
        {
            return study;
        }
        bool below = Array.Exists(wide, TableFit.IsBelowZero);
        return study with
        {
            Parts = new Axis.Columns([wide[0].Name, wide[1].Name]),
            Groups = new Axis.Labels(names.Name, []),
            GivenValue = null,
            Order = new Ordering(),
            Negatives = below && study.Negatives == Negatives.Keep ? Negatives.Size : study.Negatives,
        };
    }

    /// <summary>Where a scale of lengths ends: at the largest amount; it has some length where that is not above 0.</summary>
    public static double ScaleEnd(Fraction largest) => largest.Sign > 0 ? largest.ToDouble() : 1;

    private static string[] Filled(Column column) =>
        column.Labels.Labels.Count > 500 ? [] : [.. column.Labels.Labels.Where(label => label != Label.Blank)];

    /// <summary>", Men to the left, Women to the right".</summary>
    public static Phrase Words(Study study, WorkingsResult? workings) =>
        new(
            "sides",
            [
                new Token(
                    workings is { Division: { IsEmpty: false, PartCount: 2 } division }
                        ? $", {division.Parts[0].Label} to the left, {division.Parts[1].Label} to the right"
                        : ", one part a side"
                ),
                new Token("which side is which")
                {
                    Path = "order.reverse",
                    Control = "options",
                    Aside = true,
                    Ask = "Which part is at the left?",
                    Options = () =>
                        workings is not { Division: { IsEmpty: false, PartCount: 2 } both }
                            ? []
                            :
                            [
                                new Option(
                                    $"{both.Parts[0].Label} to the left",
                                    "order.reverse",
                                    Reverse(study, study.Order.ReverseParts),
                                    true
                                ),
                                new Option(
                                    $"{both.Parts[1].Label} to the left",
                                    "order.reverse",
                                    Reverse(study, !study.Order.ReverseParts),
                                    false
                                ),
                            ],
                },
            ]
        );

    /// <summary>", as shares".</summary>
    /// <param name="shares">What is said of shares.</param>
    /// <param name="amounts">What is said of amounts; null for nothing.</param>
    /// <param name="scale">As the study has it.</param>
    public static Token ScaleChoice(LengthUnit scale, string shares, string? amounts) =>
        Token.Choice(
            "form.scale",
            "Shares or amounts?",
            ("shares", "share", scale == LengthUnit.Share, shares),
            ("amounts", "amount", scale == LengthUnit.Amount, amounts)
        );

    private static JsonNode? Reverse(Study study, bool parts)
    {
        string[] reversed = [.. new[] { parts ? "parts" : "", study.Order.ReverseGroups ? "groups" : "" }.Where(word => word.Length > 0)];
        return reversed.Length == 0 ? null : new JsonArray([.. reversed.Select(word => JsonValue.Create(word))]);
    }

    /// <summary>", all lanes on one scale".</summary>
    public static Phrase ScalesPhrase(ScaleSharing scales, string what) =>
        new(
            "scales",
            [
                new Token(", "),
                Token.Choice(
                    "form.scales",
                    "One scale for all?",
                    ($"every {what} on one scale", "common", scales == ScaleSharing.Common, "lengths can be compared"),
                    (
                        $"each {what} on a scale of its own",
                        "own",
                        scales == ScaleSharing.Own,
                        "small ones can be seen; lengths can't be compared"
                    )
                ),
            ]
        );
}
