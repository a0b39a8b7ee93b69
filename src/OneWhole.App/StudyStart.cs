using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.App;

/// <summary>The study that a new one starts from.</summary>
internal static class StudyStart
{
    public static JsonObject Suggest(Table table, Form form, StudyFormat format)
    {
        Column? quantity = table.Columns.FirstOrDefault(column => column.Info.Type == ColumnType.Quantity);
        // The category that reads best as parts: from three labels to sixty, the one with the most; else any.
        Column? parts = table.Columns
            .Where(column => column.Info.Type == ColumnType.Category && column.Labels.Labels.Count is >= 3 and <= 60)
            .OrderByDescending(column => column.Labels.Labels.Count).FirstOrDefault()
            ?? table.Columns.FirstOrDefault(column => column.Info.Type == ColumnType.Category)
            ?? table.Columns.FirstOrDefault(column => column != quantity)
            ?? table.Columns.FirstOrDefault()
            ?? throw new AppException("no-columns", "The table has no columns to make parts of.");
        var study = new JsonObject
        {
            ["format"] = Study.Format,
            ["parts"] = new JsonObject { ["column"] = parts.Name },
            ["form"] = form.Beginning,
        };
        if (parts == quantity && RoundBands.Suggest(parts.Numbers) is var (start, width))
        {
            // Nothing but numbers: they are cut into bands, which stand in their own order.
            study["parts"] = new JsonObject
            {
                ["column"] = parts.Name,
                ["bands"] = new JsonObject { ["start"] = JsonNode.Parse(start.ToString()), ["width"] = JsonNode.Parse(width.ToString()) },
            };
            study["order"] = new JsonObject { ["parts"] = "natural" };
        }
        if (quantity is not null && quantity != parts)
        {
            study["value"] = new JsonObject { ["sum"] = quantity.Name };
        }
        return format.Write(format.Read(study.ToJsonString()));
    }
}
