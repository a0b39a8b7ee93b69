using System.Globalization;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Bundles;

/// <summary>Answers in a bundle: what was asked of a table elsewhere, in place of its rows.</summary>
public static class BundledAnswers
{
    /// <summary>An answer of its columns.</summary>
    /// <exception cref="StudyException">What the bundle says of it can't be read.</exception>
    public static UsedAnswer Of(BundledTable answer, Table columns)
    {
        JsonObject said = answer.Answer!;
        try
        {
            DateTime asOf = DateTime.Parse(
                (string?)said["asOf"] ?? "",
                CultureInfo.InvariantCulture,
                DateTimeStyles.AdjustToUniversal | DateTimeStyles.AssumeUniversal
            );
            return KeptCells.AnswerOf(
                KeptQuestion.Read(said["question"]?.ToJsonString() ?? ""),
                (said["summed"] as JsonArray ?? []).Select(column => (string)column!),
                asOf,
                columns
            );
        }
        catch (Exception fault) when (fault is FormatException or InvalidOperationException)
        {
            throw new StudyException("not-a-bundle", "", $"The bundle can't be opened: what \"{answer.Name}\" answers can't be read.");
        }
    }

    /// <summary>A table of a bundle, ready to be asked: with its rows, or with the answers that the bundle has for it.</summary>
    /// <exception cref="StudyException">Neither is there, or they can't be read.</exception>
    public static Table TableOf(Bundle bundle, BundledTable table)
    {
        if (table.Left is { } there)
        {
            throw new StudyException(
                "not-here",
                "",
                $"the rows of {table.Title} stay at {(string?)there["place"]}: say where they are asked (--from {table.Name}=PLACE)."
            );
        }
        Table own = Read(table);
        UsedAnswer[] answers =
        [
            .. bundle.Tables.Where(other => (string?)other.Answer?["of"] == table.Name).Select(other => Of(other, Read(other))),
        ];
        return answers.Length == 0 ? table.Prepare.Apply(own) : KeptCells.Asking(own, answers);
    }

    private static Table Read(BundledTable table)
    {
        using FileStream rows = table.ToFile();
        return TableFile.Read(rows, $"{table.Name}.csv", table.Read).Table;
    }
}
