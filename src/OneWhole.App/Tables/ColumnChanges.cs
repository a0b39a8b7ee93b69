using System.Text.Json.Nodes;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.App.Tables;

/// <summary>
/// Changes what a column is called, what it is taken for, and how it is read. Documents refer to it by its id: nothing else changes with
/// it.
/// </summary>
public sealed class ColumnChanges(TableDocuments documents, TableRows rows)
{
    /// <summary>Changes the heading, the type or the reading of a column.</summary>
    /// <exception cref="AppException">There is no such column, or the name is taken or empty.</exception>
    public TableView Set(string id, long revision, string column, ColumnChange change)
    {
        // What its numbers are counted in is said here; the rest of a table elsewhere is as it is there.
        TableDocument document = change is { Name: null, Type: null, DecimalComma: null, Dates: null }
            ? documents.Document(id)
            : documents.Changeable(id);
        if (document.Steps is not null)
        {
            return AppendSteps(id, revision, document, column, change);
        }
        ColumnDocument old = document.Columns.FirstOrDefault(known => known.Name == column)
            ?? throw new AppException("not-found", $"The table {document.Name} has no column \"{column}\".");
        string name = change.Name?.Trim() ?? old.Name;
        if (name.Length is 0 or > 200)
        {
            throw new AppException("wrong-name", "A heading must have 1 to 200 characters.");
        }
        if (name != old.Name && document.Columns.Any(known => known.Name == name))
        {
            throw new AppException("name-taken", $"The table has a column \"{name}\" already; choose another heading.");
        }
        ColumnDocument draft = old with
        {
            Name = name,
            Type = change.Type ?? old.Type,
            DecimalComma = change.DecimalComma ?? old.DecimalComma,
            Dates = change.Dates ?? old.Dates,
            Unit =
                change.Unit is null ? old.Unit
                : change.Unit.Trim() is { Length: > 0 } unit ? unit
                : null,
            Multiplier = change.Multiplier?.Trim() ?? old.Multiplier,
        };
        Column kept = rows.AsRead(document).Find(column)!;
        ColumnDocument changed = ColumnDocument.Of(old.At, kept.With(draft.ToInfo())) with
        {
            In = old.In,
            Heading = (old.Heading ?? old.Name) is var heading && heading == name ? null : heading,
            HoldsShares = old.HoldsShares && draft.Type == ColumnType.Quantity,
            Following = draft.Type == ColumnType.Quantity ? old.Following : null,
        };
        document = document with
        {
            Columns = [.. document.Columns.Select(known => known.Name == column ? changed : known)],
            // What was asked about the column's reading is answered once it was set.
            Notes =
                change.Dates is null && change.DecimalComma is null
                    ? document.Notes
                    : [.. document.Notes.Where(note => !note.Ask || note.Column != old.At)],
        };
        if (name != old.Name)
        {
            // What follows from it says its name.
            IReadOnlyDictionary<string, Following> following = FollowingColumns.Find(rows.AsRead(document));
            document = document with
            {
                Columns = [.. document.Columns.Select(known => known with { Following = following.GetValueOrDefault(known.Name) })],
            };
        }
        return documents.Revise(id, revision, document, name != old.Name ? $"{old.Name} renamed {name}" : $"{name} changed");
    }

    /// <summary>A change to a prepared column is a step after the others.</summary>
    private TableView AppendSteps(string id, long revision, TableDocument document, string column, ColumnChange change)
    {
        ColumnDocument old = document.Prepared!.FirstOrDefault(known => known.Name == column)
            ?? throw new AppException("not-found", $"The table {document.Name} has no column \"{column}\".");
        JsonArray steps = TableSteps.In(document);
        var retype = new JsonObject { ["do"] = "retype", ["column"] = column };
        void Set(string member, string? value)
        {
            if (value is not null)
            {
                retype[member] = value;
            }
        }
        Set("type", change.Type is { } type && type != old.Type ? TableShapes.ColumnTypes.WordOf(type) : null);
        string mark = change.DecimalComma == true ? "," : ".";
        Set("decimalMark", change.DecimalComma is { } comma && comma != old.DecimalComma ? mark : null);
        Set("dates", change.Dates is { } dates && dates != old.Dates ? TableShapes.DateOrders.WordOf(dates) : null);
        Set("unit", change.Unit is { } unit && unit.Trim() != (old.Unit ?? "") ? unit.Trim() : null);
        Set("multiplier", change.Multiplier is { } multiplier && multiplier.Trim() != old.Multiplier ? multiplier.Trim() : null);
        if (retype.Count > 2)
        {
            steps.Add(retype);
        }
        if (change.Name?.Trim() is { Length: > 0 } name && name != column)
        {
            steps.Add(
                new JsonObject
                {
                    ["do"] = "rename",
                    ["column"] = column,
                    ["to"] = name,
                }
            );
        }
        TableDocument changed = TableSteps.Prepared(rows, document, TableSteps.Of(steps));
        return documents.Revise(id, revision, changed, changed.Reports.Count == 0 ? "steps changed" : changed.Reports[^1].Words);
    }
}
