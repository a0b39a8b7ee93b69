using System.Text.Encodings.Web;
using System.Text.Json;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as JSON: columns with their rules, rows with every key, the tie-out and the readings.</summary>
public static class WorkingsJson
{
    private const int MostPending = 1 << 16;

    public static void Write(WorkingsResult workings, Stream to) => Write(WorkingsSet.Of(workings), to);

    /// <summary>
    /// With "each" as the first key, and the readings in a list of that name, where a study is repeated over a column's values.
    /// </summary>
    public static void Write(WorkingsSet set, Stream to, Progress? progress = null)
    {
        progress = (progress ?? Progress.None).Expect(set.RowCount);
        using var json = new Utf8JsonWriter(
            to,
            new JsonWriterOptions { Indented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping }
        );
        json.WriteStartObject();
        json.WriteStartArray("columns");
        if (set.Column is { } name)
        {
            json.WriteStartObject();
            json.WriteString("key", "each");
            json.WriteString("label", name);
            json.WriteString("rule", $"each value of {name}");
            json.WriteEndObject();
        }
        if (set.Values.Count > 0)
        {
            WriteColumns(set.Values[0].Workings, json);
        }
        else
        {
            foreach (WorkingColumn column in set.Columns)
            {
                json.WriteStartObject();
                json.WriteString("key", column.Key);
                json.WriteString("label", column.Label);
                json.WriteString("rule", "");
                json.WriteEndObject();
            }
        }
        json.WriteEndArray();
        json.WriteStartArray("rows");
        foreach (Panel each in set.Values)
        {
            WriteRows(each.Workings, json, set.Column is null ? null : each.Value, progress);
        }
        json.WriteEndArray();
        json.WriteStartArray("tieOut");
        foreach (Panel each in set.Values)
        {
            foreach (TieOutLine line in each.Workings.TieOut)
            {
                json.WriteStartObject();
                json.WriteString("id", line.Id);
                json.WriteString("status", StatusWord(line.Status));
                json.WriteString("text", set.Column is null ? line.Text : $"{each.Value}: {line.Text}");
                json.WriteEndObject();
            }
        }
        json.WriteEndArray();
        json.WritePropertyName("readings");
        if (set.Column is null)
        {
            set.Values[0].Workings.Readings.WriteTo(json);
        }
        else
        {
            json.WriteStartObject();
            json.WriteStartArray("each");
            foreach (Panel each in set.Values)
            {
                var readings = (System.Text.Json.Nodes.JsonObject)each.Workings.Readings.DeepClone();
                readings.Insert(0, "each", each.Value);
                readings.WriteTo(json);
            }
            json.WriteEndArray();
            json.WriteEndObject();
        }
        json.WriteEndObject();
    }

    public static string StatusWord(TieOutStatus status) =>
        status switch
        {
            TieOutStatus.Ok => "ok",
            TieOutStatus.Warn => "warn",
            _ => "fail",
        };

    private static void WriteColumns(WorkingsResult workings, Utf8JsonWriter json)
    {
        var words = new RuleWords(workings);
        foreach (WorkingColumn column in workings.Columns)
        {
            json.WriteStartObject();
            json.WriteString("key", column.Key);
            json.WriteString("label", column.Label);
            json.WriteString("rule", words.Of(column));
            json.WriteEndObject();
        }
    }

    private static void WriteRows(WorkingsResult workings, Utf8JsonWriter json, string? each, Progress progress)
    {
        foreach (int row in progress.Rows(workings.RowCount))
        {
            json.WriteStartObject();
            if (each is not null)
            {
                json.WriteString("each", each);
            }
            foreach (WorkingColumn column in workings.Columns)
            {
                if (column.IsText)
                {
                    json.WriteString(column.Key, column.Text(row));
                }
                else if (column.Number(row) is { } number)
                {
                    json.WriteNumber(column.Key, number == 0 ? 0 : number);
                }
                else
                {
                    json.WriteNull(column.Key);
                }
            }
            json.WriteEndObject();
            if (json.BytesPending > MostPending)
            {
                json.Flush();
            }
        }
    }
}
