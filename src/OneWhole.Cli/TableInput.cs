using System.Text.Json.Nodes;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Formats;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli;

/// <summary>
/// Tables that the command reads, as the application reads them: where it would ask, the likelier reading is taken and said.
/// </summary>
internal static class TableInput
{
    /// <exception cref="ReadException">It can't be read.</exception>
    public static ReadSettings Settings(string? path) =>
        path is null ? ReadSettings.Found : ReadSettings.Read(InputFile.Text(path, "read settings"));

    /// <summary>A table after the steps that make it fit.</summary>
    public static Table Prepared(string path, string? steps, ReadSettings settings, Streams streams)
    {
        Preparation preparation = Steps(steps);
        return preparation.Apply(Read(path, settings, streams));
    }

    /// <summary>The steps of a file; none without one.</summary>
    public static Preparation Steps(string? path) =>
        path is null ? Preparation.None : Preparation.Read(InputFile.Text(path, "preparation"));

    /// <summary>A table as it stands in its file.</summary>
    /// <param name="path">Of the file; "-", or a pipe such as /dev/stdin.</param>
    /// <param name="settings">What is settled already.</param>
    /// <param name="streams">Is told what stays open, and how far it is.</param>
    public static Table Read(string path, ReadSettings settings, Streams streams) => Told(Opened(path, settings, streams), streams);

    /// <summary>A table as it stands in its file, with what there is to tell of it.</summary>
    /// <param name="path">Of the file; "-", or a pipe such as /dev/stdin.</param>
    /// <param name="settings">What is settled already.</param>
    /// <param name="streams">Is told how far it is.</param>
    public static ReadResult Opened(string path, ReadSettings settings, Streams streams)
    {
        using var line = new ProgressLine(streams, $"reading {path}");
        return Opened(path, settings, now => line.Say($"reading {path}: {now.Rows:#,0} rows"));
    }

    /// <summary>The table that was read, once what stays open is said.</summary>
    public static Table Told(ReadResult result, Streams streams)
    {
        Table table = result.Table;
        foreach (ReadNote note in result.Notes)
        {
            // Amounts that stand alone under the rows are a note's more often than a row's: the likelier reading is taken, and said.
            JsonObject? step = note.Code == ReadNote.LonelyRow ? note.Answers.FirstOrDefault(answer => answer.Chosen)?.Step : null;
            streams.Note(step is null ? note.Text : $"{note.Text} It is left out; give it a label in the file to have it counted.");
            table = step is null ? table : Done(step, table);
        }
        return table;
    }

    private static Table Done(JsonObject step, Table table)
    {
        var steps = new JsonObject { ["format"] = Preparation.Format, ["steps"] = new JsonArray(step.DeepClone()) };
        return Preparation.Read(steps.ToJsonString()).Run(table).Table;
    }

    private static ReadResult Opened(string path, ReadSettings settings, Action<ReadProgress> progress)
    {
        if (path == InputFile.Standard)
        {
            using Stream input = Console.OpenStandardInput();
            using FileStream copy = TemporaryFile.Of(input.CopyTo);
            return TableFile.Read(copy, "table", settings, progress);
        }
        if (!IsPipe(path))
        {
            return TableFile.Read(path, settings, progress);
        }
        using FileStream from = File.OpenRead(path);
        using FileStream whole = TemporaryFile.Of(from.CopyTo);
        return TableFile.Read(whole, "table", settings, progress);
    }

    private static bool IsPipe(string path) => File.Exists(path) && InputFile.Opened(path, "table", name =>
        {
            using FileStream file = File.OpenRead(name);
            return !file.CanSeek;
        });
}
