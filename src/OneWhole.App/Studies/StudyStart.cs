using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Recognition;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

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
        Column[] columns =
        [
            .. block.Columns.Select(name =>
                table.Find(name) ?? throw new AppException("not-found", $"The table has no column \"{name}\".")
            ),
        ];
        Column[] quantities = [.. columns.Where(column => column.Info.Type == ColumnType.Quantity)];
        Column? parts = columns.FirstOrDefault(column => column.Info.Type != ColumnType.Quantity);
        bool allRows = block.First <= 0 && block.Last >= table.RowCount - 1;
        var study = new JsonObject { ["format"] = Study.Format, ["form"] = form.Beginning };
        if (!allRows)
        {
            if (
                (parts ?? table.Columns.FirstOrDefault(column => column.Info.Type == ColumnType.Category)) is not { } told
                || Tells(told, block) is not { } labels
            )
            {
                return null;
            }
            study["where"] = new JsonArray(
                new JsonObject { ["column"] = told.Name, ["is"] = new JsonArray([.. labels.Select(label => JsonValue.Create(label))]) }
            );
        }
        if (parts is null)
        {
            study["parts"] = new JsonObject
            {
                ["columns"] = new JsonArray([.. quantities.Select(column => JsonValue.Create(column.Name))]),
            };
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

    /// <summary>The likeliest studies of a table that is new, the first one first; at least one.</summary>
    /// <exception cref="AppException">The table has no columns.</exception>
    public static IReadOnlyList<Study> LikelyOf(Table table, FormList forms, int most)
    {
        IReadOnlyList<Study> likely = forms.LikelyStudies(table, most);
        Column any =
            table.Columns.Count > 0 ? table.Columns[0] : throw new AppException("no-columns", "The table has no columns to make parts of.");
        // Nothing that counts, and nothing that gathers: rows by whatever there is.
        return likely.Count > 0 ? likely : [new Study { Parts = new Axis.Labels(any.Name, []), Form = forms.Forms[0].Begun }];
    }

    /// <summary>A study of one column: what is counted where its numbers add up, else the parts.</summary>
    /// <exception cref="AppException">The table has no such column.</exception>
    public static Study OfColumn(Table table, string name, FormList forms)
    {
        Column column = table.Find(name) ?? throw new AppException("not-found", $"The table has no column \"{name}\".");
        bool counted =
            column.Info.Type == ColumnType.Quantity
            && TableKnowledge.Of(table).Columns.First(known => known.Column == column).Role
                is ColumnRole.Amount
                    or ColumnRole.Rate
                    or ColumnRole.Derived;
        Study first = LikelyOf(table, forms, 1)[0];
        Axis parts = counted
            ? Likely.Parts(table).FirstOrDefault(known => known.Column != column) is { } by
                ? new Axis.Labels(by.Name, [])
                : new Axis.Columns([name])
            : new Axis.Labels(name, []);
        Measure? value =
            parts is Axis.Columns ? null
            : counted ? new Measure.Sum(name)
            : Likely.Amounts(table).FirstOrDefault(known => known.Column != column) is { } amount ? new Measure.Sum(amount.Name)
            : null;
        return first with { Parts = parts, Groups = null, GivenValue = value, Order = new Ordering(), Form = forms.Forms[0].Begun };
    }
}
