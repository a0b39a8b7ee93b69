using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.App.Studies;

/// <summary>A block that is marked in a table's rows, as they stand after its steps.</summary>
/// <param name="First">Its first row, from 0.</param>
/// <param name="Last">Its last row.</param>
/// <param name="Columns">Its headings.</param>
public sealed record MarkedBlock(int First, int Last, IReadOnlyList<string> Columns);

/// <summary>The study that a new one starts from.</summary>
internal static class StudyStart
{
    /// <summary>
    /// A study of a marked block: its labels are the parts, its first quantity is counted, and the rows are told by their labels.
    /// </summary>
    /// <returns>Null where no label of the block tells its rows from the others.</returns>
    public static JsonObject? OfBlock(Table table, MarkedBlock block, Form form, StudyFormat format)
    {
        Column[] columns = [.. block.Columns.Select(name => table.Find(name) ?? throw new AppException("not-found", $"The table has no column \"{name}\"."))];
        Column[] quantities = [.. columns.Where(column => column.Info.Type == ColumnType.Quantity)];
        Column? parts = columns.FirstOrDefault(column => column.Info.Type != ColumnType.Quantity);
        bool allRows = block.First <= 0 && block.Last >= table.RowCount - 1;
        var study = new JsonObject { ["format"] = Study.Format, ["form"] = form.Beginning };
        if (!allRows)
        {
            if ((parts ?? table.Columns.FirstOrDefault(column => column.Info.Type == ColumnType.Category)) is not { } told || Tells(told, block) is not { } labels)
            {
                return null;
            }
            study["where"] = new JsonArray(new JsonObject { ["column"] = told.Name, ["is"] = new JsonArray([.. labels.Select(label => JsonValue.Create(label))]) });
        }
        if (parts is null)
        {
            study["parts"] = new JsonObject { ["columns"] = new JsonArray([.. quantities.Select(column => JsonValue.Create(column.Name))]) };
        }
        else
        {
            study["parts"] = new JsonObject { ["column"] = parts.Name };
            if (quantities.Length > 0)
            {
                study["value"] = new JsonObject { ["sum"] = quantities[0].Name };
            }
        }
        return format.Write(format.Read(study.ToJsonString()));
    }

    /// <summary>The labels of the block's rows, where no other row has one of them and there are few enough to be listed.</summary>
    private static string[]? Tells(Column column, MarkedBlock block)
    {
        LabelView view = column.Labels;
        var inside = new HashSet<int>();
        for (int row = Math.Max(0, block.First); row <= Math.Min(block.Last, column.Count - 1); row++)
        {
            inside.Add(view.Codes[row]);
        }
        for (int row = 0; row < column.Count; row++)
        {
            if ((row < block.First || row > block.Last) && inside.Contains(view.Codes[row]))
            {
                return null;
            }
        }
        return inside.Count is 0 or > 200 ? null : [.. inside.Order().Select(code => view.Labels[code])];
    }

    public static JsonObject Suggest(Table table, Form form, StudyFormat format)
    {
        // What is counted is no share of another column, and no number that only tells things apart.
        Column? quantity = table.Columns.FirstOrDefault(column => column.Info.Type == ColumnType.Quantity && column.Info.Follows is null && !Nouns.IsId(column.Name))
            ?? table.Columns.FirstOrDefault(column => column.Info.Type == ColumnType.Quantity && column.Info.Follows is null);
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
