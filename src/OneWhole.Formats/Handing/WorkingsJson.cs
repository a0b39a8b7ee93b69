using System.Text.Encodings.Web;
using System.Text.Json;
using OneWhole.Core.Statements;
using OneWhole.Core.Workings;

namespace OneWhole.Formats.Handing;

/// <summary>The workings as JSON: columns with their rules, rows with every key, the tie-out and the readings.</summary>
public static class WorkingsJson
{
    public static void Write(WorkingsResult workings, Stream to)
    {
        using var json = new Utf8JsonWriter(to, new JsonWriterOptions { Indented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping });
        json.WriteStartObject();
        WriteColumns(workings, json);
        WriteRows(workings, json);
        json.WriteStartArray("tieOut");
        foreach (TieOutLine line in workings.TieOut)
        {
            json.WriteStartObject();
            json.WriteString("id", line.Id);
            json.WriteString("status", StatusWord(line.Status));
            json.WriteString("text", line.Text);
            json.WriteEndObject();
        }
        json.WriteEndArray();
        json.WritePropertyName("readings");
        workings.Readings.WriteTo(json);
        json.WriteEndObject();
    }

    public static string StatusWord(TieOutStatus status) => status switch { TieOutStatus.Ok => "ok", TieOutStatus.Warn => "warn", _ => "fail" };

    private static void WriteColumns(WorkingsResult workings, Utf8JsonWriter json)
    {
        json.WriteStartArray("columns");
        var words = new RuleWords(workings);
        foreach (WorkingColumn column in workings.Columns)
        {
            json.WriteStartObject();
            json.WriteString("key", column.Key);
            json.WriteString("label", column.Label);
            json.WriteString("rule", words.Of(column));
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static void WriteRows(WorkingsResult workings, Utf8JsonWriter json)
    {
        json.WriteStartArray("rows");
        for (int row = 0; row < workings.RowCount; row++)
        {
            json.WriteStartObject();
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
        }
        json.WriteEndArray();
    }
}
